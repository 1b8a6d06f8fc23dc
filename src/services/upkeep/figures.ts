import { count } from 'drizzle-orm';
import client from 'prom-client';
import { cardsDue, orders, products, stockItems } from '../../data/schema';
import { type Services } from '../context';

const holder = globalThis as { oakKnotFigures?: true };

/** What is known of the process itself is collected once, whichever bundle asks first. */
function collectOnce(): void {
  if (holder.oakKnotFigures) return;
  holder.oakKnotFigures = true;
  client.collectDefaultMetrics();
}

function gauge<Label extends string>(name: string, help: string, labelNames: readonly Label[] = []) {
  const known = client.register.getSingleMetric(name);
  return known instanceof client.Gauge ? known : new client.Gauge({ name, help, labelNames: [...labelNames] });
}

/**
 * Figures for a monitoring system: of the process, of its requests (`scripts/measured.mjs`), and of the shop.
 *
 * @returns the text, and its media type
 * @see OpenMetrics 1.0, the text format that it grew out of
 */
export async function readFigures({ database: { read } }: Services): Promise<{ text: string; type: string }> {
  collectOnce();
  gauge('oak_knot_products', 'Products, published or not.').set(await read.$count(products));
  gauge('oak_knot_stock_items', 'Stock items.').set(await read.$count(stockItems));
  gauge('oak_knot_cards_due', 'Rows of lists that are still to be worked out.').set(await read.$count(cardsDue));
  const byState = gauge('oak_knot_orders', 'Orders, by their state.', ['state']);
  byState.reset();
  const rows = await read.select({ state: orders.state, number: count() }).from(orders).groupBy(orders.state);
  for (const { state, number } of rows) byState.set({ state }, number);
  return { text: await client.register.metrics(), type: client.register.contentType };
}
