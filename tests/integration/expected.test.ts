import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { expectedReceipts, stockItems } from '@/data/schema';
import { addToBasket } from '@/services/selling/basket';
import { viewBasket } from '@/services/selling/shop';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { dropExpected, expectedArrived, expectReceipt, listExpected } from '@/services/stock/items/expected';
import { readStockItem } from '@/services/stock/items/stock';
import { counted } from '../support/published';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const suits = (first: string, second: string) => ({
  slug: 'two-suits',
  answers: {},
  parts: { first: { answers: { size: first, cloth: 'slate' } }, second: { answers: { size: second, cloth: 'slate' } } },
});
const starter = { slug: 'starter-kit', answers: {}, parts: { suit: { answers: { size: 'm', cloth: 'slate' } } } };

describe('what is on its way', () => {
  it('says in a basket what can be supplied today, and the day when all of it can: all lines against the same shelves', async () => {
    const basket = await addToBasket(context, undefined, suits('m', 'm'));
    await addToBasket(context, basket, { ...starter, quantity: 2 });
    expect((await viewBasket(context, basket)).lines.map(({ promise }) => promise)).toEqual([null, null]);
    await counted(context, 'bee-suit-m-slate', '3');
    const promised = async () => (await viewBasket(context, basket)).lines.map(({ promise }) => promise);
    expect(await promised()).toEqual([null, { now: 1, day: null }]);
    await expectReceipt(context, 'bee-suit-m-slate', {
      quantity: '1',
      day: '2026-05-20',
      note: 'Delivery from Harrow & Thimble',
    });
    expect(await promised()).toEqual([null, { now: 1, day: '2026-05-20' }]);
    await counted(context, 'bee-suit-m-slate', '1');
    expect(await promised()).toEqual([
      { now: 0, day: '2026-05-20' },
      { now: 0, day: null },
    ]);
  });

  it('is booked once when it comes, whoever presses twice, and the ledger adds up', async () => {
    await expectReceipt(context, 'hook-tool', { quantity: '12', day: '2026-06-01', note: '' });
    const [row] = await listExpected(context, 'hook-tool');
    const booked = await Promise.allSettled([
      expectedArrived(context, 'hook-tool', row?.id ?? 0),
      expectedArrived(context, 'hook-tool', row?.id ?? 0),
    ]);
    expect(booked.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const { item, movements, expected } = await readStockItem(context, 'hook-tool');
    expect([item.onHand, movements[0]?.reason, expected]).toEqual(['72', 'Expected for 2026-06-01', []]);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('of what lies in lots is one lot', async () => {
    const before = (await readStockItem(context, 'mesh-fine')).lots.length;
    await expectReceipt(context, 'mesh-fine', { quantity: '2500 cm', day: '2026-06-01', note: 'Calder Wire' });
    const [row] = await listExpected(context, 'mesh-fine');
    expect(row).toMatchObject({ quantity: '25', day: '2026-06-01' });
    await expectedArrived(context, 'mesh-fine', row?.id ?? 0);
    expect((await readStockItem(context, 'mesh-fine')).lots.length).toBe(before + 1);
  });

  it('can be taken back, and is refused where it means nothing', async () => {
    await expectReceipt(context, 'smoker', { quantity: '5', day: '2026-06-01', note: '' });
    const [row] = await listExpected(context, 'smoker');
    await expect(dropExpected(context, 'hook-tool', row?.id ?? 0)).rejects.toMatchObject({ status: 404 });
    await dropExpected(context, 'smoker', row?.id ?? 0);
    expect(
      await context.database.read
        .select()
        .from(expectedReceipts)
        .innerJoin(stockItems, eq(stockItems.id, expectedReceipts.itemId)),
    ).toEqual([]);
    for (const [quantity, code] of [
      ['0', 'nothingExpected'],
      ['-3', 'unreadableQuantity'],
      ['many', 'unreadableQuantity'],
      ['1e99', 'unreadableQuantity'],
    ] as const)
      await expect(expectReceipt(context, 'smoker', { quantity, day: '2026-06-01', note: '' })).rejects.toMatchObject({
        status: 422,
        code,
      });
    await expect(
      expectReceipt(context, 'nowhere', { quantity: '1', day: '2026-06-01', note: '' }),
    ).rejects.toMatchObject({ status: 404 });
  });
});
