import { and, eq, inArray, isNotNull, type SQL, sql } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { cardsDue, productCards, products, revisions } from '../../data/schema';

/** Whether a card is of the draft of a product, or of what is published of it. */
export type CardOf = 'draft' | 'published';

/** A card as it is kept. */
export type KeptCard = Pick<typeof productCards.$inferInsert, 'madeFrom' | 'madeWith' | 'card'>;

/** What a card of each kind is made from. */
export const versionOf = { draft: products.draftVersion, published: products.publishedRevision } as const;

/** So many cards are looked at together: what that takes of the process is over in a moment. */
const LOOKED_AT_ONCE = 20;

/** Counts up when cards say more, or otherwise, than those that are kept: they are made anew then. */
export const CARD_FORM = '5';

interface UnseenAsked {
  readonly today: string;
  /** what somebody looks at */
  readonly near: readonly number[];
  readonly without: readonly number[];
}

/**
 * Some of the cards that are to be looked at, with what they were made from: those that somebody has before his eyes
 * first.
 *
 * @returns whether these are the last, too
 */
export async function readUnseen(queries: Queries, of: CardOf, { near, ...asked }: UnseenAsked) {
  const any = await unseenAmong(queries, of, asked, sql`true`);
  // One may be unseen for more than one reason, and be named as often.
  const isLast = any.length < LOOKED_AT_ONCE;
  const first = isLast ? [] : await unseenAmong(queries, of, asked, isAmong(near));
  const ids = [...new Set([...first, ...any])].slice(0, LOOKED_AT_ONCE);
  if (ids.length === 0) return { rows: [], isLast };
  const version = versionOf[of];
  const rows = await queries
    .select({
      id: products.id,
      version,
      madeFrom: productCards.madeFrom,
      madeWith: productCards.madeWith,
      form: productCards.form,
      card: productCards.card,
      mark: cardsDue.mark,
    })
    .from(products)
    .leftJoin(productCards, and(eq(productCards.productId, products.id), eq(productCards.of, of)))
    .leftJoin(cardsDue, and(eq(cardsDue.productId, products.id), eq(cardsDue.of, of)))
    .where(and(isNotNull(version), inArray(products.id, ids)));
  const order = new Map(ids.map((id, place) => [id, place]));
  return {
    rows: rows
      .map((row) => ({ ...row, version: row.version ?? 0 }))
      .sort((a, b) => (order.get(a.id) ?? 0) - (order.get(b.id) ?? 0)),
    isLast,
  };
}

const isAmong = (ids: readonly number[]): SQL => sql`id in (select value from json_each(${JSON.stringify(ids)}))`;

/** Each of these goes along an index to where there is something: it costs nothing where there is nothing. */
async function unseenAmong(
  queries: Queries,
  of: CardOf,
  { today, without }: Omit<UnseenAsked, 'near'>,
  which: SQL,
): Promise<number[]> {
  const cards = (differs: SQL) => sql`select product_id as id from product_cards where "of" = ${of} and ${differs}`;
  const rows = await queries.all<{ id: number }>(sql`
    select id from (
      select product_id as id from cards_due where "of" = ${of}
      union all ${cards(sql`form < ${CARD_FORM}`)} union all ${cards(sql`form > ${CARD_FORM}`)}
      union all ${cards(sql`day < ${today}`)} union all ${cards(sql`day > ${today}`)}
    ) where ${which} and not ${isAmong(without)} limit ${LOOKED_AT_ONCE}`);
  return rows.map(({ id }) => id);
}

/** The cards of the other kind of some products whose draft is what is published of them. */
export async function readAlike(
  queries: Queries,
  of: CardOf,
  rows: readonly { readonly id: number; readonly version: number }[],
): Promise<(KeptCard & { readonly id: number })[]> {
  if (rows.length === 0) return [];
  const other = of === 'draft' ? 'published' : 'draft';
  const found = await queries
    .select({ id: products.id, madeWith: productCards.madeWith, card: productCards.card })
    .from(products)
    .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
    .innerJoin(productCards, and(eq(productCards.productId, products.id), eq(productCards.of, other)))
    .where(
      and(
        inArray(
          products.id,
          rows.map(({ id }) => id),
        ),
        eq(revisions.draftVersion, products.draftVersion),
        eq(productCards.madeFrom, versionOf[other]),
        eq(productCards.form, CARD_FORM),
      ),
    );
  const versions = new Map(rows.map(({ id, version }) => [id, version]));
  return found.map((row) => ({ ...row, madeFrom: versions.get(row.id) ?? 0 }));
}

/** Drafts, or what is published, of some products. */
export async function readDefinitions(
  queries: Queries,
  of: CardOf,
  ids: readonly number[],
): Promise<ReadonlyMap<number, Product>> {
  if (ids.length === 0) return new Map();
  const rows =
    of === 'draft'
      ? await queries
          .select({ id: products.id, definition: products.draft })
          .from(products)
          .where(inArray(products.id, [...ids]))
      : await queries
          .select({ id: products.id, definition: revisions.definition })
          .from(products)
          .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
          .where(inArray(products.id, [...ids]));
  return new Map(rows.map(({ id, definition }) => [id, definition]));
}
