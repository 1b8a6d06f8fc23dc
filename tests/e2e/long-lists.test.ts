import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { beforeAll, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { products } from '@/data/schema';
import { violations } from '../support/axe';
import { PATIENCE } from '../support/browser';
import { DIALOG, OUTLINE, setStage } from '../support/stage';
import { insertProduct } from '../support/begin';

const stage = setStage();

const COLOURS = 300;
const SIZES = 60;
const LIDS = ['tin', 'cork', 'wax'];
const ids: Record<string, number> = {};

beforeAll(async () => {
  const colours = Array.from({ length: COLOURS }, (_, at) => ({
    key: `c${at}`,
    title: `Colour ${at}`,
    sku: `C${at}`,
    amount: { kind: 'fixed', value: '1.10' },
  }));
  const cloth = {
    slug: 'cloth-of-many-colours',
    title: 'Cloth of many colours',
    sku: 'CLOTH',
    price: '12.00',
    choices: [{ kind: 'list', key: 'colour', title: 'Colour', options: colours }],
  };
  const sizes = Array.from({ length: SIZES }, (_, at) => ({ key: `s${at}`, title: `${at + 1} ml`, sku: `S${at}` }));
  const jar = {
    slug: 'jar-of-many-sizes',
    title: 'Jar of many sizes',
    sku: 'JARS',
    price: '2.00',
    choices: [
      { kind: 'list', key: 'size', title: 'Size', stocked: true, options: sizes },
      {
        kind: 'list',
        key: 'lid',
        title: 'Lid',
        stocked: true,
        options: LIDS.map((key) => ({ key, title: key, sku: key })),
      },
    ],
    variants: sizes.flatMap(({ key: size }) => LIDS.map((lid) => ({ options: { size, lid } }))),
  };
  await stage.database.write(async (transaction) => {
    for (const product of [cloth, jar])
      ids[product.slug] = await insertProduct(transaction, productSchema.parse(product), new Date());
  });
});

describe('the library of pictures and the bin', () => {
  it('are found by words, and narrowed down to what nothing shows', async () => {
    const { person } = stage;
    await person.goTo('/manage/pictures');
    await person.sees('bee-suit.svg');
    await person.pick('Only what nothing shows');
    await person.seesNoMore('bee-suit.svg');
    await person.goTo('/manage/pictures?find=paint');
    await person.sees('hive-paint-sage.svg');
    await person.seesNoMore('bee-suit.svg');
    await person.fill('Search pictures', 'nothing of the kind');
    await person.sees('No picture is called like “nothing of the kind”');
  });
});

const draftOf = async (slug: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.id, ids[slug] ?? 0) }))?.draft;
const optionsOf = async () => {
  const choice = (await draftOf('cloth-of-many-colours'))?.choices[0];
  return choice && 'options' in choice ? choice.options : [];
};
const drawn = (selector: string) =>
  stage.browser.driver.executeScript<number>('return document.querySelectorAll(arguments[0]).length', selector);
const saved = (isSo: () => Promise<boolean>) => stage.browser.driver.wait(isSo, PATIENCE, 'the draft was not saved');
const toTheEnd = () => stage.browser.driver.executeScript('window.scrollTo(0, document.documentElement.scrollHeight)');
const inFocus = () =>
  stage.browser.driver.executeScript<string>('return document.activeElement.getAttribute("aria-label")');

describe('a choice of hundreds of options', () => {
  it('is drawn as far as it is seen, and the last one can be reached and changed', async () => {
    const { person } = stage;
    await person.goTo(`/manage/products/${ids['cloth-of-many-colours']}`);
    await person.press('Colour', OUTLINE);
    await person.find('[aria-label="Title of Colour 0"]');
    expect(await drawn('[aria-label^="Title of Colour"]')).toBeLessThan(40);
    await toTheEnd();
    await person.fill(`Title of Colour ${COLOURS - 1}`, 'The last colour');
    await saved(async () => (await optionsOf()).at(-1)?.title === 'The last colour');
    expect(await drawn('[aria-label^="Title of Colour"]')).toBeLessThan(40);
    expect(await drawn('[aria-label="Title of Colour 0"]')).toBe(0);
    expect(await violations(stage, 'everything', ['nav'])).toEqual([]);
  });

  it('keeps the field in which somebody works, wherever the page is scrolled to', async () => {
    const { person, browser } = stage;
    await browser.driver.executeScript('window.scrollTo(0, 0)');
    const field = await person.find('[aria-label="Title of Colour 2"]');
    await field.click();
    await toTheEnd();
    await person.find('[aria-label="Title of The last colour"]');
    expect(await inFocus()).toBe('Title of Colour 2');
    await field.sendKeys(Key.END, ' and more');
    await saved(async () => (await optionsOf())[2]?.title === 'Colour 2 and more');
    expect((await optionsOf()).map(({ key }) => key)).toEqual(Array.from({ length: COLOURS }, (_, at) => `c${at}`));
  });

  it('is searched; what is found is changed and moved in its place', async () => {
    const { person, browser } = stage;
    await person.fill('Find an option', 'COLOUR  15');
    await browser.driver.wait(async () => (await drawn('[aria-label^="Title of Colour"]')) === 11, PATIENCE);
    await person.fill('SKU part of Colour 150', 'FOUND');
    // Of what is found, the second stands after the first then; the others stay where they are.
    await person.carry(await person.find('[aria-label="Move Colour 15"]'), Key.ARROW_DOWN);
    await saved(async () => (await optionsOf())[150]?.key === 'c15');
    expect((await optionsOf()).slice(148, 152).map(({ key, sku }) => [key, sku])).toEqual([
      ['c149', 'C149'],
      ['c150', 'FOUND'],
      ['c15', 'C15'],
      ['c151', 'C151'],
    ]);
    await person.fill('Find an option', 'no such colour');
    await person.sees('No option is called that.');
    await person.fill('Find an option', '');
    await person.find('[aria-label="Title of Colour 0"]');
  });

  it('is moved by keyboard at its end, too', async () => {
    const { person } = stage;
    await toTheEnd();
    await person.carry(await person.find('[aria-label="Move The last colour"]'), Key.ARROW_UP);
    await saved(async () => (await optionsOf()).at(-1)?.title !== 'The last colour');
    expect((await optionsOf()).slice(-3).map(({ title }) => title)).toEqual([
      'Colour 297',
      'The last colour',
      'Colour 298',
    ]);
  });
});

describe('a pasted list of hundreds of lines', () => {
  it('is read while it is typed in, drawn as far as it is seen, and taken as a whole', async () => {
    const { person, browser } = stage;
    await person.goTo(`/manage/products/${ids['cloth-of-many-colours']}`);
    await person.press('Colour', OUTLINE);
    await person.press('Paste a list');
    const lines = Array.from({ length: 200 }, (_, at) => `Thread ${at};${at === 199 ? 'much' : '0.50'};T${at}`).join(
      '\n',
    );
    const field = await person.field('List of options', DIALOG);
    // As a clipboard does it: all at once.
    await browser.driver.executeScript(
      'arguments[0].focus(); document.execCommand("insertText", false, arguments[1])',
      field,
      lines,
    );
    await person.sees('1 line with faults stays out until fixed above.');
    expect(await drawn('[aria-label="What the lines mean"] tbody tr')).toBeLessThan(60);
    await browser.driver.executeScript('document.querySelector("[aria-label=Preview]").scrollTop = 1e6');
    await person.sees('“much” is not an amount.');
    expect(await violations(stage, 'everything', ['nav', 'main'])).toEqual([]);
    // Mended by a key: what has been read before that is not what is taken.
    await field.sendKeys(
      Key.chord(Key.CONTROL, Key.END),
      ...Array.from({ length: 9 }, () => Key.BACK_SPACE),
      '0.50;T199',
    );
    await person.press('Add 200 options', DIALOG);
    await saved(async () => (await optionsOf()).length === COLOURS + 200);
    expect((await optionsOf()).slice(-2).map(({ title, sku }) => [title, sku])).toEqual([
      ['Thread 198', 'T198'],
      ['Thread 199', 'T199'],
    ]);
    // No more have room in it.
    await person.sees('A choice has at most 500 options, and this one has them.');
    await person.press('Paste a list');
    await person.fill('List of options', 'One more', DIALOG);
    await person.sees('A choice has at most 500 options, and has them with those before this line.');
    await person.press('Cancel', DIALOG);
  });
});

describe('a grid of hundreds of variants', () => {
  it('is typed down from row to row, and filled as far as it goes', async () => {
    const { person, browser } = stage;
    await person.goTo(`/manage/products/${ids['jar-of-many-sizes']}?place=variants`);
    await person.select('Figure in the cells', 'Own price');
    const first = await person.find('[aria-label="Own price of 1 ml · tin"]');
    expect(await drawn('[data-spot]')).toBeLessThan(60 * LIDS.length);
    await first.click();
    await browser.driver.actions().sendKeys('3.10', Key.ENTER, '3.20', Key.ENTER, '3.30').perform();
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('d').keyUp(Key.CONTROL).perform();
    await saved(async () => (await draftOf('jar-of-many-sizes'))?.variants.at(-3)?.price === '3.30');
    const prices = (await draftOf('jar-of-many-sizes'))?.variants
      .filter(({ options }) => options.lid === 'tin')
      .map(({ price }) => price);
    expect(prices).toEqual(['3.10', '3.20', ...Array.from({ length: SIZES - 2 }, () => '3.30')]);
    expect(await violations(stage, 'everything', ['nav'])).toEqual([]);
    // All of them count in the sum below, drawn or not.
    await person.sees(`${SIZES} of ${SIZES}`);
  });

  it('is walked through by the arrow keys, past what was drawn', async () => {
    const { person, browser } = stage;
    await (await person.find('[aria-label="Own price of 3 ml · tin"]')).click();
    await browser.driver
      .actions()
      .sendKeys(...Array.from({ length: 45 }, () => Key.ARROW_DOWN))
      .perform();
    await browser.driver.wait(async () => (await inFocus()) === 'Own price of 48 ml · tin', PATIENCE);
  });

  it('loses no letter of a number that is too long: it is told what is wrong', async () => {
    const { person } = stage;
    await person.select('Figure in the cells', 'GTIN');
    await person.fill('GTIN of 48 ml · cork', '4006381333931777');
    await saved(
      async () =>
        (await draftOf('jar-of-many-sizes'))?.variants.some(({ gtin }) => gtin === '4006381333931777') === true,
    );
    await person.sees('4006381333931777');
  });

  it('is a list, too, in which what is unfolded stays so', async () => {
    const { person } = stage;
    await person.pickSegment('List');
    await person.press('More about 1 ml · tin');
    await person.find('[aria-label="Own price of 2 ml · tin"]');
    expect(await drawn('[role="listitem"]')).toBeLessThan(40);
    await toTheEnd();
    await person.fill('Own price of 60 ml · wax', '9.90');
    await saved(async () => (await draftOf('jar-of-many-sizes'))?.variants.at(-1)?.price === '9.90');
    expect(await violations(stage, 'everything', ['nav'])).toEqual([]);
    await stage.browser.driver.executeScript('window.scrollTo(0, 0)');
    await person.find('[aria-label="Less about 1 ml · tin"]');
  });
});

describe('a list of more products than a page has', () => {
  const shown = 'table[aria-label="Products"]:not([aria-busy])';

  it('is turned, and everything that matches is selected, on whatever page', async () => {
    const { person } = stage;
    await stage.database.write(async (transaction) => {
      for (let number = 1; number <= 120; number += 1)
        await insertProduct(
          transaction,
          productSchema.parse({ slug: `peg-${number}`, title: `Peg ${number}`, sku: `PEG${number}`, category: 'Pegs' }),
          new Date(),
        );
    });
    await person.goTo('/manage/products?category=Pegs');
    await person.sees('1 to 50 of 120');
    await person.press('After');
    await person.sees('51 to 100 of 120');
    await person.find(shown);
    expect(await stage.browser.driver.getCurrentUrl()).toContain('page=2');
    await person.tickBox('Select all 120, on every page');
    await person.sees('120 products', '[aria-label="Selected products"]');
    await person.fill('Search products', 'peg 7');
    await person.seesNoMore('of 120');
    await person.find(shown);
    expect(await drawn('table[aria-label="Products"] tbody tr')).toBe(11);
    // All that is found is selected already: it is left again, and no more than that.
    await person.tickBox('Select all that are shown');
    await person.sees('109 products', '[aria-label="Selected products"]');
  });

  it('knows what has become of what is selected', async () => {
    const { person } = stage;
    await person.goTo('/manage/products?find=peg+11');
    await person.find(shown);
    for (const title of ['Peg 11', 'Peg 110']) await person.tickBox(`Select ${title}`);
    await person.press('Put away');
    await person.press('Archive', '//*[@role="menu"]');
    await person.press('Archive 2 products', DIALOG);
    await person.sees('2 of 2 products: archived.');
    await person.press('Close', DIALOG);
    await person.seesNoMore('Peg 110', 'table[aria-label="Products"]');
    await person.press('Put away');
    await person.press('Take out of the archive', '//*[@role="menu"]');
    await person.press('Take out 2 products', DIALOG);
    await person.sees('2 of 2 products: out of the archive.');
  });
});
