import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { products, stockItems } from '@/data/schema';
import { askOneOf, publish, startProduct, stockUp } from '../support/acts';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const blank = () => stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Crate blank') });

describe('what a product earns, from empty', () => {
  it('is told at the Counter, and proved of all selections', async () => {
    const { person } = stage;
    await stockUp(stage, 'Crate blank', '10', '6');
    await startProduct(stage, 'Apple crate', 'CRATE');
    await person.press('Price and unit', OUTLINE);
    // With 20 % tax in it: 10 is left.
    await person.fill('Base price', '12');
    await person.fill('Minimum margin (%)', '35');
    await askOneOf(stage, 'Size', ['Small', 'Large']);
    await person.press('Stock', OUTLINE);
    await person.select('Product: draw from stock', 'Crate blank');
    await person.sees('€4.00 (40 %)');
    await person.press('Full check', OUTLINE);
    await person.sees('No', '[aria-label="Lowest margin"]');
    await person.sees('€4.00 (40 %)', '[aria-label="Lowest margin"]');
  });

  it('falls below its floor with another price, which readiness says', async () => {
    const { person } = stage;
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '10.80');
    await person.sees('earns €3.00 of €9.00, less than the floor of 35 %', '[aria-label="Readiness"]');
    await person.fill('Base price', '12');
    await person.seesNoMore('less than the floor');
    await publish(stage, 'Apple crate');
    expect(
      (await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Apple crate') }))?.draft,
    ).toMatchObject({ price: '12', marginFloor: '35' });
  });

  it('and with a dearer delivery, which is seen before it is entered', async () => {
    const { person } = stage;
    await person.goTo(`/manage/stock/${(await blank())?.key ?? ''}`);
    await person.fill('Quantity (pieces)', '30');
    await person.fill('Unit cost (per piece)', '8');
    await person.fill('Why', 'Delivery from Calder');
    await person.press('Enter receipt');
    await person.sees('1 product would fall below its floor');
    await person.sees('earns €2.50 of €10.00, less than the floor of 35 %');
    expect((await blank())?.onHand).toBe('10');
    await person.press('Enter it all the same');
    await person.sees('Receipt entered');
    const item = await blank();
    // 10 at 6 and 30 at 8 are 300 for 40.
    expect([item?.onHand, item?.cost]).toEqual(['40', '7.5']);
    await person.sees('€8.00 for one');
  });
});
