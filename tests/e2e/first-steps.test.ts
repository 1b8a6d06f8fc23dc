import { By } from 'selenium-webdriver';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { orderLines, products } from '@/data/schema';
import { orderBasket, publish } from '../support/acts';
import { COUNTER, DIALOG, setStage } from '../support/stage';

const stage = setStage('empty');
const draft = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

describe('an empty shop', () => {
  it('asks what it is called and in what its prices are, before anything else, and nothing more', async () => {
    const { person } = stage;
    await person.goTo('/manage/products');
    await person.press('Set up shop');
    await person.sees('Enter the name of your shop.');
    await person.fill('Name of the shop', 'Wren and Daughters');
    await person.press('Set up shop');
    await person.sees('Choose the currency of your prices.');
    await person.select('Prices are in', 'Euro');
    await person.fill('VAT (%)', '20');
    await person.press('Set up shop');
    await person.sees('Choose the country whose VAT rate this is.');
    await person.fill('VAT (%)', '');
    await person.press('Set up shop');
    await person.sees('Wren and Daughters: prices in Euro, no VAT told.');
    const kept = await stage.database.read.query.settings.findFirst();
    expect(kept?.shop).toMatchObject({ name: 'Wren and Daughters', currency: 'EUR', tax: null });
  });

  it('has everything within two presses of the rail', async () => {
    const { person } = stage;
    for (const [place, head] of [
      ['Quantity rules', 'Quantity rules'],
      ['Bin', 'Bin'],
    ] as const) {
      await person.press('All pages');
      await person.press(place);
      await person.sees(head, 'h1');
    }
  });

  it('greets with patterns, of which one is tried, published and bought', async () => {
    const { person } = stage;
    await person.goTo('/manage/products');
    await person.sees('Your first product');
    await person.press('By area');
    await person.fill('Name', 'Shade cloth', DIALOG);
    await person.fill('Base price', '12', DIALOG);
    await person.fill('Category', 'Garden', DIALOG);
    await person.press('Create and open');
    await person.fill('Width', '1 m', COUNTER);
    await person.fill('Height', '50 cm', COUNTER);
    // Half a square metre, a tenth more for waste, at 12 a square metre.
    await person.sees('€6.60', '[aria-label="The Counter"]');
    await publish(stage, 'Shade cloth');
    await person.goTo('/shop/shade-cloth');
    await person.fill('Width', '2 ft');
    await person.fill('Height', '10 cm');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Wren Alder');
    // Less than a quarter of a square metre is charged as a quarter.
    expect(
      await stage.database.read.select({ sku: orderLines.sku, lineTotal: orderLines.lineTotal }).from(orderLines),
    ).toEqual([{ sku: 'SHADE-CLOTH', lineTotal: '3.00' }]);
  });

  it('shows what the Counter is for, in five stops', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/1');
    await person.press('Tour of the Counter');
    await person.sees('Here you are the customer.');
    for (let stop = 0; stop < 4; stop += 1) await person.press('Next');
    await person.sees('Customers see nothing of a draft until you publish it.');
    await person.press('Done');
    expect(await browser.driver.findElements(By.css('[aria-label="Tour of the Counter"][role="dialog"]'))).toEqual([]);
  });

  it('begins a kit with its parts, and a build with its first slot', async () => {
    const { person } = stage;
    for (const [pattern, first] of [
      ['A kit', 'Sold by itself'],
      ['Put together in steps', 'Base'],
    ] as const) {
      await person.goTo('/manage/products?new');
      await person.fill('Name', pattern, DIALOG);
      await person.select('Begin with', pattern);
      await person.press('Create and open');
      await person.sees(first, '[aria-label="Editing"], main');
    }
  });

  it('takes a list from a spreadsheet, seen before it is taken, faults by the line', async () => {
    const { person } = stage;
    await person.goTo('/manage/products');
    await person.press('Paste a list');
    await person.fill(
      'List of products',
      'Category;Name;Price\nClothing;Rain hat;12.50\nClothing;Gloves;cheap\nTools;Hive brush;',
    );
    await person.sees('“cheap” is not an amount. Write it like 12.50.');
    await person.press('Add 2 products');
    await person.sees('2 products started');
    await person.sees('Hive brush', 'table');
    expect(await draft('Rain hat')).toMatchObject({ sku: 'RAIN-HAT', price: '12.5', category: 'Clothing' });
    expect(await draft('Hive brush')).toMatchObject({ sku: 'HIVE-BRUSH', price: null, category: 'Tools' });
    expect(await draft('Gloves')).toBeUndefined();
  });
});
