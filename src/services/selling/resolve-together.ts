import { z } from 'zod';
import { customerResolution, type CustomerResolution, resolutionJson } from '../../core/exchange';
import { selectionSchema } from '../../core/selection';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { withStock } from './overdue';
import { resolvePublished } from './published';

/** So many selections are resolved together. */
const MOST_TOGETHER = 100;

export const togetherSchema = z.strictObject({
  items: z
    .array(z.strictObject({ product: z.string().max(120), selection: selectionSchema }))
    .min(1)
    .max(MOST_TOGETHER),
  code: z.string().max(60).optional().describe('of a customer group: prices are those of its customers'),
});

/** What came of one of several selections: as it resolves, or why it can't be resolved. */
export type OneOfSeveral = { readonly product: string } & (
  | { readonly resolution: CustomerResolution }
  | { readonly problem: { readonly status: number; readonly code: string; readonly detail: string } }
);

/**
 * Resolves several selections against the stock of one moment, each as if it were alone: what one takes, another may
 * take, too.
 *
 * @param group key of the customer group; null for a customer of none
 * @returns what came of each, in their order
 */
export function resolveTogether(
  context: Services,
  items: z.infer<typeof togetherSchema>['items'],
  group: string | null,
): Promise<OneOfSeveral[]> {
  return withStock(context, async (still) => {
    const results: OneOfSeveral[] = [];
    for (const { product, selection } of items) {
      try {
        const resolution = await resolvePublished(still, product, selection, group);
        results.push({ product, resolution: customerResolution(resolutionJson(resolution)) });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        results.push({ product, problem: { status: error.status, code: error.code, detail: error.message } });
      }
    }
    return results;
  });
}
