import { type FormulaProgram } from './formulas';
import { type AddOnProgram } from './add-ons';
import { type ItemEffect, type ProductRules } from './product-rules';
import { type ChoiceProgram, type EffectProgram } from './program';

/** Where a base price can come from: the first of a product's sources that has one counts. */
export type PriceSource =
  { readonly kind: 'formula'; readonly formula: number } | { readonly kind: 'variant' } | { readonly kind: 'product' };

/**
 * A step of working out a price after its base. The steps stand in the order in which they are taken: what is chosen
 * and taken along in the order of the page, formulas, rules. Price, price range and analysis all follow this one list;
 * rounding, the quantity and what is paid once come after it.
 */
export type PriceStep =
  | { readonly kind: 'choice'; readonly choice: number; readonly effects: readonly EffectProgram[] }
  | { readonly kind: 'addOn'; readonly addOn: AddOnProgram }
  | { readonly kind: 'formula'; readonly formula: number }
  | { readonly kind: 'rule'; readonly effect: ItemEffect };

/** @param baseFormula position of the formula that gives the base price; null where none does */
export function priceSources(baseFormula: number | null): readonly PriceSource[] {
  return baseFormula === null
    ? [{ kind: 'variant' }, { kind: 'product' }]
    : [{ kind: 'formula', formula: baseFormula }];
}

/** The steps of a product's price; what can't change it is none. */
export function priceSteps(
  choices: readonly ChoiceProgram[],
  addOns: readonly AddOnProgram[],
  formulas: readonly FormulaProgram[],
  rules: ProductRules | null,
): readonly PriceStep[] {
  const ofPage = choices.flatMap(({ effects }, choice): PriceStep[] => {
    const addOn = addOns.find((candidate) => candidate.choice === choice);
    return [
      ...(effects.some(({ amount }) => amount) ? [{ kind: 'choice', choice, effects } as const] : []),
      ...(addOn ? [{ kind: 'addOn', addOn } as const] : []),
    ];
  });
  const ofFormulas = formulas.flatMap(({ serves }, formula): PriceStep[] =>
    serves.kind === 'amount' ? [{ kind: 'formula', formula }] : [],
  );
  const ofRules = (rules?.itemEffects ?? []).flatMap((effect): PriceStep[] =>
    effect.amount || effect.setPrice ? [{ kind: 'rule', effect }] : [],
  );
  return [...ofPage, ...ofFormulas, ...ofRules];
}
