import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { addToBasket, countLines, readBasket } from '@/services/selling/basket';
import { resolvePublished } from '@/services/selling/published';
import { openShopProductView, viewBasket } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list/list';
import { enterStock } from '@/services/stock/entering/entry';
import { basketWith, openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

describe('the shop', () => {
  it('lists what is published, with price and whether it is sold out', async () => {
    expect(
      (await listShop(context)).entries.map(({ slug, category, price, soldOut }) => [slug, category, price, soldOut]),
    ).toEqual([
      ['apiary-netting', 'Apiary', 'from €3.20 / m²', false],
      ['bee-suit', 'Clothing', '€129.00 – €181.72', false],
      ['branding-iron', 'Marking', '€50.40 – €113.46', false],
      ['brood-box', 'Hive parts', '€46.00 – €58.00', false],
      ['crown-board', 'Hive parts', '€18.90', false],
      ['extraction-set', 'First honey', '€59.00 – €86.60', false],
      ['first-inspection', 'Starting out', '€64.00', false],
      ['flat-roof', 'Hive parts', '€39.00', false],
      ['hive-flat', 'Hive parts', '€186.00 – €228.00', false],
      ['gabled-roof', 'Hive parts', '€68.50', false],
      ['handbook', 'Starting out', '€19.80', false],
      ['hexagon-jars', 'Bottling', '€0.92', false],
      ['hive-floor', 'Hive parts', '€34.50', false],
      ['hive', 'Hive parts', '€160.00 – €654.50', false],
      ['hive-paint', 'Hive parts', '€12.90 – €151.80', false],
      ['hive-strap', 'Hive parts', '€8.40', false],
      ['hive-wrap', 'Hive parts', 'from €9.50', false],
      ['honey-jars', 'Bottling', '€9.90 – €189.59', false],
      ['honey-pail', 'First honey', '€6.90', false],
      ['honey-sieve', 'First honey', '€27.90', false],
      ['honey-super', 'Hive parts', '€36.00 – €44.50', false],
      ['hook-tool', 'Starting out', '€14.50 – €21.70', false],
      ['jar-labels', 'Bottling', 'from €0.12', false],
      ['queen-marking-pens', 'Queen rearing', '€4.80 – €5.40', false],
      ['shallow-super', 'Hive parts', '€31.00', false],
      ['smoker', 'Tools', '€42.00 – €80.28', false],
      ['smoker-fuel', 'Tools', '€7.80 – €12.50', false],
      ['stainless-mesh', 'Hive parts', '€18.50 – €21.70 / m', false],
      ['starter-kit', 'Starting out', '€365.46 – €648.11', false],
      ['first-year', 'Starting out', '€414.11 – €717.32', false],
      ['travel-roof', 'Hive parts', '€29.00', false],
      ['two-suits', 'Starting out', '€230.00 – €335.44', false],
      ['uncapping-fork', 'First honey', '€11.20', false],
      ['wax-foundation', 'Hive parts', '€1.30 – €2.25', false],
    ]);
  });

  it('says sold out when nothing of a product can be had', async () => {
    await enterStock(context, 'honey-jar-454', { kind: 'adjustment', quantity: '0', reason: 'All broken' });
    expect((await listShop(context)).entries.find(({ slug }) => slug === 'honey-jars')?.soldOut).toBe(true);
  });

  it('tells the page of no stock but the product’s own', async () => {
    const { stock } = await openShopProductView(context, 'stainless-mesh', undefined);
    expect(stock.map(({ key }) => key)).toEqual(['mesh-fine', 'mesh-coarse']);
    expect(Object.keys(stock[0] ?? {})).toEqual(['key', 'title', 'unit', 'available', 'lying']);
  });

  it('resolves against live stock', async () => {
    const suit = { answers: { size: 's', cloth: 'slate' } };
    expect((await resolvePublished(context, 'bee-suit', suit)).state).toBe('unavailable');
    await enterStock(context, 'bee-suit-s-slate', { kind: 'receipt', quantity: '2', reason: 'Sewn' });
    expect((await resolvePublished(context, 'bee-suit', suit)).availability.canSupply).toBe(2);
  });
});

describe('the basket’s page', () => {
  it('shows every line with its resolution and the total', async () => {
    const basket = await basketWith(context, 'bee-suit', { size: 'm', cloth: 'moss', name: 'Ada' });
    await addToBasket(context, basket, { slug: 'honey-jars', answers: { case: 'forty-eight' }, quantity: 2 });
    const view = await viewBasket(context, basket);
    expect(view).toMatchObject({ total: '202.35', currency: 'EUR', canOrder: true });
    expect(view.lines.map(({ title, quantity, resolution }) => [title, quantity, resolution?.lineTotal])).toEqual([
      ['Bee suit', 1, '131.55'],
      ['Honey jars in cases', 2, '70.80'],
    ]);
    expect(await countLines(context, basket)).toBe(2);
  });

  it('is empty for somebody without a basket, and for a made-up one', async () => {
    expect(await viewBasket(context, undefined)).toMatchObject({ lines: [], canOrder: false });
    expect((await readBasket(context, 'made-up')).lines).toEqual([]);
    expect(await countLines(context, undefined)).toBe(0);
  });

  it('of a made-up token is not taken over: putting something in begins a new one', async () => {
    const token = await addToBasket(context, 'made-up', { slug: 'honey-jars', answers: {}, quantity: 2 });
    expect(token).not.toBe('made-up');
    expect(token.length).toBeGreaterThan(20);
  });

  it('keeps two selections of one product apart, and the same one together', async () => {
    const basket = await basketWith(context, 'stainless-mesh', { opening: 'fine', length: '1.2 m' });
    await addToBasket(context, basket, {
      slug: 'stainless-mesh',
      answers: { length: '120cm', opening: 'fine' },
      quantity: 1,
    });
    await addToBasket(context, basket, {
      slug: 'stainless-mesh',
      answers: { opening: 'fine', length: '1.3 m' },
      quantity: 1,
    });
    expect((await readBasket(context, basket)).lines.map(({ quantity }) => quantity)).toEqual([2, 1]);
  });
});
