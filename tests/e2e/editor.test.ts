import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { products } from '@/data/schema';
import { type Browser, Person, startBrowser, PATIENCE } from '../support/browser';
import { startServer, type TestServer } from '../support/server';
import { OUTLINE } from '../support/stage';

let server: TestServer;
let browser: Browser;
let person: Person;

beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
});
afterAll(() => server.close());
beforeEach(async () => {
  browser = await startBrowser();
  person = new Person(browser.driver, server.origin);
  await person.comeIn(await server.link());
});
afterEach(() => browser.close());

const draftWords = '[aria-label="Draft"]';

/** What the database has of a product. */
async function stored(id: number) {
  const database = await Database.open(server.databaseUrl);
  const product = await database.read.query.products.findFirst({ where: eq(products.id, id) });
  database.close();
  return product;
}

async function saved(
  id: number,
  holds: (draft: NonNullable<Awaited<ReturnType<typeof stored>>>['draft']) => boolean,
): Promise<void> {
  await browser.driver.wait(
    async () => {
      const product = await stored(id);
      return product !== undefined && holds(product.draft);
    },
    PATIENCE,
    'the draft was not saved',
  );
}

const order = async (id: number) => (await stored(id))?.draft.choices.map(({ key }) => key);

/** What a page asks the server waits until it is let go. */
const HOLD_REQUESTS = `
  const ask = window.fetch;
  const waiting = [];
  window.fetch = (...asked) => new Promise((go) => waiting.push(() => go(ask(...asked))));
  window.letGo = () => { window.fetch = ask; for (const go of waiting) go(); };
`;

describe('the product editor', () => {
  it('moves choices by keyboard and by dragging', async () => {
    await person.goTo('/manage/products/4');
    await person.press('Choices', OUTLINE);
    const handle = await person.find('[aria-label="Move Tamper seals"]');
    await person.carry(handle, Key.ARROW_UP);
    await saved(4, ({ choices }) => choices[0]?.key === 'seals');
    expect(await order(4)).toEqual(['seals', 'case']);

    const grip = await person.find('[aria-label="Move Case"]');
    const target = await person.find('[aria-label="Move Tamper seals"]');
    await browser.driver
      .actions()
      .move({ origin: grip })
      .press()
      .move({ origin: grip, y: -10 })
      .move({ origin: target, y: -8, duration: 400 })
      .pause(200)
      .release()
      .perform();
    await saved(4, ({ choices }) => choices[0]?.key === 'case');
    expect(await order(4)).toEqual(['case', 'seals']);
  });

  it('takes changes back and does them again, a field at a time', async () => {
    await person.goTo('/manage/products/3');
    await person.fill('Name', 'Marking pens');
    await person.press('Listing', OUTLINE);
    await person.fill('Category', 'Queens');
    await saved(3, ({ category }) => category === 'Queens');
    await person.press('Undo');
    await saved(3, ({ title, category }) => category === 'Queen rearing' && title === 'Marking pens');
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await saved(3, ({ title }) => title === 'Queen marking pens');
    await person.press('Redo');
    await person.press('Redo');
    await saved(3, ({ title, category }) => title === 'Marking pens' && category === 'Queens');
  });

  it('leads from what readiness lists to the place that mends it', async () => {
    await person.goTo('/manage/products/37');
    await person.press('Show: Give the product a base price; 0 is a price too.');
    await person.fill('Base price', '12');
    await person.seesNoMore('Give the product a base price', '[aria-label="Readiness"]');
    await person.press('Show: Put the product in a category, so that customers find it.');
    await person.fill('Category', 'Tools');
    await person.seesNoMore('Put the product in a category', '[aria-label="Readiness"]');
    await person.sees('Choose what the product draws from stock', '[aria-label="Readiness"]');
  });

  it('opens an earlier revision and brings it back as a draft', async () => {
    await person.goTo('/manage/products/2');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price per unit', '21.00');
    await saved(2, ({ price }) => price === '21.00');
    await person.press('Publish');
    await person.sees('Revision 2 is in the shop');
    await person.press('Revisions', OUTLINE);
    await person.press('Open Revision 1');
    await person.sees('€18.50 – €21.70 / m', '[role=dialog]');
    await person.press('Restore as the draft');
    await saved(2, ({ price }) => price === '18.50');
    await person.sees('Unpublished changes');
    const shop = await fetch(`${server.origin}/api/v1/products/stainless-mesh/resolve`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{"answers":{"opening":"coarse","length":"1"}}',
    });
    expect(await shop.json()).toMatchObject({ unitPrice: '21.00' });
  });

  it('brings together what two windows change in different places', async () => {
    const other = await startBrowser();
    try {
      const colleague = new Person(other.driver, server.origin);
      await colleague.comeIn(await server.link());
      await person.goTo('/manage/products/1');
      await colleague.goTo('/manage/products/1');
      await colleague.sees('Open elsewhere too');
      await colleague.fill('Short description', 'Cool and tight.');
      await saved(1, ({ summary }) => summary === 'Cool and tight.');
      await person.fill('Name', 'Ventilated bee suit');
      await saved(1, ({ title, summary }) => title === 'Ventilated bee suit' && summary === 'Cool and tight.');
      await person.sees('Their changes are in');
      expect(await (await person.field('Short description')).getAttribute('value')).toBe('Cool and tight.');
    } finally {
      await other.close();
    }
  });

  it('asks when two windows change the same thing, and keeps the draft that gives way', async () => {
    const other = await startBrowser();
    try {
      const colleague = new Person(other.driver, server.origin);
      await colleague.comeIn(await server.link());
      await person.goTo('/manage/products/1');
      await colleague.goTo('/manage/products/1');
      await colleague.sees('Saved', draftWords);
      // Neither window may hear of the other before both have typed, however slow the machine is.
      await Promise.all([person, colleague].map((one) => one.driver.executeScript(HOLD_REQUESTS)));
      await Promise.all([person.fill('Name', 'Suit of mine'), colleague.fill('Name', 'Suit of theirs')]);
      await Promise.all([person, colleague].map((one) => one.driver.executeScript('window.letGo()')));
      // Whichever of the two is asked: neither is waited for alone, as the other may never be.
      const isAsked = async (one: Person) => (await one.textOf()).includes('Two people changed the same thing');
      let asked: Person | undefined;
      await browser.driver.wait(async () => {
        for (const one of [person, colleague]) if (await isAsked(one)) asked = one;
        return asked !== undefined;
      }, PATIENCE);
      if (!asked) throw new Error('nobody was asked');
      const mine = asked === person ? 'Suit of mine' : 'Suit of theirs';
      const theirs = asked === person ? 'Suit of theirs' : 'Suit of mine';
      await asked.press('Go on with mine');
      await saved(1, ({ title }) => title === mine);
      await asked.press('Revisions', OUTLINE);
      await asked.press('Open Draft set aside when two windows differed');
      await asked.sees(theirs, '[role=dialog]');
    } finally {
      await other.close();
    }
  });

  it('tells whoever has a product open that it was archived or deleted, keeps what is typed, and brings it back', async () => {
    const all = async () => {
      const database = await Database.open(server.databaseUrl);
      const rows = await database.read.select().from(products);
      database.close();
      return rows;
    };
    const ask = async (method: string, path: string, body?: object) => {
      const answered = await server.ask(`/api/manage/products${path}`, {
        method,
        headers: { 'Content-Type': 'application/json' },
        body: body && JSON.stringify(body),
      });
      return (await answered.json()) as { id: number; binned: number };
    };
    const { id } = await ask('POST', '', { title: 'Rain hat' });
    await person.goTo(`/manage/products/${id}`);
    await person.sees('Saved', draftWords);
    await ask('PUT', `/${id}/archived`, { archived: true });
    await person.sees('This product is archived');
    await person.press('Bring it back');
    await person.seesNoMore('This product is archived');
    expect((await all()).find((row) => row.id === id)?.archivedAt).toBeNull();

    await ask('DELETE', `/${id}`);
    await person.fill('Short description', 'Typed after it was deleted');
    await person.sees('This product was deleted just now and lies in the bin.');
    await person.sees('Not saved: it was deleted. Kept in this browser.', draftWords);
    await person.press('Bring it back');
    await saved(id, ({ summary }) => summary === 'Typed after it was deleted');
    await person.sees('Saved', draftWords);

    // Deleted for good, it can still become another.
    const { binned } = await ask('DELETE', `/${id}`);
    await server.ask(`/api/manage/bin/${binned}`, { method: 'DELETE' });
    await person.sees('This product was deleted for good.');
    await person.fill('SKU', 'HAT');
    await person.press('Start it again');
    await person.driver.wait(async () => !(await person.driver.getCurrentUrl()).endsWith(`/${id}`), 20_000);
    await person.sees('Saved', draftWords);
    const rows = (await all()).filter(({ title }) => title === 'Rain hat');
    expect(rows.map(({ draft }) => [draft.summary, draft.sku])).toEqual([['Typed after it was deleted', 'HAT']]);
  });

  it('shows what others publish and take out of the shop meanwhile', async () => {
    const at = '/api/manage/products/12';
    const publication = async (method: string, query = '', body?: object) =>
      (
        await server.ask(`${at}/publication${query}`, {
          method,
          headers: { 'Content-Type': 'application/json' },
          body: body && JSON.stringify(body),
        })
      ).status;
    await person.goTo('/manage/products/12');
    await person.sees('In the shop', 'main, body');
    expect(await publication('DELETE', '?accepted=99')).toBe(200);
    await person.seesNoMore('Open shop page');
  });

  it('keeps a draft through a killed server: what was saved, and what was typed meanwhile', async () => {
    await person.goTo('/manage/products/4');
    await person.fill('Short description', 'Saved before the server died.');
    await saved(4, ({ summary }) => summary === 'Saved before the server died.');
    await server.kill();
    await person.fill('Name', 'Jars typed while the server was dead');
    await person.sees('Not saved: The server can’t be reached. Kept in this browser; trying again.');
    await server.restart();
    await saved(
      4,
      ({ title, summary }) =>
        title === 'Jars typed while the server was dead' && summary === 'Saved before the server died.',
    );
    await person.sees('Saved', draftWords);
  });

  it('brings back what was typed when the window was closed before the server had it', async () => {
    await person.goTo('/manage/products/3');
    await person.sees('Saved', draftWords);
    await server.kill();
    await person.fill('Short description', 'Typed, then the window was closed.');
    await person.sees('Not saved');
    await server.restart();
    const { driver } = browser;
    const left = await driver.getWindowHandle();
    await driver.switchTo().newWindow('tab');
    const next = await driver.getWindowHandle();
    await driver.switchTo().window(left);
    await driver.close();
    await driver.switchTo().window(next);
    await person.goTo('/manage/products/3');
    await saved(3, ({ summary }) => summary === 'Typed, then the window was closed.');
  });
});
