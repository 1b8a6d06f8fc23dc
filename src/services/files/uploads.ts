import { eq, inArray, type SQL, sql } from 'drizzle-orm';
import { type Services } from '../context';
import { type FileType, type UploadedFile } from '../../core/catalog';
import { filesNamedIn, type Selection } from '../../core/selection';
import { fileSizeWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { basketLines, orderLines, uploads } from '../../data/schema';
import { notFound, Refusal } from '../refusal';

/** What is known of the files that some selections name. */
export async function readFiles(
  queries: Queries,
  selections: readonly Selection[],
): Promise<(token: string) => UploadedFile | undefined> {
  const tokens = [...new Set(selections.flatMap(filesNamedIn))].slice(0, 500);
  if (tokens.length === 0) return () => undefined;
  const rows = await queries
    .select({
      token: uploads.token,
      name: uploads.name,
      type: uploads.type,
      size: uploads.size,
      extent: uploads.extent,
    })
    .from(uploads)
    .where(inArray(uploads.token, tokens));
  const known = new Map(rows.map(({ token, extent, ...file }) => [token, { ...file, ...(extent && { extent }) }]));
  return (token) => known.get(token);
}

/** The files that each of some selections names, with their names. */
export async function listFiles(
  queries: Queries,
  selections: readonly Selection[],
): Promise<{ token: string; name: string }[][]> {
  const known = await readFiles(queries, selections);
  return selections.map((given) => thoseIn(given, known).map(([token, { name }]) => ({ token, name })));
}

/** The files that a selection names, by their tokens, as far as they are there. */
export const filesOf = async (queries: Queries, selection: Selection): Promise<TokenAndFile[]> =>
  thoseIn(selection, await readFiles(queries, [selection]));

type TokenAndFile = readonly [token: string, file: UploadedFile];

function thoseIn(selection: Selection, known: (token: string) => UploadedFile | undefined): TokenAndFile[] {
  return filesNamedIn(selection).flatMap((token): TokenAndFile[] => {
    const file = known(token);
    return file ? [[token, file]] : [];
  });
}

/** What is known of a file that somebody has uploaded, for whoever has its token. @throws Refusal 404 */
export async function readFileKnown({ database }: Services, token: string): Promise<UploadedFile> {
  const [found] = await filesOf(database.read, { answers: { file: [token] } });
  return found?.[1] ?? notFound('file at this address any more');
}

/** So much the files that one basket names may come to, in bytes. */
const MOST_IN_A_BASKET = 256_000_000;

/**
 * Notes that a basket or an order refers to the files in a selection.
 *
 * @param beside what else lies in the basket
 * @throws Refusal 413 `tooManyFiles` where that is more than one customer may leave here
 */
export async function keepFiles(
  transaction: Queries,
  selection: Selection,
  beside: readonly Selection[] = [],
): Promise<void> {
  const tokens = filesNamedIn(selection);
  if (tokens.length === 0) return;
  const together = [...new Set([...tokens, ...beside.flatMap(filesNamedIn)])];
  const [sum] = await transaction
    .select({ bytes: sql<number>`coalesce(sum(${uploads.size}), 0)` })
    .from(uploads)
    .where(inArray(uploads.token, together));
  if ((sum?.bytes ?? 0) > MOST_IN_A_BASKET)
    throw new Refusal(
      413,
      'tooManyFiles',
      `The files in one basket may come to ${fileSizeWords(MOST_IN_A_BASKET)} together. Order what is in it first, or send smaller files.`,
    );
  await transaction.update(uploads).set({ kept: true }).where(inArray(uploads.token, tokens));
}

/** Whether a selection that is kept somewhere names a file. */
const naming = (table: typeof basketLines | typeof orderLines, token: string): SQL =>
  sql`(instr(${table.answers}, ${token}) > 0 or instr(coalesce(${table.parts}, ''), ${token}) > 0)`;

/** Deletes the files that some kept selections have named, those that no basket and no order names any more. */
export async function dropFiles(
  transaction: Queries,
  kept: readonly Pick<typeof orderLines.$inferSelect, 'answers' | 'parts'>[],
): Promise<void> {
  const tokens = new Set(kept.flatMap(({ answers, parts }) => filesNamedIn({ answers, ...(parts && { parts }) })));
  for (const token of tokens) {
    const named = await Promise.all(
      [basketLines, orderLines].map((table) =>
        transaction.select({ id: table.id }).from(table).where(naming(table, token)).limit(1),
      ),
    );
    if (named.every(({ length }) => length === 0)) await transaction.delete(uploads).where(eq(uploads.token, token));
  }
}

/** An uploaded file, for whoever makes the order. @throws Refusal 404 */
export async function readUpload(
  { database }: Services,
  token: string,
): Promise<{ name: string; type: FileType; bytes: Buffer }> {
  const row = await database.read.query.uploads.findFirst({ where: eq(uploads.token, token) });
  return row ?? notFound('file at this address');
}
