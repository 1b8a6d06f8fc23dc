import { credentialsOf, withCookies } from '@/http/manager';
import { answer, asResponse, readJson } from '@/http/route';
import { trying } from '@/http/sign-in-limit';
import { signInSchema } from '@/services/people/asked';
import { signIn } from '@/services/people/sign-in';

/** Signs in by e-mail address and password; says whether a code is asked for next. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const asked = await readJson(request, signInSchema);
    const { outcome, cookies } = await trying(request, asked.email, () =>
      signIn(context, credentialsOf(request), asked),
    );
    return withCookies(asResponse({ outcome }), cookies);
  });
}
