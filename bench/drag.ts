import { Origin } from 'selenium-webdriver';
import { Person, startBrowser } from '../tests/support/browser';
import { startServer } from '../tests/support/server';
import { framesWhile, watchFrames } from './frame-times';
import { quantile } from './rounds';

/**
 * How long the frames are while a measure is dragged on the picture, in headless Chromium on the built application:
 * beside the same movement of the pointer without anything in it, on the same page. Run `npm run build` first.
 */

const STEPS = 60;
const STEP = 3;
/** No frame may be longer, in milliseconds. */
const LONGEST = 50;

const told = (frames: readonly number[]) =>
  `p50 ${quantile(frames, 0.5).toFixed(0)} ms, p95 ${quantile(frames, 0.95).toFixed(0)} ms, longest ${Math.max(...frames).toFixed(0)} ms`;

const server = await startServer();
const browser = await startBrowser();
try {
  const person = new Person(browser.driver, server.origin);
  await person.comeIn(await server.link());
  await person.goTo('/manage/products/10?place=choices');
  await person.press('Width all round', '//nav[@aria-label="Outline"]');
  const handle = await person.find(
    '//button[starts-with(@aria-label, "Move ") and contains(@aria-label, "on the picture")]',
  );
  await browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', handle);
  await browser.driver.sleep(2000);
  await watchFrames(browser);
  const across = async (held: boolean) => {
    const begin = browser.driver.actions().move({ origin: handle });
    await (held ? begin.press() : begin).perform();
    for (let step = 0; step < STEPS; step += 1)
      await browser.driver
        .actions()
        .move({ origin: Origin.POINTER, x: step % 20 < 10 ? STEP : -STEP, y: -1, duration: 16 })
        .perform();
  };
  const height = async () => (await person.field('From the top (%)')).getAttribute('value');
  const before = await height();
  const bare = await framesWhile(browser, () => across(false));
  const dragged = await framesWhile(browser, () => across(true));
  const dropped = await framesWhile(browser, async () => {
    await browser.driver.actions().release().perform();
    await browser.driver.sleep(500);
  });
  if ((await height()) === before) throw new Error('nothing was dragged');
  process.stdout.write(`\nFrames while a measure is dragged on the picture\n`);
  process.stdout.write(`  the pointer alone   ${told(bare)}\n`);
  process.stdout.write(
    `  the measure with it ${told(dragged)}; ${(quantile(dragged, 0.95) / quantile(bare, 0.95)).toFixed(2)} × at p95\n`,
  );
  process.stdout.write(`  once it is let go   ${told(dropped)}\n`);
  process.stdout.write(
    Math.max(...dragged) <= LONGEST
      ? `  no frame is longer than ${LONGEST} ms\n`
      : `  ${dragged.filter((frame) => frame > LONGEST).length} of ${dragged.length} frames are longer than ${LONGEST} ms\n`,
  );
} finally {
  await browser.close();
  await server.close();
}
