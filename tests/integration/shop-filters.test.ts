import fc from 'fast-check';
import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { choiceSchema, priceListSchema, type Shop } from '@/core/catalog';
import { largeBodies } from '@/services/large-bodies';
import { gathered, previewPriceLists } from '@/services/prices/lists-ahead';
import { openPriceLists, savePriceLists } from '@/services/prices/price-lists';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { type ShopAsked, shopAskedFrom, shopParams } from '@/core/browsing';
import { listShop, type ShopPageView } from '@/services/selling/shop-list/list';
import { enterGroupCode, openSettings, saveSettings, settingsInputSchema } from '@/services/settings/settings';
import { change, counted, idOf } from '../support/published';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const shop = (asked: Partial<ShopAsked> & { token?: string } = {}) => listShop(context, asked);
const slugs = ({ entries }: ShopPageView) => entries.map(({ slug }) => slug);
const filter = ({ filters }: ShopPageView, key: string) => filters?.find((one) => one.key === key);
const counts = (view: ShopPageView, key: string) =>
  Object.fromEntries((filter(view, key)?.values ?? []).map(({ value, count }) => [value, count]));
const is = (name: string, ...values: string[]) => ({ name, values });

/** Changes what is in the shop at an address, and publishes it. */
async function publish(slug: string, recipe: Parameters<typeof change>[2]): Promise<void> {
  const { id, version } = await change(context, slug, recipe);
  await publishProduct(context, id, version);
}

/** Makes customers of another group, and a basket of one of them. */
async function memberOfGroup(): Promise<string> {
  const { shop: settings } = await openSettings(context);
  const groups = [...settings.groups, { key: 'orchard', title: 'Orchard club', code: 'ORCHARD-7', taxShown: null }];
  await saveSettings(context, settingsInputSchema.parse(pick(settings, groups)));
  return (await enterGroupCode(context, undefined, 'ORCHARD-7')).token;
}

const pick = ({ name, timeZone, skuSeparator }: Shop, groups: Shop['groups']) => ({
  name,
  timeZone,
  skuSeparator,
  groups,
});

describe('what the shop’s list is narrowed down by', () => {
  it('counts what is then shown, whatever is chosen beside it', async () => {
    const all = await shop();
    for (const { key, values } of all.filters ?? []) {
      for (const { key: value, count } of values) {
        const chosen = await shop({ traits: [is(key, value)] });
        expect([key, value, chosen.found]).toEqual([key, value, count]);
        for (const other of (chosen.filters ?? []).filter((one) => one.key !== key)) {
          const [first] = other.values;
          const both = await shop({ traits: [is(key, value), is(other.key, first?.key ?? '')] });
          expect(both.found).toBe(first?.count);
        }
      }
    }
    expect(counts(all, 'timber')).toEqual({ Cedar: 3, Pine: 4 });
  });

  it('joins values of one filter, and counts each as if none of them were chosen', async () => {
    const either = await shop({ traits: [is('timber', 'pine', 'cedar')] });
    const [pine, cedar] = [
      await shop({ traits: [is('timber', 'pine')] }),
      await shop({ traits: [is('timber', 'cedar')] }),
    ];
    expect(new Set(slugs(either))).toEqual(new Set([...slugs(pine), ...slugs(cedar)]));
    expect(counts(pine, 'timber')).toEqual(counts(either, 'timber'));
    expect(filter(pine, 'timber')?.values.map(({ isChosen }) => isChosen)).toEqual([true, false]);
  });

  it('shows what is chosen although nothing has it, so that it can be taken away', async () => {
    const none = await shop({ find: 'smoker', traits: [is('timber', 'cedar'), is('no such', 'thing')] });
    expect(none.found).toBe(0);
    expect(filter(none, 'timber')?.values).toEqual([{ key: 'cedar', value: 'Cedar', count: 0, isChosen: true }]);
    expect(filter(none, 'no such')?.values).toEqual([{ key: 'thing', value: 'thing', count: 0, isChosen: true }]);
  });

  it('follows what is published: an option that is renamed, one that leaves the shop with its product', async () => {
    await publish('wax-foundation', (draft) => void (draft.properties = { origin: { text: 'Heather moors' } }));
    await publish('smoker', (draft) => void (draft.properties = { origin: { text: 'heather moors' } }));
    const both = await shop({ traits: [is('origin', 'heather moors')] });
    expect(slugs(both)).toEqual(['smoker', 'wax-foundation']);
    expect((await shop({ find: 'heather' })).found).toBe(2);
    await publish('smoker', (draft) => void (draft.properties = { origin: { text: 'Fenland' } }));
    await unpublishProduct(context, await idOf(context, 'wax-foundation'));
    expect((await shop({ traits: [is('origin', 'heather moors')] })).found).toBe(0);
    expect((await shop({ find: 'heather' })).found).toBe(0);
    expect(slugs(await shop({ find: 'fenland' }))).toEqual(['smoker']);
  });

  it('tells nobody what is for a group alone, and its members', async () => {
    const token = await memberOfGroup();
    await publish('wax-foundation', (draft) => {
      const options = [
        { key: 'pine', title: 'Pine' },
        { key: 'bog-oak', title: 'Bog oak', groups: ['orchard'] },
      ];
      draft.choices.push(choiceSchema.parse({ kind: 'list', key: 'crate', title: 'Timber', options }));
    });
    expect(JSON.stringify((await shop()).filters)).not.toContain('Bog oak');
    expect((await shop({ find: 'bog oak' })).found).toBe(0);
    expect(counts(await shop(), 'timber')).toEqual({ Cedar: 3, Pine: 5 });
    const theirs = await shop({ token });
    expect(JSON.stringify(theirs.filters)).toContain('Bog oak');
    expect((await shop({ traits: [is('timber', 'bog oak')] })).found).toBe(0);
    expect(slugs(await shop({ token, traits: [is('timber', 'bog oak')] }))).toEqual(['wax-foundation']);
  });
});

describe('prices', () => {
  it('are looked at from the least that something costs, with both ends', async () => {
    const cheapest = await shop({ sort: 'cheapest' });
    const dearest = await shop({ sort: 'dearest' });
    expect(cheapest.found).toBe(dearest.found);
    const smoker = (await shop()).entries.find(({ slug }) => slug === 'smoker');
    const price = /[\d.]+/.exec(smoker?.price ?? '')?.[0] ?? '';
    expect(slugs(await shop({ from: price, to: price }))).toContain('smoker');
    expect(slugs(await shop({ from: price.replace('.', ','), to: '' }))).toContain('smoker');
    expect(slugs(await shop({ to: (Number(price) - 0.01).toFixed(2) }))).not.toContain('smoker');
    expect(slugs(await shop({ from: (Number(price) + 0.01).toFixed(2) }))).not.toContain('smoker');
  });

  it('are those of the customer’s group', async () => {
    const token = await memberOfGroup();
    const list = priceListSchema.parse({
      key: 'orchard',
      title: 'Orchard',
      groups: ['orchard'],
      prices: [{ product: 'smoker', price: '1.25' }],
    });
    const lists = [...(await openPriceLists(context)).lists, list];
    const { count, below } = await gathered(await previewPriceLists(context, { lists }));
    await savePriceLists(
      context,
      largeBodies.acceptedPriceLists.parse({ lists, accepted: count, acceptedBelow: below.length }),
    );
    expect(slugs(await shop({ to: '1.25' }))).not.toContain('smoker');
    expect(slugs(await shop({ token, to: '1.25' }))).toContain('smoker');
    expect(slugs(await shop({ token, from: '1.26' }))).not.toContain('smoker');
    const inOrder = slugs(await shop({ token, sort: 'cheapest' }));
    expect(inOrder.indexOf('smoker')).toBeLessThan(slugs(await shop({ sort: 'cheapest' })).indexOf('smoker'));
  });

  it('that can’t be read are named, and nothing is left out for them', async () => {
    const all = (await shop()).found;
    expect(await shop({ from: 'ten' })).toMatchObject({ found: all, priceFaults: { from: 'notAPrice' } });
    expect(await shop({ from: '-1', to: '1,200' })).toMatchObject({
      priceFaults: { from: 'notAPrice', to: 'notAPrice' },
    });
    expect(await shop({ from: '20', to: '5' })).toMatchObject({ found: all, priceFaults: { from: 'aboveHighest' } });
  });
});

describe('what is in stock', () => {
  it('is what the list doesn’t call sold out, whatever is counted, for everybody and for a group', async () => {
    const token = await memberOfGroup();
    const keys = (
      await context.database.read.all<{ key: string }>(sql`select key from stock_items where cut_from is null`)
    ).map(({ key }) => key);
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(fc.record({ key: fc.constantFrom(...keys), left: fc.constantFrom('0', '1', '3') }), {
          selector: ({ key }) => key,
          maxLength: 12,
        }),
        async (some) => {
          for (const { key, left } of some) await counted(context, key, left).catch(() => undefined);
          for (const whose of [undefined, token]) {
            const all = await shop({ token: whose });
            const there = await shop({ token: whose, inStock: true });
            expect(slugs(there)).toEqual(all.entries.filter(({ soldOut }) => !soldOut).map(({ slug }) => slug));
          }
        },
      ),
      { numRuns: 12 },
    );
  });

  it('looks at the longest piece of what lies on rolls', async () => {
    await context.database.write((transaction) =>
      transaction.run(sql`update stock_lots set "left" = '0.01' where "left" <> '0'`),
    );
    const all = await shop();
    const there = await shop({ inStock: true });
    expect(slugs(there)).toEqual(all.entries.filter(({ soldOut }) => !soldOut).map(({ slug }) => slug));
  });
});

describe('words', () => {
  it('are found in the title that they are before others, in titles before summaries and options, by their beginnings and without accents', async () => {
    expect(slugs(await shop({ find: 'Bee suit' }))[0]).toBe('bee-suit');
    expect(
      slugs(await shop({ find: 'smok' }))
        .slice(0, 2)
        .sort(),
    ).toEqual(['smoker', 'smoker-fuel']);
    expect(slugs(await shop({ find: 'SMÖKER' }))).toEqual(slugs(await shop({ find: 'smoker' })));
    expect((await shop({ find: 'fencing style' })).found).toBe(1);
    expect((await shop({ find: '"; drop' })).found).toBe(0);
    expect((await shop({ find: '\u200b' })).found).toBe(0);
  });

  it('do not find what only the manager reads', async () => {
    await publish('wax-foundation', (draft) => {
      draft.supplier = 'Quillfeather Ltd';
      draft.tags = ['clearance-corner'];
    });
    expect((await shop({ find: 'quillfeather' })).found).toBe(0);
    expect((await shop({ find: 'clearance' })).found).toBe(0);
  });
});

describe('addresses', () => {
  it('ask for the same when they are read again', () => {
    const words = fc.string({ maxLength: 30 });
    fc.assert(
      fc.property(
        fc.record({
          find: words,
          category: fc.option(words),
          traits: fc.array(fc.record({ name: words, values: fc.array(words, { maxLength: 4 }) }), { maxLength: 5 }),
          from: words,
          to: words,
          inStock: fc.boolean(),
          sort: fc.constantFrom(null, 'title', 'cheapest', 'dearest', 'newest'),
          page: fc.integer({ min: 1, max: 9_999 }),
        }),
        (asked) => {
          const once = shopAskedFrom(shopParams(asked));
          expect(shopAskedFrom(shopParams(once))).toEqual(once);
        },
      ),
    );
  });

  it('say nothing where they ask for what there is not', async () => {
    const asked = shopAskedFrom(
      new URLSearchParams('is.=x&is.timber=&sort=worst&page=-3&stock=maybe&is.__proto__=pine&category=Nope'),
    );
    expect(asked).toMatchObject({ sort: null, page: 1, inStock: false, traits: [is('__proto__', 'pine')] });
    expect(await shop(asked)).toMatchObject({ found: 0, asked: { category: null } });
  });
});
