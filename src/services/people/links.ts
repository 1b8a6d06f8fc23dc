import { createHash, randomBytes } from 'node:crypto';
import { eq, lt } from 'drizzle-orm';
import { DAY } from '../../core/calendar';
import { type Queries } from '../../data/database';
import { signInLinks } from '../../data/schema';
import { Refusal } from '../refusal';

/** How long a link that signs in once can be used, in days. */
export const LINK_DAYS = 7;

/** What is kept of something that only its holder knows: its SHA-256. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');

/** A secret that nobody guesses: 256 bits, safe in an address. */
export const newSecret = (): string => randomBytes(32).toString('base64url');

/**
 * Makes a link that signs somebody in once; those made for them before lead nowhere any more.
 *
 * @param personId null for the link that makes the first owner
 * @returns what stands in it
 */
export async function makeLink(transaction: Queries, at: Date, personId: string | null): Promise<string> {
  const secret = newSecret();
  await transaction.delete(signInLinks).where(lt(signInLinks.expiresAt, at));
  if (personId !== null) await transaction.delete(signInLinks).where(eq(signInLinks.personId, personId));
  const expiresAt = new Date(at.getTime() + LINK_DAYS * DAY);
  await transaction.insert(signInLinks).values({ hash: hashOf(secret), personId, expiresAt });
  return secret;
}

/**
 * The path of the page that a link leads to. What signs in stands behind the `#`, so that no server is ever sent it.
 *
 * @param to the page that is gone on to; where none is said, that of one's own password
 */
export const linkPath = (secret: string, to?: string): string =>
  `/sign-in/link${to === undefined ? '' : `?to=${to}`}#${secret}`;

const linkGone = () =>
  new Refusal(
    403,
    'linkUsed',
    'This link has been used already, or is too old. Ask an owner for a new one; whoever has the machine makes one with: npm run -s oak -- people link E-MAIL',
  );

/** Whom a link signs in; null for the one that makes the first owner. @throws Refusal 403 for one that leads nowhere */
export async function readLink(queries: Queries, secret: string, at: Date): Promise<string | null> {
  const link = await queries.query.signInLinks.findFirst({ where: eq(signInLinks.hash, hashOf(secret)) });
  if (!link || link.expiresAt <= at) throw linkGone();
  return link.personId;
}

/** Uses a link up. @returns whom it signs in. @throws Refusal 403 for one that leads nowhere any more */
export async function useLink(transaction: Queries, secret: string, at: Date): Promise<string | null> {
  const personId = await readLink(transaction, secret, at);
  await transaction.delete(signInLinks).where(eq(signInLinks.hash, hashOf(secret)));
  return personId;
}
