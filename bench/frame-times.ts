import { type Browser } from '../tests/support/browser';

/** Notes the time from each frame to the next. */
const WATCH = `
  globalThis.frames = [];
  let last = performance.now();
  const note = (now) => { globalThis.frames.push(now - last); last = now; requestAnimationFrame(note); };
  requestAnimationFrame(note);
`;

/** Begins to note how long frames are on the page that is open. */
export const watchFrames = ({ driver }: Browser): Promise<void> => driver.executeScript(WATCH);

/** How long each frame is while something is done, in milliseconds. */
export async function framesWhile({ driver }: Browser, work: () => Promise<void>): Promise<number[]> {
  await driver.executeScript('globalThis.frames.length = 0');
  await work();
  return driver.executeScript<number[]>('return globalThis.frames');
}
