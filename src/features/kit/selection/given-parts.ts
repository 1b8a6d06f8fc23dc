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
 * What is wrong with a part, or with something in a slot, as a whole; what its own form says of it and of its answers
 * stands there.
 */
export function problemsOf(
  { problems, parts }: Pick<ResolutionJson, 'problems' | 'parts'>,
  place: string,
): ResolutionJson['problems'] {
  const own = parts.find(({ part, beside }) => part === place || beside?.includes(place));
  const saysItself = (words: string) =>
    own?.resolution.problems.some(({ where, message }) => where === 'item' && message === words) === true;
  return problems.filter(
    ({ where, message }) =>
      (where === `part:${place}/item` && !saysItself(message)) ||
      where === `part:${place}/selection` ||
      where === `part:${place}/quantity`,
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
