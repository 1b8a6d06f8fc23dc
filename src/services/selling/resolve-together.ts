import { z } from 'zod';
import { parseDay } from '../../core/calendar';
import { customerResolution, type CustomerResolution, resolutionJson } from '../../core/exchange';
import { selectionSchema } from '../../core/selection';
import { readSettings } from '../catalog/catalog-state';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { withStock } from './overdue';
import { resolvePublished } from './published';

/** So many selections are resolved together. */
const MOST_TOGETHER = 100;

/** So large what names them may be, in bytes. */
export const LARGEST_TOGETHER = 512 * 1024;

const items = z
  .array(z.strictObject({ product: z.string().max(120), selection: selectionSchema }))
  .min(1)
  .max(MOST_TOGETHER);

export const togetherSchema = z.strictObject({
  items,
  code: z.string().max(60).optional().describe('of a customer group: prices are those of its customers'),
});

/** The same for whoever may know what only some customers get, and what is yet to come. */
export const togetherAsSchema = z.strictObject({
  items,
  group: z.string().max(60).nullable().default(null).describe('key of a customer group; null for a customer of none'),
  day: z.iso
    .date()
    .refine((day) => parseDay(day) !== null, 'This is no day of the calendar since 1900.')
    .optional()
    .describe('as if it were that day; stock is as it is now'),
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
 * @param day as if it were that day; absent for today
 * @returns what came of each, in their order
 */
export function resolveTogether(
  context: Services,
  asked: z.infer<typeof items>,
  group: string | null,
  day?: string,
): Promise<OneOfSeveral[]> {
  return withStock(context, async (still) => {
    const results: OneOfSeveral[] = [];
    const asIf = day === undefined ? {} : { today: day, kept: new Map<string, object>() };
    for (const { product, selection } of asked) {
      try {
        const resolution = await resolvePublished(still, product, selection, group, asIf);
        results.push({ product, resolution: customerResolution(resolutionJson(resolution)) });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        results.push({ product, problem: { status: error.status, code: error.code, detail: error.message } });
      }
    }
    return results;
  });
}

/** The same as a customer of some group on some day. @throws Refusal 422 for a group that there is none of */
export async function resolveTogetherAs(
  context: Services,
  { items: asked, group, day }: z.infer<typeof togetherAsSchema>,
): Promise<OneOfSeveral[]> {
  const { groups } = await readSettings(context.database.read);
  if (group !== null && !groups.some(({ key }) => key === group))
    throw new Refusal(422, 'groupUnknown', `There is no customer group with the key “${group}”.`);
  return resolveTogether(context, asked, group, day);
}
