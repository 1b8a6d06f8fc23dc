import { eq } from 'drizzle-orm';
import { readPriceLists, readShared } from '../catalog/catalog-state';
import { asItCounts, type BothStates, readBothStates } from '../catalog/product-steps';
import { soldWith } from '../catalog/reach';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { readSurroundings, type SurroundingsNow } from '../catalog/surroundings';
import { asSeen } from '../as-seen';
import { inPieces } from '../in-pieces';
import { type LargeBody } from '../large-bodies';
import { atOneMoment, type Services } from '../context';
import {
  type CatalogSurroundings,
  type CustomerGroup,
  type PriceList,
  type Product,
  sameDefinition,
  type Shelved,
} from '../../core/catalog';
import { compile } from '../../core/compile';
import { assemble } from '../../core/compile/assemble';
import { type PricedProduct } from '../../core/exchange';
import { listChanges } from '../../core/judge';
import { kindOfThing, listFaults, pricingsOf, thingsOf } from '../../core/price-lists';
import { type Fault } from '../../core/problems';
import { counted, faultWords, listFaultWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { priceListRevisions, priceLists } from '../../data/schema';
import { type BelowFloor, sidesOf } from '../figures/margins';
import { fallingBelow, requireAccepted } from './floors';
import { Refusal } from '../refusal';
import { requireSeen, seenName } from '../seen';
import { readCosts } from '../stock/ledger/figures';

/** A product with what lists may name prices for, and where it stands. */
export interface ListedProduct extends PricedProduct {
  readonly id: number;
  readonly sku: string;
  readonly category: string | null;
  readonly inShop: boolean;
  /** what decides whether percentages are for it */
  readonly shelf: Shelved;
}

/** The price lists, and what is needed to edit them. */
export interface PriceListsView {
  readonly lists: readonly PriceList[];
  /** their name, as they are now */
  readonly seen: string;
  readonly products: readonly ListedProduct[];
  readonly groups: readonly Pick<CustomerGroup, 'key' | 'title'>[];
  readonly suggestions: ShelfSuggestions;
  readonly currency: string;
  readonly today: string;
  /** prices that lists name for what is not there any more, by the key of the list */
  readonly stale: Readonly<Record<string, number>>;
}

/** A price that changes with other lists. */
export interface PriceChange {
  readonly productId: number;
  readonly title: string;
  /** what of it; empty for its base price */
  readonly what: string;
  readonly inShop: boolean;
  /** for whom, in words */
  readonly groups: string;
  /** YYYY-MM-DD */
  readonly day: string;
  readonly from: string | null;
  readonly to: string | null;
}

export interface PriceListsRipple {
  readonly changes: readonly PriceChange[];
  /** how many there are in all; more than so many are not sent */
  readonly count: number;
  readonly below: readonly BelowFloor[];
}

/** So many changes are sent to be looked at. */
const MOST_TOLD = 500;

/** Every product with the prices it has, and what they follow from. */
async function readAll(queries: Queries, at: Date): Promise<{ states: readonly BothStates[]; now: SurroundingsNow }> {
  const states = await readBothStates(queries);
  return { states, now: await readSurroundings(queries, at, states.map(asItCounts)) };
}

const pricedProduct = (product: Product, surroundings: CatalogSurroundings): PricedProduct => ({
  slug: product.slug,
  title: product.title,
  things: thingsOf(assemble(product, surroundings).product),
});

/** Where a product stands, without what is on it. */
const shelfOf = ({ category, supplier, tags, soldBy: { kind }, variants, parts, choices }: Product): Shelved => ({
  category,
  supplier,
  tags,
  soldBy: { kind },
  variants: variants.map(() => null),
  parts: parts.map(() => null),
  choices: choices.map((choice) => ({ kind: choice.kind })),
});

/** Every product with what it has of prices: drafts may share an address. */
const pricedAll = (states: readonly BothStates[], surroundings: CatalogSurroundings) =>
  inPieces(states, (state) => ({ state, priced: pricedProduct(asItCounts(state), surroundings) }));

const byAddress = (all: readonly { readonly priced: PricedProduct }[]) =>
  new Map(all.map(({ priced }) => [priced.slug, priced]));

/** The price lists: for the manager's side. */
export function openPriceLists(context: Services): Promise<PriceListsView> {
  return atOneMoment(context, async ({ database, now }) => {
    const { states, now: around } = await readAll(database.read, now());
    const { shop } = around.surroundings;
    const lists = await readPriceLists(database.read);
    const all = await pricedAll(states, around.surroundings);
    const known = byAddress(all);
    return {
      lists,
      seen: seenName(lists),
      products: all.map(({ state, priced }) => {
        const product = asItCounts(state);
        const { sku, category } = product;
        return { id: state.id, sku, category, inShop: state.published !== null, shelf: shelfOf(product), ...priced };
      }),
      groups: shop.groups.map(({ key, title }) => ({ key, title })),
      suggestions: await readSuggestions(database.read),
      currency: shop.currency,
      today: around.today,
      stale: Object.fromEntries(
        lists.map((list) => [
          list.key,
          list.prices.filter(
            ({ product, of }) => !known.get(product)?.things.some(({ thing }) => sameDefinition(thing, of)),
          ).length,
        ]),
      ),
    };
  });
}

/** What other lists would change. @throws Refusal 422 for lists that can't be kept */
export async function previewPriceLists(
  context: Services,
  { lists, seen }: LargeBody<'priceLists'>,
): Promise<PriceListsRipple> {
  const { changes, floors } = await atOneMoment(context, async ({ database, now }) =>
    lookAhead(database.read, now(), lists, seen),
  );
  return { changes: changes.slice(0, MOST_TOLD), count: changes.length, below: await fallingBelow(floors) };
}

/**
 * The prices that other lists change, and what is to be looked at to know whether any product falls below its floor.
 */
async function lookAhead(queries: Queries, at: Date, lists: readonly PriceList[], seen: string | undefined) {
  requireSeen(seen, await readPriceLists(queries), 'the price lists');
  const { states, now } = await readAll(queries, at);
  const { surroundings, today } = now;
  const [fault] = listFaults(lists, surroundings.shop.groups, byAddress(await pricedAll(states, surroundings)));
  if (fault) throw new Refusal(422, 'listFaulty', listFaultWords(fault), { list: lists[fault.place]?.key });
  const former = await readPriceLists(queries);
  const titleOf = (group: string | null) =>
    surroundings.shop.groups.find(({ key }) => key === group)?.title ?? 'everybody else';
  const all = surroundings.shop.groups.length + 1;
  const found = await inPieces(states, (state) =>
    listChanges(asItCounts(state), surroundings, former, lists, today).map(
      ({ thing, day, groups, from, to }): PriceChange => ({
        productId: state.id,
        title: asItCounts(state).title,
        what: kindOfThing(thing.thing).isWhole ? '' : thing.title,
        inShop: state.published !== null,
        groups: groups.length === all ? 'everybody' : groups.map(titleOf).join(', '),
        day,
        from,
        to,
      }),
    ),
  );
  const changes = found.flat();
  const changed = new Set(changes.map(({ productId }) => productId));
  await inPieces(
    states,
    (state) => changed.has(state.id) && refuseStopping(asItCounts(state), surroundings, lists, today),
  );
  const costs = await readCosts(queries);
  const sold = await soldWith(
    queries,
    new Set(states.flatMap((state) => (changed.has(state.id) ? [asItCounts(state).slug] : []))),
  );
  return {
    changes,
    floors: {
      sides: sidesOf(sold, { ...surroundings, priceLists: former }, { ...surroundings, priceLists: lists }),
      today,
      costs: { before: costs, after: costs },
    },
  };
}

/**
 * @throws Refusal 422 where a product could not be sold any more at some prices, such as with a table of what more
 * costs that can't be read
 */
function refuseStopping(
  product: Product,
  surroundings: CatalogSurroundings,
  lists: readonly PriceList[],
  today: string,
): void {
  const nameOf = ({ path, code }: Fault) => `${path.join(' ')} ${code}`;
  const usual = new Set(compile(product, surroundings).blocking.map(nameOf));
  for (const { prices, titles } of pricingsOf(
    lists,
    surroundings.shop.groups.map(({ key }) => key),
    today,
  )) {
    const stops =
      prices && compile(product, { ...surroundings, prices }).blocking.find((fault) => !usual.has(nameOf(fault)));
    if (stops)
      throw new Refusal(
        422,
        'listFaulty',
        `With ${titles.join(', ')}, ${product.title} can’t be sold. ${faultWords(stops.data)}`,
      );
  }
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
  const looked = async ({ database, now }: Services) => {
    const { changes, floors } = await lookAhead(database.read, now(), lists, seen);
    return async () => ({ count: changes.length, below: await fallingBelow(floors) });
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
  for (const { key, rank } of former) {
    if (lists.some((list) => list.key === key)) continue;
    await transaction.delete(priceLists).where(eq(priceLists.key, key));
    await transaction.insert(priceListRevisions).values({ key, rank, definition: null, at });
  }
  for (const [rank, definition] of lists.entries()) {
    const known = former.find(({ key }) => key === definition.key);
    if (known && known.rank === rank && sameDefinition(known.definition, definition)) continue;
    await transaction
      .insert(priceLists)
      .values({ key: definition.key, rank, definition })
      .onConflictDoUpdate({ target: priceLists.key, set: { rank, definition } });
    await transaction.insert(priceListRevisions).values({ key: definition.key, rank, definition, at });
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
