import { eq } from 'drizzle-orm';
import { inCurrency, namesCurrency } from '../../core/catalog';
import { currencies } from '../../core/money';
import { type Queries } from '../../data/database';
import { orders, products, revisions, sheetRevisions, sheets } from '../../data/schema';
import { indexed } from '../products/life';
import { Refusal } from '../refusal';

/** Whether anything has been sold: then every price that was paid is in the currency as it is. */
export async function hasSold(queries: Queries): Promise<boolean> {
  return (await queries.select({ id: orders.id }).from(orders).limit(1)).length > 0;
}

/**
 * Brings all that is not published into another currency, figure by figure as it stands. What is published never
 * changes.
 *
 * @throws Refusal 409 once something has been sold, or while something published names the former currency; 422 for an
 *   unknown one
 */
export async function changeCurrency(transaction: Queries, from: string, to: string): Promise<void> {
  if (!currencies.includes(to))
    throw new Refusal(422, 'unknownCurrency', `“${to}” is not a currency. Use an ISO 4217 code such as EUR.`);
  if (await hasSold(transaction))
    throw new Refusal(409, 'currencySettled', `Orders have been paid in ${from}, so the shop stays in it.`);
  const naming = [
    ...(await transaction
      .select({ definition: revisions.definition })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))),
    ...(await transaction
      .select({ definition: sheetRevisions.definition })
      .from(sheets)
      .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))),
  ].flatMap(({ definition }) => (namesCurrency(definition, from) ? definition.title : []));
  const [first] = naming;
  if (first !== undefined)
    throw new Refusal(
      409,
      'currencyNamed',
      `${naming.slice(0, 5).join(', ')}${naming.length > 5 ? ` and ${naming.length - 5} more` : ''} ${naming.length === 1 ? 'names' : 'name'} ${from} in what is published. Take ${naming.length === 1 ? 'it' : 'them'} out of the shop, change the currency, and publish again: drafts follow it.`,
    );
  for (const { id, draft, draftVersion } of await transaction
    .select({ id: products.id, draft: products.draft, draftVersion: products.draftVersion })
    .from(products)) {
    if (!namesCurrency(draft, from)) continue;
    const changed = inCurrency(draft, from, to);
    await transaction
      .update(products)
      .set({ draft: changed, ...indexed(changed), draftVersion: draftVersion + 1 })
      .where(eq(products.id, id));
  }
  for (const { id, draft, draftVersion } of await transaction
    .select({ id: sheets.id, draft: sheets.draft, draftVersion: sheets.draftVersion })
    .from(sheets)) {
    if (namesCurrency(draft, from))
      await transaction
        .update(sheets)
        .set({ draft: inCurrency(draft, from, to), draftVersion: draftVersion + 1 })
        .where(eq(sheets.id, id));
  }
}
