import { useCallback } from 'react';
import { type Product } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { askProducts, wordsOf } from '@/features/kit/shared';
import { type Finding } from '@/ui/search-field';
import { sayFailed } from '@/ui/toasts';
import { useSteady } from '@/ui/use-steady';

/** Keys that a new part can't have: of parts and of choices. */
export function takenKeys({ parts, choices }: Product): string[] {
  return [...parts, ...choices].map(({ key }) => key);
}

/**
 * Finds products that can be parts of the product or be put in its slots, those that are not in the shop yet where they
 * can come into it with the product: without words those of its category first.
 *
 * @param without addresses of those that can't be picked again
 */
export function useProductFinder(without: readonly string[] = []): (text: string) => Promise<readonly Finding[]> {
  const {
    product: { slug: own, category },
    surroundings,
  } = useEditing();
  const withDrafts = surroundings.drafts !== undefined;
  const left = without.join(' ');
  return useCallback(
    async (words: string) => {
      const out = new Set([own, ...left.split(' ')]);
      return (await askProducts(words, { category, withDrafts })).filter(({ value }) => !out.has(value));
    },
    [own, category, left, withDrafts],
  );
}

/**
 * Takes a product that was found: what compiling needs of it is fetched before, and what is edited meanwhile stays.
 *
 * @param onTaken called with its address and, if it is in the shop, itself
 */
export function useProductPick(onTaken: (slug: string, product: Product | undefined) => void): (slug: string) => void {
  const { bringAlong } = useEditing();
  const newest = useSteady({ onTaken });
  return (slug) =>
    void bringAlong(slug).then(
      (product) => newest.onTaken(slug, product),
      (error: unknown) => sayFailed('The product could not be taken', wordsOf(error)),
    );
}
