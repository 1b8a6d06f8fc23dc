import { Exact } from '../number';
import { combined, type Dim, power } from './dimension';
import {
  bounded,
  divided,
  fromBoth,
  fromOne,
  type MadeCondition,
  type MadeValue,
  type Making,
  type RangeFrame,
  valueOf,
} from './made';
import { minus, over, plus, raised as raisedRange, settled, times } from './range';

/** What two values of one dimension, or of any two, come to. */
type Operator = (a: MadeValue, b: MadeValue, making: Making) => MadeValue;

const exactly = (dim: Dim, { run: x }: MadeValue, { run: y }: MadeValue, of: (x: Exact, y: Exact) => Exact) =>
  [dim, (frame: readonly (Exact | null)[]) => bounded(of(x(frame), y(frame)))] as const;

/** What adds and takes; both sides measure the same. */
export const SUMS: Readonly<Record<'+' | '-', Operator>> = {
  '+': (a, b) => valueOf(...exactly(a.dim, a, b, (x, y) => x.plus(y)), fromBoth(a.range, b.range, plus)),
  '-': (a, b) => valueOf(...exactly(a.dim, a, b, (x, y) => x.minus(y)), fromBoth(a.range, b.range, minus)),
};

export const multiplied: Operator = (a, b) =>
  valueOf(...exactly(combined(a.dim, b.dim, 1), a, b, (x, y) => x.times(y)), fromBoth(a.range, b.range, times), [
    ...a.factors,
    ...b.factors,
  ]);

export const quotient: Operator = (a, b, making) => {
  const [x, y] = [a.run, b.run];
  for (const factor of b.factors) making.kink('nothing', factor);
  if (b.factors.length > 0) making.mayStop();
  return valueOf(
    combined(a.dim, b.dim, -1),
    (frame) => divided(x(frame), y(frame)),
    fromBoth(a.range, b.range, over),
    a.factors,
  );
};

/** A value to a whole power. */
export function powerOf(base: MadeValue, exponent: number, making: Making): MadeValue {
  if (exponent % 2 === 0) making.kink('nothing', base.run);
  return valueOf(
    power(base.dim, exponent),
    (frame) => raised(base.run(frame), exponent),
    fromOne(base.range, (range) => raisedRange(range, exponent)),
    exponent === 0 ? [] : base.factors,
  );
}

function raised(base: Exact, exponent: number): Exact {
  let result = Exact.one;
  for (let count = 0; count < exponent; count += 1) result = bounded(result.times(base));
  return result;
}

const COMPARISONS: Readonly<Record<'<' | '<=' | '>' | '>=' | '==' | '!=', (order: number) => boolean>> = {
  '<': (order) => order < 0,
  '<=': (order) => order <= 0,
  '>': (order) => order > 0,
  '>=': (order) => order >= 0,
  '==': (order) => order === 0,
  '!=': (order) => order !== 0,
};

/** Whether one value is less, more or as much as another of its dimension. */
export function compared(
  operator: keyof typeof COMPARISONS,
  a: MadeValue,
  b: MadeValue,
  making: Making,
): MadeCondition {
  const holds = COMPARISONS[operator];
  making.kink('nothing', (frame) => a.run(frame).minus(b.run(frame)));
  return {
    kind: 'condition',
    test: (frame) => holds(a.run(frame).compare(b.run(frame))),
    settle(frame) {
      const [one, other] = [a.range(frame), b.range(frame)];
      return one && other && settled(one, other, holds);
    },
  };
}

/** Both, or one of two conditions. */
export function joined(operator: 'and' | 'or', a: MadeCondition, b: MadeCondition): MadeCondition {
  const decisive = operator === 'or';
  return {
    kind: 'condition',
    test: decisive ? (frame) => a.test(frame) || b.test(frame) : (frame) => a.test(frame) && b.test(frame),
    settle(frame: RangeFrame) {
      const [one, other] = [a.settle(frame), b.settle(frame)];
      if (one === decisive || other === decisive) return decisive;
      return one === null || other === null ? null : !decisive;
    },
  };
}
