import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { readColour } from '@/core/colour';
import { orders, products, sheets, stockItems, swatches } from '@/data/schema';
import { quoted, PATIENCE } from '../support/browser';
import { selectProducts } from '../support/acts';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const counter = '[aria-label="The Counter"]';
const readinessList = '[aria-label="Readiness"]';

const tick = async (label: string, within = '') =>
  stage.person.click(await stage.person.find(`${within}//label[contains(normalize-space(), ${quoted(label)})]`));
const onHand = async (key: string) =>
  (await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, key) }))?.onHand;
const saved = () => stage.person.sees('Saved', '[aria-label="Draft"]');

/** Pastes a text into what has the focus, as Ctrl V would. */
async function paste(text: string): Promise<void> {
  const script =
    'const data = new DataTransfer(); data.setData("text/plain", arguments[0]); document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }))';
  await stage.browser.driver.executeScript(script, text);
}

describe('the bee suit, from an empty product', () => {
  it('gets its sizes from a pasted list, faults marked by the line, nothing entered until accepted', async () => {
    await stage.person.goTo('/manage/products?new');
    await stage.person.fill('Name', 'Field suit', DIALOG);
    await stage.person.fill('SKU', 'FIELD', DIALOG);
    await stage.person.press('Create and open');
    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Size');
    await stage.person.press('Add choice');
    await stage.person.press('Paste a list');
    await stage.person.fill('List of options', 'Title;Amount;SKU\nS;0;S\nM;0;M\nL;two euros;L\nXL;10.00;XL', DIALOG);
    await stage.person.sees('“two euros” is not an amount.');
    await stage.person.sees('1 line with faults stays out until fixed above.');
    await stage.person.fill('List of options', 'Title;Amount;SKU\nS;0;S\nM;0;M\nL;2;L\nXL;10.00;XL', DIALOG);
    await stage.person.press('Add 4 options');
    await stage.person.find('[aria-label="Title of XL"]');
    await tick('Stocked');
  });

  it('finds the colours of the swatch book by their names as they are typed', async () => {
    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Cloth');
    await stage.person.select('as', 'a colour, shown as swatches');
    await stage.person.press('Add choice');
    for (const colour of ['Slate', 'Moss']) await stage.person.fill('New option', `${colour}\n`);
    await stage.person.fill('New option', 'moss');
    await stage.person.sees('Moss is there already. To change it, add what it becomes: Moss +10.');
    await stage.person.fill('New option', 'moss +3');
    await stage.person.sees('Changes: moss · +€3.00 (was no amount)');
    await stage.person.fill('New option', '');
    await stage.person.find('[aria-label="Colour of Slate: Slate"]');
    await stage.person.fill('SKU part of Slate', 'SL');
    await stage.person.fill('SKU part of Moss', 'MO');
    await tick('Stocked');
    await saved();
    const product = await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Field suit') });
    const cloth = product?.draft.choices[1];
    expect(cloth && 'options' in cloth && cloth.options.map(({ swatch, colours }) => [swatch, colours])).toEqual([
      ['slate', []],
      ['moss', []],
    ]);
  });

  it('changes several options at once', async () => {
    await stage.person.press('Size', OUTLINE);
    for (const size of ['S', 'M']) await stage.person.tickBox(`Select ${size}`);
    await stage.person.press('Amount', '//section[@aria-label="Selected options"]');
    await stage.person.fill('All selected: amount', '1.50');
    await stage.person.press('Set for all selected');
    await stage.person.press('Done');
    await stage.person.pick('M', COUNTER);
    await stage.person.sees('€1.50', counter);
    await stage.person.press('Undo');
    await stage.person.seesNoMore('€1.50', counter);
  });

  it('keeps the variants that come with a delivery, and no others', async () => {
    await stage.person.press('Price and unit', OUTLINE);
    await stage.person.fill('Base price', '119');
    await stage.person.press('Listing', OUTLINE);
    await stage.person.fill('Category', 'Clothing');
    await stage.person.press('Variants', OUTLINE);
    await stage.person.press('Receive a delivery');
    await stage.person.fill('Delivery', 'M; Slate; 1\nL, MO, 3\nXXL; Slate; 2', DIALOG);
    await stage.person.sees('“XXL” is no option of Size or Cloth.');
    await stage.person.fill('Delivery', 'M; Slate; 1\nL, MO, 3', DIALOG);
    await stage.person.press('Post 2 lines');
    await stage.person.sees('2 lines posted');
    await stage.person.find('[aria-label="On hand of M · Slate"]');
    await stage.person.find('[aria-label="Add S · Slate"]');
    expect([await onHand('field-suit-m-slate'), await onHand('field-suit-l-moss')]).toEqual(['1', '3']);
  });

  it('takes a block of prices from a spreadsheet, fills down, and checks GTINs', async () => {
    await stage.person.select('Figure in the cells', 'Own price');
    const cell = await stage.person.find('[aria-label="Own price of M · Slate"]');
    await cell.click();
    await paste('125\t\n\t131');
    await saved();
    const priced = async () =>
      (
        await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Field suit') })
      )?.draft.variants.map(({ options, price }) => [options.size, options.cloth, price]);
    await stage.browser.driver.wait(async () => (await priced())?.[1]?.[2] === '131', PATIENCE);
    expect(await priced()).toEqual([
      ['m', 'slate', '125'],
      ['l', 'moss', '131'],
    ]);
    await stage.person.select('Figure in the cells', 'GTIN');
    await stage.person.fill('GTIN of M · Slate', '4006381333932');
    await stage.person.sees('The check digit of GTIN 4006381333932 should be 1.');
    await stage.person.fill('GTIN of M · Slate', '4006381333931');
    await stage.person.seesNoMore('The check digit');
  });

  it('counts in the grid, and the ledger says why', async () => {
    await stage.person.select('Figure in the cells', 'On hand');
    await stage.person.fill('On hand of L · Moss', '2');
    await stage.person.sees('1 count not posted yet');
    // It waits in the list too, and the outline says so wherever one goes.
    await stage.person.pickSegment('List');
    await stage.person.sees('1 count not posted yet', '[aria-label="Counts to book"]');
    await stage.person.press('Name and description', OUTLINE);
    await stage.person.sees('1 count not posted yet', 'nav[aria-label="Outline"]');
    await stage.person.press('Variants', OUTLINE);
    await stage.person.fill('Why', 'Moth in one', '//*[@aria-label="Counts to book"]');
    await stage.person.press('Post 1 count');
    await stage.person.sees('1 count posted');
    expect(await onHand('field-suit-l-moss')).toBe('2');
  });

  it('says what removing an option does to variants, stock and open baskets', async () => {
    await saved();
    await stage.person.sees('Ready to be published', readinessList);
    await stage.person.press('Publish');
    await stage.person.sees('Revision 1 is in the shop');
    await stage.person.press('Size', OUTLINE);
    await stage.person.press('Remove L');
    await stage.person.sees('1 variant goes with it.');
    await stage.person.sees('Field suit L Moss keeps its 2 pieces.');
    await stage.person.sees('No open basket has it.');
    await stage.person.press('Cancel');
    await stage.person.find('[aria-label="Title of L"]');
  });
});

describe('a sheet', () => {
  it('is made, placed on three products by a condition, and published with its ripple', async () => {
    await stage.person.goTo('/manage/sheets');
    await stage.person.press('New sheet');
    await stage.person.fill('Name', 'Care', DIALOG);
    await stage.person.press('Start it');
    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Care kit');
    await stage.person.select('as', 'yes or no');
    await stage.person.press('Add choice');
    await stage.person.fill('Care kit: amount', '6');
    await stage.person.press('Placed by condition', OUTLINE);
    await stage.person.press('Add a condition');
    await stage.person.fill('Condition 1: category', 'Clothing');
    await stage.person.press('Add a condition');
    await stage.person.fill('Condition 2: category', 'Queen rearing');
    await saved();
    await stage.person.press('Where it is used', OUTLINE);
    for (const title of ['Bee suit', 'Field suit', 'Queen marking pens'])
      await stage.person.sees(title, 'section[aria-label="Where it is used"]');
    await stage.person.press('See the ripple and publish');
    await stage.person.sees('It reaches 6 products; 6 change.');
    await stage.person.sees('gets the sheet');
    await stage.person.press('Publish', DIALOG);
    await stage.person.sees('Revision 1 is in force');
    const sheet = await stage.database.read.query.sheets.findFirst({ where: eq(sheets.key, 'care') });
    expect(sheet?.publishedRevision).not.toBeNull();
  });

  it('changed, shows what it would do, and reaches the shop when it is published', async () => {
    await stage.person.press('Care kit', OUTLINE);
    await stage.person.fill('Care kit: amount', '7.50');
    await saved();
    await stage.person.press('See the ripple and publish');
    await stage.person.sees('€4.80 – €11.40');
    await stage.person.sees('€4.80 – €12.90');
    await stage.person.press('Publish', DIALOG);
    await stage.person.sees('Revision 2 is in force');
    await stage.person.goTo('/shop/queen-marking-pens');
    await stage.person.sees('Yes, +€7.50');
  });

  it('is followed by a product but for what it says otherwise, which is marked', async () => {
    await stage.person.goTo('/manage/products/3');
    await stage.person.press('Care', OUTLINE);
    await stage.person.press('Another amount here for Care kit');
    await stage.person.fill('Care kit: amount', '5');
    await stage.person.sees('differs from the sheet');
    await saved();
    await stage.person.press('Publish');
    await stage.person.sees('is in the shop');
    await stage.person.goTo('/shop/queen-marking-pens');
    await stage.person.sees('Yes, +€5.00');
    await stage.person.goTo('/shop/field-suit');
    await stage.person.sees('Yes, +€7.50');
  });

  it('is placed on many from the list of products, and that is taken back', async () => {
    await selectProducts(stage, 'Stainless mesh', 'Hive paint');
    await stage.person.press('Change', '//*[@aria-label="Selected products"]');
    await stage.person.press('Place a sheet');
    await stage.person.select('Sheet', 'Care');
    await stage.person.sees('gets 1 choice');
    await stage.person.press('Change 2 drafts');
    await stage.person.sees('Last change of many: Place the sheet Care, 2 drafts.');
    const mesh = () => stage.database.read.query.products.findFirst({ where: eq(products.id, 2) });
    expect((await mesh())?.draft.sheets.map(({ key }) => key)).toEqual(['care']);
    await stage.person.press('Undo');
    await stage.person.sees('2 drafts as before');
    expect((await mesh())?.draft.sheets).toEqual([]);
  });
});

describe('in the shop', () => {
  it('a variant of which one is left is bought, and then can’t be had', async () => {
    await stage.person.goTo('/shop/field-suit');
    await stage.person.pick('M');
    await stage.person.sees('Moss not made in this combination', 'body');
    await stage.person.pick('Slate');
    await stage.person.sees('Price of M · Slate');
    await stage.person.fill('Quantity', '2');
    await stage.person.sees('There is not enough Field suit M Slate for 2. We can supply 1.');
    await stage.person.fill('Quantity', '1');
    await stage.person.pick('Yes, +€7.50');
    await stage.person.press('Add to basket');
    await stage.person.sees('is in the basket');
    await stage.person.goTo('/shop/basket');
    await stage.person.fill('Name', 'Bram Oakley');
    await stage.person.fill('E-mail', 'bram@oakley.example');
    await stage.person.press('Order and pay');
    await stage.person.sees('Thank you, Bram Oakley');
    await stage.person.sees('€132.50');
    expect(await onHand('field-suit-m-slate')).toBe('0');
    const order = await stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, 'Bram Oakley') });
    expect(order).toMatchObject({ state: 'paid', total: '132.50' });
    await stage.person.goTo('/shop/field-suit');
    await stage.person.pick('M');
    await stage.person.sees('Slate out of stock', 'body');
  });

  it('a file of a wrong type behind a right name is refused, a right one goes with the order', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'oak-knot-files-'));
    const [wrong, right] = [join(folder, 'artwork.pdf'), join(folder, 'label.svg')];
    writeFileSync(wrong, '<!doctype html><script>alert(1)</script>');
    writeFileSync(right, '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><path d="M0 0h1v1z"/></svg>');
    await stage.person.goTo('/shop/jar-labels');
    const input = await stage.browser.driver.findElement({ css: 'input[type=file]' });
    await input.sendKeys(wrong);
    await stage.person.sees(
      'artwork.pdf is none of the types we can use, whatever its name says. Upload PDF, SVG, PNG or TIFF.',
    );
    await input.sendKeys(right);
    await stage.person.sees('label.svg');
    // It is seen small, as it will be sent.
    await stage.person.find('img[src^="blob:"]');
    // 35 cm² at 68.00 / m², and 0.04 for the cutting: 0.28 a label, and the artwork once.
    await stage.person.sees('€56.00', '[aria-label="Total"]');
  });

  it('a date outside the window is refused in the page and by the server', async () => {
    const field = await stage.person.find('#shop-needed');
    const soon = new Date(Date.now() + 2 * 24 * 3600_000).toISOString().slice(0, 10);
    const setDate =
      'const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set; set.call(arguments[0], arguments[1]); arguments[0].dispatchEvent(new Event("input", { bubbles: true })); arguments[0].dispatchEvent(new Event("change", { bubbles: true }))';
    await stage.browser.driver.executeScript(setDate, field, soon);
    await stage.person.sees('can’t be chosen, the first is');
    const response = await fetch(`${stage.server.origin}/api/v1/products/jar-labels/resolve`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ answers: { shape: 'square', needed: soon }, quantity: 100 }),
    });
    const resolution = (await response.json()) as { state: string; problems: { code: string; where: string }[] };
    expect(resolution.state).toBe('invalid');
    expect(resolution.problems).toContainEqual(
      expect.objectContaining({ code: 'dayNotOffered', where: 'choice:needed' }),
    );
    const added = await fetch(`${stage.server.origin}/api/shop/basket`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ slug: 'jar-labels', answers: { shape: 'square', needed: soon }, quantity: 100 }),
    });
    expect(added.status).toBe(422);
  });

  it('the picture follows the colour, and a code brings a trade customer what is for them', async () => {
    await stage.person.goTo('/shop/hive-paint');
    const main = async () => (await stage.browser.driver.findElement({ css: 'main img' })).getAttribute('src');
    const first = await main();
    await stage.person.pick('Barn red');
    expect(await main()).not.toBe(first);
    await stage.person.goTo('/shop/honey-jars');
    await stage.person.seesNoMore('Your order number');
    await stage.person.fill('Customer code', 'honeytrade');
    await stage.person.press('Apply');
    await stage.person.sees('You see the shop as Trade customers.');
    await stage.person.sees('Your order number');
    await stage.person.press('Leave the group');
    await stage.person.seesNoMore('Your order number');
  });
});

describe('the palette and the swatch book', () => {
  it('finds anything by Ctrl K, by keyboard alone', async () => {
    await stage.person.goTo('/manage/orders');
    await stage.browser.driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
    await stage.person.find('[aria-label="Find anything"][role=combobox]:focus');
    await stage.browser.driver.actions().sendKeys('care', Key.ENTER).perform();
    await stage.browser.driver.wait(
      async () => (await stage.browser.driver.getCurrentUrl()).includes('/manage/sheets/'),
      PATIENCE,
    );
    await stage.person.sees('Care kit', 'nav[aria-label="Outline"]');
  });

  it('warns of swatches side by side that can’t be told apart, and every product follows a change', async () => {
    await stage.person.goTo('/manage/swatches');
    await stage.person.press('Change Slate');
    await stage.person.fill('Colour 1 of Slate', 'lab(36 -12 18)', DIALOG);
    await stage.person.press('Change it');
    await stage.person.seesNoMore('Change it');
    await stage.person.press('Change Moss');
    await stage.person.fill('Colour 1 of Moss', 'lab(36.5 -12 18)', DIALOG);
    await stage.person.press('Change it');
    await stage.person.sees('Slate and Moss stand side by side and are hard to tell apart');
    await stage.person.goTo('/shop/field-suit');
    const swatch = await stage.database.read.query.swatches.findFirst({ where: eq(swatches.key, 'slate') });
    const shown = await stage.browser.driver.executeScript<string>(
      'return document.querySelector("[aria-labelledby=shop-cloth-label] input + span").style.background',
    );
    const rgb = readColour(shown.slice(shown.indexOf('rgb'), shown.indexOf(')') + 1));
    expect(rgb).toBe(swatch?.colours[0]);
  });
});
