import { type Product } from '@/core/catalog';
import { type Services } from '@/services/context';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { publishProduct } from '@/services/products/publishing';
import { allProducts } from './all-products';

/** Changes a product and publishes it. */
export async function editProduct(context: Services, slug: string, change: (draft: Product) => void): Promise<void> {
  const row = (await allProducts(context)).find((candidate) => candidate.slug === slug);
  if (!row) throw new Error(`no product ${slug}`);
  const { draft, draftVersion } = await openProduct(context, row.id);
  const definition = structuredClone(draft);
  change(definition);
  const version = await saveDraft(context, row.id, { baseVersion: draftVersion, editor: 'a', definition });
  await publishProduct(context, row.id, version);
}
