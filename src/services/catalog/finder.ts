import { desc } from 'drizzle-orm';
import { type Services } from '../context';
import { orders, products, sheets, stockItems, swatches } from '../../data/schema';

/** A place that the palette of commands leads to. */
export interface Finding {
  readonly kind: 'product' | 'sheet' | 'swatch' | 'stock item' | 'order';
  readonly title: string;
  /** what tells it apart: an SKU, a family, a customer */
  readonly hint: string;
  readonly href: string;
}

const MOST_ORDERS = 500;

/** Everything that can be found by its name. */
export async function listFindings({ database }: Services): Promise<Finding[]> {
  const { read } = database;
  const found: Finding[][] = [
    (await read.select({ id: products.id, title: products.title, sku: products.sku }).from(products)).map(
      ({ id, title, sku }) => ({ kind: 'product', title, hint: sku, href: `/manage/products/${id}` }),
    ),
    (await read.select({ id: sheets.id, title: sheets.title, key: sheets.key }).from(sheets)).map(
      ({ id, title, key }) => ({ kind: 'sheet', title, hint: key, href: `/manage/sheets/${id}` }),
    ),
    (await read.select().from(swatches)).map(({ key, name, family }) => ({
      kind: 'swatch',
      title: name,
      hint: family,
      href: `/manage/swatches#${key}`,
    })),
    (await read.select({ key: stockItems.key, title: stockItems.title }).from(stockItems)).map(({ key, title }) => ({
      kind: 'stock item',
      title,
      hint: key,
      href: `/manage/stock/${key}`,
    })),
    (
      await read
        .select({ id: orders.id, name: orders.customerName })
        .from(orders)
        .orderBy(desc(orders.id))
        .limit(MOST_ORDERS)
    ).map(({ id, name }) => ({ kind: 'order', title: `Order ${id}`, hint: name, href: `/manage/orders/${id}` })),
  ];
  return found.flat();
}
