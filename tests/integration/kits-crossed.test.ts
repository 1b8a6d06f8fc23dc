import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Product, productSchema } from '@/core/catalog';
import { baskets, cuts, stockMovements } from '@/data/schema';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct, duplicateProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { addToBasket, changeLine, readBasket } from '@/services/selling/basket';
import { resolveForCustomer, viewBasket } from '@/services/selling/shop';
import { readOrder } from '@/services/selling/orders';
import { uploadFile } from '@/services/selling/upload-file';
import { asPlanned, confirmCuts, listCutting } from '@/services/stock/ledger/cutting';
import { auditLedger } from '@/services/stock/ledger/ledger';
import { openServices, order, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

/** Sets a product up from an empty one and publishes it. */
async function setUp(title: string, sku: string, more: object): Promise<Product> {
  const id = await createProduct(context, { title, sku });
  const { draft, draftVersion } = await openProduct(context, id);
  const definition = productSchema.parse({ ...draft, category: 'Kits', ...more });
  await publishProduct(
    context,
    id,
    await saveDraft(context, id, { definition, baseVersion: draftVersion, editor: 'test' }),
  );
  return definition;
}

const part = (key: string, product: string, more: object = {}, candidate: object = {}) => ({
  key,
  candidates: [{ product, ...candidate }],
  ...more,
});

describe('a kit, crossed with what was there before', () => {
  it('with lots: pieces of two parts are cut from the same rolls, planned, reserved and cut', async () => {
    const kit = await setUp('Ventilation set', 'VENT', {
      parts: [
        part('floor', 'stainless-mesh', { quantity: { least: 2, usual: 2, most: 2 } }, { fixed: { opening: 'fine' } }),
        part('lid', 'stainless-mesh', {}, { fixed: { opening: 'fine', length: '1.2 m' } }),
      ],
    });
    const selection = { answers: {}, quantity: 3, parts: { floor: { answers: { length: '45 cm' } } } };
    const found = await resolveForCustomer(context, kit.slug, selection, undefined);
    // 0.45 m at €21.70 a metre is 9.765, sold at 9.77 a piece, two of them; and 1.2 m are 26.04.
    expect([found.state, found.unitPrice]).toEqual(['sellable', '45.58']);
    const placed = await order(context, await addToBasket(context, undefined, { slug: kit.slug, ...selection }));
    const rows = await context.database.read.select().from(cuts).where(eq(cuts.orderId, placed.number));
    const count = (length: string) =>
      rows.filter((row) => row.length === length).reduce((sum, row) => sum + row.count, 0);
    expect([count('0.45'), count('1.2')]).toEqual([6, 3]);
    const job = (await listCutting(context)).find((candidate) => candidate.order === placed.number);
    if (!job) throw new Error('nothing to cut');
    await confirmCuts(context, job.order, job.stock, asPlanned(job));
    expect(await auditLedger(context.database.read)).toEqual([]);
  });

  it('with rules: those of a part hold in it, those of the kit beside it; a rule of the kit draws stock', async () => {
    const kit = await setUp('Paint set', 'PSET', {
      parts: [part('paint', 'hive-paint')],
      choices: [{ kind: 'yesNo', key: 'wrap', title: 'Wrapped', required: false, default: false }],
      rules: [
        {
          key: 'box',
          when: { kind: 'said', choice: 'wrap', yes: true },
          then: [
            { kind: 'draw', draw: { kind: 'fixed', stock: 'gift-box', quantity: '1' } },
            { kind: 'amount', amount: { kind: 'fixed', value: '3' } },
          ],
        },
      ],
    });
    const paint = { answers: { colour: 'sage', tin: 'one' } };
    const plain = await resolveForCustomer(context, kit.slug, { answers: {}, parts: { paint } }, undefined);
    const wrapped = await resolveForCustomer(
      context,
      kit.slug,
      { answers: { wrap: true }, parts: { paint } },
      undefined,
    );
    expect([plain.state, Number(wrapped.unitPrice) - Number(plain.unitPrice)]).toEqual(['sellable', 3]);
    const placed = await order(
      context,
      await addToBasket(context, undefined, { slug: kit.slug, answers: { wrap: true }, parts: { paint } }),
    );
    const [line] = (await readOrder(context, placed.number)).lines;
    expect(line?.resolution.draws.map(({ stock, own }) => [stock, own])).toEqual(
      expect.arrayContaining([
        ['gift-box', true],
        ['paint-sage-one', false],
      ]),
    );
  });

  it('with a customer’s group: what is for the group is there in the part, and costs what the group pays', async () => {
    const kit = await setUp('Trade jars', 'TJAR', {
      parts: [part('jars', 'honey-jars', {}, { fixed: { case: 'twelve', seals: false } })],
    });
    const basket = await addToBasket(context, undefined, { slug: kit.slug, answers: {} });
    await context.database.write((transaction) =>
      transaction.update(baskets).set({ customerGroup: 'trade' }).where(eq(baskets.token, basket)),
    );
    const asked = async (answers: object) =>
      (await resolveForCustomer(context, kit.slug, { answers: {}, parts: { jars: { answers } } }, basket)).problems.map(
        ({ where }) => where,
      );
    expect(await asked({ 'trade-order.number': 'PO-7' })).toEqual([]);
    expect(
      (
        await resolveForCustomer(
          context,
          kit.slug,
          { answers: {}, parts: { jars: { answers: { 'trade-order.number': 'PO-7' } } } },
          basket,
        )
      ).parts[0]?.resolution.counted.map(({ choice }) => choice),
    ).toContain('trade-order.number');
    expect(
      (await resolveForCustomer(context, kit.slug, { answers: {} }, undefined)).parts[0]?.resolution.counted.map(
        ({ choice }) => choice,
      ),
    ).not.toContain('trade-order.number');
  });

  it('with files: what is uploaded for a part is kept with the order', async () => {
    const kit = await setUp('Label set', 'LSET', { parts: [part('iron', 'branding-iron', { optional: false })] });
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const { token } = await uploadFile(context, 'branding-iron', 'drawing', 'mark.png', png);
    const iron = { words: 'ADA', face: 'slab', size: 'small', drawing: [token], proof: true };
    const placed = await order(
      context,
      await addToBasket(context, undefined, {
        slug: kit.slug,
        answers: {},
        quantity: 3,
        parts: { iron: { answers: iron } },
      }),
    );
    const [line] = (await readOrder(context, placed.number)).lines;
    // 48.00 and three letters at 2.40, three times; the drawing once for the line.
    expect([line?.unitPrice, line?.lineTotal, line?.files.map(({ name }) => name)]).toEqual([
      '55.20',
      '200.60',
      ['mark.png'],
    ]);
    expect(line?.resolution.parts[0]?.share).toEqual({ unit: '55.20', once: '35.00' });
    expect(
      (
        await context.database.read.query.uploads.findFirst({
          where: (table, columns) => columns.eq(table.token, token),
        })
      )?.kept,
    ).toBe(true);
  });

  it('with its own quantity rule: the kit’s multiple holds, a part’s doesn’t', async () => {
    const kit = await setUp('Six of each', 'SIX', {
      quantity: { minimum: 2, maximum: 6, multiple: 2 },
      parts: [
        part('labels', 'honey-jars', { quantity: { least: 1, usual: 1, most: 1 } }, { fixed: { case: 'twelve' } }),
      ],
    });
    const basket = await addToBasket(context, undefined, { slug: kit.slug, answers: {} });
    const [line] = (await readBasket(context, basket)).lines;
    expect(line?.quantity).toBe(2);
    await expect(changeLine(context, basket, line?.id ?? 0, 3)).rejects.toMatchObject({ code: 'notSellable' });
    await changeLine(context, basket, line?.id ?? 0, 6);
    expect((await viewBasket(context, basket)).lines[0]).toMatchObject({ quantity: 6, problems: [] });
  });

  it('as a copy: it has the same parts, sold under its own name, drawing the same stock', async () => {
    const starter = await context.database.read.query.products.findFirst({
      where: (table, columns) => columns.eq(table.publishedSlug, 'starter-kit'),
    });
    const copy = await duplicateProduct(context, starter?.id ?? 0, { stock: 'shared' });
    const { draft, draftVersion } = await openProduct(context, copy);
    expect(draft.parts).toEqual(starter?.draft.parts);
    await publishProduct(
      context,
      copy,
      await saveDraft(context, copy, {
        definition: { ...draft, sku: 'START2' },
        baseVersion: draftVersion,
        editor: 'test',
      }),
    );
    const placed = await order(
      context,
      await addToBasket(context, undefined, {
        slug: draft.slug,
        answers: {},
        parts: { suit: { answers: { size: 'm', cloth: 'slate' } } },
      }),
    );
    expect(
      (await context.database.read.select().from(stockMovements).where(eq(stockMovements.orderId, placed.number)))
        .length,
    ).toBeGreaterThan(5);
  });
});
