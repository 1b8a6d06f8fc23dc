import { credentialsOf, withCookies } from '@/http/manager';
import { answer, asResponse, readJson } from '@/http/route';
import { firstOwnerSchema } from '@/services/people/asked';
import { makeFirstOwner } from '@/services/people/sign-in';

/** Makes the first owner, by the link that is for that. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const asked = await readJson(request, firstOwnerSchema);
    const { outcome, cookies } = await makeFirstOwner(context, credentialsOf(request), asked);
    return withCookies(asResponse({ outcome }), cookies);
  });
}
