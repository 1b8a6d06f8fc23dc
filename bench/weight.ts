import { type Browser, startBrowser } from '../tests/support/browser';
import { startServer } from '../tests/support/server';

/**
 * How much script a page asks for, in headless Chromium on the built application: what is there before the first paint
 * of the page is done with, and what comes later. Beside a page of the same framework with nothing on it. Run
 * `npx next build` first.
 */

const PAGES = { 'a product in the shop': '/shop/bee-suit', 'the shelf': '/shop', 'the product editor': '/manage/products/1' };
/** A page with nothing of ours but the frame: the floor. */
const FLOOR = '/shop/nothing-is-here';

interface Weight {
  /** kB of compressed script that were asked for before the page had loaded */
  readonly first: number;
  /** kB that came after it */
  readonly later: number;
}

async function weigh({ driver }: Browser, address: string): Promise<Weight> {
  await driver.get('about:blank');
  await driver.get(address);
  await driver.sleep(4000);
  const [first = 0, later = 0] = await driver.executeScript<number[]>(`
    const loaded = performance.getEntriesByType('navigation')[0].loadEventEnd;
    const scripts = performance.getEntriesByType('resource').filter(({ name }) => /\\.js(\\?|$)/.test(name));
    const kilobytes = (some) => some.reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0) / 1000;
    return [kilobytes(scripts.filter(({ startTime }) => startTime < loaded)), kilobytes(scripts.filter(({ startTime }) => startTime >= loaded))];
  `);
  return { first, later };
}

const server = await startServer();
try {
  // Each page in a browser that has seen none of it.
  const alone = async (path: string) => {
    const browser = await startBrowser();
    try {
      return await weigh(browser, `${server.origin}${path}`);
    } finally {
      await browser.close();
    }
  };
  const floor = await alone(FLOOR);
  process.stdout.write(`Compressed script\n  ${'an empty page'.padEnd(26)} ${floor.first.toFixed(0)} kB\n`);
  for (const [name, path] of Object.entries(PAGES)) {
    const { first, later } = await alone(path);
    process.stdout.write(`  ${name.padEnd(26)} ${first.toFixed(0)} kB, ${(first / floor.first).toFixed(2)} × the empty page; ${later.toFixed(0)} kB after it\n`);
  }
} finally {
  await server.close();
}
