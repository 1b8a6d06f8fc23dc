import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, error, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Driver, Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';
import { browsers, driver as driverPath } from '../../scripts/browser-paths.json';
import { PATIENCE, waitInPage } from './waiting';

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-prefers-reduced-motion',
  '--hide-scrollbars',
  // What has been compiled for one page is kept for the next: a browser that has just begun would wait for a script to
  // come a third time.
  '--blink-settings=v8CacheOptions=3',
];

/** A real browser of its own, with nothing remembered from before. */
export interface Browser {
  readonly driver: WebDriver;
  close(): Promise<void>;
}

/**
 * Starts Chromium without a window, at a width and height in pixels of the page. @param scale how many it draws for
 * each
 */
export async function startBrowser(width = 1280, height = 800, scale = 1): Promise<Browser> {
  // What the two of them lay down is removed with this folder: neither of them does so.
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-browser-'));
  const options = new Options();
  options.setChromeBinaryPath(process.env.CHROMIUM ?? browsers.find(existsSync) ?? 'chromium');
  options.addArguments(...FLAGS, `--force-device-scale-factor=${scale}`, `--window-size=${width},${height}`);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(
      new ServiceBuilder(process.env.CHROMEDRIVER ?? driverPath).setEnvironment({
        ...process.env,
        TMPDIR: folder,
      }),
    )
    .build();
  await driver.manage().setTimeouts({ script: 2 * PATIENCE });
  // The window has a frame even without a screen; what is wanted is the size of the page.
  const script = 'return [window.outerWidth - window.innerWidth, window.outerHeight - window.innerHeight]';
  const [frameWidth = 0, frameHeight = 0] = await driver.executeScript<number[]>(script);
  await driver
    .manage()
    .window()
    .setRect({ width: width + frameWidth, height: height + frameHeight });
  return {
    driver,
    async close() {
      // Leaving the page lets it say goodbye; quitting alone does not.
      await driver.get('about:blank');
      await driver.quit();
      // The last of its processes may still be writing there.
      rmSync(folder, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 });
    },
  };
}

/** What a browser can be asked and told beside what a hand does. */
export function toolsOf({ driver }: Browser): Driver {
  if (!(driver instanceof Driver)) throw new Error('only Chromium tells what is asked of it');
  return driver;
}

export { PATIENCE };

/** Selects all that stands in a field. */
export const ALL = Key.chord(Key.CONTROL, 'a');

/** How often it is looked again meanwhile, in milliseconds. */
const LOOK_AGAIN = 40;

/** Whether a page answers to hands. */
const IS_AWAKE = `() => {
  const isAwake = (element) => Object.keys(element).some((name) => name.startsWith("__react"));
  const main = document.querySelector("main");
  return main && main.ariaBusy !== "true" && isAwake(main) && [...document.querySelectorAll("main :is(button, input)")].every(isAwake);
}`;

/** The first element by CSS or XPath, once it can be seen. */
const FIRST_SHOWN = `(selector, isPath) => {
  const found = isPath ? document.evaluate(selector, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE).singleNodeValue : document.querySelector(selector);
  const hasSize = (element) => { const { width, height } = element.getBoundingClientRect(); return width > 0 && height > 0; };
  const isShown = (element) => element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && (hasSize(element) || [...element.children].some(hasSize));
  return found && (found.tagName === "OPTION" || isShown(found)) ? found : null;
}`;

/** The words in parts of the page, with every run of white space as one space. */
const TEXT = `(within) => [...document.querySelectorAll(within)].map((part) => part.innerText).join(" ").replace(/\\s+/g, " ")`;

/**
 * Whether some words stand in a part of the page, or no more. What is to be seen has the page laid out each time it is
 * asked, which costs most of the waiting: words that are nowhere in the document are not looked for there.
 */
const SAYS = `(words, within, wanted) => {
  const bare = (text) => text.replace(/\\s+/g, "");
  const all = [...document.querySelectorAll(within)].map((part) => part.textContent).join("");
  return (bare(all).includes(bare(words)) && (${TEXT})(within).includes(words)) === wanted;
}`;

/**
 * Lets a press go to one element alone: a page that moves between finding a place and pressing it would put another
 * there, which a person sees.
 */
const ONLY_ON = `const wanted = arguments[0];
wanted.scrollIntoView({ block: "center" });
const press = { missed: false };
window.oakKnotPress = press;
const types = ["pointerdown", "mousedown", "pointerup", "mouseup", "click"];
const look = (event) => {
  if (event.type === "pointerdown") press.missed = wanted.isConnected && !wanted.contains(event.target);
  if (!press.missed) return;
  event.stopImmediatePropagation();
  event.preventDefault();
};
press.end = () => types.forEach((type) => window.removeEventListener(type, look, true));
types.forEach((type) => window.addEventListener(type, look, true));`;

/** Whether the press went elsewhere; a page that has come meanwhile knows nothing of it. */
const HAS_MISSED =
  'const press = window.oakKnotPress; press?.end(); delete window.oakKnotPress; return press?.missed ?? false';

/** How often somebody aims again at what has moved away. */
const AIMS = 5;

const isPath = (selector: string): boolean => /^[(/.]\/|^\(/.test(selector);

/** A text as part of an XPath expression, whatever quotation marks are in it. */
export function quoted(text: string): string {
  return `concat('', ${text
    .split("'")
    .map((part) => `'${part}'`)
    .join(`, "'", `)})`;
}

/** So long it takes a hand from the keys to the mouse at least, in milliseconds. */
const FROM_KEYS_TO_MOUSE = 250;

/** What a person does and sees, by the words on the screen. */
export class Person {
  private lastKey = 0;

  constructor(
    readonly driver: WebDriver,
    private readonly origin: string,
  ) {}

  async goTo(path: string): Promise<void> {
    await this.driver.get(this.origin + path);
    // A person takes a moment before the first click; a test waits until the page answers to clicks.
    if (!(await waitInPage(this.driver, IS_AWAKE, []))) throw new Error(`${path} never woke up`);
  }

  /** Comes in by a link that signs in once, as whoever is given one does. */
  async comeIn(link: string): Promise<void> {
    await this.driver.get(link);
    const isIn = async () => !(await this.driver.getCurrentUrl()).includes('/sign-in');
    await this.driver.wait(isIn, PATIENCE, 'nobody was let in', LOOK_AGAIN);
  }

  /** Waits for an element, by CSS or XPath (beginning with a slash or a bracket). */
  async find(selector: string): Promise<WebElement> {
    const element = await waitInPage<WebElement>(this.driver, FIRST_SHOWN, [selector, isPath(selector)]);
    if (!element) throw new Error(`nothing to be seen by ${selector}`);
    return element;
  }

  /** Waits until some words stand on the page. */
  async sees(words: string, within = 'body'): Promise<void> {
    if (await waitInPage(this.driver, SAYS, [words, within, true])) return;
    throw new Error(`“${words}” is not to be seen. The page says:\n${await this.textOf(within)}`);
  }

  /** Waits until some words no longer stand on the page. */
  async seesNoMore(words: string, within = 'body'): Promise<void> {
    if (!(await waitInPage(this.driver, SAYS, [words, within, false])))
      throw new Error(`“${words}” is still to be seen`);
  }

  /** The words on the page, with every run of white space as one space. */
  textOf(selector = 'body'): Promise<string> {
    return this.driver.executeScript<string>(`return (${TEXT})(arguments[0])`, selector);
  }

  /** Presses a button or follows a link by its words or its label. */
  async press(name: string, within = ''): Promise<void> {
    const words = quoted(name);
    const own = `self::button or self::a or @role="menuitem"`;
    // Of an outline its lines are meant, not the groups that fold, which may be called alike.
    const line = /\bnav\b/.test(within) ? '[not(@aria-expanded)]' : '';
    const selector = `${within}//*[${own}]${line}[normalize-space()=${words} or @aria-label=${words} or starts-with(normalize-space(), ${words})]`;
    await this.settled(async () => {
      if (/\bnav\b/.test(within)) await this.unfold(selector);
      const element = await this.find(selector);
      await this.driver.wait(until.elementIsEnabled(element), PATIENCE, `“${name}” can’t be pressed`, LOOK_AGAIN);
      await this.click(element);
    });
  }

  /** Unfolds what is folded in an outline, once it is there. */
  private async unfold(wanted: string): Promise<void> {
    const script =
      'for (const folded of document.querySelectorAll(\'nav [aria-expanded="false"]:not([aria-haspopup])\')) folded.click()';
    await this.driver.wait(
      async () => {
        await this.driver.executeScript(script);
        return (await this.driver.findElements(By.xpath(wanted))).length > 0;
      },
      PATIENCE,
      `not in the outline: ${wanted}`,
      LOOK_AGAIN,
    );
  }

  /** Presses something that has been found already. */
  async click(element: WebElement): Promise<void> {
    await this.driver.sleep(Math.max(0, this.lastKey + FROM_KEYS_TO_MOUSE - Date.now()));
    for (let aim = 1; aim <= AIMS; aim += 1) {
      await this.driver.executeScript(ONLY_ON, element);
      const missed = () => this.driver.executeScript<boolean>(HAS_MISSED);
      await element.click().catch((problem: unknown) => missed().then(() => Promise.reject(problem as Error)));
      if (!(await missed())) return;
    }
    throw new Error('what is to be pressed moves away again and again');
  }

  /** Does something again when the page drew itself anew in the middle of it. */
  private async settled(work: () => Promise<void>): Promise<void> {
    for (let attempt = 1; ; attempt += 1) {
      try {
        return await work();
      } catch (problem) {
        const passing =
          problem instanceof error.StaleElementReferenceError || problem instanceof error.ElementClickInterceptedError;
        if (!passing || attempt === 5) throw problem;
        await this.driver.sleep(200);
      }
    }
  }

  /** The field under a label. */
  async field(label: string, within = ''): Promise<WebElement> {
    const words = quoted(label);
    return this.find(
      `${within}//*[self::input or self::textarea or self::select][@aria-label=${words} or @id=//label[normalize-space(text())=${words} or normalize-space()=${words} or starts-with(normalize-space(), concat(${words}, ' (optional)'))]/@for]`,
    );
  }

  private async isDay(field: WebElement): Promise<boolean> {
    return (await field.getAttribute('type')) === 'date';
  }

  /** Puts a text in the place of what stands in a field. */
  async fill(label: string, text: string, within = ''): Promise<void> {
    await this.settled(async () => {
      const field = await this.field(label, within);
      await this.driver.executeScript(
        'arguments[0].scrollIntoView({block: "center"}); arguments[0].focus(); arguments[0].select?.()',
        field,
      );
      // A window that has not had the focus yet may put the caret to the end with the first key: all is selected by a
      // key, too.
      await field.sendKeys(...((await this.isDay(field)) ? [] : [ALL]), text === '' ? Key.DELETE : text);
      this.lastKey = Date.now();
    });
  }

  /** Takes one of the alternatives of a menu by its words. */
  async select(label: string, alternative: string, within = ''): Promise<void> {
    await this.settled(async () => {
      const field = await this.field(label, within);
      if ((await field.getAttribute('role')) === 'combobox') return this.findInList(label, alternative, within);
      await (await field.findElement(By.xpath(`./option[normalize-space()=${quoted(alternative)}]`))).click();
    });
  }

  /** Goes into a field that finds what is typed, and takes what is called exactly so. */
  private async findInList(label: string, title: string, within: string): Promise<void> {
    await this.click(await this.field(label, within));
    const field = await this.field(label, within);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), title);
    const item = await this.find(
      `//*[@data-scope="combobox" and @data-part="content" and @data-state="open" and not(@aria-busy="true")]//*[@data-part="item"][.//*[@data-part="item-text"][normalize-space(text())=${quoted(title)} or normalize-space()=${quoted(title)}]]`,
    );
    await item.click();
  }

  /** Types into a search field and takes what is found by its title. */
  async findAndPick(label: string, words: string, title: string): Promise<void> {
    const input = await this.find(
      `//*[@data-scope="combobox" and @data-part="root"][.//label[normalize-space()=${quoted(label)}]]//input`,
    );
    await this.click(input);
    await input.sendKeys(words);
    await this.settled(async () => {
      const item = await this.find(
        `//*[@data-scope="combobox" and @data-part="content" and @data-state="open" and not(@aria-busy="true")]//*[@data-part="item"][starts-with(normalize-space(), ${quoted(title)})]`,
      );
      await this.click(item);
    });
  }

  /**
   * Carries an entry of a list by the keyboard: picks it up, moves it by keys, puts it down; after each key as soon as
   * the page has told where it is.
   */
  async carry(handle: WebElement, ...keys: readonly string[]): Promise<void> {
    const told = () =>
      this.driver.executeScript<string>(
        'return [...document.querySelectorAll("[id^=DndLiveRegion]")].map((region) => region.textContent).join(" ")',
      );
    await this.driver.executeScript('arguments[0].scrollIntoView({block: "center"}); arguments[0].focus()', handle);
    for (const key of [Key.SPACE, ...keys, Key.SPACE]) {
      const before = await told();
      await this.driver.actions().sendKeys(key).perform();
      let last = before;
      await this.driver.wait(
        async () => {
          const [earlier, now] = [last, await told()];
          last = now;
          return now !== before && now === earlier;
        },
        PATIENCE,
        'nothing was told of what was carried',
        LOOK_AGAIN,
      );
    }
  }

  /** Takes one of a few views by its words. */
  async pickSegment(words: string): Promise<void> {
    await this.click(
      await this.find(`//*[@data-scope="segment-group" and @data-part="item"][normalize-space()=${quoted(words)}]`),
    );
  }

  /** Ticks a box that has no words beside it, once it is there. */
  async tickBox(label: string): Promise<void> {
    const selector = By.css(`input[aria-label="${label}"]`);
    const box = await this.driver.wait(until.elementLocated(selector), PATIENCE, `no box “${label}”`);
    await this.driver.executeScript('arguments[0].click()', box);
  }

  /** Picks an option of the customer's form: a button or a swatch by its title. */
  async pick(title: string, within = ''): Promise<void> {
    const words = quoted(title);
    const labels = `${within}//label[.//input[@type="radio" or @type="checkbox"]]`;
    const selector = `${labels}[normalize-space()=${words} or starts-with(normalize-space(), ${words}) or .//*[normalize-space()=${words}] or .//input[@aria-label=${words}]]//input`;
    await this.settled(async () => {
      const input = await this.driver.wait(until.elementLocated(By.xpath(selector)), PATIENCE, `no option “${title}”`);
      await this.driver.executeScript('arguments[0].scrollIntoView({block: "center"}); arguments[0].click()', input);
    });
  }
}
