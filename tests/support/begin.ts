import { type Product, type Sheet } from '@/core/catalog';
import { type Queries } from '@/data/database';
import { beginDraft } from '@/services/drafts/life';
import { productLife } from '@/services/products/life';
import { sheetLife } from '@/services/sheets/life';

/** Adds a product as a draft. @returns its number */
export const insertProduct = (transaction: Queries, draft: Product, at: Date) =>
  beginDraft(productLife, transaction, draft, at);

/** Adds a sheet as a draft. @returns its number */
export const insertSheet = (transaction: Queries, draft: Sheet, at: Date) =>
  beginDraft(sheetLife, transaction, draft, at);
