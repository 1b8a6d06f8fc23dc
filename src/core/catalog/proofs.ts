import { z } from 'zod';
import { decimalText } from '../number';
import { keySchema } from './choices';

const plainAnswer = z.union([z.string().max(60_000), z.number(), z.boolean(), z.null()]);
const pickedOption = z.strictObject({ option: z.string().max(100), quantity: z.number() });

/** Answers by choice key, in any form that a customer may give them; what they say is judged by resolving them. */
export const answersSchema = z.record(z.string().max(130), z.union([plainAnswer, pickedOption, z.array(z.union([z.string().max(100), pickedOption])).max(500)]));

const keptLine = z.strictObject({ label: z.string().max(200), of: z.string().max(300).nullable(), amount: decimalText, per: z.enum(['unit', 'line']) });

/** A saved selection with the result that it must keep giving; what is null may change. */
export const proofSchema = z.strictObject({
  key: keySchema,
  title: z.string().max(120),
  answers: answersSchema.default({}),
  quantity: z.int().min(1).max(1_000_000).default(1),
  group: z.string().max(60).nullable().default(null).describe('key of the customer group it is resolved for'),
  expects: z.strictObject({
    state: z.enum(['sellable', 'incomplete', 'invalid', 'unavailable']).nullable().default(null),
    sku: z.string().max(300).nullable().default(null),
    unitPrice: decimalText.nullable().default(null),
    lineTotal: decimalText.nullable().default(null).describe('of all items together, with what is paid once'),
    draws: z.array(z.strictObject({ stock: z.string().max(60), quantity: decimalText })).max(100).nullable().default(null).describe('of all items together'),
  }),
  working: z.array(keptLine).max(100).default([]).describe('the working when it was kept, to be seen beside the new one'),
}).meta({ id: 'proof' });

export type Proof = z.infer<typeof proofSchema>;
