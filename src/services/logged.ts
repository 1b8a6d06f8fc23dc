import { type Difference, differencesOf } from '../core/compared';
import { differenceLines } from '../core/words';

/** So many differences of one thing stand in the log. */
const MOST_LOGGED = 12;

/** What changed in a thing, place by place, as the log says it. */
export function changesBetween(before: object | null, after: object | null): string[] {
  const told: readonly Difference[] = differencesOf(before ?? {}, after ?? {});
  const more = told.length - MOST_LOGGED;
  const lines = differenceLines({ differences: told.slice(0, MOST_LOGGED) });
  return more > 0 ? [...lines, `and ${more} more`] : lines;
}
