import { counted } from './counted';

const characters = (count: number) => counted(count, 'character');

/**
 * How long a text may be, both ends of it: `6 to 15 characters`, `up to 18 characters`, `at least 6 characters`.
 *
 * @param least null where it may be as short as it likes; a text of one character is never too short
 * @returns empty where nothing limits it
 */
export function charactersWords(least: number | null, most: number | null): string {
  const fewest = least !== null && least > 1 ? least : null;
  if (fewest === null) return most === null ? '' : `up to ${characters(most)}`;
  if (most === null) return `at least ${characters(fewest)}`;
  return fewest === most ? `exactly ${characters(most)}` : `${fewest} to ${characters(most)}`;
}
