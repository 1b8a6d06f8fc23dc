import { desc, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { bookings, discountUses, orders, priceLists, products } from '@/data/schema';
import { publish, startProduct } from '../support/acts';
import { DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();
const IN_DIALOG = '[role="dialog"]';
const READINESS = '//*[@aria-label="Readiness"]';

const lastOrder = async () => (await stage.database.read.select().from(orders).orderBy(desc(orders.id)).limit(1))[0];

describe('who pays what, from empty', () => {
  it('begins with something made to order, of which two a week can be done', async () => {
    const { person } = stage;
    await startProduct(stage, 'Hive plaque', 'PLAQ');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '30');
    await person.press('Made to order, not counted', READINESS);
    await person.press('Stock', OUTLINE);
    await person.fill('Capacity', '2');
    await person.sees('orders take the room one after the other');
    await person.sees('It is done in the week of Monday', '[aria-label="The Counter"]');
    await publish(stage, 'Hive plaque');
    expect(
      (await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Hive plaque') }))?.draft
        .capacity,
    ).toEqual({ pieces: 2, per: 'week', by: null });
  });

  it('is named in a list for trade, which is seen before it holds', async () => {
    const { person } = stage;
    await person.goTo('/manage/price-lists');
    await person.fill('Find a price', 'plaque');
    await person.fill('Trade prices: Hive plaque', '24');
    await person.press('Save');
    await person.sees('1 price changes', IN_DIALOG);
    await person.sees('Trade customers', IN_DIALOG);
    await person.press('Save the lists', DIALOG);
    await person.sees('Lists saved; they apply now');
    const [list] = await stage.database.read.select().from(priceLists).where(eq(priceLists.key, 'trade'));
    expect(list?.definition.prices).toContainEqual({
      product: 'hive-plaque',
      of: { kind: 'product' },
      price: '24',
      breaks: null,
    });
  });

  it('and by a table that is pasted, of which what changes is seen before it is taken', async () => {
    const { person } = stage;
    await person.goTo('/manage/price-lists');
    await person.press('Paste a table');
    await person.fill('Table of prices', 'Product;Of;Trade prices\nhive-plaque;;24\nsmoker;;38,50\nnowhere;;1', DIALOG);
    await person.sees('There is no product at the address “nowhere”.', IN_DIALOG);
    await person.sees('38.5', IN_DIALOG);
    await person.press('Add 1 price', DIALOG);
    await person.sees('1 price taken over');
    await person.fill('Find a price', 'smoker');
    const shown = async () => (await person.field('Trade prices: Smoker')).getAttribute('value');
    expect(await shown()).toBe('38.5');
    await person.pick('Only what a list names');
    await person.sees('Smoker', '[aria-label="Prices by list"]');
    await person.press('Discard changes');
    await person.pick('Only what a list names');
    expect(await shown()).toBe('');
  });

  it('and seen so by the group alone, with the working', async () => {
    const { person } = stage;
    await person.goTo('/shop/hive-plaque');
    await person.sees('€30.00', '[aria-label="Total"]');
    await person.fill('Customer code', 'HONEYTRADE');
    await person.press('Apply');
    await person.sees('You see the shop as Trade customers');
    await person.sees('€24.00', '[aria-label="Total"]');
    await person.sees('Price: Trade prices');
    await person.sees('€24.00 instead of €30.00');
    await person.sees('€20.00 without it');
  });

  it('is kept as it was typed while somebody looks elsewhere: in lists, at a new code, and in a dialog', async () => {
    const { person, browser } = stage;
    const shown = async (label: string) => (await person.field(label)).getAttribute('value');
    await person.goTo('/manage/price-lists');
    await person.fill('Find a price', 'plaque');
    await person.fill('Trade prices: Hive plaque', '23.5');
    await person.press('Discount codes');
    await person.press('Add a discount');
    await person.fill('Name', 'Half a thought');
    await person.fill('Percent', '37');
    await person.press('Price lists');
    await person.fill('Find a price', 'plaque');
    await person.find('//button[normalize-space()="Save"]');
    expect(await shown('Trade prices: Hive plaque')).toBe('23.5');
    await person.press('Discard changes');
    expect(await shown('Trade prices: Hive plaque')).toBe('24');
    await person.press('Discount codes');
    await person.sees('not saved yet');
    expect([await shown('Name'), await shown('Percent')]).toEqual(['Half a thought', '37']);
    await person.press('Discard changes');
    await person.seesNoMore('not saved yet');
    // A press beside a dialog takes nothing that was typed.
    await person.goTo('/manage/products');
    await person.press('Paste a list');
    await person.fill('List of products', 'Veil; V; 3');
    await browser.driver.actions().move({ x: 4, y: 400 }).click().perform();
    await person.sees('Add 1 product', IN_DIALOG);
  });

  it('costs nothing by a code that is made for it, and then needs no payment', async () => {
    const { person } = stage;
    await person.goTo('/manage/codes');
    await person.press('Add a discount');
    await person.fill('Name', 'Opening day');
    await person.fill('Codes, one a line', 'OPENING');
    await person.fill('Percent', '100');
    await person.press('Save');
    await person.sees('would fall below', IN_DIALOG);
    await person.press('Enter it all the same', DIALOG);
    await person.sees('100 % less; OPENING');
    await person.goTo('/shop/hive-plaque');
    await person.fill('Quantity', '3');
    await person.press('Add to basket');
    await person.press('Go to the basket');
    await person.sees('the last of it in the week of');
    await person.fill('Discount code', 'opening');
    await person.press('Apply', '//main');
    await person.sees('Opening day');
    await person.sees('€0.00', '[data-testid="basket-total"]');
    await person.fill('Name', 'Ida Lorenz');
    await person.fill('E-mail', 'ida@garden.example');
    await person.press('Order: there is nothing to pay');
    await person.sees('Thank you, Ida Lorenz');
    await person.sees('Opening day (OPENING)');
    const order = await lastOrder();
    expect([order?.state, order?.total, order?.sums?.goods]).toEqual(['paid', '0.00', '72.00']);
    expect(await stage.database.read.select().from(discountUses)).toMatchObject([
      { orderId: order?.id, customer: expect.stringContaining('@') as string },
    ]);
    expect((await stage.database.read.select().from(bookings)).map(({ pieces }) => pieces)).toEqual([2, 1]);
  });

  it('is told of each order what it comes to, for the manager', async () => {
    const { person } = stage;
    await person.goTo(`/manage/orders/${(await lastOrder())?.id ?? 0}`);
    await person.sees('Opening day (OPENING)');
    await person.sees('−€72.00');
  });
});
