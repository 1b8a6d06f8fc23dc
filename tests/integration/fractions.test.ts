import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { publishProduct } from '@/services/products/publishing';
import { readOrder } from '@/services/selling/orders';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { createStockItem, readStockItem } from '@/services/stock/items/stock';
import { allStock, newestOrders } from '../support/all-of';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

describe('stock counted in feet of what is measured in metres', () => {
  it('is drawn to the finest that is counted, the same in order, ledger and stock', async () => {
    await createStockItem(context, { key: 'in-feet', title: 'Mesh in feet', unit: '[ft_i]', onHand: '50' });
    const { draft, draftVersion } = await openProduct(context, 2);
    const definition = {
      ...draft,
      draws: [{ kind: 'measure' as const, stock: 'in-feet', measure: 'length', pieces: 1 }],
    };
    await publishProduct(
      context,
      2,
      await saveDraft(context, 2, { baseVersion: draftVersion, editor: 'a', definition }),
    );
    for (let count = 0; count < 2; count += 1) {
      expect(
        (await order(context, await basketWith(context, 'stainless-mesh', { opening: 'fine', length: '1 m' }))).state,
      ).toBe('paid');
    }
    // A metre is 1 / 0.3048 = 3.28083989… ft, brought up to 3.280840 for each.
    expect((await allStock(context)).find(({ key }) => key === 'in-feet')).toMatchObject({
      onHand: '43.43832',
      reserved: '0',
    });
    const [{ number } = { number: 0 }] = await newestOrders(context);
    expect(
      (await readOrder(context, number)).lines[0]?.resolution.draws.find(({ stock }) => stock === 'in-feet'),
    ).toMatchObject({ perItem: { value: '3.28084' }, total: { value: '3.28084' } });
    const { movements } = await readStockItem(context, 'in-feet');
    expect(movements.map(({ onHandChange }) => onHandChange)).toEqual(['-3.28084', '0', '-3.28084', '0', '50']);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('is never drawn by a length without an end', async () => {
    await expect(basketWith(context, 'stainless-mesh', { opening: 'fine', length: '1/3 m' })).rejects.toMatchObject({
      code: 'notSellable',
    });
  });
});
