import { Exact } from '../number';
import { NUMBER, sameDim } from './dimension';
import { type Span } from './formula-fault';
import { type FunctionName } from './functions';
import {
  bounded,
  divided,
  fromBoth,
  fromOne,
  type MadeValue,
  type Making,
  type RangeOf,
  type Run,
  Stop,
  valueOf,
} from './made';
import { greatestOf, hull, leastOf, magnitude, only, plus, type Range, rising, stepped } from './range';

/** A function that is given values, all of one dimension; what stands first decides what it gives. */
interface Call {
  readonly first: MadeValue;
  readonly values: readonly MadeValue[];
  readonly span: Span;
  readonly making: Making;
}

type MakeCall = (call: Call) => MadeValue;

/** Functions of values, by name; `if` is none of them, because it asks a condition. */
const CALLS: Readonly<Record<Exclude<FunctionName, 'if'>, MakeCall>> = {
  min: (call) => extreme(call, 1, leastOf),
  max: (call) => extreme(call, -1, greatestOf),
  sum: added,
  count: added,
  abs: absolute,
  sqrt: squareRoot,
  floor: (call) => onStep(call, 'floor', 'floor', 'wholes'),
  ceil: (call) => onStep(call, 'ceil', 'ceiling', 'wholes'),
  round: (call) => onStep(call, 'round', 'halfAwayFromZero', 'halves'),
};

/** @throws what `making` throws where the values don't go with each other or with the function */
export function callOf(
  name: Exclude<FunctionName, 'if'>,
  values: readonly [MadeValue, ...MadeValue[]],
  span: Span,
  making: Making,
): MadeValue {
  const [first] = values;
  const other = values.find(({ dim }) => !sameDim(dim, first.dim));
  if (other) making.fail(span, { code: 'mixedDimensions', does: 'compares', left: first.dim, right: other.dim });
  return CALLS[name]({ first, values, span, making });
}

function extreme({ first, values, making }: Call, sign: 1 | -1, of: (ranges: readonly Range[]) => Range): MadeValue {
  const places = values.some(({ pieces }) => pieces);
  // A place that is empty has no least and no greatest: what is there counts.
  const there = (frame: readonly (Exact | null)[]) => {
    const found = values.filter(({ pieces }) => !pieces || pieces(frame).sign() > 0);
    return (found.length > 0 ? found : values).map(({ run }) => run(frame));
  };
  values
    .slice(1)
    .forEach((later, place) =>
      making.kink('nothing', (frame) => later.run(frame).minus(values[place]?.run(frame) ?? Exact.zero)),
    );
  return valueOf(
    first.dim,
    (frame) => there(frame).reduce((best, next) => (next.compare(best) * sign < 0 ? next : best)),
    (frame) => {
      const ranges = values.map(({ range }) => range(frame));
      const known = ranges.filter((range) => range !== null);
      if (known.length < ranges.length) return null;
      return places ? hull(known) : of(known);
    },
  );
}

function added({ first, values }: Call): MadeValue {
  const runs = values.map(({ run }) => run);
  return valueOf(
    first.dim,
    (frame) => bounded(runs.reduce((sum, run) => sum.plus(run(frame)), Exact.zero)),
    values.slice(1).reduce<RangeOf>((sum, { range }) => fromBoth(sum, range, plus), first.range),
  );
}

function absolute({ first, making }: Call): MadeValue {
  making.kink('nothing', first.run);
  return valueOf(
    first.dim,
    (frame) => {
      const given = first.run(frame);
      return given.sign() < 0 ? given.negated() : given;
    },
    fromOne(first.range, magnitude),
    first.factors,
  );
}

function squareRoot({ first, span, making }: Call): MadeValue {
  const { length, mass, money } = first.dim;
  if (length % 2 !== 0 || mass % 2 !== 0 || money % 2 !== 0) making.fail(span, { code: 'oddRoot', dim: first.dim });
  for (const factor of first.factors) making.kink('nothing', factor);
  making.mayStop();
  return valueOf(
    { length: length / 2, mass: mass / 2, money: money / 2 },
    (frame) => rootOf(first.run(frame)),
    fromOne(first.range, rootsOf),
    first.factors,
  );
}

/** On a step, or on a whole number where none is given. */
function onStep(
  { first, values: [, by], span, making }: Call,
  name: 'floor' | 'ceil' | 'round',
  mode: 'floor' | 'ceiling' | 'halfAwayFromZero',
  at: 'wholes' | 'halves',
): MadeValue {
  if (!by && !sameDim(first.dim, NUMBER)) making.fail(span, { code: 'stepMissing', name, dim: first.dim });
  const step: Run = by ? by.run : () => Exact.one;
  if (by) making.kink('nothing', by.run);
  if (by && by.factors.length > 0) making.mayStop();
  making.kink(at, (frame) => divided(first.run(frame), step(frame)));
  return valueOf(
    first.dim,
    (frame) => {
      const size = step(frame);
      return bounded(divided(first.run(frame), size).rounded(0, mode).times(size));
    },
    fromBoth(first.range, by?.range ?? (() => only(Exact.one)), (range, steps) => stepped(range, steps, mode)),
  );
}

const ROOT_PLACES = 12;

/** The square root: exact where it is a fraction, else to twelve decimal places, rounded down. */
function rootOf(value: Exact): Exact {
  if (value.sign() < 0) throw new Stop('rootOfNegative');
  return value.squareRoot(ROOT_PLACES);
}

/** @returns null when all of it lies below nothing */
function rootsOf({ low, high }: Range): Range | null {
  if (high && high.sign() < 0) return null;
  return rising({ low: low && low.sign() > 0 ? low : Exact.zero, high }, rootOf);
}
