import { type Answer } from '../catalog';
import { Exact } from '../number';
import { type PriceLine, type PricingInputs, roundingLine, timesLine } from '../pricing';
import { chargedBasis, type ChargedMeasure } from './charging';
import { type FormulaOutcome, type FormulaProgram, isStop, resultOf } from './formulas';
import { type Program, type VariantProgram } from './program';
import { ruleLines } from './rules';

export interface Price {
  readonly working: PriceLine[];
  readonly unitPrice: Exact | null;
  readonly compareAt: Exact | null;
  /** what is paid once, however many are taken */
  readonly once: Exact;
}

/**
 * Prices in the order that the design fixes: base, choice lines in the order of the page, rounding of the unit price,
 * what is paid once for the line.
 */
export function priceOf(
  program: Program,
  answers: (Answer | null)[],
  variant: VariantProgram | null,
  outcomes: readonly FormulaOutcome[],
  charged: ChargedMeasure | null,
  fired: ((rule: number) => boolean) | null,
): Price {
  const baseLine = program.baseFormula === null ? baseLineOf(program, variant, charged) : formulaBase(program, program.baseFormula, outcomes);
  if (!baseLine) return { working: [], unitPrice: null, compareAt: null, once: Exact.zero };
  const working: PriceLine[] = [baseLine];
  const onceLines: PriceLine[] = [];
  const inputs: PricingInputs = { base: baseLine.amount, sum: baseLine.amount, answers };
  let once = Exact.zero;
  // By how much the extras were dearer before.
  let former = Exact.zero;
  for (let index = 0; index < answers.length; index += 1) {
    const picks = answers[index]?.picks;
    if (!picks) continue;
    for (const { effect, count } of picks) {
      const effects = program.choices[index]?.effects[effect];
      if (!effects?.amount) continue;
      const line = timesLine(effects.amount(inputs), count);
      if (line.per === 'line') {
        onceLines.push(line);
        once = once.plus(line.amount);
        continue;
      }
      if (effects.compareAt) former = former.plus(timesLine(effects.compareAt(inputs), count).amount.minus(line.amount));
      working.push(line);
      inputs.sum = inputs.sum.plus(line.amount);
    }
  }
  for (let index = 0; index < outcomes.length; index += 1) {
    const formula = program.formulas[index];
    const line = formula?.serves.kind === 'amount' && formulaLine(formula, outcomes[index] ?? null, 'formula');
    if (!line) continue;
    working.push(line);
    inputs.sum = inputs.sum.plus(line.amount);
  }
  if (program.rules && fired) {
    for (const line of ruleLines(program.rules, fired, inputs)) {
      if (line.per === 'unit') working.push(line);
      else {
        onceLines.push(line);
        once = once.plus(line.amount);
      }
    }
  }
  const { sum } = inputs;
  const unitPrice = sum.rounded(program.places, program.rounding);
  const rounding = roundingLine(sum, unitPrice, 'unit');
  if (rounding) working.push(rounding);
  if (onceLines.length > 0) {
    const payable = once.rounded(program.places, program.rounding);
    const onceRounding = roundingLine(once, payable, 'line');
    working.push(...onceLines, ...(onceRounding ? [onceRounding] : []));
    once = payable;
  }
  return { working, unitPrice, compareAt: compareAtOf(program, charged, variant, sum.minus(baseLine.amount).plus(former), baseLine, unitPrice), once };
}

/**
 * The base price of one item without formulas; null while it has none or while what it is measured by is not answered.
 *
 * @param charged what is charged, of a product that is sold by the unit
 */
export function baseLineOf(program: Program, variant: VariantProgram | null, charged: ChargedMeasure | null): PriceLine | null {
  const { base } = program;
  if (!variant?.price && base.line) return base.line;
  const price = variant?.price ?? base.price;
  if (!price) return null;
  const source = variant?.price ? 'variant' : 'product';
  const label = variant?.price ? `Price of ${variant.title}` : 'Base price';
  if (!base.unit) return { label, kind: 'base', of: null, amount: price, per: 'unit', source };
  return charged && { label, kind: 'base', of: chargedBasis(charged, price), amount: charged.charged.times(price), per: 'unit', source };
}

/** The base price as formulas see it: as it is without them. */
export function baseBefore(program: Program, variant: VariantProgram | null, charged: ChargedMeasure | null): Exact | null {
  return baseLineOf(program, variant, charged)?.amount ?? variant?.price ?? program.base.price;
}

/** The compare-at price of this selection: what base and extras were before; shown only where it is higher. */
function compareAtOf(
  program: Program,
  charged: ChargedMeasure | null,
  variant: VariantProgram | null,
  extras: Exact,
  baseLine: PriceLine,
  unitPrice: Exact,
): Exact | null {
  const compareAt = variant?.compareAt ?? program.base.compareAt;
  const base = compareAt && (program.base.unit ? charged?.charged.times(compareAt) : compareAt);
  const total = (base ?? baseLine.amount).plus(extras).rounded(program.places, program.rounding);
  return total.isMore(unitPrice) ? total : null;
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
