import { type Need } from '../core/people';
import { actingAs } from '../services/acting';
import { type Services } from '../services/context';
import { type Admitted, admit, type Credentials, requireMay } from '../services/people/admit';
import { onceNamed } from './once';
import { originOf } from './origin';
import { answer, asResponse } from './route';

/** What a request says of itself. */
export const credentialsOf = (request: Request): Credentials => ({
  headers: request.headers,
  isSecure: originOf(request).startsWith('https:'),
});

/** Lets the browser keep cookies, or forget them. */
export function withCookies(response: Response, cookies: readonly string[]): Response {
  for (const cookie of cookies) response.headers.append('Set-Cookie', cookie);
  return response;
}

/**
 * Answers what the manager's side asks, for whoever may: all that is written meanwhile carries who it was.
 *
 * @param need what it takes
 */
export function managed(
  request: Request,
  need: Need,
  work: (context: Services, admitted: Admitted) => Promise<unknown>,
): Promise<Response> {
  return answer(async (context) => {
    const { admitted: someone, cookies } = await admit(context, credentialsOf(request));
    const admitted = requireMay(someone, need);
    const response = await onceNamed(context, admitted.who, request, async () =>
      asResponse(await actingAs(admitted.who, () => work(context, admitted))),
    );
    // What the work itself lets the browser keep is newer.
    return response.headers.has('Set-Cookie') ? response : withCookies(response, cookies);
  });
}
