import { desc, eq } from 'drizzle-orm';
import { type Sheet } from '../../core/catalog';
import { sheetRevisions, sheets } from '../../data/schema';
import { refuseGone } from '../bin/bin';
import { type Life } from '../drafts/life';

/** How sheets are kept as drafts and revisions. */
export const sheetLife: Life<Sheet, typeof sheets.$inferSelect> = {
  word: 'sheet',
  async require(queries, id) {
    const sheet = await queries.query.sheets.findFirst({ where: eq(sheets.id, id) });
    return sheet ?? refuseGone(queries, 'sheet', id);
  },
  async store(transaction, id, saved) {
    await transaction
      .update(sheets)
      .set({ ...saved, title: saved.draft.title })
      .where(eq(sheets.id, id));
  },
  revision: (queries, revisionId) =>
    queries.query.sheetRevisions.findFirst({
      where: eq(sheetRevisions.id, revisionId),
      columns: { number: true, draftVersion: true, definition: true },
    }),
  async latestNumber(queries, id) {
    const latest = await queries.query.sheetRevisions.findFirst({
      where: eq(sheetRevisions.sheetId, id),
      orderBy: desc(sheetRevisions.number),
      columns: { number: true },
    });
    return latest?.number ?? 0;
  },
  async publish(transaction, id, revision) {
    const [row] = await transaction
      .insert(sheetRevisions)
      .values({ sheetId: id, ...revision })
      .returning({ id: sheetRevisions.id });
    await transaction
      .update(sheets)
      .set({ publishedRevision: row?.id ?? null })
      .where(eq(sheets.id, id));
  },
};
