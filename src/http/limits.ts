import { Refusal } from '../services/refusal';
import { count, counterOf, placeOf } from './counting';

/** How often one place may ask for what costs something, in a minute: many times what a hand can do. */
export const MOST_A_MINUTE = { resolve: 600, basket: 240, upload: 40, order: 30 } as const;

/** What costs something. */
type Costly = keyof typeof MOST_A_MINUTE;

/**
 * The machine itself, and a proxy before us that nobody has told us of: whoever comes through it must not be taken for
 * one.
 */
const isThisMachine = (place: string): boolean => /^(127\.|0\.0\.0\.0\.0\.0\.0\.0$|unknown$)/.test(place);

function tooOften(wait: number): Refusal {
  const seconds = Math.max(1, Math.ceil(wait / 1000));
  return new Refusal(429, 'tooOften', `That was asked too often. Ask again in ${seconds} seconds.`, {
    retryAfter: seconds,
  });
}

/**
 * Counts that a place asks for something that costs, before any of it is done.
 *
 * @param times how many of it are asked for at once
 * @throws Refusal 429 where it has asked too often within a minute
 */
export async function spend(request: Request, what: Costly, times = 1): Promise<void> {
  const place = placeOf(request);
  if (isThisMachine(place)) return;
  await count([counterOf(what, MOST_A_MINUTE[what], 60), place], tooOften, times);
}
