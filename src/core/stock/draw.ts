import { z } from 'zod';
import { choiceRef, stockRef } from '../fields';
import { decimalText } from '../number';

/** Stock is counted to so many decimal places of the item's unit; what is drawn is brought up to them. */
export const STOCK_PLACES = 6;

const stockReference = stockRef(z.string().describe('key of the stock item'));

/** How many pieces of it one item takes: what lies in lots is cut in pieces of that length. */
export const piecesField = z.int().min(1).max(1000).default(1).describe('how many such pieces one item takes');

/**
 * What one item takes from stock: a fixed quantity in the stock item's unit, as much as a measure says, or as much as
 * is charged of a product that is sold by the unit.
 */
export const drawSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('fixed'), stock: stockReference, quantity: decimalText, pieces: piecesField }),
    z.strictObject({
      kind: z.literal('measure'),
      stock: stockReference,
      measure: choiceRef(z.string().describe('key of the measure')),
      pieces: piecesField,
    }),
    z
      .strictObject({ kind: z.literal('charged'), stock: stockReference })
      .describe('in packs where whole packs are sold and it is counted in pieces'),
  ])
  .meta({ id: 'draw' });

export type DrawDefinition = z.infer<typeof drawSchema>;
