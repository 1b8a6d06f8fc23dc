import { type Exact } from '../number';
import { type Dim } from './dimension';
import { type FormulaFaultData, type FormulaStop, type Span } from './formula-fault';
import { only, type Range, withinDigits } from './range';

export type Run = (frame: readonly (Exact | null)[]) => Exact;
export type Test = (frame: readonly (Exact | null)[]) => boolean;

export type RangeFrame = readonly (Range | null)[];
/** Null where it stops for every value. */
export type RangeOf = (frame: RangeFrame) => Range | null;

/** An expression made ready: a value with what it measures, or a condition. */
export type Made = MadeValue | MadeCondition;

export interface MadeCondition {
  readonly kind: 'condition';
  readonly test: Test;
  /** whether it holds for all values, or for none; null where that depends on them */
  readonly settle: (frame: RangeFrame) => boolean | null;
}

export interface MadeValue {
  readonly kind: 'value';
  readonly dim: Dim;
  readonly run: Run;
  readonly range: RangeOf;
  /** it is nothing where one of these is */
  readonly factors: readonly Run[];
  /** of what is asked of a place, how many pieces are there; absent otherwise */
  readonly pieces?: Run;
}

/**
 * Where a formula begins to behave in another way: where this passes nothing, a whole number, or the middle between
 * two.
 */
export interface Kink {
  readonly of: Run;
  readonly at: 'nothing' | 'wholes' | 'halves';
}

/** What can't be worked out with some values. */
export class Stop extends Error {
  constructor(readonly code: FormulaStop['code']) {
    super(code);
  }
}

/** Something is wrong that has been reported. */
export class Faulty extends Error {}

/** What whoever makes an expression notes about it. */
export interface Making {
  /** it begins to behave in another way there */
  kink(at: Kink['at'], of: Run): void;
  /** some value could keep it from being worked out */
  mayStop(): void;
  /** reports what is wrong, and gives up */
  fail(span: Span, data: FormulaFaultData): never;
}

const MOST_DIGITS = 120;

/** Values of more digits than anything real has are stopped before they grow without end. */
export function bounded(value: Exact): Exact {
  if (value.digits() > MOST_DIGITS) throw new Stop('tooLarge');
  return value;
}

const boundedRange = (range: Range | null): Range | null => range && withinDigits(range, MOST_DIGITS);

/** A range worked out from others; null as soon as one of them is. */
export const fromBoth =
  (a: RangeOf, b: RangeOf, of: (a: Range, b: Range) => Range | null): RangeOf =>
  (frame) => {
    const [one, other] = [a(frame), b(frame)];
    return one && other && boundedRange(of(one, other));
  };
export const fromOne =
  (a: RangeOf, of: (a: Range) => Range | null): RangeOf =>
  (frame) => {
    const one = a(frame);
    return one && boundedRange(of(one));
  };

export const valueOf = (dim: Dim, run: Run, range: RangeOf, factors: readonly Run[] = [run]): MadeValue => ({
  kind: 'value',
  dim,
  run,
  range,
  factors,
});

/** A value that is always the same. */
export function constant(value: Exact, dim: Dim): MadeValue {
  return valueOf(
    dim,
    () => value,
    () => only(value),
    [],
  );
}

/** @throws Stop where it is divided by nothing */
export function divided(value: Exact, by: Exact): Exact {
  if (by.sign() === 0) throw new Stop('divisionByZero');
  return bounded(value.over(by));
}
