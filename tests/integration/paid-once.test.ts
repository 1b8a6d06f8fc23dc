import { eq } from 'drizzle-orm';
import { spawn } from 'node:child_process';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { moneyDigits } from '@/core/money';
import { Database } from '@/data/database';
import { basketLines, orders, payments, standInPayments } from '@/data/schema';
import { type Services } from '@/services/context';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { publishProduct } from '@/services/products/publishing';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { checkOut, checkoutSchema } from '@/services/selling/checkout';
import { readOrder } from '@/services/selling/orders';
import { type PaymentService, simulatedPayments } from '@/services/selling/payment';
import { resolvePublished } from '@/services/selling/published';
import { releaseAbandoned, RESERVATION_MILLISECONDS } from '@/services/selling/settlement';
import { resolveForCustomer, viewBasket } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list/list';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { allStock, newestOrders } from '../support/all-of';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const lastSuit = { size: 'xl', cloth: 'slate' };
const pens = (colour: string) => ({ slug: 'queen-marking-pens', answers: { colour }, quantity: 1 });
const figures = async (key: string) => {
  const item = (await allStock(context)).find((candidate) => candidate.key === key);
  return item && { onHand: item.onHand, reserved: item.reserved };
};
const taken = (services: Services) => services.database.read.select().from(standInPayments);
const power: PaymentService['request'] = () => Promise.reject(new Error('the power went'));

/** A payment that is made, but whose answer never comes back. */
const answerLost =
  (services: Services): PaymentService['request'] =>
  async (payment) => {
    await simulatedPayments(services).request(payment);
    throw new Error('the power went');
  };

describe('a crash during payment', () => {
  it('frees what was reserved at the next look at stock, without anybody checking out', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    await expect(order(context, basket, {}, power)).rejects.toThrow('the power went');
    expect((await resolveForCustomer(context, 'bee-suit', { answers: lastSuit }, undefined)).state).toBe('unavailable');
    context.advance(RESERVATION_MILLISECONDS + 1);
    expect((await resolveForCustomer(context, 'bee-suit', { answers: lastSuit }, undefined)).state).toBe('sellable');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
    expect((await newestOrders(context))[0]?.state).toBe('abandoned');
    expect((await readBasket(context, basket)).lines).toHaveLength(1);
  });

  it('is finished by sending the same key again, and paid once', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const same = {
      idempotencyKey: 'press-one',
      seenTotal: moneyDigits(
        (await readBasket(context, basket)).total ??
          (() => {
            throw new Error('no total');
          })(),
        'EUR',
      ),
    };
    await expect(order(context, basket, same, answerLost(context))).rejects.toThrow();
    expect((await viewBasket(context, basket)).waiting?.number).toBe((await newestOrders(context))[0]?.number);
    const { state, number } = await order(context, basket, same);
    expect(state).toBe('paid');
    expect(await taken(context)).toHaveLength((await newestOrders(context)).length);
    expect((await readOrder(context, number)).payments.map(({ outcome }) => outcome)).toEqual(['approved']);
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '0', reserved: '0' });
  });

  it('sells what was paid although its answer was lost, when nobody comes back', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    await expect(order(context, basket, {}, answerLost(context))).rejects.toThrow();
    context.advance(RESERVATION_MILLISECONDS + 1);
    await listShop(context);
    expect((await newestOrders(context))[0]?.state).toBe('paid');
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '0', reserved: '0' });
    expect((await readBasket(context, basket)).lines).toEqual([]);
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('ends once, however many look after it at the same time', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    await expect(order(context, basket, {}, power)).rejects.toThrow();
    context.advance(RESERVATION_MILLISECONDS + 1);
    await Promise.all([1, 2, 3, 4].map(() => releaseAbandoned(context)));
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '1', reserved: '0' });
    expect(await auditLedger(context.database.read)).toEqual([]);
  });
});

describe('one basket in two windows', () => {
  it('is paid once: the second is told that it is being ordered', async () => {
    const basket = await basketWith(context, 'queen-marking-pens', { colour: 'red' });
    const before = (await taken(context)).length;
    const both = await Promise.allSettled([
      order(context, basket, { idempotencyKey: 'window-one', seenTotal: '4.80' }),
      order(context, basket, { idempotencyKey: 'window-two', seenTotal: '4.80' }),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    const [refused] = both.flatMap((result) =>
      result.status === 'rejected' ? [result.reason as { code: string }] : [],
    );
    expect(['beingOrdered', 'emptyBasket']).toContain(refused?.code);
    expect((await taken(context)).length).toBe(before + 1);
  });

  it('keeps what is put in while it is being paid', async () => {
    const basket = await basketWith(context, 'queen-marking-pens', { colour: 'red' });
    const meanwhile: PaymentService['request'] = async (payment) => {
      expect((await readBasket(context, basket)).lines).toEqual([]);
      await addToBasket(context, basket, pens('blue'));
      await addToBasket(context, basket, pens('red'));
      return simulatedPayments(context).request(payment);
    };
    expect((await order(context, basket, {}, meanwhile)).state).toBe('paid');
    expect(
      (await readBasket(context, basket)).lines.map(({ selection: { answers }, quantity }) => [
        answers.colour,
        quantity,
      ]),
    ).toEqual([
      ['blue', 1],
      ['red', 1],
    ]);
  });

  it('gets back what was not paid, added to what was put in meanwhile', async () => {
    const basket = await basketWith(context, 'queen-marking-pens', { colour: 'red' }, 2);
    const meanwhile: PaymentService['request'] = async (payment) => {
      await addToBasket(context, basket, pens('red'));
      return simulatedPayments(context).request(payment);
    };
    expect((await order(context, basket, { payment: 'decline' }, meanwhile)).state).toBe('declined');
    expect((await readBasket(context, basket)).lines.map(({ quantity }) => quantity)).toEqual([3]);
  });

  it('is paid once by two processes on one file', async () => {
    const basket = await basketWith(context, 'bee-suit', lastSuit);
    const seen = moneyDigits(
      (await readBasket(context, basket)).total ??
        (() => {
          throw new Error('no total');
        })(),
      'EUR',
    );
    const said = await Promise.all(
      ['one', 'two'].map((window) => orderElsewhere(context.url, basket, `key-of-${window}`, seen)),
    );
    expect(said.filter((line) => line.startsWith('paid'))).toHaveLength(1);
    expect(said.filter((line) => /^(beingOrdered|emptyBasket)/.test(line))).toHaveLength(1);
    expect(await figures('bee-suit-xl-slate')).toEqual({ onHand: '0', reserved: '0' });
    const own = await context.database.read.select().from(orders).where(eq(orders.basket, basket));
    expect(own.map(({ state }) => state)).toEqual(['paid']);
    expect(
      await context.database.read
        .select()
        .from(payments)
        .where(eq(payments.orderId, own[0]?.id ?? 0)),
    ).toHaveLength(1);
    expect(await context.database.read.select().from(basketLines).where(eq(basketLines.basket, basket))).toEqual([]);
  });
});

/** Orders a basket in a process of its own. @returns what became of it */
function orderElsewhere(url: string, basket: string, key: string, seenTotal: string): Promise<string> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [
      '--import',
      'tsx',
      'tests/support/order-once.ts',
      url,
      basket,
      key,
      seenTotal,
    ]);
    let said = '';
    child.stdout.on('data', (chunk) => (said += String(chunk)));
    child.on('exit', () => resolve(said.trim()));
  });
}

describe('an idempotency key', () => {
  it('gives nobody else’s order away, and means one order only', async () => {
    const mine = await basketWith(context, 'queen-marking-pens', { colour: 'red' });
    const placed = await order(context, mine, { idempotencyKey: 'shared-key', seenTotal: '4.80' });
    const again = {
      idempotencyKey: 'shared-key',
      name: 'Tilda Fenn',
      email: 'tilda@fenn.example',
      payment: 'approve' as const,
      seenTotal: '4.80',
    };
    expect(await checkOut(context, mine, again)).toEqual(placed);
    const other = await basketWith(context, 'queen-marking-pens', { colour: 'blue' });
    for (const [token, body] of [
      [other, again],
      [undefined, again],
      [mine, { ...again, name: 'Mallory' }],
      [mine, { ...again, seenTotal: '9.60' }],
      [mine, { ...again, payment: 'decline' as const }],
    ] as const) {
      const refused = await checkOut(context, token, body).then(
        () => null,
        (error: { code: string; message: string }) => error,
      );
      expect(refused?.code).toBe('keyUsed');
      expect(JSON.stringify(refused)).not.toContain(placed.token);
    }
    expect((await readBasket(context, other)).lines).toHaveLength(1);
  });
});

describe('an order of nothing', () => {
  it('asks for no payment, takes from stock, and is paid', async () => {
    const { draft, draftVersion } = await openProduct(context, 3);
    await publishProduct(
      context,
      3,
      await saveDraft(context, 3, { baseVersion: draftVersion, editor: 'a', definition: { ...draft, price: '0' } }),
    );
    const [draw] = (await resolvePublished(context, 'queen-marking-pens', { answers: { colour: 'red' } })).draws;
    const before = Number((await figures(draw?.stock ?? ''))?.onHand);
    const nobody: PaymentService['request'] = () => Promise.reject(new Error('asked for a payment'));
    const placed = await order(
      context,
      await basketWith(context, 'queen-marking-pens', { colour: 'red' }, 2),
      { seenTotal: '0.00' },
      nobody,
    );
    expect(placed).toMatchObject({ state: 'paid', total: '0.00' });
    expect(await readOrder(context, placed.number)).toMatchObject({ state: 'paid', payments: [] });
    expect(await figures(draw?.stock ?? '')).toEqual({ onHand: String(before - 2), reserved: '0' });
    expect(await auditLedger(context.database.read)).toEqual([]);
  });
});

describe('reads of one moment', () => {
  it('see nothing of what is written meanwhile, here or by another process', async () => {
    const other = await Database.open(context.url);
    await context.database.atOneMoment(async (still) => {
      const before = await still.read.select().from(orders);
      await context.database.write((transaction) => transaction.delete(basketLines));
      await other.write((transaction) => transaction.update(orders).set({ customerName: 'Somebody else' }));
      expect(await still.read.select().from(orders)).toEqual(before);
      await expect(still.write(() => Promise.resolve())).rejects.toThrow('can’t write');
      expect(await still.atOneMoment((again) => Promise.resolve(again))).toBe(still);
    });
    expect((await context.database.read.select().from(orders))[0]?.customerName).toBe('Somebody else');
    other.close();
  });
});

describe('a customer’s name', () => {
  const read = (name: unknown) =>
    checkoutSchema.safeParse({ idempotencyKey: 'a-long-key', name, email: 'ada@example.org', seenTotal: '1' });

  it('is kept as it is printed, and has something to be seen in it', () => {
    expect(read(' Ada\u200b Lo\u0308w ').data?.name).toBe('Ada L\u00f6w');
    expect(
      [read('\u200b\u3164 '), read('Ada\u202egnp'), read('')].map(({ error }) => error?.issues[0]?.message),
    ).toEqual([
      'Enter your name.',
      'There is a sign in the name that can’t be printed. Type it again.',
      'Enter your name.',
    ]);
  });
});
