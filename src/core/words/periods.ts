import { dayWords, parseDay } from '../calendar';

/** A day or a week, given by its first day, in words: `the week of Monday, 7 December 2026`. */
export function periodWords(first: string, per: 'day' | 'week'): string {
  const day = dayWords(parseDay(first) ?? 0);
  return per === 'day' ? day : `the week of ${day}`;
}
