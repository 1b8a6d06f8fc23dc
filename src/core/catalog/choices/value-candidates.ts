import { Exact } from '../../number';
import { between, type Candidate, type Candidates, type CandidateScope } from './candidates';
import { FINEST, LARGEST, SMALLEST } from './limits';

/** A choice with so many steps at most is looked at step by step. */
const MOST_STEPS = 60;

interface Bounded {
  readonly min: string | null;
  readonly max: string | null;
  readonly step: string | null;
  readonly default: string | null;
  /** whether nothing, and what is below, is no answer even where no least is said */
  readonly aboveNothing: boolean;
}

/**
 * All answers of a number or measure: its ends, where something changes with what lies next to it, and one candidate
 * for all that lies between two of those; or every step, where they are few.
 */
export function valueCandidates(choice: Bounded, scope: CandidateScope): Candidates {
  const breaks = [...scope.thresholds.flatMap((text) => Exact.parse(text) ?? []), ...scope.further];
  return { list: cellsOf(choice, breaks).flatMap((cell) => candidatesFor(cell, scope)), counted: false };
}

/** Answers from one to another, with one of them. */
interface Cell {
  readonly low: Exact;
  readonly at: Exact;
  readonly high: Exact;
  readonly open?: boolean;
}

function candidatesFor({ low, at, high, open }: Cell, scope: CandidateScope): Candidate[] {
  if (low.equals(high)) return scope.read(low.toString(), 0);
  return between(scope, low.toString(), at.toString(), high.toString(), 0).map((candidate) =>
    open ? { ...candidate, open } : candidate,
  );
}

function cellsOf(choice: Bounded, breaks: readonly Exact[]): Cell[] {
  const read = (text: string | null) => (text === null ? null : Exact.parse(text));
  const [min, max, given] = [read(choice.min), read(choice.max), read(choice.step)];
  // What has no steps has as many places as are answers.
  const step = given && given.sign() > 0 ? given : FINEST;
  const origin = min ?? Exact.zero;
  const down = (value: Exact) => origin.plus(step.times(Exact.of(value.minus(origin).over(step).floor())));
  const first = firstOf(choice, { min, step, down });
  const last = max && down(max);
  const fits = (value: Exact) => !(first && value.isLess(first)) && !(last && value.isMore(last));
  if (
    first &&
    last &&
    !last
      .minus(first)
      .over(step)
      .isMore(Exact.of(MOST_STEPS - 1))
  ) {
    const count = Number(last.minus(first).over(step).floor()) + 1;
    return Array.from({ length: Math.max(0, count) }, (_, steps) => point(first.plus(step.times(Exact.of(steps)))));
  }
  const beside = breaks.flatMap((value) => {
    const below = down(value);
    return value.equals(below) ? [below.minus(step), below, below.plus(step)] : [below, below.plus(step)];
  });
  const points = sorted(
    [first, last, read(choice.default), ...beside].filter((value) => value !== null && fits(value)),
  );
  if (points.length === 0) points.push(down(Exact.one));
  const cells: Cell[] = [];
  const within = (low: Exact, high: Exact) => {
    if (!low.isMore(high)) cells.push({ low, at: plainest(low, high, down), high });
  };
  points.forEach((value, place) => {
    const before = points[place - 1];
    if (before) within(before.plus(step), value.minus(step));
    cells.push(point(value));
  });
  const [lowest, highest] = [points[0] ?? Exact.one, points.at(-1) ?? Exact.one];
  if (!first)
    cells.push({
      low: down(SMALLEST).plus(step),
      at: down(lowest.minus(Exact.one)),
      high: lowest.minus(step),
      open: true,
    });
  if (!last)
    cells.push({
      low: highest.plus(step),
      at: down(highest.plus(highest.sign() < 0 ? highest.negated() : highest).plus(Exact.one)).plus(step),
      high: down(LARGEST),
      open: true,
    });
  return cells;
}

/** The least that can be answered: null for none. */
function firstOf(
  { aboveNothing }: Bounded,
  { min, step, down }: { min: Exact | null; step: Exact; down: (value: Exact) => Exact },
): Exact | null {
  if (!aboveNothing) return min;
  if (!min) return step;
  if (min.sign() >= 0) return min;
  // What is below nothing is no answer whatever least is said.
  const atMostNothing = down(Exact.zero);
  return atMostNothing.sign() === 0 ? atMostNothing : atMostNothing.plus(step);
}

const point = (value: Exact): Cell => ({ low: value, at: value, high: value });

const sorted = (values: (Exact | null)[]): Exact[] =>
  values
    .filter((value) => value !== null)
    .sort((a, b) => a.compare(b))
    .filter((value, place, all) => place === 0 || !value.equals(all[place - 1] ?? value.plus(Exact.one)));

const MOST_PLACES = 9;

/** A value about the middle, with as few places as one there can have. */
function plainest(low: Exact, high: Exact, down: (value: Exact) => Exact): Exact {
  const middle = low.plus(high).over(Exact.of(2));
  for (let places = 0; places < MOST_PLACES; places += 1) {
    const plain = middle.rounded(places);
    if (!plain.isLess(low) && !plain.isMore(high) && down(plain).equals(plain)) return plain;
  }
  const below = down(middle);
  return below.isLess(low) ? low : below;
}
