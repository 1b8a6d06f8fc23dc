import { asc, desc, isNull, sql } from 'drizzle-orm';
import { LONGEST_WORDS } from '../../core/text';
import { type Services } from '../context';
import { type Queries } from '../../data/database';
import { orders, products, sheets, stockItems, swatches } from '../../data/schema';
import { bestOf, having, productsHaving, stockHaving } from './words-to-find';

/** A place that the palette of commands leads to. */
export interface Finding {
  readonly kind: 'product' | 'sheet' | 'swatch' | 'stock item' | 'order';
  readonly title: string;
  /** what tells it apart: an SKU, a family, a customer */
  readonly hint: string;
  readonly href: string;
}

/** So many of a kind are told: who sees none of what is meant types on. */
const MOST_OF_A_KIND = 12;

const finders: Readonly<Record<Finding['kind'], (read: Queries, words: string) => Promise<Finding[]>>> = {
  product: async (read, words) => {
    const columns = { id: products.id, title: products.title, sku: products.sku };
    const rows =
      words === ''
        ? await read
            .select(columns)
            .from(products)
            .where(isNull(products.archivedAt))
            .orderBy(asc(products.titleKey))
            .limit(MOST_OF_A_KIND)
        : await read
            .select(columns)
            .from(products)
            .innerJoin(...bestOf(productsHaving(words), products.id, MOST_OF_A_KIND))
            .orderBy(sql`found.rank`);
    return rows.map(({ id, title, sku }) => ({
      kind: 'product',
      title,
      hint: sku,
      href: `/manage/products/${id}`,
    }));
  },
  sheet: async (read, words) => {
    const rows = await read
      .select({ id: sheets.id, title: sheets.title, key: sheets.key })
      .from(sheets)
      .where(having(words, sheets.title, sheets.key))
      .orderBy(asc(sheets.title))
      .limit(MOST_OF_A_KIND);
    return rows.map(({ id, title, key }) => ({ kind: 'sheet', title, hint: key, href: `/manage/sheets/${id}` }));
  },
  swatch: async (read, words) => {
    const rows = await read
      .select({ key: swatches.key, name: swatches.name, family: swatches.family })
      .from(swatches)
      .where(having(words, swatches.name, swatches.family))
      .orderBy(asc(swatches.rank))
      .limit(MOST_OF_A_KIND);
    return rows.map(({ key, name, family }) => ({
      kind: 'swatch',
      title: name,
      hint: family,
      href: `/manage/swatches#${key}`,
    }));
  },
  'stock item': async (read, words) => {
    const columns = { key: stockItems.key, title: stockItems.title };
    const rows =
      words === ''
        ? await read
            .select(columns)
            .from(stockItems)
            .orderBy(asc(sql`title collate nocase`))
            .limit(MOST_OF_A_KIND)
        : await read
            .select(columns)
            .from(stockItems)
            .innerJoin(...bestOf(stockHaving(words), stockItems.id, MOST_OF_A_KIND))
            .orderBy(sql`found.rank`);
    return rows.map(({ key, title }) => ({ kind: 'stock item', title, hint: key, href: `/manage/stock/${key}` }));
  },
  order: async (read, words) => {
    const rows = await read
      .select({ id: orders.id, name: orders.customerName })
      .from(orders)
      .where(having(words.replace(/^order\s*/i, ''), orders.id, orders.customerName))
      .orderBy(desc(orders.id))
      .limit(MOST_OF_A_KIND);
    return rows.map(({ id, name }) => ({
      kind: 'order',
      title: `Order ${id}`,
      hint: name,
      href: `/manage/orders/${id}`,
    }));
  },
};

const kindsOfFinding = Object.keys(finders) as Finding['kind'][];

/** What can be found by words: some of every kind, what is likeliest first. @param kinds those that are looked for */
export async function findThings(
  { database }: Services,
  words: string,
  kinds: readonly string[] = kindsOfFinding,
): Promise<Finding[]> {
  const wanted = kindsOfFinding.filter((kind) => kinds.includes(kind));
  const found: Finding[] = [];
  for (const kind of wanted) found.push(...(await finders[kind](database.read, words.trim().slice(0, LONGEST_WORDS))));
  return found;
}
