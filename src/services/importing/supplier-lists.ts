import { z } from 'zod';
import { type Grid } from '../../core/spreadsheet';
import {
  fittedMapping,
  type FoundProduct,
  guessMapping,
  type ListMapping,
  listMappingSchema,
  tableOf,
} from '../../core/supplier-list';
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

/** A column of a list, as it is shown. */
export interface ListColumnView {
  readonly head: string;
  /** some of what stands in it */
  readonly samples: readonly string[];
  /** what stands in it, each once, where that is not too much to be named one by one; null where it is */
  readonly values: readonly string[] | null;
}

/** What a supplier's list says, as it is understood. */
export interface ListView {
  readonly mapping: ListMapping;
  /** whose kept mapping was taken; null where it is new */
  readonly keptFrom: string | null;
  /** suppliers whose mappings are kept */
  readonly suppliers: readonly string[];
  readonly columns: readonly ListColumnView[];
  readonly rows: number;
  readonly products: readonly FoundProduct[];
  /** how many more there are than are shown */
  readonly more: number;
  readonly faults: readonly string[];
  readonly notes: readonly string[];
}

const MOST_SAMPLES = 3;
const MOST_VALUES = 80;
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
  const { mapping, keptFrom } = said ? { mapping: said, keptFrom: null } : mappingFor(grid, kept, supplier);
  const catalog = await readWholeCatalog(database.read);
  const { products, faults, notes } = await inBackground('supplierList', { grid, mapping, catalog }, 'This list');
  const { heads, rows } = tableOf(grid, mapping.split);
  return {
    mapping,
    keptFrom,
    suppliers: kept.map((each) => each.supplier),
    columns: heads.map((head, place) => columnView(head, [...new Set(rows.map(({ cells }) => cells[place] ?? ''))])),
    rows: rows.length,
    products: products.slice(0, MOST_PRODUCTS),
    more: Math.max(0, products.length - MOST_PRODUCTS),
    faults,
    notes,
  };
}

const columnView = (head: string, values: readonly string[]): ListColumnView => ({
  head,
  samples: values.filter((value) => value !== '').slice(0, MOST_SAMPLES),
  values: values.length > MOST_VALUES ? null : values,
});

/**
 * The mapping of the last list with the same columns, else what the list seems to say.
 *
 * @param supplier takes that of a supplier
 * @throws Refusal 404 `unknownSupplier` where none of that supplier is kept
 */
function mappingFor(
  grid: Grid,
  kept: readonly { readonly supplier: string; readonly mapping: ListMapping }[],
  supplier?: string,
): { readonly mapping: ListMapping; readonly keptFrom: string | null } {
  const wanted = kept.filter((each) => supplier === undefined || each.supplier === supplier);
  for (const each of wanted) {
    const fitted = fittedMapping(each.mapping, grid);
    if (fitted) return { mapping: fitted, keptFrom: each.supplier };
  }
  if (supplier !== undefined && wanted.length === 0)
    throw new Refusal(404, 'unknownSupplier', `No list of “${supplier}” has been imported yet.`);
  return { mapping: { ...guessMapping(grid), supplier: supplier ?? '' }, keptFrom: null };
}
