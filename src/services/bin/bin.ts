import { and, desc, eq, getTableColumns, getTableName, lt, sql } from 'drizzle-orm';
import { type SQLiteTable } from 'drizzle-orm/sqlite-core';
import { DAY } from '../../core/calendar';
import { type Queries } from '../../data/database';
import {
  bin,
  type binnedKinds,
  expectedReceipts,
  products,
  setAsideDrafts,
  sheetRevisions,
  sheets,
  stockItems,
  stockLots,
  stockMovements,
  swatches,
} from '../../data/schema';
import { type Services } from '../context';
import { notFound, Refusal } from '../refusal';
import { type Need, type ThingKind } from '../../core/people';
import { log, loggedIn } from '../../data/log';

/** What is deleted can be brought back for so long. */
const KEPT_FOR_DAYS = 30;

/** The tables that what is deleted can have rows in. */
const TABLES: readonly SQLiteTable[] = [
  products,
  setAsideDrafts,
  sheets,
  sheetRevisions,
  swatches,
  stockItems,
  stockLots,
  expectedReceipts,
  stockMovements,
];

export type BinnedKind = (typeof binnedKinds)[number];

/**
 * Keeps what is about to be deleted, within the same transaction. @param rows in the order in which they are put back
 * @returns its number in the bin
 */
export async function putInBin(
  transaction: Queries,
  what: { readonly kind: BinnedKind; readonly title: string; readonly at: Date },
  rows: readonly { readonly table: SQLiteTable; readonly rows: readonly Record<string, unknown>[] }[],
): Promise<number> {
  await forgetOld(transaction, what.at);
  const [kept] = await transaction
    .insert(bin)
    .values({ ...what, rows: rows.map(({ table, rows: list }) => ({ table: getTableName(table), rows: list })) })
    .returning({ id: bin.id });
  // Of many that go at once the first entry says which act it was.
  const { kind, title, at } = what;
  await loggedIn(transaction, at, () => ({ what: 'binned', kind: THINGS[kind], title }));
  return kept?.id ?? 0;
}

/** What was deleted before that is gone for good. */
export const keptSince = (at: Date): Date => new Date(at.getTime() - KEPT_FOR_DAYS * DAY);

/** What the log calls what lies in the bin. */
const THINGS = {
  product: 'product',
  sheet: 'sheet',
  swatch: 'swatch',
  'stock item': 'stockItem',
} as const satisfies { [K in BinnedKind]: ThingKind };

/** What it takes to decide about what lies there: the same as to delete it. */
const NEEDS = {
  product: 'catalog',
  sheet: 'catalog',
  swatch: 'catalog',
  'stock item': ['catalog', 'stock'],
} as const satisfies { [K in BinnedKind]: Need };

/** Refuses whoever may not do what needs something. */
type Require = (need: Need) => void;

/** When what was deleted then is gone for good. */
export const keptUntil = (at: Date): Date => new Date(at.getTime() + KEPT_FOR_DAYS * DAY);

async function forgetOld(transaction: Queries, at: Date): Promise<void> {
  await transaction.delete(bin).where(lt(bin.at, keptSince(at)));
}

/**
 * Refuses because something is not there, and says where in the bin it lies. @throws Refusal 404 with `binned` in its
 * details: its number in the bin, or null
 */
export async function refuseGone(queries: Queries, kind: BinnedKind, id: number): Promise<never> {
  const [kept] = await queries
    .select({ id: bin.id })
    .from(bin)
    .where(and(eq(bin.kind, kind), eq(sql`json_extract(${bin.rows}, '$[0].rows[0].id')`, id)))
    .orderBy(desc(bin.id))
    .limit(1);
  throw new Refusal(
    404,
    'notFound',
    kept ? `The ${kind} ${id} was deleted. It lies in the bin.` : `There is no ${kind} ${id}.`,
    { binned: kept?.id ?? null },
  );
}

/**
 * Puts something back as it was.
 *
 * @param require refuses whoever may not
 * @throws Refusal 404 when it is not there any more; 409 `nameTaken` when something else has its name by now
 */
export async function bringBack(
  { database, now }: Services,
  id: number,
  require: Require,
): Promise<{ readonly kind: BinnedKind; readonly title: string }> {
  return database.write(async (transaction) => {
    await forgetOld(transaction, now());
    const kept =
      (await transaction.query.bin.findFirst({ where: eq(bin.id, id) })) ??
      notFound('thing in the bin; what is older than 30 days is gone for good');
    require(NEEDS[kept.kind]);
    await refuseTaken(transaction, kept);
    for (const { table: name, rows } of kept.rows) {
      const table = TABLES.find((known) => getTableName(known) === name);
      if (table) for (const row of rows) await transaction.insert(table).values(revived(table, row));
    }
    await transaction.delete(bin).where(eq(bin.id, id));
    await log(transaction, now(), { what: 'broughtBack', kind: THINGS[kept.kind], title: kept.title });
    return { kind: kept.kind, title: kept.title };
  });
}

/** Deletes something in the bin for good. @param require refuses whoever may not @throws Refusal 404 */
export async function deleteForGood({ database, now }: Services, id: number, require: Require): Promise<void> {
  await database.write(async (transaction) => {
    await forgetOld(transaction, now());
    const [gone] = await transaction.delete(bin).where(eq(bin.id, id)).returning({ kind: bin.kind, title: bin.title });
    if (!gone) return notFound('thing in the bin');
    // What was refused stays: all of this is taken back then.
    require(NEEDS[gone.kind]);
    await log(transaction, now(), { what: 'erased', kind: THINGS[gone.kind], title: gone.title });
  });
}

/** A row as its table takes it: instants travel as text. */
function revived(table: SQLiteTable, row: Record<string, unknown>): Record<string, unknown> {
  const columns = getTableColumns(table);
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => [
      name,
      columns[name]?.dataType === 'date' && typeof value === 'string' ? new Date(value) : value,
    ]),
  );
}

/** Refuses to put back what would be a second thing of the same name. */
async function refuseTaken(transaction: Queries, { kind, title, rows }: typeof bin.$inferSelect): Promise<void> {
  const [first] = rows[0]?.rows ?? [];
  const key = String(first?.key ?? '');
  const taken = {
    product: () => undefined,
    sheet: () => transaction.query.sheets.findFirst({ where: eq(sheets.key, key), columns: { id: true } }),
    swatch: async () =>
      (await transaction.query.swatches.findFirst({ where: eq(swatches.key, key), columns: { id: true } })) ??
      transaction.query.swatches.findFirst({ where: eq(swatches.name, title), columns: { id: true } }),
    'stock item': () =>
      transaction.query.stockItems.findFirst({ where: eq(stockItems.key, key), columns: { id: true } }),
  }[kind];
  if ((await taken()) !== undefined)
    throw new Refusal(
      409,
      'nameTaken',
      `There is another ${kind} called “${title}” by now. Give that one another name first.`,
    );
}
