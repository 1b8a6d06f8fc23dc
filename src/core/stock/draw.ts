import { z } from 'zod';
import { decimalText } from '../number';

const stockReference = z.string().describe('key of the stock item');

/** What one item takes from stock: a fixed quantity in the stock item's unit, or as much as a measure says. */
export const drawSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fixed'), stock: stockReference, quantity: decimalText }),
  z.strictObject({ kind: z.literal('measure'), stock: stockReference, measure: z.string().describe('key of the measure') }),
]);

export type DrawDefinition = z.infer<typeof drawSchema>;
