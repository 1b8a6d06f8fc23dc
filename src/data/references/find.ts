import { sql } from 'drizzle-orm';
import {
  type JoinCondition,
  joins,
  type PlaceCondition,
  placeConditionSchema,
  type SeenDraft,
  type Sheet,
} from '../../core/catalog';
import { type Queries } from '../database';
import { among, idOf, type Referrer } from './referrer';
import { conditionOf } from './rows';
import { conditionsFor, factsOf, standingBy } from './standing';

/** What a definition can refer to, by key; products by address, pictures by where they are. */
export interface Thing {
  readonly what: 'stock' | 'swatches' | 'sheets' | 'products' | 'groups' | 'pictures';
  readonly key: string;
}

/**
 * Which definitions are asked: all there are; all of sheets, and of each product what is published, or else its draft;
 * or of products the same, and of sheets what is published alone.
 */
export type Asked = 'all' | 'counting' | 'inForce';

/**
 * Who refers to things directly: by name, as a product that joins a slot, as a product on which a sheet is placed by
 * its conditions.
 *
 * @returns pairs of a thing and a definition, each once
 */
export async function referringTo(
  queries: Queries,
  things: readonly Thing[],
  asked: Asked,
): Promise<readonly (Referrer & { readonly thing: Thing })[]> {
  const found = [
    ...(await named(queries, things)),
    ...(await joined(
      queries,
      things.filter(({ what }) => what === 'products'),
      asked,
    )),
    ...(await placed(
      queries,
      things.filter(({ what }) => what === 'sheets'),
    )),
  ];
  const once = new Map(found.map((one) => [JSON.stringify([one.thing.what, one.thing.key, idOf(one)]), one]));
  return counting(queries, [...once.values()], asked);
}

/**
 * All that refer to things, or to what does, at any depth: products lead on by their address, sheets by their key.
 *
 * @param leadsOn whether what refers to a definition is reached through it, too; absent for all
 */
export async function reachedFrom(
  queries: Queries,
  things: readonly Thing[],
  asked: Asked,
  leadsOn: (referrer: Referrer) => boolean = () => true,
): Promise<Referrer[]> {
  const reached = new Map<string, Referrer>();
  let fresh = things;
  while (fresh.length > 0) {
    const next: Referrer[] = [];
    for (const { kind, id, of } of await referringTo(queries, fresh, asked)) {
      const referrer = { kind, id, of };
      if (reached.has(idOf(referrer))) continue;
      reached.set(idOf(referrer), referrer);
      if (leadsOn(referrer)) next.push(referrer);
    }
    fresh = [...(await thingsOf(queries, next)).values()];
  }
  return [...reached.values()];
}

/** What definitions are called by those that refer to them, by {@link Referrer}’s own name. */
async function thingsOf(queries: Queries, referrers: readonly Referrer[]): Promise<ReadonlyMap<string, Thing>> {
  if (referrers.length === 0) return new Map();
  const wanted = new Set(referrers.map(idOf));
  const rows = await queries.all<Referrer & { key: string }>(sql`
    select kind, id, "of", "key" from catalog_references
    where kind in ('product', 'sheet') and id in ${among(new Set(referrers.map(({ id }) => id)))}
      and "of" in ('draft', 'published') and what = 'own'`);
  return new Map(
    rows
      .filter((row) => wanted.has(idOf(row)))
      .map((row) => [idOf(row), { what: row.kind === 'product' ? 'products' : 'sheets', key: row.key } as const]),
  );
}

/** Those of some definitions that are asked. */
async function counting<R extends Referrer>(queries: Queries, all: readonly R[], asked: Asked): Promise<readonly R[]> {
  if (asked === 'all') return all;
  const drafts = all.filter(({ kind, of }) => kind === 'product' && of === 'draft');
  const published = new Set(
    drafts.length === 0
      ? []
      : (
          await queries.all<Pick<Referrer, 'id'>>(sql`
            select id from catalog_references
            where kind = 'product' and id in ${among(new Set(drafts.map(({ id }) => id)))}
              and "of" = 'published' and what = 'own'`)
        ).map(({ id }) => id),
  );
  return all.filter(
    ({ kind, id, of }) => of === 'published' || (kind === 'product' ? !published.has(id) : asked === 'counting'),
  );
}

/** Numbers of the products that have some addresses, as they are edited or in the shop. */
export async function productsAt(queries: Queries, addresses: ReadonlySet<string>): Promise<ReadonlySet<number>> {
  if (addresses.size === 0) return new Set();
  const rows = await queries.all<Pick<Referrer, 'id'>>(sql`
    select id from catalog_references where what = 'own' and kind = 'product' and "key" in ${among(addresses)}`);
  return new Set(rows.map(({ id }) => id));
}

/** The drafts of products that are not in the shop, by the addresses that they are to have; the first of each. */
export async function draftsAt(
  queries: Queries,
  addresses: readonly string[],
): Promise<ReadonlyMap<string, SeenDraft>> {
  if (addresses.length === 0) return new Map();
  // Beside the least number SQLite gives what stands in its row.
  const rows = await queries.all<SeenDraft & { key: string }>(sql`
    select min(own.id) as id, products.draft_version as version, own."key" as "key" from catalog_references own
    join products on products.id = own.id and products.published_slug is null
    where own.what = 'own' and own.kind = 'product' and own."of" = 'draft' and own."key" in ${among(addresses)}
    group by own."key"`);
  return new Map(rows.map(({ key, ...draft }) => [key, draft]));
}

/** Who names things. */
async function named(queries: Queries, things: readonly Thing[]): Promise<(Referrer & { thing: Thing })[]> {
  const found: (Referrer & { thing: Thing })[] = [];
  for (const what of ['stock', 'swatches', 'sheets', 'products', 'groups', 'pictures'] as const) {
    const keys = things.filter((thing) => thing.what === what).map(({ key }) => key);
    if (keys.length === 0) continue;
    const rows = await queries.all<Referrer & { key: string }>(sql`
      select kind, id, "of", "key" from catalog_references
      where what = ${what === 'sheets' ? 'placed' : what} and "key" in ${among(keys)}`);
    found.push(...rows.map(({ key, ...referrer }) => ({ ...referrer, thing: { what, key } })));
  }
  return found;
}

/** Who has slots that products join. */
async function joined(
  queries: Queries,
  things: readonly Thing[],
  asked: Asked,
): Promise<(Referrer & { thing: Thing })[]> {
  if (things.length === 0) return [];
  const products = await queries.all<Referrer & { key: string }>(sql`
    select kind, id, "of", "key" from catalog_references
    where what = 'own' and kind = 'product' and "key" in ${among(things.map(({ key }) => key))}`);
  const parts = await asParts(queries, products, asked);
  const conditions = await conditionsFor(queries, parts);
  if (conditions.length === 0) return [];
  const facts = await factsOf(queries, parts);
  const bySlug = new Map(products.map((product) => [idOf(product), product.key]));
  const found: (Referrer & { thing: Thing })[] = [];
  for (const key of conditions) {
    const condition = conditionOf(key);
    const slugs = new Set(
      [...facts].flatMap(([id, product]) => (joins(condition, product) ? [bySlug.get(id) ?? ''] : [])),
    );
    if (slugs.size === 0) continue;
    const rows = await queries.all<Referrer>(
      sql`select kind, id, "of" from catalog_references where what = 'joins' and "key" = ${key}`,
    );
    found.push(
      ...rows.flatMap((row) => [...slugs].map((slug) => ({ ...row, thing: { what: 'products' as const, key: slug } }))),
    );
  }
  return found;
}

/**
 * Words under which products stand, as they are written, each once and in order: from one to the next along the index,
 * however many say the same.
 *
 * @param most so many of them
 */
export async function namesOf(
  queries: Queries,
  what: 'categoryName' | 'supplierName' | 'tagName',
  most: number,
): Promise<string[]> {
  const rows = await queries.all<{ key: string }>(sql`
    with recursive said("key") as (
      select min("key") from catalog_references where what = ${what}
      union all
      select (select min(next."key") from catalog_references next where next.what = ${what} and next."key" > said."key")
      from said where said."key" is not null
    )
    select "key" from said where "key" is not null limit ${most}`);
  return rows.map(({ key }) => key);
}

/** The definitions of products by which they join slots of others. */
function asParts<R extends Referrer>(queries: Queries, products: readonly R[], asked: Asked) {
  // What is changed may join by what it is now, or by what it is to be.
  if (asked === 'inForce') return products;
  return asked === 'counting' ? counting(queries, products, asked) : products.filter(({ of }) => of === 'published');
}

/** Products for which conditions of sheets hold, those left out of which they leave it. */
async function placed(queries: Queries, things: readonly Thing[]): Promise<(Referrer & { thing: Thing })[]> {
  if (things.length === 0) return [];
  const places = await queries.all<{ sheet: string; key: string }>(sql`
    select distinct own."key" as sheet, places."key" as "key"
    from catalog_references own
    join catalog_references places
      on places.kind = 'sheet' and places.id = own.id and places."of" = own."of" and places.what = 'places'
    where own.what = 'own' and own.kind = 'sheet' and own."of" = 'published' and own."key" in ${among(things.map(({ key }) => key))}`);
  const found: (Referrer & { thing: Thing })[] = [];
  for (const { sheet, key } of places) {
    const standing = await placedOn(queries, sheet, placeConditionSchema.parse(JSON.parse(key)));
    found.push(...standing.map((product) => ({ ...product, thing: { what: 'sheets' as const, key: sheet } })));
  }
  return found;
}

/** The products on which a condition places a sheet. @param key of the sheet */
async function placedOn(queries: Queries, key: string, condition: PlaceCondition): Promise<Referrer[]> {
  const standing = await standingBy(queries, condition);
  const left = await queries.all<Referrer>(
    sql`select kind, id, "of" from catalog_references where what = 'leftOut' and "key" = ${key}`,
  );
  const leftOut = new Set(left.map(idOf));
  return standing.filter((product) => !leftOut.has(idOf(product)));
}

/** Addresses of the products in the shop that join slots by any of some conditions, in order. */
export async function joiningBy(queries: Queries, conditions: readonly JoinCondition[]): Promise<string[]> {
  const found = new Set<string>();
  for (const condition of conditions) {
    const { property, ...shelf } = condition;
    const standing = (await standingBy(queries, shelf, property?.name ?? null)).filter(({ of }) => of === 'published');
    const facts = property === null || property.is === null ? null : await factsOf(queries, standing);
    const joining = standing.filter((product) => {
      const known = facts?.get(idOf(product));
      return known === undefined || joins(condition, known);
    });
    for (const { key } of (await thingsOf(queries, joining)).values()) found.add(key);
  }
  return [...found].sort();
}

/**
 * The products on which a sheet is, and all that refer to one of them at any depth, with the sheet as it is and with
 * other conditions: products as they count.
 */
export async function reachedBySheet(
  queries: Queries,
  { key, places }: Pick<Sheet, 'key' | 'places'>,
): Promise<Referrer[]> {
  const further: Referrer[] = [];
  for (const condition of places) further.push(...(await placedOn(queries, key, condition)));
  const joining = await counting(queries, further, 'inForce');
  return [
    ...joining,
    ...(await reachedFrom(queries, [{ what: 'sheets', key }], 'inForce')),
    ...(await reachedFrom(queries, [...(await thingsOf(queries, joining)).values()], 'inForce')),
  ];
}

/** The products that have proofs, as they are edited or in the shop. */
export async function productsWithProofs(queries: Queries): Promise<number[]> {
  const rows = await queries.all<Pick<Referrer, 'id'>>(
    sql`select distinct id from catalog_references where what = 'proof' and kind = 'product'`,
  );
  return rows.map(({ id }) => id);
}

/** Who uses something: titles of the first, in order, and how many there are. */
export interface Users {
  readonly titles: readonly string[];
  readonly number: number;
}

/** Of those who use something so many are told by their titles. */
export const MOST_TOLD = 20;

/**
 * The products and sheets that refer to things of one kind, by the key of the thing: in their drafts, and in what is
 * published of them. What nothing refers to is not among them.
 *
 * @param keys of some things; null for all
 */
export async function usersOf(
  queries: Queries,
  what: 'stock' | 'groups' | 'pictures' | 'typefaces' | 'swatches',
  keys: Iterable<string> | null = null,
): Promise<ReadonlyMap<string, Users>> {
  const rows = await queries.all<{ used: string; title: string; number: number }>(sql`
    with used as (
      select distinct kind, id, "key" as used from catalog_references
      where what = ${what} and ${keys === null ? sql`true` : sql`"key" in ${among(keys)}`}),
    titled as (
      select used, coalesce(product.title, sheet.title, '') as title from used
      left join products product on used.kind = 'product' and product.id = used.id
      left join sheets sheet on used.kind = 'sheet' and sheet.id = used.id)
    select used, title, number from (
      select used, title, count(*) over (partition by used) as number,
        row_number() over (partition by used order by title) as place
      from titled)
    where place <= ${MOST_TOLD} order by used, place`);
  const users = new Map<string, { titles: string[]; number: number }>();
  for (const { used, title, number } of rows) {
    const known = users.get(used);
    if (known) known.titles.push(title);
    else users.set(used, { titles: [title], number });
  }
  return users;
}

/**
 * The products on which a sheet is as they are edited, with the conditions given: `hand` where they name it, and
 * `condition` where it is only placed.
 */
export async function draftsWith(
  queries: Queries,
  { key, places }: Pick<Sheet, 'key' | 'places'>,
): Promise<ReadonlyMap<number, 'hand' | 'condition'>> {
  const named = await queries.all<Pick<Referrer, 'id'>>(sql`
    select id from catalog_references
    where what = 'placed' and "key" = ${key} and kind = 'product' and "of" = 'draft'`);
  const found = new Map<number, 'hand' | 'condition'>(named.map(({ id }) => [id, 'hand']));
  for (const condition of places)
    for (const { id, of } of await placedOn(queries, key, condition))
      if (of === 'draft' && !found.has(id)) found.set(id, 'condition');
  return found;
}
