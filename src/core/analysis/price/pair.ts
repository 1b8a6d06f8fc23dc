import { type Program } from '../../compile';
import { Solver } from '../../constraints';
import { Exact } from '../../number';
import { type Breakpoints } from '../model/breakpoints';
import { QUANTITY } from '../model/candidates';
import { type Model } from '../model/model';
import { modelOf } from '../model/model-of';
import { withOnceInside } from './once-inside';
import { type Look } from '../model/ways-in';

/** A product's inner and outer model with their solvers: one and the same where nothing is unsettled. */
export interface Pair {
  readonly inner: Model;
  readonly outer: Model;
  readonly innerSolver: Solver;
  readonly outerSolver: Solver;
  readonly isSettled: boolean;
  /** what candidates for slots are looked at for in it */
  readonly look: Look;
}

export function pairOf(program: Program, today: string, look: Look, further: Breakpoints = new Map()): Pair {
  const made = modelOf(program, today, { further, look });
  const innerSolver = new Solver(made.space);
  const inner = withOnceInside(made, innerSolver);
  const isSettled = !inner.isUnsettled && inner.gaps.length === 0;
  const outer = inner.isUnsettled ? modelOf(program, today, { further, look, side: 'outer' }) : inner;
  const outerSolver = outer === inner ? innerSolver : new Solver(outer.space);
  return { inner, outer, innerSolver, outerSolver, isSettled, look };
}

/** What stands for many answers is parted into so many. */
const PARTS = 4;

const FURTHER = [1, 4, 16, 256];

/** What to look at next, where values stand for many answers each: places between their ends; null where none does. */
export function parted(model: Model, open: readonly ArrayLike<number>[], before: Breakpoints): Breakpoints | null {
  const further = new Map(before);
  const seen = new Set<string>();
  const add = (index: number, low: Exact, high: Exact, beyond: Exact | null = null) => {
    const name = `${index} ${low.toString()}`;
    if (seen.has(name)) return;
    seen.add(name);
    // Where nobody set a limit, further and further out.
    const places = beyond
      ? FURTHER.map((times) => beyond.times(Exact.of(times)))
      : Array.from({ length: PARTS - 1 }, (_, part) => low.plus(high.minus(low).times(Exact.of(part + 1, PARTS))));
    further.set(index, [...(further.get(index) ?? []), ...places]);
  };
  for (const values of open) {
    for (const choice of model.choices) {
      const [only] = choice && !choice.several ? choice.variables : [];
      const candidate = only?.values[values[only.variable] ?? 0];
      const [low, high] = [candidate?.ends?.low.value, candidate?.ends?.high.value];
      if (choice && low && high)
        add(choice.index, low, high, candidate?.open ? (candidate.answer?.value ?? null) : null);
    }
    const pieces = model.quantities[values[model.quantity] ?? 0];
    if (pieces && pieces.low !== pieces.high) add(QUANTITY, Exact.of(pieces.low), Exact.of(pieces.high));
  }
  return seen.size > 0 && isWithinReach(model, further) ? further : null;
}

/** So many places of one answer, and so many ways of answering together, are gone through at most. */
const MOST_PLACES = 400;
const MOST_WAYS = 10_000;

/** In how many ways everything of which values stand for many answers each is looked at together. */
export function waysToLookAt({ choices, quantities }: Model): number {
  const wide = choices.flatMap((choice) =>
    choice && !choice.several && choice.candidates.list.some(({ ends }) => ends) ? [choice.candidates.list.length] : [],
  );
  return [...wide, ...(quantities.some(({ low, high }) => low !== high) ? [quantities.length] : [])].reduce(
    (product, count) => product * count,
    1,
  );
}

/** Whether what is looked at can still be gone through. */
function isWithinReach(model: Model, further: Breakpoints): boolean {
  const counts = [...further].map(
    ([index, values]) =>
      values.length * 4 +
      (index === QUANTITY ? model.quantities.length : (model.choices[index]?.candidates.list.length ?? 0)),
  );
  return (
    counts.every((count) => count <= MOST_PLACES) && counts.reduce((product, count) => product * count, 1) <= MOST_WAYS
  );
}

/** Titles of the choices of which values stand for answers that go on to where nobody set a limit. */
export function openTitles(model: Model, values: ArrayLike<number>): string[] {
  return model.choices.flatMap((choice) => {
    const [only] = choice?.variables ?? [];
    return choice && only?.values[values[only.variable] ?? 0]?.open
      ? [model.program.choices[choice.index]?.title ?? '']
      : [];
  });
}
