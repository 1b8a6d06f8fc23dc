import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type PriceList, priceListSchema } from '@/core/catalog';
import { priceListRevisions } from '@/data/schema';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { openShopProductView } from '@/services/selling/shop';
import { listShop } from '@/services/selling/shop-list';
import { largeBodies } from '@/services/large-bodies';
import { openPriceLists, previewPriceLists, savePriceLists } from '@/services/prices/price-lists';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { enterGroupCode, openSettings, saveSettings } from '@/services/settings/settings';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;

beforeEach(async () => {
  context = await openServices({ demo: true });
});

afterEach(() => context.close());

const DAY = 86_400_000;
const priceList = (given: object): PriceList => priceListSchema.parse({ key: 'spring', title: 'Spring', ...given });
const smoker = (price: string, more: object = {}) => priceList({ prices: [{ product: 'smoker', price }], ...more });
const hold = async (...lists: PriceList[]) => {
  const { count, below } = await previewPriceLists(context, { lists });
  await savePriceLists(
    context,
    largeBodies.acceptedPriceLists.parse({ lists, accepted: count, acceptedBelow: below.length }),
  );
};
const priceOf = async (slug: string, token?: string) =>
  (await listShop(context, { token })).entries.find((entry) => entry.slug === slug)?.price;

describe('two drafts with one address', () => {
  it('each stand in the grid with what is theirs', async () => {
    const ids = await Promise.all(
      ['Rain hat', 'Sun hat'].map((title) => createProduct(context, { title, price: '12' })),
    );
    for (const id of ids) {
      const { draft, draftVersion } = await openProduct(context, id);
      await saveDraft(context, id, { definition: { ...draft, slug: 'hat' }, baseVersion: draftVersion, editor: 'a' });
    }
    const { products } = await openPriceLists(context);
    expect(products.filter(({ slug }) => slug === 'hat').map(({ id, title }) => [id, title])).toEqual(
      expect.arrayContaining([
        [ids[0], 'Rain hat'],
        [ids[1], 'Sun hat'],
      ]),
    );
  });
});

describe('price lists', () => {
  it('are seen before they hold, and hold at once: in the list, on the page, in the basket', async () => {
    const { lists } = await openPriceLists(context);
    const ripple = await previewPriceLists(context, { lists: [...lists, smoker('39.90')] });
    expect(ripple).toMatchObject({
      count: 1,
      changes: [{ title: 'Smoker', what: '', groups: 'everybody', day: '2026-05-04', from: '42', to: '39.9' }],
      below: [],
    });
    await expect(
      savePriceLists(context, { lists: [...lists, smoker('39.90')], accepted: 0, acceptedBelow: 0 }),
    ).rejects.toMatchObject({ status: 409, code: 'moreChanges' });
    const basket = await addToBasket(context, undefined, { slug: 'smoker', answers: {}, quantity: 2 });
    await hold(...lists, smoker('39.90'));
    const { total, lines } = await readBasket(context, basket);
    expect([total?.toString(), lines[0]?.formerPrice]).toEqual(['79.8', '42.00']);
    expect(await priceOf('smoker')).toContain('39.90');
  });

  it('of a group hold for its customers alone, who are sent no other list', async () => {
    const { lists } = await openPriceLists(context);
    await hold(
      ...lists,
      priceList({
        key: 'secret',
        title: 'For nobody yet',
        groups: [],
        from: '2026-08-01',
        prices: [{ product: 'hexagon-jars', price: '0.10' }],
      }),
    );
    const basket = await addToBasket(context, undefined, { slug: 'hexagon-jars', answers: {}, quantity: 12 });
    const usual = (await readBasket(context, basket)).total?.toString();
    await enterGroupCode(context, basket, 'HONEYTRADE');
    expect([usual, (await readBasket(context, basket)).total?.toString()]).toEqual(['11.04', '10.32']);
    expect(await priceOf('hexagon-jars', basket)).toContain('0.86');
    expect(await priceOf('hexagon-jars')).toContain('0.92');
    const view = JSON.stringify(await openShopProductView(context, 'hexagon-jars', basket));
    expect(view).toContain('Trade prices');
    expect(view).not.toMatch(/For nobody yet|Queen weeks|0\.10"/);
    expect(JSON.stringify(await openShopProductView(context, 'hexagon-jars', undefined))).not.toContain('Trade prices');
  });

  it('begin and end with their days, though nobody touches anything', async () => {
    const { lists } = await openPriceLists(context);
    await hold(...lists, smoker('35', { from: '2026-05-06', until: '2026-05-06' }));
    const seen: (string | undefined)[] = [];
    for (let day = 0; day < 4; day += 1) {
      seen.push(await priceOf('smoker'));
      context.advance(DAY);
    }
    expect(seen.map((price) => price?.match(/[\d.]+/)?.[0])).toEqual(['42.00', '42.00', '35.00', '42.00']);
  });

  it('that can’t be kept are refused in words', async () => {
    const refused = async (...lists: PriceList[]) =>
      previewPriceLists(context, { lists }).then(
        () => 'kept',
        (error: Error) => error.message,
      );
    expect(await refused(smoker('x'))).toBe('Spring: “x” is no price of Smoker. Write it like 12.50.');
    expect(await refused(smoker('-1'))).toBe('Spring: the price of Smoker is below nothing.');
    expect(await refused(priceList({ prices: [{ product: 'gone', price: '1' }] }))).toContain('which is no product');
    expect(
      await refused(
        priceList({
          prices: [
            { product: 'smoker', price: '1' },
            { product: 'smoker', price: '2' },
          ],
        }),
      ),
    ).toBe('Spring: it names two prices for Smoker.');
    expect(
      await refused(
        priceList({ prices: [{ product: 'smoker', of: { kind: 'option', choice: 'none', option: 'x' }, price: '1' }] }),
      ),
    ).toContain('the option none x of Smoker, which has none');
    expect(await refused(priceList({ from: '2026-02-30' }))).toContain('is not a date');
    expect(await refused(priceList({ from: '2026-03-02', until: '2026-03-01' }))).toContain('before its first');
    expect(await refused(priceList({ percent: '101' }))).toContain('is no percentage');
    expect(await refused(priceList({ follows: 'spring' }))).toBe('Spring: it follows itself.');
    expect(
      await refused(priceList({ follows: 'other' }), priceList({ key: 'other', title: 'Other', follows: 'spring' })),
    ).toContain('follows it in turn');
    expect(await refused(priceList({ follows: 'nowhere' }))).toContain('which is not there');
    expect(await refused(priceList({ groups: ['nobody'] }))).toContain('which is none');
    expect(await refused(priceList({ title: '\u200b' }))).toBe('The list without a name needs a name.');
    expect(await refused(priceList({ showsLowest: true }))).toContain('enter its first day');
    expect(
      await refused(
        priceList({
          prices: [{ product: 'hexagon-jars', price: '0.80', breaks: { steps: [{ from: '-1', value: 'x' }] } }],
        }),
      ),
    ).toContain('With Spring, Hexagon');
    expect(await refused(priceList({}), priceList({}))).toContain('called “spring” inside');
  });

  it('that bring something below its floor are refused until that is accepted', async () => {
    const { lists } = await openPriceLists(context);
    const cheap = [...lists, priceList({ prices: [{ product: 'hexagon-jars', price: '0.40' }] })];
    const { below, count } = await previewPriceLists(context, { lists: cheap });
    expect(below).toMatchObject([
      { slug: 'hexagon-jars', words: expect.stringContaining('At the prices of Spring') as string },
    ]);
    await expect(savePriceLists(context, { lists: cheap, accepted: count, acceptedBelow: 0 })).rejects.toMatchObject({
      status: 409,
      code: 'belowFloor',
    });
    await hold(...cheap);
    expect(await priceOf('hexagon-jars')).toContain('0.40');
  });

  it('show the lowest price of the 30 days before, from what was published and what lists said', async () => {
    const { lists } = await openPriceLists(context);
    const id = (await openPriceLists(context)).products.find(({ slug }) => slug === 'smoker')?.id ?? 0;
    const publishAt = async (price: string) => {
      const { draft, draftVersion } = await openProduct(context, id);
      await publishProduct(
        context,
        id,
        await saveDraft(context, id, { definition: { ...draft, price }, baseVersion: draftVersion, editor: 'test' }),
      );
    };
    context.advance(40 * DAY);
    await publishAt('44');
    context.advance(5 * DAY);
    await publishAt('41');
    context.advance(5 * DAY);
    await publishAt('46');
    await hold(...lists, smoker('39', { from: '2026-07-01', showsLowest: true }));
    context.advance(10 * DAY);
    const view = await openShopProductView(context, 'smoker', undefined);
    expect(view.surroundings.prices?.lists[0]?.lowest).toMatchObject([
      { of: { kind: 'product' }, price: '41' },
      ...Array.from(
        { length: (view.surroundings.prices?.lists[0]?.lowest.length ?? 1) - 1 },
        () => expect.anything() as unknown,
      ),
    ]);
  });

  it('follow a product to another address, keep a group from being taken away, and what they were is kept', async () => {
    const { lists, products } = await openPriceLists(context);
    await hold(...lists, smoker('39'));
    const id = products.find(({ slug }) => slug === 'smoker')?.id ?? 0;
    const { draft, draftVersion } = await openProduct(context, id);
    await publishProduct(
      context,
      id,
      await saveDraft(context, id, {
        definition: { ...draft, slug: 'copper-smoker' },
        baseVersion: draftVersion,
        editor: 'test',
      }),
      5,
    );
    expect((await openPriceLists(context)).lists.at(-1)?.prices).toMatchObject([
      { product: 'copper-smoker', price: '39' },
    ]);
    const { shop } = await openSettings(context);
    const { quantityRules: _rules, ...rest } = shop;
    await expect(
      saveSettings(context, { name: rest.name, timeZone: rest.timeZone, skuSeparator: rest.skuSeparator, groups: [] }),
    ).rejects.toMatchObject({ code: 'groupInUse' });
    await hold(...lists);
    const kept = await context.database.read.select().from(priceListRevisions);
    expect(
      kept.filter(({ key }) => key === 'spring').map(({ definition }) => definition?.prices[0]?.product ?? null),
    ).toEqual(['smoker', 'copper-smoker', null]);
  });
});
