import { type GoneInParts } from '@/core/analysis';
import { type CatalogSurroundings, type Choice, type UploadedFile } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { type PartSelection, type Selection } from '@/core/selection';

/** What is given of one part: undefined for nothing, null for leaving it out. */
export type GivenPart = PartSelection | null | undefined;
export type GivenParts = Readonly<Record<string, PartSelection | null>>;

export const NO_PARTS: GivenParts = {};

/** While it is not known that anything can't be. */
export const NOTHING_GONE: GoneInParts = new Map();

/** What forms on one page share, however deep in parts of parts they stand. */
export interface Around {
  readonly today: string;
  /** key of the customer group it is made for */
  readonly group: string | null;
  readonly files: ReadonlyMap<string, UploadedFile>;
  readonly surroundings: CatalogSurroundings;
  /** keeps a file for a choice of a product and says its token */
  readonly takeFile: (product: string, choice: Extract<Choice, { kind: 'file' }>, file: File) => Promise<string>;
}

/** A selection of something that may have parts, which are answered in their own forms. */
export interface PartsHolder {
  readonly program: Program;
  readonly resolution: ResolutionJson;
  readonly parts: GivenParts;
  readonly around: Around;
  /** what its parts can't be, beside what is chosen of it */
  readonly goneInParts: GoneInParts;
  givePart(key: string, change: (part: GivenPart) => GivenPart): void;
}

/**
 * What is wrong with a part, or with something in a slot, as a whole; what is wrong with its own answers stands there.
 */
export function problemsOf({ problems }: Pick<ResolutionJson, 'problems'>, place: string): ResolutionJson['problems'] {
  return problems.filter(
    ({ where }) =>
      where === `part:${place}/item` || where === `part:${place}/selection` || where === `part:${place}/quantity`,
  );
}

/** Parts with one of them given otherwise; undefined takes back what was given of it. */
export function partsWith(parts: GivenParts, key: string, change: (part: GivenPart) => GivenPart): GivenParts {
  const { [key]: former, ...rest } = parts;
  const next = change(former);
  return next === undefined ? rest : { ...rest, [key]: next };
}

/** A selection as it is resolved and sent: what is said of parts that are not there any more is kept and not sent. */
export function selectionOf(
  program: Program,
  answers: Selection['answers'],
  quantity: number,
  parts: GivenParts,
): Selection {
  const known = Object.fromEntries(
    Object.entries(parts).filter(([key]) => program.kit?.components.some((component) => component.key === key)),
  );
  return { answers, quantity, ...(Object.keys(known).length > 0 && { parts: known }) };
}
