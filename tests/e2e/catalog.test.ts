import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { referencesOf } from '@/core/catalog';
import { products, stockItems } from '@/data/schema';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';
import { PATIENCE } from '../support/browser';

const stage = setStage();

/** The words of a column of a table, from the top. */
async function column(label: string, position: number): Promise<string[]> {
  const script =
    'return Array.from(document.querySelectorAll(`[aria-label="${arguments[0]}"] tbody tr td:nth-child(${arguments[1]})`)).map((cell) => cell.innerText.trim())';
  // What is looked for is on its way while the table says that it is busy.
  await stage.person.find(`table[aria-label="${label}"]:not([aria-busy])`);
  return stage.browser.driver.executeScript<string[]>(script, label, position);
}

const draftOf = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

describe('the product list', () => {
  it('is searched by name, SKU, category and tag', async () => {
    await stage.person.goTo('/manage/products');
    for (const [search, found] of [
      ['jars', ['Hexagon jars, loose', 'Honey jars in cases']],
      ['MESH', ['Stainless mesh']],
      ['ventilated', ['Bee suit']],
      ['Queen rearing', ['Queen marking pens']],
      ['Calder', ['Apiary netting', 'Queen marking pens', 'Stainless mesh']],
    ] as const) {
      await stage.person.fill('Search products', search);
      expect(await column('Products', 2)).toEqual(found);
    }
    await stage.person.fill('Search products', 'no such thing');
    await stage.person.sees('No product matches');
    // Those who listen are told, once the keys rest.
    await stage.person.sees('Nothing found', '[role="status"]');
    await stage.person.fill('Search products', '');
  });

  it('is sorted by its heads, prices as numbers', async () => {
    await stage.person.press('Price', '//th');
    const one = await column('Products', 2);
    await stage.person.press('Price', '//th');
    const other = await column('Products', 2);
    expect([...other].reverse()).toEqual(one);
    expect([one[0], one.at(-1)].sort()).toEqual(['Hive tool', 'The first year']);
  });

  it('shows what is in the shop and what is a draft, and why', async () => {
    await stage.person.press('Drafts');
    expect(await column('Products', 2)).toEqual(['Hive tool']);
    await stage.person.sees('3 things to fix');
    await stage.person.press('In the shop', '//*[@aria-label="Show"]');
    await stage.person.sees('1 of its 12 stock items is out');
  });
});

describe('a price in the list', () => {
  const smoker = () => stage.database.read.query.products.findFirst({ where: eq(products.sku, 'SMOKE') });

  it('is typed where it stands, kept in the draft, and as it was by one press', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products');
    const before = (await smoker())?.draft;
    await person.click(await person.find('button[aria-label^="Price of Smoker:"]'));
    await person.fill('Base price', '-3');
    await person.sees('A price can’t be less than nothing.');
    await person.fill('Base price', '41,5');
    await person.fill('Was-price', '48');
    await person.press('Save draft');
    await person.sees('Smoker: price saved in the draft');
    await person.sees('€41.50', 'table');
    expect((await smoker())?.draft).toEqual({ ...before, price: '41.5', wasPrice: '48' });
    await person.press('Undo');
    await browser.driver.wait(async () => (await smoker())?.draft.price === before?.price, 10_000);
    expect((await smoker())?.draft).toEqual(before);
    await person.sees('€42.00', 'table');
  });

  it('and so is what is on hand of what draws one stock item', async () => {
    const { person } = stage;
    const onHand = async () =>
      (await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'crown-board') }))?.onHand;
    await person.click(await person.find('button[aria-label^="Stock of Crown board:"]'));
    await person.fill('On hand (pieces)', '21');
    await person.press('Post count');
    await person.sees('Crown board: count posted');
    await person.sees('21 pieces', 'table');
    expect(await onHand()).toBe('21');
  });

  it('is published from there, too', async () => {
    const { person } = stage;
    await person.goTo('/manage/products');
    await person.click(await person.find('button[aria-label^="Price of Smoker:"]'));
    await person.fill('Base price', '44');
    await person.press('Save and publish');
    await person.sees('Smoker: price published');
    await person.goTo('/shop/smoker');
    await person.sees('€44.00');
  });
});

describe('a product with variants, from empty', () => {
  it('asks for a size and a colour that are counted separately', async () => {
    await stage.person.goTo('/manage/products');
    await stage.person.press('New product');
    await stage.person.fill('Name', 'Bee brush');
    await stage.person.fill('SKU', 'SMK');
    await stage.person.press('Create and open');
    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Size');
    await stage.person.press('Add choice');
    for (const size of ['Small', 'Large']) await stage.person.fill('New option', `${size}\n`);
    await stage.person.fill('SKU part of Small', 'S');
    await stage.person.fill('SKU part of Large', 'S');
    await stage.person.sees('Size: Small and Size: Large would both be SKU S.');
    await stage.person.fill('SKU part of Large', 'L');
    await stage.person.seesNoMore('would both be SKU');
    await stage.person.click(await stage.person.find('//label[contains(normalize-space(), "Stocked")]'));

    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Finish');
    await stage.person.select('as', 'a colour, shown as swatches');
    await stage.person.press('Add choice');
    for (const finish of ['Copper', 'Steel']) await stage.person.fill('New option', `${finish}\n`);
    await stage.person.fill('SKU part of Copper', 'C');
    await stage.person.fill('Copper: amount', '6.50');
    // The swatch book has a Copper, and no Steel: that is said, and nothing is left blank.
    await stage.person.sees('No swatch is called “Steel”, and it has no colour of its own.');
    await stage.person.press('Colour of Steel');
    await stage.person.press('Add a colour');
    await stage.person.fill('Colour 1 of Steel', 'rgb(120, 130, 140)');
    await stage.browser.driver.actions().sendKeys(Key.TAB).perform();
    await stage.browser.driver.actions().sendKeys(Key.ESCAPE).perform();
    await stage.person.seesNoMore('No swatch is called “Steel”');
    await stage.person.click(await stage.person.find('//label[contains(normalize-space(), "Stocked")]'));
  });

  it('keeps only the combinations that are really stocked, each with its stock item', async () => {
    await stage.person.press('Price and unit', OUTLINE);
    await stage.person.fill('Base price', '38');
    await stage.person.press('Listing', OUTLINE);
    await stage.person.fill('Category', 'Tools');
    await stage.person.press('Variants', OUTLINE);
    await stage.person.sees('The stocked choices have no variants yet.');
    await stage.person.press('Add all 4');
    await stage.person.pickSegment('List');
    await stage.person.press('Remove Small · Steel');
    await stage.person.fill('Own price of Large · Steel', '44');
    await stage.person.press('Create 3 stock items');
    await stage.person.sees('3 stock items created');
    await stage.person.sees('Ready to be published', '[aria-label="Readiness"]');
    await stage.person.sees('Bee brush Small Copper is out of stock');
    const item = await stage.database.read.query.stockItems.findFirst({
      where: eq(stockItems.title, 'Bee brush Large Steel'),
    });
    expect(item).toMatchObject({ key: 'bee-brush-large-steel', unit: '1', onHand: '0' });
  });

  it('is supplied by a receipt, and sold with the variant’s SKU and price', async () => {
    await stage.person.sees('Saved', '[aria-label="Draft"]');
    await stage.person.press('Publish');
    await stage.person.sees('Revision 1 is in the shop');
    await stage.person.goTo('/manage/stock/bee-brush-large-steel');
    await stage.person.fill('Quantity (pieces)', '2');
    await stage.person.fill('Why', 'First batch');
    await stage.person.press('Enter receipt');
    await stage.person.sees('Receipt entered');
    await stage.person.fill('Quantity (pieces)', 'some');
    await stage.person.fill('Why', 'Second batch');
    await stage.person.press('Enter receipt');
    await stage.person.sees('“some” is not a quantity.');

    await stage.person.goTo('/shop/bee-brush');
    await stage.person.pick('Large');
    await stage.person.sees('out of stock');
    await stage.person.pick('Steel');
    await stage.person.sees('Price of Large · Steel');
    await stage.person.sees('SMK-L');
    await stage.person.pick('Small');
    await stage.person.sees('Small · Steel is not made.');
  });
});

describe('looking after the catalog', () => {
  it('keeps the last right number while a wrong one stands in the field', async () => {
    await stage.person.goTo('/manage/products/4');
    await stage.person.press('Quantity rule', OUTLINE);
    await stage.person.fill('Minimum quantity', 'four');
    await stage.person.sees('A whole number from 1 to 1,000,000. Until then it stays as it was.');
    await stage.person.fill('Minimum quantity', '4');
    await stage.person.sees('That is 4, 6, 8 … 40');
    await stage.browser.driver.wait(
      async () => (await draftOf('Honey jars in cases'))?.quantity?.minimum === 4,
      PATIENCE,
    );
    await stage.person.fill('Maximum quantity', '3');
    await stage.person.sees('No quantity keeps this rule: the maximum is below the first multiple.');
    await stage.person.sees('This product is not ready to be sold', '[aria-label="The Counter"]');
    await stage.person.fill('Quantity', '6', COUNTER);
  });

  it('starts a copy, which is a draft of its own and can be deleted', async () => {
    await stage.person.goTo('/manage/products/3');
    await stage.person.press('More for this product');
    await stage.person.press('Duplicate');
    await stage.person.sees('with nothing on hand yet', '[role="dialog"]');
    await stage.person.press('Start the copy');
    await stage.person.sees('Queen marking pens (copy)', 'header, main');
    const copy = await draftOf('Queen marking pens (copy)');
    const taken = copy ? [...referencesOf(copy).stock] : [];
    expect(taken.length).toBeGreaterThan(0);
    expect(taken.filter((key) => !key.includes('copy'))).toEqual([]);
    expect(
      await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, taken[0] ?? '') }),
    ).toMatchObject({ onHand: '0' });
    await stage.person.sees('Give the product a SKU.', '[aria-label="Readiness"]');
    await stage.person.press('More for this product');
    await stage.person.press('Delete this draft');
    await stage.person.press('Delete it');
    await stage.person.sees('products in the catalog');
    expect(await draftOf('Queen marking pens (copy)')).toBeUndefined();
  });

  it('takes a product out of the shop, and puts it back', async () => {
    await stage.person.goTo('/manage/products/3');
    await stage.person.press('More for this product');
    await stage.person.press('Unpublish');
    await stage.person.sees('Taken out of the shop');
    expect((await fetch(`${stage.server.origin}/shop/queen-marking-pens`)).status).toBe(404);
    await stage.person.press('Publish');
    await stage.person.sees('Revision 2 is in the shop');
    expect((await fetch(`${stage.server.origin}/shop/queen-marking-pens`)).status).toBe(200);
  });

  it('counts something new', async () => {
    await stage.person.goTo('/manage/stock');
    await stage.person.press('New stock item');
    await stage.person.press('Create stock item');
    await stage.person.sees('Give the stock item a name.');
    await stage.person.fill('Name', 'Beeswax', DIALOG);
    await stage.person.select('Counted in', 'Kilograms (kg, weight)', DIALOG);
    await stage.person.fill('On hand now', '12,5', DIALOG);
    await stage.person.press('Create stock item');
    await stage.person.sees('Beeswax', 'main');
    const item = await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Beeswax') });
    expect(item).toMatchObject({ unit: 'kg', onHand: '12.5' });
  });
});
