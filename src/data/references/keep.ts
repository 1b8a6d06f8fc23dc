import { and, eq, inArray, sql } from 'drizzle-orm';
import { setImmediate } from 'node:timers/promises';
import { type Product, type Sheet } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../database';
import {
  catalogChanges,
  catalogReferences,
  catalogReferencesDue,
  products,
  revisions,
  sheetRevisions,
  sheets,
} from '../schema';
import { type ReferrerKind, referrerKinds, type ReferrerState, referrerStates } from '../tables/references';
import { reachedFrom, type Thing } from './find';
import { among, type Referrer } from './referrer';
import { type Said, saidOf } from './rows';

/** So many definitions are looked through together. */
const AT_ONCE = 50;

/** So many rows are written in one statement: it takes five values of each. */
const ROWS_AT_ONCE = 2_000;

/**
 * Keeps what follows from definitions that have changed, within the same write: what they refer to, and which cards are
 * to be looked at because something has changed that they were made from. Costs two look-ups where nothing has.
 */
export async function followChanges(transaction: Queries): Promise<void> {
  const changes = await transaction.select().from(catalogChanges);
  const due = await transaction.select().from(catalogReferencesDue);
  if (changes.length === 0 && due.length === 0) return;
  const drafts = due.flatMap(({ kind, of, id }) => (kind === 'product' && of === 'draft' ? [id] : []));
  // By the addresses that they had, and by those that they have now.
  await markDraftsWith(transaction, drafts);
  await followOthers(transaction, changes, due.length > 0);
  await markDraftsWith(transaction, drafts);
}

async function followOthers(
  transaction: Queries,
  changes: readonly (typeof catalogChanges.$inferSelect)[],
  /** whether any definition has changed */
  isOther: boolean,
): Promise<void> {
  if (changes.length === 0) {
    await keepReferences(transaction);
    return;
  }
  const everything = changes.some(({ kind }) => kind === 'settings' || kind === 'price lists');
  const things = changes.flatMap(({ kind, key }): Thing[] =>
    kind === 'settings' || kind === 'price lists' ? [] : [{ what: kind, key }],
  );
  // By what referred to them before, and by what does now: where no definition has changed, that is the same.
  const before = everything || !isOther ? [] : await madeFrom(transaction, things);
  const isReferring = await keepReferences(transaction);
  // Where all of them refer to what they did before, the same are reached.
  const after = everything || (isOther && !isReferring) ? [] : await madeFrom(transaction, things);
  if (everything) await markAllCards(transaction);
  else await markCards(transaction, [...before, ...after]);
  await transaction.delete(catalogChanges);
}

/**
 * Brings up to date what is known of definitions that have changed.
 *
 * @param most so many of them; null for all
 * @returns whether any refers to something else than before, or is found by something else
 */
export async function keepReferences(transaction: Queries, most: number | null = null): Promise<boolean> {
  let isOther = false;
  for (let kept = 0; most === null || kept < most; kept += AT_ONCE) {
    // Of thousands nobody else waits for all of them.
    if (kept > 0) await setImmediate();
    const due = await transaction.select().from(catalogReferencesDue).limit(AT_ONCE);
    if (due.length === 0) break;
    for (const kind of referrerKinds) {
      for (const state of referrerStates) {
        const ids = due.filter((one) => one.kind === kind && one.of === state).map(({ id }) => id);
        if (ids.length > 0 && (await keepOf(transaction, kind, state, ids))) isOther = true;
      }
    }
  }
  return isOther;
}

/** @returns whether any refers to something else than before */
async function keepOf(transaction: Queries, kind: ReferrerKind, of: ReferrerState, ids: number[]): Promise<boolean> {
  const definitions = await read[kind][of](transaction, ids);
  const mine = and(eq(catalogReferences.kind, kind), eq(catalogReferences.of, of));
  const before = await transaction
    .select({ id: catalogReferences.id, what: catalogReferences.what, key: catalogReferences.key })
    .from(catalogReferences)
    .where(and(mine, inArray(catalogReferences.id, ids)));
  const known = new Map(before.map((row) => [nameOf(row), row]));
  const fresh = definitions
    .flatMap(({ id, definition }) => saidOf(definition).map((said) => ({ id, ...said })))
    // Most changes of a definition leave what it refers to as it is.
    .filter((row) => !known.delete(nameOf(row)));
  for (const { id, what, key } of known.values())
    await transaction
      .delete(catalogReferences)
      .where(and(mine, eq(catalogReferences.id, id), eq(catalogReferences.what, what), eq(catalogReferences.key, key)));
  for (const rows of inParts(fresh, ROWS_AT_ONCE))
    await transaction.insert(catalogReferences).values(rows.map((row) => ({ kind, of, ...row })));
  await transaction
    .delete(catalogReferencesDue)
    .where(
      and(eq(catalogReferencesDue.kind, kind), eq(catalogReferencesDue.of, of), inArray(catalogReferencesDue.id, ids)),
    );
  return fresh.length + known.size > 0;
}

const nameOf = ({ id, what, key }: Said & { readonly id: number }): string => JSON.stringify([id, what, key]);

type Definitions = readonly { readonly id: number; readonly definition: Product | Sheet }[];

/** Definitions of products and sheets, those of them that are there. */
const read: Readonly<
  Record<ReferrerKind, Readonly<Record<ReferrerState, (queries: Queries, ids: number[]) => Promise<Definitions>>>>
> = {
  product: {
    draft: (queries, ids) =>
      queries.select({ id: products.id, definition: products.draft }).from(products).where(inArray(products.id, ids)),
    published: (queries, ids) =>
      queries
        .select({ id: products.id, definition: revisions.definition })
        .from(products)
        .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
        .where(inArray(products.id, ids)),
  },
  sheet: {
    draft: (queries, ids) =>
      queries.select({ id: sheets.id, definition: sheets.draft }).from(sheets).where(inArray(sheets.id, ids)),
    published: (queries, ids) =>
      queries
        .select({ id: sheets.id, definition: sheetRevisions.definition })
        .from(sheets)
        .innerJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
        .where(inArray(sheets.id, ids)),
  },
};

/** Products whose cards are made from things: parts and sheets count as they are published. */
async function madeFrom(queries: Queries, things: readonly Thing[]): Promise<Referrer[]> {
  const reached = await reachedFrom(queries, things, 'all', ({ of }) => of === 'published');
  return reached.filter(({ kind }) => kind === 'product');
}

/**
 * Marks the cards of drafts that are made with drafts of products that are not in the shop, at any depth: they would
 * come into it together.
 */
async function markDraftsWith(transaction: Queries, drafts: readonly number[]): Promise<void> {
  if (drafts.length === 0) return;
  await transaction.run(sql`
    insert into cards_due (product_id, "of", mark)
    with recursive reached(id) as (
      select id from catalog_references own
      where kind = 'product' and id in ${among(drafts)} and "of" = 'draft' and what = 'own'
        and not exists (
          select 1 from catalog_references sold
          where sold.kind = 'product' and sold.id = own.id and sold."of" = 'published' and sold.what = 'own')
      union
      select whole.id from reached
      join catalog_references own
        on own.kind = 'product' and own.id = reached.id and own."of" = 'draft' and own.what = 'own'
      join catalog_references whole
        on whole.what = 'products' and whole."key" = own."key" and whole.kind = 'product' and whole."of" = 'draft'
    )
    select id, 'draft', ${mark} from reached
    where id in (select id from catalog_references where kind = 'product' and "of" = 'draft' and what = 'own')
      and id not in ${among(drafts)}
    on conflict do update set mark = excluded.mark`);
}

/** Another mark whenever a card is to be looked at again. */
const mark = sql`abs(random() % 9007199254740991)`;

async function markCards(transaction: Queries, referrers: readonly Referrer[]): Promise<void> {
  if (referrers.length === 0) return;
  const rows = JSON.stringify(referrers.map(({ id, of }) => ({ id, of })));
  // What is deleted or withdrawn in the same write has no card any more.
  await transaction.run(sql`
    insert into cards_due (product_id, "of", mark)
    select distinct said.id, said."of", ${mark} from json_each(${rows}) referrer
    join catalog_references said on said.kind = 'product' and said.id = json_extract(referrer.value, '$.id')
      and said."of" = json_extract(referrer.value, '$.of') and said.what = 'own'
    where true on conflict do update set mark = excluded.mark`);
}

async function markAllCards(transaction: Queries): Promise<void> {
  await transaction.run(sql`
    insert into cards_due (product_id, "of", mark)
    select id, "of", ${mark} from catalog_references where what = 'own' and kind = 'product'
    on conflict do update set mark = excluded.mark`);
}
