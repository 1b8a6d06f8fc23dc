import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { readShop } from '@/services/catalog/surroundings';
import { bookStock, readOptionUse } from '@/services/products/variants';
import { changeLine, readBasket } from '@/services/selling/basket';
import { resolvePublished } from '@/services/selling/published';
import { openShopProductView } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list/list';
import { enterGroupCode, groupTitle, openSettings, saveSettings } from '@/services/settings/settings';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { allStock } from '../support/all-of';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const onHand = async (key: string) => (await allStock(context)).find((item) => item.key === key)?.onHand;

describe('booking stock of variants', () => {
  it('creates, receives and counts in one go', async () => {
    await bookStock(context, {
      create: [{ key: 'suit-new', title: 'Suit, new', unit: '1' }],
      entries: [
        { key: 'suit-new', kind: 'receipt', quantity: '4' },
        { key: 'bee-suit-m-slate', kind: 'adjustment', quantity: '3' },
      ],
      reason: 'Delivery',
    });
    expect([await onHand('suit-new'), await onHand('bee-suit-m-slate')]).toEqual(['4', '3']);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('does nothing at all when one line of it can’t be booked', async () => {
    const batch = {
      create: [{ key: 'suit-new', title: 'Suit, new', unit: '1' }],
      entries: [{ key: 'suit-new', kind: 'receipt' as const, quantity: '4' }],
      reason: 'Delivery',
    };
    await expect(
      bookStock(context, { ...batch, entries: [...batch.entries, { key: 'nowhere', kind: 'receipt', quantity: '1' }] }),
    ).rejects.toMatchObject({ status: 404 });
    await expect(
      bookStock(context, {
        ...batch,
        entries: [...batch.entries, { key: 'suit-new', kind: 'adjustment', quantity: 'many' }],
      }),
    ).rejects.toMatchObject({ code: 'unreadableQuantity' });
    expect(await onHand('suit-new')).toBeUndefined();
    await expect(
      bookStock(context, { ...batch, create: [{ key: 'veil-round', title: 'Again', unit: '1' }] }),
    ).rejects.toMatchObject({ code: 'keyTaken' });
  });

  it('says what hangs on an option before it is removed', async () => {
    await basketWith(context, 'bee-suit', { size: 'm', cloth: 'slate' });
    await basketWith(context, 'bee-suit', { size: 'l', cloth: 'slate' });
    expect(
      await readOptionUse(context, 1, { choice: 'size', options: ['m'], stock: ['bee-suit-m-slate', 'nowhere'] }),
    ).toEqual({
      baskets: 1,
      stock: [{ key: 'bee-suit-m-slate', title: 'Bee suit M Slate', onHand: '7', unit: '1' }],
    });
    expect((await readOptionUse(context, 5, { choice: 'tools', options: ['brush'], stock: [] })).baskets).toBe(0);
    await basketWith(context, 'hive-paint', { colour: 'sage', tin: 'half', tools: ['brush'] as never });
    expect((await readOptionUse(context, 5, { choice: 'tools', options: ['brush'], stock: [] })).baskets).toBe(1);
  });
});

describe('an option that is ordered beyond stock', () => {
  it('is sold with its lead time, on hand goes below nothing only there, and the ledger adds up', async () => {
    const answers = { colour: 'ochre', tin: 'five' };
    const { state, availability } = await resolvePublished(context, 'hive-paint', { answers, quantity: 4 });
    expect([state, availability.leadDays]).toEqual(['sellable', 10]);
    await order(context, await basketWith(context, 'hive-paint', answers, 4));
    expect(await onHand('paint-ochre-five')).toBe('-3');
    expect(
      (await resolvePublished(context, 'hive-paint', { answers: { colour: 'sage', tin: 'five' }, quantity: 4 })).state,
    ).toBe('unavailable');
    expect(await auditLedger(context.database.read)).toEqual([]);
  });
});

describe('customer groups', () => {
  it('are joined by their code, in the basket, and left again', async () => {
    await expect(enterGroupCode(context, undefined, 'guess')).rejects.toMatchObject({
      status: 422,
      code: 'codeUnknown',
    });
    const { token, group } = await enterGroupCode(context, undefined, ' honeytrade ');
    expect([group, await groupTitle(context, token)]).toEqual(['Trade customers', 'Trade customers']);
    expect((await openShopProductView(context, 'honey-jars', token)).group).toBe('your group');
    await enterGroupCode(context, token, '');
    expect(await groupTitle(context, token)).toBeNull();
  });

  it('see their choices in basket and order; their codes are no secret of the page', async () => {
    const { token } = await enterGroupCode(context, undefined, 'HONEYTRADE');
    const { addToBasket } = await import('@/services/selling/basket');
    await addToBasket(context, token, { slug: 'honey-jars', answers: { 'trade-order.number': 'PO 7' }, quantity: 2 });
    const [line] = (await readBasket(context, token)).lines;
    expect(line?.resolution?.item.details.map(({ label, value }) => [label, value])).toContainEqual([
      'Your order number',
      'PO 7',
    ]);
    await changeLine(context, token, line?.id ?? 0, 4);
    expect(JSON.stringify(await openShopProductView(context, 'honey-jars', token))).not.toContain('HONEYTRADE');
    expect((await readShop(context.database.read)).groups[0]?.code).toBeNull();
  });

  it('can’t be taken away while choices name them, nor share a code', async () => {
    const { name, timeZone, skuSeparator, groups } = (await openSettings(context)).shop;
    const settings = { name, timeZone, skuSeparator, groups };
    await expect(saveSettings(context, { ...settings, groups: [] })).rejects.toMatchObject({
      code: 'groupInUse',
      message: expect.stringContaining('Trade order'),
    });
    await expect(
      saveSettings(context, {
        ...settings,
        groups: [...groups, { key: 'club', title: 'Club', code: 'HoneyTrade', taxShown: null }],
      }),
    ).rejects.toMatchObject({ code: 'codeTwice' });
    await expect(saveSettings(context, { ...settings, timeZone: 'Vienna' })).rejects.toMatchObject({
      code: 'badTimeZone',
    });
    await saveSettings(context, {
      ...settings,
      name: 'Renamed',
      groups: [...groups, { key: 'club', title: 'Club', code: null, taxShown: null }],
    });
    expect((await openSettings(context)).shop.groups.map(({ key, code }) => [key, code])).toEqual([
      ['trade', 'HONEYTRADE'],
      ['club', null],
    ]);
    expect((await listShop(context)).entries).toHaveLength(34);
  });
});
