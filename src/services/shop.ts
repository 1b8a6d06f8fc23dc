import { problemJson } from '@/core/exchange';
import { stockOf } from '@/core/run';
import { type Picture, type Product } from '../core/catalog';
import { customerResolution, type CustomerResolution, customerView, packSurroundings, type PortableSurroundings, type ResolutionJson, resolutionJson } from '../core/exchange';
import { moneyDigits } from '../core/money';
import { type QuantityRule } from '../core/ordering';
import { compile } from '../core/compile';
import { resolve } from '../core/run';
import { toldOf, type ToldStock } from '../core/stock';
import { groupOf, readBasket, waitingOrder } from './basket';
import { type Services } from './context';
import { openShopProduct, readPublishedProducts, resolvePublished } from './published';
import { readSurroundings } from './surroundings';
import { withStock } from './overdue';
import { priceFigures } from './price-figures';

/** A product as the shop's list shows it. */
export interface ShopEntry {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly picture: Picture | null;
  readonly category: string;
  readonly price: string;
  readonly soldOut: boolean;
}

/** Everything the shop sells. */
export function listShop(context: Services): Promise<ShopEntry[]> {
  return withStock(context, async ({ database, now }) => {
    const published = await readPublishedProducts(database.read);
    const { surroundings, levels, lots, today } = await readSurroundings(database.read, now(), published.map(({ definition }) => definition));
    const compiled = published.map(({ definition }) => ({ product: definition, program: compile(definition, surroundings) }));
    const figures = await priceFigures(compiled, surroundings);
    return compiled.map(({ product: definition, program }, place) => {
      const { shown, availability } = resolve(program, { answers: {} }, { levels, lots, today });
      const nothingOffered = shown.some(({ options }) => options.length > 0 && options.every(({ offered }) => !offered));
      return {
        slug: definition.slug,
        title: definition.title,
        summary: definition.summary,
        picture: definition.pictures[0] ?? null,
        category: definition.category ?? '',
        price: figures[place]?.words ?? '',
        soldOut: nothingOffered || availability.canSupply === 0,
      };
    });
  });
}

/** What the product page opens with: what a customer may know of the product, and of the stock it takes from. */
export interface ShopProductView {
  readonly product: Product;
  readonly surroundings: PortableSurroundings;
  readonly today: string;
  readonly group: string | null;
  readonly stock: readonly ToldStock[];
}

/**
 * @param token the customer's basket, which knows the group
 * @throws Refusal 404
 */
export function openShopProductView(context: Services, slug: string, token: string | undefined): Promise<ShopProductView> {
  return withStock(context, async (still) => {
    const { definition, surroundings, stock, today } = await openShopProduct(still, slug);
    const view = customerView(definition, surroundings, await groupOf(still.database.read, token));
    const drawn = stockOf(compile(view.product, view.surroundings), { today, group: view.group });
    return {
      product: view.product,
      surroundings: packSurroundings(view.surroundings),
      today,
      group: view.group,
      stock: stock.filter(({ key }) => drawn.has(key)).map(toldOf),
    };
  });
}

/**
 * Resolves a selection for whoever has a basket, against all that there is of stock.
 *
 * @param token the customer's basket, which knows the group; undefined for a customer of none
 * @throws Refusal 404
 */
export function resolveForCustomer(context: Services, slug: string, selection: unknown, token: string | undefined): Promise<CustomerResolution> {
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
  readonly layers: readonly Picture[];
  readonly quantity: number;
  readonly quantityRule: QuantityRule;
  readonly resolution: CustomerResolution | null;
  readonly problems: ResolutionJson['problems'];
  readonly formerPrice: string | null;
}

export interface BasketView {
  readonly lines: readonly BasketLineView[];
  readonly currency: string;
  readonly total: string | null;
  readonly canOrder: boolean;
  /** an order that is being made of what was in it and waits for its payment: the way to it */
  readonly waiting: { readonly number: number; readonly token: string } | null;
}

/** The basket as its page shows it. */
export async function viewBasket(context: Services, token: string | undefined): Promise<BasketView> {
  const basket = await readBasket(context, token);
  return {
    waiting: token ? await waitingOrder(context.database.read, token) : null,
    currency: basket.currency,
    total: basket.total && moneyDigits(basket.total, basket.currency),
    canOrder: basket.canOrder,
    lines: basket.lines.map(({ id, published, quantity, resolution, problems, formerPrice }) => ({
      id,
      title: published?.definition.title ?? 'No longer sold',
      slug: published?.definition.slug ?? null,
      layers: resolution?.pictures[0]?.layers ?? published?.definition.pictures.slice(0, 1) ?? [],
      quantity,
      quantityRule: published?.definition.quantity ?? { minimum: 1, maximum: null, multiple: 1 },
      resolution: resolution && customerResolution(resolutionJson(resolution)),
      problems: problems.map(problemJson),
      formerPrice,
    })),
  };
}
