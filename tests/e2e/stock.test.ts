import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { stockItems } from '@/data/schema';
import { makeStockItem, publish, startProduct } from '../support/acts';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();
const item = (title: string) => stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.title, title) });

describe('what a product takes from stock', () => {
  it('is found by typing, the likely ones first, and made on the way under the name of what takes it', async () => {
    const { person } = stage;
    await startProduct(stage, 'Hive tool, long', 'TOOL-L');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '14');
    await person.press('Stock', OUTLINE);
    await makeStockItem(stage, 'Product');
    expect(await (await person.field('Name', DIALOG)).getAttribute('value')).toBe('Hive tool, long');
    await person.fill('On hand now', '4', DIALOG);
    await person.press('Create stock item', DIALOG);
    await person.sees('of Hive tool, long');
    await person.sees('Can supply 4.', '[aria-label="The Counter"]');
    expect(await item('Hive tool, long')).toMatchObject({ onHand: '4', unit: '1' });
  });

  it('may be nothing: it is made to order, by one press, and sold without a word about stock', async () => {
    const { person } = stage;
    await person.press('Stop taking Hive tool, long');
    await person.sees('Choose what the product draws from stock');
    await person.press('Made to order, not counted', '//*[@aria-label="Readiness"]');
    await publish(stage, 'Hive tool, long');
    await person.goTo('/shop/hive-tool-long');
    await person.sees('Made to order');
    await person.press('Add to basket');
    await person.sees('Go to the basket');
  });
});

describe('a stock item', () => {
  it('is renamed, archived and deleted, and keeps the editor from losing its rolls', async () => {
    const { person, browser } = stage;
    const key = (await item('Hive tool, long'))?.key ?? '';
    await person.goTo(`/manage/stock/${key}`);
    await person.fill('Name', 'Hive tool, 30 cm');
    await person.press('Save');
    await person.sees('Changed');
    expect(await item('Hive tool, 30 cm')).toMatchObject({ key });
    await person.press('Archive');
    await person.sees('Archived: offered nowhere any more');
    await person.goTo('/manage/stock');
    await person.seesNoMore('Hive tool, 30 cm');
    await person.goTo(`/manage/stock/${key}`);
    await person.press('Delete');
    await person.press('Delete it', DIALOG);
    await browser.driver.wait(async () => (await item('Hive tool, 30 cm')) === undefined, 10_000);
  });

  it('lies in rolls for the editor after the window was left, too', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/2');
    await person.pick('2.8 mm', COUNTER);
    await person.fill('Length', '2 m', COUNTER);
    await person.sees('the longest piece', '[aria-label="The Counter"]');
    await browser.driver.executeScript('window.dispatchEvent(new Event("focus"))');
    await browser.driver.sleep(1200);
    await person.sees('the longest piece', '[aria-label="The Counter"]');
  });
});
