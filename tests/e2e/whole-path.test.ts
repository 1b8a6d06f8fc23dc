import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { orders, products, stockItems } from '@/data/schema';
import { makeStockItem } from '../support/acts';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const counter = '[aria-label="The Counter"]';
const readinessList = '[aria-label="Readiness"]';

/** From an empty product to the lower stock: one run, each step standing on the one before. */
describe('from an empty product to a configured product that a customer has bought', () => {
  it('starts a product from a name, and is told what it lacks', async () => {
    await stage.person.goTo('/manage/products');
    await stage.person.press('New product');
    await stage.person.press('Create and open');
    await stage.person.sees('Give the product a name.');
    await stage.person.fill('Name', 'Brass rail');
    await stage.person.fill('SKU', 'RAIL');
    await stage.person.press('Create and open');
    await stage.person.sees('3 things to fix before you can publish', readinessList);
    await stage.person.sees('Give the product a base price', readinessList);
  });

  it('takes a picture, whatever its name says it is, and refuses what is none', async () => {
    await stage.person.press('Pictures', OUTLINE);
    const wrong = join(tmpdir(), 'oak-knot-wrong.png');
    writeFileSync(wrong, 'no picture at all');
    const right = join(tmpdir(), 'oak-knot-right.png');
    writeFileSync(
      right,
      await sharp({ create: { width: 320, height: 240, channels: 3, background: '#b8945c' } })
        .png()
        .toBuffer(),
    );
    const input = await stage.browser.driver.findElement({ css: 'input[type=file]' });
    await input.sendKeys(wrong);
    await stage.person.sees('oak-knot-wrong.png: This is not a picture we can use.');
    await input.sendKeys(right);
    await stage.person.find('[aria-label="Remove picture"]');
  });

  it('asks for a length and an edge, with limits and amounts', async () => {
    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Length');
    await stage.person.select('as', 'a measure with its unit');
    await stage.person.press('Add choice');
    await stage.person.fill('Minimum (m)', '0.2');
    await stage.person.fill('Maximum (m)', '6');

    await stage.person.press('Choices', OUTLINE);
    await stage.person.fill('Ask customers for', 'Edge');
    await stage.person.select('as', 'one from a list');
    await stage.person.press('Add choice');
    await stage.person.sees('Edge has no options to choose from.', readinessList);
    await stage.person.fill('New option', 'Plain\n');
    await stage.person.fill('New option', 'Rounded\n');
    await stage.person.press('Rounded: ways to charge');
    await stage.person.select('Rounded: kind of amount', 'per unit');
    await stage.person.fill('Rounded: figure', '1.50');
    await stage.person.fill('SKU part of Rounded', 'R');
  });

  it('is sold by the metre, at a price', async () => {
    await stage.person.press('Price and unit', OUTLINE);
    await stage.person.select('Sold by', 'its Length');
    await stage.person.fill('Base price per unit', '1,850');
    await stage.person.sees('“1,850” is not a number. Write it like 12.50');
    await stage.person.fill('Base price per unit', '18,50');
    await stage.person.seesNoMore('is not a number');
  });

  it('takes from a new stock item, and stands in a category', async () => {
    await stage.person.press('Stock', OUTLINE);
    await makeStockItem(stage, 'Product');
    await stage.person.fill('Name', 'Brass rail, loose', DIALOG);
    await stage.person.select('Counted in', 'Metres (m, length)', DIALOG);
    await stage.person.fill('On hand now', '10', DIALOG);
    await stage.person.press('Create stock item');
    await stage.person.sees('of Brass rail, loose');
    await stage.person.press('Listing', OUTLINE);
    await stage.person.fill('Category', 'Fittings');
    await stage.person.fill('Add a tag', 'brass\n');
    await stage.person.press('Quantity rule', OUTLINE);
    await stage.person.fill('Maximum quantity', '8');
    await stage.person.sees('Ready to be published', readinessList);
  });

  it('shows at the Counter, at every keystroke, what a selection is, costs and takes', async () => {
    await stage.person.fill('Length', '50 cm', COUNTER);
    await stage.person.pick('Rounded', COUNTER);
    await stage.person.sees('Can be sold', counter);
    await stage.person.sees('0.5 m × €18.50 / m', counter);
    await stage.person.sees('0.5 m × €1.50 / m', counter);
    await stage.person.sees('€10.00', counter);
    await stage.person.sees('RAIL-R', counter);
    await stage.person.sees('Can supply 20. Limited by Brass rail, loose: 10 m available.', counter);
    await stage.person.fill('Length', '10 cm', COUNTER);
    await stage.person.sees('Length must be at least 0.2 m.', counter);
    await stage.person.sees('Not valid', counter);
    await stage.person.press('Use 0.2 m', COUNTER);
    await stage.person.sees('Can be sold', counter);
  });

  it('is not in the shop before it is published', async () => {
    await stage.person.sees('Saved');
    expect((await fetch(`${stage.server.origin}/shop/brass-rail`)).status).toBe(404);
    await stage.person.press('Publish');
    await stage.person.sees('Revision 1 is in the shop');
    expect((await fetch(`${stage.server.origin}/shop/brass-rail`)).status).toBe(200);
    const product = await stage.database.read.query.products.findFirst({
      where: eq(products.publishedSlug, 'brass-rail'),
    });
    expect(product).toMatchObject({
      title: 'Brass rail',
      category: 'Fittings',
      draft: { tags: ['brass'], quantity: { maximum: 8 } },
    });
  });

  it('tells the customer what is missing or wrong, and what would be right', async () => {
    await stage.person.goTo('/shop');
    await (await stage.person.find('//a[.//h2[normalize-space()="Brass rail"]]')).click();
    await stage.person.sees('Still missing: Length, Edge.');
    await stage.person.press('Add to basket');
    await stage.person.sees('Length is still to be filled in.');
    await stage.person.fill('Length', '5 cm');
    await stage.person.sees('Length must be at least 0.2 m.');
    await stage.person.fill('Length', '1,200');
    await stage.person.sees('“1,200” could mean 1.2 or 1200.');
    await stage.person.fill('Length', '25 cm');
    await stage.person.pick('Plain');
    await stage.person.sees('0.25 m × €18.50 / m');
    await stage.person.fill('Quantity', '9');
    await stage.person.sees('The largest quantity is 8.');
    await stage.person.press('Use 8');
    await stage.person.fill('Quantity', '2');
    await stage.person.press('Add to basket');
    await stage.person.sees('2 × Brass rail is in the basket.');
  });

  it('holds the basket to the same rules', async () => {
    await stage.person.press('Go to the basket');
    await stage.person.sees('€9.26', '[data-testid=basket-total]');
    await stage.person.fill('Quantity', '11');
    await stage.person.sees('The largest quantity is 8. Nearest: 8.');
    await stage.person.fill('Quantity', '3');
    await stage.person.sees('€13.89', '[data-testid=basket-total]');
  });

  it('orders no other number than the one that is typed: it waits for it and shows the new sum', async () => {
    await stage.person.fill('Name', 'Hazel Quill');
    await stage.person.fill('E-mail', 'hazel@example.org');
    await stage.person.fill('Quantity', '2');
    await stage.person.press('Order and pay');
    await stage.person.sees('The basket has changed. Look at the new total, then order.');
    await stage.person.sees('€9.26', '[data-testid=basket-total]');
    await stage.person.fill('Quantity', '12');
    await stage.person.press('Order and pay');
    await stage.person.sees('A quantity in the basket can’t be had.');
    expect(
      (await stage.database.read.query.orders.findMany()).filter(
        ({ customerEmail }) => customerEmail === 'hazel@example.org',
      ),
    ).toEqual([]);
    await stage.person.fill('Quantity', '3');
    await stage.person.sees('€13.89', '[data-testid=basket-total]');
    await stage.person.fill('Name', '');
    await stage.person.fill('E-mail', '');
  });

  it('charges nothing and keeps the basket when the payment is declined or times out', async () => {
    await stage.person.press('Order and pay');
    await stage.person.sees('Enter your name.');
    await stage.person.sees('This is not an e-mail address.');
    await stage.person.fill('Name', 'Hazel Quill');
    await stage.person.fill('E-mail', 'hazel@quill.example');
    await stage.person.select('Simulated payment: the service', 'declines the payment');
    await stage.person.press('Order and pay');
    await stage.person.sees('The payment was declined. Nothing was charged');
    await stage.person.select('Simulated payment: the service', 'does not answer');
    await stage.person.press('Order and pay');
    await stage.person.sees('The payment service did not answer in time.');
    const item = await stage.database.read.query.stockItems.findFirst({
      where: eq(stockItems.title, 'Brass rail, loose'),
    });
    expect(item).toMatchObject({ onHand: '10', reserved: '0' });
  });

  it('gives an order page with everything chosen and the working', async () => {
    await stage.person.select('Simulated payment: the service', 'approves the payment');
    await stage.person.press('Order and pay');
    await stage.person.sees('Thank you, Hazel Quill');
    await stage.person.sees('3 × Brass rail');
    await stage.person.sees('0.25 m × €18.50 / m');
    await stage.person.sees('Total €13.89');
  });

  it('leaves the stock lower by exactly what was drawn: three pieces of 0.25 m take 0.75 m', async () => {
    const item = await stage.database.read.query.stockItems.findFirst({
      where: eq(stockItems.title, 'Brass rail, loose'),
    });
    expect(item).toMatchObject({ onHand: '9.25', reserved: '0' });
    await stage.person.goTo('/manage/stock');
    await stage.person.press('Brass rail, loose');
    await stage.person.sees('9.25 m');
    await stage.person.sees('Sale');
    await stage.person.sees('−0.75');
    await stage.person.fill('Quantity (m)', '30 ft');
    await stage.person.fill('Why', 'Delivery');
    await stage.person.press('Enter receipt');
    await stage.person.sees('18.394 m');
  });

  it('lists the order for whoever runs the shop, with draws and payment', async () => {
    await stage.person.goTo('/manage/orders');
    await stage.person.fill('Search orders', 'hazel');
    await stage.person.sees('3 × Brass rail');
    const order = await stage.database.read.query.orders.findFirst({
      where: eq(orders.state, 'paid'),
      orderBy: (table, { desc }) => desc(table.id),
    });
    expect(order).toMatchObject({ customerName: 'Hazel Quill', total: '13.89' });
    await stage.person.press(String(order?.id), '//main');
    await stage.person.sees('Draws from stock');
    await stage.person.sees('0.75 m');
    await stage.person.sees('approved');
  });
});
