import { z } from 'zod';
import { send } from './api';
import { queryOf } from './query-of';

const foundSchema = z.array(z.object({ slug: z.string(), title: z.string(), sku: z.string(), inShop: z.boolean() }));

/**
 * Finds products by words, by their addresses: without words those of a category first.
 *
 * @param withDrafts whether those that are not in the shop are found, too
 */
export async function askProducts(
  words: string,
  { category = null, withDrafts = false }: { category?: string | null; withDrafts?: boolean } = {},
): Promise<readonly { readonly value: string; readonly label: string; readonly hint: string }[]> {
  const query = queryOf({ words, category: category ?? '', drafts: withDrafts ? 'too' : '' });
  const found = await send('GET', `/api/manage/in-shop?${query}`, undefined, foundSchema);
  return found.map(({ slug, title, sku, inShop }) => ({
    value: slug,
    label: title,
    hint: inShop ? sku : [sku, 'not in the shop yet'].filter(Boolean).join(', '),
  }));
}
