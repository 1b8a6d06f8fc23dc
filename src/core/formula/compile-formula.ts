import { Exact } from '../number';
import { combined, type Dim, NUMBER, power, sameDim } from './dimension';
import { type FormulaFault, type FormulaFaultData, type FormulaStop, type Span } from './formula-fault';
import { type FunctionName, functions, isFunction } from './functions';
import { type Expression, lineAt, parseFormula } from './tree';
import { formulaUnit } from './units';

/** What a formula can refer to, by name: what each measures, and its place among the values it is run with. */
export interface FormulaScope {
  readonly currency: string;
  readonly names: ReadonlyMap<string, { readonly slot: number; readonly dim: Dim }>;
}

/** One line's value: in metres, kilograms, pieces or the currency, and powers of them. */
export interface LineValue {
  readonly name: string;
  readonly value: Exact;
  readonly dim: Dim;
}

export interface CompiledFormula {
  readonly faults: readonly FormulaFault[];
  /** what the last line measures; null while the formula has faults */
  readonly result: Dim | null;
  readonly lines: readonly { readonly name: string; readonly dim: Dim }[];
  /** names it refers to, so that it is known when it can be computed */
  readonly uses: ReadonlySet<string>;
  /**
   * Computes every line.
   *
   * @param values by slot, in base units; each that is used must be there
   */
  run(values: readonly (Exact | null)[]): readonly LineValue[] | FormulaStop;
}

type Run = (frame: readonly (Exact | null)[]) => Exact;
type Test = (frame: readonly (Exact | null)[]) => boolean;

/** An expression made ready: a value with what it measures, or a condition. */
type Made = { readonly kind: 'value'; readonly dim: Dim; readonly run: Run; readonly constant: Exact | null } | { readonly kind: 'condition'; readonly test: Test };

class Stop extends Error {
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

/**
 * Checks a formula's names, units and dimensions and makes it ready to run.
 *
 * @param wanted what the last line must measure; null where anything will do
 */
export function compileFormula(text: string, scope: FormulaScope, wanted: Dim | null = null): CompiledFormula {
  const parsed = parseFormula(text);
  const faults: FormulaFault[] = [...parsed.faults];
  const uses = new Set<string>();
  const locals = new Map<string, { slot: number; dim: Dim }>();
  const made: { name: string; slot: number; dim: Dim; run: Run }[] = [];
  const maker = new Maker(text, scope, locals, uses, (span, data) => faults.push({ ...span, line: lineAt(text, span.from), data }));
  let slot = [...scope.names.values()].reduce((most, entry) => Math.max(most, entry.slot + 1), 0);
  parsed.lines.forEach((line, index) => {
    const isLast = index === parsed.lines.length - 1;
    const name = line.name ?? 'result';
    if (line.name !== null && locals.has(name)) maker.report(line.nameSpan, { code: 'nameTwice', name });
    else if (line.name !== null && (scope.names.has(name) || isFunction(name))) maker.report(line.nameSpan, { code: 'nameTaken', name });
    const expression = maker.value(line.expression, isLast ? 'the result' : `“${name}”`);
    if (!expression) {
      // What follows may still be checked; a name without a known dimension fits nowhere and would only repeat the fault.
      locals.set(name, { slot: -1, dim: NUMBER });
      return;
    }
    if (isLast && wanted && !sameDim(expression.dim, wanted)) maker.report({ from: line.expression.from, to: line.expression.to }, { code: 'wrongResult', is: expression.dim, wanted });
    locals.set(name, { slot, dim: expression.dim });
    made.push({ name, slot, dim: expression.dim, run: expression.run });
    slot += 1;
  });
  const right = faults.length === 0;
  const size = slot;
  return {
    faults,
    result: right ? (made.at(-1)?.dim ?? null) : null,
    lines: made.map(({ name, dim }) => ({ name, dim })),
    uses,
    run(values) {
      const frame: (Exact | null)[] = values.slice(0, size);
      const lines: LineValue[] = [];
      for (const line of made) {
        try {
          const value = line.run(frame);
          frame[line.slot] = value;
          lines.push({ name: line.name, value, dim: line.dim });
        } catch (error) {
          if (error instanceof Stop) return { code: error.code, line: line.name };
          throw error;
        }
      }
      return lines;
    },
  };
}

/** Makes expressions ready, noting what is wrong with them at its place. */
class Maker {
  constructor(
    private readonly text: string,
    private readonly scope: FormulaScope,
    private readonly locals: ReadonlyMap<string, { slot: number; dim: Dim }>,
    private readonly uses: Set<string>,
    readonly report: (span: Span, data: FormulaFaultData) => void,
  ) {}

  /** @returns null when something is wrong, which has been reported */
  value(expression: Expression, where: string): Extract<Made, { kind: 'value' }> | null {
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

  private asValue(expression: Expression, where: string): Extract<Made, { kind: 'value' }> {
    const made = this.make(expression);
    return made.kind === 'value' ? made : this.fail(expression, { code: 'notAValue', where });
  }

  private asTest(expression: Expression, where: string): Test {
    const made = this.make(expression);
    return made.kind === 'condition' ? made.test : this.fail(expression, { code: 'notACondition', where });
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
        const { dim, run } = this.asValue(expression.of, 'what is negated');
        return { kind: 'value', dim, run: (frame) => run(frame).negated(), constant: null };
      }
      case 'not': {
        const test = this.asTest(expression.of, '“not”');
        return { kind: 'condition', test: (frame) => !test(frame) };
      }
      case 'call':
        return this.call(expression);
      case 'binary':
        return this.binary(expression);
    }
  }

  private name({ name, from, to }: Extract<Expression, { kind: 'name' }>): Made {
    // Directly behind a slash that itself is directly behind a word, as in EUR/m2, a unit is meant.
    const perUnit = /[\p{L}0-9]\/$/u.test(this.text.slice(Math.max(0, from - 2), from)) ? formulaUnit(name, this.scope.currency) : undefined;
    if (perUnit) return constant(perUnit.factor, perUnit.dim);
    const local = this.locals.get(name);
    if (local) {
      if (local.slot < 0) throw new Faulty();
      const { slot, dim } = local;
      return { kind: 'value', dim, run: (frame) => frame[slot] ?? Exact.zero, constant: null };
    }
    const known = this.scope.names.get(name);
    if (known) {
      this.uses.add(name);
      const { slot, dim } = known;
      return { kind: 'value', dim, run: (frame) => frame[slot] ?? Exact.zero, constant: null };
    }
    const unit = formulaUnit(name, this.scope.currency);
    if (unit) return constant(unit.factor, unit.dim);
    return this.fail({ from, to }, { code: 'unknownName', name, nearest: nearestName(name, [...this.locals.keys(), ...this.scope.names.keys()]) });
  }

  private binary(expression: Extract<Expression, { kind: 'binary' }>): Made {
    const { operator, left, right } = expression;
    switch (operator) {
      case 'and':
      case 'or': {
        const [a, b] = [this.asTest(left, `“${operator}”`), this.asTest(right, `“${operator}”`)];
        return { kind: 'condition', test: operator === 'and' ? (frame) => a(frame) && b(frame) : (frame) => a(frame) || b(frame) };
      }
      case '<':
      case '<=':
      case '>':
      case '>=':
      case '==':
      case '!=': {
        const [a, b] = this.alike(expression, 'compares');
        const holds = COMPARISONS[operator];
        return { kind: 'condition', test: (frame) => holds(a.run(frame).compare(b.run(frame))) };
      }
      case '+':
      case '-': {
        const [a, b] = this.alike(expression, operator === '+' ? 'adds' : 'takes');
        const [x, y] = [a.run, b.run];
        return { kind: 'value', dim: a.dim, run: operator === '+' ? (frame) => bounded(x(frame).plus(y(frame))) : (frame) => bounded(x(frame).minus(y(frame))), constant: null };
      }
      case '*': {
        const [a, b] = [this.asValue(left, 'what is multiplied'), this.asValue(right, 'what is multiplied')];
        const [x, y] = [a.run, b.run];
        return { kind: 'value', dim: combined(a.dim, b.dim, 1), run: (frame) => bounded(x(frame).times(y(frame))), constant: null };
      }
      case '/': {
        const [a, b] = [this.asValue(left, 'what is divided'), this.asValue(right, 'what it is divided by')];
        const [x, y] = [a.run, b.run];
        return { kind: 'value', dim: combined(a.dim, b.dim, -1), run: (frame) => divided(x(frame), y(frame)), constant: null };
      }
      case '^': {
        const base = this.asValue(left, 'what is raised to a power');
        const exponent = right.kind === 'number' && right.value.isWhole() ? Number(right.value.floor()) : null;
        if (exponent === null || exponent > LARGEST_EXPONENT) this.fail(right, { code: 'exponent' });
        return { kind: 'value', dim: power(base.dim, exponent), run: (frame) => raised(base.run(frame), exponent), constant: null };
      }
    }
  }

  private alike({ left, right, from, to }: Extract<Expression, { kind: 'binary' }>, does: 'adds' | 'takes' | 'compares') {
    const [a, b] = [this.asValue(left, 'a value'), this.asValue(right, 'a value')];
    if (!sameDim(a.dim, b.dim)) this.fail({ from, to }, { code: 'mixedDimensions', does, left: a.dim, right: b.dim });
    return [a, b] as const;
  }

  private call({ name, nameSpan, arguments: given, from, to }: Extract<Expression, { kind: 'call' }>): Made {
    if (!isFunction(name)) this.fail(nameSpan, { code: 'unknownFunction', name, known: Object.keys(functions) });
    const { least, most } = functions[name];
    if (given.length < least || given.length > most) {
      this.fail({ from, to }, { code: 'argumentCount', name, given: given.length, wanted: least === most ? String(least) : most === 20 ? `${least} or more` : `${least} or ${most}` });
    }
    const [first, second, third] = given;
    if (name === 'if' && first && second && third) {
      const test = this.asTest(first, 'the first part of “if”');
      const [a, b] = [this.asValue(second, 'a value'), this.asValue(third, 'a value')];
      if (!sameDim(a.dim, b.dim)) this.fail({ from, to }, { code: 'mixedDimensions', does: 'chooses between', left: a.dim, right: b.dim });
      return { kind: 'value', dim: a.dim, run: (frame) => (test(frame) ? a.run(frame) : b.run(frame)), constant: null };
    }
    const values = given.map((argument) => this.asValue(argument, `what is given to ${name}`));
    return this.callOfValues(name, values, { from, to });
  }

  private callOfValues(name: FunctionName, values: readonly Extract<Made, { kind: 'value' }>[], span: Span): Made {
    const [a, b] = values;
    if (!a) throw new Faulty();
    const other = values.find(({ dim }) => !sameDim(dim, a.dim));
    if (other) this.fail(span, { code: 'mixedDimensions', does: 'compares', left: a.dim, right: other.dim });
    const value = (run: Run, dim = a.dim): Made => ({ kind: 'value', dim, run, constant: null });
    switch (name) {
      case 'min':
      case 'max': {
        const sign = name === 'min' ? 1 : -1;
        const runs = values.map(({ run }) => run);
        return value((frame) => runs.map((run) => run(frame)).reduce((best, next) => (next.compare(best) * sign < 0 ? next : best)));
      }
      case 'abs':
        return value((frame) => {
          const given = a.run(frame);
          return given.sign() < 0 ? given.negated() : given;
        });
      case 'sqrt': {
        const { length, mass, money } = a.dim;
        if (length % 2 !== 0 || mass % 2 !== 0 || money % 2 !== 0) this.fail(span, { code: 'oddRoot', dim: a.dim });
        return value((frame) => rootOf(a.run(frame)), { length: length / 2, mass: mass / 2, money: money / 2 });
      }
      case 'floor':
      case 'ceil':
      case 'round': {
        if (!b && !sameDim(a.dim, NUMBER)) this.fail(span, { code: 'stepMissing', name, dim: a.dim });
        const step: Run = b ? b.run : () => Exact.one;
        const mode = name === 'floor' ? 'floor' : name === 'ceil' ? 'ceiling' : 'halfAwayFromZero';
        return value((frame) => {
          const by = step(frame);
          return bounded(divided(a.run(frame), by).rounded(0, mode).times(by));
        });
      }
      case 'if':
        throw new Faulty();
    }
  }
}

const COMPARISONS: Readonly<Record<'<' | '<=' | '>' | '>=' | '==' | '!=', (order: number) => boolean>> = {
  '<': (order) => order < 0,
  '<=': (order) => order <= 0,
  '>': (order) => order > 0,
  '>=': (order) => order >= 0,
  '==': (order) => order === 0,
  '!=': (order) => order !== 0,
};

function constant(value: Exact, dim: Dim): Made {
  return { kind: 'value', dim, run: () => value, constant: value };
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

/** The name that differs in the fewest letters, where few do. */
function nearestName(name: string, known: readonly string[]): string | null {
  const scored = known.map((candidate) => ({ candidate, apart: distance(name.toLowerCase(), candidate.toLowerCase()) })).sort((a, b) => a.apart - b.apart);
  const [best] = scored;
  return best && best.apart <= Math.max(1, Math.ceil(name.length / 3)) ? best.candidate : null;
}

/** How many letters must be changed, added or left out. @see Levenshtein distance */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1) next[j] = Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1));
    row = next;
  }
  return row[b.length] ?? 0;
}
