import { type SurroundingsNow } from '../catalog/surroundings';
import { type Services } from '../context';
import { type LinePromise, taxRate } from '../../core/basket';
import { jointQuantitiesFor, type PictureLayer, type Product, type Shop, type ShopPages } from '../../core/catalog';
import { type Program, standingView } from '../../core/compile';
import {
  customerResolution,
  type CustomerResolution,
  type CustomerView,
  packSurroundings,
  type PortableSurroundings,
  problemJson,
  type ResolutionJson,
  resolutionJson,
  type ToldTax,
} from '../../core/exchange';
import { type Linked, type ListedPicture, listedPictures, productData } from '../../core/linked-data';
import { moneyDigits } from '../../core/money';
import { type BookedPieces, type Resolution, stockOf } from '../../core/run';
import { toldOf, type ToldStock } from '../../core/stock';
import { jointQuantityWords, priceWords, whyNotWords } from '../../core/words';
import { type OrderSums } from '../../data/order-sums';
import { groupOf, type LineAsChosen, readBasket, readLine, type ResolvedBasket, waitingOrder } from './basket';
import { basketPictureAddress } from './basket-picture';
import { withStock } from './overdue';
import { openShopProduct, programFor, resolvePublished } from './published';
import { sumsOf } from './terms';
import { readBooked, toldBooked } from './bookings';

/** What the product page opens with: what a customer may know of the product, and of the stock it takes from. */
export interface ShopProductView {
  readonly product: Product;
  /** what it costs, in words, before anything is chosen: found out here, so that a page need not know how */
  readonly price: string | null;
  readonly surroundings: PortableSurroundings;
  readonly today: string;
  readonly group: string | null;
  readonly stock: readonly ToldStock[];
  /** the tax on it; null where none is told */
  readonly tax: ToldTax | null;
  /** in what numbers it is bought together with other things, or by one customer, in words */
  readonly jointly: readonly string[];
  /** where there is little room left on days or in weeks; null where nothing of it takes room */
  readonly booked: readonly BookedPieces[] | null;
  /** what it is and costs, for programs that read the page; absent where it is not in the shop */
  readonly linked?: {
    readonly data: Linked;
    /** the one by which it is listed; null for none */
    readonly picture: ListedPicture | null;
  };
  /** the line of the basket that is looked at again, as it was chosen; absent where none is */
  readonly line?: LineAsChosen;
}

/**
 * @param token  the customer's basket, which knows the group
 * @param lineId the line of it that is to be changed; left aside where it is not there, or is of another product
 * @param origin where the shop stands, for programs that read the page; absent where none does
 * @throws Refusal 404
 */
export function openShopProductView(
  context: Services,
  slug: string,
  token: string | undefined,
  { lineId, origin }: { readonly lineId?: number; readonly origin?: string } = {},
): Promise<ShopProductView> {
  return withStock(context, async (still) => {
    const product = await openShopProduct(still, slug);
    const { definition, surroundings, stock, there, today } = product;
    const group = await groupOf(still.database.read, token);
    const { program, page } = programFor(product, product, group);
    const line = lineId === undefined ? null : await readLine(still.database.read, token, lineId, product.productId);
    const shown = shopProductView(
      page(),
      program,
      { stock, today },
      {
        tax: toldTax(surroundings.shop, definition, group),
        jointly: toldJointly(surroundings.shop, definition, group),
        booked: toldBooked(await readBooked(still.database.read, [definition], product), [
          definition,
          ...surroundings.products.values(),
        ]),
      },
    );
    const { tax } = surroundings.shop;
    if (origin === undefined) return { ...shown, ...(line && { line }) };
    const pictures = listedPictures(definition, program, today);
    const taxIncluded = tax && tax.pricesInclude;
    const data = productData(program, { origin, pictures, stock: there, today, group, taxIncluded });
    return { ...shown, ...(line && { line }), linked: { data, picture: pictures[0] ?? null } };
  });
}

/** What a page opens with: of stock only what the product can take. */
export function shopProductView(
  { product, surroundings, group }: CustomerView,
  program: Program,
  { stock, today }: Pick<SurroundingsNow, 'stock' | 'today'>,
  more: Pick<ShopProductView, 'tax' | 'jointly' | 'booked'>,
): ShopProductView {
  const drawn = stockOf(program, { today, group });
  return {
    product,
    price: priceWords(program, today),
    surroundings: packSurroundings(surroundings),
    today,
    group,
    stock: stock
      .filter(({ key }) => drawn.has(key))
      .map((item) => ({
        ...toldOf(item, surroundings.shop.pages.stock === 'exactly'),
        title: surroundings.stock.get(item.key)?.title ?? product.title,
      })),
    ...more,
  };
}

/** What a product must keep together with others, or for one customer, as they read it. */
export const toldJointly = ({ quantityRules }: Shop, product: Product, group: string | null): string[] =>
  jointQuantitiesFor(product, quantityRules, group).map(jointQuantityWords);

/** The tax on a product, as a customer of a group is used to see it. */
export function toldTax(
  { tax, groups, rounding }: Shop,
  { taxClass }: Pick<Product, 'taxClass'>,
  group: string | null,
): ToldTax | null {
  if (!tax) return null;
  const shown = groups.find(({ key }) => key === group)?.taxShown ?? tax.shown;
  return {
    name: tax.name,
    pricesInclude: tax.pricesInclude,
    percent: taxRate(tax, taxClass, tax.country).toString(),
    shown,
    rounding,
  };
}

/**
 * Resolves a selection for whoever has a basket, against all that there is of stock.
 *
 * @param token the customer's basket, which knows the group; undefined for a customer of none
 * @throws Refusal 404
 */
export function resolveForCustomer(
  context: Services,
  slug: string,
  selection: unknown,
  token: string | undefined,
): Promise<CustomerResolution> {
  return withStock(context, async (still) => {
    const group = await groupOf(still.database.read, token);
    return customerResolution(resolutionJson(await resolvePublished(still, slug, selection, group)));
  });
}

export interface BasketLineView {
  readonly id: number;
  readonly title: string;
  readonly slug: string | null;
  /** from the bottom up; empty where there is none */
  readonly layers: readonly PictureLayer[];
  readonly quantity: number;
  readonly resolution: CustomerResolution | null;
  readonly problems: ResolutionJson['problems'];
  /**
   * how many of it can be supplied today, and the day from which all can; null where all can be had today, or nothing
   * is known
   */
  readonly promise: LinePromise | null;
  readonly formerPrice: string | null;
  /** a greater number that costs no more, with what that comes to; null where there is none */
  readonly more: { readonly quantity: number; readonly caption: string; readonly total: string } | null;
}

export interface BasketView {
  readonly lines: readonly BasketLineView[];
  readonly currency: string;
  /** what is wrong with the lines together */
  readonly problems: ResolutionJson['problems'];
  readonly total: string | null;
  /** what it comes to beside the lines; null where nothing is */
  readonly sums: OrderSums | null;
  /** the codes in it, and why they give nothing, in words; empty for those that do */
  readonly codes: readonly { readonly code: string; readonly title: string; readonly whyNot: string }[];
  /** what is still to be bought for delivery to cost nothing; null where it does not or can't */
  readonly toFreeDelivery: string | null;
  /** where it is sent to, and could be; none where that makes no difference */
  readonly country: string | null;
  readonly countries: readonly string[];
  /** how the shop speaks, and what it asks at checkout */
  readonly pages: ShopPages;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  readonly canOrder: boolean;
  /** an order that is being made of what was in it and waits for its payment: the way to it */
  readonly waiting: { readonly number: number; readonly token: string } | null;
}

/** What is still to be bought for delivery to cost nothing. */
function toFreeDelivery({ delivery, goods, codes, currency }: ResolvedBasket): string | null {
  if (!delivery?.freeFrom || delivery.price.sign() === 0 || !goods) return null;
  const missing = delivery.freeFrom.minus(codes.reduce((sum, { amount }) => sum.plus(amount), goods));
  return missing.sign() > 0 ? moneyDigits(missing, currency) : null;
}

/** What a line of the basket looks like: put together where its product has views, else its pictures. */
function layersOf(id: number, resolution: Resolution | null, product: Product | undefined): readonly PictureLayer[] {
  const views = (resolution?.views ?? []).map(({ view }) => ({ key: view }));
  if (resolution && standingView({ views, pictures: product?.pictures ?? [] }, resolution.views))
    return [{ src: basketPictureAddress(id, resolution.item.key), alt: product?.title ?? '' }];
  return resolution?.pictures[0]?.layers ?? product?.pictures.slice(0, 1) ?? [];
}

/** The basket as its page shows it. */
export async function viewBasket(context: Services, token: string | undefined): Promise<BasketView> {
  const basket = await readBasket(context, token);
  return {
    waiting: token ? await waitingOrder(context.database.read, token) : null,
    currency: basket.currency,
    total: basket.total && moneyDigits(basket.total, basket.currency),
    canOrder: basket.canOrder,
    pages: basket.pages,
    today: basket.today,
    problems: basket.problems.map(problemJson),
    sums: sumsOf(basket, basket, basket.currency),
    codes: basket.codes.map(({ code, title, why }) => ({
      code,
      title,
      whyNot: why ? whyNotWords(why, basket.currency) : '',
    })),
    toFreeDelivery: toFreeDelivery(basket),
    country: basket.country,
    countries: basket.countries,
    lines: basket.lines.map(({ id, published, quantity, resolution, problems, promise, more, formerPrice }) => ({
      id,
      title: published?.definition.title ?? 'No longer sold',
      slug: published?.definition.slug ?? null,
      layers: layersOf(id, resolution, published?.definition),
      quantity,
      resolution: resolution && customerResolution(resolutionJson(resolution)),
      problems: problems.map(problemJson),
      promise: promise && promise.now < quantity ? promise : null,
      formerPrice,
      more: more && { ...more, total: moneyDigits(more.total, basket.currency) },
    })),
  };
}
