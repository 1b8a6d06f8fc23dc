import { desc, eq, isNull, and } from 'drizzle-orm';
import { type z } from 'zod';
import { DAY } from '../../core/calendar';
import { type Role } from '../../core/people';
import { rolesWords } from '../../core/words';
import { log } from '../../data/log';
import { apiTokens } from '../../data/schema';
import { type Services } from '../context';
import { notFound } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { TOKEN_BEGINS } from './admit';
import { type newTokenSchema } from './asked';
import { hashOf, newSecret } from './links';

/** What another program comes in with, as an owner sees it: never the token itself. */
export interface TokenRow {
  readonly id: number;
  readonly title: string;
  readonly roles: readonly Role[];
  readonly made: number;
  readonly until: number;
  /** null while it has never been used */
  readonly used: number | null;
  readonly isRevoked: boolean;
}

/** All tokens there have been, the newest first. */
export async function listTokens({ database }: Services): Promise<TokenRow[]> {
  const rows = await database.read.select().from(apiTokens).orderBy(desc(apiTokens.id));
  return rows.map((row) => ({
    id: row.id,
    title: row.title,
    roles: row.roles,
    made: row.createdAt.getTime(),
    until: row.expiresAt.getTime(),
    used: row.lastUsedAt?.getTime() ?? null,
    isRevoked: row.revokedAt !== null,
  }));
}

/** Makes a token. @returns the token, which is told once and never again */
export async function makeToken(
  { database, now }: Services,
  { title, roles, days }: z.infer<typeof newTokenSchema>,
): Promise<{ readonly token: string }> {
  requireSeenTitles([['What it is for', title]]);
  const token = TOKEN_BEGINS + newSecret();
  const at = now();
  await database.write(async (transaction) => {
    const [row] = await transaction
      .insert(apiTokens)
      .values({
        title,
        hash: hashOf(token),
        roles,
        createdAt: at,
        expiresAt: new Date(at.getTime() + days * DAY),
      })
      .returning({ id: apiTokens.id });
    const key = row === undefined ? undefined : String(row.id);
    await log(transaction, at, { what: 'made', kind: 'token', key, title, changes: [rolesWords(roles)] });
  });
  return { token };
}

/** Ends a token at once. @throws Refusal 404 */
export async function revokeToken({ database, now }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    const [row] = await transaction
      .update(apiTokens)
      .set({ revokedAt: now() })
      .where(and(eq(apiTokens.id, id), isNull(apiTokens.revokedAt)))
      .returning({ title: apiTokens.title });
    if (!row) notFound('such token that still lets in');
    else await log(transaction, now(), { what: 'ended', kind: 'token', key: String(id), title: row.title });
  });
}
