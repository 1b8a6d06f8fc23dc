import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { basketLines, orderLines, products, settings } from '@/data/schema';
import { orderBasket, publish, startProduct } from '../support/acts';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();
const READINESS = '//*[@aria-label="Readiness"]';

const draftOf = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

describe('quantities and what more costs, from empty', () => {
  it('come from a list with captions that is pasted', async () => {
    const { person } = stage;
    await startProduct(stage, 'Comb boxes', 'COMBX');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '5');
    await person.press('Made to order, not counted', READINESS);
    await person.press('Quantity rule', OUTLINE);
    await person.sees('none is.');
    await person.select('How quantities are said', 'only these quantities');
    await person.press('Paste a list');
    await person.fill('Quantities to paste', '9 a tray\n10 a case\n40: a crate\nten');
    await person.sees('Begin with a whole number');
    await person.press('Add 3 quantities');
    await person.select('Customers enter it with', 'a menu');
    await person.sees('9 – a tray', '[aria-label="The Counter"], aside, main');
  });

  it('get cheaper from a step on, where readiness finds ten cheaper than nine, and it is mended', async () => {
    const { person } = stage;
    await person.press('Quantity breaks', OUTLINE);
    await person.press('Add quantity breaks');
    await person.fill('Step 1: price', '4');
    await person.sees('10 cost less than 9: €40.00 instead of €45.00.', '[aria-label="Readiness"]');
    await person.sees('10 (a case) cost less: €40.00.');
    await person.sees('Buying more costs less than buying 9.');
    await person.fill('Step 1: price', '4.50');
    await person.seesNoMore('10 cost less than 9');
    await person.sees('10 (a case) cost the same: €45.00.');
    await person.press('Add a step');
    await person.fill('Step 2: from', '40');
    await person.fill('Step 2: price', '3.20');
    await publish(stage, 'Comb boxes');
    expect(await draftOf('Comb boxes')).toMatchObject({
      quantity: { list: [{ quantity: 9, caption: 'a tray' }, { quantity: 10 }, { quantity: 40 }], asked: 'menu' },
      breaks: {
        steps: [
          { from: '10', value: '4.50' },
          { from: '40', value: '3.20' },
        ],
      },
    });
  });

  it('are chosen on the page by their captions, and followed by the table and the working', async () => {
    const { person } = stage;
    await person.goTo('/shop/comb-boxes');
    await person.select('Quantity', '10 – a case');
    await person.sees('From 10: €4.50 instead of €5.00'.split(':')[0] ?? '');
    await person.sees('€45.00', '[aria-label="Total"]');
    await person.press('40 – a crate');
    await person.sees('€128.00', '[aria-label="Total"]');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    const line = (await stage.database.read.select().from(basketLines)).at(-1);
    expect([line?.quantity, line?.unitPrice]).toEqual([40, '3.20']);
  });

  it('are refused in a basket once a nearer rule for many products holds there', async () => {
    const { person } = stage;
    await person.goTo('/manage/quantities');
    await person.press('Add a rule');
    await person.fill('Name', 'Fifty of anything');
    await person.select('Applies to', 'the whole basket');
    await person.fill('Minimum quantity', '50');
    await person.press('Save');
    await person.sees('Rules saved; they apply now');
    const kept = (await stage.database.read.query.settings.findFirst({ where: eq(settings.name, 'shop') }))?.shop
      .quantityRules;
    expect(kept?.map(({ title, per, rule }) => [title, per, rule.minimum]).at(-1)).toEqual([
      'Fifty of anything',
      'basket',
      50,
    ]);
    await person.goTo('/shop/basket');
    await person.sees('Fifty of anything: there are 40 in the basket together. The smallest quantity is 50.');
    await person.goTo('/manage/quantities');
    await person.press('Fifty of anything');
    await person.fill('Minimum quantity', '30');
    await person.press('Save');
    await person.sees('Rules saved; they apply now');
    await orderBasket(stage, 'Winifred Lund');
    const line = (await stage.database.read.select().from(orderLines)).at(-1);
    expect([line?.quantity, line?.unitPrice, line?.lineTotal]).toEqual([40, '3.20', '128.00']);
  });
});
