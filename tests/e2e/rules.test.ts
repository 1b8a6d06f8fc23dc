import { desc, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { orders, products, revisions } from '@/data/schema';
import { askOneOf, orderBasket, publish, startProduct } from '../support/acts';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';
import { PATIENCE } from '../support/browser';

const stage = setStage();

const TOTAL = '[aria-label="Total"]';
const counterText = '[aria-label="The Counter"]';
const rule = (number: number) => `//article[@aria-label="Rule ${number}"]`;
const draft = async () =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Hive roof') }))?.draft;

describe('rules written as sentences, from empty', () => {
  it('show a choice only when something holds, and the outline says by what', async () => {
    const { person } = stage;
    await startProduct(stage, 'Hive roof', 'ROOF');
    await askOneOf(stage, 'Roof', ['Flat', 'Gabled']);
    await askOneOf(stage, 'Ridge', ['Oak', 'Tin']);
    await askOneOf(stage, 'Cover', ['Felt', 'Reed']);
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '40');
    await person.press('Stock', OUTLINE);
    await person.select('Product: draw from stock', 'Smoker, steel');
    await person.press('Ridge', OUTLINE);
    await person.press('Show it only when …');
    await person.select('Ridge is shown when, part 1: of what', 'Roof');
    await person.select('Ridge is shown when, part 1: options: add', 'Gabled');
    // An option likewise, which is said of it alone; and taken back.
    await person.press('More about Tin');
    await person.press('Show Tin only when …');
    await person.select('Tin is shown when, part 1: of what', 'Cover');
    await person.select('Tin is shown when, part 1: options: add', 'Felt');
    await person.press('Rules', OUTLINE);
    await person.sees('When Roof is Gabled: show Ridge.');
    await person.sees('do not offer Tin of Ridge');
    await person.press('Ridge', OUTLINE);
    await person.press('More about Tin');
    await person.press('Remove: Tin is shown when');
    await person.press('Rules', OUTLINE);
    await person.seesNoMore('do not offer Tin of Ridge');
    await person.sees('shown when Roof is Gabled', 'nav[aria-label="Outline"]');
    await person.sees('Does not apply: Roof is Gabled', counterText);
    await person.pick('Gabled', COUNTER);
    await person.sees('Applies: Roof is Gabled', counterText);
    await stage.browser.driver.wait(
      async () =>
        (await draft())?.rules[0]?.then.some((effect) => effect.kind === 'show' && effect.choices.length === 1) ===
        true,
      PATIENCE,
    );
    expect((await draft())?.rules[0]).toMatchObject({
      on: true,
      when: { kind: 'all', of: [{ kind: 'option', choice: 'roof', options: ['gabled'] }] },
      then: [{ kind: 'show', choices: ['ridge'] }],
    });
  });

  it('set the price, which the working shows in the place of what it replaces', async () => {
    const { person } = stage;
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'the quantity');
    await person.select('When, part 1: verb', 'is at least');
    await person.fill('When, part 1: value', '3');
    await person.select('Then 1: what', 'set the price to');
    await person.fill('Then 1: price', '33');
    await person.fill('Name (its line in the working)', 'Three and more');
    await person.sees('When the quantity is at least 3: set the price to €33.00.');
  });

  it('are refused where they wait for each other, with the way', async () => {
    const { person } = stage;
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'Ridge');
    await person.select('When, part 1: options: add', 'Tin');
    await person.select('Then 1: what', 'hide');
    await person.select('Then 1: choices: add', 'Roof');
    await person.sees('These choices wait for each other: Roof → Ridge → Roof.', '[aria-label="Readiness"]');
    await person.press('Remove rule 3', rule(3));
    await person.seesNoMore('These choices wait for each other');
  });

  it('and tables say which combinations are made, pasted from a spreadsheet', async () => {
    const { person } = stage;
    await person.press('Add a table');
    await person.select('Table 1: columns: add', 'Cover');
    await person.press('Leave out Ridge');
    await person.press('Paste rows');
    await person.fill('Rows from a spreadsheet', 'Flat;Slate');
    await person.press('Take the rows');
    await person.sees('Line 1: “Slate” is not one of Felt, Reed.');
    await person.fill('Rows from a spreadsheet', 'Flat;Felt\nGabled;any');
    await person.press('Take the rows');
    await person.seesNoMore('Rows from a spreadsheet');
    await publish(stage, 'Hive roof');
    expect((await draft())?.tables[0]).toMatchObject({
      choices: ['roof', 'cover'],
      rows: [
        ['flat', 'felt'],
        ['gabled', ''],
      ],
    });
  });
});

describe('the analysis', () => {
  it('counts what can be sold, and finds its lowest and highest price', async () => {
    const { person } = stage;
    await person.press('Full check', OUTLINE);
    // Flat in felt; gabled in either ridge and either cover.
    await person.sees('5 selections');
    await person.sees('Lowest price of one');
    await person.sees('€33.00');
  });

  it('finds an option that can never be chosen, says so beside it, and is content once that is mended', async () => {
    const { person } = stage;
    await person.press('Rules', OUTLINE);
    await person.press('Add a rule');
    await person.select('When, part 1: of what', 'Roof');
    await person.select('When, part 1: options: add', 'Gabled');
    await person.select('Then 1: what', 'do not offer');
    await person.select('Then 1: choice', 'Ridge');
    await person.select('Then 1: options: add', 'Tin');
    await person.sees('Ridge: Tin can never be chosen', '[aria-label="Readiness"]');
    await person.press(
      'Show: Ridge: Tin can never be chosen: with every answer to the other choices something forbids it.',
    );
    expect(
      await stage.browser.driver.executeScript(
        'return document.querySelector("[aria-label=\'Title of Tin\']").parentElement.parentElement.innerText',
      ),
    ).toContain('Ridge: Tin can never be chosen');
    await person.press('Rules', OUTLINE);
    await person.press('Remove rule 3', rule(3));
    await person.seesNoMore('can never be chosen', '[aria-label="Readiness"]');
    await person.sees('5 selections', 'nav[aria-label="Outline"]');
    await stage.browser.driver.wait(async () => (await draft())?.rules.length === 2, PATIENCE);
  });
});

describe('what a customer sees of rules', () => {
  it('is the choice that a rule shows; its answer is kept while it is hidden, and counts again after', async () => {
    const { person } = stage;
    await person.goTo('/shop/hive-roof');
    await person.pick('Flat');
    await person.seesNoMore('Ridge');
    await person.pick('Gabled');
    await person.sees('Ridge');
    await person.pick('Tin');
    await person.pick('Reed');
    await person.sees('€40.00', TOTAL);
    await person.pick('Flat');
    await person.seesNoMore('Ridge');
    await person.sees('Flat · Reed is not made.');
    await person.sees('To keep what you chose last, change Cover from Reed to Felt.');
    await person.press('Change it');
    await person.seesNoMore('To keep what you chose last');
    await person.sees('not made in this combination');
    expect(
      await stage.browser.driver.executeScript(
        'return Array.from(document.querySelectorAll("input:checked")).map((input) => input.closest("label").innerText.trim())',
      ),
    ).toEqual(expect.arrayContaining(['Flat', 'Felt']));
    await person.pick('Gabled');
    await person.pick('Reed');
    await person.pick('Flat');
    await person.sees('To keep what you chose last, change Cover');
    await person.pick('Gabled');
    await person.seesNoMore('is not made');
    expect(
      await stage.browser.driver.executeScript(
        'return Array.from(document.querySelectorAll("input:checked")).map((input) => input.closest("label").innerText.trim())',
      ),
    ).toEqual(expect.arrayContaining(['Gabled', 'Tin', 'Reed']));
  });

  it('is the price that a rule sets, and what was bought has it', async () => {
    const { person } = stage;
    await person.fill('Quantity', '3');
    await person.sees('€99.00', TOTAL);
    await person.sees('Three and more in the place of €40.00');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Signe Moor');
    expect(
      await stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, 'Signe Moor') }),
    ).toMatchObject({ state: 'paid', total: '99.00' });
  });

  it('of the demo: reinforced knees leave room for two pockets', async () => {
    const { person } = stage;
    await person.goTo('/shop/bee-suit');
    await person.fill('Extra pockets', '4');
    await person.pick('Yes');
    await person.sees('With reinforced knees there is room for two extra pockets.');
    await person.sees('Extra pockets can be at most 2.');
  });
});

describe('a proof', () => {
  it('is kept at the Counter, broken by a price change, and seen before publishing', async () => {
    const { person } = stage;
    const { id } = (await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Hive roof') })) ?? {
      id: 0,
    };
    await person.goTo(`/manage/products/${id}`);
    await person.pick('Flat', COUNTER);
    await person.pick('Felt', COUNTER);
    await person.press('Keep as a proof', COUNTER);
    await person.fill('Name', 'A flat roof', DIALOG);
    await person.press('Keep it', DIALOG);
    await person.sees('Kept as a proof');
    await person.press('Proofs', OUTLINE);
    await person.sees('A flat roof holds', 'article');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Base price', '45');
    await person.press('Proofs', OUTLINE);
    await person.sees('Its price should be 40.00, and is 45.00.', 'article');
    await person.sees('As it was kept Base price €40.00', 'article');
    await person.sees('Saved', '[aria-label="Draft"]');
    await stage.browser.driver.wait(async () => (await draft())?.price === '45', PATIENCE);
    await person.press('Publish');
    await person.sees('1 proof no longer holds');
    expect(
      (await stage.database.read.query.products.findFirst({ where: eq(products.id, id) }))?.publishedRevision,
    ).toBe(
      (
        await stage.database.read.query.revisions.findFirst({
          where: eq(revisions.productId, id),
          orderBy: desc(revisions.number),
        })
      )?.id,
    );
    await person.press('Publish all the same', DIALOG);
    await person.sees('Revision 2 is in the shop');
  });

  it('stands with all others on one page, which proves them again', async () => {
    const { person } = stage;
    await person.goTo('/manage/products');
    await person.press('All proofs');
    await person.sees('no longer holds.');
    await person.sees('A flat roof: Its price should be 40.00, and is 45.00.', 'article[aria-label="Hive roof"]');
    await person.sees('2 proofs hold', 'article[aria-label="Bee suit"]');
  });
});
