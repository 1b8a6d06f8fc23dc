import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import { spawn } from 'node:child_process';
import { afterEach, describe, expect, it } from 'vitest';
import { Exact } from '@/core/number';
import { orders, stockItems } from '@/data/schema';
import { type PaymentService } from '@/services/selling/payment';
import { releaseAbandoned, RESERVATION_MILLISECONDS } from '@/services/selling/settlement';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem, readStockItem } from '@/services/stock/items/stock';
import { allStock } from '../support/all-of';
import { basketWith, countMeshAsSum, openServices, order, type TestServices } from '../support/services';

let context: TestServices | undefined;
afterEach(() => {
  context?.close();
  context = undefined;
});

type Step =
  | { kind: 'receipt'; centimetres: number }
  | { kind: 'count'; centimetres: number }
  | { kind: 'order'; pieces: number; outcome: 'approve' | 'decline' | 'crash' };

const steps: fc.Arbitrary<Step> = fc.oneof(
  fc.record({ kind: fc.constant('receipt' as const), centimetres: fc.integer({ min: 0, max: 900 }) }),
  fc.record({ kind: fc.constant('count' as const), centimetres: fc.integer({ min: 0, max: 900 }) }),
  fc.record({
    kind: fc.constant('order' as const),
    pieces: fc.integer({ min: 1, max: 12 }),
    outcome: fc.constantFrom('approve' as const, 'decline' as const, 'crash' as const),
  }),
);

/** What the stock of mesh should be, kept in whole millimetres beside the real thing. */
interface Model {
  onHand: number;
  reserved: number;
}

const PIECE = 250;

async function play(services: TestServices, model: Model, step: Step): Promise<void> {
  if (step.kind === 'receipt') {
    const done = await enterStock(services, 'mesh-coarse', {
      kind: 'receipt',
      quantity: `${step.centimetres} cm`,
      reason: 'Fuzz',
    }).then(
      () => true,
      () => false,
    );
    expect(done).toBe(step.centimetres > 0);
    if (done) model.onHand += step.centimetres * 10;
    return;
  }
  if (step.kind === 'count') {
    const done = await enterStock(services, 'mesh-coarse', {
      kind: 'adjustment',
      quantity: `${step.centimetres} cm`,
      reason: 'Fuzz',
    }).then(
      () => true,
      () => false,
    );
    // A count above what there was is taken as it is; one below what is promised is refused.
    const counted = step.centimetres * 10;
    expect(done).toBe(counted >= model.reserved || counted >= model.onHand);
    if (done) model.onHand = counted;
    return;
  }
  const wanted = step.pieces * PIECE;
  const possible = model.onHand - model.reserved >= wanted;
  const basket = await basketWith(
    services,
    'stainless-mesh',
    { opening: 'coarse', length: '25 cm' },
    step.pieces,
  ).catch(() => null);
  expect(basket !== null).toBe(possible);
  if (basket === null) return;
  const pay: PaymentService['request'] | undefined =
    step.outcome === 'crash' ? () => Promise.reject(new Error('crash')) : undefined;
  await order(services, basket, { payment: step.outcome === 'decline' ? 'decline' : 'approve' }, pay).catch(
    () => undefined,
  );
  if (step.outcome === 'approve') model.onHand -= wanted;
  if (step.outcome === 'crash') model.reserved += wanted;
}

const millimetres = (metres: string) => Number(Exact.from(metres).times(Exact.of(1000)).toString());

describe('the ledger', () => {
  it('is what a simple model says, after anything that may happen in any order', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(steps, { minLength: 5, maxLength: 18 }), async (list) => {
        const services = await openServices();
        await countMeshAsSum(services);
        try {
          const read = async () => (await allStock(services)).find(({ key }) => key === 'mesh-coarse');
          const model: Model = { onHand: millimetres((await read())?.onHand ?? '0'), reserved: 0 };
          for (const step of list) {
            await play(services, model, step);
            const now = await read();
            expect({ onHand: millimetres(now?.onHand ?? ''), reserved: millimetres(now?.reserved ?? '') }).toEqual(
              model,
            );
            expect(model.onHand).toBeGreaterThanOrEqual(0);
          }
          expect(await auditLedger(services.database.read)).toEqual([]);
          services.advance(RESERVATION_MILLISECONDS + 1);
          await releaseAbandoned(services);
          expect((await read())?.reserved).toBe('0');
          expect(await auditLedger(services.database.read)).toEqual([]);
        } finally {
          services.close();
        }
      }),
      { numRuns: 6 },
    );
  }, 120_000);

  it('adds up after a process is killed in the middle of taking orders, and loses no order it had confirmed', async () => {
    const services = (context = await openServices());
    await countMeshAsSum(services);
    for (let round = 0; round < 3; round += 1) {
      const child = spawn(process.execPath, ['--import', 'tsx', 'tests/support/order-until-killed.ts', services.url]);
      let said = '';
      child.stdout.on('data', (chunk) => (said += String(chunk)));
      const ended = new Promise((resolve) => child.once('exit', resolve));
      for (let waited = 0; said.split('\n').length < 6 && waited < 30_000; waited += 20)
        await new Promise((resolve) => setTimeout(resolve, 20));
      child.kill('SIGKILL');
      await ended;
      const confirmed = [...said.matchAll(/^paid (\d+)$/gm)].map(([, number]) => Number(number));
      expect(confirmed.length).toBeGreaterThanOrEqual(4);
      for (const number of confirmed) {
        expect((await services.database.read.query.orders.findFirst({ where: eq(orders.id, number) }))?.state).toBe(
          'paid',
        );
      }
      expect(await auditLedger(services.database.read)).toEqual([]);
    }
    const real = { ...services, now: () => new Date(Date.now() + RESERVATION_MILLISECONDS + 1000) };
    await releaseAbandoned(real);
    expect((await allStock(services)).find(({ key }) => key === 'mesh-fine')?.reserved).toBe('0');
  }, 120_000);

  it('lets as much be promised beyond what is on hand as the item says, and no more', async () => {
    const services = (context = await openServices());
    await createStockItem(services, { key: 'veil-spare', title: 'Spare veil', unit: '1', onHand: '2', backorder: '3' });
    expect((await allStock(services)).find(({ key }) => key === 'veil-spare')).toMatchObject({
      onHand: '2',
      available: '5',
    });
    await createStockItem(services, { key: 'veil-fine', title: 'Fine veil', unit: '1', onHand: '2', cost: '3,75' });
    const fine = await services.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'veil-fine') });
    expect([fine?.cost, fine?.onHand]).toEqual(['3.75', '2']);
    for (const cost of ['lots', '-1', '1.23456789'])
      await expect(
        createStockItem(services, { key: 'veil-none', title: 'No veil', unit: '1', cost }),
      ).rejects.toMatchObject({ status: 422, code: 'unreadableCost' });
    await expect(createStockItem(services, { key: 'veil-spare', title: 'Again', unit: '1' })).rejects.toMatchObject({
      code: 'keyTaken',
    });
    await expect(createStockItem(services, { key: 'odd', title: 'Odd', unit: 'furlong' })).rejects.toMatchObject({
      code: 'unknownUnit',
    });
    await expect(readStockItem(services, 'nowhere')).rejects.toMatchObject({ status: 404 });
  });
});
