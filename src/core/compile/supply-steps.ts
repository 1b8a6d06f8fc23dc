import { type AddOnProgram } from './add-ons';
import { type KitProgram } from './kit';
import { type ItemEffect } from './product-rules';
import { type Compiled, type DrawProgram, type EffectProgram, type VariantProgram } from './program';

/**
 * Something that takes from stock when one is sold, or costs work. The steps stand in the order in which what they take
 * is collected. What is drawn, what could be short or sold out, what it costs, what brings a margin down and whether
 * anything is taken at all follow this one list.
 */
export type SupplyStep =
  /** the variant that is bought */
  | { readonly kind: 'variant'; readonly variants: readonly VariantProgram[] }
  /** the product, whatever is chosen */
  | { readonly kind: 'product'; readonly draws: readonly DrawProgram[] }
  /** what is picked of a choice, as many times as it is picked */
  | { readonly kind: 'choice'; readonly choice: number; readonly effects: readonly EffectProgram[] }
  /** what it is put together from, each as the product it is */
  | { readonly kind: 'inside'; readonly kit: KitProgram }
  /** what is taken along, each as the product it is */
  | { readonly kind: 'along'; readonly addOns: readonly AddOnProgram[] }
  /** a formula says how much of one stock item */
  | { readonly kind: 'formula'; readonly formula: number; readonly draw: DrawProgram }
  /** a formula says what work and things bought in cost */
  | { readonly kind: 'work'; readonly formula: number }
  /** a rule, while it holds */
  | { readonly kind: 'rule'; readonly effect: ItemEffect; readonly draw: DrawProgram };

type Supplied = Pick<Compiled, 'variants' | 'draws' | 'choices' | 'kit' | 'addOns' | 'formulas' | 'rules'>;

/** The steps of supplying a product; what takes nothing is none. */
export function supplySteps({
  variants,
  draws,
  choices,
  kit,
  addOns,
  formulas,
  rules,
}: Supplied): readonly SupplyStep[] {
  const made = [...variants.values()];
  return [
    ...(made.some(({ draw }) => draw) ? [{ kind: 'variant', variants: made } as const] : []),
    ...(draws.length > 0 ? [{ kind: 'product', draws } as const] : []),
    ...choices.flatMap(({ effects }, choice): SupplyStep[] =>
      effects.some((effect) => effect.draws.length > 0) ? [{ kind: 'choice', choice, effects }] : [],
    ),
    ...(kit ? [{ kind: 'inside', kit } as const] : []),
    ...(addOns.length > 0 ? [{ kind: 'along', addOns } as const] : []),
    ...formulas.flatMap(({ serves, draw }, formula): SupplyStep[] => {
      if (draw) return [{ kind: 'formula', formula, draw }];
      return serves.kind === 'cost' ? [{ kind: 'work', formula }] : [];
    }),
    ...(rules?.itemEffects ?? []).flatMap((effect): SupplyStep[] =>
      effect.draw ? [{ kind: 'rule', effect, draw: effect.draw }] : [],
    ),
  ];
}

/** Every draw that a step can make of the product itself; what stands in it, or comes along, has steps of its own. */
export function drawsOfStep(step: SupplyStep): readonly DrawProgram[] {
  switch (step.kind) {
    case 'variant':
      return step.variants.flatMap(({ draw }) => draw ?? []);
    case 'product':
      return step.draws;
    case 'choice':
      return step.effects.flatMap(({ draws }) => draws);
    case 'formula':
    case 'rule':
      return [step.draw];
    case 'inside':
    case 'along':
    case 'work':
      return NO_DRAWS;
  }
}

const NO_DRAWS: readonly DrawProgram[] = [];
