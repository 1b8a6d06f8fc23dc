import { asc, sql } from 'drizzle-orm';
import { type Placement, placementSchema } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { products } from '../../data/schema';

/** Where a product stands: what the conditions of sheets look at, read without the rest of its definition. */
export interface Shelf {
  readonly id: number;
  readonly title: string;
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly sheets: readonly Placement[];
  readonly inShop: boolean;
}

/** Where every product stands, as its draft says, in the order of the titles. */
export async function readShelves(queries: Queries): Promise<Shelf[]> {
  const rows = await queries
    .select({
      id: products.id,
      title: products.title,
      category: products.category,
      supplier: products.supplier,
      publishedRevision: products.publishedRevision,
      // Taken out by the database: a list of hundreds need not open every document.
      tags: sql<string | null>`json_extract(${products.draft}, '$.tags')`,
      sheets: sql<string | null>`json_extract(${products.draft}, '$.sheets')`,
    })
    .from(products)
    .orderBy(asc(products.title));
  return rows.map(({ publishedRevision, tags, sheets, ...row }) => ({
    ...row,
    tags: JSON.parse(tags ?? '[]') as string[],
    sheets: placementSchema.array().parse(JSON.parse(sheets ?? '[]')),
    inShop: publishedRevision !== null,
  }));
}

/** Words that products stand under already, to be offered where one is asked for. */
export interface ShelfSuggestions {
  readonly categories: readonly string[];
  readonly suppliers: readonly string[];
  readonly tags: readonly string[];
}

const sorted = (values: readonly (string | null)[]): string[] =>
  [...new Set(values.filter((value) => value !== null && value !== ''))].sort() as string[];

export function suggestionsOf(shelves: readonly Pick<Shelf, 'category' | 'supplier' | 'tags'>[]): ShelfSuggestions {
  return {
    categories: sorted(shelves.map(({ category }) => category)),
    suppliers: sorted(shelves.map(({ supplier }) => supplier)),
    tags: sorted(shelves.flatMap(({ tags }) => tags)),
  };
}
