import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { whereUsed } from '@/services/catalog/where-used';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { lackingSchema, readLacking } from '@/services/products/editing';
import { createProduct } from '@/services/products/products';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { withPartReplaced } from '@/services/many/replace-part';
import { addToBasket } from '@/services/selling/basket';
import { openShopProductView, viewBasket } from '@/services/selling/shop';
import { readOrder } from '@/services/selling/orders';
import { listCutting } from '@/services/stock/ledger/cutting';
import { allProducts } from '../support/all-products';
import { change, counted, idOf, levelsOf, ripple } from '../support/published';
import { openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const box = (product: string, quantity = 1, timber = 'pine') => ({ product, quantity, answers: { timber } });
const hive = (more: object = {}, quantity = 1) => ({
  slug: 'hive',
  quantity,
  answers: { brood: [box('brood-box')], supers: [box('honey-super', 2)], roof: ['flat-roof'], ...more },
});
const told = async (basket: string) =>
  (await viewBasket(context, basket)).lines.map(({ problems }) =>
    problems.map(({ where, code }) => `${where} ${code}`),
  );

async function publishNew(product: object): Promise<number> {
  const id = await createProduct(context, { title: 'New' });
  const { draft, draftVersion } = await openProduct(context, id);
  const definition = productSchema.parse({ ...draft, category: 'Hive parts', ...product });
  const version = await saveDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' });
  await publishProduct(context, id, version);
  return id;
}

describe('a build in the basket and ordered', () => {
  it('is one line with what is in its slots, and the same build is the same line in whatever order it was put together', async () => {
    const basket = await addToBasket(
      context,
      undefined,
      hive({ supers: [box('honey-super'), { product: 'shallow-super', quantity: 1 }] }),
    );
    await addToBasket(context, basket, hive({ supers: ['shallow-super', box('honey-super')] }));
    const { lines } = await viewBasket(context, basket);
    expect(lines.map(({ quantity, resolution }) => [quantity, resolution?.unitPrice])).toEqual([[2, '280.70']]);
    expect(
      lines[0]?.resolution?.parts.map(({ part, pieces, resolution }) => [part, pieces, resolution.item.sku]),
    ).toEqual([
      ['floor#1', 1, 'FLOOR'],
      ['brood#1', 1, 'BROOD-P'],
      ['supers#1', 1, 'SUPER-P'],
      ['supers#2', 1, 'SHALLOW'],
      ['crown#1', 1, 'CROWN'],
      ['roof#1', 1, 'ROOF-F'],
    ]);
  });

  it('draws what is in it and its frames by formula, and keeps everything with the order', async () => {
    const before = await Promise.all(
      ['hive-frame', 'super-pine', 'roof-flat', 'hive-floor'].map((key) => levelsOf(context, key)),
    );
    expect(before).toEqual([
      ['420', '0'],
      ['34', '0'],
      ['14', '0'],
      ['22', '0'],
    ]);
    const placed = await order(context, await addToBasket(context, undefined, hive({}, 2)));
    expect(placed.state).toBe('paid');
    expect(
      await Promise.all(['hive-frame', 'super-pine', 'roof-flat', 'hive-floor'].map((key) => levelsOf(context, key))),
    ).toEqual([
      ['366', '0'],
      ['30', '0'],
      ['12', '0'],
      ['20', '0'],
    ]);
    const [line] = (await readOrder(context, placed.number)).lines;
    expect(line?.resolution.lineTotal).toBe('571.40');
    expect(line?.resolution.parts.reduce((sum, { share }) => sum + Number(share?.unit ?? 0), 0).toFixed(2)).toBe(
      '285.70',
    );
  });

  it('is refused with why it does not fit, what is missing and what it may not be', async () => {
    const refused = (more: object) =>
      addToBasket(context, undefined, hive(more)).then(
        () => [],
        (error: { details?: { problems?: { where: string; code: string }[] } }) =>
          error.details?.problems?.map(({ where, code }) => `${where} ${code}`),
      );
    expect(await refused({ roof: ['travel-roof'] })).toEqual(['part:roof#1/item doesNotFit']);
    expect(await refused({ supers: [box('honey-super', 1, 'cedar')] })).toEqual(['part:supers#1/item doesNotFit']);
    expect(await refused({ supers: [box('honey-super', 4)] })).toEqual(['choice:strap answerMissing']);
    expect(
      await refused({ brood: [box('brood-box', 2)], supers: [box('honey-super', 5)], legs: '60', strap: 'hive-strap' }),
    ).toEqual(['item refusedByRule']);
    expect(await refused({ brood: ['bee-suit'] })).toEqual(['choice:brood unknownOption']);
    expect(await refused({ supers: [{ ...box('honey-super'), price: 1 }] }).catch(() => 'refused')).not.toEqual([]);
  });

  it('stands before the same shelves as kits and single parts: what runs out meanwhile is told, and not sold', async () => {
    await counted(context, 'super-pine', '5');
    const basket = await addToBasket(context, undefined, hive({}, 2));
    await addToBasket(context, basket, { slug: 'honey-super', answers: { timber: 'pine' }, quantity: 2 });
    expect(await told(basket)).toEqual([[], ['quantity notEnoughStock']]);
    await counted(context, 'super-pine', '6');
    expect(await told(basket)).toEqual([[], []]);
    await counted(context, 'super-pine', '3');
    await expect(order(context, basket)).rejects.toMatchObject({ status: 409 });
    expect(await levelsOf(context, 'super-pine')).toEqual(['3', '0']);
  });
});

describe('products that join by themselves', () => {
  it('are offered as soon as they are published, and told where they are used', async () => {
    const supers = async () =>
      (await openShopProductView(context, 'hive', undefined)).product.choices.find(({ key }) => key === 'supers');
    const before = await supers();
    expect(before?.kind === 'slot' && before.options.map(({ key }) => key)).toEqual(['honey-super', 'shallow-super']);
    await publishNew({
      slug: 'comb-super',
      title: 'Comb super',
      sku: 'COMB',
      price: '41',
      tags: ['super'],
      draws: [{ kind: 'fixed', stock: 'super-pine', quantity: '1' }],
      properties: {
        footprint: { value: '46.5', unit: 'cm' },
        height: { value: '130', unit: 'mm' },
        frames: { value: '9' },
        timber: { text: 'Pine' },
      },
    });
    const after = await supers();
    expect(after?.kind === 'slot' && [after.options.map(({ title }) => title), after.joins]).toEqual([
      ['Comb super', 'Honey super', 'Shallow super'],
      [],
    ]);
    const { lines } = await viewBasket(
      context,
      await addToBasket(context, undefined, hive({ supers: ['comb-super'] })),
    );
    expect(lines[0]?.resolution?.unitPrice).toBe('233.10');
    expect(
      (await whereUsed(context, 'products', 'comb-super')).map(({ title, place }) => `${title} at ${place}`),
    ).toEqual(['Hive of your own at choice:supers']);
    expect((await whereUsed(context, 'stock', 'roof-travel')).map(({ title, through }) => [title, through])).toEqual([
      ['Travel roof', []],
      ['Hive of your own', ['Travel roof']],
    ]);
  });

  it('change what lists say of the build: a new and cheaper roof makes it cheaper from', async () => {
    const price = async () => (await allProducts(context)).find(({ title }) => title === 'Hive of your own')?.price;
    expect(await price()).toBe('€160.00 – €654.50');
    const id = await publishNew({
      slug: 'tin-roof',
      title: 'Tin roof',
      sku: 'ROOF-N',
      price: '20',
      tags: ['roof'],
      draws: [{ kind: 'fixed', stock: 'roof-flat', quantity: '1' }],
      properties: { footprint: { value: '465', unit: 'mm' }, height: { value: '100', unit: 'mm' } },
    });
    expect(await price()).toBe('€141.00 – €654.50');
    await unpublishProduct(context, id, 9);
    expect(await price()).toBe('€160.00 – €654.50');
  });

  it('are found for an editor, with what it may ask checked', async () => {
    const { products } = await readLacking(
      context,
      lackingSchema.parse({ joins: [{ property: { name: 'timber', is: { text: 'PINE' } } }, { tag: 'roof' }] }),
    );
    expect(products.map(({ slug }) => slug).sort()).toEqual([
      'flat-roof',
      'gabled-roof',
      'shallow-super',
      'travel-roof',
    ]);
    expect(lackingSchema.safeParse({ joins: [{ price: '1' }] }).success).toBe(false);
    expect(await readLacking(context, lackingSchema.parse({}))).toEqual({ products: [], stock: [] });
  });
});

describe('a change of what is in builds', () => {
  it('is seen before it is published, with prices before and after and builds that would stop', async () => {
    const { id } = await change(
      context,
      'brood-box',
      (draft) => void (draft.properties.footprint = { value: '440', unit: 'mm' }),
    );
    const rows = await ripple(context, id, 'publish');
    expect(rows.map(({ title, stops }) => [title, stops.length > 0])).toEqual([['Hive of your own', true]]);
    const dearer = await change(context, 'flat-roof', (draft) => void (draft.price = '49'));
    const [row] = await ripple(context, dearer.id, 'publish');
    expect([row?.title, row?.stops]).toEqual(['Hive of your own', []]);
    expect(JSON.stringify(row)).toContain('170.00');
  });

  it('refuses to take away the only thing that a slot can have, and not one of several', async () => {
    await expect(unpublishProduct(context, await idOf(context, 'crown-board'), 0)).rejects.toMatchObject({
      status: 409,
    });
    await unpublishProduct(context, await idOf(context, 'gabled-roof'), 0);
    const view = await openShopProductView(context, 'hive', undefined);
    const roof = view.product.choices.find(({ key }) => key === 'roof');
    expect(roof?.kind === 'slot' && roof.options.map(({ key }) => key)).toEqual(['flat-roof', 'travel-roof']);
  });

  it('puts another product in the place of a candidate, in many builds at once', async () => {
    const { draft } = await openProduct(context, await idOf(context, 'hive'));
    const { draft: strap } = await openProduct(context, await idOf(context, 'hive-strap'));
    const { after, does } = withPartReplaced(draft, 'crown-board', {
      ...strap,
      slug: 'glass-board',
      title: 'Glass board',
    });
    const crown = after.choices.find(({ key }) => key === 'crown');
    expect(crown?.kind === 'slot' && [crown.options.map(({ key }) => key), crown.default]).toEqual([
      ['glass-board'],
      ['glass-board'],
    ]);
    expect(does).toBe('has Glass board in its place');
  });

  it('puts it also where rules, tables, prepared builds and proofs name the other, and says what of its answers goes', async () => {
    const { draft } = await openProduct(context, await idOf(context, 'hive'));
    const { draft: strap } = await openProduct(context, await idOf(context, 'hive-strap'));
    const build = productSchema.parse({
      ...draft,
      parts: [{ key: 'cover', candidates: [{ product: 'crown-board' }] }],
      rules: [
        {
          key: 'r',
          when: { kind: 'option', choice: 'crown', options: ['crown-board'] },
          then: [{ kind: 'preselect', choice: 'crown', answer: ['crown-board'] }],
        },
      ],
      tables: [{ key: 't', choices: ['crown', 'roof'], rows: [['crown-board', 'flat-roof']] }],
      prepared: [
        {
          key: 'a',
          title: 'A',
          answers: { crown: [{ product: 'crown-board', answers: { gone: 'x' } }], roof: ['flat-roof'] },
          parts: { cover: { answers: { gone: 'y' } } },
        },
      ],
      proofs: [
        {
          key: 'b',
          title: 'B',
          answers: { crown: 'crown-board' },
          parts: { cover: { product: 'crown-board', answers: {} } },
          expects: {},
        },
      ],
    });
    const { after, does } = withPartReplaced(build, 'crown-board', {
      ...strap,
      slug: 'glass-board',
      title: 'Glass board',
    });
    expect(JSON.stringify(after)).not.toContain('crown-board');
    expect(after.rules[0]).toMatchObject({ when: { options: ['glass-board'] }, then: [{ answer: ['glass-board'] }] });
    expect(after.tables[0]?.rows).toEqual([['glass-board', 'flat-roof']]);
    expect(after.prepared[0]).toMatchObject({
      answers: { crown: [{ product: 'glass-board', answers: {} }], roof: ['flat-roof'] },
      parts: { cover: { answers: {} } },
    });
    expect(after.proofs[0]).toMatchObject({
      answers: { crown: 'glass-board' },
      parts: { cover: { product: 'glass-board' } },
    });
    expect(does).toBe('has Glass board in 2 places; no longer said: gone');
  });
});

describe('what customers are sent of a build', () => {
  it('names candidates and not the conditions by which they join, nor suppliers, groups and tags', async () => {
    await change(context, 'hive', (draft) => {
      const supers = draft.choices.find(({ key }) => key === 'supers');
      if (supers?.kind === 'slot')
        supers.joins = [{ category: null, supplier: 'Weald Joinery', tag: 'super', property: null }];
    }).then(({ id, version }) => publishProduct(context, id, version));
    const text = JSON.stringify(await openShopProductView(context, 'hive', undefined));
    expect(text).toContain('honey-super');
    expect(text).not.toMatch(/Weald|"super"/);
  });
});

describe('pieces cut for what is in a slot', () => {
  it('are planned together with everything else that is cut from the same rolls', async () => {
    const id = await publishNew({
      slug: 'screen',
      title: 'Screen',
      sku: 'SCREEN',
      price: null,
      choices: [
        {
          kind: 'slot',
          key: 'pieces',
          title: 'Pieces of mesh',
          options: [{ key: 'stainless-mesh', title: '' }],
          most: 4,
        },
      ],
    });
    expect(id).toBeGreaterThan(0);
    const view = await openShopProductView(context, 'stainless-mesh', undefined);
    const asked = Object.fromEntries(
      view.product.choices.flatMap((choice) =>
        choice.kind === 'measure'
          ? [[choice.key, '0.8']]
          : choice.kind === 'list' && choice.required
            ? [[choice.key, choice.options[0]?.key]]
            : [],
      ),
    );
    const basket = await addToBasket(context, undefined, {
      slug: 'screen',
      answers: {
        pieces: [
          { product: 'stainless-mesh', answers: asked, quantity: 2 },
          { product: 'stainless-mesh', answers: asked },
        ],
      },
      quantity: 2,
    });
    const placed = await order(context, basket);
    expect(placed.state).toBe('paid');
    const [line] = (await readOrder(context, placed.number)).lines;
    expect(line?.resolution.draws.map(({ total }) => total.value)).toEqual(['4.8']);
    const [job] = (await listCutting(context)).filter((one) => one.order === placed.number);
    expect(job?.planned.reduce((sum, { count }) => sum + count, 0)).toBe(6);
  });
});
