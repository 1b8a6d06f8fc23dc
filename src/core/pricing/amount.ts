import { z } from 'zod';
import { choiceRef, unitCode } from '../fields';
import { decimalText } from '../number';

const choiceReference = choiceRef(z.string())
  .nullable()
  .default(null)
  .describe('key of the choice that is counted or measured; null for the choice this amount belongs to');

/** What answering a choice adds to the price of one item. Negative values take away. */
export const amountSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('fixed'), value: decimalText }),
    z.strictObject({ kind: z.literal('percentOfBase'), value: decimalText }),
    z
      .strictObject({ kind: z.literal('percentOfSum'), value: decimalText })
      .describe('of the base and all lines before it, in the order of the page'),
    z
      .strictObject({ kind: z.literal('oncePerLine'), value: decimalText })
      .describe('once for the order line, however many items it has'),
    z.strictObject({
      kind: z.literal('perCharacter'),
      value: decimalText,
      of: choiceReference,
      spaces: z.enum(['free', 'counted']).default('free').describe('whether spaces between words are charged'),
    }),
    z.strictObject({
      kind: z.literal('perUnit'),
      value: decimalText,
      unit: unitCode(z.string().describe('UCUM code of the unit the value is for')),
      of: choiceReference,
    }),
  ])
  .meta({ id: 'amount' });

export type Amount = z.infer<typeof amountSchema>;
