import { amountsOf, hasOptions } from '../catalog';
import { type FormulaProgram, type Program, programWith } from '../compile';
import { type ItemEffect } from '../compile/product-rules';
import { type EffectProgram } from '../compile/program';
import { Exact } from '../number';
import { type Amount, type AmountProgram, type BreaksProgram, countedChoice, kindOfAmount } from '../pricing';
import { conversionFactor, unitByCode } from '../quantity';

/** Of one unit, what is counted by the unit has no place. */
const overPieces = (table: BreaksProgram | null) => (table?.over === 'pieces' ? table : null);

/** A product as it is priced for one unit of what it is sold by. */
export interface PricedPerUnit {
  /** UCUM code of the unit; null where it is sold one at a time */
  readonly unit: string | null;
  /** whether something is left out that is not paid by the unit */
  readonly isOpen: boolean;
  readonly priced: Program;
}

/**
 * Makes of a product that is sold by a measure one that costs what one unit of it does: what is paid for the whole
 * piece, or by a formula, has no place there, and what is paid by the unit comes once.
 */
export function perUnitOf(program: Program): PricedPerUnit {
  const { soldBy } = program.product;
  if (soldBy.kind === 'each' || program.baseFormula !== null) return { unit: null, isOpen: false, priced: program };
  const measure = soldBy.kind === 'measure' ? soldBy.measure : null;
  let isOpen = false;
  const factorOf = (amount: Amount): Exact => {
    const code = kindOfAmount(amount).unit(amount);
    const [sold, from] = [unitByCode(soldBy.unit), code === null ? undefined : unitByCode(code)];
    return sold && from ? conversionFactor(sold, from) : Exact.one;
  };
  // The amount as it is for one unit, which is not written with more places than it has: that it adds is what matters.
  const forOne = (amount: Amount | null, own: string): Amount | null => {
    const value = amount && Exact.parse(amount.value);
    if (!amount || !value || value.sign() === 0) return null;
    const { operation, per, counts } = kindOfAmount(amount);
    if (per === 'line') return null;
    if (operation !== 'add') return amount;
    if (counts === 'measure' && measure !== null && (countedChoice(amount) ?? own) === measure)
      return { kind: 'fixed', value: value.times(factorOf(amount)).rounded(9).toString() };
    isOpen = true;
    return null;
  };
  const ready = (amount: Amount | null, given: Amount | null, before: AmountProgram | null): AmountProgram | null => {
    if (!amount || !given || !before) return null;
    if (kindOfAmount(amount).operation !== 'add') return before;
    const value = (Exact.parse(given.value) ?? Exact.zero).times(factorOf(given));
    return () => ({ label: '', kind: 'choice', of: null, amount: value, per: 'unit', source: '' });
  };
  const choices = program.product.choices.map((choice) => {
    if (hasOptions(choice))
      return {
        ...choice,
        options: choice.options.map((option) => ({ ...option, amount: forOne(option.amount, choice.key) })),
      };
    return 'amount' in choice ? { ...choice, amount: forOne(choice.amount, choice.key) } : choice;
  });
  const compiled = program.choices.map((choice, index) => {
    const [now, given] = [choices[index], program.product.choices[index]].map((definition) =>
      definition ? amountsOf(definition) : [],
    );
    return {
      ...choice,
      effects: choice.effects.map((one, place): EffectProgram => ({
        ...one,
        amount: ready(now?.[place] ?? null, given?.[place] ?? null, one.amount),
        wasAmount: null,
        breaks: null,
      })),
    };
  });
  // What a formula adds is not paid by the unit: it is worked out as ever, and adds nothing.
  const formulas = program.formulas.map((formula): FormulaProgram => {
    if (formula.serves.kind !== 'amount') return formula;
    isOpen = true;
    return { ...formula, serves: { kind: 'shown' } };
  });
  const itemEffects = (program.rules?.itemEffects ?? []).map((one): ItemEffect => {
    if (!one.setPrice && !one.amount) return one;
    const given = one.setPrice || one.effect.kind !== 'amount' ? null : one.effect.amount;
    isOpen ||= given === null;
    const amount = forOne(given, '');
    return {
      ...one,
      setPrice: null,
      effect: amount ? { kind: 'amount', amount } : one.effect,
      amount: ready(amount, given, one.amount),
    };
  });
  const priced = programWith(program, {
    product: { ...program.product, choices },
    choices: compiled,
    formulas,
    rules: program.rules && { ...program.rules, itemEffects },
    base: {
      ...program.base,
      wasPrice: null,
      breaks: overPieces(program.base.breaks),
      unit: null,
      measured: null,
      charging: null,
      line: null,
    },
    variants: new Map([...program.variants].map(([key, variant]) => [key, { ...variant, wasPrice: null }])),
  });
  return { unit: soldBy.unit, isOpen, priced };
}
