import { formulaInputsOf, type Program } from '../../compile';
import { type BrokenAmount } from '../../compile/program';
import { type Range } from '../../formula';
import { Exact } from '../../number';
import { type BreaksProgram, type BreakStep, stepAt } from '../../pricing';
import { baseBreaks, brokenBase, chargedRange, countOf, findVariant } from '../../run';
import { askedUnder, endsOfInputs, givenUnder, inputsFor, type Side, type ValueOf } from '../model/inputs';
import { type Model } from '../model/model';
import { hull, spanOf, type Step } from './price-step';

/**
 * Breaks as the analysis sees them: of one order line by itself, whatever else may lie in a basket; and of graduated
 * ones what the first piece costs, which is the price of one that is shown.
 */

/** Choices by position that a count of what is measured follows from, and whether the quantity has a say. */
export function readBy(
  program: Program,
  tables: readonly BreaksProgram[],
): { readonly indices: Iterable<number>; readonly quantity: boolean; readonly group: boolean } {
  const { measured } = program.base;
  const counted = tables.filter(({ counting }) => counting === 'allUnits');
  const quantity = counted.length > 0;
  if (!measured || !counted.some(({ over }) => over === 'measure')) return { indices: [], quantity, group: false };
  if (measured.kind === 'choice') return { indices: [measured.index], quantity, group: false };
  const { indices, group } = formulaInputsOf(program, measured.index);
  return { indices, quantity, group };
}

const first = ({ steps }: BreaksProgram): BreakStep | null => steps.findLast(({ from }) => from.sign() === 0) ?? null;

/** The step that holds for the answers that are looked at. */
function stepUnder(
  table: BreaksProgram,
  given: Pick<ReturnType<typeof givenUnder>, 'quantity' | 'charged'>,
  each = 1,
): BreakStep | null {
  if (table.counting === 'graduated') return table.over === 'measure' && !given.charged ? null : first(table);
  return stepAt(table, countOf(table, { ...given, each }));
}

/** The step that holds of so many pieces, of breaks that count those; of graduated ones that of the first. */
export const stepAtPieces = (table: BreaksProgram, pieces: number): BreakStep | null =>
  table.counting === 'graduated' ? first(table) : stepAt(table, Exact.of(pieces));

/** Every step that may hold between two ends. */
export function stepsBetween(
  table: BreaksProgram,
  quantities: readonly [number, number],
  charged: Range | null,
  [fewest, greatest]: readonly [number, number] = [1, 1],
): (BreakStep | null)[] {
  if (table.counting === 'graduated') return [table.over === 'measure' && !charged ? null : first(table)];
  const count = (quantity: number, each: Exact, options: number) =>
    table.over === 'measure'
      ? each.times(Exact.of(quantity))
      : Exact.of(table.over === 'options' ? quantity * options : quantity);
  const low = stepAt(table, count(quantities[0], charged?.low ?? Exact.zero, fewest));
  const from = low ? table.steps.indexOf(low) : -1;
  const isEndless = table.over === 'measure' && charged !== null && charged.high === null;
  const high = isEndless
    ? (table.steps.at(-1) ?? null)
    : stepAt(table, count(quantities[1], charged?.high ?? Exact.zero, greatest));
  const to = high ? table.steps.indexOf(high) : -1;
  return [...(from < 0 ? [null] : []), ...table.steps.slice(Math.max(from, 0), to + 1)];
}

/** The breaks of a base price and of its variants: those that change the base, and those taken off the whole price. */
export function baseBreaksOf(program: Program) {
  const tables = [program.base.breaks, ...[...program.variants.values()].map(({ breaks }) => breaks)].filter(
    (table) => table !== null,
  );
  return {
    ofBase: tables.filter(({ gives }) => gives !== 'percentOfAll'),
    ofAll: tables.filter(({ gives }) => gives === 'percentOfAll'),
  };
}

/** A base price with its breaks, of the answers that are looked at. */
export function withBreaks({ program }: Model, price: Exact, given: ReturnType<typeof givenUnder>): Exact {
  const table = baseBreaks(program, given.variant);
  const step = table && table.gives !== 'percentOfAll' ? stepUnder(table, given) : null;
  return table && step ? brokenBase(program, given.charged?.charged ?? null, price, table, step) : price;
}

/** The same between two ends: every step that may hold, at both ends of the price. */
export function rangeWithBreaks(model: Model, range: Range, valueOf: ValueOf): Range {
  const { program } = model;
  const [low, high] = endsOfInputs(model, valueOf);
  const table = baseBreaks(program, findVariant(program, low.answers, askedUnder(model, valueOf), []));
  if (!table || table.gives === 'percentOfAll') return range;
  const charged = chargedRange(program, low, high);
  const at = (price: Exact | null, each: Exact | null | undefined, step: BreakStep | null): Exact | null => {
    if (price === null || !step) return price;
    if (program.base.unit && each === null) return null;
    return brokenBase(program, each ?? null, price, table, step);
  };
  const steps = stepsBetween(table, [low.quantity, high.quantity], charged);
  const ends = (which: 'low' | 'high') => steps.map((step) => at(range[which], charged?.[which], step));
  const best = (list: readonly (Exact | null)[], isBetter: (one: Exact, other: Exact) => boolean) =>
    list.reduce((found, one) => (found === null || one === null ? null : isBetter(one, found) ? one : found));
  return {
    low: best(ends('low'), (one, other) => one.isLess(other)),
    high: best(ends('high'), (one, other) => one.isMore(other)),
  };
}

/**
 * What breaks take of the whole price, as a step after all others: undefined where none do, null where it depends on
 * more than can be told apart.
 */
export function breaksOfAll(model: Model): Step | null | undefined {
  const { program } = model;
  const { ofAll } = baseBreaksOf(program);
  if (ofAll.length === 0) return undefined;
  const reads = readBy(program, ofAll);
  const inputs = inputsFor(model, [...program.stocked, ...reads.indices], {
    quantity: reads.quantity,
    group: reads.group,
  });
  if (!inputs) return null;
  const share = (step: BreakStep | null) => (step ? -step.value.over(Exact.of(100)).toApproximateNumber() : 0);
  return {
    kind: 'shareOfSum',
    variables: inputs.variables,
    amount(valueOf) {
      const given = givenUnder(model, valueOf);
      const table = baseBreaks(program, given.variant);
      return share(table?.gives === 'percentOfAll' ? stepUnder(table, given) : null);
    },
    span(valueOf) {
      const [low, high] = endsOfInputs(model, valueOf);
      const table = baseBreaks(program, findVariant(program, low.answers, askedUnder(model, valueOf), []));
      if (table?.gives !== 'percentOfAll') return [0, 0];
      const shares = stepsBetween(table, [low.quantity, high.quantity], chargedRange(program, low, high)).map(share);
      return [Math.min(...shares), Math.max(...shares)];
    },
  };
}

/**
 * The step of an amount that changes with how many are bought.
 *
 * @param picked  how many of the option are taken on each piece, at the least and at the most
 * @param stepFor makes a step of an amount that has been made ready
 * @returns null where it depends on more than can be told apart
 */
export function brokenStep(
  model: Model,
  usual: Step,
  { table, amounts }: BrokenAmount,
  picked: (valueOf: ValueOf, side: Side) => number,
  stepFor: (amount: BrokenAmount['amounts'][number]) => Step | null,
): Step | null {
  const { program } = model;
  const reads = readBy(program, [table]);
  const inputs = inputsFor(model, reads.indices, { quantity: reads.quantity, group: reads.group });
  const byStep = amounts.map(stepFor);
  if (!inputs || byStep.includes(null)) return null;
  const at = (step: BreakStep | null): Step => (step && byStep[table.steps.indexOf(step)]) || usual;
  return {
    kind: 'add',
    variables: [...new Set([...usual.variables, ...inputs.variables])],
    amount: (valueOf) => at(stepUnder(table, givenUnder(model, valueOf), picked(valueOf, 'at'))).amount(valueOf),
    span(valueOf) {
      const [low, high] = endsOfInputs(model, valueOf);
      return hull(
        ...stepsBetween(table, [low.quantity, high.quantity], chargedRange(program, low, high), [
          picked(valueOf, 'low'),
          picked(valueOf, 'high'),
        ]).map((step) => spanOf(at(step), valueOf)),
      );
    },
  };
}
