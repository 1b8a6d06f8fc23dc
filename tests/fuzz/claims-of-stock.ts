import { type Program } from '@/core/compile';
import { Exact } from '@/core/number';
import { nearestAnswers, problemClass } from '@/core/problems';
import { isSoldOut, resolve, soldOutClauses } from '@/core/run';
import { type StockView, stockViewOf } from '@/core/stock';
import { type Random } from '../support/generated-products';
import { type Made, MORE_STOCK, STOCK } from './any-product';
import { claim, costOf, files, TODAY, type Tried } from './tried';

/** The same product, which takes some of what it takes from a second stock item. */
export function inTwoStocks(made: Made, random: Random): Made {
  const parted = (of: unknown): unknown => {
    if (Array.isArray(of)) return of.map(parted);
    if (typeof of !== 'object' || of === null) return of;
    return Object.fromEntries(
      Object.entries(of).map(([key, value]) => [
        key,
        key === 'stock' && value === STOCK && random.below(2) === 0 ? MORE_STOCK : parted(value),
      ]),
    );
  };
  return parted(made) as Made;
}

/** So many of the selections that are sold are resolved with what there is of stock, taken evenly. */
const MOST_RESOLVED = 60;

/** So much is there of each, from nothing to more than is ever asked for. */
const someStock = (random: Random) =>
  new Map([STOCK, MORE_STOCK].map((stock) => [stock, Exact.of(random.of([0, 1, 2, 3, 5, 8, 13, 40, 900]))]));

/** What is taken from stock is what the selection says that it takes; all of it must be there. */
const isThere = ({ resolution }: Tried, there: ReadonlyMap<string, Exact>) =>
  resolution.draws.every(
    ({ stock, total, leadDays }) =>
      leadDays !== null || total.value.sign() <= 0 || !(there.get(stock) ?? Exact.zero).isLess(total.value),
  );

/** Whether a selection is sold, or only not answered whole: rules may ask for more in another number. */
const canBeHad = ({ problems }: Tried['resolution']) =>
  problems.every(({ code }) => problemClass(code) === 'incomplete');

/**
 * What is said of stock, beside all that is sold: whether a selection can be supplied, other numbers that are named for
 * one that can't, and that a product is sold out.
 *
 * @returns how many selections could not be supplied
 */
export function checkStock(program: Program, sold: readonly Tried[], random: Random): number {
  const there = someStock(random);
  const view: StockView = stockViewOf((stock) => there.get(stock));
  const at = (tried: Pick<Tried, 'answers' | 'parts' | 'group'>, quantity: number) =>
    resolve(
      program,
      { answers: tried.answers, parts: tried.parts, quantity },
      { stock: view, today: TODAY, group: tried.group, files, costs: costOf, naming: true },
    );
  const told = [...there].map(([stock, left]) => `${left.toString()} ${stock}`).join(', ');
  if (isSoldOut(soldOutClauses(program), view))
    claim(!sold.some((tried) => isThere(tried, there)), `it is sold out, of ${told}`);
  const step = Math.ceil(sold.length / MOST_RESOLVED);
  let short = 0;
  for (const tried of sold.filter((_, place) => place % step === 0)) {
    const { quantity } = tried;
    const what = `${JSON.stringify([tried.answers, tried.parts])} × ${quantity} for ${String(tried.group)} of ${told}`;
    const now = at(tried, quantity);
    const enough = isThere(tried, there);
    claim(
      (now.state === 'sellable') === enough,
      `${what} can${enough ? '' : "'t"} be supplied: ${JSON.stringify(now.problems)}`,
    );
    if (enough) continue;
    short += 1;
    for (const problem of now.problems) {
      const named = [
        ...('canSupply' in problem.data && problem.data.canSupply > 0 ? [problem.data.canSupply] : []),
        ...(problem.where.at === 'quantity' && problem.where.part.length === 0
          ? nearestAnswers(problem.data).map(Number)
          : []),
      ];
      for (const other of named)
        claim(canBeHad(at(tried, other)), `${what}: ${other} can be had, as ${problem.code} has it`);
    }
  }
  return short;
}
