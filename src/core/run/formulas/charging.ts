import { type ChargeProgram } from '../../compile/charging';
import { type FormulaInputs } from '../../compile/formulas';
import { type Program } from '../../compile/program';
import { dimOf } from '../../formula';
import { Exact } from '../../number';
import { type Basis } from '../../pricing';
import { type Quantity, type Unit } from '../../quantity';
import { type MeasureShown } from '../resolution';
import { resultOf, runFormula } from './run-formula';

/** How much of the unit that a price is for. */
export interface ChargedMeasure {
  readonly unit: Unit;
  /** what the measure or formula says */
  readonly needed: Exact;
  readonly charged: Exact;
  /** what leaves the house: whole packs where it is sold in packs, else what is needed */
  readonly supplied: Exact;
  readonly packs: Exact | null;
  readonly rule: ChargeProgram | null;
  /** whether something else is charged than is needed */
  readonly differs: boolean;
}

/**
 * What is charged for a quantity that is needed: waste is added, then the least is charged at least, and then it is
 * brought up to a step or to whole packs.
 */
export function charge(needed: Exact, unit: Unit, rule: ChargeProgram | null): ChargedMeasure {
  if (!rule) return { unit, needed, charged: needed, supplied: needed, packs: null, rule, differs: false };
  let charged = rule.withWaste ? needed.times(rule.withWaste) : needed;
  if (rule.minimum?.isMore(charged)) charged = rule.minimum;
  let steps: Exact | null = null;
  if (rule.step) {
    steps = Exact.of(charged.over(rule.step).ceiling());
    charged = steps.times(rule.step);
  }
  const packs = rule.pack === null ? null : steps;
  return { unit, needed, charged, supplied: packs ? charged : needed, packs, rule, differs: !charged.equals(needed) };
}

/** What is charged for one item of a selection; null while it is not known, or where it is not sold by the unit. */
export function chargedOf({ base, formulas }: Program, given: Omit<FormulaInputs, 'base'>): ChargedMeasure | null {
  if (!base.unit || !base.measured) return null;
  const { measured, unit } = base;
  const formula = measured.kind === 'formula' ? formulas[measured.index] : undefined;
  const value = formula
    ? resultOf(
        runFormula(formula, {
          answers: given.answers,
          base: null,
          quantity: given.quantity,
          group: given.group,
          runs: given.runs,
          held: given.held,
        }),
      )
    : measured.kind === 'choice'
      ? given.answers[measured.index]?.value
      : null;
  return value && (!formula || value.sign() >= 0)
    ? charge(measured.factor ? value.times(measured.factor) : value, unit, base.charging)
    : null;
}

/** What a base price is taken of. */
export function chargedBasis({ unit, needed, charged, packs, rule, differs }: ChargedMeasure, rate: Exact): Basis {
  const quantity: Quantity = { value: charged, unit };
  if (!differs) return { kind: 'measure', quantity, rate, per: unit };
  return {
    kind: 'charged',
    quantity,
    rate,
    per: unit,
    needed,
    packs,
    pack: rule?.pack ?? null,
    step: rule?.step ?? null,
  };
}

/** What is needed, charged and left over, for customers to see. */
export function chargedLines({ unit, needed, charged, packs }: ChargedMeasure): MeasureShown[] {
  const dim = dimOf(unit);
  const line = (name: string, value: Exact): MeasureShown => ({
    name,
    value: value.times(unit.factor),
    dim,
    formula: '',
    forCustomers: true,
    unit,
  });
  const over = charged.minus(needed);
  return [
    line('Needed', needed),
    line('Charged', charged),
    ...(packs && over.sign() > 0 ? [line('Left over', over)] : []),
  ];
}
