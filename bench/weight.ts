import { type Browser, startBrowser } from '../tests/support/browser';
import { startServer } from '../tests/support/server';

/**
 * How much script a page asks for, in headless Chromium on the built application, as it travels: what the page as it is
 * sent asks for, and what comes only when it has been painted. Beside a page of the same framework with nothing on it,
 * and beside what each may weigh at most. Run `npm run build` first.
 */

/** Where each is, and how many kB it may ask for as it is sent. */
const PAGES = {
  'a product in the shop': { path: '/shop/bee-suit', most: 260 },
  'the shelf': { path: '/shop', most: 200 },
  'the product editor': { path: '/manage/products/1', most: 450 },
};
/** A page with nothing of ours but the frame: the floor. */
const FLOOR = '/shop/nothing-is-here';

interface Weight {
  /** kB of compressed script that the page as it is sent names */
  readonly first: number;
  /** kB that came after it */
  readonly later: number;
}

const server = await startServer();

async function weigh({ driver }: Browser, path: string): Promise<Weight> {
  const sent = await server.ask(path).then((response) => response.text());
  // A page of our own that has no script is enough to be let in from.
  await driver.get(`${server.origin}/robots.txt`);
  const cookies = (await server.cookie()).split('; ');
  for (const cookie of cookies) {
    const [name = '', value = ''] = cookie.split(/=(.*)/s);
    await driver.manage().addCookie({ name, value });
  }
  await driver.get(server.origin + path);
  await driver.sleep(4000);
  const scripts = await driver.executeScript<[name: string, bytes: number][]>(`
    return performance.getEntriesByType('resource').filter(({ name }) => /\\.js(\\?|$)/.test(name)).map(({ name, encodedBodySize }) => [name, encodedBodySize]);
  `);
  const kilobytes = (wanted: boolean) =>
    scripts.reduce(
      (sum, [name, bytes]) => (sent.includes(new URL(name).pathname) === wanted ? sum + bytes / 1000 : sum),
      0,
    );
  return { first: kilobytes(true), later: kilobytes(false) };
}

try {
  // Each page in a browser that has seen none of it.
  const alone = async (path: string) => {
    const browser = await startBrowser();
    try {
      return await weigh(browser, path);
    } finally {
      await browser.close();
    }
  };
  const floor = await alone(FLOOR);
  process.stdout.write(`Compressed script\n  ${'an empty page'.padEnd(26)} ${floor.first.toFixed(0)} kB\n`);
  for (const [name, { path, most }] of Object.entries(PAGES)) {
    const { first, later } = await alone(path);
    process.stdout.write(
      `  ${name.padEnd(26)} ${first.toFixed(0)} kB of at most ${most}, ${(first / floor.first).toFixed(2)} × the empty page; ${later.toFixed(0)} kB after it\n`,
    );
  }
} finally {
  await server.close();
}
