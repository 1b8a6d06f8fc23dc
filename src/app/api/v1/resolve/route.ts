import { guessing } from '@/http/guesses';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { resolveTogether, togetherSchema } from '@/services/selling/resolve-together';
import { groupByCode } from '@/services/settings/settings';

/** So large a body with many selections may be, in bytes. */
const LARGEST = 512 * 1024;

/** Resolves several selections of published products at once, for a customer of a group or of none. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { items, code } = await readJson(request, togetherSchema, LARGEST);
    await spend(request, 'resolve', items.length);
    const group = code === undefined ? null : await guessing(request, () => groupByCode(context.database.read, code));
    return { results: await resolveTogether(context, items, group?.key ?? null) };
  });
}
