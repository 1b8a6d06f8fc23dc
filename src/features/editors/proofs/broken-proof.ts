import { z } from 'zod';

const line = { label: z.string(), of: z.string().nullable(), amount: z.string(), per: z.enum(['unit', 'line']) };

/** A proof that no longer holds, as the server sends it. */
export const brokenProofSchema = z.object({
  title: z.string(),
  differences: z.array(
    z.object({
      what: z.enum(['state', 'sku', 'unitPrice', 'lineTotal', 'draws']),
      expected: z.string(),
      found: z.string(),
    }),
  ),
  kept: z.object({
    working: z.array(z.object(line)),
    quantity: z.number(),
    unitPrice: z.string().nullable(),
    lineTotal: z.string().nullable(),
  }),
  now: z.object({
    working: z.array(
      z.object({ ...line, kind: z.enum(['base', 'choice', 'formula', 'rule', 'rounding']), source: z.string() }),
    ),
    unitPrice: z.string().nullable(),
    lineTotal: z.string().nullable(),
    quantity: z.number(),
    currency: z.string(),
  }),
});

export type BrokenProof = z.infer<typeof brokenProofSchema>;
