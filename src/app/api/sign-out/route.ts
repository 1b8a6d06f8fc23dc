import { credentialsOf, withCookies } from '@/http/manager';
import { answer, asResponse } from '@/http/route';
import { signOut } from '@/services/people/sign-in';

/** Ends the session of this browser. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => withCookies(asResponse({}), await signOut(context, credentialsOf(request))));
}
