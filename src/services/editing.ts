import { type Shop } from '../core/catalog';
import { products } from '../data/schema';
import { type Services } from './context';
import { type EditedProduct, openProduct } from './products';
import { readSurroundings, type StockFigures } from './surroundings';

/** Everything the product editor opens with. */
export interface EditorView {
  readonly opened: EditedProduct;
  readonly shop: Shop;
  readonly stock: readonly StockFigures[];
  /** what other products use, to be offered while typing */
  readonly suggestions: { readonly categories: string[]; readonly suppliers: string[]; readonly tags: string[] };
}

/** @throws Refusal 404 */
export async function openForEditing(context: Services, id: number): Promise<EditorView> {
  const opened = await openProduct(context, id);
  const { surroundings, stock } = await readSurroundings(context.database.read);
  const rows = await context.database.read.select({ category: products.category, supplier: products.supplier, draft: products.draft }).from(products);
  const sorted = (values: (string | null)[]) => [...new Set(values.filter((value) => value !== null && value !== ''))].sort() as string[];
  return {
    opened,
    shop: surroundings.shop,
    stock,
    suggestions: {
      categories: sorted(rows.map(({ category }) => category)),
      suppliers: sorted(rows.map(({ supplier }) => supplier)),
      tags: sorted(rows.flatMap(({ draft }) => draft.tags)),
    },
  };
}
