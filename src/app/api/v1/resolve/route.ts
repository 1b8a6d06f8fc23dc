import { guessing } from '@/http/guesses';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { LARGEST_TOGETHER, resolveTogether, togetherSchema } from '@/services/selling/resolve-together';
import { groupByCode } from '@/services/settings/settings';

/** Resolves several selections of published products at once, for a customer of a group or of none. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { items, code } = await readJson(request, togetherSchema, LARGEST_TOGETHER);
    await spend(request, 'resolve', items.length);
    const group = code === undefined ? null : await guessing(request, () => groupByCode(context.database.read, code));
    return { results: await resolveTogether(context, items, group?.key ?? null) };
  });
}
