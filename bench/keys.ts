import { type WebElement } from 'selenium-webdriver';
import { longProduct, typedProduct } from './typed-product';
import { Database } from '../src/data/database';
import { type Browser, Person, startBrowser, toolsOf } from '../tests/support/browser';
import { startServer } from '../tests/support/server';
import { quantile } from './rounds';
import { insertProduct } from '../tests/support/begin';

/**
 * What a key costs in the product editor, in headless Chromium on the built application: scripting, and the time from
 * the key to the next paint, beside a bare text area on the same page in the same run. Run `npm run build` first.
 */

const KEYS = { quick: 60, slow: 24 };
/** Between keys: as somebody types who types quickly, and so slowly that everything follows every key. */
const PAUSES = { quick: 70, slow: 450 };
const PRODUCTS = {
  'the hive of the demo': 'hive',
  'the bee suit of the demo': 'bee-suit',
  'one of 40 choices, 200 variants, 60 rules': 'typed',
  'one of a choice of 300 options': 'long',
};

interface Cost {
  /** milliseconds of scripting, of each key on the average */
  readonly scripting: number;
  /** milliseconds from each key to the next paint */
  readonly paints: readonly number[];
}

/** Notes by Event Timing how long every key takes; keys quicker than what it tells of are counted as that. */
const WATCH = `
  globalThis.painted = [];
  new PerformanceObserver((list) => { for (const { name, duration } of list.getEntries()) if (name === 'keydown') globalThis.painted.push(duration); }).observe({ type: 'event', durationThreshold: 16 });
`;
const FASTEST_TOLD = 16;

async function scriptingSoFar(browser: Browser): Promise<number> {
  const told: unknown = await toolsOf(browser).sendAndGetDevToolsCommand('Performance.getMetrics', {});
  const metrics =
    typeof told === 'object' && told !== null && 'metrics' in told && Array.isArray(told.metrics) ? told.metrics : [];
  const found = metrics.find((metric: { name: string }) => metric.name === 'ScriptDuration');
  return 1000 * Number(found?.value ?? Number.NaN);
}

async function costOf(browser: Browser, field: WebElement, pace: keyof typeof PAUSES = 'quick'): Promise<Cost> {
  await browser.driver.executeScript('arguments[0].scrollIntoView({block: "center"}); arguments[0].focus()', field);
  await browser.driver.sleep(1500);
  await browser.driver.executeScript('globalThis.painted.length = 0');
  const before = await scriptingSoFar(browser);
  const keys = KEYS[pace];
  for (let key = 0; key < keys; key += 1) {
    const text = 'abcdefghij'[key % 10] ?? 'a';
    await toolsOf(browser).sendDevToolsCommand('Input.dispatchKeyEvent', { type: 'keyDown', text, key: text });
    await toolsOf(browser).sendDevToolsCommand('Input.dispatchKeyEvent', { type: 'keyUp', key: text });
    await browser.driver.sleep(PAUSES[pace]);
  }
  const scripting = (await scriptingSoFar(browser)) - before;
  await browser.driver.sleep(300);
  const told = await browser.driver.executeScript<number[]>('return globalThis.painted');
  return {
    scripting: scripting / keys,
    paints: [...Array.from({ length: Math.max(0, keys - told.length) }, () => FASTEST_TOLD), ...told],
  };
}

function say(name: string, cost: Cost, bare: Cost): void {
  const paint = (share: number) =>
    `${quantile(cost.paints, share).toFixed(0)} ms (${(quantile(cost.paints, share) / quantile(bare.paints, share)).toFixed(1)} ×)`;
  process.stdout.write(
    `    ${name.padEnd(26)} scripting ${cost.scripting.toFixed(1).padStart(5)} ms a key; to the next paint p50 ${paint(0.5)}, p95 ${paint(0.95)}\n`,
  );
}

const server = await startServer();
const browser = await startBrowser();
try {
  const database = await Database.open(server.databaseUrl);
  await database.write(async (transaction) => {
    for (const product of [typedProduct(), longProduct()]) await insertProduct(transaction, product, new Date());
  });
  await toolsOf(browser).sendDevToolsCommand('Performance.enable', {});
  const person = new Person(browser.driver, server.origin);
  await person.comeIn(await server.link());
  for (const [name, slug] of Object.entries(PRODUCTS)) {
    const row = (await database.read.query.products.findMany()).find(({ draft }) => draft.slug === slug);
    if (!row) throw new Error(`there is no ${slug}`);
    const [choice] = row.draft.choices.filter(({ kind }) => kind === 'list' || kind === 'swatch');
    const open = async (place: string) => {
      await person.goTo(`/manage/products/${row.id}?place=${place}`);
      await browser.driver.executeScript(WATCH);
      await browser.driver.sleep(2500);
    };
    process.stdout.write(`  ${name}\n`);
    await open('basics');
    await browser.driver.executeScript(
      'const bare = document.createElement("textarea"); bare.id = "bare"; document.querySelector("h1").after(bare)',
    );
    const bare = await costOf(browser, await person.find('#bare'));
    say('a bare text area', bare, bare);
    say('its name', await costOf(browser, await person.field('Name')), bare);
    say('its name, typed slowly', await costOf(browser, await person.field('Name'), 'slow'), bare);
    say('its description', await costOf(browser, await person.field('Description')), bare);
    if (choice) {
      await open(`choice:${choice.key}`);
      say(
        'the title of a choice',
        await costOf(browser, await person.find('main input[type="text"], main input:not([type])')),
        bare,
      );
      say('the title of an option', await costOf(browser, await person.find('main [aria-label^="Title of "]')), bare);
      say(
        'that, typed slowly',
        await costOf(browser, await person.find('main [aria-label^="Title of "]'), 'slow'),
        bare,
      );
    }
    if (row.draft.variants.length > 0) {
      await open('variants');
      say('a cell of its variants', await costOf(browser, await person.find('main [data-spot="0.1.1"]')), bare);
    }
    await open('basics');
    say('a quantity at the Counter', await costOf(browser, await person.find('#counter-quantity')), bare);
  }
  database.close();
} finally {
  await browser.close();
  await server.close();
}
