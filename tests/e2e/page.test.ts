import { By, Key } from 'selenium-webdriver';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { orderLines, orders, products } from '@/data/schema';
import { askOneOf, orderBasket, publish, startProduct } from '../support/acts';
import { PATIENCE } from '../support/browser';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const ask = async (title: string, kind: string) => {
  await stage.person.press('Choices', OUTLINE);
  if (title !== '') await stage.person.fill('Ask customers for', title);
  await stage.person.select('as', kind);
  await stage.person.press('Add choice');
};

describe('what stands on a product’s page, from empty', () => {
  it('is a section that is shown only when something is chosen', async () => {
    const { person } = stage;
    await startProduct(stage, 'Tool roll', 'ROLL');
    await person.select('Customers see the working', 'total only');
    await person.click(await person.find('//label[normalize-space()="and the SKU"]'));
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '20');
    await person.press('Made to order, not counted', '//*[@aria-label="Readiness"]');
    await ask('Engraved', 'yes or no');
    await ask('Engraving', 'a heading (asks nothing)');
    await person.press('Show it only when');
    await person.select('Shown when, part 1: of what', 'Engraved');
    await ask('Words', 'a line of text');
    await person.fill('Placeholder text', 'e.g. Reed & Daughters');
    await person.press('Engraving', OUTLINE);
    await person.sees('what follows belongs to it (1 choice)');
  });

  it('and a paragraph with emphasis, a list and a link', async () => {
    const { person } = stage;
    await ask('', 'a paragraph (asks nothing)');
    await person.press('Edit it as Markdown');
    await person.fill(
      'Text, as Markdown',
      'We engrave *by hand*.\n\n- up to **20** letters\n- [how long it takes](/shop/handbook)\n\n<b>no</b>',
    );
    await person.sees('how long it takes', '[aria-label="As it will look"]');
    await person.sees('<b>no</b>', '[aria-label="As it will look"]');
    await person.press('Edit it as it looks');
    await person.sees('<b>no</b>', '[aria-label="Text"]');
    // Typed at the end of the first paragraph, and made bold with keys.
    const { driver } = stage.browser;
    const editor = await person.find('[role="textbox"][aria-label="Text"]');
    await driver.executeScript('arguments[0].scrollIntoView({block: "center"})', editor);
    await person.click(await person.find('[aria-label="Text"] p em'));
    await driver
      .actions()
      .sendKeys(Key.END, ' ')
      .keyDown(Key.CONTROL)
      .sendKeys('b')
      .keyUp(Key.CONTROL)
      .sendKeys('since 1904')
      .perform();
    await driver.wait(
      async () =>
        (await driver.executeScript<string>('return arguments[0].querySelector("strong").textContent', editor)) ===
        'since 1904',
      PATIENCE,
    );
    expect(await (await person.find('//button[@aria-label="Bold"]')).getAttribute('aria-pressed')).toBe('true');
    const written = async () =>
      (
        await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Tool roll') })
      )?.draft.choices.flatMap((choice) => (choice.kind === 'paragraph' ? [choice.text] : []))[0];
    await driver.wait(async () => (await written())?.includes('since 1904') === true, PATIENCE);
    expect(await written()).toBe(
      'We engrave *by hand*. **since 1904**\n\n- up to **20** letters\n- [how long it takes](/shop/handbook)\n\n\\<b>no\\</b>',
    );
  });

  it('and rules that ask what the words say, and what day it is', async () => {
    const { person } = stage;
    await person.press('Rules', OUTLINE);
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'Words');
    await person.select('When, part 1: verb', 'contains');
    await person.fill('When, part 1: words 1', 'Wax');
    await person.select('Then 1: what', 'refuse it, saying');
    await person.fill('Then 1: reason', 'That name is taken.');
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'the day of the order');
    await person.select('When, part 1: verb', 'is a');
    await person.select('When, part 1: weekdays: add', 'Monday');
    await person.sees('When Words contains “Wax”: ');
    await person.sees('When today is a Monday');
    await person.press('Remove rule 3');
    await publish(stage, 'Tool roll');
    const draft = (await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Tool roll') }))
      ?.draft;
    expect(draft).toMatchObject({
      forCustomers: { working: 'total', sku: false },
      rules: [
        { then: [{ kind: 'show', choices: ['engraving'] }] },
        { when: { of: [{ kind: 'says', choice: 'words', where: 'anywhere', texts: ['Wax'] }] } },
      ],
    });
  });

  it('customers see so, and buy', async () => {
    const { person, browser } = stage;
    await person.goTo('/shop/tool-roll');
    await person.sees('Engraved');
    expect(await person.textOf('main')).not.toMatch(/Engraving|Words|by hand/);
    await person.click(await person.find('//label[contains(normalize-space(), "Engraved")]'));
    await person.sees('up to 20 letters');
    await person.sees('since 1904');
    expect(await person.textOf('main')).toContain('<b>no</b>');
    expect(await browser.driver.findElement(By.linkText('how long it takes')).getAttribute('href')).toContain(
      '/shop/handbook',
    );
    expect(await (await person.field('Words')).getAttribute('placeholder')).toBe('e.g. Reed & Daughters');
    await person.fill('Words', 'Beeswax & Co');
    await person.sees('That name is taken.');
    await person.fill('Words', 'Reed & Daughters');
    await person.seesNoMore('That name is taken.');
    const working = await person.textOf('[aria-label="Working"]');
    expect(working).toContain('Price €20.00');
    expect(await person.textOf('main')).not.toContain('ROLL');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Rowan Pike');
    await person.sees('Reed & Daughters');
    expect(await person.textOf('main')).not.toContain('ROLL');
    const order = await stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, 'Rowan Pike') });
    expect(order).toMatchObject({ state: 'paid', total: '20.00' });
    // What customers are not shown is in the order all the same.
    const line = await stage.database.read.query.orderLines.findFirst({
      where: eq(orderLines.orderId, order?.id ?? 0),
    });
    expect(line).toMatchObject({ sku: 'ROLL', resolution: { working: [{ amount: '20' }] } });
  });
});

describe('what the workshop alone is to know, from empty', () => {
  it('is a choice that customers never see, settled by its default and a rule', async () => {
    const { person } = stage;
    await startProduct(stage, 'Canvas apron', 'APRON');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '30');
    await person.press('Made to order, not counted', '//*[@aria-label="Readiness"]');
    await askOneOf(stage, 'Cloth', ['Linen', 'Slate']);
    await askOneOf(stage, 'Thread', ['White', 'Grey']);
    await person.pick('Workshop only (hidden from customers)');
    await person.sees('Thread is for the workshop alone, and nothing settles it.', '[aria-label="Readiness"]');
    await person.select('Default', 'White');
    await person.press('Rules', OUTLINE);
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'Cloth');
    await person.select('When, part 1: options: add', 'Slate');
    await person.select('Then 1: what', 'preselect');
    await person.select('Then 1: choice', 'Thread');
    await person.select('Then 1: answer', 'Grey');
    await person.pick('Slate', COUNTER);
    await person.sees('Thread Grey', '[aria-label="The Counter"]');
    await publish(stage, 'Canvas apron');
  });

  it('is with the order for the workshop, and nowhere for the customer', async () => {
    const { person, browser } = stage;
    await person.goTo('/shop/canvas-apron');
    await person.pick('Slate');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    expect(await browser.driver.getPageSource()).not.toMatch(/Thread|Grey/);
    await orderBasket(stage, 'Tansy Orrell');
    await person.sees('Slate');
    expect(await browser.driver.getPageSource()).not.toMatch(/Thread|Grey/);
    const order = await stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, 'Tansy Orrell') });
    const line = await stage.database.read.query.orderLines.findFirst({
      where: eq(orderLines.orderId, order?.id ?? 0),
    });
    expect(line?.forWorkshop).toEqual([{ of: [], label: 'Thread', value: 'Grey' }]);
    await person.goTo(`/manage/orders/${order?.id}`);
    await person.sees('Workshop only');
    await person.sees('Thread Grey', 'main');
  });
});
