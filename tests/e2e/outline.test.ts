import { eq } from 'drizzle-orm';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { products } from '@/data/schema';
import { PATIENCE } from '../support/browser';
import { askOneOf, startProduct } from '../support/acts';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const outline = 'nav[aria-label="Outline"]';
const GROUPS = ['Basics', 'Choices and variants', 'Parts and stock', 'Pricing', 'Quantities', 'Rules and checks'];
const draft = async (title: string) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.title, title) }))?.draft;
const keys = (text: string) => stage.browser.driver.actions().sendKeys(text).perform();
const withAlt = (key: string) => stage.browser.driver.actions().keyDown(Key.ALT).sendKeys(key).keyUp(Key.ALT).perform();
const heading = async (words: string) =>
  stage.browser.driver.wait(
    async () => (await stage.person.textOf('main h2, h2')).includes(words),
    PATIENCE,
    `no heading “${words}”`,
  );
/** Nothing is typed into: keys are for the page. */
const leaveField = () => stage.browser.driver.executeScript('document.activeElement?.blur()');

describe('the outline of a product', () => {
  it('is six groups in the order of the work, of which only that is open in which one works, and keeps what is unfolded', async () => {
    const { person, browser } = stage;
    await startProduct(stage, 'Rain veil', 'RAIN');
    const titles = await browser.driver.executeScript<string[]>(
      `return [...document.querySelectorAll('${outline} [aria-expanded]')].map((group) => group.innerText.trim())`,
    );
    expect(titles).toEqual(GROUPS);
    // As in a browser in which nobody has unfolded anything.
    await browser.driver.executeScript('localStorage.clear()');
    await browser.driver.navigate().refresh();
    await person.sees('Rules and checks', outline);
    expect(await person.textOf(outline)).not.toContain('Full check');
    await person.click(await person.find(`${OUTLINE}//button[normalize-space()="Rules and checks"]`));
    await person.sees('Full check', outline);
    await browser.driver.navigate().refresh();
    await person.sees('Full check', outline);
    await person.click(await person.find(`${OUTLINE}//button[normalize-space()="Rules and checks"]`));
    await person.seesNoMore('Full check', outline);
  });

  it('finds a place by its name, and opens it by Enter', async () => {
    await leaveField();
    await keys('/');
    await keys('quantity r');
    await stage.person.sees('Quantity rule', outline);
    await stage.person.seesNoMore('Pictures', outline);
    await keys(Key.ENTER);
    await heading('Quantity rule');
    await leaveField();
    await keys('/');
    await keys('zzz');
    await stage.person.sees('No matches.', outline);
    await keys(Key.ESCAPE);
  });

  it('leads from one choice to the next by keyboard and by buttons', async () => {
    const { person } = stage;
    await askOneOf(stage, 'Cloth', ['Linen', 'Moss']);
    await askOneOf(stage, 'Hem', ['Narrow', 'Wide']);
    await leaveField();
    await withAlt(Key.ARROW_UP);
    await heading('Cloth');
    await withAlt(Key.ARROW_DOWN);
    await heading('Hem');
    await person.press('Choice before: Cloth');
    await heading('Cloth');
  });

  it('keeps a half-typed option at its choice while somebody looks elsewhere', async () => {
    const { person, browser } = stage;
    const stands = () =>
      browser.driver.executeScript<boolean>(
        'return [...document.querySelectorAll("main input, input")].some(({ value }) => value === "Sla")',
      );
    await person.fill('New option', 'Sla');
    await person.press('Next choice: Hem');
    await heading('Hem');
    expect(await stands()).toBe(false);
    await person.press('Price and unit', OUTLINE);
    await heading('Price and unit');
    await leaveField();
    await keys('/');
    await keys('cloth');
    await keys(Key.ENTER);
    await heading('Cloth');
    expect(await stands()).toBe(true);
    await person.fill('New option', '');
  });

  it('adds a choice from anywhere', async () => {
    const { person, browser } = stage;
    await person.press('Price and unit', OUTLINE);
    await leaveField();
    await withAlt('n');
    await person.fill('Ask customers for', 'Initials', '//*[@role="dialog"]');
    await person.select('as', 'a line of text', '//*[@role="dialog"]');
    await person.press('Add choice', '//*[@role="dialog"]');
    await heading('Initials');
    await browser.driver.wait(
      async () =>
        (await draft('Rain veil'))?.choices.some(({ kind, key }) => kind === 'text' && key === 'initials') === true,
      PATIENCE,
    );
  });
});

describe('a choice that is asked in another way', () => {
  it('keeps its options from a list to swatches, says what a text would lose, and comes back by undo', async () => {
    const { person, browser } = stage;
    await person.press('Cloth', OUTLINE);
    await person.press('More for this choice');
    await person.press('Ask in another way');
    await person.select('It is', 'a line of text');
    await person.sees('This is lost: its 2 options. Undo brings it back.');
    await person.select('It is', 'a colour, shown as swatches');
    await person.sees('Everything that was said of it is kept.');
    await person.press('Change it');
    await browser.driver.wait(async () => (await draft('Rain veil'))?.choices[0]?.kind === 'swatch', PATIENCE);
    expect((await draft('Rain veil'))?.choices[0]).toMatchObject({
      key: 'cloth',
      options: [{ title: 'Linen' }, { title: 'Moss' }],
    });
    await person.press('Undo');
    await browser.driver.wait(async () => (await draft('Rain veil'))?.choices[0]?.kind === 'list', PATIENCE);
  });
});

describe('an address of the manager’s side', () => {
  it('leads to the products where it names no place, and keeps the rail of places where it leads nowhere', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage');
    await browser.driver.wait(
      async () => (await browser.driver.getCurrentUrl()).endsWith('/manage/products'),
      PATIENCE,
    );
    await browser.driver.get(`${stage.server.origin}/manage/nowhere/at-all`);
    await person.sees('There is nothing at this address');
    await person.press('To the products');
    await person.press('Stock');
    await browser.driver.wait(async () => (await browser.driver.getCurrentUrl()).endsWith('/manage/stock'), PATIENCE);
  });

  it('takes a weight with its unit, as it is typed', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products');
    await person.press('Rain veil');
    await person.press('Price and unit', OUTLINE);
    await person.fill('Weight of one', '200 g');
    await browser.driver.wait(async () => (await draft('Rain veil'))?.weight !== null, PATIENCE);
    await browser.driver.wait(async () => (await draft('Rain veil'))?.weight?.unit === 'g', PATIENCE);
    expect((await draft('Rain veil'))?.weight).toEqual({ value: '200', unit: 'g' });
  });
});
