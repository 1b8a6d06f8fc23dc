import { SOME_DAY } from '../calendar';
import { amountsOf } from '../catalog';
import { type Program } from '../compile';
import { Exact } from '../number';
import { priceToReach } from './dead-options';
import { pairOf } from './pair';
import { perUnitOf } from './per-unit';
import { type PriceCoverage, type PriceEnd, priceEnds } from './price-ends';

/** The least and the most that is paid for one of a product, or for one unit of it, by who is in no customer group. */
export interface PriceRange {
  readonly from: Exact;
  readonly to: Exact;
  /** UCUM code of the unit the prices are for, null where they are for one item */
  readonly per: string | null;
  /** whether what is typed may add more to it */
  readonly open: boolean;
  /** whether nothing costs less or more; else they are the least and the most that were found */
  readonly isProved: boolean;
}

/** Steps of searching for a range that stands in a list. */
const LIST_STEPS = 20_000;
const LIST_ROUNDS = 12;

const known = new WeakMap<Program, PriceRange | null>();

/**
 * The range of prices that lists and pages show: of everything that can be sold in the quantity that is given first,
 * to who is in no customer group. Of a product that is sold by a measure, it is that of one unit of it.
 *
 * @returns null where nothing can be sold, or has a price
 */
export function sellableRange(program: Program): PriceRange | null {
  const before = known.get(program);
  if (before !== undefined) return before;
  const range = rangeOf(program);
  known.set(program, range);
  return range;
}

/** Whether anything is paid for each character: of texts not every number of spaces is looked at, which only matters where a price may not fall below nothing. */
const countsCharacters = ({ product, rules }: Program) =>
  [...product.choices.flatMap(amountsOf), ...(rules?.itemEffects ?? []).map(({ effect }) => (effect.kind === 'amount' ? effect.amount : null))].some((amount) => amount?.kind === 'perCharacter');

function rangeOf(program: Program): PriceRange | null {
  if (program.blocking.length > 0) return null;
  const { unit, isOpen, priced } = perUnitOf(program);
  const pair = pairOf(priced, SOME_DAY);
  const { found } = priceEnds(pair, { searching: LIST_STEPS, rounds: LIST_ROUNDS, quantity: program.defaultQuantity, onlySold: true });
  const { lowest, highest } = found;
  if (!lowest || !highest) return null;
  const is = (kind: PriceCoverage['kind']) => ({ coverage }: PriceEnd) => coverage.kind === kind;
  const ends = [lowest, highest];
  return { from: Exact.from(lowest.price), to: Exact.from(highest.price), per: unit, open: isOpen || ends.some(is('open')), isProved: ends.every(is('proved')) && !(priceToReach(pair.outer, pair.outerSolver) && countsCharacters(priced)) };
}
