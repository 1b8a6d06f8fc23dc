import { desc, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { orderLines, orders, products, stockItems } from '@/data/schema';
import { orderBasket, publish, startProduct, stockUp } from '../support/acts';
import { DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const HUES = 60;
const card = (title: string) => `//article[@aria-label="${title}"]`;
const EARNS = '[aria-label="Lowest margin"]';
const itemOf = (title: string) =>
  stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.title, title) });
const draftOf = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

describe('a long list × a break × what it earns × a kit × a code, from empty', () => {
  it('is a product of sixty hues, of which one that was looked for costs more, and ten cost less each', async () => {
    const { person } = stage;
    await stockUp(stage, 'Crayon', '100', '0.60');
    await startProduct(stage, 'Beeswax crayon', 'CRAYON');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '2.40');
    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Hue');
    await person.select('as', 'one from a list');
    await person.press('Add choice');
    await person.press('Paste a list');
    await person.fill(
      'List of options',
      Array.from({ length: HUES }, (_, at) => `Hue ${at + 1};0;H${at + 1}`).join('\n'),
      DIALOG,
    );
    await person.press(`Add ${HUES} options`);
    await person.fill('Find an option', 'hue 42');
    await person.fill('Hue 42: amount', '0.60');
    await person.press('Quantity breaks', OUTLINE);
    await person.press('Add quantity breaks');
    await person.fill('Step 1: from', '10');
    await person.fill('Step 1: price', '1.80');
    await person.press('Stock', OUTLINE);
    await person.select('Product: draw from stock', 'Crayon');
    await person.press('Full check', OUTLINE);
    // Ten cost 1.80 each, of which the tax leaves 1.50; one costs 0.60 to make.
    await person.sees('€0.90 (60 %)', EARNS);
    await person.sees('10 pieces: it costs €0.60 and is sold for €1.50 without VAT.', EARNS);
    await publish(stage, 'Beeswax crayon');
    const choice = (await draftOf('Beeswax crayon'))?.choices[0];
    expect(choice && 'options' in choice && choice.options.map(({ amount }) => amount)).toEqual(
      Array.from({ length: HUES }, (_, at) => (at === 41 ? { kind: 'fixed', value: '0.60' } : null)),
    );
  });

  it('is three in a kit, less a percentage; of four kits the code takes a tenth, and twelve leave the shelf', async () => {
    const { person, database } = stage;
    await startProduct(stage, 'Crayon set', 'SET');
    await person.press('Parts', OUTLINE);
    await person.findAndPick('Add a part', 'beeswax crayon', 'Beeswax crayon');
    await person.press('Unfold', card('Beeswax crayon'));
    await person.fill('How many', '3', card('Beeswax crayon'));
    await person.findAndPick('Add a part', 'handbook', 'Handbook for the first year');
    await person.find(card('Handbook for the first year'));
    await person.select('Price of the kit', 'sum of its parts, less a percentage');
    await person.fill('Less (%)', '10');
    await person.sees('Standard kit: parts €27.00, kit €24.30, saves €2.70.');
    await person.press('Full check', OUTLINE);
    // Three crayons cost 1.80, the handbook 6.60. In a kit no ten of them come together: the break is none.
    await person.sees(
      '3 × Beeswax crayon (Hue 1) · Handbook for the first year: it costs €8.40 and is sold for €20.25 without VAT.',
      EARNS,
    );
    await publish(stage, 'Crayon set');
    await person.goTo('/shop/crayon-set');
    await (await person.find('//main//select/option[.="Hue 42 (+€0.60)"]')).click();
    await person.sees('€25.92', '[aria-label="Total"]');
    await person.fill('Quantity', '4');
    await person.sees('€103.68', '[aria-label="Total"]');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.fill('Discount code', 'secondhive');
    await person.press('Apply');
    await person.sees('There is no such code.');
    await person.fill('Discount code', 'firsthive');
    await person.press('Apply');
    await person.sees('Welcome to the apiary (FIRSTHIVE) −€10.37');
    await orderBasket(stage, 'Maud Ferrier');
    const [order] = await database.read.select().from(orders).orderBy(desc(orders.id)).limit(1);
    expect([order?.total, order?.sums?.tax?.net, order?.sums?.codes[0]?.shares]).toEqual([
      '93.31',
      '77.76',
      ['-10.37'],
    ]);
    const lines = await database.read
      .select()
      .from(orderLines)
      .where(eq(orderLines.orderId, order?.id ?? 0));
    expect(lines.map(({ sku, quantity, unitPrice, lineTotal }) => [sku, quantity, unitPrice, lineTotal])).toEqual([
      ['SET-CRAYON-H42.3', 4, '25.92', '103.68'],
    ]);
    expect((await itemOf('Crayon'))?.onHand).toBe('88');
  });
});
