import { credentialsOf, withCookies } from '@/http/manager';
import { answer, asResponse, readJson } from '@/http/route';
import { trying } from '@/http/sign-in-limit';
import { codeSchema } from '@/services/people/asked';
import { signInWithCode } from '@/services/people/sign-in';

/** The second step of signing in: a code of the app, or a spare code. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const asked = await readJson(request, codeSchema);
    const { outcome, cookies } = await trying(request, null, () =>
      signInWithCode(context, credentialsOf(request), asked),
    );
    return withCookies(asResponse({ outcome }), cookies);
  });
}
