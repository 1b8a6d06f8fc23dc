import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { anonymousSchema, makeAnonymous } from '@/services/selling/anonymous';

/** Takes whose they were out of some orders, or out of all of one customer. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'orders', async (context) =>
    makeAnonymous(context, await readJson(request, anonymousSchema)),
  );
}
