import { eq } from 'drizzle-orm';
import { Key, type WebElement } from 'selenium-webdriver';
import { afterEach, describe, expect, it } from 'vitest';
import { products, sheets } from '@/data/schema';
import { OUTLINE, setStage } from '../support/stage';
import { ALL, PATIENCE } from '../support/browser';

const stage = setStage();

/** So many letters, in words, none like its neighbour: a lost one shows. */
const burst = (length: number) =>
  Array.from({ length: Math.ceil(length / 5) }, (_, word) => `${(word + 1000).toString(36)}${'abcdefgh'[word % 8]} `)
    .join('')
    .slice(0, length)
    .trimEnd();

const BURST = 1500;
const valueOf = (field: WebElement) =>
  stage.browser.driver.executeScript<string>('return arguments[0].value ?? arguments[0].innerText', field);

async function enter(field: WebElement): Promise<void> {
  await stage.browser.driver.executeScript(
    'arguments[0].scrollIntoView({block: "center"}); arguments[0].focus(); arguments[0].select?.()',
    field,
  );
}

/** Types a text as quickly as the browser takes keys. @returns what stands in the field afterwards */
async function sendAll(field: WebElement, text: string): Promise<string> {
  await enter(field);
  await field.sendKeys(ALL, text);
  return valueOf(field);
}

/**
 * Puts a text in letter by letter without a pause in between, quicker than any hand. @returns what stands in the field
 * afterwards
 */
async function burstInto(field: WebElement, text: string): Promise<string> {
  await enter(field);
  await stage.browser.driver.manage().setTimeouts({ script: 110_000 });
  await stage.browser.driver.executeScript(
    'for (const letter of arguments[0]) document.execCommand("insertText", false, letter)',
    text,
  );
  return valueOf(field);
}

async function complaints(): Promise<string[]> {
  const entries = await stage.browser.driver.manage().logs().get('browser');
  return entries.map(({ message }) => message).filter((message) => /depth|Minified React error/i.test(message));
}

afterEach(async () => expect(await complaints()).toEqual([]));

const draftOf = async (id: number) =>
  (await stage.database.read.query.products.findFirst({ where: eq(products.id, id) }))?.draft;

describe('keystrokes in a burst', () => {
  it('are all there in every text of a product, and on the server', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/1');
    const said = { title: burst(160), summary: burst(200), description: burst(BURST) };
    expect(await sendAll(await person.field('Name'), said.title)).toBe(said.title);
    expect(await sendAll(await person.field('Short description'), said.summary)).toBe(said.summary);
    expect(await burstInto(await person.field('Description'), said.description)).toBe(said.description);
    await browser.driver.wait(
      async () => (await draftOf(1))?.description === said.description,
      PATIENCE,
      'the draft was not saved',
    );
    expect(await draftOf(1)).toMatchObject(said);
  });

  it('are all there in every text of a choice and its options', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/4');
    await person.press('Case', OUTLINE);
    const [title, help] = [burst(120), burst(500)];
    expect(await burstInto(await person.field('Help'), help)).toBe(help);
    expect(await sendAll(await person.field('Title'), title)).toBe(title);
    await browser.driver.wait(
      async () => (await draftOf(4))?.choices[0]?.title === title,
      PATIENCE,
      'the draft was not saved',
    );
    expect((await draftOf(4))?.choices[0]).toMatchObject({ title, help });
  });

  it('are all there in a formula and in the words of a rule', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/4');
    await person.press('Formulas', OUTLINE);
    await person.press('Add a formula');
    // Words that nothing completes, so that what is offered takes no key.
    const text = Array.from({ length: BURST / 10 }, (_, place) => `+ ${String(place + 1000)}.25 `)
      .join('')
      .trim();
    const formula = await person.find('.cm-content');
    await burstInto(formula, text);
    await browser.driver.wait(
      async () => (await draftOf(4))?.formulas[0]?.text.trimEnd() === text,
      PATIENCE,
      'the formula was not saved as it was typed',
    );

    await person.press('Rules', OUTLINE);
    await person.press('Add a rule');
    await person.select('Then 1: what', 'tell customers');
    const words = burst(500);
    expect(await burstInto(await person.field('Then 1: words'), words)).toBe(words);
    await browser.driver.wait(
      async () => (await draftOf(4))?.rules[0]?.then.some((effect) => effect.kind === 'tell' && effect.text === words),
      PATIENCE,
      'the rule was not saved as it was typed',
    );
  });

  it('are all there in a sheet', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/sheets/1');
    const note = burst(500);
    expect(await burstInto(await person.field('Note'), note)).toBe(note);
    await browser.driver.wait(
      async () => (await stage.database.read.query.sheets.findFirst({ where: eq(sheets.id, 1) }))?.draft.note === note,
      PATIENCE,
      'the sheet was not saved',
    );
  });

  it('are all there in a formatted text, and go when they are taken back', async () => {
    const { person, browser } = stage;
    await person.goTo('/manage/products/6?place=choice:vice');
    const editor = await person.find('[role="textbox"][aria-label="Text"]');
    const textOf = async () =>
      (await draftOf(6))?.choices.flatMap((choice) =>
        choice.key === 'vice' && 'text' in choice ? [choice.text] : [],
      )[0];
    const [before, words] = [await textOf(), burst(BURST)];
    await browser.driver.executeScript(
      'arguments[0].focus(); getSelection().selectAllChildren(arguments[0]); getSelection().collapseToEnd()',
      editor,
    );
    await browser.driver.executeScript(
      'for (const letter of arguments[0]) document.execCommand("insertText", false, letter)',
      ` ${words}`,
    );
    await browser.driver.wait(
      async () => (await textOf()) === `${before} ${words}`,
      PATIENCE,
      'the draft was not saved',
    );
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
    await browser.driver.wait(async () => (await textOf()) === before, PATIENCE, 'the text did not come back');
    expect((await valueOf(editor)).trim()).toBe(before);
  });
});
