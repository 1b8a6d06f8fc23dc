import { z } from 'zod';
import { counted } from '@/core/words';
import { brokenProofSchema } from '@/features/editors/proofs';
import { type StreamedRows, useStreamedRows } from '@/features/kit/shared';

const rowSchema = z.object({
  productId: z.number(),
  title: z.string(),
  inShop: z.boolean(),
  reach: z.enum(['stays', 'joins', 'leaves']),
  priceBefore: z.string().nullable(),
  priceAfter: z.string().nullable(),
  amounts: z.array(z.string()),
  stops: z.array(z.string()),
  mends: z.array(z.string()),
  breaks: z.array(brokenProofSchema),
  changes: z.boolean(),
  belowFloor: z.string().nullable(),
});

export type RippleRow = z.infer<typeof rowSchema>;

/** What a change would do, as far as it has been looked at. */
export interface Ripple extends StreamedRows<RippleRow> {
  /** products in the shop that would stop being sold */
  readonly stopping: number;
  /** products in the shop that would fall below their floors */
  readonly below: number;
  /** proofs that would no longer hold */
  readonly breaking: number;
}

/** How many fall below their floors, in words. */
export const belowWords = (below: number): string =>
  `${counted(below, 'product')} ${below === 1 ? 'falls below its floor' : 'fall below their floors'}`;

/**
 * Reads what a change would do to every product it reaches.
 *
 * @param address where it is read from
 * @param asked what is asked there, as JSON; null where the address says it
 */
export function useRipple(address: string, asked: string | null = null): Ripple {
  const read = useStreamedRows(address, rowSchema, { asked });
  const inShop = read.rows.filter((row) => row.inShop);
  return {
    ...read,
    stopping: inShop.filter(({ stops }) => stops.length > 0).length,
    below: inShop.filter(({ belowFloor }) => belowFloor !== null).length,
    breaking: read.rows.reduce((sum, { breaks }) => sum + breaks.length, 0),
  };
}
