import { useCallback } from 'react';
import { z } from 'zod';
import { type Product } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { queryOf, send } from '@/features/kit/shared';
import { type Finding } from '@/ui/search-field';

/** Keys that a new part can't have: of parts and of choices. */
export function takenKeys({ parts, choices }: Product): string[] {
  return [...parts, ...choices].map(({ key }) => key);
}

const inShopSchema = z.array(z.object({ slug: z.string(), title: z.string(), sku: z.string() }));

/**
 * Finds products in the shop that can be parts of the product or be put in its slots: without words those of its
 * category first.
 *
 * @param without addresses of those that can't be picked again
 */
export function useProductFinder(without: readonly string[] = []): (text: string) => Promise<readonly Finding[]> {
  const {
    product: { slug: own, category },
  } = useEditing();
  const left = without.join(' ');
  return useCallback(
    async (words: string) => {
      const query = queryOf({ words, category: category ?? '' });
      const found = await send('GET', `/api/manage/in-shop?${query}`, undefined, inShopSchema);
      const out = new Set([own, ...left.split(' ')]);
      return found
        .filter(({ slug }) => !out.has(slug))
        .map(({ slug, title, sku }) => ({ value: slug, label: title, hint: sku }));
    },
    [own, category, left],
  );
}
