import { eq, inArray } from 'drizzle-orm';
import { z } from 'zod';
import { withPictures } from '../../core/catalog';
import { counted } from '../../core/words';
import { type Queries } from '../../data/database';
import { referringTo, usersOf } from '../../data/references';
import { media, products, sheets, swatches } from '../../data/schema';
import { type Services } from '../context';
import { changeDraft, createChange } from '../many/make';
import { notFound, Refusal } from '../refusal';
import { isKeptSomewhere } from '../files/kept-somewhere';
import { pictureAddress } from '../files/picture-address';
import { log } from '../../data/log';

export const replacementSchema = z.strictObject({
  by: z.string().max(300).describe('address of the picture that takes its place'),
});

/** How many drafts and swatches show another picture now. */
export interface Replaced {
  readonly products: number;
  readonly sheets: number;
  readonly swatches: number;
}

/**
 * Puts another picture in the place of one: in the drafts of all products and sheets, to be published, and in the
 * swatch book, which everything follows at once. The change of the products can be taken back as any change of many.
 *
 * @throws Refusal 404; 422 when the other picture is not there, or the same
 */
export async function replaceEverywhere(
  { database, now }: Services,
  hash: string,
  { by }: z.infer<typeof replacementSchema>,
): Promise<Replaced> {
  const src = pictureAddress(hash);
  return database.write(async (transaction) => {
    await requirePicture(transaction, hash);
    const other = await transaction.query.media.findFirst({
      where: eq(media.hash, by.slice(pictureAddress('').length)),
      columns: { hash: true },
    });
    if (!other || pictureAddress(other.hash) !== by || by === src)
      throw new Refusal(422, 'pictureUnknown', 'Upload another picture, or choose one of the library.');
    const address = (given: string) => (given === src ? by : given);
    const users = await referringTo(transaction, [{ what: 'pictures', key: src }], 'all');
    const showing = (wanted: 'product' | 'sheet') =>
      users.flatMap(({ kind, id, of }) => (kind === wanted && of === 'draft' ? [id] : []));
    const onProducts = await transaction
      .select({ id: products.id, version: products.draftVersion, before: products.draft })
      .from(products)
      .where(inArray(products.id, showing('product')));
    const onSheets = await transaction
      .select({ id: sheets.id, version: sheets.draftVersion, before: sheets.draft })
      .from(sheets)
      .where(inArray(sheets.id, showing('sheet')));
    const changing = [
      ...onProducts.map((one) => ({ of: 'product' as const, ...one, after: withPictures(one.before, address) })),
      ...onSheets.map((one) => ({ of: 'sheet' as const, ...one, after: withPictures(one.before, address) })),
    ];
    if (changing.length > 0) {
      const change = await createChange(transaction, 'Replace a picture', null, now());
      for (const one of changing) await changeDraft(transaction, change, one, now());
    }
    const coloured = await transaction
      .update(swatches)
      .set({ picture: by })
      .where(eq(swatches.picture, src))
      .returning({ id: swatches.id });
    return { products: onProducts.length, sheets: onSheets.length, swatches: coloured.length };
  });
}

/**
 * Deletes a picture that nothing shows: no draft, nothing in the shop, no earlier state, no order, nothing in the bin.
 * @throws Refusal 404, 409
 */
export async function deletePicture({ database, now }: Services, hash: string): Promise<void> {
  await database.write(async (transaction) => {
    const { name } = await requirePicture(transaction, hash);
    const src = pictureAddress(hash);
    const users = (await usersOf(transaction, 'pictures', [src])).get(src);
    if (users)
      throw new Refusal(
        409,
        'pictureInUse',
        `${counted(users.number, 'product or sheet shows', 'products and sheets show')} it: ${users.titles.slice(0, 5).join(', ')}. Give them another first.`,
      );
    const kept = await isKeptSomewhere(transaction, src);
    if (kept)
      throw new Refusal(
        409,
        'pictureKept',
        'A swatch, an earlier state, an order or something in the bin shows it, so it is kept.',
      );
    await transaction.delete(media).where(eq(media.hash, hash));
    await log(transaction, now(), { what: 'erased', kind: 'picture', key: hash, title: name });
  });
}

async function requirePicture(queries: Queries, hash: string): Promise<{ readonly name: string }> {
  const picture = await queries.query.media.findFirst({ where: eq(media.hash, hash), columns: { name: true } });
  return picture ?? notFound('picture of this name');
}
