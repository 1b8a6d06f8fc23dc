import { causesOf } from '../data/busy';

/**
 * Whether an error, or what it was caused by, is one of a kind. Told by its name: a bundle of the server has classes of
 * its own.
 */
export const isCausedBy = (error: unknown, name: string): boolean =>
  [...causesOf(error)].some((cause) => cause.name === name);
