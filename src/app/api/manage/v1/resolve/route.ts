import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { resolveTogetherAs, togetherAsSchema } from '@/services/selling/resolve-together';

/** So large a body with many selections may be, in bytes. */
const LARGEST = 512 * 1024;

/** Resolves several selections of published products at once, as a customer of some group on some day. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({
    results: await resolveTogetherAs(context, await readJson(request, togetherAsSchema, LARGEST)),
  }));
}
