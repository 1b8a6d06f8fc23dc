import { error, type WebDriver } from 'selenium-webdriver';

/** How long something may take before it is missed, in milliseconds: machines that run this can be slow for a while. */
export const PATIENCE = 60_000;

/** What changes without a trace in the document is seen after so long, in milliseconds. */
const LOOK_ANYWAY = 200;

/** Changes that come close together are looked at once, in milliseconds. */
const TOGETHER = 40;

/** A page that gives way to another ends what waits in it; it is waited for on in the next. */
const isLeft = (problem: unknown): boolean =>
  problem instanceof error.JavascriptError || problem instanceof error.StaleElementReferenceError;

/**
 * Waits in the page itself until something holds, looking again only when the page has changed: to ask it from outside
 * again and again costs more than what it does meanwhile.
 *
 * @param test the source of a function in the page, of what is given to it
 * @returns what the function returned; null where that was nothing for as long as one is patient
 */
export async function waitInPage<T>(driver: WebDriver, test: string, given: readonly unknown[]): Promise<T | null> {
  const script = `
    const [given, patience, done] = arguments;
    const test = ${test};
    const ends = performance.now() + patience;
    let soon = null;
    const end = (value) => {
      observer.disconnect();
      clearInterval(anyway);
      done(value);
    };
    const look = () => {
      soon = null;
      const value = test(...given);
      if (value || performance.now() > ends) end(value || null);
    };
    const observer = new MutationObserver(() => { soon ??= setTimeout(look, ${TOGETHER}); });
    const anyway = setInterval(look, ${LOOK_ANYWAY});
    observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
    look();`;
  const ends = Date.now() + PATIENCE;
  for (;;) {
    try {
      const left = Math.max(0, ends - Date.now());
      return await driver.executeAsyncScript<T | null>(script, given, left);
    } catch (problem) {
      if (!isLeft(problem) || Date.now() > ends) throw problem;
      await driver.sleep(LOOK_ANYWAY);
    }
  }
}
