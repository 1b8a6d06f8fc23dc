import { APIError } from 'better-auth/api';
import { eq, lt } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { type z } from 'zod';
import { type Queries } from '../../data/database';
import { actingAs, log } from '../../data/log';
import { credentials as passwords, people, sessions, verifications } from '../../data/schema';
import { type Services } from '../context';
import { takeOutOfOutbox } from '../letters/outbox';
import { Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { admit, type Credentials } from './admit';
import { type codeSchema, type firstOwnerSchema, type signInSchema } from './asked';
import { type Auth, authOf } from './auth';
import { requireHardToGuess } from './hard-to-guess';
import { readLink, useLink } from './links';

/** The code of a refusal of a password or a code that is not right: so many of them are let through. */
export const WRONG = 'notRight';

/** How far somebody has come, and the cookies that their browser is to keep. */
export interface SignedIn {
  readonly outcome: 'in' | 'secondFactor' | 'first';
  readonly cookies: readonly string[];
}

const wrongPassword = () =>
  new Refusal(403, WRONG, 'E-mail address and password don’t belong together. Look at both, and try again.');

const CODES: Readonly<Record<string, Refusal>> = {
  INVALID_EMAIL_OR_PASSWORD: wrongPassword(),
  INVALID_PASSWORD: new Refusal(403, WRONG, 'That is not your password. Nothing was changed.'),
  INVALID_CODE: new Refusal(403, WRONG, 'That is not the code the app shows now. Wait for the next one, and enter it.'),
  INVALID_BACKUP_CODE: new Refusal(
    403,
    WRONG,
    'That is none of your spare codes, or it has been used. Each is good once.',
  ),
  TOO_MANY_ATTEMPTS_REQUEST_NEW_CODE: new Refusal(403, WRONG, 'Too many wrong codes. Begin again with your password.'),
  ACCOUNT_TEMPORARILY_LOCKED: new Refusal(429, 'locked', 'Too many wrong codes. Try again in 15 minutes.', {
    retryAfter: 900,
  }),
  INVALID_TWO_FACTOR_COOKIE: new Refusal(403, WRONG, 'That took too long. Begin again with your password.'),
  TWO_FACTOR_NOT_ENABLED: new Refusal(409, 'noFactor', 'There is no second factor to be confirmed. Begin again.'),
  TOTP_NOT_ENABLED: new Refusal(409, 'noFactor', 'There is no second factor to be confirmed. Begin again.'),
  TOTP_ALREADY_ENABLED: new Refusal(409, 'hasFactor', 'There is a second factor already. Take it off first.'),
  PASSWORD_ALREADY_SET: new Refusal(409, 'hasPassword', 'There is a password already. Say it, to change it.'),
  CREDENTIAL_ACCOUNT_NOT_FOUND: new Refusal(409, 'noPassword', 'Set a password first.'),
};

/** Lets the library work; what it refuses is said in our words. */
export async function asking<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    const code = error instanceof APIError ? String(error.body?.code ?? '') : '';
    const said = CODES[code];
    if (!said) throw error;
    throw new Refusal(said.status, said.code, said.message, said.details);
  }
}

/** Notes in the log that somebody has signed in, and ends the session that their browser had before. */
async function entered(context: Services, auth: Auth, credentials: Credentials, personId: string): Promise<void> {
  const former = await admit(context, credentials);
  if (former.admitted?.session) await (await auth.$context).internalAdapter.deleteSession(former.admitted.session);
  const person = await context.database.read.query.people.findFirst({ where: eq(people.id, personId) });
  if (!person) return;
  const { id, name } = person;
  await actingAs({ kind: 'person', id, name }, () =>
    context.database.write(async (transaction) => {
      // What has ended by itself is cleared away; it is the library's clock that says when.
      await transaction.delete(sessions).where(lt(sessions.expiresAt, new Date()));
      await transaction.delete(verifications).where(lt(verifications.expiresAt, new Date()));
      await log(transaction, context.now(), { what: 'signedIn', kind: 'person', key: id, title: name });
    }),
  );
}

/** Signs somebody in by e-mail address and password. @throws Refusal 403 `notRight` */
export async function signIn(
  context: Services,
  credentials: Credentials,
  { email, password }: z.infer<typeof signInSchema>,
): Promise<SignedIn> {
  const auth = await authOf(context, credentials.isSecure);
  const { headers } = credentials;
  const { response, headers: answered } = await asking(
    auth.api.signInEmail({ body: { email, password }, headers, returnHeaders: true }),
  );
  const cookies = answered.getSetCookie();
  const person = await context.database.read.query.people.findFirst({ where: eq(people.email, email) });
  if (person?.endedAt !== null) {
    // Whoever has left learns no more than somebody who has never been here.
    if ('token' in response && response.token)
      await (await auth.$context).internalAdapter.deleteSession(response.token);
    throw wrongPassword();
  }
  if ('twoFactorRedirect' in response) return { outcome: 'secondFactor', cookies };
  await entered(context, auth, credentials, person.id);
  return { outcome: 'in', cookies };
}

/** The second step of signing in. @throws Refusal 403 `notRight`, 429 while it is locked */
export async function signInWithCode(
  context: Services,
  credentials: Credentials,
  { code, kind }: z.infer<typeof codeSchema>,
): Promise<SignedIn> {
  const auth = await authOf(context, credentials.isSecure);
  const { headers } = credentials;
  const asked = { body: { code }, headers, returnHeaders: true as const };
  const { response, headers: answered } = await asking(
    kind === 'app'
      ? auth.api.verifyTOTP({ ...asked, body: { code: code.replace(/\s/gu, '') } })
      : auth.api.verifyBackupCode(asked),
  );
  await entered(context, auth, credentials, response.user.id);
  return { outcome: 'in', cookies: answered.getSetCookie() };
}

/**
 * Signs somebody in by a link, which is used up by it; the link that makes the first owner asks for more.
 *
 * @throws Refusal 403 for one that leads nowhere any more
 */
export async function signInByLink(context: Services, credentials: Credentials, secret: string): Promise<SignedIn> {
  const { database, now } = context;
  const personId = await readLink(database.read, secret, now());
  if (personId === null) {
    await requireNobody(database.read);
    return { outcome: 'first', cookies: [] };
  }
  await database.write((transaction) => useLink(transaction, secret, now()));
  await takeOutOfOutbox(context, personId);
  return come(context, credentials, personId);
}

async function come(context: Services, credentials: Credentials, personId: string): Promise<SignedIn> {
  const auth = await authOf(context, credentials.isSecure);
  const { headers: answered } = await auth.api.signInByLink({
    body: { personId },
    headers: credentials.headers,
    returnHeaders: true,
  });
  await entered(context, auth, credentials, personId);
  return { outcome: 'in', cookies: answered.getSetCookie() };
}

/** @throws Refusal 403 where somebody has been let in already */
async function requireNobody(queries: Queries): Promise<void> {
  const someone = await queries.query.people.findFirst({ columns: { id: true } });
  if (someone) throw new Refusal(403, 'linkUsed', 'This shop has its owner already. Ask them for a link of your own.');
}

/**
 * Makes the first owner, by the link that is for that.
 *
 * @throws Refusal 403 where there is one, or the link is used; 422 `guessable`
 */
export async function makeFirstOwner(
  context: Services,
  credentials: Credentials,
  { secret, name, email, password }: z.infer<typeof firstOwnerSchema>,
): Promise<SignedIn> {
  const { database, now } = context;
  requireSeenTitles([['Your name', name]]);
  // A link that leads nowhere costs no hashing.
  await readLink(database.read, secret, now());
  await requireHardToGuess(password, [name, email]);
  const auth = await authOf(context, credentials.isSecure);
  // To hash takes a while, and others write meanwhile.
  const hashed = await (await auth.$context).password.hash(password);
  const id = nanoid();
  const at = now();
  await database.write(async (transaction) => {
    if ((await useLink(transaction, secret, at)) !== null)
      throw new Refusal(403, 'linkUsed', 'This link signs somebody in who is known already.');
    await requireNobody(transaction);
    const since = { createdAt: at, updatedAt: at };
    await transaction.insert(people).values({ id, name, email, roles: ['owner'], ...since });
    await transaction
      .insert(passwords)
      .values({ id: nanoid(), userId: id, accountId: id, providerId: 'credential', password: hashed, ...since });
  });
  return come(context, credentials, id);
}

/** Ends the session of a browser. @returns the cookies that it is to forget */
export async function signOut(context: Services, { headers, isSecure }: Credentials): Promise<readonly string[]> {
  const auth = await authOf(context, isSecure);
  const { headers: answered } = await auth.api.signOut({ headers, returnHeaders: true });
  return answered.getSetCookie();
}
