import { eq, sql } from 'drizzle-orm';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { orderLines, stockItems } from '@/data/schema';
import { listShop } from '@/services/selling/shop-list/list';
import { shopAskedFrom } from '@/core/browsing';
import { readOrder } from '@/services/selling/orders';
import { resolvePublished } from '@/services/selling/published';
import { fillEarlier, makeEarlier, rowsOf, steps } from '../support/earlier-database';
import { openServices } from '../support/services';
import { START } from '../support/start';
import { type Services } from '@/services/context';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-earlier-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

/** What no version may lose of what stood in it. */
const KEPT = ['products', 'revisions', 'stock_items', 'stock_movements', 'orders', 'order_lines', 'payments'];

describe('a shop that an earlier version kept', () => {
  let demo: Awaited<ReturnType<typeof rowsOf>>;
  let offered: number;
  beforeAll(async () => {
    demo = await rowsOf(inject('demoAtStart'));
    const today = await openServices();
    offered = (await inShop(today)).length;
    today.close();
  });

  it.each(steps.slice(0, -1).map((tag, place) => [tag, place + 1] as const))(
    'whose tables were as after %s is brought up to date with all that is in it, and sells',
    async (_tag, count) => {
      const file = join(folder, 'shop.db');
      await makeEarlier(file, count);
      const filled = await fillEarlier(file, demo);
      expect(filled.get('products')).toBeGreaterThan(20);
      const database = await Database.open(`file:${file}`);
      try {
        await database.migrate();
        expect(await database.read.all(sql`pragma foreign_key_check`)).toEqual([]);
        expect(await database.read.all(sql`pragma integrity_check`)).toEqual([{ integrity_check: 'ok' }]);
        for (const table of KEPT) {
          const [row] = await database.read.all<{ n: number }>(sql.raw(`select count(*) as n from "${table}"`));
          expect([table, row?.n]).toEqual([table, filled.get(table) ?? 0]);
        }
        const context = { database, now: () => new Date(START), waitsForCards: true };
        expect(await inShop(context)).toHaveLength(offered);
        await sells(context);
      } finally {
        database.close();
      }
    },
  );
});

/** Every product that customers are offered. */
const inShop = async (context: Services) =>
  (await listShop(context, { ...shopAskedFrom(new URLSearchParams()), page: 1 })).entries;

/** Resolves a selection, reads an order, and looks at stock. */
async function sells(context: Services): Promise<void> {
  const { read } = context.database;
  // The earliest tables knew no swatches: something is asked for that has none.
  const tool = await resolvePublished(context, 'hook-tool', { answers: { name: 'Ada' } });
  expect([tool.state, tool.unitPrice?.toString()]).toEqual(['sellable', '16.3']);
  const [line] = await read.select({ number: orderLines.orderId }).from(orderLines).limit(1);
  expect((await readOrder(context, line?.number ?? 0)).lines.length).toBeGreaterThan(0);
  expect((await read.select().from(stockItems).where(eq(stockItems.key, 'hive-frame')))[0]?.onHand).toMatch(/^\d/);
}
