import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listMappings, products } from '@/data/schema';
import { selectProducts } from '../support/acts';
import { flatList } from '../support/flat-list';
import { DIALOG, setStage } from '../support/stage';

const stage = setStage();
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function choose(name: string, text: string): Promise<void> {
  const path = join(folder, name);
  writeFileSync(path, Buffer.from(text, 'latin1'));
  await stage.person.goTo('/manage/files');
  await stage.browser.driver.findElement(By.css('input[aria-label="File to import"]')).sendKeys(path);
}

const named = (title: string) => stage.database.read.query.products.findFirst({ where: eq(products.title, title) });

const FOUND = '[aria-label="Products"]';

describe('a supplier’s list', () => {
  it('of 480 rows is told what its columns say, becomes three products, and one of them is bought', async () => {
    const { person, browser, database } = stage;
    await choose('linden-2027.csv', flatList());
    await person.sees('480 rows, 3 products', FOUND);
    await person.sees('Price: 118.00, XXL + 6.00, 3XL + 6.00, tall + 3.50, 1 variant with a price of its own', FOUND);
    // What a column says can be changed, and back: without it rows are not told apart.
    await person.select('What Fit says', 'Not used');
    await person.sees('it is the same as row 5: Field jacket, Ash, 3XL');
    expect(await (await person.find('//button[normalize-space()="See the changes"]')).isEnabled()).toBe(false);
    await person.select('What Fit says', 'Choice');
    await person.seesNoMore('it is the same as row');
    await person.click(await person.find('//*[@aria-label="Column Fit"]//summary'));
    await person.fill('Title', 'Cut', '//*[@aria-label="Column Fit"]');
    await person.fill('Option for regular', 'Regular cut');
    await person.sees('Cut: Regular cut, long, short, tall, wide', FOUND);
    await person.fill('Supplier', 'Linden Mill');
    await person.fill('Category of new products', 'Clothing');
    await person.press('See the changes');
    await person.sees('483 new, 0 changed. Nothing is imported yet.');
    await person.press('Back to columns');
    await person.sees('Cut: Regular cut, long, short, tall, wide', FOUND);
    await person.press('See the changes');
    await person.press('Import');
    await person.sees('483 new', '[aria-label="Past imports"]');
    expect((await database.read.select().from(listMappings)).map(({ supplier }) => supplier)).toEqual(['Linden Mill']);
    await selectProducts(stage, 'Field jacket', 'Work trousers', 'Gauntlets');
    await person.press('Publish', '//*[@aria-label="Selected products"]');
    await person.press('Publish 3 products', DIALOG);
    await person.sees('3 of 3 products: in the shop.');
    await person.goTo('/shop/field-jacket');
    await person.pick('Teal');
    await person.pick('3XL');
    await person.pick('tall');
    await person.sees('€127.50');
    await person.press('Add to basket');
    await person.sees('LM-10-TEA-3XL-TA');
    expect(await (await browser.driver.findElement(By.css('body'))).getText()).toContain('€127.50');
  });

  it('comes again with its columns known, and changes what costs something else', async () => {
    const { person } = stage;
    await choose('linden-2028.csv', flatList({ dearer: 200 }));
    await person.sees('Columns as in the last list of Linden Mill.');
    await person.sees('3 products in the shop already', FOUND);
    await person.press('See the changes');
    await person.sees('0 new, 3 changed');
    await person.sees('price: 118.00 → 120.00');
    await person.press('Import');
    await person.sees('3 changed', '[aria-label="Past imports"]');
    expect((await named('Field jacket'))?.draft.price).toBe('120.00');
    await person.goTo('/shop/gauntlets');
    await person.sees('€24.90');
  });

  it('can be said to be one where it looks like a spreadsheet of the shop', async () => {
    const { person } = stage;
    await choose('gloves.csv', 'Product,Size,SKU,Price\nmitten,S,MT-S,9.00\nmitten,L,MT-L,10.00\n');
    await person.sees('there is no product called “mitten” inside');
    await person.press('It is a supplier’s list');
    await person.sees('2 rows, 1 product', FOUND);
    await person.sees('Price: 9.00, L + 1.00', FOUND);
    await person.press('Discard');
    await person.sees('or drop it here');
  });
});
