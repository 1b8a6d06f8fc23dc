import { eq } from 'drizzle-orm';
import { asSeen } from '../as-seen';
import { readPriceLists, readShared } from '../catalog/catalog-state';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { atOneMoment, type Services } from '../context';
import { dayAt } from '../../core/calendar';
import { type CustomerGroup, type PriceList, sameDefinition } from '../../core/catalog';
import { counted } from '../../core/words';
import { type Queries } from '../../data/database';
import { priceListRevisions, priceLists } from '../../data/schema';
import { type LargeBody } from '../large-bodies';
import { Refusal } from '../refusal';
import { seenName } from '../seen';
import { requireAccepted } from './floors';
import { gathered, lookAhead, requireKeepable } from './lists-ahead';
import { log } from '../../data/log';
import { logChange } from '../logged';

/** The price lists, and what is needed to edit them. */
export interface PriceListsView {
  readonly lists: readonly PriceList[];
  /** their name, as they are now */
  readonly seen: string;
  readonly groups: readonly Pick<CustomerGroup, 'key' | 'title'>[];
  readonly suggestions: ShelfSuggestions;
  readonly currency: string;
  readonly today: string;
}

/** The price lists: for the manager's side. */
export function openPriceLists(context: Services): Promise<PriceListsView> {
  return atOneMoment(context, async ({ database: { read }, now }) => {
    const { shop } = await readShared(read);
    const lists = await readPriceLists(read);
    return {
      lists,
      seen: seenName(lists),
      groups: shop.groups.map(({ key, title }) => ({ key, title })),
      suggestions: await readSuggestions(read),
      currency: shop.currency,
      today: dayAt(now(), shop.timeZone),
    };
  });
}

/**
 * Puts other price lists in the place of those that hold; they hold at once, also in the shop. What each list was is
 * kept, to know later what something cost on a day.
 *
 * @throws Refusal 422 for lists that can't be kept; 409 where more prices change, or more products fall below their
 *   floor, than was accepted
 */
export async function savePriceLists(
  context: Services,
  { lists, seen, accepted, acceptedBelow }: LargeBody<'acceptedPriceLists'>,
): Promise<void> {
  const looked = async ({ database }: Services) => {
    await requireKeepable(database.read, lists, seen);
    return () => gathered(lookAhead(context, lists));
  };
  await asSeen(context, looked, async (transaction, { count, below }) => {
    requireAccepted(below, acceptedBelow, 'With these lists');
    if (count > accepted) throw moreChanges(count, accepted);
    await storePriceLists(transaction, context.now(), lists);
  });
}

const moreChanges = (count: number, accepted: number) =>
  new Refusal(
    409,
    'moreChanges',
    `This changes ${counted(count, 'price')}, and ${accepted} were seen. Look at the change again.`,
  );

/** Writes lists in the place of all that were there, and notes what became of each. */
export async function storePriceLists(transaction: Queries, at: Date, lists: readonly PriceList[]): Promise<void> {
  const former = await transaction.select().from(priceLists);
  for (const { key, rank, definition: gone } of former) {
    if (lists.some((list) => list.key === key)) continue;
    await transaction.delete(priceLists).where(eq(priceLists.key, key));
    const entry = await log(transaction, at, { what: 'erased', kind: 'priceList', key, title: gone.title });
    await transaction.insert(priceListRevisions).values({ key, rank, definition: null, at, loggedAs: entry });
  }
  for (const [rank, definition] of lists.entries()) {
    const known = former.find(({ key }) => key === definition.key);
    if (known && known.rank === rank && sameDefinition(known.definition, definition)) continue;
    // What triggers note twice of a statement that may insert or update is refused: it says which of the two it is.
    if (known) await transaction.update(priceLists).set({ rank, definition }).where(eq(priceLists.key, definition.key));
    else await transaction.insert(priceLists).values({ key: definition.key, rank, definition });
    const { key, title } = definition;
    const entry = await logChange(transaction, at, { kind: 'priceList', key, title }, known?.definition, definition);
    await transaction.insert(priceListRevisions).values({ key: definition.key, rank, definition, at, loggedAs: entry });
  }
}

/** Lets prices of lists follow a product to another address. */
export async function followAddress(transaction: Queries, at: Date, from: string, to: string): Promise<void> {
  const lists = await readPriceLists(transaction);
  if (from === to || !lists.some(({ prices }) => prices.some(({ product }) => product === from))) return;
  await storePriceLists(
    transaction,
    at,
    lists.map((list) => ({
      ...list,
      prices: list.prices.map((price) => (price.product === from ? { ...price, product: to } : price)),
    })),
  );
}

/** Titles of the lists that name a group. */
export async function listsNaming(queries: Queries, group: string): Promise<string[]> {
  return (await readShared(queries)).priceLists
    .filter(({ groups }) => groups.includes(group))
    .map(({ title }) => title);
}
