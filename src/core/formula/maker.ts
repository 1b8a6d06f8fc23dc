import { Exact } from '../number';
import { closest } from '../text';
import { combined, type Dim, NUMBER, power, sameDim } from './dimension';
import { type FormulaFaultData, type FormulaStop, type Span } from './formula-fault';
import { type FunctionName, functions, isFunction } from './functions';
import {
  EVERYTHING,
  greatestOf,
  hull,
  leastOf,
  magnitude,
  minus,
  negated,
  only,
  over,
  plus,
  raised as raisedRange,
  type Range,
  rising,
  settled,
  stepped,
  times,
  withinDigits,
} from './range';
import { type Expression } from './tree';
import { formulaUnit } from './units';

/** What a formula can refer to, by name: what each measures, and its place among the values it is run with. */
export interface FormulaScope {
  readonly currency: string;
  readonly names: ReadonlyMap<string, { readonly slot: number; readonly dim: Dim }>;
}

export type Run = (frame: readonly (Exact | null)[]) => Exact;
type Test = (frame: readonly (Exact | null)[]) => boolean;

type RangeFrame = readonly (Range | null)[];
/** Null where it stops for every value. */
export type RangeOf = (frame: RangeFrame) => Range | null;

/** An expression made ready: a value with what it measures, or a condition. */
type Made =
  | MadeValue
  | { readonly kind: 'condition'; readonly test: Test; readonly settle: (frame: RangeFrame) => boolean | null };

interface MadeValue {
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

export class Stop extends Error {
  constructor(readonly code: FormulaStop['code']) {
    super(code);
  }
}

class Faulty extends Error {}

const LARGEST_EXPONENT = 12;
const MOST_DIGITS = 120;
const ROOT_PLACES = 12;

/** Values of more digits than anything real has are stopped before they grow without end. */
function bounded(value: Exact): Exact {
  if (value.digits() > MOST_DIGITS) throw new Stop('tooLarge');
  return value;
}

const boundedRange = (range: Range | null): Range | null => range && withinDigits(range, MOST_DIGITS);

/** A range worked out from others; null as soon as one of them is. */
const fromBoth =
  (a: RangeOf, b: RangeOf, of: (a: Range, b: Range) => Range | null): RangeOf =>
  (frame) => {
    const [one, other] = [a(frame), b(frame)];
    return one && other && boundedRange(of(one, other));
  };
const fromOne =
  (a: RangeOf, of: (a: Range) => Range | null): RangeOf =>
  (frame) => {
    const one = a(frame);
    return one && boundedRange(of(one));
  };

const valueOf = (dim: Dim, run: Run, range: RangeOf, factors: readonly Run[] = [run]): MadeValue => ({
  kind: 'value',
  dim,
  run,
  range,
  factors,
});

/** Makes expressions ready, noting what is wrong with them at its place. */
export class Maker {
  /** whether any value could keep what was made from being worked out */
  canStop = false;

  constructor(
    private readonly scope: FormulaScope,
    private readonly locals: ReadonlyMap<string, { slot: number; dim: Dim }>,
    private readonly uses: Set<string>,
    /** what decides where a formula behaves in another way */
    private readonly kinks: Kink[],
    readonly report: (span: Span, data: FormulaFaultData) => void,
  ) {}

  /** @returns null when something is wrong, which has been reported */
  value(expression: Expression, where: string): MadeValue | null {
    try {
      return this.asValue(expression, where);
    } catch (error) {
      if (error instanceof Faulty) return null;
      throw error;
    }
  }

  private fail(span: Span, data: FormulaFaultData): never {
    this.report({ from: span.from, to: span.to }, data);
    throw new Faulty();
  }

  private asValue(expression: Expression, where: string): MadeValue {
    const made = this.make(expression);
    return made.kind === 'value' ? made : this.fail(expression, { code: 'notAValue', where });
  }

  private asTest(expression: Expression, where: string): Extract<Made, { kind: 'condition' }> {
    const made = this.make(expression);
    return made.kind === 'condition' ? made : this.fail(expression, { code: 'notACondition', where });
  }

  private make(expression: Expression): Made {
    switch (expression.kind) {
      case 'number':
        return constant(expression.value, NUMBER);
      case 'quantity': {
        const unit = formulaUnit(expression.unit, this.scope.currency);
        if (!unit) this.fail(expression.unitSpan, { code: 'unknownUnit', unit: expression.unit });
        return constant(expression.value.times(unit.factor), unit.dim);
      }
      case 'name':
        return this.name(expression);
      case 'negated': {
        const { dim, run, range, factors } = this.asValue(expression.of, 'what is negated');
        return valueOf(dim, (frame) => run(frame).negated(), fromOne(range, negated), factors);
      }
      case 'not': {
        const { test, settle } = this.asTest(expression.of, '“not”');
        return { kind: 'condition', test: (frame) => !test(frame), settle: (frame) => opposite(settle(frame)) };
      }
      case 'call':
        return this.call(expression);
      case 'binary':
        return this.binary(expression);
    }
  }

  /** One name has one meaning, wherever it stands: what the formula names, then what the product does, then a unit. */
  private name({ name, from, to }: Extract<Expression, { kind: 'name' }>): Made {
    const local = this.locals.get(name);
    if (local && local.slot < 0) throw new Faulty();
    const known = local ?? this.scope.names.get(name);
    if (known) {
      if (!local) this.uses.add(name);
      const { slot, dim } = known;
      return valueOf(
        dim,
        (frame) => frame[slot] ?? Exact.zero,
        (frame) => frame[slot] ?? EVERYTHING,
      );
    }
    const unit = formulaUnit(name, this.scope.currency);
    if (unit) return constant(unit.factor, unit.dim);
    if (this.scope.names.has(`sum(${name})`)) return this.fail({ from, to }, { code: 'ofSeveral', name });
    return this.fail(
      { from, to },
      { code: 'unknownName', name, nearest: closest(name, [...this.locals.keys(), ...this.scope.names.keys()]) },
    );
  }

  private binary(expression: Extract<Expression, { kind: 'binary' }>): Made {
    const { operator, left, right } = expression;
    switch (operator) {
      case 'and':
      case 'or': {
        const [a, b] = [this.asTest(left, `“${operator}”`), this.asTest(right, `“${operator}”`)];
        return {
          kind: 'condition',
          test:
            operator === 'and' ? (frame) => a.test(frame) && b.test(frame) : (frame) => a.test(frame) || b.test(frame),
          settle(frame) {
            const [one, other] = [a.settle(frame), b.settle(frame)];
            const decisive = operator === 'or';
            if (one === decisive || other === decisive) return decisive;
            return one === null || other === null ? null : !decisive;
          },
        };
      }
      case '<':
      case '<=':
      case '>':
      case '>=':
      case '==':
      case '!=': {
        const [a, b] = this.alike(expression, 'compares');
        const holds = COMPARISONS[operator];
        this.kink('nothing', (frame) => a.run(frame).minus(b.run(frame)));
        return {
          kind: 'condition',
          test: (frame) => holds(a.run(frame).compare(b.run(frame))),
          settle(frame) {
            const [one, other] = [a.range(frame), b.range(frame)];
            return one && other && settled(one, other, holds);
          },
        };
      }
      case '+':
      case '-': {
        const [a, b] = this.alike(expression, operator === '+' ? 'adds' : 'takes');
        const [x, y] = [a.run, b.run];
        return operator === '+'
          ? valueOf(a.dim, (frame) => bounded(x(frame).plus(y(frame))), fromBoth(a.range, b.range, plus))
          : valueOf(a.dim, (frame) => bounded(x(frame).minus(y(frame))), fromBoth(a.range, b.range, minus));
      }
      case '*': {
        const [a, b] = [this.asValue(left, 'what is multiplied'), this.asValue(right, 'what is multiplied')];
        const [x, y] = [a.run, b.run];
        return valueOf(
          combined(a.dim, b.dim, 1),
          (frame) => bounded(x(frame).times(y(frame))),
          fromBoth(a.range, b.range, times),
          [...a.factors, ...b.factors],
        );
      }
      case '/': {
        const [a, b] = [this.asValue(left, 'what is divided'), this.asValue(right, 'what it is divided by')];
        const [x, y] = [a.run, b.run];
        for (const factor of b.factors) this.kink('nothing', factor);
        this.canStop ||= b.factors.length > 0;
        return valueOf(
          combined(a.dim, b.dim, -1),
          (frame) => divided(x(frame), y(frame)),
          fromBoth(a.range, b.range, over),
          a.factors,
        );
      }
      case '^': {
        const base = this.asValue(left, 'what is raised to a power');
        const exponent = right.kind === 'number' && right.value.isWhole() ? Number(right.value.floor()) : null;
        if (exponent === null || exponent > LARGEST_EXPONENT) this.fail(right, { code: 'exponent' });
        if (exponent % 2 === 0) this.kink('nothing', base.run);
        return valueOf(
          power(base.dim, exponent),
          (frame) => raised(base.run(frame), exponent),
          fromOne(base.range, (range) => raisedRange(range, exponent)),
          exponent === 0 ? [] : base.factors,
        );
      }
    }
  }

  private kink(at: Kink['at'], of: Run): void {
    this.kinks.push({ of, at });
  }

  private alike(
    { left, right, from, to }: Extract<Expression, { kind: 'binary' }>,
    does: 'adds' | 'takes' | 'compares',
  ) {
    const [a, b] = [this.asValue(left, 'a value'), this.asValue(right, 'a value')];
    if (!sameDim(a.dim, b.dim)) this.fail({ from, to }, { code: 'mixedDimensions', does, left: a.dim, right: b.dim });
    return [a, b] as const;
  }

  private call({ name, nameSpan, arguments: given, from, to }: Extract<Expression, { kind: 'call' }>): Made {
    if (!isFunction(name)) this.fail(nameSpan, { code: 'unknownFunction', name, known: Object.keys(functions) });
    const { least, most } = functions[name];
    if (given.length < least || given.length > most) {
      this.fail(
        { from, to },
        {
          code: 'argumentCount',
          name,
          given: given.length,
          wanted: least === most ? String(least) : most === 20 ? `${least} or more` : `${least} or ${most}`,
        },
      );
    }
    const [first, second, third] = given;
    if (name === 'if' && first && second && third) {
      const test = this.asTest(first, 'the first part of “if”');
      const [a, b] = [this.asValue(second, 'a value'), this.asValue(third, 'a value')];
      if (!sameDim(a.dim, b.dim))
        this.fail({ from, to }, { code: 'mixedDimensions', does: 'chooses between', left: a.dim, right: b.dim });
      return valueOf(
        a.dim,
        (frame) => (test.test(frame) ? a.run(frame) : b.run(frame)),
        (frame) => {
          const holds = test.settle(frame);
          const [one, other] = [holds === false ? null : a.range(frame), holds === true ? null : b.range(frame)];
          return one && other ? hull([one, other]) : (one ?? other);
        },
      );
    }
    const values = given.map(
      (argument) => this.ofPlace(name, argument) ?? this.asValue(argument, `what is given to ${name}`),
    );
    return this.callOfValues(name, values, { from, to });
  }

  /**
   * What is asked of everything in a slot or part: `sum(boxes.height)`. @returns null for what is a value of its own
   */
  private ofPlace(name: FunctionName, argument: Expression): MadeValue | null {
    if (name !== 'sum' && name !== 'count' && name !== 'min' && name !== 'max') return null;
    const asked = argument.kind === 'name' ? `${name}(${argument.name})` : '';
    const made =
      argument.kind === 'name' && this.scope.names.has(asked) ? this.name({ ...argument, name: asked }) : null;
    if (made?.kind === 'value') {
      const place = argument.kind === 'name' ? argument.name.slice(0, argument.name.lastIndexOf('.')) : '';
      const counted =
        argument.kind === 'name' && this.scope.names.has(`count(${place})`)
          ? this.name({ ...argument, name: `count(${place})` })
          : null;
      return counted?.kind === 'value' && (name === 'min' || name === 'max') ? { ...made, pieces: counted.run } : made;
    }
    if (name === 'min' || name === 'max') return null;
    const known = [...this.scope.names.keys()].flatMap((other) =>
      other.startsWith(`${name}(`) ? [other.slice(name.length + 1, -1)] : [],
    );
    return this.fail(argument, {
      code: 'notAPlace',
      function: name,
      known,
      nearest: argument.kind === 'name' ? closest(argument.name, known) : null,
    });
  }

  private callOfValues(name: FunctionName, values: readonly MadeValue[], span: Span): Made {
    const [a, b] = values;
    if (!a) throw new Faulty();
    const other = values.find(({ dim }) => !sameDim(dim, a.dim));
    if (other) this.fail(span, { code: 'mixedDimensions', does: 'compares', left: a.dim, right: other.dim });
    switch (name) {
      case 'min':
      case 'max': {
        const sign = name === 'min' ? 1 : -1;
        const places = values.some(({ pieces }) => pieces);
        // A place that is empty has no least and no greatest: what is there counts.
        const there = (frame: readonly (Exact | null)[]) => {
          const found = values.filter(({ pieces }) => !pieces || pieces(frame).sign() > 0);
          return (found.length > 0 ? found : values).map(({ run }) => run(frame));
        };
        values
          .slice(1)
          .forEach((later, place) =>
            this.kink('nothing', (frame) => later.run(frame).minus(values[place]?.run(frame) ?? Exact.zero)),
          );
        return valueOf(
          a.dim,
          (frame) => there(frame).reduce((best, next) => (next.compare(best) * sign < 0 ? next : best)),
          (frame) => {
            const ranges = values.map(({ range }) => range(frame));
            const known = ranges.filter((range) => range !== null);
            if (known.length < ranges.length) return null;
            return places ? hull(known) : name === 'min' ? leastOf(known) : greatestOf(known);
          },
        );
      }
      case 'sum':
      case 'count': {
        const runs = values.map(({ run }) => run);
        return valueOf(
          a.dim,
          (frame) => bounded(runs.reduce((sum, run) => sum.plus(run(frame)), Exact.zero)),
          values.slice(1).reduce<RangeOf>((sum, { range }) => fromBoth(sum, range, plus), a.range),
        );
      }
      case 'abs':
        this.kink('nothing', a.run);
        return valueOf(
          a.dim,
          (frame) => {
            const given = a.run(frame);
            return given.sign() < 0 ? given.negated() : given;
          },
          fromOne(a.range, magnitude),
          a.factors,
        );
      case 'sqrt': {
        const { length, mass, money } = a.dim;
        if (length % 2 !== 0 || mass % 2 !== 0 || money % 2 !== 0) this.fail(span, { code: 'oddRoot', dim: a.dim });
        for (const factor of a.factors) this.kink('nothing', factor);
        this.canStop = true;
        return valueOf(
          { length: length / 2, mass: mass / 2, money: money / 2 },
          (frame) => rootOf(a.run(frame)),
          fromOne(a.range, rootsOf),
          a.factors,
        );
      }
      case 'floor':
      case 'ceil':
      case 'round': {
        if (!b && !sameDim(a.dim, NUMBER)) this.fail(span, { code: 'stepMissing', name, dim: a.dim });
        const step: Run = b ? b.run : () => Exact.one;
        const mode = name === 'floor' ? 'floor' : name === 'ceil' ? 'ceiling' : 'halfAwayFromZero';
        if (b) this.kink('nothing', b.run);
        this.canStop ||= (b?.factors.length ?? 0) > 0;
        this.kink(name === 'round' ? 'halves' : 'wholes', (frame) => divided(a.run(frame), step(frame)));
        return valueOf(
          a.dim,
          (frame) => {
            const by = step(frame);
            return bounded(divided(a.run(frame), by).rounded(0, mode).times(by));
          },
          fromBoth(a.range, b?.range ?? (() => only(Exact.one)), (range, steps) => stepped(range, steps, mode)),
        );
      }
      case 'if':
        throw new Faulty();
    }
  }
}

const opposite = (settled: boolean | null): boolean | null => (settled === null ? null : !settled);

const COMPARISONS: Readonly<Record<'<' | '<=' | '>' | '>=' | '==' | '!=', (order: number) => boolean>> = {
  '<': (order) => order < 0,
  '<=': (order) => order <= 0,
  '>': (order) => order > 0,
  '>=': (order) => order >= 0,
  '==': (order) => order === 0,
  '!=': (order) => order !== 0,
};

function constant(value: Exact, dim: Dim): MadeValue {
  return valueOf(
    dim,
    () => value,
    () => only(value),
    [],
  );
}

function divided(value: Exact, by: Exact): Exact {
  if (by.sign() === 0) throw new Stop('divisionByZero');
  return bounded(value.over(by));
}

function raised(base: Exact, exponent: number): Exact {
  let result = Exact.one;
  for (let count = 0; count < exponent; count += 1) result = bounded(result.times(base));
  return result;
}

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
