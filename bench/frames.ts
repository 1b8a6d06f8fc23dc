import { type Browser, Person, startBrowser, toolsOf } from '../tests/support/browser';
import { startServer } from '../tests/support/server';
import { framesWhile, watchFrames } from './frame-times';
import { quantile } from './rounds';

/**
 * How long the frames are on the shop's pages of products that are seen in views, while somebody types or presses what
 * the views follow: beside the same keys in a field that nothing follows, at the speed of this machine and slowed four
 * times. Run `npm run build` first.
 */

const KEYS = 40;
const PAUSE = 90;
/** The time of a frame on a screen of sixty, in milliseconds. */
const FRAME = 1000 / 60;

/** What is done on each page, over and over, so that its picture changes each time. */
const PAGES = [
  { what: 'letters of the branding iron', path: '/shop/branding-iron', field: 'Words to burn', text: 'LARK & FOX ' },
  { what: 'width of the jar labels', path: '/shop/jar-labels', field: 'Width', text: '6' },
] as const;

async function type(browser: Browser, text: string): Promise<void> {
  for (let key = 0; key < KEYS; key += 1) {
    // Every other key takes back the one before it: the text stays within what is taken.
    const isBack = key % 2 === 1;
    const sign = text[Math.floor(key / 2) % text.length] ?? 'a';
    const pressed = isBack
      ? { key: 'Backspace', code: 'Backspace', windowsVirtualKeyCode: 8 }
      : { key: sign, text: sign };
    await toolsOf(browser).sendDevToolsCommand('Input.dispatchKeyEvent', { type: 'keyDown', ...pressed });
    await toolsOf(browser).sendDevToolsCommand('Input.dispatchKeyEvent', { type: 'keyUp', key: pressed.key });
    await browser.driver.sleep(PAUSE);
  }
}

const told = (frames: readonly number[]) =>
  `p50 ${quantile(frames, 0.5).toFixed(1)}, p95 ${quantile(frames, 0.95).toFixed(1)}, longest ${Math.max(...frames).toFixed(0)} ms; ${frames.filter((frame) => frame > FRAME * 1.5).length} of ${frames.length} late`;

const server = await startServer();
const browser = await startBrowser();
try {
  const person = new Person(browser.driver, server.origin);
  for (const { what, path, field, text } of PAGES) {
    process.stdout.write(`\nFrames while somebody types: ${what}\n`);
    await person.goTo(path);
    await person.fill(field, text.trim());
    await browser.driver.sleep(3000);
    await watchFrames(browser);
    for (const rate of [1, 4]) {
      await toolsOf(browser).sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate });
      for (const [into, script] of [
        ['the customer code', 'document.querySelector("footer input").focus()'],
        ['the field', 'arguments[0].focus()'],
      ] as const) {
        await browser.driver.executeScript(script, await person.field(field));
        await browser.driver.sleep(1500);
        const frames = await framesWhile(browser, () => type(browser, text));
        process.stdout.write(`  ${rate} × slowed, ${into.padEnd(18)} ${told(frames)}\n`);
      }
    }
    await toolsOf(browser).sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate: 1 });
  }
} finally {
  await browser.close();
  await server.close();
}
