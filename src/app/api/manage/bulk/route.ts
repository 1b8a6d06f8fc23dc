import { z } from 'zod';
import { answer, readJson } from '@/http/route';
import { applyBulk, lastBulk, previewBulk } from '@/services/many/bulk';
import { bulkChangeSchema } from '@/services/many/bulk-change';

const requestSchema = z.strictObject({
  change: bulkChangeSchema,
  apply: z.boolean(),
  seen: z.string().max(40).optional(),
});

export function GET(): Promise<Response> {
  return answer(async (context) => ({ last: await lastBulk(context) }));
}

/** Says what a change of many would do, or does it. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context): Promise<unknown> => {
    const { change, apply, seen } = await readJson(request, requestSchema);
    return apply ? applyBulk(context, change, seen) : previewBulk(context, change);
  });
}
