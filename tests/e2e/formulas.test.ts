import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { orders, stockItems } from '@/data/schema';
import { askForMeasure, orderBasket, publish, startProduct, writeFormula } from '../support/acts';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const onHand = async () =>
  (await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'netting-roll') }))?.onHand;

describe('a product priced by a formula, from empty', () => {
  it('is measured in two directions and priced by area', async () => {
    await startProduct(stage, 'Shade cloth', 'SHADE');
    await askForMeasure(stage, 'Width', '0.1', '6');
    await askForMeasure(stage, 'Height', '0.1', '6');
    await stage.person.press('Formulas and rates', OUTLINE);
    await stage.person.fill('New rate', 'Cloth');
    await stage.person.press('Add a rate');
    await stage.person.fill('Rate Cloth', '12');
    await stage.person.press('Add a formula');
    await stage.person.select('Used for', 'is the base price');
  });

  it('is told in words, at the right place, what adds a length to an area', async () => {
    await writeFormula(stage, 'Price', 'area = width * height\narea + width');
    await stage.person.sees('Line 2 adds a length to an area.');
    await stage.person.find('.cm-lintRange-error');
    const marked = await stage.browser.driver.executeScript<string>(
      'return document.querySelector(".cm-lintRange-error").innerText',
    );
    expect(marked).toBe('area + width');
    await stage.person.sees('Price: Line 2 adds a length to an area.', '[aria-label="Readiness"]');
  });

  it('shows each line’s value for what is answered at the Counter, in any unit', async () => {
    await writeFormula(stage, 'Price', 'area = width * height\nbilled = max(area * 1.1, 0.25 m2)\nbilled * cloth');
    await stage.person.fill('Width', '4 ft 6 in', COUNTER);
    await stage.person.fill('Height', '50 cm', COUNTER);
    await stage.person.sees('0.6858 m²', '[aria-label="Values of Price"]');
    await stage.person.sees('area 0.6858 m² · billed 0.75438 m²', '[aria-label="The Counter"]');
    await stage.person.sees('€9.05', '[aria-label="The Counter"]');
  });

  it('keeps what is written, and the place to write, when it is called otherwise', async () => {
    await stage.person.fill('Name', 'By area');
    await stage.person.sees('0.6858 m²', '[aria-label="Values of By area"]');
    await stage.person.find('.cm-content[aria-label="Formula By area"]');
    const written = await stage.browser.driver.executeScript<string>(
      'return document.querySelector(".cm-content").innerText',
    );
    expect(written).toBe('area = width * height\nbilled = max(area * 1.1, 0.25 m2)\nbilled * cloth');
    await stage.person.sees('€9.05', '[aria-label="The Counter"]');
  });

  it('draws from stock by a formula, is published and bought', async () => {
    await stage.person.press('Stock', OUTLINE);
    await stage.person.select('Product: draw from stock', 'Apiary netting');
    await stage.person.fill('Product, stock item 1: quantity', '0.5');
    await publish(stage, 'Shade cloth');
    await stage.person.goTo('/shop/shade-cloth');
    await stage.person.fill('Width', '4 ft 6 in');
    await stage.person.fill('Height', '0.5');
    await stage.person.press('Add to basket');
    await stage.person.sees('is in the basket');
    await orderBasket(stage, 'Fern Hollis');
    await stage.person.sees('area 0.6858 m² · billed 0.75438 m²');
    expect(
      await stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, 'Fern Hollis') }),
    ).toMatchObject({ state: 'paid', total: '9.05' });
    expect(await onHand()).toBe('379.5');
  });

  it('netting from the demo takes by its formula what it covers', async () => {
    await stage.person.goTo('/shop/apiary-netting');
    await stage.person.fill('Length of the run', '11');
    // 19.8 m² at 3.20, and the six posts that the formula counts.
    await stage.person.sees('€122.16');
    await stage.person.press('Add to basket');
    await stage.person.sees('is in the basket');
  });
});
