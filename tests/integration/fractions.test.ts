import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { auditLedger } from '@/services/ledger';
import { openProduct, publishProduct, saveDraft } from '@/services/products';
import { createStockItem, listStock } from '@/services/stock';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

describe('stock counted in feet of what is measured in metres', () => {
  it('is drawn exactly, though no decimal is, and its ledger can still be read', async () => {
    await createStockItem(context, { key: 'in-feet', title: 'Mesh in feet', unit: '[ft_i]', onHand: '50' });
    const { draft, draftVersion } = await openProduct(context, 2);
    const definition = { ...draft, draws: [{ kind: 'measure' as const, stock: 'in-feet', measure: 'length', pieces: 1 }] };
    await publishProduct(context, 2, await saveDraft(context, 2, { baseVersion: draftVersion, editor: 'a', definition }));
    for (let count = 0; count < 2; count += 1) {
      expect((await order(context, await basketWith(context, 'stainless-mesh', { opening: 'fine', length: '1 m' }))).state).toBe('paid');
    }
    // Two metres are 2 / 0.3048 ft: 50 less 2500/381.
    expect((await listStock(context)).find(({ key }) => key === 'in-feet')).toMatchObject({ onHand: '16550/381', reserved: '0' });
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('is never drawn by a length without an end', async () => {
    await expect(basketWith(context, 'stainless-mesh', { opening: 'fine', length: '1/3 m' })).rejects.toMatchObject({ code: 'notSellable' });
  });
});
