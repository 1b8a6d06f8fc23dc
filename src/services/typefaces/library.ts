import { asc, eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { LONGEST_LICENCE, LONGEST_TYPEFACE, MOST_TYPEFACES, typefaceAddress } from '../../core/catalog';
import { isBlank } from '../../core/text';
import { counted } from '../../core/words';
import { log } from '../../data/log';
import { usersOf } from '../../data/references';
import { type Queries } from '../../data/database';
import { typefaces } from '../../data/schema';
import { atOneMoment, type Services } from '../context';
import { isKeptSomewhere } from '../files/kept-somewhere';
import { logChange } from '../logged';
import { notFound, Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { makeSafeTypeface, storeTypeface } from './store';

/** A typeface that was uploaded. */
export interface TypefaceRow {
  readonly hash: string;
  /** where its file is: what names it in a definition */
  readonly face: string;
  readonly title: string;
  readonly licence: string;
  /** how many signs it has */
  readonly signs: number;
  /** its size, in bytes */
  readonly size: number;
  /** titles of the products and sheets that have it, of the first of them; and how many there are */
  readonly usedBy: readonly string[];
  readonly uses: number;
}

const saidSchema = {
  title: z.string().max(LONGEST_TYPEFACE),
  licence: z.string().max(LONGEST_LICENCE).describe('whose it is, and what may be done with it'),
};

export const typefaceSchema = z.strictObject(saidSchema);

/** What is said of a typeface when its file comes. */
export const uploadedTypefaceSchema = z.object({
  name: z.string().max(300).default('').describe('what its file is called'),
  licence: saidSchema.licence.default(''),
});

/** Typefaces that were uploaded, by their titles. */
export function listTypefaces(context: Services): Promise<TypefaceRow[]> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const rows = await read
      .select({
        hash: typefaces.hash,
        title: typefaces.title,
        licence: typefaces.licence,
        signs: typefaces.signs,
        size: sql<number>`length(${typefaces.bytes})`,
      })
      .from(typefaces)
      .orderBy(asc(typefaces.title), asc(typefaces.hash));
    const users = await usersOf(read, 'typefaces');
    return rows.map((row) => {
      const face = typefaceAddress(row.hash);
      const { titles = [], number = 0 } = users.get(face) ?? {};
      return { ...row, face, usedBy: titles, uses: number };
    });
  });
}

/**
 * Takes a font file as a typeface.
 *
 * @returns where it is, and what it is called
 * @throws Refusal 413, 415; 409 where there are too many; 422 `licenceMissing` where neither its file nor whoever
 *   uploads it says whose it is
 */
export async function uploadTypeface(
  { database, now }: Services,
  bytes: Uint8Array,
  { name, licence: typed }: z.infer<typeof uploadedTypefaceSchema>,
): Promise<{ readonly face: string; readonly title: string; readonly licence: string }> {
  const made = await makeSafeTypeface(bytes, name);
  const licence = isBlank(typed) ? made.licence : typed.trim();
  requireSaid(made.title, licence);
  return database.write(async (transaction) => {
    const known = await transaction.query.typefaces.findFirst({
      where: eq(typefaces.hash, made.hash),
      columns: { title: true, licence: true },
    });
    if (known) return { ...known, face: typefaceAddress(made.hash) };
    if ((await transaction.$count(typefaces)) >= MOST_TYPEFACES)
      throw new Refusal(
        409,
        'tooManyTypefaces',
        `There are ${MOST_TYPEFACES} typefaces. Delete one that nothing uses.`,
      );
    const face = await storeTypeface(transaction, { ...made, licence }, now());
    await log(transaction, now(), { what: 'made', kind: 'typeface', key: made.hash, title: made.title });
    return { face, title: made.title, licence };
  });
}

/** @throws Refusal 422 where it has no name or no licence, or one that can't be seen */
function requireSaid(title: string, licence: string): void {
  requireSeenTitles([
    ['The name of the typeface', title],
    ['Its licence', licence.replaceAll('\n', ' ')],
  ]);
  if (isBlank(title)) throw new Refusal(422, 'nameMissing', 'Give the typeface a name.');
  if (isBlank(licence))
    throw new Refusal(
      422,
      'licenceMissing',
      'The file doesn’t say whose typeface it is. Say so, and under which licence it may be used.',
    );
}

/** Calls a typeface otherwise, or says otherwise whose it is. @throws Refusal 404, 422 */
export async function changeTypeface(
  { database, now }: Services,
  hash: string,
  said: z.infer<typeof typefaceSchema>,
): Promise<void> {
  const [title, licence] = [said.title.trim(), said.licence.trim()];
  requireSaid(title, licence);
  await database.write(async (transaction) => {
    const before = await requireTypeface(transaction, hash);
    await transaction.update(typefaces).set({ title, licence }).where(eq(typefaces.hash, hash));
    await logChange(transaction, now(), { kind: 'typeface', key: hash, title }, before, { title, licence });
  });
}

/** Deletes a typeface that nothing is lettered with, now or in what is kept. @throws Refusal 404, 409 */
export async function deleteTypeface({ database, now }: Services, hash: string): Promise<void> {
  await database.write(async (transaction) => {
    const { title } = await requireTypeface(transaction, hash);
    const face = typefaceAddress(hash);
    const users = (await usersOf(transaction, 'typefaces', [face])).get(face);
    if (users)
      throw new Refusal(
        409,
        'typefaceInUse',
        `${counted(users.number, 'product or sheet has', 'products and sheets have')} it: ${users.titles.slice(0, 5).join(', ')}. Give them another first.`,
      );
    if (await isKeptSomewhere(transaction, face))
      throw new Refusal(409, 'typefaceKept', 'An earlier state or something in the bin has it, so it is kept.');
    await transaction.delete(typefaces).where(eq(typefaces.hash, hash));
    await log(transaction, now(), { what: 'erased', kind: 'typeface', key: hash, title });
  });
}

async function requireTypeface(
  queries: Queries,
  hash: string,
): Promise<{ readonly title: string; readonly licence: string }> {
  const found = await queries.query.typefaces.findFirst({
    where: eq(typefaces.hash, hash),
    columns: { title: true, licence: true },
  });
  return found ?? notFound('typeface of this name');
}
