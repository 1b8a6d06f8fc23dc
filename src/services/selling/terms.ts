import { and, eq } from 'drizzle-orm';
import { readShared } from '../catalog/catalog-state';
import { type Services } from '../context';
import { type EnteredCode, type Quote, type Terms } from '../../core/basket';
import { moneyDigits } from '../../core/money';
import { type Queries } from '../../data/database';
import { type OrderSums } from '../../data/order-sums';
import { basketCodes, baskets, discountCodes, discounts, discountUses } from '../../data/schema';
import { plainCode, usesOf } from '../prices/discounts';
import { CODE_UNKNOWN, Refusal } from '../refusal';
import { customerOf } from './customers';
import { ensureBasket } from './ensure-basket';

/** A code in a basket, with what it is called in the database. */
export interface KnownCode extends EnteredCode {
  readonly codeId: number;
}

/** So many codes lie in a basket at most. */
const MOST_CODES = 10;

/** The codes of a basket, in the order in which they were entered. */
async function readCodes(queries: Queries, token: string | undefined): Promise<KnownCode[]> {
  if (!token) return [];
  const rows = await queries
    .select({ codeId: discountCodes.id, code: discountCodes.code, discount: discounts.definition })
    .from(basketCodes)
    .innerJoin(discountCodes, eq(discountCodes.id, basketCodes.codeId))
    .innerJoin(discounts, eq(discounts.id, discountCodes.discountId))
    .where(eq(basketCodes.basket, token))
    .orderBy(basketCodes.at, basketCodes.codeId);
  const codes: KnownCode[] = [];
  for (const row of rows) codes.push({ ...row, used: await usesOf(queries, row.codeId) });
  return codes;
}

/** What a basket comes to beside its lines follows from: codes, delivery, tax, and where it is sent to. */
export async function readTerms(
  queries: Queries,
  token: string | undefined,
  group: string | null,
): Promise<Terms & { readonly codes: readonly KnownCode[] }> {
  const { shop } = await readShared(queries);
  const basket = token ? await queries.query.baskets.findFirst({ where: eq(baskets.token, token) }) : undefined;
  const countries = countriesOf(shop);
  const said = basket?.country ?? null;
  return {
    codes: await readCodes(queries, token),
    group,
    tax: shop.tax,
    delivery: shop.delivery,
    country: said !== null && countries.includes(said) ? said : (shop.tax?.country ?? null),
  };
}

/** The countries that tax or delivery tell apart, by their codes; none where nobody need say one. */
export function countriesOf({ tax, delivery }: Pick<Terms, 'tax' | 'delivery'>): string[] {
  const named = new Set([
    ...(tax ? [tax.country, ...tax.rates.map(({ country }) => country)] : []),
    ...delivery.flatMap(({ country }) => country ?? []),
  ]);
  return named.size > 1 ? [...named].sort() : [];
}

/**
 * Puts a code in a basket, a new one where there is none. What it gives is told with the basket.
 *
 * @returns the basket's token
 * @throws Refusal 422 for a code that there is none of
 */
export function enterCode({ database, now }: Services, token: string | undefined, given: string): Promise<string> {
  return database.write(async (transaction) => {
    const code = await transaction.query.discountCodes.findFirst({ where: eq(discountCodes.plain, plainCode(given)) });
    if (!code) throw new Refusal(422, CODE_UNKNOWN, 'There is no such code. Look at it again, or ask the shop.');
    const basket = await ensureBasket(transaction, token, now());
    const known = await transaction.select().from(basketCodes).where(eq(basketCodes.basket, basket));
    if (known.length >= MOST_CODES && !known.some(({ codeId }) => codeId === code.id))
      throw new Refusal(409, 'tooManyCodes', `A basket takes ${MOST_CODES} codes. Take one out first.`);
    await transaction.insert(basketCodes).values({ basket, codeId: code.id, at: now() }).onConflictDoNothing();
    return basket;
  });
}

/** Takes a code out of a basket. */
export async function dropCode({ database }: Services, token: string | undefined, given: string): Promise<void> {
  await database.write(async (transaction) => {
    const code = await transaction.query.discountCodes.findFirst({ where: eq(discountCodes.plain, plainCode(given)) });
    if (code && token)
      await transaction.delete(basketCodes).where(and(eq(basketCodes.basket, token), eq(basketCodes.codeId, code.id)));
  });
}

/**
 * Says where a basket is to be sent. @returns the basket's token @throws Refusal 422 for a country that the shop
 * doesn't send to
 */
export function sayCountry({ database, now }: Services, token: string | undefined, country: string): Promise<string> {
  return database.write(async (transaction) => {
    const { shop } = await readShared(transaction);
    if (!countriesOf(shop).includes(country))
      throw new Refusal(
        422,
        'countryUnknown',
        `Nothing is said of “${country.slice(0, 10)}”. Choose one of the countries in the list.`,
      );
    const basket = await ensureBasket(transaction, token, now());
    await transaction.update(baskets).set({ country }).where(eq(baskets.token, basket));
    return basket;
  });
}

/**
 * Notes that codes have been used by an order, and takes them out of its basket.
 *
 * @throws Refusal 409 where the customer has used one as often as they may
 */
export async function spendCodes(
  transaction: Queries,
  basket: string,
  { orderId, email }: { readonly orderId: number; readonly email: string },
  codes: readonly KnownCode[],
  outcomes: Quote['codes'],
): Promise<void> {
  const customer = customerOf(email);
  for (const [place, { codeId, code, discount }] of codes.entries()) {
    if (outcomes[place]?.why !== null) continue;
    const { usesPerCustomer } = discount;
    if (usesPerCustomer !== null && (await usesOf(transaction, codeId, customer)) >= usesPerCustomer) {
      throw new Refusal(
        409,
        'codeUsed',
        `You have used the code ${code} ${usesPerCustomer === 1 ? 'already' : `${usesPerCustomer} times already`}. Take it out of the basket, then order.`,
      );
    }
    await transaction.insert(discountUses).values({ codeId, orderId, customer });
    await transaction.delete(basketCodes).where(and(eq(basketCodes.basket, basket), eq(basketCodes.codeId, codeId)));
  }
}

/** What an order comes to beside its lines, to be kept with it. */
export function sumsOf(
  { goods, codes, delivery, taxation }: Pick<Quote, 'goods' | 'codes' | 'delivery' | 'taxation'>,
  { tax, country }: Pick<Terms, 'tax' | 'country'>,
  currency: string,
): OrderSums | null {
  if (!goods || (codes.every(({ why }) => why !== null) && !delivery && !taxation)) return null;
  const money = (amount: Parameters<typeof moneyDigits>[0]) => moneyDigits(amount, currency);
  return {
    goods: money(goods),
    codes: codes
      .filter(({ why }) => why === null)
      .map(({ code, title, amount, shares }) => ({ code, title, amount: money(amount), shares: shares.map(money) })),
    delivery: delivery && { price: money(delivery.price), usual: money(delivery.usual) },
    tax: tax &&
      taxation && {
        name: tax.name,
        pricesInclude: tax.pricesInclude,
        country: country ?? tax.country,
        net: money(taxation.net),
        sums: taxation.sums.map(({ percent, net, tax: paid }) => ({
          percent: percent.toString(),
          net: money(net),
          tax: money(paid),
        })),
      },
  };
}
