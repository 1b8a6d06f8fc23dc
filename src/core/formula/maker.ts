import { Exact } from '../number';
import { closest } from '../text';
import { callOf } from './calls';
import { type Dim, NUMBER, sameDim } from './dimension';
import { type FormulaFaultData, type FormulaPlace, type Span } from './formula-fault';
import { type FunctionName, functions, isFunction } from './functions';
import {
  constant,
  Faulty,
  fromOne,
  type Kink,
  type Made,
  type MadeCondition,
  type MadeValue,
  type Making,
  type Run,
  valueOf,
} from './made';
import { compared, joined, multiplied, powerOf, quotient, SUMS } from './operators';
import { EVERYTHING, hull, negated } from './range';
import { type Expression } from './tree';
import { formulaUnit } from './units';

/** What a formula can refer to, by name: what each measures, and its place among the values it is run with. */
export interface FormulaScope {
  readonly currency: string;
  readonly names: ReadonlyMap<string, { readonly slot: number; readonly dim: Dim }>;
}

const LARGEST_EXPONENT = 12;

/** Makes expressions ready, noting what is wrong with them at its place. */
export class Maker implements Making {
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
  value(expression: Expression, where: FormulaPlace): MadeValue | null {
    try {
      return this.asValue(expression, where);
    } catch (error) {
      if (error instanceof Faulty) return null;
      throw error;
    }
  }

  fail(span: Span, data: FormulaFaultData): never {
    this.report({ from: span.from, to: span.to }, data);
    throw new Faulty();
  }

  private asValue(expression: Expression, where: FormulaPlace): MadeValue {
    const made = this.make(expression);
    return made.kind === 'value' ? made : this.fail(expression, { code: 'notAValue', where });
  }

  private asTest(expression: Expression, where: FormulaPlace): MadeCondition {
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
        const { dim, run, range, factors } = this.asValue(expression.of, 'negated');
        return valueOf(dim, (frame) => run(frame).negated(), fromOne(range, negated), factors);
      }
      case 'not': {
        const { test, settle } = this.asTest(expression.of, 'not');
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
      case 'or':
        return joined(operator, this.asTest(left, operator), this.asTest(right, operator));
      case '<':
      case '<=':
      case '>':
      case '>=':
      case '==':
      case '!=':
        return compared(operator, ...this.alike(expression, 'compares'), this);
      case '+':
      case '-':
        return SUMS[operator](...this.alike(expression, operator === '+' ? 'adds' : 'takes'), this);
      case '*':
        return multiplied(this.asValue(left, 'multiplied'), this.asValue(right, 'multiplied'), this);
      case '/':
        return quotient(this.asValue(left, 'divided'), this.asValue(right, 'divisor'), this);
      case '^': {
        const base = this.asValue(left, 'raised');
        const exponent = right.kind === 'number' && right.value.isWhole() ? Number(right.value.floor()) : null;
        if (exponent === null || exponent > LARGEST_EXPONENT) this.fail(right, { code: 'exponent' });
        return powerOf(base, exponent, this);
      }
    }
  }

  mayStop(): void {
    this.canStop = true;
  }

  kink(at: Kink['at'], of: Run): void {
    this.kinks.push({ of, at });
  }

  private alike(
    { left, right, from, to }: Extract<Expression, { kind: 'binary' }>,
    does: 'adds' | 'takes' | 'compares',
  ) {
    const [a, b] = [this.asValue(left, 'value'), this.asValue(right, 'value')];
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
          least,
          most,
        },
      );
    }
    const [first, second, third] = given;
    if (name === 'if' && first && second && third) {
      const test = this.asTest(first, 'test');
      const [a, b] = [this.asValue(second, 'value'), this.asValue(third, 'value')];
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
    const values = given.map((argument) => this.ofPlace(name, argument) ?? this.asValue(argument, { givenTo: name }));
    const [value, ...others] = values;
    if (name === 'if' || !value) throw new Faulty();
    return callOf(name, [value, ...others], { from, to }, this);
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
}

const opposite = (settled: boolean | null): boolean | null => (settled === null ? null : !settled);
