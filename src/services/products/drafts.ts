import { and, eq, gt, ne } from 'drizzle-orm';
import { atOneMoment, type Services } from '../context';
import { type Product } from '../../core/catalog';
import { type LargeBody } from '../large-bodies';
import { presence, setAsideDrafts } from '../../data/schema';
import { openDraft, type OpenedDraft, saveDraftOf } from '../drafts/life';
import { productLife } from './life';

/** A product opened for editing. */
export interface EditedProduct extends OpenedDraft<Product> {
  readonly publishedSlug: string | null;
}

/** @throws Refusal 404 */
export function openProduct(context: Services, id: number): Promise<EditedProduct> {
  return atOneMoment(context, async ({ database }) => {
    const { stored, ...opened } = await openDraft(productLife, database.read, id);
    return { ...opened, publishedSlug: stored.publishedSlug };
  });
}

export type DraftSave = LargeBody<'productDraft'>;

/**
 * Saves a draft, if nobody has saved another since.
 *
 * @returns the new version
 * @throws Refusal 409 `draftConflict` with the other draft in its details
 */
export async function saveDraft({ database, now }: Services, id: number, save: DraftSave): Promise<number> {
  return database.write((transaction) => saveDraftOf(productLife, transaction, { ...save, id, at: now() }));
}

/** Keeps a draft that gives way to another, so that it can be brought back. */
export async function setAsideDraft(
  { database, now }: Services,
  id: number,
  definition: Product,
  savedBy: string,
): Promise<void> {
  await database.write(async (transaction) => {
    await productLife.require(transaction, id);
    await transaction.insert(setAsideDrafts).values({ productId: id, definition, savedBy, at: now() });
  });
}

const PRESENCE_MILLISECONDS = 15_000;

/**
 * Notes that an editor has the product open, and tells what it must know of the others.
 *
 * @returns the current version, the revision that is published (null for none), whether it is put away, and how many
 *   others have it open now
 * @throws Refusal 404 with where in the bin it lies
 */
export async function seeProduct(
  { database, now }: Services,
  id: number,
  editor: string,
): Promise<{ draftVersion: number; publishedRevision: number | null; archived: boolean; others: number }> {
  const at = now();
  return database.write(async (transaction) => {
    const { draftVersion, publishedRevision, archivedAt } = await productLife.require(transaction, id);
    const revision =
      publishedRevision === null ? undefined : await productLife.revision(transaction, publishedRevision);
    await transaction
      .insert(presence)
      .values({ productId: id, editor, seenAt: at })
      .onConflictDoUpdate({ target: [presence.productId, presence.editor], set: { seenAt: at } });
    const others = await transaction
      .select({ editor: presence.editor })
      .from(presence)
      .where(
        and(
          eq(presence.productId, id),
          ne(presence.editor, editor),
          gt(presence.seenAt, new Date(at.getTime() - PRESENCE_MILLISECONDS)),
        ),
      );
    return {
      draftVersion,
      publishedRevision: revision?.number ?? null,
      archived: archivedAt !== null,
      others: others.length,
    };
  });
}

/** Notes that an editor has closed the product. */
export async function leaveProduct({ database }: Services, id: number, editor: string): Promise<void> {
  await database.write(async (transaction) => {
    await transaction.delete(presence).where(and(eq(presence.productId, id), eq(presence.editor, editor)));
  });
}
