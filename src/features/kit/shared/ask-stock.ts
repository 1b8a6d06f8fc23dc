import { z } from 'zod';
import { send } from './api';

const foundSchema = z.array(z.object({ key: z.string(), title: z.string(), unit: z.string() }));

/** What a list of findings tells of the unit of a stock item: nothing of what is counted in pieces. */
const unitHint = (unit: string): string => (unit === '1' ? '' : unit);

/**
 * Finds stock items by words, by their keys: without words those first that are likely for what takes from stock.
 *
 * @param likely what takes from stock, and the name and SKU of its product
 */
export async function askStock(
  words: string,
  likely: { readonly name?: string; readonly product?: string } = {},
): Promise<readonly { readonly value: string; readonly label: string; readonly hint: string }[]> {
  const found = await send('POST', '/api/manage/likely-stock', { words, ...likely }, foundSchema);
  return found.map(({ key, title, unit }) => ({ value: key, label: title, hint: unitHint(unit) }));
}
