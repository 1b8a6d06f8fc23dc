import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { orders } from '@/data/schema';
import { type Browser, Person, startBrowser } from '../support/browser';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let browser: Browser;

beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
  browser = await startBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.close();
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
});
