import { type Services } from '@/services/context';
import { productsAskedFrom } from '@/services/products/asked';
import { listProducts, type ProductRow } from '@/services/products/list';

/** Every product of the catalog as the list shows it, archived ones among them, in the order of the titles. */
export async function allProducts(context: Services): Promise<ProductRow[]> {
  const rows: ProductRow[] = [];
  for (let page = 1; ; page += 1) {
    const shown = await listProducts(
      context,
      productsAskedFrom(new URLSearchParams({ show: 'any', page: String(page) })),
    );
    rows.push(...shown.rows);
    if (page >= shown.pages) return rows;
  }
}
