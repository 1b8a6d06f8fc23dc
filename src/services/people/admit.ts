import { and, eq, gt, isNull } from 'drizzle-orm';
import { may, type Need, needsFactor, type Role, type Who } from '../../core/people';
import { notAllowedWords } from '../../core/words';
import { apiTokens, people } from '../../data/schema';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { type Auth, authOf } from './auth';
import { hashOf } from './links';
import { readFactorMust } from './sign-in-rules';

/** Who has come in, and what they do here. */
export interface Admitted {
  readonly who: Who;
  readonly roles: readonly Role[];
  /** the browser's session; null for a program */
  readonly session: string | null;
  readonly hasFactor: boolean;
  /** whether they have to have a second factor and have none: they come no further than to themselves then */
  readonly lacksFactor: boolean;
}

/** What a request says of itself. */
export interface Credentials {
  readonly headers: Headers;
  /** whether it came over TLS */
  readonly isSecure: boolean;
}

/** Who has come in, and the cookies that their browser is to keep from now on. */
export interface Admission {
  /** null for nobody */
  readonly admitted: Admitted | null;
  readonly cookies: readonly string[];
}

/** What begins a token of a program, so that it is known when it turns up where it should not. */
export const TOKEN_BEGINS = 'oakknot_';

/** After which somebody signs in again, however busy they have been, in milliseconds. */
const LONGEST_SESSION = 30 * 24 * 60 * 60 * 1000;

/** How often it is noted that a program has come, in milliseconds. */
const NOTED_EVERY = 5 * 60 * 1000;

/** Whether a cookie of ours is among what a browser sends: without one nobody need be looked for. */
const hasCookie = (headers: Headers): boolean => (headers.get('cookie') ?? '').includes('oak-knot.session_token');

/** Lets in whoever a request says it comes from: a person by their session, a program by its token. */
export async function admit(context: Services, { headers, isSecure }: Credentials): Promise<Admission> {
  const bearer = /^Bearer +(\S+)$/i.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) return { admitted: await admitProgram(context, bearer), cookies: [] };
  if (!hasCookie(headers)) return { admitted: null, cookies: [] };
  const auth = await authOf(context, isSecure);
  const { response, headers: answered } = await auth.api.getSession({ headers, returnHeaders: true });
  if (!response) return { admitted: null, cookies: [] };
  return { admitted: await admitPerson(context, auth, response), cookies: answered.getSetCookie() };
}

async function admitPerson(
  { database }: Services,
  auth: Auth,
  { session, user }: NonNullable<Auth['$Infer']['Session']>,
): Promise<Admitted | null> {
  const person = await database.read.query.people.findFirst({ where: eq(people.id, user.id) });
  const isOver = person?.endedAt !== null || Date.now() - session.createdAt.getTime() > LONGEST_SESSION;
  if (person && !isOver) {
    const { id, name, roles, twoFactorEnabled: hasFactor } = person;
    const lacksFactor = !hasFactor && needsFactor(await readFactorMust(database.read), roles);
    return { who: { kind: 'person', id, name }, roles, session: session.token, hasFactor, lacksFactor };
  }
  await (await auth.$context).internalAdapter.deleteSession(session.token);
  return null;
}

async function admitProgram({ database, now }: Services, token: string): Promise<Admitted | null> {
  const at = now();
  const known = await database.read.query.apiTokens.findFirst({
    where: and(eq(apiTokens.hash, hashOf(token)), isNull(apiTokens.revokedAt), gt(apiTokens.expiresAt, at)),
  });
  if (!known) return null;
  const { id, title, roles, lastUsedAt } = known;
  if (lastUsedAt === null || at.getTime() - lastUsedAt.getTime() > NOTED_EVERY)
    // Nobody waits for it, and it is noted another time where it can't be now.
    void database
      .write((transaction) => transaction.update(apiTokens).set({ lastUsedAt: at }).where(eq(apiTokens.id, id)))
      .catch(() => undefined);
  const who = { kind: 'program', id: String(id), name: title } as const;
  return { who, roles, session: null, hasFactor: false, lacksFactor: false };
}

/**
 * The one gate of the manager's side: what needs something is done by whoever may.
 *
 * @throws Refusal 401 for nobody, 403 for somebody without the role, or without the second factor they have to have
 */
export function requireMay(admitted: Admitted | null, need: Need): Admitted {
  if (!admitted)
    throw new Refusal(
      401,
      'signInFirst',
      'You are not signed in, or no longer. Sign in in another tab, then go on here. Nothing was changed.',
    );
  if (admitted.lacksFactor && need !== 'self')
    throw new Refusal(
      403,
      'setUpFactor',
      'This shop asks you for a second factor. Set it up under “You” first. Nothing was changed.',
    );
  if (!may(admitted.roles, need)) throw new Refusal(403, 'notAllowed', notAllowedWords(need, admitted.roles));
  return admitted;
}
