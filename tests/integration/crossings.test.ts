import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '@/core/catalog';
import { baskets, cuts, media, orderLines, stockItems, stockMovements } from '@/data/schema';
import { importCatalog } from '@/services/importing/catalog-import';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { publishDraft, publishProduct, unpublishProduct } from '@/services/products/publishing';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { resolvePublished } from '@/services/selling/published';
import { createStockItem } from '@/services/stock/items/stock';
import { openServices, order, type TestServices } from '../support/services';
import { insertProduct } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());

const draws = (stock: string, quantity = '1', pieces = 1) => [{ kind: 'fixed', stock, quantity, pieces }];

async function publish(definition: object): Promise<number> {
  const draft = productSchema.parse({ category: 'Tools', ...definition });
  return context.database.write(async (transaction) => {
    const id = await insertProduct(transaction, draft, context.now());
    await publishDraft(transaction, { id, draft, draftVersion: 1 }, context.now());
    return id;
  });
}

/** A strap of webbing that comes in pairs, cut from rolls, and a hoist that takes it along. */
async function hoistAndStrap() {
  await createStockItem(context, { key: 'hook', title: 'Hook', unit: '1', onHand: '20' });
  await createStockItem(context, {
    key: 'web',
    title: 'Webbing',
    unit: 'm',
    cutFrom: { kind: 'roll', kerf: '0', smallestOffcut: '0.2' },
    lots: 'A: 1.7\nB: 2.5',
  });
  const strap = await publish({
    slug: 'strap',
    title: 'Strap',
    sku: 'STRAP',
    price: '4',
    draws: draws('web', '0.8', 2),
    weight: { value: '120', unit: 'g' },
  });
  const hoist = await publish({
    slug: 'hoist',
    title: 'Hoist',
    sku: 'HOIST',
    price: '30',
    draws: draws('hook'),
    weight: { value: '2', unit: 'kg' },
    choices: [
      {
        kind: 'addOn',
        key: 'strap',
        title: 'Strap with it',
        product: 'strap',
        required: false,
        price: { kind: 'less', percent: '12.5' },
        mostQuantity: 2,
      },
    ],
  });
  return { strap, hoist };
}

const figure = async (key: string) =>
  (await context.database.read.select().from(stockItems).where(eq(stockItems.key, key)))[0];

describe('a part that is cut from rolls', () => {
  it('is sold with its product: priced, weighed, reserved piece by piece, and kept with the order as it was', async () => {
    await hoistAndStrap();
    const basket = await addToBasket(context, undefined, { slug: 'hoist', answers: { strap: true }, quantity: 2 });
    const placed = await order(context, basket);
    // 30 + 4 less 12.5 %, twice.
    expect(placed).toMatchObject({ total: '67.00', state: 'paid' });
    const [line] = await context.database.read.select().from(orderLines);
    expect(line).toMatchObject({
      sku: 'HOIST-STRAP',
      unitPrice: '33.50',
      lineTotal: '67.00',
      answers: { strap: true },
    });
    expect(line?.resolution.weight).toEqual({ value: '2.12', unit: 'kg' });
    expect(line?.resolution.draws.map(({ stock, total }) => [stock, total.value])).toEqual([
      ['hook', '2'],
      ['web', '3.2'],
    ]);
    const pieces = await context.database.read.select().from(cuts);
    expect(pieces.map(({ length, count }) => [length, count]).sort()).toEqual([
      ['0.8', 2],
      ['0.8', 2],
    ]);
    expect(await figure('hook')).toMatchObject({ onHand: '18', reserved: '0' });
    expect(await figure('web')).toMatchObject({ onHand: '4.2', reserved: '3.2' });
    expect(
      (await context.database.read.select().from(stockMovements)).filter(({ orderId }) => orderId !== null).length,
    ).toBeGreaterThan(2);
  });

  it('can’t be promised twice by two lines of a basket, nor where only the total is long enough', async () => {
    await hoistAndStrap();
    const basket = await addToBasket(context, undefined, { slug: 'hoist', answers: { strap: 2 }, quantity: 1 });
    await addToBasket(context, basket, { slug: 'strap', answers: {}, quantity: 1 });
    const { lines, canOrder } = await readBasket(context, basket);
    // Five pieces of 0.8 m lie there: two of one roll, three of the other. Six are wanted.
    expect([lines.map(({ resolution }) => resolution?.state), canOrder]).toEqual([['sellable', 'unavailable'], false]);
    expect(lines[1]?.problems[0]?.code).toBe('cannotCut');
  });

  it('follows what is published of it at once; when it leaves the shop, its product goes on being sold without it', async () => {
    const { strap } = await hoistAndStrap();
    const price = async () =>
      (await resolvePublished(context, 'hoist', { answers: { strap: true } })).unitPrice?.toString();
    expect(await price()).toBe('33.5');
    const { draft, draftVersion } = await openProduct(context, strap);
    await publishProduct(
      context,
      strap,
      await saveDraft(context, strap, {
        definition: { ...draft, price: '8' },
        baseVersion: draftVersion,
        editor: 'test',
      }),
    );
    expect(await price()).toBe('37');
    await unpublishProduct(context, strap);
    expect(
      (await resolvePublished(context, 'hoist', { answers: { strap: true } })).problems.map(({ code }) => code),
    ).toEqual(['partNotReady']);
    expect(
      await order(context, await addToBasket(context, undefined, { slug: 'hoist', answers: {}, quantity: 1 })),
    ).toMatchObject({ total: '30.00', state: 'paid' });
  });

  it('is told nothing by a customer: what is said of it is refused and kept out of the basket', async () => {
    await hoistAndStrap();
    const said = addToBasket(context, undefined, {
      slug: 'hoist',
      answers: { strap: true },
      quantity: 1,
      parts: { strap: { answers: { colour: 'red' }, quantity: 9 } },
    });
    await expect(said).rejects.toMatchObject({
      status: 422,
      code: 'notSellable',
      details: { problems: [{ where: 'part:strap/selection', code: 'partFixed' }] },
    });
    expect(await context.database.read.select().from(baskets)).toEqual([]);
  });
});

describe('a picture that a rule lays on top', () => {
  it('is taken in with the catalog like any other', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><rect width="1" height="1"/></svg>',
    );
    const catalog = catalogSchema.parse({
      format: 'oak-knot/catalog',
      version: 2,
      shop: { name: 'Test', currency: 'EUR' },
      stock: [{ key: 'body', title: 'Body', unit: '1', onHand: '3' }],
      products: [
        {
          slug: 'box',
          title: 'Box',
          sku: 'BOX',
          price: '5',
          category: 'C',
          draws: draws('body'),
          rules: [{ key: 'layer', then: [{ kind: 'picture', src: 'pictures/layer.svg', alt: 'Lid' }] }],
          pictures: [{ src: 'pictures/box.svg' }],
        },
      ],
    });
    const asked: string[] = [];
    await importCatalog(context, catalog, (src) => {
      asked.push(src);
      return Promise.resolve(src.includes('layer') ? svg : Buffer.from(svg.toString().replace('0 0 1 1', '0 0 2 2')));
    });
    expect(asked.sort()).toEqual(['pictures/box.svg', 'pictures/layer.svg']);
    const { pictures } = await resolvePublished(context, 'box', { answers: {} });
    const stored = new Set(
      (await context.database.read.select({ hash: media.hash }).from(media)).map(({ hash }) => hash),
    );
    expect(pictures[0]?.layers.map(({ src }) => [...stored].some((hash) => src.includes(hash)))).toEqual([true, true]);
  });
});
