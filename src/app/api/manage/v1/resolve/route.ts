import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { LARGEST_TOGETHER, resolveTogetherAs, togetherAsSchema } from '@/services/selling/resolve-together';

/** Resolves several selections of published products at once, as a customer of some group on some day. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({
    results: await resolveTogetherAs(context, await readJson(request, togetherAsSchema, LARGEST_TOGETHER)),
  }));
}
