import { type KitProgram, type PriceSource } from '../../compile';
import { type FormulaOutcome, type FormulaProgram } from '../../compile/formulas';
import { baseLabel, listedBasis } from '../../compile/listed';
import { priceSources } from '../../compile/price-steps';
import { type EffectProgram, type Program, type VariantProgram } from '../../compile/program';
import { Exact } from '../../number';
import { type ListedBase } from '../../price-lists';
import {
  asListed,
  type BreaksProgram,
  type BreakStep,
  broken,
  type PriceLine,
  type PricingInputs,
  roundingLine,
  timesLine,
} from '../../pricing';
import { chargedBasis, type ChargedMeasure } from '../formulas/charging';
import { baseBreaks, type Counting, countingOf, NO_STEP, stepLabel, type StepOf } from './counting';
import { type Entry } from '../kits/entries';
import { ruleLine } from '../answers/fired-rules';
import { partsBase, type PartsBase } from '../kits/kit-price';
import { addOnAt, addOnLines } from '../kits/add-ons';
import { type Reading } from '../reading';
import { isStop, resultOf, runFormula } from '../formulas/run-formula';

export interface Price {
  readonly working: PriceLine[];
  readonly unitPrice: Exact | null;
  /** what one item of the same selection cost before; null where that was no more */
  readonly wasPrice: Exact | null;
  /** what is paid once, however many are taken */
  readonly once: Exact;
  /** what pieces beyond graduated steps cost less than the first, or more, of the whole line */
  readonly beyond: Exact;
  /** the lowest that any piece of the line costs; null while it is not known */
  readonly lowest: Exact | null;
}

/**
 * Prices in the order that the design fixes: base with its breaks, choice lines in the order of the page, formulas,
 * rules, breaks of the whole, rounding of the unit price, what pieces beyond graduated steps cost otherwise, what is
 * paid once for the line.
 */
export function priceOf(program: Program, reading: Reading): Price {
  const { outcomes, variant, charged, entries, usual } = reading;
  const own = firstBase(program, program.priceSources, variant, charged, outcomes);
  const parts = program.kit && partsBase(kitAsListed(program.kit, variant), entries, own, usual);
  const base = program.kit ? parts : own && baseOf(own);
  if (!base)
    return { working: [], unitPrice: null, wasPrice: null, once: Exact.zero, beyond: Exact.zero, lowest: null };
  const counting = program.breaks.length === 0 ? null : countingOf(program, reading);
  const stepOf = counting?.parts[0]?.stepOf ?? NO_STEP;
  const { perUnit: working, perLine, sum } = linesOf(program, reading, base, amountToday, stepOf);
  const unitPrice = sum.rounded(program.places, program.rounding);
  const rounding = roundingLine(sum, unitPrice, 'unit');
  if (rounding) working.push(rounding);
  const { lines: further, lowest } =
    counting && counting.parts.length > 1
      ? beyondLines(program, reading, base, counting, unitPrice)
      : { lines: [], lowest: unitPrice };
  const beyond = inWholeCents(program, further);
  const once = inWholeCents(program, perLine);
  working.push(...beyond.lines, ...once.lines);
  return {
    working,
    unitPrice,
    wasPrice: parts
      ? boughtOneByOne(program, parts, sum)
      : program.remembersPrices
        ? wasPriceOf(program, reading, unitPrice, stepOf)
        : null,
    once: once.amount,
    beyond: beyond.amount,
    lowest,
  };
}

/** Lines of the order line, brought together to a payable amount. */
function inWholeCents(
  { places, rounding }: Program,
  lines: readonly PriceLine[],
): { readonly lines: readonly PriceLine[]; readonly amount: Exact } {
  if (lines.length === 0) return { lines, amount: Exact.zero };
  const exact = lines.reduce((total, { amount }) => total.plus(amount), Exact.zero);
  const amount = exact.rounded(places, rounding);
  const line = roundingLine(exact, amount, 'line');
  return { lines: line ? [...lines, line] : lines, amount };
}

/** What the pieces beyond the first stretch of graduated breaks cost otherwise than those in it. */
function beyondLines(
  program: Program,
  reading: Reading,
  base: Base,
  { parts: [, ...others] }: Counting,
  first: Exact,
): { lines: PriceLine[]; lowest: Exact } {
  let lowest = first;
  const { charged } = reading;
  const lines = others.flatMap(({ from, to, stepOf }): PriceLine[] => {
    const rate = linesOf(program, reading, base, amountToday, stepOf).sum.rounded(program.places, program.rounding);
    if (rate.isLess(lowest)) lowest = rate;
    const pieces = to.minus(from);
    // Where all graduated tables count what is measured, so does the line.
    const table = program.breaks.find((one) => one.counting === 'graduated' && stepOf(one) !== null);
    const step = table && stepOf(table);
    if (rate.equals(first) || !table || !step) return [];
    const unit = table.unit && charged ? table.unit : null;
    const count = unit && charged ? pieces.times(charged.charged) : pieces;
    return [
      {
        label: stepLabel(table, step, ''),
        kind: 'break',
        of: { kind: 'beyond', count, unit, rate, usual: first },
        amount: rate.minus(first).times(pieces),
        per: 'line',
        source: 'breaks',
      },
    ];
  });
  return { lines, lowest };
}

/** What a base price is, ready for the lines that come after it. */
type Base = Pick<PartsBase, 'lines' | 'amount' | 'base' | 'once'>;

const NOTHING_ONCE: readonly PriceLine[] = [];
const baseOf = (line: PriceLine): Base => ({
  lines: [line],
  amount: line.amount,
  base: line.amount,
  once: NOTHING_ONCE,
});

/** What a kit would cost if its parts were bought one by one, everything else as it is; null where that is no more. */
function boughtOneByOne({ places, rounding }: Program, { alone, amount }: PartsBase, sum: Exact): Exact | null {
  return alone.isMore(amount) ? sum.plus(alone).minus(amount).rounded(places, rounding) : null;
}

const amountToday = ({ amount }: EffectProgram) => amount;
const amountBefore = ({ amount, wasAmount }: EffectProgram) => wasAmount ?? amount;

interface Lines {
  readonly perUnit: PriceLine[];
  readonly perLine: PriceLine[];
  /** of the lines per unit, exactly */
  readonly sum: Exact;
}

function addLine({ perUnit, perLine }: Omit<Lines, 'sum'>, inputs: PricingInputs, line: PriceLine): void {
  if (line.per === 'line') return void perLine.push(line);
  inputs.sum = inputs.sum.plus(line.amount);
  perUnit.push(line);
}

/**
 * All lines of a price after its base.
 *
 * @param amountOf which of an option's amounts counts: that of today, or the former one
 */
function linesOf(
  program: Program,
  reading: Reading,
  base: Base,
  amountOf: (effect: EffectProgram) => EffectProgram['amount'],
  stepOf: StepOf,
): Lines {
  const { answers, addOns, outcomes, fired, variant } = reading;
  const lines: Omit<Lines, 'sum'> = { perUnit: [...base.lines], perLine: [...base.once] };
  const inputs: PricingInputs = { base: base.base, sum: base.amount, answers };
  const table = baseBreaks(program, variant);
  const step = table && stepOf(table);
  if (table && step && table.gives !== 'percentOfAll') {
    inputs.base = brokenBase(program, reading.charged?.charged ?? null, base.base, table, step);
    addLine(lines, inputs, breakLine(stepLabel(table, step, ''), inputs.base, base.base, 'breaks'));
  }
  let along = Exact.zero;
  for (const step of program.priceSteps) {
    switch (step.kind) {
      case 'choice': {
        const picks = answers[step.choice]?.picks;
        if (!picks) break;
        for (const { effect, count } of picks) {
          const brought = step.effects[effect];
          const amount = brought && amountOf(brought);
          if (!brought || !amount) continue;
          const line = amount(inputs);
          addLine(lines, inputs, timesLine(line, count));
          const changed = brokenAmountLine(brought, line, inputs, stepOf);
          if (changed) addLine(lines, inputs, timesLine(changed, count));
        }
        break;
      }
      case 'addOn': {
        const taken = addOnAt(addOns, step.addOn.choice);
        if (!taken) break;
        const { each, once } = addOnLines(taken);
        const line = timesLine(each, taken.count);
        along = along.plus(line.amount);
        addLine(lines, inputs, line);
        if (once) addLine(lines, inputs, once);
        break;
      }
      case 'formula': {
        const formula = program.formulas[step.formula];
        const line = formula && formulaLine(formula, outcomes[step.formula] ?? null, 'formula');
        if (line) addLine(lines, inputs, line);
        break;
      }
      case 'rule': {
        const line = fired?.(step.effect.rule) ? ruleLine(program, step.effect, inputs, along) : null;
        if (line) addLine(lines, inputs, line);
        break;
      }
    }
  }
  if (table && step && table.gives === 'percentOfAll') addLine(lines, inputs, ofAllLine(table, step, inputs.sum));
  return { perUnit: lines.perUnit, perLine: lines.perLine, sum: inputs.sum };
}

/** What an amount is more or less where so many are bought; null where that changes nothing. */
function brokenAmountLine(
  { breaks }: EffectProgram,
  usual: PriceLine,
  inputs: PricingInputs,
  stepOf: StepOf,
): PriceLine | null {
  const changed = breaks && stepOf(breaks.table);
  const then = changed && breaks.amounts[breaks.table.steps.indexOf(changed)]?.(inputs);
  return then
    ? breakLine(stepLabel(breaks.table, changed, usual.label), then.amount, usual.amount, usual.source)
    : null;
}

/** A percentage off everything. */
const ofAllLine = (table: BreaksProgram, step: BreakStep, sum: Exact): PriceLine => ({
  label: stepLabel(table, step, ''),
  kind: 'break',
  of: { kind: 'percent', rate: step.value.negated(), of: sum },
  amount: broken(table, step, sum, Exact.one).minus(sum),
  per: 'unit',
  source: 'breaks',
});

/** What the base price of one is at a step. @param charged how much of its unit, where it is sold by one */
export function brokenBase(
  { base, baseFormula }: Pick<Program, 'base' | 'baseFormula'>,
  charged: Exact | null,
  price: Exact,
  table: BreaksProgram,
  step: BreakStep,
): Exact {
  return broken(table, step, price, base.unit && baseFormula === null && charged ? charged : Exact.one);
}

const breakLine = (label: string, amount: Exact, usual: Exact, source: string): PriceLine => ({
  label,
  kind: 'break',
  of: { kind: 'insteadOf', amount, usual },
  amount: amount.minus(usual),
  per: 'unit',
  source,
});

/** The base price of one item, from the first of the product's sources that has one; null while none has. */
function firstBase(
  program: Program,
  sources: readonly PriceSource[],
  variant: VariantProgram | null,
  charged: ChargedMeasure | null,
  outcomes: readonly FormulaOutcome[],
): PriceLine | null {
  for (const source of sources) {
    const line = baseFrom(program, source, variant, charged, outcomes);
    if (line) return line;
  }
  return null;
}

function baseFrom(
  program: Program,
  source: PriceSource,
  variant: VariantProgram | null,
  charged: ChargedMeasure | null,
  outcomes: readonly FormulaOutcome[],
): PriceLine | null {
  const { base } = program;
  switch (source.kind) {
    case 'formula':
      return formulaBase(program, source.formula, outcomes);
    case 'variant':
      return variant?.price
        ? baseLineAt(
            program,
            variant.price,
            {
              label: variant.listed ? `${baseLabel(variant.listed)}, ${variant.title}` : `Price of ${variant.title}`,
              source: 'variant',
              listed: variant.listed,
            },
            charged,
          )
        : null;
    case 'product':
      if (variant?.price) return null;
      return (
        base.line ??
        (base.price &&
          baseLineAt(
            program,
            base.price,
            { label: baseLabel(base.listed), source: 'product', listed: base.listed },
            charged,
          ))
      );
  }
}

const WITHOUT_FORMULAS: readonly PriceSource[] = priceSources(null);

/**
 * The base price of one item without formulas; null while it has none or while what it is measured by is not answered.
 *
 * @param charged what is charged, of a product that is sold by the unit
 */
export function baseLineOf(
  program: Program,
  variant: VariantProgram | null,
  charged: ChargedMeasure | null,
): PriceLine | null {
  return firstBase(program, WITHOUT_FORMULAS, variant, charged, []);
}

/** What a base price is called, and where it comes from. */
interface Named {
  readonly label: string;
  readonly source: string;
  /** the list that it is of; null for none */
  readonly listed: ListedBase | null;
}

function baseLineAt(
  { base }: Program,
  price: Exact,
  { label, source, listed }: Named,
  charged: ChargedMeasure | null,
): PriceLine | null {
  if (!base.unit) return { label, kind: 'base', of: listedBasis(listed, price), amount: price, per: 'unit', source };
  return (
    charged && {
      label,
      kind: 'base',
      of: chargedBasis(charged, price),
      amount: charged.charged.times(price),
      per: 'unit',
      source,
    }
  );
}

/** The base price as formulas see it: as it is without them. */
export function baseBefore(
  program: Program,
  variant: VariantProgram | null,
  charged: ChargedMeasure | null,
  entries: readonly Entry[],
  usual: Reading['usual'],
): Exact | null {
  if (program.kit)
    return (
      partsBase(kitAsListed(program.kit, variant), entries, baseLineOf(program, variant, charged), usual)?.base ?? null
    );
  return baseLineOf(program, variant, charged)?.amount ?? variant?.price ?? program.base.price;
}

/**
 * A kit whose variant has a price of a list: that takes the place of what the kit costs otherwise, as the product's
 * does.
 */
function kitAsListed(kit: KitProgram, variant: VariantProgram | null): KitProgram {
  const terms = asListed(kit.terms, variant?.listed?.isNamed === true);
  return terms === kit.terms ? kit : { ...kit, terms };
}

/** What the base price was before; a variant's own price has only its own was-price. */
function formerBase({ base }: Program, variant: VariantProgram | null): Exact | null {
  return variant?.price ? variant.wasPrice : (variant?.wasPrice ?? base.wasPrice);
}

/**
 * What the same selection cost before: priced again with the base and the amounts that are said to have been, through
 * the same formulas and rules. Null where that is not more than now, or where nothing of it cost more.
 */
function wasPriceOf(program: Program, reading: Reading, unitPrice: Exact, stepOf: StepOf): Exact | null {
  const { variant, charged } = reading;
  const former = formerBase(program, variant);
  const now = baseLineOf(program, variant, charged);
  const plain = former
    ? baseLineAt(program, former, { label: 'Was-price', source: 'product', listed: null }, charged)
    : now;
  const outcomes = former ? formerOutcomes(program, reading, plain?.amount ?? former) : reading.outcomes;
  const base = program.baseFormula === null ? plain : formulaBase(program, program.baseFormula, outcomes);
  if (!base) return null;
  const before = linesOf(program, { ...reading, outcomes }, baseOf(base), amountBefore, stepOf);
  const was = before.sum.rounded(program.places, program.rounding);
  return was.isMore(unitPrice) ? was : null;
}

/** The formulas with the former base price; those that don't look at it give what they give now. */
function formerOutcomes(
  { formulas }: Program,
  { answers, quantity, group, outcomes, held }: Reading,
  base: Exact,
): readonly FormulaOutcome[] {
  return outcomes.map((outcome, index) => {
    const formula = formulas[index];
    return formula?.compiled.uses.has('base') ? runFormula(formula, { answers, base, quantity, group, held }) : outcome;
  });
}

function formulaLine(
  { key, title }: FormulaProgram,
  outcome: FormulaOutcome,
  kind: 'base' | 'formula',
): PriceLine | null {
  const amount = resultOf(outcome);
  if (!amount || outcome === null || isStop(outcome)) return null;
  return {
    label: title,
    kind,
    of: outcome.length > 1 ? { kind: 'formula', lines: outcome } : null,
    amount,
    per: 'unit',
    source: `formula:${key}`,
  };
}

/** The base price by a formula; null while it can't be worked out. */
function formulaBase(program: Program, index: number, outcomes: readonly FormulaOutcome[]): PriceLine | null {
  const formula = program.formulas[index];
  return formula ? formulaLine(formula, outcomes[index] ?? null, 'base') : null;
}
