import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { z } from 'zod';
import { PASSWORD_LENGTH } from '../../core/people';
import { type Database } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import { secrets } from '../../data/schema';
import { type Services } from '../context';
import { authStore } from './auth-store';
import { newSecret } from './links';

/** How long somebody stays signed in who does nothing, in seconds. */
const IDLE = 12 * 60 * 60;

/** After which it is noted that somebody is still there, in seconds. */
const NOTED_AGAIN = 10 * 60;

/**
 * What a password costs to hash: Argon2id with 19 MiB and two passes.
 *
 * @see RFC 9106, Argon2; the sizes are those that the OWASP Password Storage Cheat Sheet begins with
 */
export const HASHING = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** Signs somebody in who is known already, by a link that has been looked up. */
const byLink = {
  id: 'by-link',
  endpoints: {
    signInByLink: createAuthEndpoint(
      '/oak-knot/by-link',
      { method: 'POST', body: z.object({ personId: z.string() }), metadata: { SERVER_ONLY: true } },
      async (asked) => {
        const { internalAdapter } = asked.context;
        const user = await internalAdapter.findUserById(asked.body.personId);
        if (!user) throw new Error('a link leads to nobody');
        const session = await internalAdapter.createSession(user.id, false);
        await setSessionCookie(asked, { session, user });
        return asked.json({ personId: user.id });
      },
    ),
  },
};

function made(database: Database, secret: string, isSecure: boolean) {
  return betterAuth({
    appName: 'Oak Knot',
    // Nothing of it is reached by an address: it is called by our own routes, which have passed our own gate.
    baseURL: 'http://localhost',
    secret,
    telemetry: { enabled: false },
    logger: { disabled: true },
    rateLimit: { enabled: false },
    database: authStore(database),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: PASSWORD_LENGTH.min,
      maxPasswordLength: PASSWORD_LENGTH.max,
      password: {
        hash: (password) => hash(password, HASHING),
        verify: ({ hash: kept, password }) => verify(kept, password),
      },
    },
    session: { expiresIn: IDLE, updateAge: NOTED_AGAIN },
    advanced: { cookiePrefix: 'oak-knot', useSecureCookies: isSecure, defaultCookieAttributes: { sameSite: 'lax' } },
    plugins: [twoFactor({ issuer: 'Oak Knot' }), byLink],
  });
}

export type Auth = ReturnType<typeof made>;

const known = ofProcess('auth', () => new WeakMap<Database, Map<boolean, Promise<Auth>>>());

/**
 * What knows who signs in.
 *
 * @param isSecure whether browsers reach us over TLS, so that they keep its cookies for TLS alone
 */
export function authOf({ database }: Pick<Services, 'database'>, isSecure: boolean): Promise<Auth> {
  const both = known.get(database) ?? new Map<boolean, Promise<Auth>>();
  known.set(database, both);
  const auth = both.get(isSecure) ?? secretOf(database).then((secret) => made(database, secret, isSecure));
  both.set(isSecure, auth);
  auth.catch(() => both.delete(isSecure));
  return auth;
}

/** What cookies are signed and secrets of authenticator apps encrypted with: the machine's setting, else the shop's. */
async function secretOf(database: Database): Promise<string> {
  const said = process.env.OAK_KNOT_SECRET?.trim() ?? '';
  if (said !== '') return said;
  const find = () => database.read.query.secrets.findFirst();
  const former = await find();
  if (former) return former.value;
  await database.write((transaction) =>
    transaction.insert(secrets).values({ name: 'signing', value: newSecret() }).onConflictDoNothing(),
  );
  const kept = await find();
  if (!kept) throw new Error('no secret was kept');
  return kept.value;
}
