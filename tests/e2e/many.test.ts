import { eq } from 'drizzle-orm';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { basketLines, products } from '@/data/schema';
import { selectProducts, startProduct } from '../support/acts';
import { PATIENCE } from '../support/browser';
import { DIALOG, setStage } from '../support/stage';

const stage = setStage();
const row = (title: string) => stage.database.read.query.products.findFirst({ where: eq(products.title, title) });
const BAR = '//*[@aria-label="Selected products"]';

const select = (...titles: readonly string[]) => selectProducts(stage, ...titles);

describe('many products at once', () => {
  it('get other prices, seen before, and have their former ones when that is taken back', async () => {
    const { person } = stage;
    const before = [(await row('Smoker'))?.draft.price, (await row('Crown board'))?.draft.price];
    await select('Smoker', 'Crown board');
    await person.press('Set prices', BAR);
    await person.fill('Per cent', '10', DIALOG);
    await person.select('Rounded', 'nearest ending in .95', DIALOG);
    await person.sees('gets 1 other price');
    await person.press('Change 2 drafts');
    await person.sees('Last change of many: Set prices +10 %, ending in .95, 2 products.');
    expect((await row('Smoker'))?.draft.price).toMatch(/\.95$/);
    await person.press('Take it back');
    await person.sees('2 products as before');
    expect([(await row('Smoker'))?.draft.price, (await row('Crown board'))?.draft.price]).toEqual(before);
  });

  it('leave the shop and come back; what others need is named and stays', async () => {
    const { person, browser } = stage;
    await select('Hive wrap', 'Queen marking pens');
    await person.press('Take out of the shop', BAR);
    await person.press('Take out 2 products', DIALOG);
    await person.sees('2 of 2 products: out of the shop.');
    expect((await row('Hive wrap'))?.publishedRevision).toBeNull();
    await person.press('Put them back', DIALOG);
    await person.sees('2 of 2 products: in the shop.');
    expect((await row('Hive wrap'))?.publishedRevision).not.toBeNull();
    await person.press('Close', DIALOG);
    await select('Smoker');
    await person.press('Take out of the shop', BAR);
    await person.press('Take out 1 product', DIALOG);
    await person.sees('would stop being sold');
    await browser.driver.wait(async () => (await row('Smoker'))?.publishedRevision !== null, PATIENCE);
  });
});

describe('what is put away', () => {
  it('many are archived and taken out again; deleted, they lie in the bin and come back', async () => {
    const { person, browser } = stage;
    await startProduct(stage, 'Old veil', 'OLD');
    await startProduct(stage, 'Older veil', 'OLDER');
    await browser.driver.wait(async () => (await row('Older veil'))?.category === 'Apiary', PATIENCE);
    await select('Old veil', 'Older veil');
    await person.press('Put away', BAR);
    await person.press('Archive', '//*[@role="menu"]');
    await person.press('Archive 2 products', DIALOG);
    await person.sees('2 of 2 products: archived.');
    await person.press('Close', DIALOG);
    await person.seesNoMore('Older veil', 'table');
    await person.goTo('/manage/products?show=archived');
    await person.sees('Older veil', 'table');
    await browser.driver.executeScript('arguments[0].click()', await browser.driver.findElement(By.css('input[aria-label="Select Older veil"]')));
    await person.press('Put away', BAR);
    await person.press('Delete', '//*[@role="menu"]');
    await person.press('Delete 1 product', DIALOG);
    await person.sees('1 of 1 product: in the bin, for 30 days.');
    expect(await row('Older veil')).toBeUndefined();
    await person.press('Close', DIALOG);
    // By keys to the bin.
    await browser.driver.executeScript('document.activeElement?.blur()');
    await browser.driver.actions().sendKeys('g', 'b').perform();
    await person.sees('What was deleted is kept here');
    await person.press('Bring back Older veil');
    await person.sees('Older veil is back');
    expect((await row('Older veil'))?.archivedAt).toBeInstanceOf(Date);
    await browser.driver.executeScript('document.activeElement?.blur()');
    await browser.driver.actions().sendKeys('?').perform();
    await person.sees('take the last change back', '[role="dialog"]');
  });

  it('a list keeps what it shows in its address, and its columns in this browser', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products');
    await person.select('Category', 'Clothing');
    await person.press('Price', '//table');
    await person.sees('Bee suit', 'table');
    expect(await person.textOf('table')).not.toContain('Smoker');
    expect(await browser.driver.getCurrentUrl()).toMatch(/category=Clothing.*sort=price/);
    await person.press('How Products looks');
    await person.click(await person.find('//*[@role="menuitemcheckbox"][normalize-space()="What it is"]'));
    await browser.driver.navigate().refresh();
    await person.sees('Bee suit', 'table');
    expect(await person.textOf('table')).not.toMatch(/Smoker|What it is/);
  });
});

describe('what is undone', () => {
  it('is undone: the draft is as in the shop again, in the editor and in the list', async () => {
    const { person, browser } = stage;
    const id = (await row('Hive wrap'))?.id ?? 0;
    await person.goTo(`/manage/products/${id}`);
    await person.sees('In the shop');
    await person.fill('Name', 'Hive wrap, thick');
    await person.sees('Draft differs from the shop');
    await browser.driver.wait(async () => (await row('Hive wrap, thick')) !== undefined, PATIENCE);
    await browser.driver.executeScript('document.activeElement?.blur()');
    await person.press('Undo');
    await person.seesNoMore('Draft differs from the shop');
    await browser.driver.wait(async () => (await row('Hive wrap')) !== undefined, PATIENCE);
    await person.goTo('/manage/products');
    await person.press('Changed since publishing');
    await person.sees('No product is in this state.');
  });
});

describe('a draft, as customers will see it', () => {
  it('is the page with what is saved, on which everything can be chosen and nothing bought', async () => {
    const { person, browser } = stage;
    const id = (await row('Smoker'))?.id ?? 0;
    await person.goTo(`/manage/products/${id}`);
    await person.fill('Name', 'Smoker, tried out');
    await browser.driver.wait(async () => (await row('Smoker, tried out')) !== undefined, PATIENCE);
    const before = (await stage.database.read.select().from(basketLines)).length;
    await person.press('As customers see it');
    await browser.driver.switchTo().frame(await person.find('//iframe'));
    await person.sees('A draft, as customers will see it.');
    await person.sees('Smoker, tried out');
    await person.press('Add to basket');
    await person.sees('This could be put in the basket.');
    const width = () => browser.driver.executeScript<number>('return document.querySelector("iframe").offsetWidth');
    await browser.driver.switchTo().defaultContent();
    expect(await width()).toBeGreaterThan(1000);
    await person.pickSegment('Phone');
    await browser.driver.wait(async () => (await width()) === 390, PATIENCE);
    expect((await stage.database.read.select().from(basketLines)).length).toBe(before);
    // A colleague sees it by its link, until that is withdrawn.
    await person.press('A link for a colleague');
    const link = (await (await person.field('The link')).getAttribute('value')) ?? '';
    expect(link).toMatch(/\/draft\/[\w-]{20,}$/);
    expect(await (await fetch(link)).text()).toContain('Smoker, tried out');
    await person.press('Withdraw', '//*[@aria-label="Link for a colleague"]');
    await person.sees('The link is withdrawn');
    expect((await fetch(link)).status).toBe(404);
    // The shop still has what was published.
    await person.goTo('/shop');
    expect(await person.textOf()).not.toContain('tried out');
  });
});
