import { type SQLiteColumn } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import { type Queries } from '../../data/database';
import { bin, bulkChangeDrafts, lineViews, orderLines, revisions, sheetRevisions, swatches } from '../../data/schema';

/** Whether an earlier state, an order, a swatch or something in the bin names a file, by its address. */
export async function isKeptSomewhere(queries: Queries, address: string): Promise<boolean> {
  const named = (column: SQLiteColumn) => sql`instr(${column}, ${address}) > 0`;
  const found = [
    await queries.select({ id: revisions.id }).from(revisions).where(named(revisions.definition)).limit(1),
    await queries
      .select({ id: sheetRevisions.id })
      .from(sheetRevisions)
      .where(named(sheetRevisions.definition))
      .limit(1),
    await queries.select({ id: orderLines.id }).from(orderLines).where(named(orderLines.resolution)).limit(1),
    await queries.select({ id: lineViews.hash }).from(lineViews).where(named(lineViews.scene)).limit(1),
    await queries.select({ id: bin.id }).from(bin).where(named(bin.rows)).limit(1),
    await queries
      .select({ id: bulkChangeDrafts.draftId })
      .from(bulkChangeDrafts)
      .where(named(bulkChangeDrafts.former))
      .limit(1),
    await queries.select({ id: swatches.id }).from(swatches).where(named(swatches.picture)).limit(1),
  ];
  return found.some((rows) => rows.length > 0);
}
