import { Exact } from '../../number';
import { type Candidates, type CandidateScope, type Coverage } from './candidates';

/** A choice with so many steps at most is looked at step by step. */
const MOST_STEPS = 40;

/** Of a number or measure its ends, where rules change, and something in between each; or every step, where they are few. */
export function valueCandidates(choice: Bounded, { thresholds, further, read }: CandidateScope): Candidates {
  const { values, coverage, openAbove } = valuesOf(choice, [...thresholds.flatMap((text) => Exact.parse(text) ?? []), ...further]);
  return { list: values.flatMap((value) => read(value.toString(), 0)), counted: false, coverage, openAbove };
}

interface Bounded {
  readonly min: string | null;
  readonly max: string | null;
  readonly step: string | null;
  readonly default: string | null;
}

function valuesOf(choice: Bounded, thresholds: readonly Exact[]): { values: Exact[]; coverage: Coverage; openAbove: boolean } {
  const read = (text: string | null) => (text === null ? null : Exact.parse(text));
  const [min, max, step] = [read(choice.min), read(choice.max), read(choice.step)];
  const origin = min ?? Exact.zero;
  const onGrid = (count: bigint): Exact => origin.plus((step ?? Exact.one).times(Exact.of(count)));
  if (step && step.sign() > 0 && max) {
    const last = max.minus(origin).over(step).floor();
    if (last >= 0n && last < BigInt(MOST_STEPS)) return { values: Array.from({ length: Number(last) + 1 }, (_, count) => onGrid(BigInt(count))), coverage: 'every', openAbove: false };
  }
  const given = [min, max, read(choice.default), ...thresholds].filter((value) => value !== null);
  const points = given.sort((a, b) => a.compare(b)).filter((value, place) => place === 0 || !value.equals(given[place - 1] ?? Exact.zero));
  const [lowest, highest] = [points[0] ?? Exact.one, points.at(-1) ?? Exact.one];
  const outside = [...(min ? [] : [lowest.over(Exact.of(2)), lowest.minus(Exact.one)]), ...(max ? [] : [highest.plus(highest).plus(Exact.one)])];
  let values: Exact[];
  if (step && step.sign() > 0) {
    const places = [...points, ...outside].map((point) => point.minus(origin).over(step));
    const counts = new Set(places.flatMap((place) => [place.floor() - 1n, place.floor(), place.ceiling(), place.ceiling() + 1n]));
    values = [...counts].map(onGrid);
  } else {
    const between = points.slice(1).map((point, place) => point.plus(points[place] ?? point).over(Exact.of(2)));
    values = [...points, ...between, ...outside];
  }
  return { values: values.sort((a, b) => a.compare(b)), coverage: 'ends', openAbove: max === null };
}
