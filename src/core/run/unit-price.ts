import { type PriceSource } from '../compile';
import { type FormulaOutcome, type FormulaProgram } from '../compile/formulas';
import { priceSources } from '../compile/price-steps';
import { type EffectProgram, type Program, type VariantProgram } from '../compile/program';
import { Exact } from '../number';
import { type PriceLine, type PricingInputs, roundingLine, timesLine } from '../pricing';
import { chargedBasis, type ChargedMeasure } from './charging';
import { type Entry } from './entries';
import { ruleLine } from './fired-rules';
import { partsBase, type PartsBase } from './kit-price';
import { addOnAt, addOnLines } from './add-ons';
import { type Reading } from './reading';
import { isStop, resultOf, runFormula } from './run-formula';

export interface Price {
  readonly working: PriceLine[];
  readonly unitPrice: Exact | null;
  /** what one item of the same selection cost before; null where that was no more */
  readonly wasPrice: Exact | null;
  /** what is paid once, however many are taken */
  readonly once: Exact;
}

/**
 * Prices in the order that the design fixes: base, choice lines in the order of the page, formulas, rules, rounding of
 * the unit price, what is paid once for the line.
 */
export function priceOf(program: Program, reading: Reading): Price {
  const { outcomes, variant, charged, entries } = reading;
  const own = firstBase(program, program.priceSources, variant, charged, outcomes);
  const parts = program.kit && partsBase(program.kit, entries, own);
  const base = program.kit ? parts : own && baseOf(own);
  if (!base) return { working: [], unitPrice: null, wasPrice: null, once: Exact.zero };
  const { perUnit: working, perLine, sum } = linesOf(program, reading, base, amountToday);
  const unitPrice = sum.rounded(program.places, program.rounding);
  const rounding = roundingLine(sum, unitPrice, 'unit');
  if (rounding) working.push(rounding);
  let once = Exact.zero;
  if (perLine.length > 0) {
    const exact = perLine.reduce((total, { amount }) => total.plus(amount), Exact.zero);
    once = exact.rounded(program.places, program.rounding);
    const onceRounding = roundingLine(exact, once, 'line');
    working.push(...perLine, ...(onceRounding ? [onceRounding] : []));
  }
  return { working, unitPrice, wasPrice: parts ? boughtOneByOne(program, parts, sum) : program.remembersPrices ? wasPriceOf(program, reading, unitPrice) : null, once };
}

/** What a base price is, ready for the lines that come after it. */
type Base = Pick<PartsBase, 'lines' | 'amount' | 'base' | 'once'>;

const NOTHING_ONCE: readonly PriceLine[] = [];
const baseOf = (line: PriceLine): Base => ({ lines: [line], amount: line.amount, base: line.amount, once: NOTHING_ONCE });

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
function linesOf(program: Program, { answers, addOns, outcomes, fired }: Reading, base: Base, amountOf: (effect: EffectProgram) => EffectProgram['amount']): Lines {
  const lines: Omit<Lines, 'sum'> = { perUnit: [...base.lines], perLine: [...base.once] };
  const inputs: PricingInputs = { base: base.base, sum: base.amount, answers };
  let along = Exact.zero;
  for (const step of program.priceSteps) {
    switch (step.kind) {
      case 'choice': {
        const picks = answers[step.choice]?.picks;
        if (!picks) break;
        for (const { effect, count } of picks) {
          const brought = step.effects[effect];
          const amount = brought && amountOf(brought);
          if (amount) addLine(lines, inputs, timesLine(amount(inputs), count));
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
  return { perUnit: lines.perUnit, perLine: lines.perLine, sum: inputs.sum };
}

/** The base price of one item, from the first of the product's sources that has one; null while none has. */
function firstBase(program: Program, sources: readonly PriceSource[], variant: VariantProgram | null, charged: ChargedMeasure | null, outcomes: readonly FormulaOutcome[]): PriceLine | null {
  for (const source of sources) {
    const line = baseFrom(program, source, variant, charged, outcomes);
    if (line) return line;
  }
  return null;
}

function baseFrom(program: Program, source: PriceSource, variant: VariantProgram | null, charged: ChargedMeasure | null, outcomes: readonly FormulaOutcome[]): PriceLine | null {
  const { base } = program;
  switch (source.kind) {
    case 'formula':
      return formulaBase(program, source.formula, outcomes);
    case 'variant':
      return variant?.price ? baseLineAt(program, variant.price, `Price of ${variant.title}`, 'variant', charged) : null;
    case 'product':
      if (variant?.price) return null;
      return base.line ?? (base.price && baseLineAt(program, base.price, 'Base price', 'product', charged));
  }
}

const WITHOUT_FORMULAS: readonly PriceSource[] = priceSources(null);

/**
 * The base price of one item without formulas; null while it has none or while what it is measured by is not answered.
 *
 * @param charged what is charged, of a product that is sold by the unit
 */
export function baseLineOf(program: Program, variant: VariantProgram | null, charged: ChargedMeasure | null): PriceLine | null {
  return firstBase(program, WITHOUT_FORMULAS, variant, charged, []);
}

function baseLineAt({ base }: Program, price: Exact, label: string, source: string, charged: ChargedMeasure | null): PriceLine | null {
  if (!base.unit) return { label, kind: 'base', of: null, amount: price, per: 'unit', source };
  return charged && { label, kind: 'base', of: chargedBasis(charged, price), amount: charged.charged.times(price), per: 'unit', source };
}

/** The base price as formulas see it: as it is without them. */
export function baseBefore(program: Program, variant: VariantProgram | null, charged: ChargedMeasure | null, entries: readonly Entry[]): Exact | null {
  if (program.kit) return partsBase(program.kit, entries, baseLineOf(program, variant, charged))?.base ?? null;
  return baseLineOf(program, variant, charged)?.amount ?? variant?.price ?? program.base.price;
}

/** What the base price was before; a variant's own price has only its own was-price. */
function formerBase({ base }: Program, variant: VariantProgram | null): Exact | null {
  return variant?.price ? variant.wasPrice : (variant?.wasPrice ?? base.wasPrice);
}

/**
 * What the same selection cost before: priced again with the base and the amounts that are said to have been, through
 * the same formulas and rules. Null where that is not more than now, or where nothing of it cost more.
 */
function wasPriceOf(program: Program, reading: Reading, unitPrice: Exact): Exact | null {
  const { variant, charged } = reading;
  const former = formerBase(program, variant);
  const now = baseLineOf(program, variant, charged);
  const plain = former ? baseLineAt(program, former, 'Was-price', 'product', charged) : now;
  const outcomes = former ? formerOutcomes(program, reading, plain?.amount ?? former) : reading.outcomes;
  const base = program.baseFormula === null ? plain : formulaBase(program, program.baseFormula, outcomes);
  if (!base) return null;
  const before = linesOf(program, { ...reading, outcomes }, baseOf(base), amountBefore);
  const was = before.sum.rounded(program.places, program.rounding);
  return was.isMore(unitPrice) ? was : null;
}

/** The formulas with the former base price; those that don't look at it give what they give now. */
function formerOutcomes({ formulas }: Program, { answers, quantity, group, outcomes, held }: Reading, base: Exact): readonly FormulaOutcome[] {
  return outcomes.map((outcome, index) => {
    const formula = formulas[index];
    return formula?.compiled.uses.has('base') ? runFormula(formula, { answers, base, quantity, group, held }) : outcome;
  });
}

function formulaLine({ key, title }: FormulaProgram, outcome: FormulaOutcome, kind: 'base' | 'formula'): PriceLine | null {
  const amount = resultOf(outcome);
  if (!amount || outcome === null || isStop(outcome)) return null;
  return { label: title, kind, of: outcome.length > 1 ? { kind: 'formula', lines: outcome } : null, amount, per: 'unit', source: `formula:${key}` };
}

/** The base price by a formula; null while it can't be worked out. */
function formulaBase(program: Program, index: number, outcomes: readonly FormulaOutcome[]): PriceLine | null {
  const formula = program.formulas[index];
  return formula ? formulaLine(formula, outcomes[index] ?? null, 'base') : null;
}
