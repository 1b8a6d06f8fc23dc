import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { basketLines, orderLines, stockItems, stockMovements } from '@/data/schema';
import { whereUsed } from '@/services/catalog/where-used';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { addToBasket, readBasket, replaceLine } from '@/services/selling/basket';
import { openShopProductView, resolveForCustomer, viewBasket } from '@/services/selling/shop';
import { listFeed } from '@/services/selling/shop-list/feed';
import { listShop } from '@/services/selling/shop-list/list';
import { readOrder, readOrderByToken } from '@/services/selling/orders';
import { change, counted, idOf, levelsOf, ripple } from '../support/published';
import { openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const suit = (size: string, more: object = {}) => ({ answers: { size, cloth: 'slate', ...more } });
const chosen = (size = 'm', quantity = 1) => ({ answers: {}, quantity, parts: { suit: suit(size) } });
const rowsOf = (basket: string) =>
  context.database.read.select().from(basketLines).where(eq(basketLines.basket, basket)).orderBy(basketLines.id);
const starter = (size = 'm', quantity = 1) => ({ slug: 'starter-kit', ...chosen(size, quantity) });

describe('a kit in the basket', () => {
  it('is one line with its parts, and the same kit is the same line', async () => {
    const basket = await addToBasket(context, undefined, starter());
    await addToBasket(context, basket, {
      ...starter(),
      parts: { suit: suit('m'), bees: null, frames: { answers: {}, quantity: 10 } },
    });
    const { lines } = await viewBasket(context, basket);
    expect(lines.map(({ quantity, resolution }) => [quantity, resolution?.unitPrice, resolution?.lineTotal])).toEqual([
      [2, '365.46', '730.92'],
    ]);
    expect(
      lines[0]?.resolution?.parts.map(({ part, pieces, share, resolution }) => [
        part,
        pieces,
        share?.unit,
        resolution.item.sku,
      ]),
    ).toEqual([
      ['hive', 1, '163.68', 'HIVEF-P'],
      ['frames', 10, '21.12', 'FRAME'],
      ['suit', 1, '113.52', 'SUIT-M-SL-R'],
      ['smoker', 1, '36.96', 'SMOKE-W'],
      ['tool', 1, '12.76', 'HOOK'],
      ['handbook', 1, '17.42', 'BOOK1'],
    ]);
    await addToBasket(context, basket, starter('l'));
    expect((await readBasket(context, basket)).lines).toHaveLength(2);
  });

  it('is opened again as it was chosen, and another selection takes its place', async () => {
    const basket = await addToBasket(context, undefined, starter('m', 2));
    const [line] = await rowsOf(basket);
    const { line: opened } = await openShopProductView(context, 'starter-kit', basket, { lineId: line?.id });
    expect(opened?.selection).toEqual({ answers: {}, quantity: 2, parts: { suit: suit('m') } });
    await replaceLine(context, basket, line?.id ?? 0, {
      ...chosen('l', 1),
      parts: { suit: suit('l', { name: 'Ada' }), bees: null },
    });
    const { lines } = await viewBasket(context, basket);
    expect(
      lines.map(({ id, quantity, resolution }) => [
        id,
        quantity,
        resolution?.parts.find(({ part }) => part === 'suit')?.resolution.item.sku,
      ]),
    ).toEqual([[line?.id, 1, 'SUIT-L-SL-R-EMB']]);
    expect((await rowsOf(basket))[0]).toMatchObject({
      parts: { suit: { answers: { name: 'Ada' } }, bees: null },
      unitPrice: lines[0]?.resolution?.unitPrice,
    });
  });

  it('joins the line that holds the same item once it is changed to it', async () => {
    const basket = await addToBasket(context, undefined, starter('m', 2));
    await addToBasket(context, basket, starter('l'));
    const [first, second] = await rowsOf(basket);
    await replaceLine(context, basket, second?.id ?? 0, chosen('m', 1));
    expect((await rowsOf(basket)).map(({ id, quantity }) => [id, quantity])).toEqual([[second?.id, 3]]);
    await expect(replaceLine(context, basket, first?.id ?? 0, chosen('l'))).rejects.toMatchObject({ status: 404 });
  });

  it('stays as it was when what would take its place is refused, and is nobody else’s to see or change', async () => {
    const basket = await addToBasket(context, undefined, starter());
    const before = await rowsOf(basket);
    const id = before[0]?.id ?? 0;
    await expect(
      replaceLine(context, basket, id, { answers: {}, parts: { suit: { answers: { size: 'huge', cloth: 'slate' } } } }),
    ).rejects.toMatchObject({
      status: 422,
      details: { problems: [expect.objectContaining({ where: 'part:suit/choice:size' })] },
    });
    await expect(replaceLine(context, 'f'.repeat(32), id, chosen('l'))).rejects.toMatchObject({ status: 404 });
    expect(await rowsOf(basket)).toEqual(before);
    const lineOf = async (slug: string, token: string | undefined, line: number) =>
      (await openShopProductView(context, slug, token, { lineId: line })).line;
    expect(
      await Promise.all([
        lineOf('starter-kit', undefined, id),
        lineOf('starter-kit', 'f'.repeat(32), id),
        lineOf('bee-suit', basket, id),
        lineOf('starter-kit', basket, id + 1),
      ]),
    ).toEqual([undefined, undefined, undefined, undefined]);
  });

  it('is refused with what is wrong at which part', async () => {
    await expect(
      addToBasket(context, undefined, {
        slug: 'starter-kit',
        answers: {},
        parts: { bees: { answers: { day: '2020-01-01' } } },
      }),
    ).rejects.toMatchObject({
      status: 422,
      details: {
        problems: expect.arrayContaining([
          expect.objectContaining({ where: 'part:suit/choice:size' }),
          expect.objectContaining({ where: 'part:bees/choice:day' }),
          expect.objectContaining({ where: 'part:bees/choice:terms' }),
        ]) as unknown,
      },
    });
  });

  it('stands before the same shelves as every other line: two kits never promise one suit twice', async () => {
    await counted(context, 'bee-suit-m-slate', '3');
    const basket = await addToBasket(context, undefined, starter('m', 2));
    await addToBasket(context, basket, {
      slug: 'two-suits',
      answers: {},
      parts: { first: suit('m'), second: suit('m') },
    });
    const { lines, canOrder } = await viewBasket(context, basket);
    expect(canOrder).toBe(false);
    expect(lines.map(({ problems }) => problems.map(({ where, code }) => `${where} ${code}`))).toEqual([
      [],
      ['part:first/item partOut'],
    ]);
    await counted(context, 'bee-suit-m-slate', '4');
    expect((await viewBasket(context, basket)).canOrder).toBe(true);
  });
});

describe('a kit that is ordered', () => {
  it('draws what its parts draw, once, and keeps every part with its share', async () => {
    const before = await levelsOf(context, 'bee-suit-m-slate');
    const placed = await order(
      context,
      await addToBasket(context, undefined, {
        ...starter('m', 2),
        parts: { suit: suit('m', { name: 'Ada' }), bees: { answers: { day: '2026-05-22', terms: true } } },
      }),
    );
    expect(placed.state).toBe('paid');
    const movements = await context.database.read
      .select({ stock: stockItems.key, change: stockMovements.onHandChange })
      .from(stockMovements)
      .innerJoin(stockItems, eq(stockItems.id, stockMovements.itemId))
      .where(eq(stockMovements.orderId, placed.number));
    const sold = movements
      .filter((movement) => movement.change !== '0')
      .map((movement) => `${movement.stock} ${movement.change}`)
      .sort();
    expect(sold).toEqual([
      'bee-suit-m-slate -2',
      'handbook -2',
      'hive-flat-pine -2',
      'hive-frame -20',
      'hook-tool -2',
      'nucleus -2',
      'smoker -2',
      'veil-round -2',
    ]);
    expect([before, await levelsOf(context, 'bee-suit-m-slate')]).toEqual([
      ['7', '0'],
      ['5', '0'],
    ]);
    const [line] = (await readOrder(context, placed.number)).lines;
    const shares = line?.resolution.parts.map(({ share }) => Number(share?.unit)) ?? [];
    expect(shares.reduce((sum, share) => sum + Math.round(share * 100), 0)).toBe(
      Math.round(Number(line?.unitPrice) * 100),
    );
    expect(line?.resolution.parts.find(({ part }) => part === 'suit')?.resolution).toMatchObject({
      counted: expect.arrayContaining([expect.objectContaining({ choice: 'name', shown: 'Ada' })]) as unknown,
      draws: expect.arrayContaining([expect.objectContaining({ stock: 'bee-suit-m-slate' })]) as unknown,
    });
    const [row] = await context.database.read
      .select({ parts: orderLines.parts })
      .from(orderLines)
      .where(eq(orderLines.orderId, placed.number));
    expect(row?.parts).toMatchObject({ suit: { answers: { name: 'Ada' } } });
  });

  it('shows its customer the parts, and nothing of what they draw', async () => {
    const placed = await order(context, await addToBasket(context, undefined, starter()));
    const [line] = (await readOrderByToken(context, placed.token)).lines;
    expect(line?.resolution.parts.map(({ productTitle }) => productTitle)).toContain('Hook-end hive tool');
    expect(JSON.stringify(line)).not.toMatch(/bee-suit-m-slate|"draws"|cutPlans|Weald/);
  });

  it('is refused when a part has run out between basket and order, and nothing is reserved', async () => {
    const basket = await addToBasket(context, undefined, starter());
    await counted(context, 'hook-tool', '0');
    await expect(order(context, basket)).rejects.toMatchObject({ status: 409, code: 'noLongerAvailable' });
    expect(await levelsOf(context, 'bee-suit-m-slate')).toEqual(['7', '0']);
    expect((await viewBasket(context, basket)).lines[0]?.problems).toMatchObject([
      { where: 'part:tool/item', message: 'Hive tool: Hook-end hive tool is out of stock.' },
    ]);
  });

  it('comes back into the basket when it is not paid, part by part', async () => {
    const basket = await addToBasket(context, undefined, starter());
    expect((await order(context, basket, { payment: 'decline' })).state).toBe('declined');
    const [row] = await context.database.read.select().from(basketLines).where(eq(basketLines.basket, basket));
    expect(row).toMatchObject({ orderId: null, parts: { suit: { answers: { size: 'm' } } } });
    expect(await levelsOf(context, 'hook-tool')).toEqual(['60', '0']);
  });
});

describe('where a product is sold', () => {
  it('only in kits: no list, no page, no basket has it, and a kit does', async () => {
    expect((await listShop(context)).entries.map(({ slug }) => slug)).not.toContain('hive-frame');
    const { entries } = await listFeed(context, 'feed');
    expect([entries.length, entries.some(({ slug }) => slug === 'hive-frame' || slug === 'nucleus')]).toEqual([
      34,
      false,
    ]);
    await expect(openShopProductView(context, 'hive-frame', undefined)).rejects.toMatchObject({ status: 404 });
    await expect(resolveForCustomer(context, 'hive-frame', { answers: {} }, undefined)).rejects.toMatchObject({
      status: 404,
    });
    await expect(addToBasket(context, undefined, { slug: 'hive-frame', answers: {} })).rejects.toMatchObject({
      status: 404,
    });
    expect(
      (await openShopProductView(context, 'starter-kit', undefined)).surroundings.products.map(({ slug }) => slug),
    ).toContain('hive-frame');
  });

  it('by its address only: no list has it, and its page does', async () => {
    const { id, version } = await change(context, 'handbook', (draft) => void (draft.soldWhere = 'address'));
    await publishProduct(context, id, version);
    expect((await listShop(context)).entries.map(({ slug }) => slug)).not.toContain('handbook');
    expect((await openShopProductView(context, 'handbook', undefined)).product.title).toBe(
      'Handbook for the first year',
    );
    await addToBasket(context, undefined, { slug: 'handbook', answers: {} });
  });

  it('what leaves the shop for kits can’t be ordered from a basket any more', async () => {
    const basket = await addToBasket(context, undefined, { slug: 'handbook', answers: {} });
    const { id, version } = await change(context, 'handbook', (draft) => void (draft.soldWhere = 'kits'));
    await publishProduct(context, id, version);
    expect((await viewBasket(context, basket)).lines[0]?.problems).toMatchObject([{ code: 'notInShop' }]);
  });
});

describe('the ripple of a product', () => {
  it('reaches kits at any depth, with prices before and after', async () => {
    const { id, version } = await change(context, 'hook-tool', (draft) => void (draft.price = '24.50'));
    const rows = await ripple(context, id, 'publish');
    // 10 dearer: 8.80 of it in the starter kit at 12 % less, and of that 8.448 at 4 % less.
    expect(rows.map(({ title, priceBefore, priceAfter, stops }) => [title, priceBefore, priceAfter, stops])).toEqual([
      ['Starter kit', '€365.46 – €648.11', '€374.26 – €656.91', []],
      ['The first year', '€414.11 – €717.32', '€422.55 – €725.77', []],
    ]);
    await publishProduct(context, id, version);
    expect((await resolveForCustomer(context, 'starter-kit', chosen(), undefined)).unitPrice).toBe('374.26');
  });

  it('knows what only the new draft takes along', async () => {
    const { choices: along } = productSchema.parse({
      slug: 'sample',
      title: 'Sample',
      sku: 'S',
      choices: [
        {
          kind: 'addOn',
          key: 'along',
          title: 'Along with it',
          default: true,
          product: 'queen-marking-pens',
          answers: { colour: 'white' },
        },
      ],
    });
    const { id, version } = await change(context, 'hook-tool', (draft) => void draft.choices.push(...along));
    expect((await ripple(context, id, 'publish')).map(({ title, stops }) => [title, stops])).toEqual([
      ['Starter kit', []],
      ['The first year', []],
    ]);
    await publishProduct(context, id, version);
    expect((await resolveForCustomer(context, 'starter-kit', chosen(), undefined)).state).toBe('sellable');
  });

  it('must be seen before products stop being sold', async () => {
    const id = await idOf(context, 'hook-tool');
    expect((await ripple(context, id, 'withdraw')).map(({ title, stops }) => [title, stops.length > 0])).toEqual([
      ['Starter kit', true],
      ['The first year', true],
    ]);
    await expect(unpublishProduct(context, id)).rejects.toMatchObject({
      status: 409,
      code: 'wouldStop',
      details: { stopping: 2 },
    });
    expect((await resolveForCustomer(context, 'starter-kit', chosen(), undefined)).state).toBe('sellable');
    await unpublishProduct(context, id, 2);
    expect((await resolveForCustomer(context, 'starter-kit', chosen(), undefined)).problems[0]).toMatchObject({
      code: 'productNotReady',
    });
  });

  it('is nothing to ask about where a kit can do without it', async () => {
    const id = await idOf(context, 'nucleus');
    expect((await ripple(context, id, 'withdraw')).map(({ stops }) => stops)).toEqual([[], []]);
    await unpublishProduct(context, id);
    expect((await resolveForCustomer(context, 'starter-kit', chosen(), undefined)).state).toBe('sellable');
  });

  it('knows of a kit that settles what is no longer offered', async () => {
    const { id, version } = await change(context, 'honey-jars', (draft) => {
      const box = draft.choices.find(({ key }) => key === 'case');
      if (box && 'options' in box) box.options = box.options.filter(({ key }) => key !== 'twelve');
      if (box && 'default' in box) box.default = 'layer';
    });
    expect(
      (await ripple(context, id, 'publish')).map(({ title, stops }) => [
        title,
        stops.some((words) => words.includes('“twelve” is not one of the options')),
      ]),
    ).toEqual([
      ['First honey set', true],
      ['The first year', true],
    ]);
    await expect(publishProduct(context, id, version)).rejects.toMatchObject({ code: 'wouldStop' });
  });
});

it('lists call a kit sold out when a part that belongs to it is', async () => {
  const soldOut = async (slug: string) =>
    (await listShop(context)).entries.find((entry) => entry.slug === slug)?.soldOut;
  expect(await soldOut('starter-kit')).toBe(false);
  await counted(context, 'handbook', '0');
  expect([
    await soldOut('starter-kit'),
    await soldOut('first-year'),
    await soldOut('handbook'),
    await soldOut('two-suits'),
  ]).toEqual([true, true, true, false]);
});

describe('where something is used', () => {
  const used = async (what: 'stock' | 'products' | 'swatches' | 'sheets', key: string) =>
    (await whereUsed(context, what, key)).map(({ title, through, place }) => [title, through.join(' › '), place]);

  it('is told at any depth, with the way and the place', async () => {
    expect(await used('stock', 'hook-tool')).toEqual([
      ['Hook-end hive tool', '', 'stock'],
      ['Starter kit', 'Hook-end hive tool', 'parts'],
      ['The first year', 'Starter kit › Hook-end hive tool', 'parts'],
    ]);
    expect(await used('products', 'starter-kit')).toEqual([['The first year', '', 'parts']]);
    expect(await used('products', 'first-year')).toEqual([]);
    expect(await used('stock', 'bee-suit-m-moss')).toEqual(
      expect.arrayContaining([
        ['Bee suit', '', 'variants'],
        ['Two suits', 'Bee suit', 'parts'],
      ]),
    );
  });

  it('goes through sheets and swatches, too', async () => {
    expect(await used('swatches', 'slate')).toEqual(
      expect.arrayContaining([
        ['Bee suit', '', 'choice:cloth'],
        ['Starter kit', 'Bee suit', 'parts'],
      ]),
    );
    expect(await used('stock', 'gift-box')).toEqual(
      expect.arrayContaining([
        ['As a gift', '', 'choice:box'],
        ['Smoker', 'As a gift', 'sheet:gift'],
        ['Starter kit', '', 'choice:gift'],
      ]),
    );
  });
});
