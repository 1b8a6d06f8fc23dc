import { and, count, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { customAlphabet } from 'nanoid';
import Papa from 'papaparse';
import { z } from 'zod';
import { readShared } from '../catalog/catalog-state';
import { type Addressed, readAddressed } from '../catalog/addressed';
import { stepByStep } from '../catalog/product-steps';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { atOneMoment, type Services } from '../context';
import { discountsFor, mostOff } from '../../core/basket';
import { parseDay } from '../../core/calendar';
import { type CustomerGroup, type Discount, discountSchema, type Product } from '../../core/catalog';
import { Exact } from '../../core/number';
import { isBlank, printable } from '../../core/text';
import { type Queries } from '../../data/database';
import { productsAt } from '../../data/references';
import { discountCodes, discounts, discountUses, orders, products } from '../../data/schema';
import { notFound, Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { requireSeen, seenName } from '../seen';
import { type BelowFloor } from '../figures/margins';
import { floorsInStretches, requireAccepted } from './floors';
import { log } from '../../data/log';
import { logChange } from '../logged';

const codeSchema = z
  .string()
  .max(40)
  .transform((given, context) => {
    const { text } = printable(given);
    if (text && /^[\p{L}\p{N}._-]+$/u.test(text)) return text;
    context.addIssue('A code is made of letters, digits, points and hyphens, without spaces, at most 40.');
    return z.NEVER;
  });

export const savedDiscountSchema = z.strictObject({
  definition: discountSchema,
  codes: z.array(codeSchema).max(200).optional().describe('what customers type; absent leaves the codes as they are'),
  acceptedBelow: z.int().min(0).default(0).describe('how many products were seen to fall below their floor'),
  seen: z.string().max(40).optional().describe('the name of the discount as it was opened; another since is refused'),
});
export const bulkCodesSchema = z.strictObject({
  number: z.int().min(1).max(1000),
  begins: z
    .string()
    .max(12)
    .regex(/^[A-Za-z0-9-]*$/, 'use letters, digits and hyphens')
    .default(''),
});

/** A discount with its codes, as the manager sees it. */
export interface DiscountView {
  readonly definition: Discount;
  /** its name, as it is now */
  readonly seen: string;
  /** the first of them, and how many there are */
  readonly codes: readonly string[];
  readonly number: number;
  /** orders in which it was used */
  readonly used: number;
}

export interface DiscountsView {
  readonly discounts: readonly DiscountView[];
  readonly groups: readonly Pick<CustomerGroup, 'key' | 'title'>[];
  /** those that discounts name */
  readonly products: readonly Addressed[];
  readonly suggestions: ShelfSuggestions;
  readonly currency: string;
}

/** As codes are compared: capitals and spaces make no difference. */
export const plainCode = (code: string): string => code.normalize('NFC').replace(/\s/gu, '').toLowerCase();

const MOST_SHOWN = 200;

/** States of an order in which what it used counts. */
export const COUNTING = ['paid', 'awaitingPayment'] as const;

/** All discounts with their codes: for the manager's side. */
export function openDiscounts(context: Services): Promise<DiscountsView> {
  return atOneMoment(context, async ({ database }) => {
    const { shop } = await readShared(database.read);
    const rows = await database.read.select().from(discounts).orderBy(discounts.id);
    const views: DiscountView[] = [];
    for (const { id, definition } of rows) {
      const codes = await database.read
        .select({ code: discountCodes.code })
        .from(discountCodes)
        .where(eq(discountCodes.discountId, id))
        .orderBy(discountCodes.id)
        .limit(MOST_SHOWN);
      const [used] = await database.read
        .select({ number: count() })
        .from(discountUses)
        .innerJoin(discountCodes, eq(discountCodes.id, discountUses.codeId))
        .innerJoin(orders, eq(orders.id, discountUses.orderId))
        .where(and(eq(discountCodes.discountId, id), inArray(orders.state, [...COUNTING])));
      views.push({
        definition,
        seen: seenName(definition),
        codes: codes.map(({ code }) => code),
        number: await database.read.$count(discountCodes, eq(discountCodes.discountId, id)),
        used: used?.number ?? 0,
      });
    }
    return {
      discounts: views,
      groups: shop.groups.map(({ key, title }) => ({ key, title })),
      products: await readAddressed(
        database.read,
        new Set(rows.flatMap(({ definition }) => productsNamedBy(definition))),
      ),
      suggestions: await readSuggestions(database.read),
      currency: shop.currency,
    };
  });
}

/** Addresses of the products that a discount names. */
const productsNamedBy = ({ products, gives }: Pick<Discount, 'products' | 'gives'>): string[] => [
  ...products,
  ...(gives.kind === 'product' ? [gives.product] : []),
];

/** @throws Refusal 422 saying what of a discount can't be kept */
async function checkDiscount(
  queries: Queries,
  { title, gives, from, until, groups, products, least }: Discount,
): Promise<void> {
  const refuse = (words: string): never => {
    throw new Refusal(422, 'discountFaulty', words);
  };
  if (isBlank(title)) refuse('The discount needs a name.');
  requireSeenTitles([['The name of the discount', title]]);
  for (const day of [from, until])
    if (day !== null && parseDay(day) === null) refuse(`“${day}” is not a date. Write it like 2026-12-24.`);
  if (from !== null && until !== null && until < from) refuse(`Its last day, ${until}, is before its first, ${from}.`);
  const positive = (text: string, what: string, most: number | null) => {
    const value = Exact.parse(text);
    if (!value || value.sign() <= 0 || (most !== null && value.isMore(Exact.of(most))))
      refuse(
        `“${text}” is no ${what}. Write a number above nothing${most === null ? '' : `, up to ${most}`}, such as 12.50.`,
      );
  };
  if (gives.kind === 'percent') positive(gives.percent, 'percentage', 100);
  if (gives.kind === 'amount') positive(gives.amount, 'amount', null);
  if (least !== null) positive(least, 'least value', null);
  const { shop } = await readShared(queries);
  const unknown = groups.find((key) => !shop.groups.some((group) => group.key === key));
  if (unknown !== undefined) refuse(`It is for the customer group “${unknown}”, which is none. Take it out.`);
  const named = productsNamedBy({ products, gives });
  const known = new Set((await readAddressed(queries, new Set(named))).map(({ slug }) => slug));
  const gone = named.find((slug) => !known.has(slug));
  if (gone !== undefined)
    refuse(gone === '' ? 'Choose the free product.' : `There is no product at the address “${gone}”. Take it out.`);
}

/**
 * Makes a discount, or changes one, with the codes by which customers get it.
 *
 * @throws Refusal 422 for one that can't be kept; 409 for a code that another has, or where more products fall below
 *   their floor with it than was accepted
 */
export async function saveDiscount(
  context: Services,
  { definition, codes, acceptedBelow, seen }: z.infer<typeof savedDiscountSchema>,
): Promise<void> {
  const { database, now } = context;
  await checkDiscount(database.read, definition);
  await requireFloorsWith(context, definition, acceptedBelow);
  await database.write(async (transaction) => {
    await checkDiscount(transaction, definition);
    const known = await transaction.query.discounts.findFirst({ where: eq(discounts.key, definition.key) });
    if (known) requireSeen(seen, known.definition, 'the discounts');
    const [row] = await transaction
      .insert(discounts)
      .values({ key: definition.key, definition, createdAt: now() })
      .onConflictDoUpdate({ target: discounts.key, set: { definition } })
      .returning({ id: discounts.id });
    if (!row) throw new Error('the discount was not stored');
    if (codes) await storeCodes(transaction, row.id, codes);
    const { key, title } = definition;
    await logChange(transaction, now(), { kind: 'discount', key, title }, known?.definition, definition);
  });
}

/**
 * Looks beforehand whether anything falls below its floor with what a discount takes off. @throws Refusal 409
 * `belowFloor`
 */
async function requireFloorsWith(context: Services, discount: Discount, accepted: number): Promise<void> {
  const { gives } = discount;
  const off = mostOff(discount);
  if (!off) return;
  const isFor = (product: Product) =>
    gives.kind === 'product' ? product.slug === gives.product : discountsFor(product, [{ discount }]).length > 0;
  const look = floorsInStretches({
    isFor,
    around: (surroundings) => ({ before: surroundings, after: surroundings }),
    off: off.toString(),
  });
  const which = (queries: Queries) =>
    gives.kind === 'product' ? productsAt(queries, new Set([gives.product])) : soldProducts(queries);
  const steps = await stepByStep(context, which, look);
  const below: BelowFloor[] = [];
  for await (const { row } of steps) if (row) below.push(row);
  requireAccepted(
    below,
    accepted,
    gives.kind === 'product'
      ? 'For nothing,'
      : `With ${gives.kind === 'amount' ? 'up to ' : ''}${off.rounded(2).toString()} % off,`,
  );
}

/** Numbers of the products in the shop. */
const soldProducts = async (queries: Queries): Promise<number[]> =>
  (await queries.select({ id: products.id }).from(products).where(isNotNull(products.publishedRevision))).map(
    ({ id }) => id,
  );

/** Puts codes in the place of those that a discount had. @throws Refusal 409 for one that another discount has */
export async function storeCodes(transaction: Queries, discountId: number, codes: readonly string[]): Promise<void> {
  const wanted = new Map(codes.map((code) => [plainCode(code), code]));
  const former = await transaction.select().from(discountCodes).where(eq(discountCodes.discountId, discountId));
  for (const { id, plain } of former)
    if (!wanted.has(plain)) await transaction.delete(discountCodes).where(eq(discountCodes.id, id));
  const had = new Set(former.map(({ plain }) => plain));
  for (const [plain, code] of wanted) {
    if (had.has(plain)) continue;
    const other = await transaction.query.discountCodes.findFirst({ where: eq(discountCodes.plain, plain) });
    if (other)
      throw new Refusal(
        409,
        'codeTaken',
        `The code ${code} is that of another discount already. Give this one another.`,
      );
    await transaction.insert(discountCodes).values({ discountId, code, plain });
  }
}

/** Takes a discount away with its codes; orders keep what they were given. @throws Refusal 404 */
export async function deleteDiscount({ database, now }: Services, key: string): Promise<void> {
  await database.write(async (transaction) => {
    const row = await requireDiscount(transaction, key);
    await transaction.delete(discounts).where(eq(discounts.id, row.id));
    await log(transaction, now(), { what: 'erased', kind: 'discount', key, title: row.definition.title });
  });
}

async function requireDiscount(queries: Queries, key: string) {
  return (await queries.query.discounts.findFirst({ where: eq(discounts.key, key) })) ?? notFound(`discount “${key}”`);
}

// Without signs that are taken for one another when they are read out or typed from paper.
const randomPart = customAlphabet('ACDEFGHJKLMNPQRTUVWXY34679', 10);

/** Makes many codes at once, that nobody can guess. @throws Refusal 404 */
export async function makeCodes(
  { database, now }: Services,
  key: string,
  { number, begins }: z.infer<typeof bulkCodesSchema>,
): Promise<{ made: number }> {
  return database.write(async (transaction) => {
    const { id, definition } = await requireDiscount(transaction, key);
    const kept = await transaction.$count(discountCodes, eq(discountCodes.discountId, id));
    if (kept + number > MOST_CODES)
      throw new Refusal(422, 'tooManyCodes', `A discount has at most ${MOST_CODES} codes; this one has ${kept}.`);
    const codes = new Set<string>();
    while (codes.size < number) codes.add(`${begins.toUpperCase()}${randomPart()}`);
    await transaction
      .insert(discountCodes)
      .values([...codes].map((code) => ({ discountId: id, code, plain: plainCode(code) })));
    const changes = [`${number} codes made`];
    await log(transaction, now(), { what: 'changed', kind: 'discount', key, title: definition.title, changes });
    return { made: number };
  });
}

const MOST_CODES = 10_000;

/** All codes of a discount as CSV, with how often each has been used. @throws Refusal 404 */
export function codesCsv(context: Services, key: string): Promise<string> {
  return atOneMoment(context, async ({ database }) => {
    const { id, definition } = await requireDiscount(database.read, key);
    const rows = await database.read
      .select({ code: discountCodes.code, used: sql<number>`count(${orders.id})` })
      .from(discountCodes)
      .leftJoin(discountUses, eq(discountUses.codeId, discountCodes.id))
      .leftJoin(orders, and(eq(orders.id, discountUses.orderId), inArray(orders.state, [...COUNTING])))
      .where(eq(discountCodes.discountId, id))
      .groupBy(discountCodes.id)
      .orderBy(discountCodes.id);
    return `${Papa.unparse([['Code', 'Discount', 'Used'], ...rows.map(({ code, used }) => [code, definition.title, String(used)])], { newline: '\r\n' })}\r\n`;
  });
}

/** How often a code has been used in orders that count; of one customer alone where one is named. */
export async function usesOf(queries: Queries, codeId: number, customer?: string): Promise<number> {
  const [found] = await queries
    .select({ number: count() })
    .from(discountUses)
    .innerJoin(orders, eq(orders.id, discountUses.orderId))
    .where(
      and(
        eq(discountUses.codeId, codeId),
        inArray(orders.state, [...COUNTING]),
        customer === undefined ? undefined : eq(discountUses.customer, customer),
      ),
    );
  return found?.number ?? 0;
}

/** Titles of the discounts that name a customer group. */
export async function discountsNaming(queries: Queries, group: string): Promise<string[]> {
  return (await queries.select({ definition: discounts.definition }).from(discounts))
    .filter(({ definition }) => definition.groups.includes(group))
    .map(({ definition }) => definition.title);
}
