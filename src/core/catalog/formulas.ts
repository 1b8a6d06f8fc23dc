import { z } from 'zod';
import { choiceRef, formulaText, groupRef, ownKey, stockRef, unitCode } from '../fields';
import { decimalText } from '../number';
import { piecesField } from '../stock/draw';
import { keySchema } from './choices';

const limitedMeasure = choiceRef(z.string().describe('key of the measure or number'));

/** What a formula's result is for. */
export const formulaServesSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('base') }).describe('takes the place of the base price of one item'),
  z.strictObject({ kind: z.literal('amount') }).describe('adds a line to the price of one item'),
  z.strictObject({ kind: z.literal('weight') }).describe('adds to the weight of one item'),
  z
    .strictObject({
      kind: z.literal('draw'),
      stock: stockRef(z.string().describe('key of the stock item')),
      pieces: piecesField,
    })
    .describe('is taken from stock by one item'),
  z
    .strictObject({ kind: z.literal('property'), name: keySchema })
    .describe('is a property of the product, such as its height'),
  z
    .strictObject({ kind: z.literal('cost') })
    .describe('is what work or what is bought in for one item costs: only the catalog manager sees it'),
  z.strictObject({ kind: z.literal('shown') }).describe('is shown to the customer, and nothing else'),
  z
    .strictObject({ kind: z.literal('least'), measure: limitedMeasure })
    .describe('is the least that a measure or number may be'),
  z
    .strictObject({ kind: z.literal('most'), measure: limitedMeasure })
    .describe('is the most that a measure or number may be'),
  z
    .strictObject({ kind: z.literal('default'), measure: limitedMeasure })
    .describe('is what counts while a measure or number is not answered'),
]);

export type FormulaServes = z.infer<typeof formulaServesSchema>;

/** Named lines of arithmetic over measures, numbers, properties of options and rates. */
export const formulaSchema = z
  .strictObject({
    key: ownKey('formula', keySchema),
    title: z.string().max(120),
    serves: formulaServesSchema,
    text: formulaText(z.string().max(20_000)),
  })
  .meta({ id: 'formula' });

export type Formula = z.infer<typeof formulaSchema>;

/** A named price per unit, in the shop's currency; customer groups may have their own. */
export const rateSchema = z
  .strictObject({
    key: ownKey('rate', keySchema),
    title: z.string().max(120),
    value: decimalText,
    per: unitCode()
      .nullable()
      .default(null)
      .describe('UCUM code of the unit it is for; null for a plain amount of money'),
    byGroup: z.record(groupRef(z.string()), decimalText).default({}).describe('by key of a customer group'),
    steps: z
      .array(
        z.strictObject({ from: decimalText.describe('from so many pieces of the order line on'), value: decimalText }),
      )
      .max(40)
      .default([])
      .describe('what it is from so many on, of all of them; groups that have their own keep that'),
  })
  .meta({ id: 'rate' });

export type Rate = z.infer<typeof rateSchema>;

/** The name that a key has inside formulas: letters, digits and underscores. */
export function formulaName(key: string): string {
  return key.replace(/[-.]/g, '_');
}
