import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { newTokenSchema } from '@/services/people/asked';
import { listTokens, makeToken } from '@/services/people/tokens';

/** What other programs come in with; never the tokens themselves. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'owner', (context) => listTokens(context));
}

/** Makes a token, and tells it once. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'owner', async (context) => makeToken(context, await readJson(request, newTokenSchema)));
}
