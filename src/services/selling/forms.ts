import { type ShopAsked } from '../../core/browsing';
import { productForm, type ProductForm } from '../../core/exchange';
import { type Services } from '../context';
import { withStock } from './overdue';
import { openShopProduct, programFor } from './published';
import { listShop, type ShopEntry } from './shop-list/list';

/** A page of what the shop sells, for another program. */
export interface OfferedPage {
  readonly products: readonly ShopEntry[];
  readonly currency: string;
  readonly page: number;
  readonly pages: number;
  /** on all pages */
  readonly found: number;
}

/** What the shop sells to a customer of no group, a page at a time. */
export async function listOffered(context: Services, asked: ShopAsked): Promise<OfferedPage> {
  const { entries, currency, found, pages, asked: shown } = await listShop(context, asked);
  return { products: entries, currency, page: shown.page, pages, found };
}

/** What is asked of a customer of no group to get a product. @throws Refusal 404 */
export function openForm(context: Services, slug: string): Promise<ProductForm> {
  return withStock(context, async (still) => {
    const product = await openShopProduct(still, slug);
    return productForm(programFor(product, product, null).program);
  });
}
