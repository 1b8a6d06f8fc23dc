'use client';

import { z } from 'zod';
import { type OneOfChoice, type Variant } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { send } from '@/features/kit/shared';
import { combinationTitle } from './combinations';

/** A stock item that is to be made for a variant. */
export interface NewItem {
  readonly variant: Pick<Variant, 'options'>;
  readonly key: string;
  readonly title: string;
}

const keysSchema = z.object({ keys: z.array(z.string()) });

/** Names stock items for variants that have none: free, and told apart by the product and its options. */
export function useNewItems(
  stocked: readonly OneOfChoice[],
): (variants: readonly Pick<Variant, 'options'>[]) => Promise<NewItem[]> {
  const { product } = useEditing();
  return async (variants) => {
    if (variants.length === 0) return [];
    const titles = variants.map(({ options }) =>
      `${product.title} ${combinationTitle(options, stocked).replaceAll(' · ', ' ')}`.trim().slice(0, 160),
    );
    const { keys } = await send('POST', '/api/manage/free-stock-keys', { titles }, keysSchema);
    return variants.flatMap((variant, place) => {
      const [key, title] = [keys[place], titles[place]];
      return key === undefined || title === undefined ? [] : { variant, key, title };
    });
  };
}
