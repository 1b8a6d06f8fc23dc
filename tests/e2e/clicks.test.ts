import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { products, stockItems } from '@/data/schema';
import { makeStockItem, publish } from '../support/acts';
import { PATIENCE } from '../support/browser';
import { Hands } from '../support/hands';
import { COUNTER, DIALOG, setStage } from '../support/stage';

const stage = setStage();

/** Clicks that these set-ups took before the editor was made for fast hands; the aim is half of each. */
const BEFORE = { smock: 58, crate: 87, cloth: 35, tool: 54, smoker: 58 };

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-pictures-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A drawing of its own for each name. */
function drawings(names: readonly string[]): string[] {
  return names.map((name, place) => {
    const file = join(folder, `${name}.svg`);
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><rect width="40" height="30" fill="hsl(${place * 37} 50% 50%)"/><text x="2" y="20" font-size="6">${name}</text></svg>`,
    );
    return file;
  });
}

/** Says what a set-up took, for whoever compares. */
function told(what: string, hands: Hands, before: keyof typeof BEFORE): void {
  process.stdout.write(`${what}: ${hands.told}; before ${BEFORE[before]} clicks\n`);
}

/** Drops a drawing on the line of a field. */
const drop = async (field: string, svg: string) =>
  stage.browser.driver.executeScript(
    `const data = new DataTransfer();
    data.items.add(new File([arguments[1]], 'a.svg', { type: 'image/svg+xml' }));
    for (const type of ['dragover', 'drop'])
      arguments[0].dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));`,
    await stage.person.field(field),
    svg,
  );

const draftOf = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;

/** Starts a product with all that is known of it, by keys alone. */
async function begin(hands: Hands, title: string, price: string, category: string): Promise<void> {
  await stage.person.goTo('/manage/products');
  await stage.browser.driver.actions().keyDown(Key.ALT).sendKeys('n').keyUp(Key.ALT).perform();
  hands.keys += 2;
  const name = await stage.person.field('Name', DIALOG);
  await stage.browser.driver.wait(
    () => stage.browser.driver.executeScript<boolean>('return document.activeElement === arguments[0]', name),
    PATIENCE,
  );
  await hands.type(title, Key.TAB, Key.TAB, price, Key.TAB, category, Key.ENTER);
  await stage.person.sees('Name and description', 'nav[aria-label="Outline"]');
}

/** Has the product take a stock item that is made where readiness asks for one, under its name. */
async function countIt(hands: Hands, onHand: string): Promise<void> {
  await hands.press('Count it …');
  await hands.fill('On hand now', onHand, DIALOG);
  await hands.type(Key.ENTER);
  await stage.person.sees('Ready to be published');
}

async function publishBy(hands: Hands, title: string): Promise<void> {
  hands.clicks += 1;
  await publish(stage, title);
}

describe('setting up from an empty page, counted in clicks', () => {
  it('a smock in twelve stocked variants', async () => {
    const { person } = stage;
    const hands = new Hands(stage);
    await begin(hands, 'Smock', '48', 'Clothing');
    await hands.addChoice('Size');
    await hands.type(`S${Key.ENTER}`, `M${Key.ENTER}`, `L${Key.ENTER}`, `XL${Key.ENTER}`);
    await hands.pick('Stocked: its options are counted separately');
    await hands.addChoice('Cloth');
    await hands.type(`Linen${Key.ENTER}`, `Moss${Key.ENTER}`, `Slate${Key.ENTER}`);
    await hands.pick('Stocked: its options are counted separately');
    await hands.goTo('Variants');
    await hands.select('Figure in the cells', 'On hand');
    await stage.browser.driver.sleep(600);
    await hands.paste('//*[@data-spot="0.0.0"]', '3\t2\t9\n4\t2\t8\n5\t2\t7\n6\t2\t6');
    await hands.press('Post 12 counts');
    await person.sees('12 counts posted');
    await hands.press('SKU parts from the names');
    await publishBy(hands, 'Smock');
    told('a smock in twelve stocked variants', hands, 'smock');
    const draft = await draftOf('Smock');
    expect(draft?.variants).toHaveLength(12);
    const counts = await Promise.all(
      (draft?.variants ?? []).map(
        async ({ stock }) =>
          (await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, stock ?? '') }))?.onHand,
      ),
    );
    expect(counts.map(Number).reduce((sum, count) => sum + count, 0)).toBe(56);
    expect(hands.clicks).toBeLessThanOrEqual(BEFORE.smock / 2);
  });

  it('a finish whose options are a line each: title, amount, SKU part and picture', async () => {
    const { person } = stage;
    const hands = new Hands(stage);
    await begin(hands, 'Skep', '30', 'Apiary');
    await hands.addChoice('Finish');
    await hands.type(`Plain · PLN${Key.ENTER}`, `Waxed +4,50 · WAX${Key.ENTER}`, 'Branded +5 once');
    await person.sees('Adds: Branded · +€5.00 once · SKU part BRA');
    await hands.type(Key.ENTER, 'Painted 2 · white', Key.ENTER);
    const [drawing = ''] = drawings(['Waxed']);
    await drop('Title of Waxed', readFileSync(drawing, 'utf8'));
    await hands.press('Made to order, not counted');
    // What is removed by the keyboard hands the focus on to the next.
    await person.fill('New option', 'Spare\n');
    const removes = await person.find('[aria-label="Remove Spare"]');
    await stage.browser.driver.executeScript('arguments[0].focus()', removes);
    await hands.type(Key.ENTER);
    await person.find('[aria-label="Remove Painted 2"]:focus');
    await hands.fill('Plain: amount', '-1');
    await hands.press('Paste a list');
    await hands.fill('List of options', 'waxed; 5,20\nGilded; 40 %; GLD', DIALOG);
    await person.sees('changes', '[role="dialog"]');
    await hands.press('Add 1, change 1');
    await publishBy(hands, 'Skep');
    process.stdout.write(`a finish whose options are a line each: ${hands.told}\n`);
    const [finish] = (await draftOf('Skep'))?.choices ?? [];
    expect(finish).toMatchObject({
      look: 'cards',
      options: [
        { title: 'Plain', amount: { kind: 'fixed', value: '-1' }, sku: 'PLN', picture: null },
        { title: 'Waxed', amount: { kind: 'fixed', value: '5.20' }, sku: 'WAX', changesPicture: true },
        { title: 'Branded', amount: { kind: 'oncePerLine', value: '5' }, sku: 'BRA' },
        { title: 'Painted 2', amount: null, sku: 'white' },
        { title: 'Gilded', amount: { kind: 'percentOfBase', value: '40' }, sku: 'GLD' },
      ],
    });
    expect(finish && 'options' in finish && finish.options[1]?.picture).toMatch(/^\/pictures\//);
    await person.pick('Gilded', COUNTER);
    await person.sees('€42.00', '[aria-label="The Counter"]');
    expect(hands.clicks).toBeLessThanOrEqual(8);
  });

  it('a gift crate of seven choices, three of them with a picture per option', async () => {
    const hands = new Hands(stage);
    await begin(hands, 'Gift crate', '32', 'First honey');
    const pictured: readonly (readonly [string, readonly string[]])[] = [
      ['Wood', ['Pine', 'Ash', 'Cherry']],
      ['Straw', ['White', 'Green', 'Red']],
      ['Ribbon', ['Gold', 'Blue', 'Plain']],
    ];
    for (const [title, options] of pictured) {
      await hands.addChoice(title);
      await hands.type(...options.map((option) => `${option}${Key.ENTER}`));
      await hands.choose('Pictures of options', drawings(options));
      await stage.person.sees('3 pictures found their options');
    }
    await hands.addChoice('Jars');
    await hands.type(`Three${Key.ENTER}`, `Six${Key.ENTER}`);
    await hands.addChoice('Card', 'a line of text');
    await hands.addChoice('Wrapped', 'yes or no');
    await hands.addChoice('Arrives on', 'a date');
    await hands.press('Made to order, not counted');
    await publishBy(hands, 'Gift crate');
    told('a gift crate of seven choices', hands, 'crate');
    const choices = (await draftOf('Gift crate'))?.choices ?? [];
    expect(choices.map(({ title }) => title)).toEqual([
      'Wood',
      'Straw',
      'Ribbon',
      'Jars',
      'Card',
      'Wrapped',
      'Arrives on',
    ]);
    const pictures = choices
      .slice(0, 3)
      .flatMap((choice) => ('options' in choice ? choice.options.map(({ picture }) => picture) : []));
    expect(new Set(pictures).size).toBe(9);
    expect(pictures.every((picture) => picture?.startsWith('/pictures/'))).toBe(true);
    expect(hands.clicks).toBeLessThanOrEqual(BEFORE.crate / 2);
  });

  it('wax cloth by the metre', async () => {
    const { person } = stage;
    const hands = new Hands(stage);
    await begin(hands, 'Wax cloth', '11.50', 'First honey');
    await hands.addChoice('Length', 'a measure with its unit');
    await hands.fill('Minimum (m)', '0.2');
    await hands.type(Key.TAB, '10');
    await hands.goTo('Price and unit');
    await hands.select('Sold by', 'its Length');
    await hands.goTo('Stock');
    hands.clicks += 2;
    await makeStockItem(stage, 'Product');
    await hands.select('Counted in', 'Metres (m, length)', DIALOG);
    await hands.fill('On hand now', '40', DIALOG);
    await hands.type(Key.ENTER);
    await person.sees('of Wax cloth');
    await publishBy(hands, 'Wax cloth');
    told('wax cloth by the metre', hands, 'cloth');
    expect(await draftOf('Wax cloth')).toMatchObject({
      soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
      draws: [{ kind: 'measure', measure: 'length' }],
    });
    expect(hands.clicks).toBeLessThanOrEqual(BEFORE.cloth / 2);
  });

  it('a hive tool with a name engraved for a surcharge', async () => {
    const { person } = stage;
    const hands = new Hands(stage);
    await begin(hands, 'Engraved tool', '16', 'Tools');
    await hands.addChoice('Name to engrave', 'a line of text');
    await hands.fill('Maximum characters', '18');
    await hands.fill('Name to engrave: amount', '0.60 per character');
    await countIt(hands, '25');
    await publishBy(hands, 'Engraved tool');
    told('a hive tool with a name engraved', hands, 'tool');
    await person.fill('Name to engrave', 'Ada', COUNTER);
    await person.sees('€17.80', '[aria-label="The Counter"]');
    expect(hands.clicks).toBeLessThanOrEqual(BEFORE.tool / 2);
  });

  it('a smoker with a sack of fuel taken along', async () => {
    const hands = new Hands(stage);
    await begin(hands, 'Smoker, large', '52', 'Apiary');
    await hands.addChoice('A sack of fuel', 'an add-on product');
    await hands.select('Product', 'Smoker fuel');
    await countIt(hands, '9');
    await publishBy(hands, 'Smoker, large');
    told('a smoker with a sack of fuel', hands, 'smoker');
    expect((await draftOf('Smoker, large'))?.choices).toMatchObject([
      { kind: 'addOn', product: 'smoker-fuel', required: false },
    ]);
    expect(hands.clicks).toBeLessThanOrEqual(BEFORE.smoker / 2);
  });
});
