import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type EntryKind } from '@/core/exchange';
import { productCodes, products, stockItems, stockMovements } from '@/data/schema';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { bookStock } from '@/services/products/variants';
import { enterMany, lookAtEntries } from '@/services/stock/entering/many';
import { expectReceipt, listExpected } from '@/services/stock/items/expected';
import { createStockItem, setLotRule } from '@/services/stock/items/stock';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(async () => {
  expect(await auditLedger(context.database.read)).toEqual([]);
  context.close();
});

const onHand = async (key: string) =>
  (await context.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, key) }))?.onHand;
const line = (
  code: string,
  quantity: string,
  rest: { lot?: string; unitCost?: string; expected?: number | null } = {},
) => ({ code, quantity, lot: '', unitCost: '', expected: null, ...rest });
type Line = ReturnType<typeof line>;
const look = async (kind: EntryKind, ...lines: Line[]) => (await lookAtEntries(context, { kind, lines })).lines;
let tokens = 0;
const enter = (kind: EntryKind, lines: Line[], more: { token?: string; accepted?: number } = {}) =>
  enterMany(context, { kind, lines, reason: 'Note 4711', token: `token-${(tokens += 1)}`, accepted: 0, ...more });
const movementsOf = async (reason: string) =>
  context.database.read.select().from(stockMovements).where(eq(stockMovements.reason, reason));

describe('a code', () => {
  it('is the name of a stock item, a GTIN, a SKU said or put together, in whatever letters', async () => {
    const seen = await look(
      'receipt',
      line('smoker', '1'),
      line('GIFT BOX, grey board', '1'),
      line('9040123400142', '1'),
      line('suit-m-ln', '1'),
      line(' SMOKE ', '1'),
      line('pen-wh', '1'),
    );
    expect(seen.map(({ item, fault }) => item?.key ?? fault)).toEqual([
      'smoker',
      'gift-box',
      expect.stringMatching(/^paint-/),
      'bee-suit-m-linen',
      'smoker',
      'pen-white',
    ]);
  });

  it('that may mean several things, draws nothing or is unknown says so, and what may be meant', async () => {
    const [several, nothing, unknown, empty] = await look(
      'receipt',
      line('SUIT', '1'),
      line('SUIT-S-MO', '1'),
      line('smokr steel', '1'),
      line('', '1'),
    );
    expect(several?.fault).toBe('“SUIT” draws from 10 stock items. Choose the one that is meant.');
    expect(several?.offered).toHaveLength(10);
    // That combination is not made.
    expect(nothing?.fault).toBe('“SUIT-S-MO” is no SKU, GTIN or stock item. Choose one, or start it under Stock.');
    expect(unknown?.fault).toContain('is no SKU, GTIN or stock item');
    expect(empty?.fault).toBe('Enter a SKU, a GTIN or the name of a stock item.');
    expect((await look('receipt', line('stainless', '1')))[0]?.offered.map(({ key }) => key).sort()).toEqual([
      'mesh-coarse',
      'mesh-fine',
    ]);
  });

  it('follows what the draft of its product says', async () => {
    const paint = await context.database.read.query.products.findFirst({ where: eq(products.sku, 'PAINT') });
    const id = paint?.id ?? 0;
    const { draft, draftVersion } = await openProduct(context, id);
    const [first, ...others] = draft.variants;
    if (!first) throw new Error('the paint has no variants');
    await saveDraft(context, id, {
      definition: { ...draft, sku: 'TINT', variants: [{ ...first, gtin: '4006381333931' }, ...others] },
      baseVersion: draftVersion,
      editor: 'test',
    });
    const codes = await context.database.read.select().from(productCodes).where(eq(productCodes.productId, id));
    expect(codes.map(({ code }) => code)).toEqual(expect.arrayContaining(['4006381333931', 'tint']));
    expect(codes).toHaveLength(draft.variants.length + 1);
    const seen = await look('receipt', line('4006381333931', '1'), line('TINT', '1'), line('PAINT', '1'));
    expect(seen.map(({ item, offered }) => item?.key ?? offered.length)).toEqual([
      first.stock,
      draft.variants.length,
      6,
    ]);
  });
});

describe('a delivery of many', () => {
  it('is entered line by line, with its costs averaged, all under one reason', async () => {
    const lines = [
      line('SMOKE', '6', { unitCost: '20' }),
      line('smoker', '5', { unitCost: '26' }),
      line('mesh-fine', '2 x 25 m', { lot: 'Roll Z', unitCost: '4.50' }),
      line('wrap-felt', '12.5'),
    ];
    const seen = await look('receipt', ...lines);
    expect(seen.map(({ before, after }) => [before, after])).toEqual([
      ['19', '25'],
      ['25', '30'],
      ['64.8', '114.8'],
      ['46.5', '59'],
    ]);
    const costOf = async () =>
      Number((await context.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'smoker') }))?.cost);
    const before = await costOf();
    expect(await enter('receipt', lines)).toEqual({ entered: 4 });
    // Nineteen at what they cost, six at 20, then five at 26: what all thirty cost together, over thirty.
    expect(await costOf()).toBeCloseTo((19 * before + 6 * 20 + 5 * 26) / 30, 5);
    expect([await onHand('smoker'), await onHand('mesh-fine'), await onHand('wrap-felt')]).toEqual([
      '30',
      '114.8',
      '59',
    ]);
    expect((await movementsOf('Note 4711')).map(({ onHandChange, unitCost }) => [onHandChange, unitCost])).toEqual([
      ['6', '20'],
      ['5', '26'],
      ['12.5', null],
    ]);
    expect((await movementsOf('Note 4711: Roll Z 1')).map(({ onHandChange }) => onHandChange)).toEqual(['25']);
  });

  it('takes what has come from what was on its way, and leaves the rest of that', async () => {
    const onItsWay = async () => (await listExpected(context, 'gift-box')).map(({ day, quantity }) => [day, quantity]);
    await expectReceipt(context, 'gift-box', { quantity: '20', day: '2026-12-04', note: '' });
    await expectReceipt(context, 'gift-box', { quantity: '50', day: '2026-12-18', note: '' });
    const [soon, later] = await listExpected(context, 'gift-box');
    const id = soon?.id ?? 0;
    const seen = await look(
      'receipt',
      line('gift-box', '12', { expected: id }),
      line('gift-box', '9', { expected: id }),
      line('gift-box', '1', { expected: id }),
    );
    expect(seen.map(({ expected }) => expected.map(({ quantity }) => quantity))).toEqual([
      ['20', '50'],
      ['8', '50'],
      ['50'],
    ]);
    expect(seen[2]?.fault).toBe('That delivery is not on its way any more. Choose another, or none.');
    await enter('receipt', [line('gift-box', '12', { expected: id }), line('gift-box', '3')]);
    expect(await onItsWay()).toEqual([
      ['2026-12-04', '8'],
      ['2026-12-18', '50'],
    ]);
    await enter('receipt', [line('gift-box', '9', { expected: id })]);
    expect(await onItsWay()).toEqual([['2026-12-18', '50']]);
    expect(await onHand('gift-box')).toBe('109');
    // It is of this stock item alone, and nothing that is counted.
    const wrong = [line('smoker', '1', { expected: later?.id ?? 0 })];
    await expect(enter('receipt', wrong)).rejects.toMatchObject({ status: 422 });
    await expect(enter('adjustment', [line('gift-box', '9', { expected: id })])).rejects.toMatchObject({ status: 422 });
  });

  it('is entered once, however often the button is pressed, and its token is good for nothing else', async () => {
    const lines = [line('smoker', '6')];
    await Promise.all([1, 2, 3].map(() => enter('receipt', lines, { token: 'same-token' })));
    expect(await onHand('smoker')).toBe('25');
    await expect(enter('receipt', [line('smoker', '7')], { token: 'same-token' })).rejects.toMatchObject({
      status: 409,
      code: 'tokenUsed',
    });
  });

  it.each([
    ['an unknown code', line('nobody', '1'), 'is no SKU'],
    ['no quantity', line('gift-box', ''), 'Enter the quantity.'],
    ['nothing', line('gift-box', '0'), 'more than nothing'],
    ['less than nothing', line('gift-box', '-2'), 'is not a quantity'],
    ['a unit that does not fit', line('gift-box', '3 m'), 'is not a quantity'],
    ['a lot of what does not lie in lots', line('gift-box', '3', { lot: 'A' }), 'does not lie in lots'],
    ['a lot that nobody can see', line('mesh-fine', '3', { lot: '\u200b' }), 'a lot’s name has 1 to 60 characters'],
    ['a cost that can’t be read', line('gift-box', '3', { unitCost: 'cheap' }), 'is not what one unit costs'],
    ['a lot that is there', line('mesh-fine', '3', { lot: 'roll 1' }), 'There is already a lot called'],
  ])('with %s enters nothing at all, and says which line', async (_, wrong, words) => {
    const before = await context.database.read.select().from(stockItems);
    const [, seen] = await look('receipt', line('smoker', '2'), wrong);
    expect(seen?.fault).toContain(words);
    await expect(enter('receipt', [line('smoker', '2'), wrong])).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(/^Line 2: .* Nothing was entered\.$/) as unknown,
    });
    expect(await context.database.read.select().from(stockItems)).toEqual(before);
  });

  it('whose costs bring products below their floor is asked about once, for all of its lines', async () => {
    const lines = [line('smoker', '500', { unitCost: '90' }), line('fuel-sack', '1')];
    const refused = await enter('receipt', lines).then(
      () => null,
      (error: unknown) => error,
    );
    expect(refused).toMatchObject({ status: 409, code: 'belowFloor' });
    expect(await onHand('smoker')).toBe('19');
    const { below } = (refused as { details: { below: unknown[] } }).details;
    await enter('receipt', lines, { accepted: below.length });
    expect(await onHand('smoker')).toBe('519');
  });
});

describe('a count of many', () => {
  it('sets on hand to what was counted, lots one by one, and keeps what was found as it should be', async () => {
    const lines = [line('smoker', '17'), line('gift-box', '85'), line('mesh-fine', '11.2 m', { lot: 'Roll 1' })];
    const seen = await look('adjustment', ...lines);
    expect(seen.map(({ fault }) => fault)).toEqual([null, null, null]);
    await enter('adjustment', lines);
    expect(await onHand('smoker')).toBe('17');
    expect(await onHand('mesh-fine')).toBe(seen[2]?.after);
    expect((await movementsOf('Note 4711')).map(({ onHandChange }) => onHandChange)).toEqual(['-2', '0']);
  });

  it('asks which lot, tells what is counted twice, and what orders still hold', async () => {
    const [which, first, again, held, cost] = await look(
      'adjustment',
      line('mesh-fine', '3'),
      line('smoker', '17'),
      line('SMOKE', '18'),
      line('mesh-coarse', '1', { lot: 'roll 2' }),
      line('gift-box', '1', { unitCost: '2' }),
    );
    expect(which?.fault).toMatch(/^Enter which lot was measured: Roll 1, /);
    expect(first?.fault).toBeNull();
    expect(again?.fault).toBe('Line 2 counts it already. Remove one of the two.');
    expect(held?.fault).toMatch(/^1\.524 of Roll 2 are promised to order \d+\./);
    expect(cost?.fault).toBe('A count has no unit cost. Leave it empty.');
  });
});

describe('stock that is booked for variants', () => {
  it('of what lies in lots comes as a lot, and is counted lot by lot alone', async () => {
    await createStockItem(context, { key: 'canvas', title: 'Canvas', unit: 'm' });
    await setLotRule(context, 'canvas', { kind: 'roll', kerf: '0', smallestOffcut: null });
    await bookStock(context, { entries: [{ key: 'canvas', kind: 'receipt', quantity: '30' }], reason: 'Delivery' });
    expect(await onHand('canvas')).toBe('30');
    await expect(
      bookStock(context, { entries: [{ key: 'canvas', kind: 'adjustment', quantity: '20' }], reason: 'Count' }),
    ).rejects.toMatchObject({ status: 422, code: 'lotMissing' });
    expect(await onHand('canvas')).toBe('30');
  });
});
