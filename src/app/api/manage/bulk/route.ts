import { z } from 'zod';
import { managed } from '@/http/manager';
import { jsonLines, LARGEST_DRAFT, readJson } from '@/http/route';
import { bulkChangeSchema } from '@/services/many/bulk-change';
import { applyBulk, lastBulk } from '@/services/many/make';
import { previewBulk } from '@/services/many/preview';

const requestSchema = z.strictObject({
  change: bulkChangeSchema,
  apply: z.boolean(),
  seen: z.string().max(40).optional(),
  from: z.int().min(0).default(0).describe('so many have been looked at before'),
});

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({ last: await lastBulk(context) }));
}

/** Says what a change of many would do, or does it: a step a line. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const { change, apply, seen, from } = await readJson(request, requestSchema, LARGEST_DRAFT);
    if (apply) return jsonLines(await applyBulk(context, change, seen));
    const { steps, ...told } = await previewBulk(context, change, from);
    return jsonLines(after(told, steps));
  });
}

async function* after(first: object, steps: AsyncGenerator<unknown>): AsyncGenerator<unknown> {
  yield first;
  yield* steps;
}
