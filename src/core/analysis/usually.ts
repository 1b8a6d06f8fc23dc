import { type Program } from '../compile';
import { runFor, type UsualPrices, usualPrices } from '../run';

/** What a kit has in its places usually. @param group of the customer */
export const usuallyIn = (program: Program, today: string, group: string | null): UsualPrices =>
  usualPrices(program, program.defaultQuantity, runFor({ today, group }));
