import { type Formula, type Solver } from '../../constraints';
import { type ValueOf } from '../model/inputs';

export type Interval = readonly [number, number];

/**
 * One step of working out a price: it adds, or adds a share of the base or of the sum so far, or takes the sum's place.
 */
export interface Step {
  readonly kind: 'add' | 'shareOfBase' | 'shareOfSum' | 'set';
  readonly variables: readonly number[];
  /** the amount or share, from the values of its variables, of the answers that are looked at */
  readonly amount: (valueOf: ValueOf) => number;
  /** the least and the most of all answers that the values stand for; absent where each stands for one */
  readonly span?: (valueOf: ValueOf) => Interval;
  /** where it rises or falls evenly with its one variable: what it comes to at both ends of what a value stands for */
  readonly atEnds?: (valueOf: ValueOf) => Interval;
  /** holds when the step is taken; absent for always */
  readonly when?: Formula;
  /** what it can come to under the values that are left, where it knows that better than its variables by themselves */
  readonly range?: (solver: Solver) => Interval;
}

export const plus = ([a, b]: Interval, [c, d]: Interval): Interval => [a + c, b + d];

export function times([a, b]: Interval, [c, d]: Interval): Interval {
  const products = [a * c, a * d, b * c, b * d].map((product) => (Number.isNaN(product) ? 0 : product));
  return [Math.min(...products), Math.max(...products)];
}

/** Parts steps where their order begins to matter: those before only add, or take shares of the base. */
export function inAnyOrder(steps: readonly Step[]): readonly [early: readonly Step[], late: readonly Step[]] {
  const end = steps.findIndex(({ kind, when }) => when !== undefined || kind === 'shareOfSum' || kind === 'set');
  return end < 0 ? [steps, []] : [steps.slice(0, end), steps.slice(end)];
}

export const hull = (...intervals: readonly Interval[]): Interval => [
  Math.min(...intervals.map(([low]) => low)),
  Math.max(...intervals.map(([, high]) => high)),
];

export const spanOf = (step: Step, valueOf: ValueOf): Interval => {
  if (step.span) return step.span(valueOf);
  const amount = step.amount(valueOf);
  return [amount, amount];
};
