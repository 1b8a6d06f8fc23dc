import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type PriceList, priceListSchema } from '@/core/catalog';
import { priceListRevisions } from '@/data/schema';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { openShopProductView } from '@/services/selling/shop';
import { freshenAllCards } from '@/services/catalog/cards';
import { listShop } from '@/services/selling/shop-list/list';
import { largeBodies } from '@/services/large-bodies';
import { gathered, previewPriceLists } from '@/services/prices/lists-ahead';
import { listGone, listPriced, readPastedPrices } from '@/services/prices/priced';
import { openPriceLists, savePriceLists } from '@/services/prices/price-lists';
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
const ahead = async (...lists: PriceList[]) => gathered(await previewPriceLists(context, { lists }));
const hold = async (...lists: PriceList[]) => {
  const { count, below } = await ahead(...lists);
  await savePriceLists(
    context,
    largeBodies.acceptedPriceLists.parse({ lists, accepted: count, acceptedBelow: below.length }),
  );
};
const priceOf = async (slug: string, token?: string) =>
  (await listShop(context, { token })).entries.find((entry) => entry.slug === slug)?.price;

/** Key of the customer group of the demo. */
const openTrade = async () => (await openPriceLists(context)).groups[0]?.key ?? '';

const idOf = async (slug: string) => (await listPriced(context, { find: '', at: [slug], page: 1 })).rows[0]?.id ?? 0;

describe('two drafts with one address', () => {
  it('each stand in the grid with what is theirs', async () => {
    const ids = await Promise.all(
      ['Rain hat', 'Sun hat'].map((title) => createProduct(context, { title, price: '12' })),
    );
    for (const id of ids) {
      const { draft, draftVersion } = await openProduct(context, id);
      await saveDraft(context, id, { definition: { ...draft, slug: 'hat' }, baseVersion: draftVersion, editor: 'a' });
    }
    const { rows } = await listPriced(context, { find: '', at: ['hat'], page: 1 });
    expect(rows.map(({ id, title }) => [id, title])).toEqual([
      [ids[0], 'Rain hat'],
      [ids[1], 'Sun hat'],
    ]);
  });
});

describe('price lists', () => {
  it('are saved together where several of them change', async () => {
    const { lists } = await openPriceLists(context);
    expect(lists.length).toBeGreaterThan(1);
    await hold(...lists.map((list) => ({ ...list, title: `${list.title}, autumn` })));
    expect((await openPriceLists(context)).lists.map(({ title }) => title)).toEqual(
      lists.map(({ title }) => `${title}, autumn`),
    );
  });

  it('are seen before they hold, and hold at once: in the list, on the page, in the basket', async () => {
    const { lists } = await openPriceLists(context);
    const ripple = await ahead(...lists, smoker('39.90'));
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

  it('keep what they say nothing of as it is: for groups, and from one day to the next', async () => {
    const cards = async () => {
      await freshenAllCards(context);
      const rows = await context.database.read.query.productCards.findMany({
        where: (table, { eq }) => eq(table.of, 'published'),
      });
      return new Map(rows.flatMap(({ card }) => (card ? [[card.slug, card] as const] : [])));
    };
    const trade = await openTrade();
    // For a group, a part, and a day: what has the smoker within costs otherwise, too, and nothing else does.
    await hold(
      smoker('35', { key: 'group', groups: [trade] }),
      smoker('30', { key: 'later', from: '2030-01-01', until: '2030-01-02' }),
    );
    const known = await cards();
    for (const [slug, { day, refersTo }] of known)
      if (slug === 'smoker' || refersTo.products.includes('smoker')) expect(day, slug).toBe('2026-05-04');
    expect(Object.keys(known.get('smoker')?.groupPrices ?? {})).toEqual([trade]);
    expect(Object.keys(known.get('starter-kit')?.groupPrices ?? {})).toEqual([trade]);
    expect(known.get('handbook')).toMatchObject({ day: null, groupPrices: {} });
    expect(known.get('bee-suit')).toMatchObject({ day: null, groupPrices: {} });
    // A rate of the wrap is another for the group by itself.
    expect(Object.keys(known.get('hive-wrap')?.groupPrices ?? {})).toEqual([trade]);
  });

  it('that can’t be kept are refused in words', async () => {
    const refused = async (...lists: PriceList[]) =>
      ahead(...lists).then(
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
    const { below, count } = await ahead(...cheap);
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
    const id = await idOf('smoker');
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
    const { lists } = await openPriceLists(context);
    await hold(...lists, smoker('39'));
    const id = await idOf('smoker');
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

describe('the grid of prices', () => {
  const found = async (find: string, at: string[] | null = null) =>
    (await listPriced(context, { find, at, page: 1 })).rows.map(({ title }) => title);

  it('finds products by words, SKUs and categories, and has of each what lists may name prices for', async () => {
    expect(await found('smok')).toContain('Smoker');
    expect(await found('', ['smoker', 'hexagon-jars', 'nowhere'])).toEqual(['Hexagon jars, loose', 'Smoker']);
    expect(await found('smok', ['hexagon-jars'])).toEqual([]);
    const { rows } = await listPriced(context, { find: '', at: ['smoker'], page: 1 });
    expect(rows[0]?.things[0]).toEqual({ thing: { kind: 'product' }, title: 'Smoker', usual: '42.00' });
  });

  it('has what sheets bring, and comes a page at a time', async () => {
    for (let number = 1; number <= 60; number += 1)
      await createProduct(context, { title: `Hive scale plate ${String(number).padStart(2, '0')}`, price: '1' });
    const pages = [1, 2, 9].map((page) => listPriced(context, { find: 'hive scale plate', at: null, page }));
    const [first, second, beyond] = await Promise.all(pages);
    expect([first?.rows.length, first?.pages, second?.rows.length, second?.first, beyond?.page]).toEqual([
      50, 2, 10, 51, 2,
    ]);
    const { rows } = await listPriced(context, { find: '', at: ['smoker'], page: 1 });
    expect(rows[0]?.things.flatMap(({ thing }) => (thing.kind === 'option' ? [thing.choice] : []))).toContain(
      'gift.box',
    );
  });

  it('takes a pasted table that is read where the products are', async () => {
    const lists = [{ key: 'spring', title: 'Spring' }];
    const cells = await readPastedPrices(context, {
      text: 'Product;Of;Spring\nsmoker;;39,50\nnowhere;;1\nhexagon-jars;x=y;1',
      lists,
    });
    expect(cells.map(({ product, price, fault }) => fault || [product, price])).toEqual([
      ['smoker', '39.5'],
      'There is no product at the address “nowhere”.',
      expect.stringContaining('nothing called “x=y”') as string,
    ]);
  });

  it('says what lists name a price for that is not there any more', async () => {
    const { lists } = await openPriceLists(context);
    await hold(...lists, smoker('39'));
    expect((await listGone(context)).spring).toEqual([]);
    await context.database.write((transaction) =>
      transaction.run(
        `update price_lists set definition = replace(definition, '"smoker"', '"gone"') where key = 'spring'`,
      ),
    );
    expect((await listGone(context)).spring).toMatchObject([{ product: 'gone' }]);
  });

  it('looks at nothing that other lists can’t touch, and refuses on the way what can’t be sold then', async () => {
    const { lists } = await openPriceLists(context);
    const looked = async (...changed: PriceList[]) => {
      let total = 0;
      for await (const step of await previewPriceLists(context, { lists: changed }))
        total = Math.max(total, step.total);
      return total;
    };
    expect(await looked(...lists)).toBe(0);
    // Itself, and for its margin itself and the kits that have it.
    expect(await looked(...lists, smoker('39.90'))).toBeLessThan(8);
    expect(await looked(...lists, priceList({ percent: '5' }))).toBeGreaterThan(20);
    const broken = priceList({
      prices: [{ product: 'hexagon-jars', price: '0.92', breaks: { steps: [{ from: '-1', value: '-3' }] } }],
    });
    await expect(ahead(...lists, broken)).rejects.toMatchObject({ status: 422, code: 'listFaulty' });
  });
});
