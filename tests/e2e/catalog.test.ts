import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Database } from '@/data/database';
import { products, stockItems } from '@/data/schema';
import { type Browser, Person, startBrowser } from '../support/browser';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let browser: Browser;
let person: Person;
let database: Database;

beforeAll(async () => {
  server = await startServer();
  browser = await startBrowser();
  person = new Person(browser.driver, server.origin);
  database = await Database.open(server.databaseUrl);
});
afterAll(async () => {
  database.close();
  await browser.close();
  await server.close();
});

const OUTLINE = '//nav[@aria-label="Outline"]';
const COUNTER = '//*[@aria-label="The Counter"]';
const DIALOG = '//*[@role="dialog"]';

/** The words of a column of a table, from the top. */
async function column(label: string, position: number): Promise<string[]> {
  const script = 'return Array.from(document.querySelectorAll(`[aria-label="${arguments[0]}"] tbody tr td:nth-child(${arguments[1]})`)).map((cell) => cell.innerText.trim())';
  return browser.driver.executeScript<string[]>(script, label, position);
}

const draftOf = async (title: string) => (await database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

describe('the product list', () => {
  it('is searched by name, SKU, category and tag', async () => {
    await person.goTo('/manage/products');
    for (const [search, found] of [
      ['jars', ['Honey jars in cases']],
      ['MESH', ['Stainless mesh']],
      ['ventilated', ['Bee suit']],
      ['Queen rearing', ['Queen marking pens']],
      ['Calder', ['Queen marking pens', 'Stainless mesh']],
    ] as const) {
      await person.fill('Search products', search);
      expect(await column('Products', 2)).toEqual(found);
    }
    await person.fill('Search products', 'no such thing');
    await person.sees('No product matches');
    await person.fill('Search products', '');
  });

  it('is sorted by its heads, prices as numbers', async () => {
    await person.press('Price', '//th');
    const one = await column('Products', 2);
    await person.press('Price', '//th');
    const other = await column('Products', 2);
    expect([...other].reverse()).toEqual(one);
    expect([one[0], one.at(-1)].sort()).toEqual(['Bee suit', 'Hive tool']);
  });

  it('shows what is in the shop and what is a draft, and why', async () => {
    await person.press('Drafts');
    expect(await column('Products', 2)).toEqual(['Hive tool']);
    await person.sees('3 things to mend');
    await person.press('In the shop', '//*[@aria-label="Show"]');
    await person.sees('1 of its 12 stock items is out');
  });
});

describe('a product with variants, from empty', () => {
  it('asks for a size and a colour that are counted separately', async () => {
    await person.goTo('/manage/products');
    await person.press('New product');
    await person.fill('Name', 'Bee brush');
    await person.fill('SKU', 'SMK');
    await person.press('Create and open');
    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Size');
    await person.press('Add choice');
    for (const size of ['Small', 'Large']) await person.fill('New option', `${size}\n`);
    await person.fill('SKU part of Small', 'S');
    await person.fill('SKU part of Large', 'S');
    await person.sees('Size: Small and Size: Large would both be SKU S.');
    await person.fill('SKU part of Large', 'L');
    await person.seesNoMore('would both be SKU');
    await person.click(await person.find('//label[contains(normalize-space(), "Stocked")]'));

    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Finish');
    await person.select('as', 'a colour, shown as swatches');
    await person.press('Add choice');
    for (const finish of ['Copper', 'Steel']) await person.fill('New option', `${finish}\n`);
    await person.fill('SKU part of Copper', 'C');
    await person.select('Copper: kind of amount', 'adds EUR');
    await person.fill('Copper: amount', '6.50');
    // The swatch book has a Copper, and no Steel: that is said, and nothing is left blank.
    await person.sees('Steel is the name of no swatch in the book, and has no colour of its own.');
    await person.press('Colour of Steel');
    await person.press('Add a colour');
    await person.fill('Colour 1 of Steel', 'rgb(120, 130, 140)');
    await browser.driver.actions().sendKeys(Key.TAB).perform();
    await browser.driver.actions().sendKeys(Key.ESCAPE).perform();
    await person.seesNoMore('Steel is the name of no swatch');
    await person.click(await person.find('//label[contains(normalize-space(), "Stocked")]'));
  });

  it('keeps only the combinations that are really stocked, each with its stock item', async () => {
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '38');
    await person.press('Category, supplier, tags', OUTLINE);
    await person.fill('Category', 'Tools');
    await person.press('Variants', OUTLINE);
    await person.sees('The stocked choices have no variants yet.');
    await person.press('Add all 4');
    await person.pickSegment('List');
    await person.press('Remove Small · Steel');
    await person.fill('Own price of Large · Steel', '44');
    await person.press('Create 3 stock items');
    await person.sees('3 stock items created');
    await person.sees('Ready to be published', '[aria-label="Readiness"]');
    await person.sees('Bee brush Small Copper is out of stock');
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Bee brush Large Steel') });
    expect(item).toMatchObject({ key: 'bee-brush-large-steel', unit: '1', onHand: '0' });
  });

  it('is supplied by a receipt, and sold with the variant’s SKU and price', async () => {
    await person.sees('Saved', '[aria-label="Draft"]');
    await person.press('Publish');
    await person.sees('Revision 1 is in the shop');
    await person.goTo('/manage/stock/bee-brush-large-steel');
    await person.fill('Quantity (pieces)', '2');
    await person.fill('Why', 'First batch');
    await person.press('Enter receipt');
    await person.sees('Receipt entered');
    await person.fill('Quantity (pieces)', 'some');
    await person.fill('Why', 'Second batch');
    await person.press('Enter receipt');
    await person.sees('“some” is not a quantity.');

    await person.goTo('/shop/bee-brush');
    await person.pick('Large');
    await person.sees('out of stock');
    await person.pick('Steel');
    await person.sees('Price of Large · Steel');
    await person.sees('SMK-L');
    await person.pick('Small');
    await person.sees('Small · Steel is not made.');
  });
});

describe('looking after the catalog', () => {
  it('keeps the last right number while a wrong one stands in the field', async () => {
    await person.goTo('/manage/products/4');
    await person.press('Quantity rule', OUTLINE);
    await person.fill('Minimum quantity', 'four');
    await person.sees('A whole number from 1 to 1,000,000. Until then it stays as it was.');
    await person.fill('Minimum quantity', '4');
    await person.sees('That is 4, 6, 8 … 40');
    await browser.driver.wait(async () => (await draftOf('Honey jars in cases'))?.quantity.minimum === 4, 8000);
    await person.fill('Maximum quantity', '3');
    await person.sees('No quantity keeps this rule: the maximum is below the first multiple.');
    await person.sees('This product is not ready to be sold', '[aria-label="The Counter"]');
    await person.fill('Quantity', '6', COUNTER);
  });

  it('starts a copy, which is a draft of its own and can be deleted', async () => {
    await person.goTo('/manage/products/3');
    await person.press('More for this product');
    await person.press('Start a copy of it');
    await person.sees('Queen marking pens (copy)');
    await person.sees('Give the product a SKU.', '[aria-label="Readiness"]');
    await person.press('More for this product');
    await person.press('Delete this draft');
    await person.sees('products in the catalog');
    expect(await draftOf('Queen marking pens (copy)')).toBeUndefined();
  });

  it('takes a product out of the shop, and puts it back', async () => {
    await person.goTo('/manage/products/3');
    await person.press('More for this product');
    await person.press('Take it out of the shop');
    await person.sees('Taken out of the shop');
    expect((await fetch(`${server.origin}/shop/queen-marking-pens`)).status).toBe(404);
    await person.press('Publish');
    await person.sees('Revision 2 is in the shop');
    expect((await fetch(`${server.origin}/shop/queen-marking-pens`)).status).toBe(200);
  });

  it('counts something new', async () => {
    await person.goTo('/manage/stock');
    await person.press('New stock item');
    await person.press('Create stock item');
    await person.sees('Give the stock item a name.');
    await person.fill('Name', 'Beeswax', DIALOG);
    await person.select('Counted in', 'Kilograms (kg, weight)', DIALOG);
    await person.fill('On hand now', '12,5', DIALOG);
    await person.press('Create stock item');
    await person.sees('Beeswax', 'main');
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Beeswax') });
    expect(item).toMatchObject({ unit: 'kg', onHand: '12.5' });
  });
});
