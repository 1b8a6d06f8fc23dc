import { type Difference, differencesOf } from '../core/compared';
import { type LogEntry } from '../core/people';
import { differenceLines } from '../core/words';
import { type Queries } from '../data/database';
import { log, whoActs } from '../data/log';

/** So many differences of one thing stand in the log. */
const MOST_LOGGED = 12;

/** What changed in a thing, place by place, as the log says it. */
export function changesBetween(before: object, after: object): string[] {
  const told: readonly Difference[] = differencesOf(before, after);
  const more = told.length - MOST_LOGGED;
  const lines = differenceLines({ differences: told.slice(0, MOST_LOGGED) });
  return more > 0 ? [...lines, `and ${more} more`] : lines;
}

/**
 * Notes in the log that a thing is made, or that it is changed, with what changes in it. What nobody does is not even
 * compared.
 *
 * @param before what it was; nothing for what is made
 * @returns the number of the entry; null where there is none
 */
export async function logChange(
  transaction: Queries,
  at: Date,
  thing: Pick<LogEntry, 'kind' | 'key' | 'title'>,
  before: object | undefined,
  after: object,
): Promise<number | null> {
  if (!whoActs()) return null;
  const done = before
    ? ({ what: 'changed', changes: changesBetween(before, after) } as const)
    : ({ what: 'made' } as const);
  return log(transaction, at, { ...thing, ...done });
}
