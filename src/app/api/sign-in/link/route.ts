import { credentialsOf, withCookies } from '@/http/manager';
import { answer, asResponse, readJson } from '@/http/route';
import { linkSchema } from '@/services/people/asked';
import { signInByLink } from '@/services/people/sign-in';

/** Signs in by a link that is good once. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { secret } = await readJson(request, linkSchema);
    const { outcome, cookies } = await signInByLink(context, credentialsOf(request), secret);
    return withCookies(asResponse({ outcome }), cookies);
  });
}
