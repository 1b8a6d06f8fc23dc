import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { dayAt } from '../../core/calendar';
import { joins, type Product } from '../../core/catalog';
import { sortKey } from '../../core/text';
import { columnsOfCard, type ProductCard } from '../../data/cards';
import { type Queries } from '../../data/database';
import { ofProcess } from '../../data/of-process';
import { cardsDue, productCards, products } from '../../data/schema';
import { draftsAt } from '../../data/references';
import { inTurn } from '../../data/turns';
import { Refusal } from '../refusal';
import { readShared, type SharedCatalog } from './catalog-state';
import { madeWith, type Referred } from './made-with';
import { readJoining, readPublishedBySlug } from './published-products';
import { readNamed, readSurroundings, type SurroundingsNow } from './surroundings';
import {
  CARD_FORM,
  type CardOf,
  type KeptCard,
  readAlike,
  readDefinitions,
  readUnseen,
  versionOf,
} from './unseen-cards';
import { processLog } from '../process-log';

/** So many cards are worked out together: what that takes of the process is over in a moment. */
const AT_ONCE = 4;

interface Stale {
  readonly id: number;
  readonly madeFrom: number;
  readonly definition: Product;
}

/** Some of the cards that nobody has looked at in this state, and what is to be done about them. */
interface Looked {
  /** whether these are the last */
  readonly isAll: boolean;
  /** whose card holds as it is, with the version that was looked at */
  readonly seen: ReadonlyMap<number, number>;
  /** marks under which they were to be looked at: under another one they still are */
  readonly marks: ReadonlyMap<number, number>;
  /** who has one that says the same already, of its other kind */
  readonly alike: ReadonlyMap<number, KeptCard>;
  readonly stale: readonly Stale[];
  /** what those are made with; null where none is */
  readonly made:
    (SurroundingsNow & { readonly shared: SharedCatalog; readonly revisions: Referred['revisions'] }) | null;
}

/**
 * Brings the cards of drafts, or of what is published, up to date: what nothing has changed for is only looked at, the
 * others are worked out in the background, by one process at a time. Costs one look-up where all is as it was.
 */
export async function freshenCards(context: Services, of: CardOf): Promise<void> {
  // What has no definition any more has no card either.
  const lost: number[] = [];
  for (let waits = SHORTEST_WAIT; ; waits = Math.min(2 * waits, LONGEST_WAIT)) {
    const looked = await lookAtSome(context, of, lost);
    if (looked.isAll && isNothing(looked)) return;
    if (await inTurn(context.database, `cards: ${of}`, (isOurs) => freshenFrom(context, of, looked, lost, isOurs)))
      return;
    // Another process is at it, of which nobody knows whether it has seen what was changed last.
    await new Promise((resolve) => setTimeout(resolve, waits));
  }
}

/** How long it is waited before it is looked what another process has left, in milliseconds. */
const [SHORTEST_WAIT, LONGEST_WAIT] = [100, 2_000];

const isNothing = ({ seen, alike, stale }: Looked): boolean => seen.size + alike.size + stale.length === 0;

/** Goes through what is not up to date, from what has been looked at on, as long as it is our turn. */
async function freshenFrom(
  context: Services,
  of: CardOf,
  first: Looked,
  lost: number[],
  isOurs: () => boolean,
): Promise<void> {
  for (let looked = first; ; looked = await lookAtSome(context, of, lost)) {
    if (!isNothing(looked)) await keep(context, of, looked, await madeAnew(looked));
    if (looked.isAll || !isOurs()) return;
  }
}

/** The same for all of them: first of what is published, which drafts that are the same then share. */
export async function freshenAllCards(context: Services): Promise<void> {
  for (const kind of KINDS) await freshenCards(context, kind);
}

const KINDS = ['published', 'draft'] as const satisfies readonly CardOf[];

function lookAtSome(context: Services, of: CardOf, lost: number[]): Promise<Looked> {
  return atOneMoment(context, async ({ database: { read }, now }): Promise<Looked> => {
    const shared = await readShared(read);
    const today = dayAt(now(), shared.shop.timeZone);
    const looking = { shared, today, of };
    const near = lookedAt.get(context.database)?.get(of) ?? [];
    const { rows, isLast } = await readUnseen(read, of, { today, near, without: lost });
    const current = rows.flatMap(({ id, version, madeFrom, madeWith: hash, form, card }) =>
      card && hash !== null && madeFrom === version && form === CARD_FORM
        ? [{ id, version, madeWith: hash, card }]
        : [],
    );
    const seen = new Map((await readHolding(read, looking, current)).map(({ id, version }) => [id, version] as const));
    const unseen = rows.filter(({ id }) => !seen.has(id));
    const alike = new Map(
      (await readHolding(read, looking, await readAlike(read, of, unseen))).map(
        ({ id, ...kept }) => [id, kept] as const,
      ),
    );
    const wanted = unseen.filter(({ id }) => !alike.has(id)).slice(0, AT_ONCE);
    const definitions = await readDefinitions(
      read,
      of,
      wanted.map(({ id }) => id),
    );
    lost.push(...wanted.flatMap(({ id }) => (definitions.has(id) ? [] : [id])));
    const stale = wanted.flatMap(({ id, version }): Stale[] => {
      const definition = definitions.get(id);
      return definition ? [{ id, madeFrom: version, definition }] : [];
    });
    const made =
      stale.length === 0
        ? null
        : {
            shared,
            ...(await readMadeWith(
              read,
              now(),
              of,
              stale.map(({ definition }) => definition),
            )),
          };
    return {
      // What is left of them is looked at in the next round.
      isAll: rows.length === 0 || (isLast && wanted.length < AT_ONCE),
      seen,
      marks: new Map(rows.flatMap(({ id, mark }) => (mark === null ? [] : [[id, mark] as const]))),
      alike,
      stale,
      made,
    };
  });
}

async function readMadeWith(queries: Queries, at: Date, of: CardOf, definitions: readonly Product[]) {
  // What is edited is shown as it would be published: with what would come into the shop along with it.
  const now = await readSurroundings(queries, at, definitions, { withDrafts: of === 'draft' });
  return { ...now, revisions: await readRevisions(queries, of, now.surroundings.products.keys()) };
}

/** Those of some cards that still say what they would say if they were made now. */
async function readHolding<Kept extends Pick<KeptCard, 'madeWith' | 'card'>>(
  queries: Queries,
  { shared, today, of }: { readonly shared: SharedCatalog; readonly today: string; readonly of: CardOf },
  all: readonly Kept[],
): Promise<Kept[]> {
  if (all.length === 0) return [];
  const joining = new Map<Kept, readonly string[]>();
  for (const one of all) joining.set(one, await joiningSlots(queries, one.card));
  const referred = {
    stock: await readNamed(queries, new Set(all.flatMap(({ card }) => card.refersTo.stock))),
    revisions: await readRevisions(
      queries,
      of,
      new Set([...joining.values(), ...all.map(({ card }) => card.refersTo.products)].flat()),
    ),
  };
  return all.filter(
    (one) =>
      (one.card.day ?? today) === today &&
      one.madeWith === madeWith(one.card, shared, referred, joining.get(one) ?? []),
  );
}

/** What of some products counts for a card, by address: their revision in the shop; for drafts, else their draft. */
async function readRevisions(queries: Queries, of: CardOf, slugs: Iterable<string>): Promise<Referred['revisions']> {
  const found = new Map<string, number | string>();
  const elsewhere: string[] = [];
  for (const slug of new Set(slugs)) {
    const published = await readPublishedBySlug(queries, slug);
    if (published) found.set(slug, published.revisionId);
    else elsewhere.push(slug);
  }
  if (of === 'draft')
    for (const [slug, { id, version }] of await draftsAt(queries, elsewhere)) found.set(slug, `draft ${id} ${version}`);
  return found;
}

async function madeAnew({ stale, made }: Looked): Promise<ReadonlyMap<number, KeptCard>> {
  if (!made) return new Map();
  const cards = await workOut(
    stale.map(({ definition }) => definition),
    made,
  );
  const { shared, revisions, surroundings } = made;
  return new Map(
    stale.flatMap(({ id, madeFrom }, place): [number, KeptCard][] => {
      const card = cards[place];
      if (!card) return [];
      const joining = joiningAmong(card, surroundings.products.values());
      const hash = madeWith(card, shared, { stock: surroundings.stock, revisions }, joining);
      return [[id, { madeFrom, madeWith: hash, card }]];
    }),
  );
}

/** Whoever changed something meanwhile has marked the cards that it touches again: these are looked at again then. */
async function keep(
  { database }: Services,
  of: CardOf,
  { seen, alike, marks }: Looked,
  made: ReadonlyMap<number, KeptCard>,
): Promise<void> {
  await database.write(async (transaction) => {
    if (seen.size > 0)
      await transaction
        .update(productCards)
        .set({ form: CARD_FORM })
        .where(and(eq(productCards.of, of), inArray(productCards.productId, [...seen.keys()])));
    const fresh = new Map([...alike, ...made]);
    const there = await transaction
      .select({ id: products.id, version: versionOf[of] })
      .from(products)
      .where(and(inArray(products.id, [...seen.keys(), ...fresh.keys()]), isNotNull(versionOf[of])));
    for (const { id, version } of there) {
      const kept = fresh.get(id);
      if (kept) {
        const row = { ...kept, ...columnsOfCard(kept.card), form: CARD_FORM };
        await transaction
          .insert(productCards)
          .values({ productId: id, of, ...row })
          .onConflictDoUpdate({ target: [productCards.productId, productCards.of], set: row });
      }
      // Of another version than it has by now, or marked again, it stays due.
      const mark = marks.get(id);
      if (mark !== undefined && version === (kept?.madeFrom ?? seen.get(id)))
        await transaction
          .delete(cardsDue)
          .where(and(eq(cardsDue.of, of), eq(cardsDue.productId, id), eq(cardsDue.mark, mark)));
    }
  });
}

/** The products that were last shown somewhere, by the database and the kind of card. */
const lookedAt = ofProcess('lookedAt', () => new WeakMap<Services['database'], Map<CardOf, readonly number[]>>());

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

/**
 * Nobody who reads waits longer for cards, in milliseconds, from when they were begun: what one change makes anew is
 * there by then, and what takes longer is waited for by nobody.
 */
const GRACE = 1_000;

interface Work {
  readonly done: Promise<void>;
  /** when it was begun, on the clock of the process */
  readonly begun: number;
}

/** What is being worked out in this process, by the database and the kind of card. */
const working = ofProcess('working', () => new WeakMap<Services['database'], Map<CardOf, Work>>());

/** Works out what is not up to date, once for all who ask. What goes wrong is tried again by whoever asks next. */
function atWork(context: Services, of: CardOf): Work {
  const known = working.get(context.database) ?? new Map<CardOf, Work>();
  working.set(context.database, known);
  const begun = known.get(of);
  if (begun) return begun;
  const done = freshenCards(context, of)
    .catch((err: unknown) => processLog.error({ err }, 'Rows of lists could not be worked out'))
    .finally(() => known.delete(of));
  const work = { done, begun: performance.now() };
  known.set(of, work);
  return work;
}

/**
 * Sees to it that cards are brought up to date, for whoever reads them: what is ready in a moment is there, and else
 * they are those of before. What is left goes on by itself.
 */
export async function cardsSoon(context: Services, of: CardOf): Promise<void> {
  const { done, begun } = atWork(context, of);
  if (context.waitsForCards) return done;
  const left = begun + GRACE - performance.now();
  if (left <= 0) return;
  let timer: ReturnType<typeof setTimeout> | undefined;
  await Promise.race([done, new Promise<void>((resolve) => (timer = setTimeout(resolve, left)))]);
  clearTimeout(timer);
}

/** Begins to work out what has just been changed, or was left when the process ended. */
export function beginCards(context: Services): void {
  for (const kind of KINDS) void atWork(context, kind);
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
    titleKey: sortKey(title),
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
