import { type CandidateProgram, type ComponentProgram, type Program } from '../../compile';
import { Exact } from '../../number';
import { problem, type Problem, type ProblemData } from '../../problems';
import { type Where } from '../../selection';
import { closest } from '../../text';
import { type PartPriced, type Priced } from './kit-price';
import { type Resolution } from '../resolution';
import { Kept, type Run } from '../run';
import { isRecord } from '../../is-record';

/** A component as a selection has it: which product, how many of it, and what it resolves to for this customer. */
export interface Entry extends PartPriced {
  /** of all of them together */
  readonly resolution: Resolution;
  /** where it stands in a selection: the key of its part, or its slot with its number */
  readonly place: string;
  /** further places of its slot that hold the same: it counts for all of them */
  readonly beside: readonly string[];
}

const NO_ENTRIES: readonly Entry[] = [];
const ENTRY_KEYS = ['answers', 'quantity', 'parts', 'product'];
const NO_ANSWERS: Readonly<Record<string, unknown>> = {};

/**
 * What a selection puts in the places of a product, each resolved as the product it is: in its number, for the
 * customer's group, on the same day. What is there decides which options are offered; whether it is enough is asked for
 * everything together.
 *
 * @param given what is said of parts, by their key; anything at all
 * @param problems takes what is wrong, at the part where it is
 */
export function readEntries({ kit }: Program, given: unknown, run: Run, problems: Problem[]): readonly Entry[] {
  if (!kit) return NO_ENTRIES;
  const said = isRecord(given) ? given : NO_ANSWERS;
  const inside = run.inside();
  // Whatever there is of stock; and nothing that is said of it names a file.
  const steady = inside.with({ stock: null, files: undefined });
  const entries: Entry[] = [];
  for (const component of kit.components) {
    const own = said !== NO_ANSWERS && Object.hasOwn(said, component.key) ? said[component.key] : undefined;
    const entry =
      own === undefined
        ? usualEntry(component, component.varies && component.looksAtStock ? inside : steady, problems)
        : readEntry(component, own, inside, problems);
    if (entry) entries.push(entry);
  }
  return entries;
}

interface Usual {
  readonly entry: Entry | null;
  readonly problems: readonly Problem[];
}

const usual = new Kept<ComponentProgram, Usual>();

/**
 * A part of which nothing is said is the same at every keystroke: of a kit of thousands only what is answered is
 * resolved anew.
 */
function usualEntry(component: ComponentProgram, run: Run, problems: Problem[]): Entry | null {
  const { entry, problems: own } = usual.of(run, component, '', () => {
    const found: Problem[] = [];
    return { entry: readEntry(component, undefined, run, found), problems: found };
  });
  problems.push(...own);
  return entry;
}

/** @param said what is said of it: undefined for nothing, null for leaving it out */
function readEntry(component: ComponentProgram, said: unknown, run: Run, problems: Problem[]): Entry | null {
  const { key, title, optional, quantity, candidates } = component;
  const at: Where = { part: [key], at: 'selection' };
  const tell = (data: ProblemData, where: Where = at): null => {
    problems.push(problem(where, data));
    return null;
  };
  if (said === undefined ? optional && !component.taken : said === null || (isRecord(said) && said.quantity === 0)) {
    return optional ? null : tell({ code: 'partNotLeftOut', title });
  }
  if (said !== undefined && said !== null && !isRecord(said))
    return tell({ code: 'selectionMalformed', expected: { form: 'part', part: title } });
  const own = isRecord(said) ? said : NO_ANSWERS;
  for (const name of Object.keys(own).slice(0, 20))
    if (!ENTRY_KEYS.includes(name))
      tell({
        code: 'unknownKey',
        place: title,
        key: name.slice(0, 60),
        known: ENTRY_KEYS,
        meant: closest(name, ENTRY_KEYS),
      });
  const wanted = own.product;
  const candidate = wanted === undefined ? candidates[0] : candidates.find(({ product }) => product === wanted);
  if (!candidate) {
    if (wanted === undefined || candidates.length === 0)
      return tell({ code: 'partNotReady', title, first: { code: 'notInShop' } });
    return tell({
      code: 'partNotOffered',
      title,
      given: typeof wanted === 'string' ? wanted.slice(0, 60) : typeof wanted,
      offered: candidates.map((one) => ({ key: one.product, title: one.title })),
    });
  }
  const given = own.quantity ?? quantity.usual;
  const fits =
    typeof given === 'number' && Number.isInteger(given) && given >= quantity.least && given <= quantity.most;
  if (!fits)
    tell(
      { code: 'partQuantity', title, given: String(given).slice(0, 40), least: quantity.least, most: quantity.most },
      { part: [key], at: 'quantity' },
    );
  // Refused as it is; everything else of it is still to be seen, in its usual number.
  const count = fits ? given : quantity.usual;
  const { program } = candidate;
  const inNumber = (pieces: number) =>
    run.resolve(program, {
      answers: own.answers ?? NO_ANSWERS,
      quantity: pieces,
      ...(own.parts !== undefined && { parts: own.parts }),
    });
  const resolution = inNumber(count);
  problems.push(...resolution.problems.map((one) => atPlace(key, one)));
  return entryOf(component, candidate, { count, resolution, place: key }, (pieces) =>
    pricedOf(inNumber(pieces), pieces),
  );
}

/** What so many pieces of a resolution cost, without what is paid once; null while that is not known. */
export function piecesPrice(
  { unitPrice, lineTotal, once }: Pick<Resolution, 'unitPrice' | 'lineTotal' | 'once'>,
  count: number,
): Exact | null {
  return lineTotal ? lineTotal.minus(once) : unitPrice && unitPrice.times(Exact.of(count));
}

/** What so many pieces of a resolution cost, and what is paid once for them; null while that is not known. */
export function pricedOf(
  resolution: Pick<Resolution, 'unitPrice' | 'lineTotal' | 'once'>,
  count: number,
): Priced | null {
  const alone = piecesPrice(resolution, count);
  return alone && { alone, once: resolution.unitPrice ? resolution.once : Exact.zero };
}

/** What is wrong with something, told of the place in which it stands. */
export const atPlace = (place: string, { where, data }: Problem): Problem =>
  problem({ ...where, part: [place, ...where.part] }, data);

/** An entry with what it would cost alone. @param inNumber what the same would cost in another number */
export function entryOf(
  component: ComponentProgram,
  candidate: CandidateProgram,
  { count, resolution, place }: Pick<Entry, 'count' | 'resolution' | 'place'>,
  inNumber: Entry['inNumber'],
): Entry {
  const priced = pricedOf(resolution, count);
  return {
    component,
    candidate,
    count,
    resolution,
    alone: priced && priced.alone,
    once: priced ? priced.once : Exact.zero,
    isOpen: resolution.state === 'incomplete',
    place,
    beside: NOT_BESIDE,
    inNumber,
  };
}

/** Of what stands in one place alone. */
export const NOT_BESIDE: readonly string[] = [];
