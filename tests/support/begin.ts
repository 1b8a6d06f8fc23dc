import { type Product, type Sheet } from '@/core/catalog';
import { type Queries } from '@/data/database';
import { type Life } from '@/services/drafts/life';
import { productLife } from '@/services/products/life';
import { sheetLife } from '@/services/sheets/life';

async function insert<D>(life: Life<D>, transaction: Queries, draft: D, at: Date): Promise<number> {
  const [id] = await life.begin(transaction, [{ draft, draftVersion: 1, draftSavedBy: '' }], at);
  if (id === undefined) throw new Error('it was not stored');
  return id;
}

/** Adds a product as a draft. @returns its number */
export const insertProduct = (transaction: Queries, draft: Product, at: Date) =>
  insert(productLife as Life<Product>, transaction, draft, at);

/** Adds a sheet as a draft. @returns its number */
export const insertSheet = (transaction: Queries, draft: Sheet, at: Date) =>
  insert(sheetLife as Life<Sheet>, transaction, draft, at);
