// Days without a time or a zone, as YYYY-MM-DD: what a calendar on the wall shows.
const PATTERN = /^(\d{4})-(\d{2})-(\d{2})$/;

/** A day, in milliseconds. */
export const DAY = 86_400_000;

/** Monday to Sunday, in the order of ISO 8601. */
export const weekdayNames = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/**
 * Reads a day of the Gregorian calendar.
 *
 * @returns the days since 1970-01-01, or null for what is no day, such as 2026-02-30
 * @see ISO 8601-1:2019, calendar dates
 */
export function parseDay(text: string): number | null {
  const match = PATTERN.exec(text);
  if (!match) return null;
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const time = Date.UTC(year, month - 1, day);
  const date = new Date(time);
  if (year < 1900 || date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return null;
  return time / DAY;
}

/** Writes a day, given in days since 1970-01-01, as YYYY-MM-DD. */
export function dayText(day: number): string {
  return new Date(day * DAY).toISOString().slice(0, 10);
}

/** January to December. */
export const monthNames = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** The month, 1 for January to 12 for December. */
export const monthOf = (day: number): number => new Date(day * DAY).getUTCMonth() + 1;

/** The day of the week, 1 for Monday to 7 for Sunday. */
export function weekdayOf(day: number): number {
  // 1970-01-01 was a Thursday.
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** The first day of the day or week that a day lies in; weeks begin on Monday. @see ISO 8601-1:2019, calendar weeks */
export function beginsOn(day: number, per: 'day' | 'week'): number {
  return per === 'day' ? day : day - weekdayOf(day) + 1;
}

/** Whether a text is a day of the year, as MM-DD; the 29th of February is one. */
export function isDayOfYear(text: string): boolean {
  return dayInYear(2000, text) !== null;
}

/**
 * A day of the year, given as MM-DD, in a year: the 29th of February of other years is the 28th. @returns null for what
 * is no day
 */
export function dayInYear(year: number, text: string): number | null {
  return parseDay(
    `${String(year).padStart(4, '0')}-${text === '02-29' && parseDay(`${year}-02-29`) === null ? '02-28' : text}`,
  );
}

/** A day of the year for people: `1 May`. */
export function dayOfYearWords(text: string): string {
  const day = dayInYear(2000, text);
  return day === null
    ? text
    : new Date(day * DAY).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });
}

/**
 * Whether a day lies between two days of the year, both included; over the turn of the year where the second is
 * earlier.
 */
export function isInSeason(day: number, from: string, to: string): boolean {
  const at = dayText(day).slice(5);
  return from <= to ? at >= from && at <= to : at >= from || at <= to;
}

/** A day that is given as YYYY-MM-DD, for people, without its weekday: `4 December 2026`. Text that is no day stays. */
export function dateWords(text: string): string {
  const day = parseDay(text);
  return day === null
    ? text
    : new Date(day * DAY).toLocaleDateString('en-GB', {
        day: 'numeric',
        month: 'long',
        year: 'numeric',
        timeZone: 'UTC',
      });
}

/** A day for people: `Friday, 4 December 2026`. */
export function dayWords(day: number): string {
  return new Date(day * DAY).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** The same moment so many months before, in UTC; on the last day of a month that has no such day. */
export function monthsBefore(at: Date, months: number): Date {
  const before = new Date(at);
  before.setUTCDate(1);
  before.setUTCMonth(before.getUTCMonth() - months);
  const lastDay = new Date(Date.UTC(before.getUTCFullYear(), before.getUTCMonth() + 1, 0)).getUTCDate();
  before.setUTCDate(Math.min(at.getUTCDate(), lastDay));
  return before;
}

// To make one takes a hundred times as long as to use it, and a shop has one time zone.
const clocks = new Map<string, Intl.DateTimeFormat>();

/** The day it is at an instant, in a time zone of the IANA database. */
export function dayAt(instant: Date, timeZone: string): string {
  const clock =
    clocks.get(timeZone) ??
    new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  clocks.set(timeZone, clock);
  return clock.format(instant);
}

/** Whether the IANA database knows a time zone of this name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** A day that stands for any, where nothing that is asked depends on it. */
export const SOME_DAY = '2000-01-01';
