import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { stockItems } from '@/data/schema';
import { type Browser, PATIENCE, Person, startBrowser, toolsOf } from '../support/browser';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let browsers: Browser[];

beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
  browsers = [await startBrowser(), await startBrowser(390, 844)];
});
afterAll(async () => {
  for (const browser of browsers) await browser.close();
  await server.close();
});

const people = () => browsers.map(({ driver }) => new Person(driver, server.origin));

describe('the shop', () => {
  it('shows which combinations are out or not made, as the customer chooses', async () => {
    const [person] = people();
    if (!person) throw new Error('no browser');
    await person.goTo('/shop/bee-suit');
    await person.pick('Slate');
    await person.sees('S out of stock');
    await person.pick('Moss');
    await person.sees('XL not made in this combination');
    await person.pick('XL');
    await person.sees('XL · Moss is not made. Choose another combination.');
    await person.pick('L');
    await person.seesNoMore('is not made.');
    await person.fill('Name to embroider', 'Wilhelmina the Second');
    await person.sees('Name to embroider: 21 characters is 5 too many. Use at most 16 characters.');
  });

  it('goes back to the basket where a line is changed right after something was chosen, however slow the way is', async () => {
    const [person] = people();
    const [browser] = browsers;
    if (!person || !browser) throw new Error('no browser');
    await person.goTo('/shop/bee-suit');
    await person.pick('Slate');
    await person.pick('L');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.press('Change Bee suit');
    await person.sees('Change it in the basket');
    // The address follows what is chosen, the second time a little later: by then the page is about to be left.
    await browser.driver.executeScript(`
      const { fetch } = window;
      const later = (...asked) => new Promise((resolve) => setTimeout(resolve, 800)).then(() => fetch(...asked));
      window.fetch = (...asked) => (String(asked[0]?.url ?? asked[0]).includes('_rsc') ? later : fetch)(...asked);
      const at = (what, words) => [...document.querySelectorAll(what)].find(({ textContent }) => textContent.startsWith(words));
      at('label', 'Moss').click();
      setTimeout(() => {
        at('label', 'Slate').click();
        setTimeout(() => at('button', 'Change it in the basket').click(), 60);
      }, 30);`);
    await person.sees('Order and pay');
    expect(await browser.driver.getCurrentUrl()).toBe(`${server.origin}/shop/basket`);
    await person.press('Remove Bee suit');
    await person.sees('The basket is empty');
  });

  it('says what is still to be chosen, marks it for those who listen, and goes there', async () => {
    const [person] = people();
    const [browser] = browsers;
    if (!person || !browser) throw new Error('no browser');
    await person.goTo('/shop/bee-suit');
    const size = () => browser.driver.findElement({ css: '[role="radiogroup"][aria-labelledby="shop-size-label"]' });
    expect(await (await size()).getAttribute('aria-required')).toBe('true');
    expect(await (await size()).getAttribute('aria-invalid')).toBeNull();
    await person.press('Add to basket');
    await person.sees('Still missing: Size, Cloth.');
    expect(await (await size()).getAttribute('aria-invalid')).toBe('true');
    const told = (await (await size()).getAttribute('aria-describedby')) ?? '';
    expect(await (await browser.driver.findElement({ id: told })).getText()).toContain('Size');
    await browser.driver.wait(
      async () =>
        browser.driver.executeScript<boolean>('return arguments[0].contains(document.activeElement)', await size()),
      PATIENCE,
    );
    await person.pick('M');
    expect(await (await size()).getAttribute('aria-invalid')).toBeNull();
    // What it comes to is told once it rests.
    await person.fill('Quantity', '2');
    await browser.driver.wait(
      () =>
        browser.driver.executeScript<boolean>(
          "return [...document.querySelectorAll('[role=status]')].some(({ textContent }) => /^Total €/.test(textContent))",
        ),
      PATIENCE,
    );
  });

  it('keeps what is done while the script of a page is still on its way', async () => {
    const slow = await startBrowser();
    try {
      const person = new Person(slow.driver, server.origin);
      // At so many bytes a second hands are faster than scripts.
      const atMost = (downloadThroughput: number) =>
        toolsOf(slow).sendDevToolsCommand('Network.emulateNetworkConditions', {
          offline: false,
          latency: 0,
          downloadThroughput,
          uploadThroughput: -1,
        });
      await toolsOf(slow).sendDevToolsCommand('Network.enable', {});
      await atMost(40_000);
      await slow.driver.get(`${server.origin}/shop/bee-suit`);
      await person.sees('Name to embroider');
      expect(await person.textOf('[aria-label="Total"]')).not.toBe('–');
      await person.pick('Moss');
      await person.pick('L');
      await person.fill('Name to embroider', 'Ida');
      await person.fill('Quantity', '2');
      await person.press('Add to basket');
      expect(await slow.driver.executeScript('return Array.isArray(window.oakEarly)')).toBe(true);
      await atMost(-1);
      await person.sees('2 × Bee suit is in the basket.');
      await person.goTo('/shop/basket');
      await person.sees('Moss');
      await person.sees('Ida');
      // Of a kit the script of its parts comes last.
      await atMost(40_000);
      await slow.driver.get(`${server.origin}/shop/starter-kit`);
      const suit = '//section[@aria-label="Bee suit"]';
      await person.pick('M', suit);
      await person.pick('Slate', suit);
      await person.press('Add to basket');
      await atMost(-1);
      await person.sees('1 × Starter kit is in the basket.');
    } finally {
      await slow.close();
    }
  });

  it('sells the last one once: two real browsers, one order and one clear refusal', async () => {
    const both = people();
    for (const person of both) {
      await person.goTo('/shop/bee-suit');
      await person.pick('XL');
      await person.pick('Slate');
      await person.press('Add to basket');
      await person.sees('is in the basket');
      await person.goTo('/shop/basket');
      await person.fill('Name', 'Last One');
      await person.fill('E-mail', 'last@one.example');
    }
    await Promise.all(both.map((person) => person.press('Order and pay')));
    const outcomes = await Promise.all(
      both.map(async (person) => {
        await person.driver.wait(
          async () => /Thank you|no longer available|out of stock/.test(await person.textOf()),
          15_000,
          'neither sold nor refused',
        );
        return /Thank you/.test(await person.textOf()) ? 'sold' : 'refused';
      }),
    );
    expect([...outcomes].sort()).toEqual(['refused', 'sold']);
    const refused = both[outcomes.indexOf('refused')];
    await refused?.sees('Bee suit XL Slate is out of stock.');
    const database = await Database.open(server.databaseUrl);
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'bee-suit-xl-slate') });
    database.close();
    expect(item).toMatchObject({ onHand: '0', reserved: '0' });
  });

  it('narrows its list down by options, prices and words, and every step is an address to come back to', async () => {
    const [person, phone] = people();
    if (!person || !phone) throw new Error('no browser');
    await person.goTo('/shop');
    await person.press('Cedar');
    await person.sees('3 products', '[role="status"]');
    await person.press('Pine');
    await person.sees('4 products', '[role="status"]');
    await person.driver.navigate().back();
    await person.sees('3 products', '[role="status"]');
    await person.fill('Highest price', '36,50');
    await person.press('Apply');
    await person.sees('1 product', '[role="status"]');
    await person.sees('Honey super');
    expect(new URL(await person.driver.getCurrentUrl()).search).toBe('?is.timber=cedar&to=36%2C50');
    await person.fill('Highest price', 'cheap');
    await person.press('Apply');
    await person.sees('Enter a price, such as 12.50.');
    // What is typed and not sent yet goes along with whatever is pressed next.
    await person.fill('Highest price', '40');
    await person.press('Pine');
    await person.sees('2 products', '[role="status"]');
    expect(new URL(await person.driver.getCurrentUrl()).search).toBe('?is.timber=cedar&is.timber=pine&to=40');
    await person.press('Clear all filters');
    await person.sees('34 products', '[role="status"]');
    await person.select('Sort by', 'Price, low to high');
    await person.fill('Search for products', 'frames');
    await person.press('Search');
    await person.seesNoMore('34 products', '[role="status"]');
    expect(new URL(await person.driver.getCurrentUrl()).search).toBe('?find=frames&sort=cheapest');
    await person.fill('Search for products', 'no such thing');
    await person.press('Search');
    await person.sees('No products match');
    await person.press('see all products');
    await person.sees('34 products', '[role="status"]');
    await phone.goTo('/shop?find=hive');
    await phone.press('Filters');
    await phone.press('In stock');
    await phone.sees('Hide filters (1)');
    expect(new URL(await phone.driver.getCurrentUrl()).search).toBe('?find=hive&stock=in');
  });

  it('says plainly that an address leads nowhere', async () => {
    const [person] = people();
    await person?.goTo('/shop/no-such-thing');
    await person?.sees('There is nothing at this address');
    await person?.sees('Basket', 'header');
    // The first Tab leads past the head, to what the page says.
    const had = () => person?.driver.executeScript<string>('return document.activeElement.textContent');
    await person?.driver.actions().sendKeys(Key.TAB).perform();
    expect(await had()).toBe('To the content');
    await person?.driver.actions().sendKeys(Key.ENTER).perform();
    expect(await had()).toContain('There is nothing at this address');
  });
});

describe('POST /api/v1/products/{slug}/resolve', () => {
  const post = (slug: string, body: string, type = 'application/json') =>
    fetch(`${server.origin}/api/v1/products/${slug}/resolve`, {
      method: 'POST',
      headers: { 'Content-Type': type },
      body,
    });

  it('answers from the published revision and live stock, with what a customer may know', async () => {
    const response = await post(
      'stainless-mesh',
      JSON.stringify({ answers: { opening: 'coarse', length: '0.25' }, quantity: 3 }),
    );
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject({
      state: 'sellable',
      unitPrice: '4.63',
      lineTotal: '13.89',
      availability: { enough: true, leadDays: null },
    });
  });

  it('answers what is wrong with a selection as problems, not as an error', async () => {
    const response = await post('stainless-mesh', '{"answers":{"length":"0.01"},"quantity":-1}');
    expect(response.status).toBe(200);
    const { state, problems } = (await response.json()) as { state: string; problems: { code: string }[] };
    expect([state, ...problems.map(({ code }) => code)]).toEqual([
      'invalid',
      'answerMissing',
      'belowMinimum',
      'quantityBelow',
    ]);
  });

  it.each([
    ['what is no JSON', 'stainless-mesh', '{', 'application/json', 400],
    ['another type', 'stainless-mesh', '{}', 'text/plain', 415],
    ['a list', 'stainless-mesh', '[]', 'application/json', 400],
    ['answers that are a list', 'stainless-mesh', '{"answers":[1]}', 'application/json', 400],
    ['an answer that is an object', 'stainless-mesh', '{"answers":{"length":{}}}', 'application/json', 400],
    ['a quantity in words', 'stainless-mesh', '{"quantity":"two"}', 'application/json', 400],
    ['more than it reads', 'stainless-mesh', `{"answers":{"length":"${'1'.repeat(70_000)}"}}`, 'application/json', 413],
    ['a product that is not there', 'nothing', '{}', 'application/json', 404],
  ])('refuses %s with a problem document', async (_what, slug, body, type, status) => {
    const response = await post(slug, body, type);
    expect(response.status).toBe(status);
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    expect(await response.json()).toMatchObject({
      type: 'about:blank',
      status,
      title: expect.any(String),
      detail: expect.any(String),
    });
  });

  it('says that a key means nothing, and which may be meant', async () => {
    const response = await post('queen-marking-pens', '{"answers":{"colour":"red"},"quantiy":2}');
    expect(await response.json()).toMatchObject({
      state: 'invalid',
      problems: [{ code: 'unknownKey', remedy: expect.stringContaining('“quantity” may be meant') }],
    });
  });

  it('never trusts a price from outside', async () => {
    const response = await post('queen-marking-pens', '{"answers":{"colour":"red"},"unitPrice":"0.01","price":"0"}');
    expect([400, 200]).toContain(response.status);
    if (response.status === 200)
      expect(await response.json()).toMatchObject({
        state: 'invalid',
        unitPrice: '4.80',
        problems: [{ code: 'unknownKey' }, { code: 'unknownKey' }],
      });
  });
});

describe('pictures', () => {
  it('are served so that they never run as a page', async () => {
    const page = await (await fetch(`${server.origin}/shop`)).text();
    const [address] = /\/pictures\/[0-9a-f]{40}/.exec(page) ?? [];
    const response = await fetch(`${server.origin}${address}`);
    expect(response.headers.get('content-type')).toBe('image/svg+xml');
    expect(response.headers.get('content-security-policy')).toContain('sandbox');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
  });
});
