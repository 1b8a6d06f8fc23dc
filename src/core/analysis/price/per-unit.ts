import { amountsOf, type Choice, hasOptions, type Product } from '../../catalog';
import { type FormulaProgram, type Program, programWith } from '../../compile';
import { type ItemEffect } from '../../compile/product-rules';
import { type EffectProgram } from '../../compile/program';
import { Exact } from '../../number';
import { type Amount, type AmountProgram, type BreaksProgram, countedChoice, kindOfAmount } from '../../pricing';
import { conversionFactor, unitByCode } from '../../quantity';

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
  const perUnit = new PerUnit(soldBy);
  const priced = perUnit.priced(program);
  return { unit: soldBy.unit, isOpen: perUnit.isOpen, priced };
}

class PerUnit {
  /** whether something has been left out */
  isOpen = false;
  /** key of the choice that says how much; null where a formula does */
  private readonly measure: string | null;

  constructor(private readonly soldBy: Exclude<Product['soldBy'], { kind: 'each' }>) {
    this.measure = soldBy.kind === 'measure' ? soldBy.measure : null;
  }

  priced(program: Program): Program {
    const choices = program.product.choices.map((choice) => this.choice(choice));
    return programWith(program, {
      product: { ...program.product, choices },
      choices: program.choices.map((choice, index) => ({
        ...choice,
        effects: this.effects(choice.effects, choices[index], program.product.choices[index]),
      })),
      formulas: program.formulas.map((formula) => this.formula(formula)),
      rules: program.rules && {
        ...program.rules,
        itemEffects: program.rules.itemEffects.map((effect) => this.ruleEffect(effect)),
      },
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
  }

  private choice(choice: Choice): Choice {
    if (hasOptions(choice)) {
      const options = choice.options.map((option) => ({ ...option, amount: this.forOne(option.amount, choice.key) }));
      return { ...choice, options } as Choice;
    }
    return 'amount' in choice ? { ...choice, amount: this.forOne(choice.amount, choice.key) } : choice;
  }

  private effects(
    effects: readonly EffectProgram[],
    now: Choice | undefined,
    before: Choice | undefined,
  ): EffectProgram[] {
    const [amounts, given] = [now, before].map((choice) => (choice ? amountsOf(choice) : []));
    return effects.map((one, place) => ({
      ...one,
      amount: this.ready(amounts?.[place] ?? null, given?.[place] ?? null, one.amount),
      wasAmount: null,
      breaks: null,
    }));
  }

  /** What a formula adds is not paid by the unit: it is worked out as ever, and adds nothing. */
  private formula(formula: FormulaProgram): FormulaProgram {
    if (formula.serves.kind !== 'amount') return formula;
    this.isOpen = true;
    return { ...formula, serves: { kind: 'shown' } };
  }

  private ruleEffect(one: ItemEffect): ItemEffect {
    if (!one.setPrice && !one.amount) return one;
    const given = one.setPrice || one.effect.kind !== 'amount' ? null : one.effect.amount;
    this.isOpen ||= given === null;
    const amount = this.forOne(given, '');
    return {
      ...one,
      setPrice: null,
      effect: amount ? { kind: 'amount', amount } : one.effect,
      amount: this.ready(amount, given, one.amount),
    };
  }

  private factorOf(amount: Amount): Exact {
    const code = kindOfAmount(amount).unit(amount);
    const [sold, from] = [unitByCode(this.soldBy.unit), code === null ? undefined : unitByCode(code)];
    return sold && from ? conversionFactor(sold, from) : Exact.one;
  }

  /**
   * The amount as it is for one unit, which is not written with more places than it has: that it adds is what matters.
   *
   * @param own key of the choice that it belongs to
   */
  private forOne(amount: Amount | null, own: string): Amount | null {
    const value = amount && Exact.parse(amount.value);
    if (!amount || !value || value.sign() === 0) return null;
    const { operation, per, counts } = kindOfAmount(amount);
    if (per === 'line') return null;
    if (operation !== 'add') return amount;
    if (counts === 'measure' && this.measure !== null && (countedChoice(amount) ?? own) === this.measure)
      return { kind: 'fixed', value: value.times(this.factorOf(amount)).rounded(9).toString() };
    this.isOpen = true;
    return null;
  }

  private ready(amount: Amount | null, given: Amount | null, before: AmountProgram | null): AmountProgram | null {
    if (!amount || !given || !before) return null;
    if (kindOfAmount(amount).operation !== 'add') return before;
    const value = (Exact.parse(given.value) ?? Exact.zero).times(this.factorOf(given));
    return () => ({ label: '', kind: 'choice', of: null, amount: value, per: 'unit', source: '' });
  }
}
