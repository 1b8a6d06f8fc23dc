import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { beforeAll, describe, expect, it } from 'vitest';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const stage = setStage();

interface Violation {
  id: string;
  nodes: { html: string; failureSummary: string }[];
}

/** Runs axe-core on the page as it stands. @returns what breaks WCAG 2.2 A or AA */
async function violations(only: 'everything' | 'colours' = 'everything'): Promise<string[]> {
  if (!(await stage.browser.driver.executeScript<boolean>('return "axe" in window'))) await stage.browser.driver.executeScript(axe);
  const runOnly = only === 'colours' ? { type: 'rule', values: ['color-contrast'] } : { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] };
  const found = await stage.browser.driver.executeAsyncScript<Violation[]>(
    'const done = arguments[1]; axe.run(document, { runOnly: arguments[0], resultTypes: ["violations"] }).then((r) => done(r.violations))', runOnly,
  );
  return found.flatMap(({ id, nodes }) => nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary.slice(0, 240)}`));
}

const screens: [string, string, (() => Promise<void>)?][] = [
  ['the product list', '/manage/products'],
  ['the editor: words', '/manage/products/1'],
  ['the editor: a list with swatches', '/manage/products/1', () => stage.person.press('Cloth', OUTLINE)],
  ['the editor: price and charge', '/manage/products/11', () => stage.person.press('Price and unit', OUTLINE)],
  ['the editor: quantity', '/manage/products/1', () => stage.person.press('Quantity rule', OUTLINE)],
  ['the editor: quantities from a list', '/manage/products/34?place=quantity', () => stage.person.sees('What customers read')],
  ['the editor: what more costs', '/manage/products/34?place=breaks', () => stage.person.sees('Buying more')],
  ['price lists', '/manage/price-lists', () => stage.person.press('Trade prices')],
  ['discount codes', '/manage/codes', () => stage.person.press('Welcome to the apiary')],
  ['rules about quantities', '/manage/quantities', () => stage.person.press('Bottling for trade customers')],
  ['the editor: stock and variants', '/manage/products/1', () => stage.person.press('Stock', OUTLINE)],
  ['the editor: category', '/manage/products/1', () => stage.person.press('Category', OUTLINE)],
  ['the editor: pictures', '/manage/products/1', () => stage.person.press('Pictures', OUTLINE)],
  ['the editor: earlier states', '/manage/products/1', () => stage.person.press('Earlier states', OUTLINE)],
  ['the editor: variants in a grid', '/manage/products/5', () => stage.person.press('Variants', OUTLINE)],
  ['the editor: a choice unfolded', '/manage/products/6', async () => {
    await stage.person.press('Height of the letters', OUTLINE);
    await stage.person.press('More about 10 mm');
    await stage.person.press('On the page, and who sees it');
  }],
  ['the editor: formulas, rates and trials', '/manage/products/11', async () => {
    await stage.person.press('Formulas and rates', OUTLINE);
    await stage.person.fill('Length of the run', '11', COUNTER);
    await stage.person.press('Add a trial');
    await stage.person.sees('It jumps', '[aria-label="Price chart"]');
  }],
  ['the editor: rules and tables', '/manage/products/6', async () => {
    await stage.person.press('Rules', OUTLINE);
    await stage.person.press('When the length of', '//article[@aria-label="Rule 1"]');
  }],
  ['the editor: proofs', '/manage/products/1', async () => {
    await stage.person.press('Price and unit', OUTLINE);
    await stage.person.fill('Base price', '131');
    await stage.person.press('Proofs', OUTLINE);
    await stage.person.sees('no longer holds');
  }],
  ['the editor: all selections', '/manage/products/6', async () => {
    await stage.person.press('All selections', OUTLINE);
    await stage.person.sees('20 selections');
  }],
  ['the editor: parts', '/manage/products/20?place=parts', () => stage.person.press('Unfold', '//article[@aria-label="Bee suit"]')],
  ['the editor: made of, and used in', '/manage/products/20?place=made-of', () => stage.person.sees('The first year', '[aria-label="Where it is used"]')],
  ['the editor: a search field that is open', '/manage/products/21?place=parts', async () => {
    await stage.person.click(await stage.person.find('//*[@data-scope="combobox" and @data-part="root"]//input'));
    await stage.person.sees('Honey sieve');
  }],
  ['the editor: a section, and a paragraph', '/manage/products/1?place=choices', async () => {
    await stage.person.fill('Ask customers for', 'Extras');
    await stage.person.select('as', 'a heading (asks nothing)');
    await stage.person.press('Add choice');
    await stage.person.press('Show it only when');
    await stage.person.select('Shown when, part 1: of what', 'the day of the order');
    await stage.person.press('Choices', OUTLINE);
    await stage.person.select('as', 'a paragraph (asks nothing)');
    await stage.person.press('Add choice');
    await stage.person.fill('Text', '**Bold** and [a link](/shop)');
    await stage.person.sees('As it will look');
  }],
  ['the bin', '/manage/bin'],
  ['all pictures', '/manage/pictures', () => stage.person.sees('bee-suit.svg')],
  ['a list of products that is pasted', '/manage/products', async () => {
    await stage.person.press('Paste a list');
    await stage.person.fill('List of products', 'Veil; V; 3');
    await stage.person.sees('Add 1 product');
  }],
  ['the keys, in a dialog', '/manage/stock', async () => {
    await stage.browser.driver.executeScript('document.activeElement?.blur()');
    await stage.browser.driver.actions().sendKeys('?').perform();
    await stage.person.sees('take the last change back');
  }],
  ['a kit in the shop', '/shop/starter-kit', async () => {
    await stage.person.pick('Nucleus of bees');
    await stage.person.press('Add to basket');
    await stage.person.sees('Still to answer');
  }],
  ['quantities as buttons, with a table', '/shop/hexagon-jars', () => stage.person.sees('a pallet layer')],
  ['a kit in a kit', '/shop/first-year'],
  ['a stock item and what is on its way', '/manage/stock/hook-tool', () => stage.person.sees('Starter kit', '[aria-label="Where it is used"]')],
  ['all proofs', '/manage/proofs', () => stage.person.sees('Bee suit')],
  ['answers that don’t go together', '/shop/branding-iron', async () => {
    await stage.person.pick('6 mm');
    await stage.person.pick('Flowing script');
    await stage.person.sees('To keep what you chose last');
  }],
  ['the editor: a measure on the picture', '/manage/products/10', () => stage.person.press('Width all round', OUTLINE)],
  ['the editor: quick picks', '/manage/products/2', () => stage.person.press('Length', OUTLINE)],
  ['the editor: a date', '/manage/products/7', () => stage.person.press('Needed by', OUTLINE)],
  ['the editor: files', '/manage/products/7', () => stage.person.press('Artwork', OUTLINE)],
  ['the editor: an add-on', '/manage/products/9', () => stage.person.press('Smoker fuel, 1 kg', OUTLINE)],
  ['the editor: a sheet on a product', '/manage/products/9', () => stage.person.press('As a gift', OUTLINE)],
  ['the editor: a pasted list', '/manage/products/6', async () => {
    await stage.person.press('Lettering', OUTLINE);
    await stage.person.press('Paste a list');
    await stage.person.fill('List of options', 'A;1;A\nB;x;B');
  }],
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
  ['ticks with quantities and variants in the shop', '/shop/hive-paint', () => stage.person.pick('Bristle brush, 50 mm')],
  ['files, dates and quick picks in the shop', '/shop/jar-labels'],
  ['measures on a picture', '/shop/hive-wrap'],
  ['an empty basket', '/shop/basket'],
];

/** Changes the look of the page as it stands, as the switch does, without loading it again. */
const look = (light: 'light' | 'dark') =>
  stage.browser.driver.executeScript('document.documentElement.className = document.documentElement.className.replace(/light|dark/, arguments[0]); document.documentElement.style.colorScheme = arguments[0]', light);

/** Colours on their way from one to another are no colours to judge: waits until nothing moves any more. */
const still = () => stage.browser.driver.wait(() => stage.browser.driver.executeScript<boolean>('return document.getAnimations().every((one) => one.playState !== "running" || one.effect.getTiming().iterations === Infinity)'), 5_000);

describe('accessibility in light and dark, by axe-core', () => {
  beforeAll(async () => {
    await stage.person.goTo('/manage/orders');
    await stage.browser.driver.executeScript('localStorage.setItem("theme", "light")');
  });

  it.each(screens)('%s', async (_name, path, before) => {
    await stage.person.goTo(path);
    await before?.();
    for (const light of ['light', 'dark'] as const) {
      await look(light);
      await still();
      expect(await stage.browser.driver.executeScript('return document.documentElement.className')).toContain(light);
      // Only colours differ in the dark.
      expect(await violations(light === 'light' ? 'everything' : 'colours'), light).toEqual([]);
    }
  });
});

describe('accessibility of a full basket', () => {
  it('has no violations', async () => {
    await stage.person.goTo('/shop/queen-marking-pens');
    await stage.person.pick('Red');
    await stage.person.press('Add to basket');
    await stage.person.sees('is in the basket');
    await stage.person.goTo('/shop/basket');
    await stage.person.sees('Order and pay');
    expect(await violations()).toEqual([]);
  });
});
