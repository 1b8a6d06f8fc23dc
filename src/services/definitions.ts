import { asc, sql } from 'drizzle-orm';
import { hasOptions, type Placement, placementSchema, type Product, productSchema, type Sheet, sheetSchema } from '../core/catalog';
import { type DrawDefinition } from '../core/stock';
import { type Queries } from '../data/database';
import { products } from '../data/schema';

// What was stored by an earlier form of the schema lacks what is new; reading fills it in. Documents of the newest
// form are passed as they are, so that a list of hundreds need not read each one anew.

const drawsAreNewest = (draws: readonly DrawDefinition[]) => draws.every((draw) => draw.kind === 'charged' || 'pieces' in draw);

/** Whether what products and sheets have in common is in the newest form. */
function isNewest({ choices, formulas }: Pick<Product, 'choices' | 'formulas'>): boolean {
  return (
    formulas.every(({ serves }) => serves.kind !== 'draw' || 'pieces' in serves) &&
    choices.every((choice) => {
      if (choice.kind === 'measure' && !('picks' in choice)) return false;
      return hasOptions(choice) ? choice.options.every(({ draws }) => drawsAreNewest(draws)) : !('draws' in choice) || drawsAreNewest(choice.draws);
    })
  );
}

/** A product's definition in the newest form, however old the row is. */
export function currentProduct(stored: Product): Product {
  const newest =
    'proofs' in stored && stored.variants.every((variant) => 'onSale' in variant) && (stored.soldBy.kind === 'each' || 'charge' in stored.soldBy) && drawsAreNewest(stored.draws) && isNewest(stored);
  return newest ? stored : productSchema.parse(stored);
}

/** A sheet's definition in the newest form. */
export function currentSheet(stored: Sheet): Sheet {
  return 'rules' in stored && isNewest(stored) ? stored : sheetSchema.parse(stored);
}

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
