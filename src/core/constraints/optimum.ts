import { type Objective } from './branching';
import { type Budget, spend } from './budget';
import { valuesWhere } from './formula';
import { type Solver } from './solver';

/** What is to be as little as possible. */
export interface Goal extends Objective {
  /** nothing that is still possible comes to less; may be -Infinity */
  bound(solver: Solver): number;
  /** what picked values come to; Infinity for what is no answer */
  value(picked: Int32Array): number;
  /** whether values that are picked stand for more answers than one each; absent for never */
  isWide?(picked: Int32Array): boolean;
  /** variables to settle next, most telling first, where what is picked comes to more than the bound */
  unsettled(picked: Int32Array): Iterable<number>;
}

/** Sums are compared to within a billionth: what is paid is rounded to far coarser steps. */
export const CLOSE = 1e-9;

/** The least that was found of what a goal can come to, with values that come to it. */
export interface Optimum {
  /** Infinity where what was found is no answer */
  readonly value: number;
  readonly values: Int32Array;
  /** nothing comes to less; the same as the value where values stand for one answer each */
  readonly bound: number;
  /** what might come to less than the value, what comes to least first; not all of it where that is much */
  readonly open: readonly Int32Array[];
}

type Found = Pick<Optimum, 'value' | 'values'>;

/**
 * So many picks are kept of which no more than a bound is known; after that only what could come to less is looked at.
 */
const MOST_OPEN = 32;

/**
 * Finds what comes to the least, exactly, within what is left to the variables.
 *
 * Where values stand for many answers each, no more than a bound may be known of them: then nothing that can't come to
 * less than that bound is looked at any more.
 *
 * @param better told of each improvement on the way, which is all there is when the budget is spent before the end
 * @returns null when nothing is possible: that is proved
 */
export function minimise(solver: Solver, goal: Goal, budget: Budget, better?: (found: Found) => void): Optimum | null {
  if (solver.impossible) return null;
  solver.forget();
  const start = solver.mark();
  let best: Found | null = null;
  const open: Found[] = [];
  const visit = (): void => {
    spend(budget);
    const bound = goal.bound(solver);
    if (best && bound >= best.value - CLOSE) return;
    if (best && open.length >= MOST_OPEN && bound >= (open[0]?.value ?? 0) - CLOSE) return;
    const picked = solver.pick(goal);
    const branch = solver.brokenBy(picked, goal);
    const mark = solver.mark();
    if (branch) {
      if (solver.narrow(branch.variable, branch.values)) visit();
      solver.undo(mark);
      if (solver.without(branch.variable, branch.values)) visit();
      solver.undo(mark);
      return;
    }
    const value = goal.value(picked);
    if (value < (best?.value ?? Infinity)) {
      best = { value, values: picked.slice() };
      better?.(best);
    }
    if (value <= bound + CLOSE) return;
    for (const variable of goal.unsettled(picked)) {
      const here = picked[variable] ?? 0;
      const own = valuesWhere(solver.space.sizes[variable] ?? 0, (other) => other === here);
      if (solver.isWithin(variable, own)) continue;
      if (solver.narrow(variable, own)) visit();
      solver.undo(mark);
      if (solver.without(variable, own)) visit();
      solver.undo(mark);
      return;
    }
    if (!goal.isWide?.(picked)) return;
    open.push({ value: bound, values: picked.slice() });
    open.sort((a, b) => a.value - b.value);
    if (open.length > MOST_OPEN) open.pop();
  };
  try {
    visit();
  } finally {
    solver.undo(start);
  }
  return whatWasFound(best, open);
}

function whatWasFound(best: Found | null, open: readonly Found[]): Optimum | null {
  const [first] = open;
  if (!first) return best && { ...best, bound: best.value, open: [] };
  const { value, values } = best ?? { value: Infinity, values: first.values };
  return {
    value,
    values,
    bound: Math.min(value, first.value),
    open: open.filter((one) => one.value < value - CLOSE).map((one) => one.values),
  };
}
