import { type Services } from '@/services/context';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';
import { withStock } from '@/services/selling/overdue';
import { stockItems } from '@/data/schema';
import { readStock } from '@/services/stock/ledger/figures';

/** Every stock item with its figures. */
export const allStock = (context: Services) =>
  withStock(context, async ({ database: { read } }) => {
    const keys = await read.select({ key: stockItems.key }).from(stockItems);
    return readStock(read, new Set(keys.map(({ key }) => key)));
  });

/** The newest orders, as the list shows them. */
export const newestOrders = async (context: Services) =>
  (await listOrders(context, ordersAskedFrom(new URLSearchParams()))).rows;
