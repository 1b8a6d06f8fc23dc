import {
  type CandidateProgram,
  type ComponentProgram,
  type KitProgram,
  type Program,
  type SlotProgram,
} from '../compile';
import { Exact } from '../number';
import { resolve } from '../run';
import { type Selection } from '../selection';
import { type Analysis, type AnalysisLimits, analysePlain, NOTHING, stages, USUAL_LIMITS } from './analyse-plain';
import { wordsWithParts } from './example';
import { type PriceRange, withoutParts } from './kit-range';
import { type PriceEnd } from './price-ends';
import { itemRange } from './price-range';

/**
 * Finds out what is true of all selections of a product, stage by stage. What it says can't be is proved: it holds for
 * every answer, and not only for those that were looked at. What it says can be has been resolved. What it could not
 * prove within its limits, it says.
 *
 * The parts of a kit are tied to nothing outside themselves: its own choices are looked at by themselves, and so is
 * each part.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 * @returns what is known after each stage, and while a long one goes on
 */
export function* analyse(
  program: Program,
  today: string,
  limits: AnalysisLimits = USUAL_LIMITS,
): Generator<Analysis, Analysis> {
  const { kit } = program;
  if (!kit || kit.isApart || program.blocking.length > 0) return yield* analysePlain(program, today, limits);
  const range = itemRange(program);
  if (
    kit.components.some(
      (component) => !component.optional && !component.candidates.some((candidate) => itemRange(candidate.program)),
    )
  )
    return { ...NOTHING, nothingSells: { without: [] }, selections: '0', done: stages };
  const base = range?.parts?.low.base ?? Exact.zero;
  const ends = range && {
    lowest: endOf(program, range, 'cheapest', today),
    highest: endOf(program, range, 'dearest', today),
  };
  const running = analysePlain(withoutParts(program, base).program, today, limits);
  for (;;) {
    const { value, done } = running.next();
    const found = ofWhole(kit, value, ends, today, limits);
    if (done) return found;
    yield found;
  }
}

/** What is known of a kit, from what is known of its own choices. @param ends of its price; null where it has none */
function ofWhole(
  kit: KitProgram,
  own: Analysis,
  ends: Pick<Analysis, 'lowest' | 'highest'> | null,
  today: string,
  limits: AnalysisLimits,
): Analysis {
  const prices = own.lowest ? ends : null;
  if (own.selections === null && own.selectionsBetween === null) return { ...own, ...prices };
  const [least, most] = own.selectionsBetween ?? [own.selections ?? '0', own.selections ?? '0'];
  const ways = [
    ...kit.components.map((component) => waysOf(component, today, limits)),
    ...kit.slots.map((slot) => waysInSlot(slot, today, limits)),
  ];
  const times = (count: string, side: 0 | 1) =>
    String(ways.reduce((product, way) => product * way[side], BigInt(count)));
  const [from, to] = [times(least, 0), times(most, 1)];
  return {
    ...own,
    ...prices,
    selections: from === to ? from : null,
    selectionsBetween: from === to ? null : [from, to],
  };
}

/** An end of a kit's price, resolved. */
function endOf(
  program: Program,
  { from, to, open, isProved, cheapest, dearest }: PriceRange,
  side: 'cheapest' | 'dearest',
  today: string,
): PriceEnd | null {
  const [selection, price]: [Selection, Exact] = side === 'cheapest' ? [cheapest, from] : [dearest, to];
  const { state, unitPrice, counted, parts } = resolve(program, selection, { stock: null, today });
  if (state !== 'sellable' || !unitPrice) return null;
  const holds = isProved && unitPrice.equals(price);
  return {
    selection,
    group: null,
    words: wordsWithParts(program, { counted, parts }),
    price: unitPrice.toFixed(program.places),
    coverage: open ? { kind: 'open', titles: [] } : holds ? { kind: 'proved' } : { kind: 'within', bound: null },
  };
}

const counts = new WeakMap<CandidateProgram, readonly [bigint, bigint]>();

/** In how many ways a part can come, at least and at most. */
function waysOf(
  { candidates, quantity, optional }: ComponentProgram,
  today: string,
  limits: AnalysisLimits,
): readonly [bigint, bigint] {
  const numbers = BigInt(quantity.most - quantity.least + 1);
  let [least, most] = optional ? [1n, 1n] : [0n, 0n];
  for (const candidate of candidates) {
    const known = counts.get(candidate) ?? countOf(candidate, today, limits);
    counts.set(candidate, known);
    least += known[0] * numbers;
    most += known[1] * numbers;
  }
  return [least, most];
}

/**
 * In how many ways what is in a slot can be chosen, beside which products it is: one at least, and as many as it holds
 * times over at most.
 */
function waysInSlot(
  { component: { candidates }, most }: SlotProgram,
  today: string,
  limits: AnalysisLimits,
): readonly [bigint, bigint] {
  const each = candidates.map((candidate) => {
    const known = counts.get(candidate) ?? countOf(candidate, today, limits);
    counts.set(candidate, known);
    return known[1];
  });
  const greatest = each.reduce((best, count) => (count > best ? count : best), 1n);
  return [1n, greatest ** BigInt(most)];
}

function countOf({ program }: CandidateProgram, today: string, limits: AnalysisLimits): readonly [bigint, bigint] {
  const running = analyse(program, today, limits);
  for (;;) {
    const { value, done } = running.next();
    if (!done) continue;
    const { selections, selectionsBetween, faulty } = value;
    if (faulty) return [0n, 0n];
    const [from, to] = selectionsBetween ?? [selections ?? '0', selections ?? '0'];
    return [BigInt(from), BigInt(to)];
  }
}
