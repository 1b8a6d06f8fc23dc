import { asc, eq, gt } from 'drizzle-orm';
import { type Grid } from '../../core/spreadsheet';
import { ORDER_STATE_WORDS } from '../../core/words';
import { type Queries } from '../../data/database';
import { orderLines, orders } from '../../data/schema';
import { readShop } from '../catalog/surroundings';
import { dayAt } from '../../core/calendar';

const HEAD = [
  'Order',
  'Placed',
  'State',
  'Customer',
  'E-mail',
  'Asked at checkout',
  'SKU',
  'Title',
  'Chosen',
  'Quantity',
  'Unit price',
  'Line total',
  'Cost',
  'Order total',
  'Currency',
] as const;

/** Which of these columns hold numbers. */
export const ORDER_NUMBERS: ReadonlySet<number> = new Set(
  (['Order', 'Quantity', 'Unit price', 'Line total', 'Cost', 'Order total'] as const).map((head) => HEAD.indexOf(head)),
);

/** So many lines are read at once: others have their turn between. */
const AT_ONCE = 200;

/** Orders as a spreadsheet, a row for each line, in the order in which they were placed. */
export async function orderGrid(queries: Queries): Promise<Grid> {
  const { timeZone } = await readShop(queries);
  const rows: (readonly string[])[] = [HEAD];
  for (let last = 0; ;) {
    const some = await queries
      .select({ line: orderLines, order: orders })
      .from(orderLines)
      .innerJoin(orders, eq(orders.id, orderLines.orderId))
      .where(gt(orderLines.id, last))
      .orderBy(asc(orderLines.id))
      .limit(AT_ONCE);
    for (const { line, order } of some)
      rows.push([
        String(order.id),
        dayAt(order.placedAt, timeZone),
        ORDER_STATE_WORDS[order.state],
        order.customerName,
        order.customerEmail,
        order.asked.map(({ title, value }) => `${title}: ${value}`).join('; '),
        line.sku,
        line.title,
        line.resolution.counted.map(({ title, shown }) => `${title}: ${shown}`).join('; '),
        String(line.quantity),
        line.unitPrice,
        line.lineTotal,
        line.cost ?? '',
        order.total,
        order.currency,
      ]);
    const end = some.at(-1);
    if (!end || some.length < AT_ONCE) return rows;
    last = end.line.id;
  }
}
