'use client';

import { freeKey, type OneOfChoice, type Variant } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { combinationTitle } from './combinations';

/** A stock item that is to be made for a variant. */
export interface NewItem {
  readonly variant: Pick<Variant, 'options'>;
  readonly key: string;
  readonly title: string;
}

/** Names stock items for variants that have none: free, and told apart by the product and its options. */
export function useNewItems(
  stocked: readonly OneOfChoice[],
): (variants: readonly Pick<Variant, 'options'>[]) => NewItem[] {
  const { product, stock } = useEditing();
  return (variants) => {
    const taken = stock.map(({ key }) => key);
    return variants.map((variant) => {
      const title = `${product.title} ${combinationTitle(variant.options, stocked).replaceAll(' · ', ' ')}`
        .trim()
        .slice(0, 160);
      const key = freeKey(title, taken, 'item');
      taken.push(key);
      return { variant, key, title };
    });
  };
}
