import { type Services } from '@/services/context';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';
import { withStock } from '@/services/selling/overdue';
import { readStock } from '@/services/stock/ledger/figures';

/** Every stock item with its figures. */
export const allStock = (context: Services) => withStock(context, ({ database }) => readStock(database.read));

/** The newest orders, as the list shows them. */
export const newestOrders = async (context: Services) =>
  (await listOrders(context, ordersAskedFrom(new URLSearchParams()))).rows;
