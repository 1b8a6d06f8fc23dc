import bwipjs from 'bwip-js/node';
import { and, desc, eq, gt } from 'drizzle-orm';
import { type z } from 'zod';
import { type Role } from '../../core/people';
import { log } from '../../data/log';
import { credentials as passwords, people, sessions } from '../../data/schema';
import { readShop } from '../catalog/surroundings';
import { type Services } from '../context';
import { notFound, Refusal } from '../refusal';
import { type Admitted, type Credentials } from './admit';
import { type passwordSchema } from './asked';
import { authOf } from './auth';
import { requireHardToGuess } from './hard-to-guess';
import { asking } from './sign-in';

/** A browser in which somebody is signed in. */
export interface SessionRow {
  readonly id: string;
  /** what the browser calls itself */
  readonly browser: string;
  readonly address: string;
  readonly since: number;
  readonly seen: number;
  /** whether it is the one that asks */
  readonly isThis: boolean;
}

/** What somebody sees of themselves. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly roles: readonly Role[];
  readonly hasPassword: boolean;
  readonly hasSecondFactor: boolean;
  /** whether they have to set one up before anything else */
  readonly lacksFactor: boolean;
  readonly sessions: readonly SessionRow[];
}

/** Whoever is signed in as a person. @throws Refusal 403 for a program */
function personOf({ who, session }: Admitted): { readonly id: string; readonly session: string } {
  if (who.kind !== 'person' || who.id === null || session === null)
    throw new Refusal(403, 'notAPerson', 'Only somebody who is signed in can do this for themselves.');
  return { id: who.id, session };
}

/** Reads what somebody sees of themselves. @throws Refusal 403 for a program */
export async function readAccount({ database }: Services, admitted: Admitted): Promise<Account> {
  const { id, session } = personOf(admitted);
  const person = (await database.read.query.people.findFirst({ where: eq(people.id, id) })) ?? notFound('such person');
  const password = await database.read.query.credentials.findFirst({ where: eq(passwords.userId, id) });
  const open = await database.read
    .select()
    .from(sessions)
    .where(and(eq(sessions.userId, id), gt(sessions.expiresAt, new Date())))
    .orderBy(desc(sessions.updatedAt));
  return {
    name: person.name,
    email: person.email,
    roles: person.roles,
    hasPassword: password?.password != null,
    hasSecondFactor: person.twoFactorEnabled,
    lacksFactor: admitted.lacksFactor,
    sessions: open.map((row) => ({
      id: row.id,
      browser: row.userAgent ?? '',
      address: row.ipAddress ?? '',
      since: row.createdAt.getTime(),
      seen: row.updatedAt.getTime(),
      isThis: row.token === session,
    })),
  };
}

/**
 * Sets somebody's password: the first, or another for whoever knows the one there is. Their other browsers are signed
 * out.
 *
 * @throws Refusal 403 `notRight`, 422 `guessable`
 */
export async function setPassword(
  context: Services,
  admitted: Admitted,
  { headers, isSecure }: Credentials,
  { current, next }: z.infer<typeof passwordSchema>,
): Promise<void> {
  const { id, session } = personOf(admitted);
  const person =
    (await context.database.read.query.people.findFirst({ where: eq(people.id, id) })) ?? notFound('such person');
  await requireHardToGuess(next, [person.name, person.email, (await readShop(context.database.read)).name]);
  const auth = await authOf(context, isSecure);
  if (current === null) await asking(auth.api.setPassword({ body: { newPassword: next }, headers }));
  else await asking(auth.api.changePassword({ body: { currentPassword: current, newPassword: next }, headers }));
  await endOthers(context, id, session);
  await note(context, id, admitted.who.name, 'password: set');
}

const endOthers = (context: Services, personId: string, session: string) =>
  context.database.write(async (transaction) => {
    for (const { id, token } of await transaction.select().from(sessions).where(eq(sessions.userId, personId)))
      if (token !== session) await transaction.delete(sessions).where(eq(sessions.id, id));
  });

const note = (context: Services, key: string, title: string, change: string) =>
  context.database.write((transaction) =>
    log(transaction, context.now(), { what: 'changed', kind: 'person', key, title, changes: [change] }),
  );

/** What an authenticator app is given: as a picture to scan, and to be typed. */
export interface BegunFactor {
  /** an SVG document */
  readonly picture: string;
  readonly secret: string;
  /** each signs in once without the app */
  readonly spareCodes: readonly string[];
}

/** Begins a second factor; it counts once a code of the app has been entered. @throws Refusal 403, 409 */
export async function beginSecondFactor(
  context: Services,
  admitted: Admitted,
  { headers, isSecure }: Credentials,
  password: string,
): Promise<BegunFactor> {
  personOf(admitted);
  const auth = await authOf(context, isSecure);
  const begun = await asking(auth.api.enableTwoFactor({ body: { password, method: 'totp' }, headers }));
  if (begun.method !== 'totp') throw new Error('an app was asked for');
  const { totpURI, backupCodes } = begun;
  return {
    picture: bwipjs.toSVG({ bcid: 'qrcode', text: totpURI, scale: 3, padding: 4, backgroundcolor: 'FFFFFF' }),
    secret: new URL(totpURI).searchParams.get('secret') ?? '',
    spareCodes: backupCodes,
  };
}

/** Enters the first code of an app: from now on signing in asks for one. @throws Refusal 403 `notRight` */
export async function confirmSecondFactor(
  context: Services,
  admitted: Admitted,
  { headers, isSecure }: Credentials,
  code: string,
): Promise<readonly string[]> {
  const { id } = personOf(admitted);
  const auth = await authOf(context, isSecure);
  const { headers: answered } = await asking(
    auth.api.verifyTOTP({ body: { code: code.replace(/\s/gu, '') }, headers, returnHeaders: true }),
  );
  await note(context, id, admitted.who.name, 'second factor: on');
  return answered.getSetCookie();
}

/** Takes the second factor off. @throws Refusal 403 `notRight` */
export async function dropSecondFactor(
  context: Services,
  admitted: Admitted,
  { headers, isSecure }: Credentials,
  password: string,
): Promise<readonly string[]> {
  const { id } = personOf(admitted);
  const auth = await authOf(context, isSecure);
  const { headers: answered } = await asking(
    auth.api.disableTwoFactor({ body: { password }, headers, returnHeaders: true }),
  );
  await note(context, id, admitted.who.name, 'second factor: off');
  return answered.getSetCookie();
}

/** Signs another browser of somebody out, or all others. @throws Refusal 404 */
export async function endSession(context: Services, admitted: Admitted, id: string | null): Promise<void> {
  const person = personOf(admitted);
  if (id === null) return endOthers(context, person.id, person.session);
  const gone = await context.database.write((transaction) =>
    transaction
      .delete(sessions)
      .where(and(eq(sessions.id, id), eq(sessions.userId, person.id)))
      .returning({ id: sessions.id }),
  );
  if (gone.length === 0) notFound('such browser that is signed in');
}
