import { and, asc, eq, exists, inArray, isNull, lt, ne, not, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type ResolutionJson, TAKEN_OUT, typedIn, type TypedOf, withoutTyped } from '../../core/exchange';
import { inParts } from '../../core/in-parts';
import { partedKey } from '../../core/compile';
import { type Queries } from '../../data/database';
import { log } from '../../data/log';
import { among } from '../../data/references';
import {
  cuts,
  discountUses,
  lineViews,
  orderLines,
  orders,
  products,
  revisions,
  sheetRevisions,
  sheets,
} from '../../data/schema';
import { type Services } from '../context';
import { othersTurn } from '../in-pieces';
import { dropFiles } from '../files/uploads';
import { notFound, Refusal } from '../refusal';
import { customerOf, ordersOf } from './customers';

/** So many orders are made anonymous at once, so that others have their turn between. */
const AT_ONCE = 10;

/** Which orders are to say no more whose they were: some by their numbers, or all of one customer. */
export const anonymousSchema = z.union([
  z.strictObject({ orders: z.array(z.int().min(1)).min(1).max(1000) }),
  z.strictObject({ email: z.string().trim().min(1).max(200) }),
]);

/**
 * Takes out of orders whose they were: name, e-mail address, what was typed, files. What was sold, for how much, and
 * what it took from stock stays.
 *
 * @returns how many have been made anonymous; those that were already are not counted
 * @throws Refusal 404 for an order that is not there, 409 `stillPaying` or `stillToCut`; nothing is changed then
 */
export async function makeAnonymous(
  context: Services,
  asked: z.infer<typeof anonymousSchema>,
): Promise<{ readonly made: number }> {
  const { database, now } = context;
  const numbers = 'orders' in asked ? [...new Set(asked.orders)] : await numbersOf(database.read, asked.email);
  await requireDone(database.read, numbers);
  let made = 0;
  for (const some of inParts(numbers, AT_ONCE)) {
    made += await database.write(async (transaction) => {
      await requireDone(transaction, some);
      const done = await takeOut(transaction, now(), some);
      for (const number of done)
        await log(transaction, now(), {
          what: 'madeAnonymous',
          kind: 'order',
          key: String(number),
          title: String(number),
        });
      return done.length;
    });
    await othersTurn();
  }
  return { made };
}

async function numbersOf(queries: Queries, email: string): Promise<number[]> {
  const rows = await queries
    .select({ id: orders.id })
    .from(orders)
    .where(and(ordersOf(email), isNull(orders.anonymousAt)))
    .orderBy(asc(orders.id));
  if (rows.length === 0)
    throw new Refusal(404, 'notFound', `No order is kept with the e-mail address ${customerOf(email)}.`);
  return rows.map(({ id }) => id);
}

/** Whether pieces are still to be cut for an order. */
const isToBeCut = (queries: Queries) =>
  exists(
    queries
      .select({ one: sql`1` })
      .from(cuts)
      .where(and(eq(cuts.orderId, orders.id), eq(cuts.state, 'planned'))),
  );

/**
 * Makes the oldest orders anonymous that were placed before a moment and for which nothing is to be done any more.
 *
 * @returns how many; 0 where none is left
 */
export async function forgetOld({ database, now }: Services, before: Date): Promise<number> {
  const old = await database.read
    .select({ id: orders.id })
    .from(orders)
    .where(
      and(
        lt(orders.placedAt, before),
        isNull(orders.anonymousAt),
        ne(orders.state, 'awaitingPayment'),
        not(isToBeCut(database.read)),
      ),
    )
    .orderBy(asc(orders.placedAt))
    .limit(AT_ONCE);
  if (old.length === 0) return 0;
  const numbers = old.map(({ id }) => id);
  return (await database.write((transaction) => takeOut(transaction, now(), numbers))).length;
}

/** Makes sure that nothing is still to be done for some orders, which takes knowing whose they are. */
async function requireDone(queries: Queries, numbers: readonly number[]): Promise<void> {
  const found = await queries
    .select({ id: orders.id, state: orders.state })
    .from(orders)
    .where(inArray(orders.id, among(numbers)));
  const known = new Set(found.map(({ id }) => id));
  const gone = numbers.find((number) => !known.has(number));
  if (gone !== undefined) notFound(`order ${gone}`);
  const paying = found.find(({ state }) => state === 'awaitingPayment');
  if (paying)
    throw new Refusal(409, 'stillPaying', `Order ${paying.id} waits for its payment. Wait until that has ended.`);
  const [cut] = await queries
    .select({ order: cuts.orderId })
    .from(cuts)
    .where(and(inArray(cuts.orderId, among(numbers)), eq(cuts.state, 'planned')))
    .limit(1);
  if (cut)
    throw new Refusal(409, 'stillToCut', `Pieces are still to be cut for order ${cut.order}. Book its cuts first.`);
}

/** @returns the numbers of those that were not anonymous yet */
async function takeOut(transaction: Queries, at: Date, numbers: readonly number[]): Promise<number[]> {
  const known = await transaction
    .update(orders)
    .set({ customerName: '', customerEmail: '', asked: [], requestHash: '', basket: '', anonymousAt: at })
    .where(and(inArray(orders.id, [...numbers]), isNull(orders.anonymousAt), ne(orders.state, 'awaitingPayment')))
    .returning({ id: orders.id });
  const ids = known.map(({ id }) => id);
  if (ids.length === 0) return ids;
  await transaction.update(discountUses).set({ customer: '' }).where(inArray(discountUses.orderId, ids));
  const lines = await transaction
    .select({ line: orderLines, definition: revisions.definition })
    .from(orderLines)
    .innerJoin(revisions, eq(revisions.id, orderLines.revisionId))
    .where(inArray(orderLines.orderId, ids));
  const ofParts = await typedInParts(
    transaction,
    lines.flatMap(({ line }) => partsWithin(line.resolution)),
  );
  const placed = await typedOnSheets(
    transaction,
    lines.flatMap(({ line }) => sheetsWithin(line.resolution)),
  );
  for (const { line, definition } of lines) {
    const own = typedIn(definition);
    const typedOf: TypedOf = (slug, choice) =>
      (slug === definition.slug ? own : ofParts.get(slug))?.get(choice) ?? placed.get(choice);
    await takeOutOfLine(transaction, line, definition.slug, typedOf);
  }
  await dropFiles(
    transaction,
    lines.map(({ line }) => line),
  );
  return ids;
}

async function takeOutOfLine(
  transaction: Queries,
  line: typeof orderLines.$inferSelect,
  slug: string,
  typedOf: TypedOf,
): Promise<void> {
  const { resolution, forWorkshop, picture } = line;
  const bare = withoutTyped(resolution, slug, typedOf);
  const isTyped = bare !== resolution;
  // What was drawn of it shows what was written.
  const views = isTyped
    ? await transaction.delete(lineViews).where(eq(lineViews.lineId, line.id)).returning({ hash: lineViews.hash })
    : [];
  await transaction
    .update(orderLines)
    .set({
      // What was picked stands in the resolution; what is said here may be typed, and hidden, too.
      answers: {},
      parts: null,
      resolution: views.length > 0 ? { ...bare, pictures: [] } : bare,
      picture: views.length > 0 ? null : picture,
      // What the workshop is told may be what was typed, in a part of a part: none of it is needed any more.
      forWorkshop: isTyped ? (forWorkshop ?? []).map((detail) => ({ ...detail, value: TAKEN_OUT })) : forWorkshop,
    })
    .where(eq(orderLines.id, line.id));
}

/** Addresses of all products that are parts of what was sold, however deep. */
const partsWithin = ({ parts }: ResolutionJson): string[] =>
  parts.flatMap(({ product, resolution }) => [product, ...partsWithin(resolution)]);

/** Keys of the sheets that choices of what was sold, and of its parts, come from. */
const sheetsWithin = ({ counted, parts }: ResolutionJson): string[] => [
  ...counted.flatMap(({ choice }) => partedKey(choice)?.sheet ?? []),
  ...parts.flatMap(({ resolution }) => sheetsWithin(resolution)),
];

/** What is typed in any of some definitions is: they are one thing as it was at different times. */
function typedInAny(known: Map<string, boolean> | undefined, definition: Parameters<typeof typedIn>[0]) {
  const typed = new Map(known);
  for (const [key, isTyped] of typedIn(definition)) typed.set(key, isTyped || typed.get(key) === true);
  return typed;
}

/** Which choices of products are typed, or have been, by the addresses they have now. */
async function typedInParts(queries: Queries, slugs: readonly string[]): Promise<Map<string, Map<string, boolean>>> {
  const typed = new Map<string, Map<string, boolean>>();
  if (slugs.length === 0) return typed;
  const rows = await queries
    .select({ slug: products.publishedSlug, definition: revisions.definition })
    .from(products)
    .innerJoin(revisions, eq(revisions.productId, products.id))
    .where(inArray(products.publishedSlug, [...new Set(slugs)]));
  for (const { slug, definition } of rows) if (slug !== null) typed.set(slug, typedInAny(typed.get(slug), definition));
  return typed;
}

/** Which choices of sheets are typed, or have been, by the keys that they have on products. */
async function typedOnSheets(queries: Queries, keys: readonly string[]): Promise<Map<string, boolean>> {
  if (keys.length === 0) return new Map();
  const rows = await queries
    .select({ definition: sheetRevisions.definition })
    .from(sheetRevisions)
    .innerJoin(sheets, eq(sheets.id, sheetRevisions.sheetId))
    .where(inArray(sheets.key, [...new Set(keys)]));
  return rows.reduce((typed, { definition }) => typedInAny(typed, definition), new Map<string, boolean>());
}
