import { dequal } from 'dequal';
import { type PartSelection } from './selection';

/**
 * What is said of one entry of a slot: which product, how many of it, and what is answered of it, which may be
 * anything.
 */
export interface SlotEntry {
  readonly product: string;
  readonly quantity: number;
  readonly answers: unknown;
  readonly parts: unknown;
  /** names that an entry does not have */
  readonly unknown: readonly string[];
}

const KNOWN = ['product', 'option', 'quantity', 'answers', 'parts'];
export const ENTRY_KEYS: readonly string[] = ['product', 'quantity', 'answers', 'parts'];

/** So many entries are looked at: more than any slot holds. */
const MOST_ENTRIES = 200;

/**
 * Takes the answer of a slot apart: the slug of a product, an entry, or a list of them.
 *
 * @returns null where it is nothing of that kind
 */
export function slotEntries(raw: unknown): readonly SlotEntry[] | null {
  const list: readonly unknown[] = Array.isArray(raw) ? raw : [raw];
  if (list.length > MOST_ENTRIES) return null;
  const entries: SlotEntry[] = [];
  for (const given of list) {
    if (typeof given === 'string') {
      entries.push({ product: given, quantity: 1, answers: undefined, parts: undefined, unknown: [] });
      continue;
    }
    if (typeof given !== 'object' || given === null || Array.isArray(given)) return null;
    const said: Readonly<Record<string, unknown>> = { ...given };
    const product = said.product ?? said.option;
    const { quantity = 1 } = said;
    if (typeof product !== 'string' || typeof quantity !== 'number') return null;
    entries.push({
      product,
      quantity,
      answers: said.answers,
      parts: said.parts,
      unknown: Object.keys(said)
        .filter((name) => !KNOWN.includes(name))
        .slice(0, 20),
    });
  }
  return entries;
}

/** An entry as a selection says it. */
export type GivenEntry = PartSelection & { readonly product: string };

/**
 * The entries of a slot once it is to hold other things: of products that stay, what was answered stays, too, but for
 * what is to be answered otherwise.
 *
 * @param before what was in it
 * @param wanted what is to be in it, each with the answers that matter
 */
export function refilled(before: unknown, wanted: unknown): GivenEntry[] {
  const pieces = (raw: unknown) =>
    (slotEntries(raw) ?? []).flatMap((entry) =>
      Array.from({ length: Math.max(0, Math.min(entry.quantity, MOST_ENTRIES)) }, () => givenEntry(entry, 1)),
    );
  const left = pieces(before);
  const take = (fits: (entry: GivenEntry) => boolean): GivenEntry | undefined => {
    const at = left.findIndex(fits);
    return at < 0 ? undefined : left.splice(at, 1)[0];
  };
  const isAlready = (entry: GivenEntry, { product, answers }: GivenEntry) =>
    entry.product === product && Object.entries(answers).every(([key, answer]) => dequal(entry.answers[key], answer));
  // What is already as it is to be stays where it is; then what has to be changed is.
  const stays = pieces(wanted).map((piece) => ({ piece, kept: take((entry) => isAlready(entry, piece)) }));
  const all = stays.map(({ piece, kept }): GivenEntry => {
    if (kept) return kept;
    const changed = take(({ product }) => product === piece.product);
    return changed ? { ...changed, answers: { ...changed.answers, ...piece.answers } } : piece;
  });
  return all.reduce<GivenEntry[]>((entries, { quantity: _one, ...entry }) => {
    const last = entries.at(-1);
    const { quantity = 1, ...same } = last ?? { product: '' };
    if (last && dequal(same, entry)) return [...entries.slice(0, -1), { ...entry, quantity: quantity + 1 }];
    return [...entries, { ...entry, quantity: 1 }];
  }, []);
}

/** An entry that has been read, as a selection says it. */
export function givenEntry({ product, answers, parts, quantity }: SlotEntry, pieces = quantity): GivenEntry {
  const own = typeof answers === 'object' && answers !== null ? { ...answers } : {};
  const within: { parts?: Record<string, PartSelection | null> } =
    typeof parts === 'object' && parts !== null ? { parts: { ...parts } } : {};
  return { product, quantity: pieces, answers: own, ...within };
}

/** What an entry of a slot is called in places of a selection: the slot and its number, counted from one. */
export function entryPlace(slot: string, index: number): string {
  return `${slot}#${index + 1}`;
}

/** The slot and the position, counted from nothing, of a place in a slot; null for what is no such place. */
export function placeOfEntry(part: string): { readonly slot: string; readonly index: number } | null {
  const at = part.lastIndexOf('#');
  if (at < 0) return null;
  const number = Number(part.slice(at + 1));
  return Number.isInteger(number) && number > 0 ? { slot: part.slice(0, at), index: number - 1 } : null;
}
