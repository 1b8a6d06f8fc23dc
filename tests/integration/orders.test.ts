import { eq, inArray } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema, referencesOf } from '@/core/catalog';
import { problemWords } from '@/core/words';
import { stockItems } from '@/data/schema';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { duplicateProduct } from '@/services/products/products';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { addToBasket, changeLine, readBasket, removeLine } from '@/services/selling/basket';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { type PaymentService } from '@/services/selling/payment';
import { openShopProductView } from '@/services/selling/shop';
import { releaseAbandoned, RESERVATION_MILLISECONDS } from '@/services/selling/settlement';
import { auditLedger, rebuildLedger } from '@/services/stock/ledger/ledger';
import { enterStock } from '@/services/stock/entering/entry';
import { readStockItem } from '@/services/stock/items/stock';
import { allStock, newestOrders } from '../support/all-of';
import { basketWith, countMeshAsSum, openServices, order, type TestServices } from '../support/services';
import { insertProduct } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
  await countMeshAsSum(context);
});
afterEach(() => context.close());

const figures = async (key: string) => {
  const item = (await allStock(context)).find((candidate) => candidate.key === key);
  return item && { onHand: item.onHand, reserved: item.reserved };
};
const mesh = { opening: 'coarse', length: '0.25 m' };
const lastSuit = { size: 'xl', cloth: 'slate' };

describe('an order', () => {
  it('takes exactly what was drawn: three pieces of 0.25 m take 0.75 m', async () => {
    const before = Number((await figures('mesh-coarse'))?.onHand);
    const { number, state } = await order(context, await basketWith(context, 'stainless-mesh', mesh, 3));
    expect(state).toBe('paid');
    expect(await figures('mesh-coarse')).toEqual({ onHand: String(before - 0.75), reserved: '0' });
    const { movements } = await readStockItem(context, 'mesh-coarse');
    expect(
      movements
        .slice(0, 2)
        .map(({ kind, onHandChange, reservedChange, orderId }) => [kind, onHandChange, reservedChange, orderId]),
    ).toEqual([
      ['sale', '-0.75', '-0.75', number],
      ['reservation', '0', '0.75', number],
    ]);
  });

  it('asks nothing of stock items that it takes nothing of, in the order and in a copy with stock of its own', async () => {
    // Whoever read what this costs would stumble over it.
    await context.database.write(
      async (transaction) =>
        void (await transaction
          .update(stockItems)
          .set({ cost: 'lost', onHand: 'lost' })
          .where(eq(stockItems.key, 'smoker'))),
    );
    const { number, state } = await order(context, await basketWith(context, 'stainless-mesh', mesh, 3));
    expect(state).toBe('paid');
    expect((await readOrder(context, number)).lines[0]?.resolution.draws[0]?.title).toBe(
      'Stainless mesh 2.8 mm, 1 m wide',
    );
    const copy = await duplicateProduct(context, 2, { stock: 'own' });
    const { draft } = await openProduct(context, copy);
    const own = [...referencesOf(draft).stock];
    const known = await context.database.read.query.stockItems.findMany({ where: inArray(stockItems.key, own) });
    expect(known.map(({ title }) => title).every((title) => title.endsWith('(copy)'))).toBe(true);
    expect(known).toHaveLength(own.length);
  });

  it('keeps the whole resolution it was sold with, whatever the product becomes', async () => {
    const { number, token } = await order(context, await basketWith(context, 'stainless-mesh', mesh, 3));
    const product = await openProduct(context, 2);
    const version = await saveDraft(context, 2, {
      baseVersion: product.draftVersion,
      editor: 'a',
      definition: { ...product.draft, title: 'Other', price: '99' },
    });
    await publishProduct(context, 2, version);
    const { lines, total } = await readOrder(context, number);
    expect(total).toBe('13.89');
    expect(lines[0]).toMatchObject({
      title: 'Stainless mesh',
      sku: 'MESH-28',
      quantity: 3,
      unitPrice: '4.63',
      lineTotal: '13.89',
    });
    expect(lines[0]?.resolution.working.map(({ of }) => of)).toContain('0.25 m × €18.50 / m');
    expect((await readOrderByToken(context, token)).number).toBe(number);
  });

  it('tells the workshop what it alone is to know, of parts, too, and the customer nothing of it', async () => {
    const kit = productSchema.parse({
      slug: 'branded-hive',
      title: 'Branded hive',
      sku: 'BRAND',
      category: 'Apiary',
      price: null,
      partsPrice: { kind: 'sum' },
      parts: [
        { key: 'iron', title: 'Its iron', candidates: [{ product: 'branding-iron', fixed: { size: 'medium' } }] },
        { key: 'tool', title: 'Tool', candidates: [{ product: 'hook-tool' }] },
      ],
    });
    const id = await context.database.write((transaction) => insertProduct(transaction, kit, context.now()));
    await publishProduct(context, id, 1);
    const iron = { words: 'MERIDEN FARM', face: 'script', proof: true };
    const basket = await basketWith(context, 'branding-iron', { ...iron, size: 'medium' }, 1);
    await addToBasket(context, basket, {
      slug: 'branded-hive',
      answers: {},
      quantity: 1,
      parts: { iron: { answers: { ...iron, face: 'capitals' } } },
    });
    const { number, token } = await order(context, basket);
    const vice = 'Clamp the blank in the long vice: the short one marks its edge.';
    expect((await readOrder(context, number)).lines.map(({ forWorkshop }) => forWorkshop)).toEqual([
      [
        { of: [], label: 'Cutter', value: '0.8 mm, three passes' },
        { of: [], label: 'Clamping', value: vice },
      ],
      [
        { of: ['Its iron'], label: 'Cutter', value: '1.5 mm, two passes' },
        { of: ['Its iron'], label: 'Clamping', value: vice },
      ],
    ]);
    // What is kept with the order was resolved as the customer saw it.
    expect(
      JSON.stringify([
        await readOrderByToken(context, token),
        (await readOrder(context, number)).lines.map(({ resolution }) => resolution),
      ]),
    ).not.toMatch(/Cutter|passes|Clamp|Not offered/);
    expect(JSON.stringify(await openShopProductView(context, 'branding-iron', undefined))).not.toMatch(
      /Cutter|passes|Clamp/,
    );
  });

  it('gives back what it held when the payment is declined, and leaves the basket', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const declined = await order(context, basket, { payment: 'decline' });
    expect(declined.state).toBe('declined');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
    expect((await readBasket(context, basket)).lines).toHaveLength(1);
    expect((await order(context, basket)).state).toBe('paid');
    expect((await readBasket(context, basket)).lines).toHaveLength(0);
  });

  it('gives it back too when the payment service does not answer', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    expect((await order(context, basket, { payment: 'timeOut' })).state).toBe('timedOut');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
  });

  it('is one order however often the same press of the button arrives', async () => {
    const before = (await newestOrders(context)).length;
    const basket = await basketWith(context, 'stainless-mesh', mesh, 2);
    const slow: PaymentService['request'] = async () => {
      await new Promise((resolve) => setTimeout(resolve, 300));
      return { outcome: 'approved', reference: 'slow' };
    };
    const same = { idempotencyKey: 'the-same-press', seenTotal: '9.26' };
    const placed = await Promise.all([1, 2, 3].map(() => order(context, basket, same, slow)));
    expect(new Set(placed.map(({ number, state }) => `${number} ${state}`)).size).toBe(1);
    expect(placed[0]?.state).toBe('paid');
    expect((await newestOrders(context)).length).toBe(before + 1);
  });
});

describe('overselling', () => {
  it('does not happen: two customers after the last one get one order and one clear refusal', async () => {
    const baskets = await Promise.all([1, 2].map(() => basketWith(context, 'bee-suit', lastSuit)));
    const results = await Promise.allSettled(baskets.map((basket) => order(context, basket)));
    const refused = results.flatMap((result) =>
      result.status === 'rejected' ? [result.reason as Error & { code?: string }] : [],
    );
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect(refused.map(({ code }) => code)).toEqual(['noLongerAvailable']);
    expect(refused[0]?.message).toContain('Bee suit is no longer available');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '0', reserved: '0' });
  });

  it('does not happen among forty at once, and the ledger adds up', async () => {
    const wanted = { opening: 'coarse', length: '0.5 m' };
    const baskets = await Promise.all(Array.from({ length: 40 }, () => basketWith(context, 'stainless-mesh', wanted)));
    const results = await Promise.allSettled(
      baskets.map((basket, index) => order(context, basket, index % 5 === 0 ? { payment: 'decline' } : {})),
    );
    const paid = results.filter((result) => result.status === 'fulfilled' && result.value.state === 'paid').length;
    const left = await figures('mesh-coarse');
    expect(Number(left?.onHand)).toBeGreaterThanOrEqual(0);
    expect(left?.reserved).toBe('0');
    expect(Number(left?.onHand)).toBeCloseTo(7 - 1.524 - paid * 0.5, 9);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('does not happen through two lines of one basket that take from one stock item', async () => {
    const basket = await basketWith(context, 'stainless-mesh', { opening: 'coarse', length: '4 m' });
    await addToBasket(context, basket, {
      slug: 'stainless-mesh',
      answers: { opening: 'coarse', length: '3 m' },
      quantity: 1,
    });
    const { lines, canOrder } = await readBasket(context, basket);
    expect(lines.map(({ resolution }) => resolution?.state)).toEqual(['sellable', 'unavailable']);
    expect(canOrder).toBe(false);
    await expect(order(context, basket, { seenTotal: '129.50' })).rejects.toMatchObject({ code: 'noLongerAvailable' });
    expect(await figures('mesh-coarse')).toMatchObject({ reserved: '0' });
  });

  it('frees what an order held that was never paid', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const crash: PaymentService['request'] = () => Promise.reject(new Error('the power went'));
    await expect(order(context, basket, {}, crash)).rejects.toThrow('the power went');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '1' });
    expect(await releaseAbandoned(context)).toBe(0);
    context.advance(RESERVATION_MILLISECONDS + 1);
    expect(await releaseAbandoned(context)).toBe(1);
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
    expect((await newestOrders(context))[0]?.state).toBe('abandoned');
  });

  it('does not sell what was freed before a late payment came', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const late: PaymentService['request'] = async () => {
      context.advance(RESERVATION_MILLISECONDS + 1);
      await releaseAbandoned(context);
      return { outcome: 'approved', reference: 'late' };
    };
    expect((await order(context, basket, {}, late)).state).toBe('abandoned');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
  });
});

describe('the basket', () => {
  it('refuses what is not sellable, with every problem', async () => {
    await expect(basketWith(context, 'stainless-mesh', { length: '0.05' })).rejects.toMatchObject({
      status: 422,
      code: 'notSellable',
      details: { problems: [{ code: 'answerMissing' }, { code: 'belowMinimum' }] },
    });
    await expect(basketWith(context, 'no-such-thing', {})).rejects.toMatchObject({ status: 404 });
  });

  it('adds the same item to its line, under the same rule', async () => {
    const basket = await basketWith(context, 'honey-jars', {}, 2);
    await addToBasket(context, basket, { slug: 'honey-jars', answers: { case: 'twelve' }, quantity: 4 });
    expect((await readBasket(context, basket)).lines.map(({ quantity }) => quantity)).toEqual([6]);
    await expect(addToBasket(context, basket, { slug: 'honey-jars', answers: {}, quantity: 36 })).rejects.toThrow(
      'There are 6 in the basket already.',
    );
  });

  it('holds a changed quantity to the rule and leaves the line as it was', async () => {
    const basket = await basketWith(context, 'honey-jars', {}, 2);
    const { lines } = await readBasket(context, basket);
    const id = lines[0]?.id ?? 0;
    await expect(changeLine(context, basket, id, 3)).rejects.toThrow(
      'This is sold in multiples of 2. Nearest: 2 or 4.',
    );
    await expect(changeLine(context, basket, id, 41)).rejects.toThrow('The largest quantity is 40.');
    await changeLine(context, basket, id, 4);
    expect((await readBasket(context, basket)).lines[0]?.quantity).toBe(4);
    await removeLine(context, basket, id);
    expect((await readBasket(context, basket)).lines).toEqual([]);
  });

  it('is nobody else’s', async () => {
    const mine = await basketWith(context, 'honey-jars', {}, 2);
    const id = (await readBasket(context, mine)).lines[0]?.id ?? 0;
    const other = await basketWith(context, 'honey-jars', {}, 2);
    await expect(removeLine(context, other, id)).rejects.toMatchObject({ status: 404 });
    await expect(changeLine(context, undefined, id, 4)).rejects.toMatchObject({ status: 404 });
  });

  it('tells of a price that changed, and an order at the former total is refused', async () => {
    const basket = await basketWith(context, 'queen-marking-pens', { colour: 'red' }, 2);
    const { draft, draftVersion } = await openProduct(context, 3);
    await publishProduct(
      context,
      3,
      await saveDraft(context, 3, { baseVersion: draftVersion, editor: 'a', definition: { ...draft, price: '5.20' } }),
    );
    expect((await readBasket(context, basket)).lines[0]?.formerPrice).toBe('4.80');
    await expect(order(context, basket, { seenTotal: '9.60' })).rejects.toMatchObject({ code: 'priceChanged' });
    expect((await order(context, basket)).state).toBe('paid');
  });

  it('keeps a line whose product has left the shop, and says so', async () => {
    const basket = await basketWith(context, 'queen-marking-pens', { colour: 'red' });
    await unpublishProduct(context, 3);
    const { lines, canOrder } = await readBasket(context, basket);
    expect(lines[0]?.problems.map(({ data }) => problemWords(data).message)).toEqual(['This is no longer sold.']);
    expect(canOrder).toBe(false);
  });
});

describe('the ledger', () => {
  it('takes receipts and counts in any fitting unit, and keeps its sums', async () => {
    await enterStock(context, 'mesh-fine', { kind: 'receipt', quantity: '10 yd', reason: 'Delivery' });
    await enterStock(context, 'mesh-fine', { kind: 'adjustment', quantity: '50', reason: 'Counted' });
    expect(await figures('mesh-fine')).toEqual({ onHand: '50', reserved: '0' });
    const { movements } = await readStockItem(context, 'mesh-fine');
    expect(movements.slice(0, 2).map(({ onHandChange }) => onHandChange)).toEqual(['-23.944', '9.144']);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it.each(['', 'many', '-3', '1,200', '5 kg'])('refuses “%s” as a receipt', async (quantity) => {
    await expect(
      enterStock(context, 'mesh-fine', { kind: 'receipt', quantity, reason: 'Delivery' }),
    ).rejects.toMatchObject({ status: 422 });
  });

  it('does not let a count go below what is reserved', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const counting: PaymentService['request'] = async () => {
      await expect(
        enterStock(context, 'bee-suit-xl-slate', { kind: 'adjustment', quantity: '0', reason: 'Counted' }),
      ).rejects.toMatchObject({ code: 'notEnoughStock' });
      return { outcome: 'approved', reference: 'x' };
    };
    expect((await order(context, basket, {}, counting)).state).toBe('paid');
  });

  it('finds and mends figures that something else has changed', async () => {
    await context.database.write((transaction) =>
      transaction.run(`update stock_items set on_hand = '999' where key = 'mesh-fine'`),
    );
    expect(await auditLedger(context.database.read)).toMatchObject([
      { stock: 'mesh-fine', onHand: { kept: '999', summed: '64.8' } },
    ]);
    await context.database.write((transaction) => rebuildLedger(transaction));
    expect(await figures('mesh-fine')).toEqual({ onHand: '64.8', reserved: '0' });
  });
});
