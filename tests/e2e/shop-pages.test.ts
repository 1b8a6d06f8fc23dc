import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { desc, eq } from 'drizzle-orm';
import { By, Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { orders, products } from '@/data/schema';
import { type Browser, PATIENCE, Person, startBrowser } from '../support/browser';
import { startServer, type TestServer } from '../support/server';

const TALL = join(tmpdir(), `oak-knot-tall-${process.pid}.png`);

let server: TestServer;
let browser: Browser;

beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
  browser = await startBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.close();
  rmSync(TALL, { force: true });
});

describe('the shop’s pages', () => {
  it('speak as the shop says, tell stock, and ask what it asks: what is answered stands on the order', async () => {
    const person = new Person(browser.driver, server.origin);
    await person.comeIn(await server.link());
    await person.goTo('/manage/settings');
    await person.fill('The button that buys', 'Take it home');
    await person.select('A product’s page tells stock', 'exactly: 12 in stock');
    await person.press('Ask for something');
    const field = '//*[@aria-label="Field 3"]';
    await person.fill('What is asked', 'Wrapping', field);
    await person.select('Answered with', 'one of several answers', field);
    await person.fill('Answers, one a line', 'Paper\nCloth', field);
    await person.pick('Must be answered', field);
    await person.press('Move Wrapping up');
    await person.press('Save');
    await person.sees('Settings saved');

    await person.goTo('/shop/queen-marking-pens');
    await person.pick('White');
    await person.sees('58 in stock');
    await person.press('Take it home');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.fill('Name', 'Hedwig Lark');
    await person.fill('E-mail', 'hedwig@lark.example');
    await person.fill('Gift note (optional)', 'For you, Aunt');
    await person.press('Order and pay');
    await person.sees('Choose something for “Wrapping”.');
    expect(await browser.driver.executeScript('return document.activeElement.tagName')).toBe('SELECT');
    await person.select('Wrapping', 'Cloth');
    await person.press('Order and pay');
    await person.sees('Thank you, Hedwig Lark');
    await person.sees('For you, Aunt');
    const database = await Database.open(server.databaseUrl);
    const [order] = await database.read.select().from(orders).orderBy(desc(orders.id)).limit(1);
    database.close();
    expect(order?.asked).toEqual([
      { title: 'Gift note', kind: 'text', value: 'For you, Aunt' },
      { title: 'Wrapping', kind: 'choice', value: 'Cloth' },
    ]);
    await person.goTo(`/manage/orders/${order?.id}`);
    await person.sees('Cloth');
  });

  it('show pictures whole, cut them where it is said, and enlarge them by a press and by keys', async () => {
    const person = new Person(browser.driver, server.origin);
    await person.comeIn(await server.link());
    await person.goTo('/manage/products');
    await person.press('Hive tool');
    await person.press('Pictures', '//nav');
    await sharp({ create: { width: 100, height: 200, channels: 3, background: '#996633' } }).toFile(TALL);
    await person.sees('Upload pictures');
    await browser.driver.findElement(By.css('input[type="file"]')).sendKeys(TALL);
    await person.sees('Main picture, in words');
    const ratio = `const { width, height } = document.querySelector('[aria-label="The Counter"] [role="img"]')?.getBoundingClientRect() ?? { width: 0, height: 1 }; return width / height`;
    await browser.driver.wait(
      async () => Math.abs((await browser.driver.executeScript<number>(ratio)) - 0.5) < 0.02,
      PATIENCE,
      'not whole',
    );
    await person.press('What stays in view');
    const place = await person.find('//*[@role="application"]');
    await place.sendKeys(Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_LEFT);
    await person.press('Done');
    await person.sees('Saved');
    const database = await Database.open(server.databaseUrl);
    const focusOf = async () =>
      (await database.read.query.products.findFirst({ where: eq(products.title, 'Hive tool') }))?.draft.pictures[0]
        ?.focus;
    await browser.driver.wait(async () => (await focusOf()) !== null, PATIENCE, 'no focus');
    expect(await focusOf()).toEqual({ x: 48, y: 46 });
    database.close();

    await person.goTo('/shop/stainless-mesh');
    await person.press('Enlarge the picture');
    const large = await person.find('//*[@role="dialog"]//*[@role="group"]');
    await large.sendKeys('+', '+', '-');
    await browser.driver.wait(
      async () => (await large.getAttribute('aria-label'))?.endsWith('160 %') === true,
      PATIENCE,
      'not larger',
    );
    await large.sendKeys(Key.ESCAPE);
    await browser.driver.wait(
      async () =>
        (await browser.driver.executeScript('return document.activeElement.ariaLabel')) === 'Enlarge the picture',
      PATIENCE,
      'the focus is lost',
    );
  });
});
