import { Key } from 'selenium-webdriver';
import { products, stockItems } from '@/data/schema';
import { eq } from 'drizzle-orm';
import { DIALOG, OUTLINE, type Stage } from './stage';
import { PATIENCE } from './browser';

/** What people do again and again, as they do it on the screen. */

/** Starts a product from nothing and opens its editor. */
export async function startProduct({ person }: Stage, title: string, sku: string): Promise<void> {
  await person.goTo('/manage/products?new');
  await person.fill('Name', title, DIALOG);
  await person.fill('SKU', sku, DIALOG);
  await person.press('Create and open');
  await person.press('Listing', OUTLINE);
  await person.fill('Category', 'Apiary');
}

/** Ticks products in the list of products, once they are there. */
export async function selectProducts({ person }: Stage, ...titles: readonly string[]): Promise<void> {
  await person.goTo('/manage/products');
  for (const title of titles) await person.tickBox(`Select ${title}`);
}

/** Makes a stock item in the store room, so many of it at so much each. */
export async function stockUp(
  { person, browser, database }: Stage,
  title: string,
  onHand: string,
  cost: string,
): Promise<void> {
  const item = () => database.read.query.stockItems.findFirst({ where: eq(stockItems.title, title) });
  await person.goTo('/manage/stock');
  await person.press('New stock item');
  await person.fill('Name', title);
  await person.fill('On hand now', onHand);
  await person.press('Create stock item');
  await browser.driver.wait(async () => (await item()) !== undefined, PATIENCE);
  await person.goTo(`/manage/stock/${(await item())?.key ?? ''}`);
  await person.fill('Unit cost', cost);
  await person.press('Save');
  await browser.driver.wait(async () => Number((await item())?.cost) === Number(cost), PATIENCE);
}

/** Begins a new stock item right where something takes from stock. */
export async function makeStockItem({ person }: Stage, takes: string): Promise<void> {
  await person.click(await person.field(`${takes}: draw from stock`));
  await person.click(await person.find('//*[@role="option"][normalize-space()="New stock item …"]'));
}

/** Adds a choice that asks for a measure with its unit. */
export async function askForMeasure({ person }: Stage, title: string, least: string, most: string): Promise<void> {
  await person.press('Choices', OUTLINE);
  await person.fill('Ask customers for', title);
  await person.select('as', 'a measure with its unit');
  await person.press('Add choice');
  await person.fill('Minimum (m)', least);
  await person.fill('Maximum (m)', most);
}

/** Adds a formula, names it, says what it is for, and types it. */
export async function addFormula(stage: Stage, title: string, serves: string, text: string): Promise<void> {
  const { person } = stage;
  await person.press('Add a formula');
  const fresh = '//*[@aria-label="Formula Price"]';
  await person.select('Used for', serves, fresh);
  await writeFormula(stage, 'Price', text);
  if (title !== 'Price') await person.fill('Name', title, fresh);
}

/** Puts a text into the editor of a formula, as if it were typed. */
export async function writeFormula({ person, browser }: Stage, title: string, text: string): Promise<void> {
  const content = await person.find(`.cm-content[aria-label="Formula ${title}"]`);
  await browser.driver.executeScript('arguments[0].scrollIntoView({block: "center"}); arguments[0].focus()', content);
  await content.sendKeys(Key.ESCAPE, Key.chord(Key.CONTROL, 'a'), Key.DELETE);
  for (const [index, line] of text.split('\n').entries()) {
    // What is offered for completion is put away first: Enter would take it.
    if (index > 0) await content.sendKeys(Key.ESCAPE, Key.ENTER);
    await content.sendKeys(line);
  }
  await content.sendKeys(Key.ESCAPE);
}

/** Publishes the product in the editor once its draft is saved. */
export async function publish({ person, browser, database }: Stage, title: string): Promise<void> {
  await person.sees('Ready to be published', '[aria-label="Readiness"]');
  await person.sees('Saved', '[aria-label="Draft"]');
  await person.press('Publish');
  await person.sees('is in the shop');
  await browser.driver.wait(
    async () => (await database.read.query.products.findFirst({ where: eq(products.title, title) }))?.publishedRevision,
    PATIENCE,
  );
}

/** Orders what is in the basket. */
export async function orderBasket({ person }: Stage, name: string): Promise<void> {
  await person.goTo('/shop/basket');
  await person.fill('Name', name);
  await person.fill('E-mail', 'someone@garden.example');
  await person.press('Order and pay');
  await person.sees(`Thank you, ${name}`);
}

/** Adds a choice of one from a list, with its options. */
export async function askOneOf({ person }: Stage, title: string, options: readonly string[]): Promise<void> {
  await person.press('Choices', OUTLINE);
  await person.fill('Ask customers for', title);
  await person.select('as', 'one from a list');
  await person.press('Add choice');
  for (const option of options) await person.fill('New option', `${option}\n`);
}
