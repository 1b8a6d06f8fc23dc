import { z } from 'zod';
import { answersOf, groupRef, ownKey, partAnswersOf, stockRef } from '../fields';
import { decimalText } from '../number';
import { answersSchema, selectionFields } from '../selection';
import { keySchema } from './choices';

const keptLine = z.strictObject({
  label: z.string().max(200),
  of: z.string().max(300).nullable(),
  amount: decimalText,
  per: z.enum(['unit', 'line']),
});

/** A saved selection with the result that it must keep giving; what is null may change. */
export const proofSchema = z
  .strictObject({
    key: ownKey('proof', keySchema),
    title: z.string().max(120),
    answers: answersOf(answersSchema),
    parts: partAnswersOf(selectionFields.parts).describe('what is answered of parts, by their key'),
    quantity: z.int().min(1).max(1_000_000).default(1),
    group: groupRef().nullable().default(null).describe('key of the customer group it is resolved for'),
    day: z
      .string()
      .max(10)
      .nullable()
      .default(null)
      .describe(
        'the day it is resolved for, as YYYY-MM-DD: of what asks for a day, the one on which it was kept; null for whatever day it is',
      ),
    expects: z.strictObject({
      state: z.enum(['sellable', 'incomplete', 'invalid', 'unavailable']).nullable().default(null),
      sku: z.string().max(300).nullable().default(null),
      unitPrice: decimalText.nullable().default(null),
      lineTotal: decimalText.nullable().default(null).describe('of all items together, with what is paid once'),
      draws: z
        .array(z.strictObject({ stock: stockRef(), quantity: decimalText }))
        .max(100)
        .nullable()
        .default(null)
        .describe('of all items together'),
    }),
    working: z
      .array(keptLine)
      .max(100)
      .default([])
      .describe('the working when it was kept, to be seen beside the new one'),
  })
  .meta({ id: 'proof' });

export type Proof = z.infer<typeof proofSchema>;
