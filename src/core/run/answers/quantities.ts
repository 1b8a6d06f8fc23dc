import { type Program, variantKey, type VariantProgram } from '../../compile/program';
import { type QuantitySource } from '../../compile/quantities';
import { type Answer } from '../../selection';

interface Asked {
  readonly answers: readonly (Answer | null)[];
  readonly variant: VariantProgram | null;
  readonly group: string | null;
}

/**
 * What has the word about the quantity: the last chosen option that has one of its own, else the variant, the
 * customer's group, the product, the shop.
 */
export function quantitySourceOf(
  { quantities: { usual, nearer } }: Program,
  { answers, variant, group }: Asked,
): QuantitySource {
  const found = nearer.find(({ asks }) => {
    switch (asks.kind) {
      case 'option':
        return answers[asks.choice]?.picks.some(({ effect }) => effect === asks.effect) ?? false;
      case 'variant':
        return variant !== null && variantKey(variant.options) === asks.key;
      case 'group':
        return asks.group === group;
    }
  });
  return found ?? usual;
}
