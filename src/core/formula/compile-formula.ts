import { type Exact } from '../number';
import { type Dim, NUMBER, sameDim } from './dimension';
import { type FormulaFault, type FormulaStop } from './formula-fault';
import { isFunction } from './functions';
import { type Kink, type RangeOf, type Run, Stop } from './made';
import { type FormulaScope, Maker } from './maker';
import { type Range } from './range';
import { lineAt, parseFormula } from './tree';
import { formulaUnit } from './units';

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
  /** names that it gives its lines and that are units, too: there they mean the lines */
  readonly unitNames: readonly string[];
  /** whether some values could keep it from being worked out, as where it divides */
  readonly canStop: boolean;
  /** names it refers to, so that it is known when it can be computed */
  readonly uses: ReadonlySet<string>;
  /**
   * Computes every line.
   *
   * @param values by slot, in base units; each that is used must be there
   */
  run(values: readonly (Exact | null)[]): readonly LineValue[] | FormulaStop;
  /**
   * What the last line can come to while values are anything within ranges.
   *
   * @param values by slot, as for {@link run}
   * @returns null when it stops, whatever the values are
   */
  range(values: readonly (Range | null)[]): Range | null;
  /**
   * What decides where the formula begins to behave in another way: it does where one of these passes nothing, or a
   * whole number. Null for what can't be worked out with these values.
   */
  kinks(values: readonly (Exact | null)[]): readonly { readonly value: Exact | null; readonly at: Kink['at'] }[];
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
  const made: MadeLine[] = [];
  const kinks: Kink[] = [];
  const maker = new Maker(scope, locals, uses, kinks, (span, data) =>
    faults.push({ ...span, line: lineAt(text, span.from), data }),
  );
  let slot = [...scope.names.values()].reduce((most, entry) => Math.max(most, entry.slot + 1), 0);
  parsed.lines.forEach((line, index) => {
    const isLast = index === parsed.lines.length - 1;
    const name = line.name ?? 'result';
    if (line.name !== null && locals.has(name)) maker.report(line.nameSpan, { code: 'nameTwice', name });
    else if (line.name !== null && (scope.names.has(name) || isFunction(name)))
      maker.report(line.nameSpan, { code: 'nameTaken', name });
    const expression = maker.value(line.expression, isLast ? 'result' : { line: name });
    if (!expression) {
      // What follows may still be checked; a name without a known dimension fits nowhere and would only repeat the
      // fault.
      locals.set(name, { slot: -1, dim: NUMBER });
      return;
    }
    if (isLast && wanted && !sameDim(expression.dim, wanted))
      maker.report(
        { from: line.expression.from, to: line.expression.to },
        { code: 'wrongResult', is: expression.dim, wanted },
      );
    locals.set(name, { slot, dim: expression.dim });
    made.push({ name, slot, dim: expression.dim, run: expression.run, range: expression.range });
    slot += 1;
  });
  const right = faults.length === 0;
  return {
    faults,
    result: right ? (made.at(-1)?.dim ?? null) : null,
    lines: made.map(({ name, dim }) => ({ name, dim })),
    unitNames: made.map(({ name }) => name).filter((name) => formulaUnit(name, scope.currency) !== undefined),
    canStop: maker.canStop,
    uses,
    ...running(made, slot, kinks),
  };
}

/** A line made ready, and its place among the values that the formula runs with. */
interface MadeLine {
  readonly name: string;
  readonly slot: number;
  readonly dim: Dim;
  readonly run: Run;
  readonly range: RangeOf;
}

/** How lines are run, one after the other. @param size how many values there are, with those of the lines */
function running(
  made: readonly MadeLine[],
  size: number,
  kinks: readonly Kink[],
): Pick<CompiledFormula, 'run' | 'range' | 'kinks'> {
  return {
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
    range(values) {
      const frame: (Range | null)[] = values.slice(0, size);
      let last: Range | null = null;
      for (const line of made) {
        last = line.range(frame);
        if (!last) return null;
        frame[line.slot] = last;
      }
      return last;
    },
    kinks(values) {
      const frame: (Exact | null)[] = values.slice(0, size);
      for (const line of made) frame[line.slot] = unlessStopped(() => line.run(frame));
      return kinks.map(({ of, at }) => ({ value: unlessStopped(() => of(frame)), at }));
    },
  };
}

function unlessStopped(work: () => Exact): Exact | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof Stop) return null;
    throw error;
  }
}
