import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Browser, Person, startBrowser } from '../support/browser';
import { startServer, type TestServer } from '../support/server';
import { OUTLINE } from '../support/stage';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

let server: TestServer;
let browser: Browser;
let person: Person;

beforeAll(async () => {
  server = await startServer();
  browser = await startBrowser();
  person = new Person(browser.driver, server.origin);
});
afterAll(async () => {
  await browser.close();
  await server.close();
});

interface Violation {
  id: string;
  nodes: { html: string; failureSummary: string }[];
}

/** Runs axe-core on the page as it stands. @returns what breaks WCAG 2.2 A or AA */
async function violations(): Promise<string[]> {
  await browser.driver.executeScript(axe);
  const found = await browser.driver.executeAsyncScript<Violation[]>(
    'const done = arguments[0]; axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] }).then((r) => done(r.violations))',
  );
  return found.flatMap(({ id, nodes }) => nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary.slice(0, 240)}`));
}

const screens: [string, string, (() => Promise<void>)?][] = [
  ['the product list', '/manage/products'],
  ['the editor: words', '/manage/products/1'],
  ['the editor: a list with swatches', '/manage/products/1', () => person.press('Cloth', OUTLINE)],
  ['the editor: price', '/manage/products/2', () => person.press('Price and unit', OUTLINE)],
  ['the editor: quantity', '/manage/products/1', () => person.press('Quantity rule', OUTLINE)],
  ['the editor: stock and variants', '/manage/products/1', () => person.press('Stock', OUTLINE)],
  ['the editor: category', '/manage/products/1', () => person.press('Category', OUTLINE)],
  ['the editor: pictures', '/manage/products/1', () => person.press('Pictures', OUTLINE)],
  ['the editor: earlier states', '/manage/products/1', () => person.press('Earlier states', OUTLINE)],
  ['the editor: variants in a grid', '/manage/products/5', () => person.press('Variants', OUTLINE)],
  ['the editor: a choice unfolded', '/manage/products/6', async () => {
    await person.press('Height of the letters', OUTLINE);
    await person.press('More about 10 mm');
    await person.press('On the page, and who sees it');
  }],
  ['the editor: formulas and rates', '/manage/products/10', () => person.press('Formulas and rates', OUTLINE)],
  ['the editor: a date', '/manage/products/7', () => person.press('Needed by', OUTLINE)],
  ['the editor: files', '/manage/products/7', () => person.press('Artwork', OUTLINE)],
  ['the editor: an add-on', '/manage/products/9', () => person.press('Smoker fuel, 1 kg', OUTLINE)],
  ['the editor: a sheet on a product', '/manage/products/9', () => person.press('As a gift', OUTLINE)],
  ['the editor: a pasted list', '/manage/products/6', async () => {
    await person.press('Lettering', OUTLINE);
    await person.press('Paste a list');
    await person.fill('List of options', 'A;1;A\nB;x;B');
  }],
  ['the sheets', '/manage/sheets'],
  ['a sheet', '/manage/sheets/1', () => person.press('Placed by condition', OUTLINE)],
  ['where a sheet is used', '/manage/sheets/1', () => person.press('Where it is used', OUTLINE)],
  ['the swatch book', '/manage/swatches'],
  ['a swatch', '/manage/swatches', () => person.press('Change Slate')],
  ['the settings', '/manage/settings'],
  ['the palette', '/manage/orders', () => person.press('Find anything (Ctrl K)')],
  ['the stock list', '/manage/stock'],
  ['a stock item', '/manage/stock/mesh-fine'],
  ['the orders', '/manage/orders'],
  ['an order', '/manage/orders/4'],
  ['the shop', '/shop'],
  ['a product in the shop', '/shop/bee-suit'],
  ['lettering, cards and a folded group in the shop', '/shop/branding-iron', () => person.press('As a gift')],
  ['ticks with quantities and variants in the shop', '/shop/hive-paint', () => person.pick('Bristle brush, 50 mm')],
  ['files and dates in the shop', '/shop/jar-labels'],
  ['an empty basket', '/shop/basket'],
];

describe.each(['light', 'dark'])('accessibility in %s, by axe-core', (light) => {
  beforeAll(async () => {
    await person.goTo('/manage/orders');
    await browser.driver.executeScript('localStorage.setItem("theme", arguments[0])', light);
  });

  it.each(screens)('%s', async (_name, path, before) => {
    await person.goTo(path);
    expect(await browser.driver.executeScript('return document.documentElement.className')).toContain(light);
    await before?.();
    await browser.driver.sleep(250);
    expect(await violations()).toEqual([]);
  });
});

describe('accessibility of a full basket', () => {
  it('has no violations', async () => {
    await person.goTo('/shop/queen-marking-pens');
    await person.pick('Red');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.sees('Order and pay');
    expect(await violations()).toEqual([]);
  });
});
