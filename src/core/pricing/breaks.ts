import { z } from 'zod';
import { decimalText, Exact } from '../number';
import { type Unit } from '../quantity';

const stepSchema = z.strictObject({
  from: decimalText.describe('from so many on; of graduated breaks, for what goes beyond so many'),
  value: decimalText.describe('the price then, or how much less it is'),
});

/** So many steps a price has at most. */
export const MOST_STEPS = 40;

/** What more of something costs: another price from so many on. */
export const breaksSchema = z
  .strictObject({
    counting: z
      .enum(['allUnits', 'graduated'])
      .default('allUnits')
      .describe('whether all of them cost what the step says, or only those beyond it'),
    over: z
      .enum(['pieces', 'measure', 'options'])
      .default('pieces')
      .describe(
        'what is counted: pieces; what is charged of the measure that it is sold by; or, of an option that customers take a number of, all of it in the line: so many on each piece, times the pieces',
      ),
    across: z
      .enum(['line', 'product', 'together'])
      .default('line')
      .describe(
        'counted in one order line, in all lines of the product, or in all lines of products that name the same group',
      ),
    together: z.string().max(60).default('').describe('the group of products that are counted together'),
    gives: z
      .enum(['price', 'less', 'percent', 'percentOfAll'])
      .default('price')
      .describe(
        'the price itself; so much less; so many percent less of it; or of the whole price of one, with all that is chosen',
      ),
    steps: z.array(stepSchema).max(MOST_STEPS).default([]),
  })
  .meta({ id: 'breaks' });

export type Breaks = z.infer<typeof breaksSchema>;

/** Breaks made ready to be asked. */
export interface BreaksProgram extends Pick<Breaks, 'counting' | 'over' | 'across' | 'together' | 'gives'> {
  /** rising */
  readonly steps: readonly BreakStep[];
  /** what is counted in; null for pieces */
  readonly unit: Unit | null;
}

export interface BreakStep {
  readonly from: Exact;
  readonly value: Exact;
}

const HUNDRED = Exact.of(100);

/** The step that holds for a count: the last that is not above it; null below the first. */
export function stepAt({ steps, counting }: BreaksProgram, count: Exact): BreakStep | null {
  // What goes beyond a step is more than it; from a step on, it is enough to reach it.
  return steps.findLast(({ from }) => (counting === 'graduated' ? count.isMore(from) : !count.isLess(from))) ?? null;
}

/**
 * What a price becomes at a step. Of graduated breaks that is the price of what lies beyond it.
 *
 * @param times how much of the unit that a price is for, where it is one; 1 for a price of one piece
 */
export function broken(
  { gives }: Pick<BreaksProgram, 'gives'>,
  { value }: BreakStep,
  price: Exact,
  times: Exact,
): Exact {
  switch (gives) {
    case 'price':
      return value.times(times);
    case 'less':
      return price.minus(value.times(times));
    case 'percent':
    case 'percentOfAll':
      return price.times(HUNDRED.minus(value)).over(HUNDRED);
  }
}

/** A stretch of what is counted, within which no step changes. */
export interface Stretch {
  readonly from: Exact;
  readonly to: Exact;
}

/**
 * Parts what is counted where graduated breaks change. Where more is counted than lies in the line, every step takes of
 * the line what its share of the whole is, so that no line is nearer to a step than another.
 *
 * @param bounds where steps begin, in pieces of the line
 */
export function stretches(bounds: readonly Exact[], pieces: Exact): Stretch[] {
  const inside = bounds.filter((bound) => bound.sign() > 0 && bound.isLess(pieces)).sort((a, b) => a.compare(b));
  const ends = [...inside.filter((bound, place) => place === 0 || !bound.equals(inside[place - 1] ?? bound)), pieces];
  return ends.map((to, place) => ({ from: ends[place - 1] ?? Exact.zero, to }));
}
