import { calledAs, type CandidateProgram } from '../../compile';
import { type DrawProgram } from '../../compile/program';
import { Exact } from '../../number';
import { problem, type Problem } from '../../problems';
import { type Draw, mostThatCanBeCut, type StockView } from '../../stock';
import { type Entry } from '../kits/entries';

/** The part for which there is too little of a stock item, where nothing but parts takes it; null otherwise. */
export function shortPart(entries: readonly Entry[], draws: readonly Draw[], stock: string): Entry | null {
  const by = draws.find((draw) => draw.stock === stock)?.by ?? [];
  const keys = new Set(by);
  const short = entries.filter(({ place }) => keys.has(place));
  return keys.size === short.length ? (short[0] ?? null) : null;
}

/**
 * Says of which part there is too little, and what would do instead.
 *
 * @param item what there is too little of
 * @param canSupply how many of the whole can be had, of those that are asked for
 */
export function partOut(
  { component, candidate, count, place }: Entry,
  item: string,
  canSupply: number,
  asked: number,
  view: StockView,
): Problem {
  const instead = component.candidates
    .filter((other) => other !== candidate && couldBeHad(other, count * asked, view))
    .map(({ product, title }) => ({ key: product, title }));
  const { optional } = component;
  return problem(
    { part: [place], at: 'item' },
    { code: 'partOut', title: calledAs(component, candidate), item, canSupply, asked, instead, optional },
  );
}

/** Whether so many of a product could be had, as far as that follows before anything of it is chosen. */
export function couldBeHad({ program }: CandidateProgram, count: number, view: StockView): boolean {
  if (program.blocking.length > 0) return false;
  const variants = [...program.variants.values()];
  if (variants.length > 0 && !variants.some(({ onSale }) => onSale)) return false;
  const there = (draw: DrawProgram) => isThere(draw, count, view);
  return program.supplySteps.every((step) => {
    switch (step.kind) {
      case 'product':
        return step.draws.every(there);
      case 'variant':
        return step.variants.some(({ onSale, draw }) => onSale && (draw === null || there(draw)));
      case 'inside':
        return step.kit.components.every(
          ({ optional, quantity, candidates }) =>
            optional || candidates.some((candidate) => couldBeHad(candidate, count * quantity.least, view)),
        );
      // What is chosen, worked out or taken along may be otherwise, or nothing.
      case 'choice':
      case 'along':
      case 'formula':
      case 'work':
      case 'rule':
        return true;
    }
  });
}

function isThere({ stock, fixed, pieces, leadDays }: DrawProgram, count: number, view: StockView): boolean {
  const lying = view.lots(stock);
  if (!fixed || leadDays !== null) return true;
  if (lying) return mostThatCanBeCut(lying, [{ length: fixed, count: pieces * count }], 1) >= 1;
  const available = view.available(stock) ?? Exact.zero;
  return available === 'plenty' || !available.isLess(fixed.times(Exact.of(pieces)).times(Exact.of(count)));
}
