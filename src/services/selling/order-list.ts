import { and, asc, desc, inArray, type SQL, sql } from 'drizzle-orm';
import { type Queries } from '../../data/database';
import { orderLines, orders } from '../../data/schema';
import { having } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { type ListAsked, listAskedFrom, ON_A_PAGE } from '../list-asked';
import { pageAmong, type PageOf } from '../page-among';
import { type OrderRow, rowOf } from './orders';

const sorts = ['number', 'placedAt', 'customer', 'state', 'total'] as const;

/** What of the orders is asked for. */
export type OrdersAsked = ListAsked<(typeof sorts)[number]>;

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export const ordersAskedFrom = (params: URLSearchParams): OrdersAsked => listAskedFrom(params, sorts);

/** A page of the orders. */
export type OrdersPage = PageOf<OrderRow>;

/** Orders as they are asked for, the newest first unless they are sorted: found, sorted and counted by the database. */
export function listOrders(context: Services, asked: OrdersAsked): Promise<OrdersPage> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const found = await read.$count(orders, foundBy(asked));
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const rows = await read
      .select()
      .from(orders)
      .where(foundBy(asked))
      .orderBy(...orderOf(asked))
      .limit(ON_A_PAGE)
      .offset(before);
    const contents = await contentsOf(
      read,
      rows.map(({ id }) => id),
    );
    return {
      rows: rows.map((order) => ({ ...rowOf(order), contents: (contents.get(order.id) ?? []).join(', ') })),
      found,
      total: await read.$count(orders),
      page,
      pages,
      first: before + 1,
    };
  });
}

/** What was ordered, in words, by the number of the order. */
async function contentsOf(queries: Queries, ids: readonly number[]): Promise<ReadonlyMap<number, readonly string[]>> {
  const lines = await queries
    .select({ orderId: orderLines.orderId, title: orderLines.title, quantity: orderLines.quantity })
    .from(orderLines)
    .where(inArray(orderLines.orderId, [...ids]))
    .orderBy(asc(orderLines.id));
  const contents = new Map<number, string[]>();
  for (const { orderId, title, quantity } of lines)
    contents.set(orderId, [...(contents.get(orderId) ?? []), `${quantity} × ${title}`]);
  return contents;
}

const TITLES = sql`coalesce((
  select group_concat(${orderLines.title}, ' ') from ${orderLines} where ${orderLines.orderId} = ${orders.id}), '')`;

/** Which have all the words: in the customer, in what was ordered, in their state or number. */
const foundBy = ({ find }: OrdersAsked): SQL | undefined =>
  find.trim() === ''
    ? undefined
    : and(having(find, sql`${orders.id}`, orders.customerName, orders.customerEmail, orders.state, TITLES));

const NEWEST = [desc(orders.placedAt), desc(orders.id)];

const SORTS: Readonly<Record<(typeof sorts)[number], SQL>> = {
  number: sql`${orders.id}`,
  placedAt: sql`${orders.placedAt}`,
  customer: sql`${orders.customerName} collate nocase`,
  state: sql`${orders.state}`,
  total: sql`cast(${orders.total} as real)`,
};

const orderOf = ({ sort, isDescending }: OrdersAsked): SQL[] =>
  sort === null ? NEWEST : [(isDescending ? desc : asc)(SORTS[sort]), ...NEWEST];
