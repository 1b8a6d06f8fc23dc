import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Database } from '@/data/database';
import { orders, products, stockItems } from '@/data/schema';
import { type Browser, Person, startBrowser } from '../support/browser';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let browser: Browser;
let person: Person;
let database: Database;

beforeAll(async () => {
  server = await startServer();
  browser = await startBrowser();
  person = new Person(browser.driver, server.origin);
  database = await Database.open(server.databaseUrl);
});
afterAll(async () => {
  database.close();
  await browser.close();
  await server.close();
});

const OUTLINE = '//nav[@aria-label="Outline"]';
const COUNTER = '//*[@aria-label="The Counter"]';
const counter = '[aria-label="The Counter"]';
const readinessList = '[aria-label="Readiness"]';

/** From an empty product to the lower stock: one run, each step standing on the one before. */
describe('from an empty product to a configured product that a customer has bought', () => {
  it('starts a product from a name, and is told what it lacks', async () => {
    await person.goTo('/manage/products');
    await person.press('New product');
    await person.press('Create and open');
    await person.sees('Give the product a name.');
    await person.fill('Name', 'Brass rail');
    await person.fill('SKU', 'RAIL');
    await person.press('Create and open');
    await person.sees('3 things to mend before it can be published', readinessList);
    await person.sees('Give the product a base price', readinessList);
  });

  it('takes a picture, whatever its name says it is, and refuses what is none', async () => {
    await person.press('Pictures', OUTLINE);
    const wrong = join(tmpdir(), 'oak-knot-wrong.png');
    writeFileSync(wrong, 'no picture at all');
    const right = join(tmpdir(), 'oak-knot-right.png');
    writeFileSync(right, await sharp({ create: { width: 320, height: 240, channels: 3, background: '#b8945c' } }).png().toBuffer());
    const input = await browser.driver.findElement({ css: 'input[type=file]' });
    await input.sendKeys(wrong);
    await person.sees('oak-knot-wrong.png: This is not a picture we can use.');
    await input.sendKeys(right);
    await person.find('[aria-label="Remove picture"]');
  });

  it('asks for a length and an edge, with limits and amounts', async () => {
    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Length');
    await person.select('as', 'a measure with its unit');
    await person.press('Add choice');
    await person.fill('Least (m)', '0.2');
    await person.fill('Most (m)', '6');

    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Edge');
    await person.select('as', 'one from a list');
    await person.press('Add choice');
    await person.sees('Edge has no options to choose from.', readinessList);
    await person.fill('New option', 'Plain\n');
    await person.fill('New option', 'Rounded\n');
    await person.select('Rounded: kind of amount', 'per unit');
    await person.fill('Rounded: amount', '1.50');
    await person.fill('SKU part of Rounded', 'R');
  });

  it('is sold by the metre, at a price', async () => {
    await person.press('Price and unit', OUTLINE);
    await person.select('It is sold', 'by its Length');
    await person.fill('Base price per unit', '18,50');
    await person.sees('“18,50” is not a number. Write it like 12.50');
    await person.fill('Base price per unit', '18.50');
    await person.seesNoMore('is not a number');
  });

  it('takes from a new stock item, and stands in a category', async () => {
    await person.press('Stock', OUTLINE);
    await person.press('New stock item');
    await person.fill('Name', 'Brass rail, loose', '//*[@role="dialog"]');
    await person.select('Counted in', 'Metres (m, length)', '//*[@role="dialog"]');
    await person.fill('On hand now', '10', '//*[@role="dialog"]');
    await person.press('Create stock item');
    await person.sees('of Brass rail, loose');
    await person.press('Category, supplier, tags', OUTLINE);
    await person.fill('Category', 'Fittings');
    await person.fill('Add a tag', 'brass\n');
    await person.press('Quantity rule', OUTLINE);
    await person.fill('Maximum quantity', '8');
    await person.sees('Ready to be published', readinessList);
  });

  it('shows at the Counter, at every keystroke, what a selection is, costs and takes', async () => {
    await person.fill('Length', '50 cm', COUNTER);
    await person.pick('Rounded', COUNTER);
    await person.sees('can be sold', counter);
    await person.sees('0.5 m × €18.50 / m', counter);
    await person.sees('0.5 m × €1.50 / m', counter);
    await person.sees('€10.00', counter);
    await person.sees('RAIL-R', counter);
    await person.sees('20 could be supplied: 10 m of Brass rail, loose can be promised.', counter);
    await person.fill('Length', '10 cm', COUNTER);
    await person.sees('Length must be at least 0.2 m.', counter);
    await person.sees('refused', counter);
    await person.press('Use 0.2 m', COUNTER);
    await person.sees('can be sold', counter);
  });

  it('is not in the shop before it is published', async () => {
    await person.sees('Saved');
    expect((await fetch(`${server.origin}/shop/brass-rail`)).status).toBe(404);
    await person.press('Publish');
    await person.sees('Revision 1 is in the shop');
    expect((await fetch(`${server.origin}/shop/brass-rail`)).status).toBe(200);
    const product = await database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'brass-rail') });
    expect(product).toMatchObject({ title: 'Brass rail', category: 'Fittings', draft: { tags: ['brass'], quantity: { maximum: 8 } } });
  });

  it('tells the customer what is missing or wrong, and what would be right', async () => {
    await person.goTo('/shop');
    await (await person.find('//a[.//h2[normalize-space()="Brass rail"]]')).click();
    await person.sees('Still to answer: Length, Edge.');
    await person.press('Add to basket');
    await person.sees('Length is still to be filled in.');
    await person.fill('Length', '5 cm');
    await person.sees('Length must be at least 0.2 m.');
    await person.fill('Length', '1,200');
    await person.sees('“1,200” could mean 1.2 or 1200.');
    await person.fill('Length', '25 cm');
    await person.pick('Plain');
    await person.sees('0.25 m × €18.50 / m');
    await person.fill('Quantity', '9');
    await person.sees('The largest quantity is 8.');
    await person.press('Use 8');
    await person.fill('Quantity', '2');
    await person.press('Add to basket');
    await person.sees('2 × Brass rail is in the basket.');
  });

  it('holds the basket to the same rules', async () => {
    await person.press('Go to the basket');
    await person.sees('€9.26', '[data-testid=basket-total]');
    await person.fill('Quantity', '11');
    await person.press('Change to 11');
    await person.sees('The largest quantity is 8. Nearest: 8.');
    await person.fill('Quantity', '3');
    await person.press('Change to 3');
    await person.sees('€13.89', '[data-testid=basket-total]');
  });

  it('charges nothing and keeps the basket when the payment is declined or times out', async () => {
    await person.press('Order and pay');
    await person.sees('Tell us your name.');
    await person.sees('This is not an e-mail address.');
    await person.fill('Name', 'Hazel Quill');
    await person.fill('E-mail', 'hazel@quill.example');
    await person.select('Simulated payment: the service', 'declines the payment');
    await person.press('Order and pay');
    await person.sees('The payment was declined. Nothing was charged');
    await person.select('Simulated payment: the service', 'does not answer');
    await person.press('Order and pay');
    await person.sees('The payment service did not answer in time.');
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Brass rail, loose') });
    expect(item).toMatchObject({ onHand: '10', reserved: '0' });
  });

  it('gives an order page with everything chosen and the working', async () => {
    await person.select('Simulated payment: the service', 'approves the payment');
    await person.press('Order and pay');
    await person.sees('Thank you, Hazel Quill');
    await person.sees('3 × Brass rail');
    await person.sees('0.25 m × €18.50 / m');
    await person.sees('Total €13.89');
  });

  it('leaves the stock lower by exactly what was drawn: three pieces of 0.25 m take 0.75 m', async () => {
    const item = await database.read.query.stockItems.findFirst({ where: eq(stockItems.title, 'Brass rail, loose') });
    expect(item).toMatchObject({ onHand: '9.25', reserved: '0' });
    await person.goTo('/manage/stock');
    await person.press('Brass rail, loose');
    await person.sees('9.25 m');
    await person.sees('Sale');
    await person.sees('−0.75');
    await person.fill('Quantity (m)', '30 ft');
    await person.fill('Why', 'Delivery');
    await person.press('Enter receipt');
    await person.sees('18.394 m');
  });

  it('lists the order for whoever runs the shop, with draws and payment', async () => {
    await person.goTo('/manage/orders');
    await person.fill('Search orders', 'hazel');
    await person.sees('3 × Brass rail');
    const order = await database.read.query.orders.findFirst({ where: eq(orders.state, 'paid'), orderBy: (table, { desc }) => desc(table.id) });
    expect(order).toMatchObject({ customerName: 'Hazel Quill', total: '13.89' });
    await person.press(String(order?.id), '//main');
    await person.sees('Takes from stock');
    await person.sees('0.75 m');
    await person.sees('approved');
  });
});
