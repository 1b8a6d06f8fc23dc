import { Refusal } from '../refusal';

/** Gives the bytes of a file that a catalog names; null where there is none. */
export type ReadFileBeside = (path: string) => Promise<Buffer | null>;

/** A file that can’t be used, by where a catalog says that it is, and why. */
export interface FaultBeside {
  readonly src: string;
  readonly why: string;
}

/** Files of one kind that a catalog names, by where it says that they are. */
export interface FoundBeside<Safe> {
  /** made safe */
  readonly safe: ReadonlyMap<string, Safe>;
  /** those that are kept in the shop already, by their addresses there */
  readonly here: ReadonlyMap<string, string>;
  /** those that are not there, or can’t be used, and why */
  readonly faults: readonly FaultBeside[];
}

/** How files of one kind are looked at. */
interface Looking<Safe> {
  /** the address in the shop of a file that is kept there, byte for byte; undefined for none */
  keptAs(src: string, bytes: Buffer | null): string | undefined;
  /** what is said where there is none */
  readonly missing: string;
  /** @throws Refusal where it can’t be used */
  makeSafe(src: string, bytes: Buffer): Promise<Safe>;
}

/** Reads files and makes them safe. What is kept in the shop byte for byte is safe already. */
export async function readBeside<Safe>(
  named: Iterable<string>,
  read: ReadFileBeside,
  { keptAs, missing, makeSafe }: Looking<Safe>,
): Promise<FoundBeside<Safe>> {
  const [safe, here] = [new Map<string, Safe>(), new Map<string, string>()];
  const faults: FaultBeside[] = [];
  for (const src of named) {
    const bytes = keptAs(src, null) === undefined ? await read(src) : null;
    const kept = keptAs(src, bytes);
    if (kept !== undefined) {
      here.set(src, kept);
    } else if (!bytes) {
      faults.push({ src, why: missing });
    } else {
      try {
        safe.set(src, await makeSafe(src, bytes));
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        faults.push({ src, why: error.message });
      }
    }
  }
  return { safe, here, faults };
}
