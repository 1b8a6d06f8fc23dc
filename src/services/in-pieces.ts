import { setImmediate } from 'node:timers/promises';

/** So long one who works through many may keep all others waiting, in milliseconds. */
const PIECE = 15;

/** Somebody else’s page is drawn in so many turns, or nearly. */
const TURNS = 10;

/**
 * Lets all others have their turn, between one stretch of many and the next: what is read and written here answers so
 * quickly that nobody else would. Takes no time where nobody waits.
 */
export async function othersTurn(): Promise<void> {
  for (let turn = 0; turn < TURNS; turn += 1) await setImmediate();
}

/**
 * Works through many, one after the other, and lets others have their turn in between: for what is quick for one and
 * takes long for all.
 *
 * @returns what came of each, in their order
 */
export async function inPieces<T, R>(many: Iterable<T>, work: (one: T) => R | Promise<R>): Promise<R[]> {
  const results: R[] = [];
  let begun = performance.now();
  for (const one of many) {
    results.push(await work(one));
    if (performance.now() - begun < PIECE) continue;
    await setImmediate();
    begun = performance.now();
  }
  return results;
}
