import { afterAll, afterEach, beforeEach, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { productSchema } from '@/core/catalog';
import { Exact } from '@/core/number';
import { isSettled, type LotStock, planCuts, planRead, planWritten, QUICK, taskWritten, THOROUGH } from '@/core/stock';
import { stockItems } from '@/data/schema';
import { stopThreads } from '@/services/background/pool';
import { saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { createStockItem } from '@/services/stock/items/stock';
import { listCutting, planAgain } from '@/services/stock/ledger/cutting';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { writePlanning } from '@/services/stock/ledger/thorough-plans';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());
afterAll(() => stopThreads());

const BARS = [3010, 2870, 2690, 2440, 2210, 2050, 1990, 1810, 1730, 1570, 1430, 1370];
const PIECES = [1240, 1130, 990, 870, 760, 690, 540, 430];

const bars: LotStock = {
  kind: 'bar',
  kerf: Exact.of(3),
  smallestOffcut: Exact.of(200),
  lots: BARS.map((length, id) => ({ id: id + 1, label: `Bar ${id + 1}`, free: Exact.of(length) })),
};
const pieces = (times: number) => PIECES.map((length) => ({ length: Exact.of(length), count: times }));

/** A frame that is cut from bars in eight lengths. */
async function withFrame(): Promise<void> {
  await createStockItem(context, {
    key: 'bar',
    title: 'Bar',
    unit: 'mm',
    lots: BARS.join('\n'),
    cutFrom: { kind: 'bar', kerf: '3', smallestOffcut: '200' },
  });
  const id = await createProduct(context, { title: 'Frame' });
  const measures = PIECES.map((_, place) => `side-${place}`);
  const definition = productSchema.parse({
    slug: 'frame',
    title: 'Frame',
    sku: 'FRAME',
    price: '40',
    category: 'Frames',
    choices: measures.map((key) => ({ kind: 'measure', key, title: key, unit: 'mm' })),
    draws: measures.map((measure) => ({ kind: 'measure', stock: 'bar', measure })),
  });
  await publishProduct(context, id, await saveDraft(context, id, { definition, baseVersion: 1, editor: 'a' }));
}

const frames = async (quantity: number) =>
  basketWith(
    context,
    'frame',
    Object.fromEntries(PIECES.map((length, place) => [`side-${place}`, String(length)])),
    quantity,
  );

/** Counts how many writes of others end while something is done. */
async function writesBeside(work: Promise<unknown>): Promise<number> {
  let [writes, isOver] = [0, false];
  const end = work.finally(() => (isOver = true));
  while (!isOver) {
    await context.database.write((transaction) => transaction.run(sql`select 1`));
    if (!isOver) writes += 1;
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
  await end;
  return writes;
}

describe('what is planned for a saw', () => {
  it('is no task that a quick look settles', () => {
    expect(isSettled(planCuts(bars, pieces(2), QUICK))).toBe(false);
  });

  it('is looked for while others write, and wastes as little as the thorough plan', async () => {
    await withFrame();
    const basket = await frames(2);
    expect(await writesBeside(order(context, basket))).toBeGreaterThan(3);
    const [job] = await listCutting(context);
    const thorough = planCuts(bars, pieces(2), THOROUGH);
    const planned = (job?.planned ?? []).map(({ lot, length, count }) => `${String(lot)} ${length} ${count}`).sort();
    expect(planned).toEqual(
      thorough.cuts
        .flatMap(({ lot, pieces: cut }) => cut.map(({ length, count }) => `${lot.id} ${length.toString()} ${count}`))
        .sort(),
    );
    expect(await auditLedger(context.database.read)).toEqual([]);
    const again = planAgain(context, job?.order ?? 0, 'bar');
    expect(await writesBeside(again)).toBeGreaterThan(3);
    expect(await listCutting(context)).toHaveLength(1);
  });

  it('is planned on what there is when it is written, where that has changed meanwhile', async () => {
    await withFrame();
    const first = order(context, await frames(2));
    const second = order(context, await frames(1));
    await Promise.all([first, second]);
    const jobs = await listCutting(context);
    const byLot = new Map<number, number>();
    for (const { lot, length, count } of jobs.flatMap(({ planned }) => planned))
      if (lot !== null) byLot.set(lot, (byLot.get(lot) ?? -3) + Number(count) * (Number(length) + 3));
    expect(jobs.flatMap(({ planned }) => planned).every(({ lot }) => lot !== null)).toBe(true);
    for (const [lot, taken] of byLot) expect(taken).toBeLessThanOrEqual(BARS[lot - 1] ?? 0);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('goes on with a quick plan where the lots change again and again', async () => {
    let tries = 0;
    const plan = await writePlanning(context, async (_transaction, planner) => {
      tries += 1;
      const lots = [...bars.lots, { id: 99, label: 'Rest', free: Exact.of(tries) }];
      return Promise.resolve(planner({ ...bars, lots }, pieces(2)));
    });
    expect(tries).toBe(13);
    expect(plan.unplaced).toEqual([]);
  });

  it('leaves nothing of what was begun before a plan was found', async () => {
    const task = taskWritten(bars, pieces(2));
    await writePlanning(context, async (transaction, planner) => {
      await transaction.insert(stockItems).values({ key: 'k', title: 'K', titleKey: 'k', unit: 'piece' } as never);
      planner(bars, pieces(2));
    });
    expect(await context.database.read.$count(stockItems)).toBe(1);
    expect(planRead(bars, planWritten(planCuts(bars, pieces(2), THOROUGH))).cuts.length).toBeGreaterThan(0);
    expect(task.pieces).toHaveLength(8);
  });
});
