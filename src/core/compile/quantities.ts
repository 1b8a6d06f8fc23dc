import { hasOptions, type QuantityFrom, quantityOf } from '../catalog';
import { orderable, type Orderable, orderableRange, type QuantityRule } from '../ordering';
import { type Path } from '../problems';
import { type Scope } from './scope';

/** What of a selection has a word of its own about quantities. */
export type QuantityAsked =
  | { readonly kind: 'option'; readonly choice: number; readonly effect: number }
  | { readonly kind: 'variant'; readonly key: string }
  | { readonly kind: 'group'; readonly group: string };

/** In what numbers something may be bought, and who says so. */
export interface QuantitySource {
  readonly orderable: Orderable;
  readonly from: QuantityFrom;
}

/** The same, of those of which something is asked. */
export interface NearerQuantity extends QuantitySource {
  readonly asks: QuantityAsked;
}

export interface QuantityProgram {
  /** for everybody, whatever is chosen */
  readonly usual: QuantitySource;
  /**
   * what has the word before that, the nearest first: an option over one further up, any of them over a variant, that
   * over a group
   */
  readonly nearer: readonly NearerQuantity[];
}

/** Nothing has a word of its own about quantities. */
export const inNumbers = (given: Orderable): QuantityProgram => ({
  usual: { orderable: given, from: { kind: 'nobody' } },
  nearer: [],
});

/** What may be ordered of a product by everybody, whatever is chosen. */
export const usualQuantities = ({ product, surroundings: { shop } }: Scope): Orderable =>
  orderable(quantityOf(product, shop.quantityRules, null).rule);

/**
 * Makes quantity rules ready: of the product, or of the shop for many products; of customer groups, variants and
 * options.
 *
 * @param titleOf key and title of a variant by its place; undefined for one that could not be made ready
 */
export function compileQuantities(
  { product, surroundings: { shop }, report }: Scope,
  titleOf: (place: number) => { readonly key: string; readonly title: string } | undefined,
): QuantityProgram {
  const ready = (rule: QuantityRule, path: Path): Orderable => {
    const made = orderable(rule);
    if (!orderableRange(made)) report([...path, 'maximum'], { code: 'quantityImpossible' });
    rule.list.forEach(({ quantity }, index) => {
      if (rule.list.findIndex((other) => other.quantity === quantity) < index)
        report([...path, 'list', index], { code: 'quantityTwice', quantity });
    });
    return made;
  };
  const { rule, from } = quantityOf(product, shop.quantityRules, null);
  const usual: QuantitySource = { orderable: ready(rule, ['quantity']), from };
  const nearer: NearerQuantity[] = [];
  product.choices.forEach((choice, index) => {
    if (!hasOptions(choice)) return;
    choice.options.forEach(({ quantity, title }, effect) => {
      if (quantity)
        nearer.unshift({
          asks: { kind: 'option', choice: index, effect },
          orderable: ready(quantity, ['choices', index, 'options', effect, 'quantity']),
          from: { kind: 'option', title: `${choice.title}: ${title}` },
        });
    });
  });
  product.variants.forEach(({ quantity }, place) => {
    const variant = titleOf(place);
    if (quantity && variant)
      nearer.push({
        asks: { kind: 'variant', key: variant.key },
        orderable: ready(quantity, ['variants', place, 'quantity']),
        from: { kind: 'variant', title: variant.title },
      });
  });
  for (const group of Object.keys(product.quantityByGroup)) {
    if (!shop.groups.some(({ key }) => key === group))
      report(['quantityByGroup', group], { code: 'groupUnknown', key: group });
  }
  for (const { key, title } of shop.groups) {
    const own = quantityOf(product, shop.quantityRules, key);
    if (own.rule !== rule)
      nearer.push({
        asks: { kind: 'group', group: key },
        orderable: ready(own.rule, own.from.kind === 'productForGroup' ? ['quantityByGroup', key] : ['quantity']),
        from: own.from.kind === 'productForGroup' ? { ...own.from, group: title } : own.from,
      });
  }
  return { usual, nearer };
}
