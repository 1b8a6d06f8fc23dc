import { Exact } from '../number';

/** All values from one to another, both included; null for no end on that side. */
export interface Range {
  readonly low: Exact | null;
  readonly high: Exact | null;
}

/** An end of a range: a value, or further than any value below or above. */
type End = Exact | -1 | 1;

export const EVERYTHING: Range = { low: null, high: null };

export const only = (value: Exact): Range => ({ low: value, high: value });

const lowOf = ({ low }: Range): End => low ?? -1;
const highOf = ({ high }: Range): End => high ?? 1;
const signOf = (end: End): -1 | 0 | 1 => (typeof end === 'number' ? end : end.sign());

function compareEnds(a: End, b: End): number {
  if (typeof a !== 'number' && typeof b !== 'number') return a.compare(b);
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return typeof a === 'number' ? a : -signOf(b);
}

const least = (ends: readonly End[]): End => ends.reduce((best, end) => (compareEnds(end, best) < 0 ? end : best));
const greatest = (ends: readonly End[]): End => ends.reduce((best, end) => (compareEnds(end, best) > 0 ? end : best));
const between = (low: End, high: End): Range => ({
  low: typeof low === 'number' ? null : low,
  high: typeof high === 'number' ? null : high,
});

/** A range from the least of some ranges to the greatest. */
export const hull = (ranges: readonly Range[]): Range =>
  between(least(ranges.map(lowOf)), greatest(ranges.map(highOf)));

export const isOnly = ({ low, high }: Range): boolean => low !== null && high !== null && low.equals(high);

export const plus = (a: Range, b: Range): Range => ({
  low: a.low && b.low && a.low.plus(b.low),
  high: a.high && b.high && a.high.plus(b.high),
});
export const negated = ({ low, high }: Range): Range => ({ low: high && high.negated(), high: low && low.negated() });
export const minus = (a: Range, b: Range): Range => plus(a, negated(b));

function product(a: End, b: End): End {
  if (typeof a !== 'number' && typeof b !== 'number') return a.times(b);
  const sign = signOf(a) * signOf(b);
  return sign === 0 ? Exact.zero : sign < 0 ? -1 : 1;
}

export function times(a: Range, b: Range): Range {
  const products = [lowOf(a), highOf(a)].flatMap((one) => [lowOf(b), highOf(b)].map((other) => product(one, other)));
  return between(least(products), greatest(products));
}

/** @returns null when the divisor is nothing but zero */
export function over(a: Range, b: Range): Range | null {
  const [low, high] = [lowOf(b), highOf(b)];
  if (signOf(low) === 0 && signOf(high) === 0) return null;
  if (signOf(low) < 0 && signOf(high) > 0) return EVERYTHING;
  const inverse = (end: End, side: -1 | 1): End =>
    typeof end === 'number' ? Exact.zero : end.sign() === 0 ? side : Exact.one.over(end);
  // What lies on both sides of nothing has been answered: turned upside down, the other end is the lower one.
  return times(a, between(inverse(high, -1), inverse(low, 1)));
}

/** A function that never falls, of every value of a range. */
export const rising = ({ low, high }: Range, of: (value: Exact) => Exact): Range => ({
  low: low && of(low),
  high: high && of(high),
});

export function raised(base: Range, exponent: number): Range {
  if (exponent === 0) return only(Exact.one);
  const power = (value: Exact) => {
    let result = Exact.one;
    for (let count = 0; count < exponent; count += 1) result = result.times(value);
    return result;
  };
  return exponent % 2 === 1 ? rising(base, power) : rising(magnitude(base), power);
}

/** How far from nothing the values of a range are. */
export function magnitude(range: Range): Range {
  if (range.low && range.low.sign() >= 0) return range;
  if (range.high && range.high.sign() <= 0) return negated(range);
  return { low: Exact.zero, high: hull([range, negated(range)]).high };
}

export const leastOf = (ranges: readonly Range[]): Range =>
  between(least(ranges.map(lowOf)), least(ranges.map(highOf)));
export const greatestOf = (ranges: readonly Range[]): Range =>
  between(greatest(ranges.map(lowOf)), greatest(ranges.map(highOf)));

/**
 * Whole steps of a value that may itself be one of many.
 *
 * @returns null when the step is nothing but zero
 */
export function stepped(value: Range, step: Range, mode: 'floor' | 'ceiling' | 'halfAwayFromZero'): Range | null {
  if (isOnly(step) && step.low) {
    const by = step.low;
    if (by.sign() === 0) return null;
    return rising(value, (end) => end.over(by).rounded(0, mode).times(by));
  }
  // No further away than one step.
  const { high } = magnitude(step);
  if (!high) return EVERYTHING;
  return plus(value, { low: high.negated(), high });
}

/** How the difference of two ranges compares with nothing, where that is the same for all their values. */
export function settled(a: Range, b: Range, holds: (order: number) => boolean): boolean | null {
  const { low, high } = minus(a, b);
  const possible = [
    ...(low && low.sign() >= 0 ? [] : [-1]),
    ...((low && low.sign() > 0) || (high && high.sign() < 0) ? [] : [0]),
    ...(high && high.sign() <= 0 ? [] : [1]),
  ].map(holds);
  return possible.every((is) => is) ? true : possible.some((is) => is) ? null : false;
}

/** Ends with more digits than anything real has are let go, so that no range grows without end. */
export function withinDigits({ low, high }: Range, most: number): Range {
  return { low: low && low.digits() <= most ? low : null, high: high && high.digits() <= most ? high : null };
}
