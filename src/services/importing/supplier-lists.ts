import { z } from 'zod';
import { type ListLook, listMappingSchema } from '../../core/supplier-list';
import { inBackground } from '../background/pool';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { readWholeCatalog } from './catalog-out';
import { keptMappings } from './list-mappings';
import { requireOpened } from './opened';

export const listWishSchema = z.strictObject({
  file: z.string().max(64),
  mapping: listMappingSchema
    .nullable()
    .default(null)
    .describe('what its columns say; null for as last time from the same supplier, or as it seems'),
  supplier: z.string().max(80).optional().describe('whose kept mapping is taken'),
});

/** What a supplier's list says, as it is shown. */
export interface ListView extends ListLook {
  /** suppliers whose mappings are kept */
  readonly suppliers: readonly string[];
  /** how many more products there are than are shown */
  readonly more: number;
}

const MOST_PRODUCTS = 200;

/**
 * What an opened list would become.
 *
 * @throws Refusal 404 `fileGone`, and `unknownSupplier`; 422 `noList` for what is no spreadsheet
 */
export async function lookAtList(
  { database }: Services,
  { file, mapping: said, supplier }: z.infer<typeof listWishSchema>,
): Promise<ListView> {
  const { grid } = requireOpened(file);
  if (!grid) throw new Refusal(422, 'noList', 'This is a catalog file, and no list.');
  const kept = await keptMappings(database.read);
  const suppliers = kept.map((each) => each.supplier);
  if (!said && supplier !== undefined && !suppliers.includes(supplier))
    throw new Refusal(404, 'unknownSupplier', `No list of “${supplier}” has been imported yet.`);
  const catalog = await readWholeCatalog(database.read);
  const look = await inBackground('listLook', { grid, asked: { said, kept, supplier }, catalog }, 'This list');
  const { products } = look;
  return {
    ...look,
    suppliers,
    products: products.slice(0, MOST_PRODUCTS),
    more: Math.max(0, products.length - MOST_PRODUCTS),
  };
}
