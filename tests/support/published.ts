import { eq } from 'drizzle-orm';
import { type Product } from '@/core/catalog';
import { stockItems } from '@/data/schema';
import { type Services } from '@/services/context';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { type ProductChange, rippleOfProduct } from '@/services/products/ripple';
import { enterStock } from '@/services/stock/entering/entry';

/** What a catalog manager does with what is published, and sees of it. */

/** The number of the product that is in the shop at an address; 0 where there is none. */
export async function idOf({ database }: Services, slug: string): Promise<number> {
  const row = await database.read.query.products.findFirst({
    where: (table, columns) => columns.eq(table.publishedSlug, slug),
  });
  return row?.id ?? 0;
}

/** Changes the draft of the product at an address. @returns its number, and the version of the draft then */
export async function change(
  context: Services,
  slug: string,
  recipe: (draft: Product) => void,
): Promise<{ id: number; version: number }> {
  const id = await idOf(context, slug);
  const { draft, draftVersion } = await openProduct(context, id);
  const definition = structuredClone(draft);
  recipe(definition);
  return { id, version: await saveDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' }) };
}

/** Everything that a change of a product would do to others. */
export async function ripple(context: Services, id: number, kind: ProductChange) {
  const rows = [];
  for await (const { row } of await rippleOfProduct(context, id, kind)) if (row) rows.push(row);
  return rows;
}

/** Counts so much of a stock item. */
export function counted(context: Services, stock: string, quantity: string) {
  return enterStock(context, stock, { kind: 'adjustment', quantity, reason: 'Counted' });
}

/** What is there of a stock item, and how much of that is reserved. */
export async function levelsOf({ database }: Services, key: string) {
  const [row] = await database.read
    .select({ onHand: stockItems.onHand, reserved: stockItems.reserved })
    .from(stockItems)
    .where(eq(stockItems.key, key));
  return row && [row.onHand, row.reserved];
}
