import { and, desc, eq, inArray, isNotNull, isNull, ne, notInArray, or, sql } from 'drizzle-orm';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { dayAt } from '../../core/calendar';
import { joins, type Product } from '../../core/catalog';
import { type ProductCard } from '../../data/cards';
import { type Queries } from '../../data/database';
import { productCards, products, revisions } from '../../data/schema';
import { Refusal } from '../refusal';
import { readShared, type SharedCatalog } from './catalog-state';
import { madeWith } from './made-with';
import { readJoining } from './published-products';
import { readSurroundings, type SurroundingsNow } from './surroundings';

export type CardOf = 'draft' | 'published';

/**
 * So many cards are looked at together, and so many of them worked out: what that takes of the process is over in a
 * moment.
 */
const LOOKED_AT_ONCE = 20;
const AT_ONCE = 4;

interface Stale {
  readonly id: number;
  readonly madeFrom: number;
  readonly definition: Product;
}

/**
 * Brings the cards of drafts, or of what is published, up to date: what nothing has changed for is only looked at, the
 * others are worked out in the background. Costs one look-up where all is as it was.
 */
export async function freshenCards(context: Services, of: CardOf): Promise<void> {
  // What has no definition any more has no card either.
  const lost: number[] = [];
  for (;;) {
    const { state, seen, stale, made, isAll } = await atOneMoment(context, async ({ database, now }) => {
      const shared = await readShared(database.read);
      const today = dayAt(now(), shared.shop.timeZone);
      const rows = await readUnseen(database.read, of, {
        state: shared.state,
        today,
        near: lookedAt.get(context.database)?.get(of) ?? [],
        without: lost,
      });
      if (rows.length === 0) return { state: shared.state, seen: [], stale: [], made: null, isAll: true };
      const published = await revisionsByAddress(database.read, shared);
      const seen: number[] = [];
      for (const { id, card, madeFrom, version, hash } of rows) {
        if (
          card &&
          (card.day ?? today) === today &&
          madeFrom === version &&
          hash === madeWith(card, shared, published, await joiningSlots(database.read, card))
        )
          seen.push(id);
      }
      const known = new Set(seen);
      const wanted = rows.filter(({ id }) => !known.has(id)).slice(0, AT_ONCE);
      const definitions = await readDefinitions(
        database.read,
        of,
        wanted.map(({ id }) => id),
      );
      const stale = wanted.flatMap(({ id, version }): Stale[] => {
        const definition = definitions.get(id);
        if (!definition) lost.push(id);
        return definition ? [{ id, madeFrom: version, definition }] : [];
      });
      return {
        state: shared.state,
        seen,
        stale,
        isAll: rows.length < LOOKED_AT_ONCE && stale.length < AT_ONCE,
        made:
          stale.length === 0
            ? null
            : {
                shared,
                published,
                ...(await readSurroundings(
                  database.read,
                  now(),
                  stale.map(({ definition }) => definition),
                )),
              },
      };
    });
    if (seen.length === 0 && stale.length === 0) {
      if (isAll) return;
      continue;
    }
    const cards = made
      ? await workOut(
          stale.map(({ definition }) => definition),
          made,
        )
      : [];
    await context.database.write(async (transaction) => {
      // Whoever changed something meanwhile has given the state another name: these are looked at again then.
      if (seen.length > 0)
        await transaction
          .update(productCards)
          .set({ seenIn: state })
          .where(and(eq(productCards.of, of), inArray(productCards.productId, seen)));
      for (const [place, { id, madeFrom }] of stale.entries()) {
        const card = cards[place];
        if (!card || !made) continue;
        const row = {
          madeFrom,
          madeWith: madeWith(
            card,
            made.shared,
            made.published,
            joiningAmong(card, made.surroundings.products.values()),
          ),
          seenIn: state,
          card,
        };
        if ((await transaction.select({ id: products.id }).from(products).where(eq(products.id, id))).length === 0)
          continue;
        await transaction
          .insert(productCards)
          .values({ productId: id, of, ...row })
          .onConflictDoUpdate({ target: [productCards.productId, productCards.of], set: row });
      }
    });
    if (isAll) return;
  }
}

/** The products that were last shown somewhere, by the database and the kind of card. */
const lookedAt = new WeakMap<Services['database'], Map<CardOf, readonly number[]>>();

/** Says which cards somebody looks at just now: where they are not up to date, they are worked out before others. */
export function cardsLookedAt({ database }: Services, of: CardOf, ids: readonly number[]): void {
  const known = lookedAt.get(database) ?? new Map<CardOf, readonly number[]>();
  known.set(of, ids);
  lookedAt.set(database, known);
}

/** Addresses of the products in the shop that join a product’s slots, in order. */
async function joiningSlots(queries: Queries, { refersTo: { joins = [] } }: ProductCard): Promise<readonly string[]> {
  return [...(await readJoining(queries, joins))].sort();
}

/** The same, of what a card was made with. */
function joiningAmong(
  { refersTo: { joins: conditions = [] } }: ProductCard,
  products: Iterable<Product>,
): readonly string[] {
  return [...products]
    .filter((product) => conditions.some((condition) => joins(condition, product)))
    .map(({ slug }) => slug)
    .sort();
}

/** Nobody who reads waits longer for cards, in milliseconds: what one change makes anew is there by then. */
const GRACE = 1_000;

/** What is being worked out in this process, by the database and the kind of card. */
const working = new WeakMap<Services['database'], Map<CardOf, Promise<void>>>();

/** Works out what is not up to date, once for all who ask. What goes wrong is tried again by whoever asks next. */
function atWork(context: Services, of: CardOf): Promise<void> {
  const known = working.get(context.database) ?? new Map<CardOf, Promise<void>>();
  working.set(context.database, known);
  const begun = known.get(of);
  if (begun) return begun;
  const work = freshenCards(context, of)
    .catch((error: unknown) => console.error(error))
    .finally(() => known.delete(of));
  known.set(of, work);
  return work;
}

/**
 * Sees to it that cards are brought up to date, for whoever reads them: what is ready in a moment is there, and else
 * they are those of before. What is left goes on by itself.
 */
export async function cardsSoon(context: Services, of: CardOf): Promise<void> {
  const work = atWork(context, of);
  if (context.waitsForCards) return work;
  let timer: ReturnType<typeof setTimeout> | undefined;
  await Promise.race([work, new Promise<void>((resolve) => (timer = setTimeout(resolve, GRACE)))]);
  clearTimeout(timer);
}

/** Begins to work out what has just been changed, or was left when the process ended. */
export function beginCards(context: Services): void {
  for (const kind of ['published', 'draft'] as const) void atWork(context, kind);
}

/**
 * Works cards out in the background; where many together take too long, in smaller numbers. What can't be worked out
 * says so.
 */
async function workOut(
  definitions: readonly Product[],
  given: Pick<SurroundingsNow, 'surroundings' | 'today'>,
): Promise<ProductCard[]> {
  const { surroundings, today } = given;
  const [only, ...others] = definitions;
  try {
    return await inBackground(
      'cards',
      { products: definitions, surroundings, today },
      definitions.length === 1 ? `“${only?.title ?? ''}”` : 'The products',
      false,
    );
  } catch (error) {
    if (error instanceof Refusal && error.code === 'busy') throw error;
    if (only && others.length === 0)
      return [
        cardWithout(
          only,
          error instanceof Refusal && error.code === 'tookTooLong'
            ? 'its price takes too long to work out'
            : 'its price can’t be worked out',
        ),
      ];
    const half = Math.ceil(definitions.length / 2);
    return [...(await workOut(definitions.slice(0, half), given)), ...(await workOut(definitions.slice(half), given))];
  }
}

/** What is known of a product without working anything out. @param why it says no more */
function cardWithout(
  { slug, title, sku, summary, category, supplier, tags, pictures, soldWhere }: Product,
  why: string,
): ProductCard {
  return {
    slug,
    title,
    sku,
    summary,
    category,
    supplier,
    tags,
    picture: pictures[0] ?? null,
    facets: [why],
    soldWhere,
    price: null,
    priceFrom: null,
    one: null,
    draws: [],
    mustFix: 0,
    soldOutWhile: [],
    refersTo: { stock: [], swatches: [], sheets: [], products: [] },
    placements: [],
  };
}

/** What a card of each kind is made from. */
const versionOf = { draft: products.draftVersion, published: products.publishedRevision } as const;

/** Some of the cards that nobody has looked at in this state: those that somebody has before his eyes first. */
async function readUnseen(
  queries: Queries,
  of: CardOf,
  {
    state,
    today,
    near,
    without,
  }: {
    readonly state: string;
    readonly today: string;
    readonly near: readonly number[];
    readonly without: readonly number[];
  },
) {
  const version = versionOf[of];
  const rows = await queries
    .select({
      id: products.id,
      version,
      madeFrom: productCards.madeFrom,
      hash: productCards.madeWith,
      card: productCards.card,
    })
    .from(products)
    .leftJoin(productCards, and(eq(productCards.productId, products.id), eq(productCards.of, of)))
    .where(
      and(
        isNotNull(version),
        notInArray(products.id, [...without]),
        or(
          isNull(productCards.seenIn),
          ne(productCards.seenIn, state),
          ne(productCards.madeFrom, version),
          sql`json_extract(${productCards.card}, '$.day') <> ${today}`,
        ),
      ),
    )
    .orderBy(...(near.length > 0 ? [desc(inArray(products.id, [...near]))] : []), products.id)
    .limit(LOOKED_AT_ONCE);
  return rows.map((row) => ({ ...row, version: row.version ?? 0 }));
}

async function revisionsByAddress(queries: Queries, { kept }: SharedCatalog): Promise<ReadonlyMap<string, number>> {
  // What is published makes the state another one.
  const known = kept.get('revisions by address');
  if (known instanceof Map) return known as ReadonlyMap<string, number>;
  const rows = await queries
    .select({ slug: products.publishedSlug, revision: products.publishedRevision })
    .from(products)
    .where(isNotNull(products.publishedSlug));
  const found = new Map(
    rows.flatMap(({ slug, revision }): [string, number][] =>
      slug === null || revision === null ? [] : [[slug, revision]],
    ),
  );
  kept.set('revisions by address', found);
  return found;
}

async function readDefinitions(
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

/** A product with what lists say of it. */
export interface CardRow {
  readonly id: number;
  readonly card: ProductCard;
}

/** The cards that are there, in the order of the titles; {@link freshenCards} comes before. */
export async function readCards(queries: Queries, of: CardOf): Promise<CardRow[]> {
  const rows = await queries
    .select({ id: productCards.productId, card: productCards.card })
    .from(productCards)
    .innerJoin(products, eq(products.id, productCards.productId))
    .where(and(eq(productCards.of, of), isNotNull(versionOf[of])));
  return rows.sort((a, b) => a.card.title.localeCompare(b.card.title, 'en'));
}
