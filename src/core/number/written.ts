import { type Exact } from './exact';

/**
 * What leaves the core in files, answers and tables has at most so many decimal places, but for money, which has its
 * currency's.
 */
export const WRITTEN_PLACES = 6;

/** A value as it is written outside: a decimal, never a fraction, rounded half away from zero to the sixth place. */
export function written(value: Exact): string {
  return value.rounded(WRITTEN_PLACES).toString();
}
