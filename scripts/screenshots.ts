import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Person, startBrowser } from '../tests/support/browser';
import { startServer } from '../tests/support/server';

/** Takes one picture of each main view, from the demo data. The application must have been built. */
const FOLDER = process.argv[2] ?? 'docs/screenshots';

interface Shot {
  readonly name: string;
  readonly path: string;
  readonly phone?: boolean;
  readonly dark?: boolean;
  readonly before?: (person: Person) => Promise<void>;
}

async function chooseSuit(person: Person, scope = ''): Promise<void> {
  await person.pick('M', scope);
  await person.pick('Slate', scope);
  await person.pick('Fencing style', scope);
  await person.fill('Name to embroider', 'Ada L', scope);
}

const OUTLINE = '//nav[@aria-label="Outline"]';
const COUNTER = '//*[@aria-label="The Counter"]';

const SHOTS: readonly Shot[] = [
  { name: 'products', path: '/manage/products', before: (person) => person.sees('Hive tool') },
  { name: 'price-lists', path: '/manage/price-lists', before: (person) => person.sees('Apiary netting') },
  { name: 'editor-variants', path: '/manage/products/5', before: (person) => person.press('Variants', OUTLINE) },
  {
    name: 'editor-selections',
    path: '/manage/products/6',
    before: async (person) => {
      await person.press('Full check', OUTLINE);
      await person.sees('Highest price of one');
      await person.sees('20 selections');
      await person.sees('The floor is');
    },
  },
  {
    name: 'editor-formulas',
    path: '/manage/products/11',
    before: async (person) => {
      await person.press('Formulas and rates', OUTLINE);
      await person.fill('Length of the run', '11', COUNTER);
      await person.press('Add a trial');
      await person.fill('Length of the run, trial 1', '12.6');
      await person.sees('It jumps');
      await person.driver.executeScript(
        'document.querySelector("[aria-label=\\"Try it out\\"]").scrollIntoView({ block: "end" })',
      );
    },
  },
  {
    name: 'editor-rules',
    path: '/manage/products/7',
    before: async (person) => {
      await person.press('Rules', OUTLINE);
      await person.press('When Width is more than', '//article[@aria-label="Rule 1"]');
      await person.fill('Width', '180', COUNTER);
      await person.driver.executeScript('document.querySelector("[role=region]").scrollTop = 0');
    },
  },
  {
    name: 'editor-views',
    path: '/manage/products/1?place=views',
    before: async (person) => {
      await person.press('Name to embroider', '//*[@aria-label="Layers"]');
      await person.pick('Moss', COUNTER);
      await person.fill('Name to embroider', 'Ada Lark', COUNTER);
      await person.driver.sleep(1500);
      await person.driver.executeScript(
        'window.scrollTo(0, 0); document.querySelectorAll("[role=region]").forEach((one) => { one.scrollTop = 0; })',
      );
    },
  },
  {
    name: 'sheet-ripple',
    path: '/manage/sheets/1',
    before: async (person) => {
      await person.press('Gift box', OUTLINE);
      await person.fill('Gift box: amount', '4.90');
      await person.driver.sleep(1500);
      await person.press('See the ripple');
      await person.sees('It reaches');
    },
  },
  { name: 'editor-fits', path: '/manage/products/33', before: (person) => person.press('Fit rules', OUTLINE) },
  {
    name: 'editor-parts',
    path: '/manage/products/20?place=parts',
    dark: true,
    before: async (person) => {
      await person.press('Unfold', '//article[@aria-label="Smoker"]');
      await person.pick('M', COUNTER);
      await person.pick('Slate', COUNTER);
      await person.driver.executeScript(
        'document.querySelectorAll("[role=region]").forEach((region) => { region.scrollTop = 0; })',
      );
    },
  },
  { name: 'shop', path: '/shop' },
  {
    name: 'shop-product',
    path: '/shop/bee-suit',
    before: async (person) => {
      await chooseSuit(person);
      await person.driver.executeScript('window.scrollTo(0, 0)');
    },
  },
  {
    name: 'shop-product-phone',
    path: '/shop/hive-wrap',
    phone: true,
    before: async (person) => {
      await person.fill('Width all round on the picture', '1.9 m');
      await person.fill('Height on the picture', '48');
      await person.driver.executeScript('window.scrollTo(0, 60)');
    },
  },
  {
    name: 'basket',
    path: '/shop/starter-kit',
    before: async (person) => {
      await person.pick('M');
      await person.pick('Slate');
      await person.press('Add to basket');
      await person.sees('is in the basket');
      await person.goTo('/shop/basket');
      await person.sees('Order and pay');
      await person.driver.executeScript('document.querySelector("details").open = true');
    },
  },
  {
    name: 'shop-build',
    path: '/shop/hive',
    before: async (person) => {
      await person.press('First colony', '//*[@aria-label="Start from"]');
      await person.press('Take another for Roof');
      await person.sees('would not close the hive');
      await person.driver.executeScript(
        'arguments[0].scrollIntoView({ block: "center" })',
        await person.find('[aria-label="What can be put in Roof"]'),
      );
    },
  },
  { name: 'stock-item', path: '/manage/stock/mesh-coarse' },
  { name: 'cutting', path: '/manage/cutting' },
  { name: 'order', path: '/manage/orders/4' },
  // Last, because it changes a draft.
  {
    name: 'proofs',
    path: '/manage/products/1',
    before: async (person) => {
      await person.press('Price and unit', OUTLINE);
      await person.fill('Base price', '131');
      await person.sees('Saved', '[aria-label="Draft"]');
      await person.driver.sleep(1500);
      await person.goTo('/manage/proofs');
      await person.sees('no longer hold');
    },
  },
];

async function main(): Promise<void> {
  const only = process.argv.slice(3);
  mkdirSync(FOLDER, { recursive: true });
  const server = await startServer();
  try {
    for (const shot of SHOTS.filter(({ name }) => only.length === 0 || only.includes(name))) {
      const browser = await startBrowser(shot.phone ? 390 : 1280, shot.phone ? 844 : 800);
      try {
        const person = new Person(browser.driver, server.origin);
        await person.comeIn(await server.link());
        await person.goTo(shot.path);
        if (shot.dark) {
          await person.press('Switch to dark');
          await browser.driver.sleep(300);
        }
        await shot.before?.(person);
        await browser.driver.sleep(700);
        writeFileSync(join(FOLDER, `${shot.name}.png`), Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
      } finally {
        await browser.close();
      }
    }
  } finally {
    await server.close();
  }
}

await main();
