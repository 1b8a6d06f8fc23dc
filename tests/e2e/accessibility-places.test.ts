import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { lookAtAll, violations } from '../support/axe';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();

lookAtAll(stage, [
  ['the product list', '/manage/products'],
  ['price lists', '/manage/price-lists', () => stage.person.press('Trade prices')],
  ['discount codes', '/manage/codes', () => stage.person.press('Welcome to the apiary')],
  ['rules about quantities', '/manage/quantities', () => stage.person.press('Bottling for trade customers')],
  ['the bin', '/manage/bin'],
  ['who is let in', '/manage/people', () => stage.person.press('Let somebody in')],
  ['what programs may ask', '/api-reference'],
  ['the log', '/manage/log', () => stage.person.sees('Signed in')],
  ['oneself', '/manage/me', () => stage.person.sees('You came in by a link')],
  [
    'the plan of a file',
    '/manage/files',
    async () => {
      const shop = { name: 'Pollard Lane Bee Works', currency: 'EUR' };
      const products = [
        { slug: 'smoker', title: 'Smoke gun', sku: 'GUN', category: 'Smokers', price: '9', notCounted: 'service' },
        { slug: 'veil', title: 'Veil', sku: 'VEIL', draws: [{ kind: 'fixed', stock: 'gone', quantity: '1' }] },
      ];
      const file = join(tmpdir(), `oak-knot-plan-${process.pid}.json`);
      writeFileSync(file, JSON.stringify({ format: 'oak-knot/catalog', version: 2, whole: false, shop, products }));
      await stage.browser.driver.findElement(By.css('input[aria-label="File to import"]')).sendKeys(file);
      await stage.person.sees('to fix before it can be imported');
      rmSync(file);
    },
  ],
  [
    'the columns of a supplier’s list',
    '/manage/files',
    async () => {
      await stage.person.press('Discard');
      await stage.person.sees('or drop it here');
      const file = join(tmpdir(), `oak-knot-list-${process.pid}.csv`);
      writeFileSync(file, 'Name,Size,Price\nVeil,S,9\nVeil,L,10\nGloves,,x\n');
      await stage.browser.driver.findElement(By.css('input[aria-label="File to import"]')).sendKeys(file);
      await stage.person.sees('3 rows, 2 products');
      await stage.browser.driver.executeScript('document.querySelector("main details").open = true');
      rmSync(file);
    },
  ],
  ['all pictures', '/manage/pictures', () => stage.person.sees('bee-suit.svg')],
  ['all typefaces', '/manage/typefaces', () => stage.person.sees('Roman capitals')],
  [
    'a list of products that is pasted',
    '/manage/products',
    async () => {
      await stage.person.press('Paste a list');
      await stage.person.fill('List of products', 'Veil; V; 3');
      await stage.person.sees('Add 1 product');
    },
  ],
  [
    'the keys, in a dialog',
    '/manage/stock',
    async () => {
      await stage.browser.driver.executeScript('document.activeElement?.blur()');
      await stage.browser.driver.actions().sendKeys('?').perform();
      await stage.person.sees('take the last change back');
    },
  ],
  [
    'a kit in the shop',
    '/shop/starter-kit',
    async () => {
      await stage.person.pick('Nucleus of bees');
      await stage.person.press('Add to basket');
      await stage.person.sees('Still missing');
    },
  ],
  ['quantities as buttons, with a table', '/shop/hexagon-jars', () => stage.person.sees('a pallet layer')],
  ['a kit in a kit', '/shop/first-year'],
  [
    'a stock item and what is on its way',
    '/manage/stock/hook-tool',
    () => stage.person.sees('Starter kit', '[aria-label="Where it is used"]'),
  ],
  [
    'a delivery, with a line to fix',
    '/manage/receive',
    async () => {
      for (const line of ['mesh-fine; 25; 4', 'SUIT'])
        await (await stage.person.field('Next line')).sendKeys(line, Key.ENTER);
      await stage.person.sees('1 line to fix first.');
    },
  ],
  [
    'a count, with a line to fix',
    '/manage/count',
    async () => {
      for (const line of ['smoker; 3', 'SUIT']) await (await stage.person.field('Next line')).sendKeys(line, Key.ENTER);
      await stage.person.sees('1 line to fix first.');
    },
  ],
  ['a list to count by', '/manage/count/list'],
  [
    'a price in the list',
    '/manage/products',
    async () => {
      await stage.person.click(await stage.person.find('button[aria-label^="Price of Bee suit:"]'));
      await stage.person.sees('Save and publish');
    },
  ],
  ['all proofs', '/manage/proofs', () => stage.person.sees('Bee suit')],
  [
    'answers that don’t go together',
    '/shop/branding-iron',
    async () => {
      await stage.person.pick('6 mm');
      await stage.person.pick('Flowing script');
      await stage.person.sees('To keep what you chose last');
    },
  ],
  ['the sheets', '/manage/sheets'],
  ['a sheet', '/manage/sheets/1', () => stage.person.press('Placed by condition', OUTLINE)],
  ['where a sheet is used', '/manage/sheets/1', () => stage.person.press('Where it is used', OUTLINE)],
  ['the swatch book', '/manage/swatches'],
  ['a swatch', '/manage/swatches', () => stage.person.press('Change Slate')],
  ['the settings', '/manage/settings'],
  ['the palette', '/manage/orders', () => stage.person.press('Find anything (Ctrl K)')],
  ['the stock list', '/manage/stock'],
  ['a stock item', '/manage/stock/mesh-fine'],
  ['what is to be cut', '/manage/cutting'],
  ['the orders', '/manage/orders'],
  ['an order', '/manage/orders/4'],
  ['the shop', '/shop'],
  ['a product in the shop', '/shop/bee-suit'],
  ['lettering, cards and a folded group in the shop', '/shop/branding-iron', () => stage.person.press('As a gift')],
  [
    'ticks with quantities and variants in the shop',
    '/shop/hive-paint',
    () => stage.person.pick('Bristle brush, 50 mm'),
  ],
  ['files, dates and quick picks in the shop', '/shop/jar-labels'],
  ['measures on a picture', '/shop/hive-wrap'],
  ['an empty basket', '/shop/basket'],

  [
    'options of one name, in many products',
    '/manage/products',
    async () => {
      await stage.person.tickBox('Select Bee suit');
      await stage.person.press('Change', '//*[@aria-label="Selected products"]');
      await stage.person.press('Options of one name', '//*[@role="menu"]');
      await stage.person.findAndPick('Options called', 'sla', 'Slate');
      await stage.person.sees('Of the choice');
    },
  ],
  [
    'swatches that are selected',
    '/manage/swatches',
    async () => {
      await stage.person.tickBox('Select Slate');
      await stage.person.sees('1 swatch selected');
    },
  ],
]);

describe('accessibility of a full basket', () => {
  it('has no violations', async () => {
    await stage.person.goTo('/shop/queen-marking-pens');
    await stage.person.pick('Red');
    await stage.person.press('Add to basket');
    await stage.person.sees('is in the basket');
    await stage.person.goTo('/shop/basket');
    await stage.person.sees('Order and pay');
    expect(await violations(stage)).toEqual([]);
  });
});
