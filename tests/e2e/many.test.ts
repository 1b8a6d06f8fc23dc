import { eq } from 'drizzle-orm';
import { until } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { basketLines, products, sheets, swatches } from '@/data/schema';
import { openSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { selectProducts, startProduct } from '../support/acts';
import { violations } from '../support/axe';
import { insertProduct } from '../support/begin';
import { PATIENCE } from '../support/browser';
import { DIALOG, setStage } from '../support/stage';

const stage = setStage();
const row = (title: string) => stage.database.read.query.products.findFirst({ where: eq(products.title, title) });
const BAR = '//*[@aria-label="Selected products"]';

const SHEETS = '//*[@aria-label="Selected sheets"]';
const SWATCHES = '//*[@aria-label="Selected swatches"]';
const DIALOG_CSS = '[role="dialog"]';

/** Ticks one of a list, once it is there. */
const tickRow = (name: string) => stage.person.tickBox(`Select ${name}`);

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
    await person.sees('Last change of many: Set prices +10 %, ending in .95, 2 drafts.');
    expect((await row('Smoker'))?.draft.price).toMatch(/\.95$/);
    await person.press('Undo');
    await person.sees('2 drafts as before');
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

describe('what keeps many from being published', () => {
  const KEPT = '//*[@aria-label="To fix first"]';

  it('is told together, and mended for all of them at a press each; then they go into the shop', async () => {
    const { person } = stage;
    await stage.database.write(async (transaction) => {
      for (const title of ['Wren box', 'Siskin box'])
        await insertProduct(
          transaction,
          productSchema.parse({ slug: title.toLowerCase().replace(' ', '-'), title, sku: '' }),
          new Date(),
        );
    });
    await select('Wren box', 'Siskin box');
    await person.press('Publish', BAR);
    await person.sees('2 products have something to fix first:', DIALOG_CSS);
    await person.press('SKUs from the names', KEPT);
    await person.seesNoMore('SKUs from the names', DIALOG_CSS);
    await person.press('Made to order, not counted', KEPT);
    await person.seesNoMore('Made to order, not counted', DIALOG_CSS);
    await person.fill('Category', 'Bird boxes', KEPT);
    await person.press('Set for 2 products', `${KEPT}//*[@role="group"][.//label[starts-with(., "Category")]]`);
    await person.seesNoMore('category', '[aria-label="To fix first"]');
    await person.fill('Base price', '8', KEPT);
    await person.press('Set for 2 products', KEPT);
    await person.sees('Nothing is left to fix first.', DIALOG_CSS);
    await person.press('Publish 2 products', DIALOG);
    await person.sees('2 of 2 products: in the shop.', DIALOG_CSS);
    expect((await row('Wren box'))?.draft).toMatchObject({
      sku: 'WREN-BOX',
      price: '8',
      category: 'Bird boxes',
      notCounted: 'madeToOrder',
    });
    expect((await row('Siskin box'))?.publishedSlug).toBe('siskin-box');
    await person.press('Close', DIALOG);
  });

  it('a change of many and its publishing are one way: what that does to others is seen between', async () => {
    const { person, browser } = stage;
    await select('Wren box', 'Siskin box');
    await person.press('Set prices', BAR);
    await person.fill('Per cent', '50', DIALOG);
    await person.sees('gets 1 other price');
    await person.pick('And publish: what that would change is seen next', DIALOG);
    await person.press('Change 2 drafts');
    await person.sees('It reaches 2 products; 2 change.', DIALOG_CSS);
    await person.press('Publish 2 products', DIALOG);
    await person.sees('2 of 2 products: in the shop.', DIALOG_CSS);
    await person.press('Close', DIALOG);
    await browser.driver.wait(async () => (await row('Wren box'))?.state === 'published', PATIENCE);
    await person.goTo('/shop/wren-box');
    await person.sees('€12.00');
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
    await tickRow('Older veil');
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
    await person.press('Restore Older veil');
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
    await person.seesNoMore('Smoker', 'main');
    await person.sees('Bee suit', 'main');
    await browser.driver.wait(until.urlMatches(/category=Clothing.*sort=price/), PATIENCE);
    await person.press('How Products looks');
    await person.click(await person.find('//*[@role="menuitemcheckbox"][normalize-space()="Made up of"]'));
    await browser.driver.navigate().refresh();
    await person.sees('Bee suit', 'table');
    await person.seesNoMore('Made up of', 'table');
    expect(await person.textOf('table')).not.toContain('Smoker');
  });
});

describe('what is undone', () => {
  it('is undone: the draft is as in the shop again, in the editor and in the list', async () => {
    const { person, browser } = stage;
    const id = (await row('Hive wrap'))?.id ?? 0;
    await person.goTo(`/manage/products/${id}`);
    await person.sees('In the shop');
    await person.fill('Name', 'Hive wrap, thick');
    await person.sees('Unpublished changes');
    await browser.driver.wait(async () => (await row('Hive wrap, thick')) !== undefined, PATIENCE);
    await browser.driver.executeScript('document.activeElement?.blur()');
    await person.press('Undo');
    await person.seesNoMore('Unpublished changes');
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
    await person.press('Preview draft');
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
    expect(link).toMatch(/\/draft\/[\w~-]{20,}$/);
    expect(await (await fetch(link)).text()).toContain('Smoker, tried out');
    await person.press('Withdraw', '//*[@aria-label="Link for a colleague"]');
    await person.sees('The link is withdrawn');
    expect((await fetch(link)).status).toBe(404);
    // The shop still has what was published.
    await person.goTo('/shop');
    expect(await person.textOf()).not.toContain('tried out');
  });
});

describe('options, sheets and swatches, many at once', () => {
  it('options of one name add another amount, wherever they are, and have their former one when that is taken back', async () => {
    const { person } = stage;
    const slate = async () => {
      const cloth = (await row('Bee suit'))?.draft.choices.find(({ key }) => key === 'cloth');
      return cloth && 'options' in cloth ? cloth.options.find(({ key }) => key === 'slate')?.amount : undefined;
    };
    const before = await slate();
    await select('Bee suit', 'Crown board');
    await person.press('Change', BAR);
    await person.press('Options of one name', '//*[@role="menu"]');
    await person.findAndPick('Options called', 'sla', 'Slate');
    await person.select('What they add', 'become', DIALOG);
    await person.fill('Amount', '6.25', DIALOG);
    await person.sees('1 option', DIALOG_CSS);
    await person.sees('has none', DIALOG_CSS);
    await person.press('Change 1 draft', DIALOG);
    await person.sees('Last change of many: Options “Slate”: what they add is changed to €6.25, 1 draft.');
    expect(await slate()).toEqual({ kind: 'fixed', value: '6.25' });
    await person.press('Undo');
    await person.sees('1 draft as before');
    expect(await slate()).toEqual(before);
  });

  it('sheets have their texts replaced, are published, and what is on products is not deleted', async () => {
    const { person } = stage;
    await person.goTo('/manage/sheets');
    for (const title of ['As a gift', 'Trade order']) await tickRow(title);
    await person.press('Change', SHEETS);
    await person.press('Find and replace in texts', '//*[@role="menu"]');
    await person.fill('Find', 'Gift box', DIALOG);
    await person.fill('Write instead', 'Present box', DIALOG);
    await person.press('Change 1 draft', DIALOG);
    await person.sees('Last change of many');
    for (const title of ['As a gift', 'Trade order']) await tickRow(title);
    await person.press('Publish', SHEETS);
    await person.press('Publish 1 sheet', DIALOG);
    await person.sees('1 of 1 sheet: published; their products follow.');
    await person.press('Close', DIALOG);
    const gift = await stage.database.read.query.sheets.findFirst({ where: eq(sheets.key, 'gift') });
    expect(JSON.stringify(gift?.draft)).toContain('Present box');
    await person.press('Delete', SHEETS);
    await person.sees('None of them is free: take them off their products first.');
    await person.press('Cancel', DIALOG);
    await person.goTo('/shop/smoker');
    await person.press('As a gift');
    await person.sees('Present box');
    await person.seesNoMore('Gift box', 'main');
  });

  it('what they would do together is seen first, with what falls below its floor', async () => {
    const { person, database } = stage;
    const context = { database, now: () => new Date() };
    const gift = await openSheet(context, 1);
    const choices = gift.draft.choices.map((choice) =>
      choice.key === 'box' && 'amount' in choice
        ? { ...choice, amount: { kind: 'fixed' as const, value: '-25' } }
        : choice,
    );
    await saveSheetDraft(context, 1, {
      definition: { ...gift.draft, choices },
      baseVersion: gift.draftVersion,
      editor: 'another',
    });
    await person.goTo('/manage/sheets');
    await tickRow('As a gift');
    await person.press('Publish', SHEETS);
    await person.sees('Below its floor then.', DIALOG_CSS);
    // With the box it is sold for 17, of which the tax of 20 % leaves 14.17; smoker and box cost 14 and 2.44.
    await person.sees('Smoker €42.00 – €80.28 €17.00 – €76.78', DIALOG_CSS);
    await person.sees('it earns −€2.27 of €14.17, less than the floor of 20 %', DIALOG_CSS);
    expect(await violations(stage)).toEqual([]);
    await person.press('Publish 1 sheet, though 2 products fall below their floors', DIALOG);
    await person.sees('1 of 1 sheet: published; their products follow.');
    await person.press('Close', DIALOG);
  });

  it('swatches change their family and back, and only those that nothing uses leave the book', async () => {
    const { person } = stage;
    const family = async (key: string) =>
      (await stage.database.read.query.swatches.findFirst({ where: eq(swatches.key, key) }))?.family;
    await person.goTo('/manage/swatches');
    for (const name of ['Slate', 'Clay']) await tickRow(name);
    await person.press('Put in a family', SWATCHES);
    await person.fill('Family', 'Autumn', DIALOG);
    await person.press('Put them there', DIALOG);
    await person.sees('2 swatches in Autumn');
    expect([await family('slate'), await family('clay')]).toEqual(['Autumn', 'Autumn']);
    await person.press('Undo');
    await person.seesNoMore('Autumn', 'main');
    expect([await family('slate'), await family('clay')]).toEqual(['Cloth', 'Cloth']);
    for (const name of ['Slate', 'Clay']) await tickRow(name);
    await person.press('Take out of the book', SWATCHES);
    await person.press('Take out 1 swatch', DIALOG);
    await person.sees('1 of 1 swatch: in the bin, for 30 days.');
    expect([await family('slate'), await family('clay')]).toEqual(['Cloth', undefined]);
    await person.press('Bring them back', DIALOG);
    await person.sees('1 of 1 swatch: back.');
    expect(await family('clay')).toBe('Cloth');
  });
});
