import { and, eq, isNull, ne } from 'drizzle-orm';
import { z } from 'zod';
import { type PublishedProduct, readSoldById, readSoldByIds, readSoldBySlug } from '../catalog/published-products';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { jointQuantitiesFor, type ShopPages, type Tax, type UploadedFile } from '../../core/catalog';
import { type Program } from '../../core/compile';
import {
  type BasketLine,
  countsOthers,
  discountsFor,
  type LinePromise,
  promises,
  quote,
  type Quote,
} from '../../core/basket';
import { problemJson } from '../../core/exchange';
import { moneyDigits } from '../../core/money';
import { Exact } from '../../core/number';
import { LARGEST_QUANTITY, orderable } from '../../core/ordering';
import { type Problem } from '../../core/problems';
import {
  bookedIn,
  type BookedPieces,
  type CostOf,
  knownCosts,
  type MoreForLess,
  type Resolution,
  resolve,
  type ResolveContext,
} from '../../core/run';
import { type Selection, selectionFields } from '../../core/selection';
import { type CutPlanner } from '../../core/stock';
import { problemText, problemWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { basketLines, baskets, orders } from '../../data/schema';
import { filesOf, keepFiles, readFiles } from '../files/uploads';
import { notFound, Refusal } from '../refusal';
import { readExpected } from '../stock/ledger/expected';
import { freeOverdue, withStock } from './overdue';
import { readBooked } from './bookings';
import { ensureBasket } from './ensure-basket';
import { orderedBefore } from './ordered-before';
import { makeReady, programFor } from './published';
import { countriesOf, type KnownCode, readTerms } from './terms';

export const addToBasketSchema = z.strictObject({ ...selectionFields, slug: z.string().max(100) });
export const changeLineSchema = z.strictObject({ quantity: z.number() });

/** A basket line resolved again, against what is in the shop and in stock now. */
export interface ResolvedLine {
  readonly id: number;
  readonly productId: number;
  readonly quantity: number;
  readonly selection: Selection;
  /** undefined when the product has left the shop */
  readonly published: PublishedProduct | undefined;
  /** the whole definition, made ready when it is asked for: for the manager's eyes */
  readonly whole: () => Program | null;
  readonly resolution: Resolution | null;
  readonly problems: readonly Problem[];
  /** how much of it can be supplied today, and from which day on all; null for what is no longer sold */
  readonly promise: LinePromise | null;
  /** a greater number that costs no more; null where there is none */
  readonly more: MoreForLess | null;
  /** what one cost when it was put in, where that was another price */
  readonly formerPrice: string | null;
}

export interface ResolvedBasket extends Pick<Quote, 'goods' | 'codes' | 'delivery' | 'taxation' | 'total'> {
  readonly lines: readonly ResolvedLine[];
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** key of the customer's group, or null */
  readonly group: string | null;
  readonly currency: string;
  /** what is wrong with the lines together */
  readonly problems: readonly Problem[];
  /** the codes in it, as their outcomes are in order */
  readonly entered: readonly KnownCode[];
  /** what the stock items cost that its lines can take: for the manager's eyes */
  readonly costs: CostOf;
  /** room that is taken of what is not counted, without what is in it */
  readonly booked: readonly BookedPieces[];
  readonly tax: Tax | null;
  /** where it is sent to; null where nobody asks */
  readonly country: string | null;
  /** where it could be sent to; none where it makes no difference */
  readonly countries: readonly string[];
  /** how the shop speaks, and what it asks at checkout */
  readonly pages: ShopPages;
  readonly canOrder: boolean;
}

/**
 * Reads a basket, every line resolved again. Where several lines take from one stock item they are looked at
 * together, so that they can't promise the same pieces twice.
 *
 * @param planner  how cuts are planned
 * @param customer the e-mail address of who orders; absent while nobody has said it
 */
export async function resolveBasket(
  queries: Queries,
  at: Date,
  token: string | undefined,
  planner?: CutPlanner,
  customer?: string,
): Promise<ResolvedBasket> {
  const rows = token ? await queries.select().from(basketLines).where(inBasket(token)).orderBy(basketLines.id) : [];
  const published = await readSoldByIds(
    queries,
    rows.map(({ productId }) => productId),
  );
  const context = await readSurroundings(queries, at, definitionsOf([...published.values()]));
  const selections = rows.map(selectionOf);
  const booked = await readBooked(queries, definitionsOf([...published.values()]), context);
  const files = await readFiles(queries, selections);
  const group = await groupOf(queries, token);
  const terms = await readTerms(queries, token, group);
  const wanted: (BasketLine & Pick<ResolvedLine, 'whole'>)[] = [];
  const { quantityRules } = context.surroundings.shop;
  for (const row of rows) {
    const sold = published.get(row.productId);
    const together = sold ? jointQuantitiesFor(sold.definition, quantityRules, group).map(({ key }) => key) : [];
    wanted.push({
      ...programFor(sold, context, group),
      selection: selectionOf(row),
      together,
      discounts: sold ? discountsFor(sold.definition, terms.codes) : [],
    });
  }
  const earlier = await orderedBefore(queries, customer, quantityRules, group);
  const rules = quantityRules.flatMap(({ key, title, per, rule }) =>
    per === 'line' ? [] : [{ key, title, per, orderable: orderable(rule), earlier: earlier.get(key) ?? 0 }],
  );
  const quoted = quote(
    wanted,
    { stock: context.there, planner, today: context.today, files, booked: bookedIn(booked) },
    rules,
    terms,
  );
  const { lines, problems: together, total, canOrder, goods, codes, delivery, taxation } = quoted;
  const drawn = new Set(lines.flatMap(({ resolution }) => resolution?.draws.map(({ stock }) => stock) ?? []));
  const promised = promises(
    lines.map(({ resolution }) => ({ draws: resolution?.draws ?? [], quantity: resolution?.quantity ?? 0 })),
    context.there,
    await readExpected(queries, drawn),
    context.today,
  );
  return {
    lines: rows.map((row, place): ResolvedLine => {
      const { id, productId, quantity, unitPrice } = row;
      const { resolution = null, problems = [], more = null } = lines[place] ?? {};
      // What follows from the rest of the basket changes with it, and nobody need be told.
      const follows = wanted[place]?.program && countsOthers(wanted[place].program);
      const changed = !follows && resolution?.unitPrice && !resolution.unitPrice.equals(Exact.from(unitPrice));
      return {
        id,
        productId,
        quantity,
        selection: selectionOf(row),
        published: published.get(productId),
        whole: wanted[place]?.whole ?? (() => null),
        resolution,
        problems,
        promise: resolution && (promised[place] ?? null),
        more,
        formerPrice: changed ? unitPrice : null,
      };
    }),
    today: context.today,
    group,
    currency: context.surroundings.shop.currency,
    problems: together,
    goods,
    codes,
    delivery,
    taxation,
    entered: terms.codes,
    costs: knownCosts(context.stock),
    booked: booked ?? [],
    tax: terms.tax,
    country: terms.country,
    countries: countriesOf(terms),
    total,
    pages: context.surroundings.shop.pages,
    canOrder,
  };
}

/** What a line wants, as a selection. */
const selectionOf = ({
  answers,
  parts,
  quantity,
}: Pick<typeof basketLines.$inferSelect, 'answers' | 'parts' | 'quantity'>): Selection => ({
  answers,
  quantity,
  ...(parts && { parts }),
});

/** The lines of a basket that no order is being made of. */
const inBasket = (token: string) => and(eq(basketLines.basket, token), isNull(basketLines.orderId));

/** The order that is being made of lines of a basket and waits for its payment; null where there is none. */
export async function waitingOrder(queries: Queries, token: string): Promise<{ number: number; token: string } | null> {
  const [order] = await queries
    .select({ number: orders.id, token: orders.token })
    .from(basketLines)
    .innerJoin(orders, eq(orders.id, basketLines.orderId))
    .where(eq(basketLines.basket, token))
    .limit(1);
  return order ?? null;
}

/** Reads a basket. */
export function readBasket(context: Services, token: string | undefined): Promise<ResolvedBasket> {
  return withStock(context, ({ database, now }) => resolveBasket(database.read, now(), token));
}

const definitionsOf = (published: readonly (PublishedProduct | undefined)[]) =>
  published.flatMap((product) => product?.definition ?? []);

/** Key of the customer group that a basket's customer belongs to, or null. */
export async function groupOf(queries: Queries, token: string | undefined): Promise<string | null> {
  const basket = token ? await queries.query.baskets.findFirst({ where: eq(baskets.token, token) }) : undefined;
  return basket?.customerGroup ?? null;
}

/** How many lines a basket has. */
export async function countLines({ database }: Services, token: string | undefined): Promise<number> {
  if (!token) return 0;
  const rows = await database.read.select({ id: basketLines.id }).from(basketLines).where(inBasket(token));
  return rows.length;
}

const MOST_LINES = 100;

/**
 * Puts a selection in a basket, a new one where there is none. The same item again adds to its line, under the same
 * rules as anywhere.
 *
 * @returns the basket's token
 * @throws Refusal 422 `notSellable` with the problems in its details
 */
export async function addToBasket(
  context: Services,
  token: string | undefined,
  input: z.infer<typeof addToBasketSchema>,
): Promise<string> {
  await freeOverdue(context);
  await makeBasketReady(context, token, input.slug);
  const { database, now } = context;
  return database.write(async (transaction) => {
    const published = await readSoldBySlug(transaction, input.slug);
    if (!published) return notFound(`product “${input.slug}” in the shop`);
    const { slug: _slug, ...selection } = input;
    const { program, asked } = await asSold(transaction, now(), published, selection, token);
    const basket = await ensureBasket(transaction, token, now());
    const lines = await transaction.select().from(basketLines).where(inBasket(basket));
    const { same, ...item } = joined(program, selection, asked, lines);
    await keepFiles(transaction, selection, lines.map(selectionOf));
    if (same) {
      await transaction.update(basketLines).set(item).where(eq(basketLines.id, same.id));
    } else {
      if (lines.length >= MOST_LINES)
        throw new Refusal(409, 'basketFull', `A basket holds ${MOST_LINES} different items. Order these first.`);
      await transaction.insert(basketLines).values({
        basket,
        productId: published.productId,
        answers: selection.answers,
        parts: selection.parts,
        ...item,
      });
    }
    return basket;
  });
}

/** Makes ready what a basket is sold by, and what else is to be, before any of it is written. @returns the programs */
export function makeBasketReady(context: Services, token: string | undefined, slug?: string): Promise<Program[]> {
  return atOneMoment(context, async ({ database: { read }, now }) => {
    const rows = token
      ? await read.select({ productId: basketLines.productId }).from(basketLines).where(inBasket(token))
      : [];
    const ids = rows.map(({ productId }) => productId);
    const sold = [...(await readSoldByIds(read, ids)).values()];
    const added = slug === undefined ? undefined : await readSoldBySlug(read, slug);
    return makeReady(read, now(), [added, ...sold], await groupOf(read, token));
  });
}

/** What a selection of a product is resolved with for a basket: its program, and what is there. */
async function asSold(
  transaction: Queries,
  at: Date,
  published: PublishedProduct,
  selection: Selection,
  token: string | undefined,
): Promise<{ program: Program; asked: ResolveContext }> {
  const around = await readSurroundings(transaction, at, [published.definition]);
  const { program, group } = programFor(published, around, await groupOf(transaction, token));
  const booked = bookedIn(await readBooked(transaction, [published.definition], around));
  return {
    program,
    asked: {
      naming: true,
      stock: around.there,
      today: around.today,
      group,
      booked,
      files: await readFiles(transaction, [selection]),
    },
  };
}

type LineRow = typeof basketLines.$inferSelect;

/**
 * A selection as a line among others: together with the line that holds the same item, where one does.
 *
 * @throws Refusal 422 `notSellable` where it, or both together, can't be sold
 */
function joined(
  program: Program,
  selection: Selection,
  asked: ResolveContext,
  lines: readonly LineRow[],
): Pick<LineRow, 'quantity' | 'itemKey' | 'unitPrice'> & { readonly same: LineRow | undefined } {
  const added = resolve(program, selection, asked);
  if (added.state !== 'sellable') throw notSellable(added.problems);
  const { key: itemKey } = added.item;
  const same = lines.find((line) => line.itemKey === itemKey);
  const quantity = added.quantity + (same?.quantity ?? 0);
  const together = same ? resolve(program, { ...selection, quantity }, asked) : added;
  if (together.state !== 'sellable' || !together.unitPrice) {
    const [first] = together.problems;
    const already = same ? `There are ${same.quantity} in the basket already. ` : '';
    throw notSellable(together.problems, `${already}${first ? problemText(first.data) : ''}`.trim());
  }
  return { same, quantity, itemKey, unitPrice: moneyDigits(together.unitPrice, together.currency) };
}

/**
 * Puts another selection of the same product in the place of a line. Where another line holds the same item, both
 * become this one.
 *
 * @throws Refusal 404 where the line is not in this basket any more, 422 `notSellable`, and the line stays as it was
 */
export async function replaceLine(
  context: Services,
  token: string | undefined,
  lineId: number,
  selection: Selection,
): Promise<void> {
  await freeOverdue(context);
  await makeBasketReady(context, token);
  const { database, now } = context;
  await database.write(async (transaction) => {
    const { line, published } = await requireSoldLine(transaction, token, lineId);
    const { program, asked } = await asSold(transaction, now(), published, selection, token);
    const others = await transaction
      .select()
      .from(basketLines)
      .where(and(inBasket(line.basket), ne(basketLines.id, line.id)));
    const { same, ...item } = joined(program, selection, asked, others);
    await keepFiles(transaction, selection, others.map(selectionOf));
    if (same) await transaction.delete(basketLines).where(eq(basketLines.id, same.id));
    await transaction
      .update(basketLines)
      .set({ answers: selection.answers, parts: selection.parts ?? null, ...item })
      .where(eq(basketLines.id, line.id));
  });
}

/** A line as whoever chose it may change it. */
export interface LineAsChosen {
  readonly id: number;
  readonly selection: Selection;
  /** the files that it names, by their tokens */
  readonly files: readonly (readonly [token: string, file: UploadedFile])[];
}

/** A line of a basket as it was chosen; null where it is not there, or is of another product. */
export async function readLine(
  queries: Queries,
  token: string | undefined,
  lineId: number,
  productId: number,
): Promise<LineAsChosen | null> {
  const line = await findLine(queries, token, lineId);
  if (line?.productId !== productId) return null;
  const selection = selectionOf(line);
  return { id: line.id, selection, files: await filesOf(queries, selection) };
}

function notSellable(problems: readonly Problem[], message?: string): Refusal {
  const [first] = problems;
  return new Refusal(
    422,
    'notSellable',
    message ?? (first ? problemWords(first.data).message : 'This can’t be ordered.'),
    { problems: problems.map(problemJson) },
  );
}

/**
 * Changes how many of a line are wanted. A quantity that breaks the product's rule is refused and the line stays as
 * it was.
 *
 * @throws Refusal 422 `notSellable` with the problems
 */
export async function changeLine(
  context: Services,
  token: string | undefined,
  lineId: number,
  quantity: number,
): Promise<void> {
  await freeOverdue(context);
  await makeBasketReady(context, token);
  const { database, now } = context;
  await database.write(async (transaction) => {
    const { line, published } = await requireSoldLine(transaction, token, lineId);
    const { program, asked } = await asSold(transaction, now(), published, selectionOf(line), token);
    const before = resolve(program, selectionOf(line), asked);
    const { problems, unitPrice } = resolve(program, { ...selectionOf(line), quantity }, asked);
    // A line that can't be had at all may still be made smaller; only what this change gets wrong is refused.
    const wrong = problems.filter(({ where }) => where.at === 'quantity');
    if (wrong.length > 0 || !Number.isInteger(quantity) || quantity > LARGEST_QUANTITY) {
      throw notSellable(wrong, wrong[0] && problemText(wrong[0].data));
    }
    // Another number may have another price, which is seen at once; a price that had changed before is still to be
    // told.
    const isKnown = before.unitPrice?.equals(Exact.from(line.unitPrice)) ?? false;
    await transaction
      .update(basketLines)
      .set({ quantity, ...(isKnown && unitPrice && { unitPrice: moneyDigits(unitPrice, program.currency) }) })
      .where(eq(basketLines.id, line.id));
  });
}

/** Takes a line out of a basket. */
export async function removeLine({ database }: Services, token: string | undefined, lineId: number): Promise<void> {
  await database.write(async (transaction) => {
    const line = await requireLine(transaction, token, lineId);
    await transaction.delete(basketLines).where(eq(basketLines.id, line.id));
  });
}

async function findLine(queries: Queries, token: string | undefined, lineId: number): Promise<LineRow | undefined> {
  return token
    ? queries.query.basketLines.findFirst({ where: and(eq(basketLines.id, lineId), inBasket(token)) })
    : undefined;
}

async function requireLine(queries: Queries, token: string | undefined, lineId: number): Promise<LineRow> {
  return (await findLine(queries, token, lineId)) ?? notFound('such line in this basket');
}

/** A line with what is sold of its product. @throws Refusal 404 where either is not there any more */
async function requireSoldLine(
  queries: Queries,
  token: string | undefined,
  lineId: number,
): Promise<{ readonly line: LineRow; readonly published: PublishedProduct }> {
  const line = await requireLine(queries, token, lineId);
  return {
    line,
    published: (await readSoldById(queries, line.productId)) ?? notFound('such product in the shop any more'),
  };
}
