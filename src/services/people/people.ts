import { desc, eq, isNull, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { type z } from 'zod';
import { type Role } from '../../core/people';
import { rolesWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { log, whoActs } from '../../data/log';
import { credentials, people, secondFactors, sessions, signInLinks } from '../../data/schema';
import { type Services } from '../context';
import { takeOutOfOutbox } from '../letters/outbox';
import { notFound, Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { type invitedSchema, type personChangeSchema } from './asked';
import { linkPath, makeLink } from './links';

/** Somebody who works here, as an owner sees them. */
export interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly roles: readonly Role[];
  readonly hasSecondFactor: boolean;
  /** whether they have never signed in, and their link still leads in */
  readonly isInvited: boolean;
  /** whether they may no longer sign in */
  readonly isEnded: boolean;
  /** when a browser of theirs was last seen; null where they are signed in nowhere */
  readonly seen: number | null;
}

/** Everybody who works here, by name; who has left comes last. */
export async function listPeople({ database }: Services): Promise<PersonRow[]> {
  const rows = await database.read
    .select({
      person: people,
      seen: sql<number | null>`(select max(s.updated_at) from ${sessions} as s where s.user_id = people.id)`,
      password: sql<number>`exists (select 1 from ${credentials} as c where c.user_id = people.id)`,
      link: sql<number>`exists (select 1 from ${signInLinks} as l where l.person_id = people.id)`,
    })
    .from(people)
    .orderBy(sql`${people.endedAt} is not null`, sql`${people.name} collate nocase`);
  return rows.map(({ person, seen, password, link }) => ({
    id: person.id,
    name: person.name,
    email: person.email,
    roles: person.roles,
    hasSecondFactor: person.twoFactorEnabled,
    isInvited: link === 1 && password === 0,
    isEnded: person.endedAt !== null,
    seen,
  }));
}

/** A link that signs somebody in once, as the path of a page. */
export interface MadeLink {
  readonly id: string;
  readonly path: string;
}

/** Lets somebody in: they get a link that signs them in once. @throws Refusal 409 for an address that is known */
export async function invite(
  { database, now }: Services,
  { name, email, roles }: z.infer<typeof invitedSchema>,
): Promise<MadeLink> {
  requireSeenTitles([['The name', name]]);
  return database.write(async (transaction) => {
    const known = await transaction.query.people.findFirst({ where: eq(people.email, email) });
    if (known)
      throw new Refusal(
        409,
        'emailKnown',
        `${known.name} has this e-mail address already${known.endedAt === null ? '. Make a new link for them instead.' : ', and has left. Let them in again instead.'}`,
      );
    const id = nanoid();
    const at = now();
    await transaction.insert(people).values({ id, name, email, roles, createdAt: at, updatedAt: at });
    await log(transaction, at, { what: 'invited', kind: 'person', key: id, title: name, changes: [rolesWords(roles)] });
    return { id, path: linkPath(await makeLink(transaction, at, id)) };
  });
}

async function requirePerson(queries: Queries, id: string) {
  return (await queries.query.people.findFirst({ where: eq(people.id, id) })) ?? notFound('such person');
}

/**
 * Makes a link that signs somebody in once. It takes the place of their password and their second factor, and of the
 * browsers they are signed in with: it is for whoever has lost them.
 *
 * @throws Refusal 404, 409 for somebody who has left, and for oneself
 */
export async function newLink({ database, now }: Services, id: string): Promise<MadeLink> {
  if (whoActs()?.id === id)
    throw new Refusal(409, 'oneself', 'A new link would sign you out. Change your own password under “You”.');
  return database.write(async (transaction) => {
    const person = await requirePerson(transaction, id);
    if (person.endedAt !== null) throw new Refusal(409, 'hasLeft', `${person.name} has left. Let them in again first.`);
    await signOutEverywhere(transaction, id);
    await transaction.delete(credentials).where(eq(credentials.userId, id));
    await transaction.delete(secondFactors).where(eq(secondFactors.userId, id));
    await transaction.update(people).set({ twoFactorEnabled: false, updatedAt: now() }).where(eq(people.id, id));
    await log(transaction, now(), { what: 'linked', kind: 'person', key: id, title: person.name });
    return { id, path: linkPath(await makeLink(transaction, now(), id)) };
  });
}

const signOutEverywhere = (transaction: Queries, id: string) =>
  transaction.delete(sessions).where(eq(sessions.userId, id));

/**
 * Says what somebody does, or that they may no longer come in: they are signed out at once.
 *
 * @throws Refusal 404, 409 where nobody would be left who may say who comes in
 */
export async function changePerson(
  context: Services,
  id: string,
  { roles, ended }: z.infer<typeof personChangeSchema>,
): Promise<void> {
  const { database, now } = context;
  await database.write(async (transaction) => {
    const person = await requirePerson(transaction, id);
    const at = now();
    const after = {
      roles: roles ?? person.roles,
      endedAt: ended === undefined ? person.endedAt : ended ? (person.endedAt ?? at) : null,
    };
    await transaction
      .update(people)
      .set({ ...after, updatedAt: at })
      .where(eq(people.id, id));
    await requireOwner(transaction);
    const about = { kind: 'person', key: id, title: person.name } as const;
    if (after.endedAt !== null && person.endedAt === null) {
      await signOutEverywhere(transaction, id);
      await transaction.delete(signInLinks).where(eq(signInLinks.personId, id));
      await log(transaction, at, { what: 'ended', ...about });
    }
    if (after.endedAt === null && person.endedAt !== null) await log(transaction, at, { what: 'readmitted', ...about });
    const [former, latter] = [rolesWords(person.roles), rolesWords(after.roles)];
    if (former !== latter)
      await log(transaction, at, { what: 'changed', ...about, changes: [`role: ${former} → ${latter}`] });
  });
  if (ended === true) await takeOutOfOutbox(context, id);
}

/** @throws Refusal 409 where no owner is left */
async function requireOwner(transaction: Queries): Promise<void> {
  const here = await transaction.select({ roles: people.roles }).from(people).where(isNull(people.endedAt));
  if (!here.some(({ roles }) => roles.includes('owner')))
    throw new Refusal(
      409,
      'lastOwner',
      'Nobody would be left who may say who comes in. Make somebody else an owner first.',
    );
}

/** Whether nobody has ever been let in: the first to come becomes the owner. */
export const isNobodyHere = async ({ database }: Pick<Services, 'database'>): Promise<boolean> =>
  (await database.read.select({ id: people.id }).from(people).limit(1)).length === 0;

/** Makes the link that makes the first owner. @returns the path of the page it leads to */
export async function firstOwnerLink({ database, now }: Services): Promise<string> {
  return database.write(async (transaction) => linkPath(await makeLink(transaction, now(), null)));
}

/** The person of an e-mail address. @throws Refusal 404 that names who there is */
export async function personByEmail({ database }: Services, email: string): Promise<{ readonly id: string }> {
  const wanted = email.trim().toLowerCase();
  const found = await database.read.query.people.findFirst({ where: eq(people.email, wanted), columns: { id: true } });
  if (found) return found;
  const known = await database.read
    .select({ email: people.email })
    .from(people)
    .where(isNull(people.endedAt))
    .orderBy(desc(people.createdAt))
    .limit(5);
  throw new Refusal(
    404,
    'notFound',
    `Nobody here has the e-mail address “${wanted}”. There are: ${known.map((one) => one.email).join(', ') || 'none'}.`,
  );
}
