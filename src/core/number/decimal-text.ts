import { z } from 'zod';
import { figure } from '../fields';

/** So long is a figure at most, in characters; a draft may hold as much of what is no figure. */
export const LONGEST_FIGURE = 60;

/**
 * A decimal as the open format writes it: a string, never a JSON number, so that no reader can turn it into a
 * binary fraction.
 *
 * The schema takes any short string and only documents the pattern: a draft may hold what is half typed, and
 * compiling tells in words what is wrong with it and where.
 */
export const decimalText = figure(z.string().max(LONGEST_FIGURE)).meta({
  id: 'decimal',
  pattern: '^[+-]?\\d+(\\.\\d+)?$',
  description: 'an exact decimal, such as "12.50"',
});
