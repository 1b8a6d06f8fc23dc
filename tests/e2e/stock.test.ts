import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { stockItems, stockMovements } from '@/data/schema';
import { expectReceipt } from '@/services/stock/items/expected';
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

describe('a delivery', () => {
  const PAGE = '[aria-label="Receive a delivery"]';
  const next = async (typed: string) => (await stage.person.field('Next line')).sendKeys(typed, Key.ENTER);
  const entered = () =>
    stage.database.read
      .select({ key: stockItems.key, change: stockMovements.onHandChange, cost: stockMovements.unitCost })
      .from(stockMovements)
      .innerJoin(stockItems, eq(stockItems.id, stockMovements.itemId))
      .where(eq(stockMovements.reason, 'Note 88'));

  it('is typed, scanned, found by name and chosen, and enters the stock by one press', async () => {
    const { person, browser } = stage;
    await expectReceipt({ database: stage.database, now: () => new Date() }, 'hook-tool', {
      quantity: '20',
      day: '2027-01-08',
      note: '',
    });
    await person.goTo('/manage/stock');
    await person.press('Receive a delivery');
    await next('suit-m-ln; 12; 31,50');
    await next('9040123400142');
    await next('9040123400142');
    await person.sees('Bee suit M Linen', PAGE);
    await person.sees('9 pieces → 11 pieces', PAGE);
    await next('stainless; 5 m');
    await person.sees('“stainless” is no SKU, GTIN or stock item.', PAGE);
    await person.sees('1 line to fix first.');
    await person.press('Stainless mesh 1.2 mm, 1 m wide');
    await person.sees('64.8 m → 69.8 m', PAGE);
    await person.findAndPick('Find by name', 'gift', 'Gift box');
    await person.sees('Enter the quantity.', PAGE);
    await browser.driver.wait(
      async () => (await browser.driver.switchTo().activeElement().getAttribute('aria-label')) === 'Quantity, line 4',
      5_000,
    );
    await browser.driver.switchTo().activeElement().sendKeys('40', Key.ENTER);
    await person.sees('85 pieces → 125 pieces', PAGE);
    // What is on its way is taken as what came, unless somebody says that it is another delivery.
    await next('hook-tool; 5');
    const expected = await person.find('select[aria-label="Expected delivery, line 5"]');
    expect(await expected.getAttribute('value')).not.toBe('');
    await person.select('Expected delivery, line 5', 'Not one that is expected');
    await person.sees('Comes to €378.00.');
    expect(await entered()).toEqual([]);
    await person.fill('Why', 'Note 88');
    await person.press('Receive 5 lines');
    await person.sees('5 lines received');
    await person.sees('No line yet');
    expect(await entered()).toEqual([
      { key: 'bee-suit-m-linen', change: '12', cost: '31.5' },
      { key: expect.stringMatching(/^paint-/) as unknown, change: '2', cost: null },
      { key: 'gift-box', change: '40', cost: null },
      { key: 'hook-tool', change: '5', cost: null },
    ]);
  });

  it('waits as it was typed while somebody looks elsewhere, and comes back when it was discarded', async () => {
    const { person } = stage;
    await next('smoker; 3');
    await person.sees('19 pieces → 22 pieces', PAGE);
    await person.press('All stock');
    await person.sees('Available is what can still be promised.');
    await person.press('Receive a delivery');
    await person.sees('19 pieces → 22 pieces', PAGE);
    await person.press('Discard');
    await person.sees('No line yet');
    await person.press('Undo');
    await person.sees('19 pieces → 22 pieces', PAGE);
    await person.press('Remove line 1');
    await person.sees('No line yet');
  });
});

describe('a count', () => {
  it('is written on a printed list, typed in, and sets what is there', async () => {
    const { person } = stage;
    await person.goTo('/manage/count');
    await person.press('List to count by');
    await person.sees('Roll 1', '[aria-label="List to count by"]');
    await person.seesNoMore('On hand', '[aria-label="List to count by"]');
    await person.pick('Show what should be there');
    await person.sees('On hand', '[aria-label="List to count by"]');
    await person.press('Count stock');
    await (await person.field('Next line')).sendKeys('smoker; 17', Key.ENTER);
    await person.sees('19 pieces → 17 pieces');
    await person.fill('Why', 'Counted on the shelf');
    await person.press('Post 1 count');
    await person.sees('1 count posted');
    expect(await item('Smoker, steel')).toMatchObject({ onHand: '17' });
  });
});
