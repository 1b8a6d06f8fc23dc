import { desc, eq, inArray, sql } from 'drizzle-orm';
import { type Sheet } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { ROWS_AT_ONCE } from '../../data/database';
import { sheetRevisions, sheets } from '../../data/schema';
import { refuseGone } from '../bin/bin';
import { inserted, type Life } from '../drafts/life';
import { loggedPublication } from '../drafts/log-publication';

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
  begin: (transaction, drafts, at) =>
    inserted(drafts, (some) =>
      transaction
        .insert(sheets)
        .values(
          some.map((begun) => ({
            ...begun,
            key: begun.draft.key,
            title: begun.draft.title,
            createdAt: at,
            updatedAt: at,
          })),
        )
        .returning({ id: sheets.id }),
    ),
  async readMany(queries, ids) {
    const rows = await queries
      .select({
        stored: sheets,
        published: sheetRevisions.definition,
        latest: sql<number>`coalesce((select max(r.number) from ${sheetRevisions} as r where r.sheet_id = ${sheets.id}), 0)`,
      })
      .from(sheets)
      .leftJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
      .where(inArray(sheets.id, [...ids]));
    return rows.map((row) => ({ ...row, id: row.stored.id }));
  },
  async publishMany(transaction, all, at) {
    const entry = await loggedPublication(transaction, sheetLife, 'sheet', all, at);
    for (const some of inParts(all, ROWS_AT_ONCE)) {
      const rows = await transaction
        .insert(sheetRevisions)
        .values(
          some.map(({ id: sheetId, ...revision }) => ({ sheetId, ...revision, publishedAt: at, loggedAs: entry })),
        )
        .returning({ id: sheetRevisions.id, sheetId: sheetRevisions.sheetId });
      await transaction.run(sql`
        update ${sheets} set published_revision = json_extract(said.value, '$.id')
        from json_each(${JSON.stringify(rows)}) as said
        where ${sheets.id} = json_extract(said.value, '$.sheetId')`);
    }
  },
};
