import { DAY } from './calendar';

/** How many of what is made every day are kept: the last days, then one of each week, then one of each month. */
export interface Keeping {
  readonly days: number;
  readonly weeks: number;
  readonly months: number;
}

/** The Monday on or before a day, as days since 1970-01-01 over seven: the same for all days of a week. */
const weekOf = (day: string): number => Math.floor((Date.parse(day) / DAY + 3) / 7);

/**
 * Which days are kept of those of which there is something: the last of them day by day, before these the last of each
 * week, before those the last of each month. Days without anything take no room.
 *
 * @param days as YYYY-MM-DD, in any order, each once
 * @returns those that are kept, the newest first
 */
export function keptDays(days: readonly string[], { days: each, weeks, months }: Keeping): string[] {
  const newest = [...days].sort().reverse();
  const kept = newest.slice(0, each);
  let rest = newest.slice(each);
  const periods: readonly (readonly [period: (day: string) => string | number, most: number])[] = [
    [weekOf, weeks],
    [(day) => day.slice(0, 7), months],
  ];
  for (const [period, most] of periods) {
    const seen = new Set(kept.map((day) => period(day)));
    const before = seen.size;
    for (const day of rest) {
      if (seen.has(period(day)) || seen.size - before >= most) continue;
      seen.add(period(day));
      kept.push(day);
    }
    const oldest = kept.at(-1);
    rest = rest.filter((day) => oldest !== undefined && day < oldest);
  }
  return kept;
}
