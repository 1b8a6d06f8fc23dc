import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { inBackground } from '../background/pool';
import { readSwatches } from '../catalog/catalog-state';
import { putInBin } from '../bin/bin';
import { asSeen } from '../as-seen';
import { atOneMoment, type Services } from '../context';
import { freeKey, type Swatch, swatchByName, swatchSchema } from '../../core/catalog';
import { swatchesToCsv, type SwatchLine } from '../../core/exchange';
import { counted } from '../../core/words';
import { usersOf } from '../../data/references';
import { type Queries } from '../../data/database';
import { swatches } from '../../data/schema';
import { notFound, Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { log } from '../../data/log';
import { logChange } from '../logged';

/** A swatch with the products and sheets that use it: the titles of the first, and how many there are. */
export interface SwatchRow extends Swatch {
  readonly usedBy: readonly string[];
  readonly uses: number;
}

/** The swatch book, in the order of its pages. */
export function listSwatches(context: Services): Promise<SwatchRow[]> {
  return atOneMoment(context, async ({ database }) => {
    const book = await readSwatches(database.read);
    const uses = await usersOf(database.read, 'swatches');
    return book.map((swatch) => {
      const { titles = [], number = 0 } = uses.get(swatch.key) ?? {};
      return { ...swatch, usedBy: titles, uses: number };
    });
  });
}

export const swatchInputSchema = swatchSchema
  .omit({ key: true })
  .extend({ name: z.string().trim().min(1, 'Give the swatch a name.').max(80) });
export type SwatchInput = z.infer<typeof swatchInputSchema>;

function checkInput(input: SwatchInput, book: readonly Swatch[], own: string | null): void {
  requireSeenTitles([
    ['The name of the swatch', input.name],
    ['The name of its family', input.family ?? ''],
  ]);
  const other = swatchByName(book, input.name);
  if (other && other.key !== own)
    throw new Refusal(
      409,
      'nameTaken',
      `There is a swatch ${other.name} already. Names are how swatches are found, so each needs its own.`,
    );
  if (input.colours.length === 0 && input.picture === null)
    throw new Refusal(422, 'noColour', 'Give the swatch one to three colours, or a texture picture.');
}

/** Adds a swatch. @returns its key. @throws Refusal 409 when the name is taken, 422 without a colour */
export async function createSwatch({ database, now }: Services, input: SwatchInput): Promise<string> {
  return database.write(async (transaction) => {
    const book = await readSwatches(transaction);
    checkInput(input, book, null);
    const key = freeKey(
      input.name,
      book.map((swatch) => swatch.key),
      'swatch',
    );
    await transaction.insert(swatches).values({ ...input, key, rank: book.length });
    await log(transaction, now(), { what: 'made', kind: 'swatch', key, title: input.name });
    return key;
  });
}

/** Changes a swatch; everything that refers to it follows at once. @throws Refusal 404, 409, 422 */
export async function changeSwatch({ database, now }: Services, key: string, input: SwatchInput): Promise<void> {
  await database.write(async (transaction) => {
    const book = await readSwatches(transaction);
    checkInput(input, book, key);
    const changed = await transaction
      .update(swatches)
      .set(input)
      .where(eq(swatches.key, key))
      .returning({ id: swatches.id });
    if (changed.length === 0) notFound(`swatch “${key}”`);
    const before = book.find((swatch) => swatch.key === key);
    await logChange(transaction, now(), { kind: 'swatch', key, title: input.name }, before, { ...before, ...input });
  });
}

/** Takes a swatch out of the book. @throws Refusal 409 naming what uses it */
export async function deleteSwatch({ database, now }: Services, key: string): Promise<{ readonly binned: number }> {
  return database.write((transaction) => binSwatch(transaction, key, now()));
}

/** The part of that which runs inside a transaction. @throws Refusal 409 naming what uses it */
export async function binSwatch(transaction: Queries, key: string, at: Date): Promise<{ readonly binned: number }> {
  const users = (await usersOf(transaction, 'swatches', [key])).get(key);
  if (users)
    throw new Refusal(
      409,
      'swatchInUse',
      `${counted(users.number, 'product or sheet', 'products and sheets')} use it: ${users.titles.slice(0, 5).join(', ')}. Give them another swatch first.`,
    );
  const swatch =
    (await transaction.query.swatches.findFirst({ where: eq(swatches.key, key) })) ?? notFound(`swatch “${key}”`);
  const binned = await putInBin(transaction, { kind: 'swatch', title: swatch.name, at }, [
    { table: swatches, rows: [swatch] },
  ]);
  await transaction.delete(swatches).where(eq(swatches.key, key));
  return { binned };
}

export const swatchOrderSchema = z.strictObject({ keys: z.array(z.string()).max(5000) });

/** Puts the book into another order; swatches that are not named keep theirs, after the others. */
export async function orderSwatches({ database }: Services, keys: readonly string[]): Promise<void> {
  await database.write(async (transaction) => {
    const book = await readSwatches(transaction);
    const order = [
      ...keys.filter((key) => book.some((swatch) => swatch.key === key)),
      ...book.map(({ key }) => key).filter((key) => !keys.includes(key)),
    ];
    for (const [rank, key] of order.entries())
      await transaction.update(swatches).set({ rank }).where(eq(swatches.key, key));
  });
}

export const swatchFamiliesSchema = z.strictObject({
  families: z
    .array(z.strictObject({ key: z.string().max(60), family: z.string().trim().max(80) }))
    .min(1)
    .max(5000),
});

/**
 * Puts swatches into families, all at once. @returns which they were in before, to be taken back. @throws Refusal 404
 * where one is gone; none is moved then
 */
export async function putInFamilies(
  { database }: Services,
  families: z.infer<typeof swatchFamiliesSchema>['families'],
): Promise<{ readonly before: z.infer<typeof swatchFamiliesSchema>['families'] }> {
  return database.write(async (transaction) => {
    const book = await readSwatches(transaction);
    const before = families.map(({ key }) => ({
      key,
      family: book.find((swatch) => swatch.key === key)?.family ?? notFound(`swatch “${key}”`),
    }));
    for (const { key, family } of families)
      await transaction.update(swatches).set({ family }).where(eq(swatches.key, key));
    return { before };
  });
}

/** The book as a CSV file. */
export async function exportSwatches({ database }: Services): Promise<string> {
  return swatchesToCsv(await readSwatches(database.read));
}

/** As many as the open format takes. */
const MOST_SWATCHES = 5000;

export const swatchImportSchema = z.strictObject({ csv: z.string().max(1_000_000), accept: z.boolean() });

/**
 * Reads swatches from CSV. Without `accept` only says what each line would do; with it takes in the lines that have no
 * faults.
 */
export async function importSwatches(
  context: Services,
  { csv, accept }: z.infer<typeof swatchImportSchema>,
): Promise<SwatchLine[]> {
  const linesFor = (book: readonly Swatch[]) => inBackground('swatchLines', { csv, book }, 'This list');
  if (!accept) return linesFor(await readSwatches(context.database.read));
  const looked = async ({ database }: Services) => {
    const book = await readSwatches(database.read);
    return async () => ({ book, lines: await linesFor(book) });
  };
  return asSeen(context, looked, async (transaction, { book, lines }) => {
    const added = lines.filter(({ swatch, does }) => swatch && does === 'adds').length;
    if (book.length + added > MOST_SWATCHES)
      throw new Refusal(
        422,
        'bookFull',
        `The book would have ${book.length + added} swatches, and holds ${MOST_SWATCHES}. Take some out first, or bring in fewer.`,
      );
    let rank = book.length;
    for (const { swatch, does } of lines) {
      if (!swatch || does === 'leaves') continue;
      if (does === 'changes') await transaction.update(swatches).set(swatch).where(eq(swatches.key, swatch.key));
      else await transaction.insert(swatches).values({ ...swatch, rank: (rank += 1) });
    }
    return lines;
  });
}
