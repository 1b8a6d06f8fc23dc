import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { Exact } from '@/core/number';
import { saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { readOrder } from '@/services/selling/orders';
import { asPlanned, confirmCuts, type CuttingJob, listCutting, planAgain } from '@/services/stock/ledger/cutting';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { enterStock } from '@/services/stock/entering/entry';
import { createStockItem, readStockItem, setLotRule } from '@/services/stock/items/stock';
import { basketWith, openServices, order, type TestServices } from '../support/services';

let context: TestServices;

beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());

/** A mesh sold by the metre from rolls of these lengths. */
async function withRolls(lengths: string, rule: object = {}): Promise<void> {
  await createStockItem(context, {
    key: 'mesh',
    title: 'Mesh',
    unit: 'm',
    lots: lengths,
    cutFrom: { kind: 'roll', kerf: '0', smallestOffcut: '0.5', ...rule },
  });
  const id = await createProduct(context, { title: 'Mesh' });
  const definition = productSchema.parse({
    slug: 'mesh',
    title: 'Mesh',
    sku: 'MESH',
    price: '18.50',
    category: 'Mesh',
    soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
    choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm' }],
    draws: [{ kind: 'measure', stock: 'mesh', measure: 'length' }],
  });
  await publishProduct(context, id, await saveDraft(context, id, { definition, baseVersion: 1, editor: 'a' }));
}

const buy = async (length: string, quantity = 1, payment: 'approve' | 'decline' = 'approve') =>
  order(context, await basketWith(context, 'mesh', { length }, quantity), { payment });
const lots = async () =>
  (await readStockItem(context, 'mesh')).lots.map(({ label, left, free }) => `${label}: ${left}, ${free} free`);
const figures = async () => {
  const { item } = await readStockItem(context, 'mesh');
  return { onHand: item.onHand, reserved: item.reserved };
};
const onlyJob = async (): Promise<CuttingJob> => {
  const [job, ...others] = await listCutting(context);
  expect(others).toEqual([]);
  if (!job) throw new Error('nothing is to be cut');
  return job;
};

describe('an order for what lies in rolls', () => {
  it('keeps its plan, holds its pieces on the roll, and shortens the roll when they are cut', async () => {
    await withRolls('25 m\nOld roll: 6', { kerf: '0.01' });
    const { number } = await buy('4 ft 6 in', 2);
    const { lines, cuts } = await readOrder(context, number);
    expect(lines[0]?.resolution.availability.cutPlans[0]?.cuts).toMatchObject([
      { label: 'Old roll', pieces: [{ length: '1.3716', count: 2 }], left: '3.2368', kept: true },
    ]);
    expect(cuts).toMatchObject([{ label: 'Old roll', length: '1.3716', count: 2, cut: false }]);
    expect(await lots()).toEqual(['Roll 1: 25, 25 free', 'Old roll: 6, 3.2368 free']);
    expect(await figures()).toEqual({ onHand: '31', reserved: '2.7432' });

    const job = await onlyJob();
    expect(job.contents).toEqual(['2 × Mesh (MESH)']);
    await confirmCuts(context, number, 'mesh', asPlanned(job));
    expect(await lots()).toEqual(['Roll 1: 25, 25 free', 'Old roll: 3.2368, 3.2368 free']);
    expect(await figures()).toEqual({ onHand: '28.2368', reserved: '0' });
    expect(await listCutting(context)).toEqual([]);
    expect((await readOrder(context, number)).cuts).toMatchObject([{ label: 'Old roll', cut: true }]);
    const { movements } = await readStockItem(context, 'mesh');
    expect(movements[0]).toMatchObject({
      kind: 'cut',
      reason: `Order ${number}: 2 × 1.3716 m from Old roll`,
      orderId: number,
    });
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('scraps a rest that is too short to keep', async () => {
    await withRolls('3');
    const { number } = await buy('2.6');
    await confirmCuts(context, number, 'mesh', asPlanned(await onlyJob()));
    expect(await lots()).toEqual([]);
    expect(await figures()).toEqual({ onHand: '0', reserved: '0' });
    expect((await readStockItem(context, 'mesh')).movements[0]?.reason).toContain('0.4 m too short to keep');
  });

  it('gives the roll back when it is not paid', async () => {
    await withRolls('3');
    await buy('2', 1, 'decline');
    expect(await lots()).toEqual(['Roll 1: 3, 3 free']);
    expect(await figures()).toEqual({ onHand: '3', reserved: '0' });
    expect(await listCutting(context)).toEqual([]);
  });

  it('is refused when no single piece is long enough, however much there is altogether', async () => {
    await withRolls('4.2\n2.8');
    await expect(basketWith(context, 'mesh', { length: '5' })).rejects.toThrow(
      'In total 7 m are left, but the longest piece is 4.2 m.',
    );
    await buy('4');
    await expect(basketWith(context, 'mesh', { length: '3' })).rejects.toThrow('the longest piece is 2.8 m');
  });

  it('looks at the lines of a basket together', async () => {
    await withRolls('4.2\n2.8');
    const basket = await basketWith(context, 'mesh', { length: '4' });
    await addToBasket(context, basket, { slug: 'mesh', answers: { length: '2.8' } });
    expect((await readBasket(context, basket)).canOrder).toBe(true);
    await addToBasket(context, basket, { slug: 'mesh', answers: { length: '1' } });
    const { canOrder, lines } = await readBasket(context, basket);
    expect(canOrder).toBe(false);
    expect(lines[2]?.problems).toMatchObject([{ code: 'cannotCut' }]);
    await expect(order(context, basket)).rejects.toThrow('no longer available');
  });
});

describe('cutting otherwise than planned', () => {
  it('takes another lot and the length that was measured', async () => {
    await withRolls('10\n6');
    const { number } = await buy('2');
    const job = await onlyJob();
    const other = job.lots.find(({ label }) => label === 'Roll 1');
    await confirmCuts(context, number, 'mesh', {
      cuts: [{ lot: other?.id ?? 0, left: '780 cm', pieces: [{ length: '2', count: 1 }] }],
    });
    expect(await lots()).toEqual(['Roll 1: 7.8, 7.8 free', 'Roll 2: 6, 6 free']);
    expect(await figures()).toEqual({ onHand: '13.8', reserved: '0' });
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('refuses what can’t have happened, and changes nothing then', async () => {
    await withRolls('10\n3');
    const first = await buy('2', 3);
    const second = await buy('2.5');
    const [job, other] = await listCutting(context);
    const [long, short] = [job?.lots[0]?.id ?? 0, job?.lots[1]?.id ?? 0];
    const confirm = (cuts: { lot: number; pieces: { length: string; count: number }[]; left?: string }[]) =>
      confirmCuts(context, first.number, 'mesh', { cuts: cuts.map((cut) => ({ left: null, ...cut })) });
    await expect(confirm([{ lot: long, pieces: [{ length: '2', count: 2 }] }])).rejects.toThrow(
      '1 of 2 m is still to be put on a lot.',
    );
    await expect(confirm([{ lot: long, pieces: [{ length: '2', count: 4 }] }])).rejects.toThrow(
      'The order has 1 fewer of 2 m.',
    );
    await expect(confirm([{ lot: short, pieces: [{ length: '2', count: 3 }] }])).rejects.toThrow(
      'Roll 2 has 3 m: that is too short for 6 m in 3 pieces.',
    );
    await expect(confirm([{ lot: long, pieces: [{ length: '2', count: 3 }], left: '4.5' }])).rejects.toThrow(
      'Roll 1 can’t have 4.5 m left',
    );
    await expect(confirm([{ lot: 999, pieces: [{ length: '2', count: 3 }] }])).rejects.toThrow('such lot');
    // The second order holds 2.5 m of one of them.
    const held = other?.planned[0]?.lot ?? 0;
    const needed =
      held === short
        ? [
            { lot: short, pieces: [{ length: '2', count: 1 }] },
            { lot: long, pieces: [{ length: '2', count: 2 }] },
          ]
        : [{ lot: long, pieces: [{ length: '2', count: 3 }], left: '1' }];
    await expect(confirm(needed)).rejects.toThrow(`promised to order ${second.number}`);
    expect(await figures()).toEqual({ onHand: '13', reserved: '8.5' });
    expect(
      (await listCutting(context)).map(({ planned }) => planned.reduce((sum, { count }) => sum + count, 0)),
    ).toEqual([3, 1]);

    await confirmCuts(context, first.number, 'mesh', asPlanned(job ?? (await onlyJob())));
    await expect(confirmCuts(context, first.number, 'mesh', asPlanned(job ?? (await onlyJob())))).rejects.toThrow(
      'has been cut',
    );
  });

  it('plans anew when a roll turns out shorter, once the promised pieces have moved', async () => {
    await withRolls('6\n6');
    const { number } = await buy('5');
    const planned = (await onlyJob()).planned[0]?.lot ?? 0;
    await expect(
      enterStock(context, 'mesh', { kind: 'adjustment', lot: planned, quantity: '4', reason: 'Measured' }),
    ).rejects.toThrow(`promised to order ${number}`);
    const other = (await onlyJob()).lots.find(({ id }) => id !== planned);
    await enterStock(context, 'mesh', { kind: 'adjustment', lot: other?.id, quantity: '5.2', reason: 'Measured' });
    await planAgain(context, number, 'mesh');
    // The shorter roll wastes 0.2 m, the longer keeps a metre: the plan stays where it was.
    expect((await onlyJob()).planned).toMatchObject([{ lot: planned, length: '5', count: 1 }]);
    await enterStock(context, 'mesh', { kind: 'adjustment', lot: other?.id, quantity: '5', reason: 'Measured again' });
    await planAgain(context, number, 'mesh');
    expect((await onlyJob()).planned).toMatchObject([{ lot: other?.id, length: '5', count: 1 }]);
  });
});

describe('counting in lots', () => {
  it('numbers lots on, keeps names, and says what can’t be read in which line', async () => {
    await withRolls('2 × 25 m\nEnd of roll: 3 yd');
    await enterStock(context, 'mesh', { kind: 'receipt', quantity: '12', reason: 'Delivery' });
    expect(await lots()).toEqual([
      'Roll 1: 25, 25 free',
      'Roll 2: 25, 25 free',
      'End of roll: 2.7432, 2.7432 free',
      'Roll 4: 12, 12 free',
    ]);
    expect((await figures()).onHand).toBe('64.7432');
    const receive = (quantity: string) =>
      enterStock(context, 'mesh', { kind: 'receipt', quantity, reason: 'Delivery' });
    await expect(receive('5\ntwelve')).rejects.toThrow('Line 2: “twelve”');
    await expect(receive('Roll 1: 5')).rejects.toThrow('There is already a lot called “Roll 1”.');
    await expect(receive('2 kg')).rejects.toThrow('Line 1: kilograms measure weight, not length.');
    expect((await figures()).onHand).toBe('64.7432');
  });

  it('makes one lot of what was counted as a sum, and not while orders hold some of it', async () => {
    await createStockItem(context, { key: 'bar', title: 'Bar', unit: 'm', onHand: '7', backorder: '5' });
    await setLotRule(context, 'bar', { kind: 'bar', kerf: '3 mm', smallestOffcut: null });
    const { item, lots: bars } = await readStockItem(context, 'bar');
    expect(bars).toMatchObject([{ label: 'Bar 1', left: '7' }]);
    expect(item).toMatchObject({ onHand: '7', backorder: '0', lying: { kerf: '0.003' } });
    expect(await auditLedger(context.database.read)).toEqual([]);
    await createStockItem(context, { key: 'nail', title: 'Nail', unit: '1', onHand: '7' });
    await expect(setLotRule(context, 'nail', { kind: 'bar', kerf: '0', smallestOffcut: null })).rejects.toThrow(
      'Nail can’t lie in lots',
    );
  });

  it('always has on hand what its lots come to, whatever is bought, paid, cut and delivered', async () => {
    await withRolls('10\n8\n5', { kerf: '0.02' });
    const act = fc.oneof(
      fc.record({
        what: fc.constant('buy' as const),
        length: fc.integer({ min: 1, max: 40 }),
        pieces: fc.integer({ min: 1, max: 3 }),
        pays: fc.boolean(),
      }),
      fc.record({ what: fc.constant('cut' as const) }),
      fc.record({ what: fc.constant('deliver' as const), length: fc.integer({ min: 1, max: 12 }) }),
      fc.record({ what: fc.constant('plan' as const) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 5, maxLength: 12 }), async (acts) => {
        for (const one of acts) {
          const [job] = await listCutting(context);
          // What can't be supplied is refused; everything else must hold.
          if (one.what === 'buy')
            await buy(String(one.length / 10), one.pieces, one.pays ? 'approve' : 'decline').catch(() => undefined);
          else if (one.what === 'deliver')
            await enterStock(context, 'mesh', { kind: 'receipt', quantity: String(one.length), reason: 'Delivery' });
          else if (job && one.what === 'cut') await confirmCuts(context, job.order, 'mesh', asPlanned(job));
          else if (job) await planAgain(context, job.order, 'mesh');
          const { item, lots: rolls } = await readStockItem(context, 'mesh');
          expect(rolls.reduce((sum, { left }) => sum.plus(Exact.from(left)), Exact.zero).toString()).toBe(item.onHand);
          const promised = rolls
            .flatMap((roll) => roll.promised)
            .reduce((sum, piece) => sum.plus(Exact.from(piece.length).times(Exact.of(piece.count))), Exact.zero);
          expect(promised.toString()).toBe(item.reserved);
        }
      }),
      { numRuns: 12 },
    );
    expect(await auditLedger(context.database.read)).toEqual([]);
  }, 60_000);
});
