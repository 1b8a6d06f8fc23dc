import { z } from 'zod';
import { decimalText } from '../number';
import { alike } from './sheet';

/** How much of its price everything that is sold must earn at least, in percent. */
export const percentFloorSchema = decimalText.describe(
  'percentage of the price that every selection must earn at least',
);

export const marginFloorSchema = z
  .strictObject({
    category: z
      .string()
      .max(80)
      .nullable()
      .default(null)
      .describe('products of which category; null for all of which nothing nearer is said'),
    percent: percentFloorSchema,
  })
  .meta({ id: 'marginFloor' });

export type MarginFloor = z.infer<typeof marginFloorSchema>;

/**
 * The floor of a product, as it is written: its own, that of its category, that of the shop; null where there is none.
 */
export function floorOf(
  { marginFloor, category }: { readonly marginFloor: string | null; readonly category: string | null },
  floors: readonly MarginFloor[],
): string | null {
  if (marginFloor !== null) return marginFloor;
  const ofCategory = floors.find((floor) => floor.category !== null && alike(category, floor.category));
  return (ofCategory ?? floors.find((floor) => floor.category === null))?.percent ?? null;
}
