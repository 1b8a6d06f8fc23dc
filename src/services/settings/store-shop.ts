import { type Shop } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { settings } from '../../data/schema';
import { logChange } from '../logged';

/**
 * Keeps the settings of the shop, and notes in the log what changes in them.
 *
 * @param title what of them is changed: `the settings`, `the quantity rules`
 */
export async function storeShop(
  transaction: Queries,
  at: Date,
  title: string,
  { former, shop }: { readonly former: Shop; readonly shop: Shop },
): Promise<void> {
  await transaction
    .insert(settings)
    .values({ name: 'shop', shop })
    .onConflictDoUpdate({ target: settings.name, set: { shop } });
  await logChange(transaction, at, { kind: 'settings', title }, former, shop);
}
