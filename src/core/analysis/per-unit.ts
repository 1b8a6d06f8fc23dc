import { amountsOf, hasOptions } from '../catalog';
import { type EffectProgram, type Program } from '../compile/program';
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
  const priceSteps = program.priceSteps.flatMap((step): Program['priceSteps'] => {
    if (step.kind === 'formula') {
      isOpen = true;
      return [];
    }
    if (step.kind === 'choice') return [{ ...step, effects: compiled[step.choice]?.effects ?? [] }];
    if (step.kind !== 'rule') return [step];
    if (step.effect.setPrice || step.effect.effect.kind !== 'amount') {
      isOpen = true;
      return [];
    }
    const given = step.effect.effect.amount;
    const amount = forOne(given, '');
    return amount
      ? [
          {
            kind: 'rule',
            effect: {
              ...step.effect,
              effect: { kind: 'amount', amount },
              amount: ready(amount, given, step.effect.amount),
            },
          },
        ]
      : [];
  });
  const priced: Program = {
    ...program,
    product: { ...program.product, choices },
    choices: compiled,
    priceSteps,
    remembersPrices: false,
    base: {
      ...program.base,
      breaks: overPieces(program.base.breaks),
      unit: null,
      measured: null,
      charging: null,
      line: null,
    },
  };
  return { unit: soldBy.unit, isOpen, priced };
}
