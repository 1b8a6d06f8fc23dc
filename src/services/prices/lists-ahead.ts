import { readPriceLists, readShared } from '../catalog/catalog-state';
import { asItCounts, type ProductStep, stepByStep } from '../catalog/product-steps';
import { reachedBy } from '../catalog/reach';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type PriceList, type Product, saysNothing } from '../../core/catalog';
import { compile } from '../../core/compile';
import { listChanges } from '../../core/judge';
import { kindOfThing, listFaults, namingOnly, pricingsOf, type Touched, touchedBy } from '../../core/price-lists';
import { type Fault } from '../../core/problems';
import { faultWords, listFaultWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { productsAt, standingBy } from '../../data/references';
import { products } from '../../data/schema';
import { type BelowFloor } from '../figures/margins';
import { type LargeBody } from '../large-bodies';
import { Refusal } from '../refusal';
import { requireSeen } from '../seen';
import { floorsInStretches } from './floors';
import { namedBy, readPricedAt } from './priced';

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

/** What other lists change of one product, or of all. */
export interface PriceListsRipple {
  readonly changes: readonly PriceChange[];
  /** how many there are in all; of many not all are told */
  readonly count: number;
  readonly below: readonly BelowFloor[];
}

/** So many changes are sent to be looked at. */
const MOST_TOLD = 500;

/**
 * What other lists would change, product by product: first the prices, then what falls below its floor. The caller may
 * stop at any step.
 *
 * @throws Refusal 422 for lists that can't be kept
 */
export async function previewPriceLists(
  context: Services,
  { lists, seen }: LargeBody<'priceLists'>,
): Promise<AsyncGenerator<ProductStep<PriceListsRipple>>> {
  await atOneMoment(context, ({ database }) => requireKeepable(database.read, lists, seen));
  return lookAhead(context, lists);
}

/** All that a preview tells, gathered. */
export async function gathered(steps: AsyncIterable<ProductStep<PriceListsRipple>>): Promise<PriceListsRipple> {
  const [changes, below]: [PriceChange[], BelowFloor[]] = [[], []];
  let count = 0;
  for await (const { row } of steps) {
    if (!row) continue;
    changes.push(...row.changes);
    below.push(...row.below);
    count += row.count;
  }
  return { changes, count, below };
}

/** @throws Refusal 409 for lists that others have changed since, 422 for such as can't be kept */
export async function requireKeepable(
  queries: Queries,
  lists: readonly PriceList[],
  seen: string | undefined,
): Promise<void> {
  requireSeen(seen, await readPriceLists(queries), 'the price lists');
  const { shop } = await readShared(queries);
  const [fault] = listFaults(lists, shop.groups, await readPricedAt(queries, namedBy(lists)));
  if (fault) throw new Refusal(422, 'listFaulty', listFaultWords(fault), { list: lists[fault.place]?.key });
}

/**
 * Looks at the products that other lists can touch; at others it need not be looked.
 *
 * @throws Refusal 422 where a product could not be sold any more at some prices
 */
export async function* lookAhead(
  context: Services,
  lists: readonly PriceList[],
): AsyncGenerator<ProductStep<PriceListsRipple>> {
  const former = await readPriceLists(context.database.read);
  const touched = touchedBy(former, lists);
  const named = namedBy(lists);
  const addresses = new Set<string>();
  const ids = new Set<number>();
  let [told, looked] = [0, 0];
  const changing = await stepByStep(
    context,
    (queries) => idsTouched(queries, touched),
    async ({ database, now }, states) => {
      const definitions = states.map(asItCounts);
      const some = definitions.filter(({ slug }) => named.has(slug));
      const { surroundings, today } = await readSurroundings(database.read, now(), some);
      return async () => {
        // A percentage makes no price that can't be one; what lists name can.
        for (const product of some) refuseStopping(product, surroundings, lists, today);
        return Promise.resolve(
          states.map((state) => {
            const product = asItCounts(state);
            ids.add(state.id);
            addresses.add(product.slug);
            const changes = changesOf(product, state.published !== null, state.id, {
              surroundings,
              former,
              lists,
              today,
            });
            const shown = changes.slice(0, Math.max(0, MOST_TOLD - told));
            told += shown.length;
            return changes.length === 0 ? null : { changes: shown, count: changes.length, below: [] };
          }),
        );
      };
    },
  );
  for await (const step of changing) {
    looked = step.total;
    yield step;
  }
  for await (const { done, total, row } of await marginsWith(context, former, lists, ids, addresses))
    yield { done: looked + done, total: looked + total, row };
}

/** Numbers of the products that can be touched, and perhaps of some others. */
async function idsTouched(queries: Queries, { named, places, all }: Touched): Promise<Iterable<number>> {
  // What says nothing of where products stand is for those of a kind: these are not told apart here.
  if (all || places.some(saysNothing))
    return (await queries.select({ id: products.id }).from(products)).map(({ id }) => id);
  const found = new Set(await productsAt(queries, named));
  for (const place of places) for (const { id } of await standingBy(queries, place)) found.add(id);
  return found;
}

interface Lists {
  readonly surroundings: CatalogSurroundings;
  readonly former: readonly PriceList[];
  readonly lists: readonly PriceList[];
  readonly today: string;
}

function changesOf(
  product: Product,
  inShop: boolean,
  productId: number,
  { surroundings, former, lists, today }: Lists,
): PriceChange[] {
  const { groups } = surroundings.shop;
  const titleOf = (group: string | null) => groups.find(({ key }) => key === group)?.title ?? 'everybody else';
  return listChanges(product, surroundings, former, lists, today).map(({ thing, day, groups: for_, from, to }) => ({
    productId,
    title: product.title,
    what: kindOfThing(thing.thing).isWhole ? '' : thing.title,
    inShop,
    groups: for_.length === groups.length + 1 ? 'everybody' : for_.map(titleOf).join(', '),
    day,
    from,
    to,
  }));
}

/**
 * What falls below its floor with other lists, of some products and of all that have one of them as a part or take it
 * along, as they are in the shop.
 */
async function marginsWith(
  context: Services,
  former: readonly PriceList[],
  lists: readonly PriceList[],
  ids: ReadonlySet<number>,
  addresses: ReadonlySet<string>,
): Promise<AsyncGenerator<ProductStep<PriceListsRipple>>> {
  const which = async (queries: Queries) => new Set([...ids, ...(await reachedBy(queries, addresses))]);
  const look = floorsInStretches({
    isFor: () => true,
    around: (surroundings, slugs) => {
      // No task carries all that lists name.
      const only = (list: PriceList) => namingOnly(list, slugs);
      return {
        before: { ...surroundings, priceLists: former.map(only) },
        after: { ...surroundings, priceLists: lists.map(only) },
      };
    },
  });
  return stepByStep(context, which, async (still, states) => {
    const work = await look(still, states);
    return async () => (await work()).map((below) => below && { changes: [], count: 0, below: [below] });
  });
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
