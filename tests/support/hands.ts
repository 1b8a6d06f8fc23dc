import { By, Key, until, type WebElement } from 'selenium-webdriver';
import { PATIENCE } from './browser';
import { type Stage } from './stage';

/**
 * What setting something up costs a pair of hands: clicks and keys, counted as they happen. A menu takes two clicks, to
 * open it and to take something; going into a field takes one unless the focus is there already.
 */
export class Hands {
  clicks = 0;
  keys = 0;

  constructor(private readonly stage: Stage) {}

  /** Presses a button, a link or a box. */
  async press(name: string, within = ''): Promise<void> {
    this.clicks += 1;
    await this.stage.person.press(name, within);
  }

  async pick(title: string, within = ''): Promise<void> {
    this.clicks += 1;
    await this.stage.person.pick(title, within);
  }

  async select(label: string, alternative: string, within = ''): Promise<void> {
    this.clicks += 2;
    await this.stage.person.select(label, alternative, within);
  }

  /** Types where the focus is; Tab and Enter count as keys like any other. */
  async type(...texts: readonly string[]): Promise<void> {
    for (const text of texts) {
      this.keys += [...text].length;
      await this.stage.browser.driver.actions().sendKeys(text).perform();
      // As quick as a hand.
      await this.stage.browser.driver.sleep(120);
    }
  }

  /** Goes into a field, by a click where the focus is not there, and types in the place of what stands in it. */
  async fill(label: string, text: string, within = ''): Promise<void> {
    const field = await this.stage.person.field(label, within);
    await this.focus(field);
    this.keys += [...text].length;
    await this.stage.person.fill(label, text, within);
  }

  /** Pastes a text into a field. */
  async paste(selector: string, text: string): Promise<void> {
    await this.focus(await this.stage.person.find(selector));
    const field = await this.stage.person.find(selector);
    this.keys += 2;
    await this.stage.browser.driver.executeScript(
      `const data = new DataTransfer(); data.setData('text/plain', arguments[1]); data.setData('text', arguments[1]);
       arguments[0].dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
      field,
      text,
    );
  }

  private async focus(field: WebElement): Promise<void> {
    const isThere = await this.stage.browser.driver.executeScript<boolean>(
      'return document.activeElement === arguments[0]',
      field,
    );
    if (isThere) return;
    this.clicks += 1;
    await this.stage.person.click(field);
  }

  /** Gives files to a field that takes them: one click opens the list of files, one takes them. */
  async choose(label: string, files: readonly string[]): Promise<void> {
    this.clicks += 2;
    const input = await this.stage.browser.driver.wait(
      until.elementLocated(By.xpath(`//input[@type="file" and @aria-label="${label}"]`)),
      PATIENCE,
    );
    await input.sendKeys(files.join('\n'));
  }

  /** Goes to a place of the product by the keyboard: a slash, some letters, Enter. */
  async goTo(place: string): Promise<void> {
    await this.stage.browser.driver.executeScript('document.activeElement?.blur()');
    await this.type('/', place);
    await this.stage.person.sees(place, 'nav[aria-label="Outline"]');
    await this.type(Key.ENTER);
    await this.stage.browser.driver.sleep(250);
  }

  /** Adds a choice from wherever one is. */
  async addChoice(title: string, kind?: string): Promise<void> {
    await this.stage.browser.driver.actions().keyDown(Key.ALT).sendKeys('n').keyUp(Key.ALT).perform();
    this.keys += 2;
    await this.fill('Ask customers for', title, '//*[@role="dialog"]');
    if (kind !== undefined) await this.select('as', kind, '//*[@role="dialog"]');
    const field = await this.stage.person.field('Ask customers for', '//*[@role="dialog"]');
    await this.focusByKey(field);
    await this.type(Key.ENTER);
    await this.stage.person.seesNoMore('Ask customers for', '[role="dialog"]');
    await this.stage.browser.driver.sleep(300);
  }

  /** Back into a field of the same form with Shift and Tab. */
  private async focusByKey(field: WebElement): Promise<void> {
    this.keys += 1;
    await this.stage.browser.driver.executeScript('arguments[0].focus()', field);
  }

  get told(): string {
    return `${this.clicks} clicks, ${this.keys} keys`;
  }
}
