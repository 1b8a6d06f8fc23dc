import { type Choice, hasOptions } from './choices';
import { type Product } from './schema';

/** A product that takes from other stock items. @param named the stock item in the place of one, by key */
export function withStock(product: Product, named: (key: string) => string): Product {
  const draws = <D extends { readonly stock: string }>(list: readonly D[]): D[] => list.map((draw) => ({ ...draw, stock: named(draw.stock) }));
  const choices = product.choices.map((given): Choice => {
    const choice = 'draws' in given ? { ...given, draws: draws(given.draws) } : given;
    if (!hasOptions(choice)) return choice;
    return { ...choice, options: choice.options.map((option) => ({ ...option, draws: draws(option.draws) })) };
  });
  return {
    ...product,
    choices,
    draws: draws(product.draws),
    variants: product.variants.map((variant) => ({ ...variant, stock: variant.stock && named(variant.stock) })),
    formulas: product.formulas.map((formula) => (formula.serves.kind === 'draw' ? { ...formula, serves: { ...formula.serves, stock: named(formula.serves.stock) } } : formula)),
    rules: product.rules.map((rule) => ({ ...rule, then: rule.then.map((effect) => (effect.kind === 'draw' ? { ...effect, draw: { ...effect.draw, stock: named(effect.draw.stock) } } : effect)) })),
  };
}
