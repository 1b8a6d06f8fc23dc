import { eq, inArray } from 'drizzle-orm';
import { type Services } from '../context';
import { type FileType, type UploadedFile } from '../../core/catalog';
import { filesNamedIn, type Selection } from '../../core/selection';
import { type Queries } from '../../data/database';
import { uploads } from '../../data/schema';
import { notFound } from '../refusal';

/** What is known of the files that some selections name. */
export async function readFiles(
  queries: Queries,
  selections: readonly Selection[],
): Promise<(token: string) => UploadedFile | undefined> {
  const tokens = [...new Set(selections.flatMap(filesNamedIn))].slice(0, 500);
  if (tokens.length === 0) return () => undefined;
  const rows = await queries
    .select({ token: uploads.token, name: uploads.name, type: uploads.type, size: uploads.size })
    .from(uploads)
    .where(inArray(uploads.token, tokens));
  const known = new Map(rows.map(({ token, ...file }) => [token, file]));
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

/** Notes that a basket or an order refers to the files in a selection. */
export async function keepFiles(transaction: Queries, selection: Selection): Promise<void> {
  const tokens = filesNamedIn(selection);
  if (tokens.length > 0) await transaction.update(uploads).set({ kept: true }).where(inArray(uploads.token, tokens));
}

/** An uploaded file, for whoever makes the order. @throws Refusal 404 */
export async function readUpload(
  { database }: Services,
  token: string,
): Promise<{ name: string; type: FileType; bytes: Buffer }> {
  const row = await database.read.query.uploads.findFirst({ where: eq(uploads.token, token) });
  return row ?? notFound('file at this address');
}
