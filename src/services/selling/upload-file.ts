import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { type Services } from '../context';
import { fileProblem, type FileType, LARGEST_FILE, type UploadedFile } from '../../core/catalog';
import { compile } from '../../core/compile';
import { problemText } from '../../core/words';
import { type Queries } from '../../data/database';
import { uploads } from '../../data/schema';
import { extentOf } from '../files/extent';
import { isDrawing } from '../files/markup';
import { signedType } from '../files/signature';
import { notFound, Refusal } from '../refusal';
import { openPublishedProduct } from './published';

/** The largest body an upload may have, in bytes. */
export const LARGEST_UPLOAD = LARGEST_FILE;

/** Files that nothing refers to are cleared away after this long, in milliseconds. */
const FORGOTTEN_AFTER = 7 * 24 * 60 * 60_000;

/** What files that nothing refers to may take together, in bytes; the oldest go first. */
const MOST_FORGOTTEN = 512 * 1024 * 1024;

/** What an answered upload tells the browser. */
export interface UploadAnswer extends UploadedFile {
  readonly token: string;
}

/**
 * Tells what a file is from its content; its name and what the browser says of it count for nothing. Only its first
 * bytes are looked at, and of a text that it is one: nothing is unpacked.
 *
 * @returns null for anything that is none of the types a shop can ask for
 */
export function fileTypeOf(bytes: Buffer): FileType | null {
  const signed = signedType(bytes);
  if (signed) return signed;
  const text = readableText(bytes);
  if (text === null) return null;
  if (isDrawing(text)) return 'svg';
  // What a browser would take for a page is not plain text, whatever it says.
  return text.trimStart().startsWith('<') ? null : 'text';
}

function readableText(bytes: Buffer): string | null {
  if (bytes.length === 0) return null;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return /(?![\n\r\t])\p{Cc}/u.test(text) ? null : text;
  } catch {
    return null;
  }
}

/** A file's name without folders and signs that no system takes. */
function plainName(name: string): string {
  const last = name.split(/[/\\]/).pop() ?? '';
  return (
    last
      .replace(/[\p{Cc}<>:"|?*]/gu, '')
      .trim()
      .slice(-120) || 'file'
  );
}

/**
 * Keeps a file that a customer uploads for one choice of a product in the shop.
 *
 * @throws Refusal 404 for another product or choice, 415 or 413 with the problem when the file is not what is asked for
 */
export async function uploadFile(
  context: Services,
  slug: string,
  choiceKey: string,
  name: string,
  bytes: Buffer,
): Promise<UploadAnswer> {
  const { definition, surroundings } = await openPublishedProduct(context, slug);
  const choice = compile(definition, surroundings).product.choices.find(({ key }) => key === choiceKey);
  if (choice?.kind !== 'file') return notFound(`choice of files “${choiceKey}” on this product`);
  // How large it may be comes first: what is too large is not looked into.
  const tooLarge = fileProblem(choice, { name: plainName(name), type: choice.types[0] ?? null, size: bytes.length });
  if (tooLarge?.code === 'fileTooLarge') throw new Refusal(413, tooLarge.code, problemText(tooLarge));
  const type = fileTypeOf(bytes);
  const file = { name: plainName(name), type, size: bytes.length };
  const fault = fileProblem(choice, file);
  if (fault || type === null) {
    throw new Refusal(
      fault?.code === 'fileTooLarge' ? 413 : 415,
      fault?.code ?? 'fileUnknown',
      problemText(fault ?? { code: 'fileUnknown', title: choice.title }),
    );
  }
  const token = createHash('sha256')
    .update(file.name)
    .update('\0')
    .update(type)
    .update('\0')
    .update(bytes)
    .digest('hex')
    .slice(0, 40);
  const extent = await extentOf(bytes, type);
  const at = context.now();
  await context.database.write(async (transaction) => {
    await clearForgotten(transaction, at);
    await transaction
      .insert(uploads)
      .values({ token, name: file.name, type, size: file.size, bytes, extent, createdAt: at })
      .onConflictDoUpdate({ target: uploads.token, set: { createdAt: at, extent } });
  });
  return { token, name: file.name, type, size: file.size, ...(extent && { extent }) };
}

/** Clears away files that nothing refers to: those that are old, and the oldest of what is too much together. */
async function clearForgotten(transaction: Queries, at: Date): Promise<void> {
  await transaction
    .delete(uploads)
    .where(and(eq(uploads.kept, false), lt(uploads.createdAt, new Date(at.getTime() - FORGOTTEN_AFTER))));
  const waiting = await transaction
    .select({ token: uploads.token, size: uploads.size })
    .from(uploads)
    .where(eq(uploads.kept, false))
    .orderBy(desc(uploads.createdAt));
  let together = 0;
  const tooMuch = waiting.filter(({ size }) => (together += size) > MOST_FORGOTTEN).map(({ token }) => token);
  if (tooMuch.length > 0) await transaction.delete(uploads).where(inArray(uploads.token, tooMuch));
}
