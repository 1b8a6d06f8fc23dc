import { type Picture, type Product, type Shop } from '../core/catalog';
import { type ResolutionJson, resolutionJson } from '../core/exchange';
import { moneyDigits } from '../core/money';
import { type QuantityRule } from '../core/ordering';
import { compile, resolve } from '../core/resolve';
import { priceWords } from '../core/words';
import { readBasket } from './basket';
import { type Services } from './context';
import { openShopProduct, readPublishedProducts } from './published';
import { readSurroundings, type StockFigures } from './surroundings';

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
export async function listShop({ database }: Services): Promise<ShopEntry[]> {
  const { surroundings, levels } = await readSurroundings(database.read);
  const published = await readPublishedProducts(database.read);
  return published.map(({ definition }) => {
    const { shown, availability } = resolve(compile(definition, surroundings), { answers: {} }, { levels });
    const nothingOffered = shown.some(({ options }) => options.length > 0 && options.every(({ offered }) => !offered));
    return {
      slug: definition.slug,
      title: definition.title,
      summary: definition.summary,
      picture: definition.pictures[0] ?? null,
      category: definition.category ?? '',
      price: priceWords(definition, surroundings.shop.currency) ?? '',
      soldOut: nothingOffered || availability.canSupply === 0,
    };
  });
}

/** What the product page opens with: the definition, and what can be promised of the stock it takes from. */
export interface ShopProductView {
  readonly product: Product;
  readonly shop: Shop;
  readonly stock: readonly Pick<StockFigures, 'key' | 'title' | 'unit' | 'available'>[];
}

/** @throws Refusal 404 */
export async function openShopProductView(context: Services, slug: string): Promise<ShopProductView> {
  const { definition, surroundings, stock } = await openShopProduct(context, slug);
  const program = compile(definition, surroundings);
  const draws = [
    ...program.draws,
    ...[...program.variants.values()].flatMap(({ draw }) => draw ?? []),
    ...program.choices.flatMap(({ effects }) => effects.flatMap((effect) => effect.draws)),
  ];
  const used = new Set(draws.map((draw) => draw.stock));
  return {
    product: definition,
    shop: surroundings.shop,
    stock: stock.filter(({ key }) => used.has(key)).map(({ key, title, unit, available }) => ({ key, title, unit, available })),
  };
}

export interface BasketLineView {
  readonly id: number;
  readonly title: string;
  readonly slug: string | null;
  readonly picture: Picture | null;
  readonly quantity: number;
  readonly quantityRule: QuantityRule;
  readonly resolution: ResolutionJson | null;
  readonly problems: ResolutionJson['problems'];
  readonly formerPrice: string | null;
}

export interface BasketView {
  readonly lines: readonly BasketLineView[];
  readonly currency: string;
  readonly total: string | null;
  readonly canOrder: boolean;
}

/** The basket as its page shows it. */
export async function viewBasket(context: Services, token: string | undefined): Promise<BasketView> {
  const basket = await readBasket(context, token);
  return {
    currency: basket.currency,
    total: basket.total && moneyDigits(basket.total, basket.currency),
    canOrder: basket.canOrder,
    lines: basket.lines.map(({ id, published, quantity, resolution, problems, formerPrice }) => ({
      id,
      title: published?.definition.title ?? 'No longer sold',
      slug: published?.definition.slug ?? null,
      picture: published?.definition.pictures[0] ?? null,
      quantity,
      quantityRule: published?.definition.quantity ?? { minimum: 1, maximum: null, multiple: 1 },
      resolution: resolution && resolutionJson(resolution),
      problems: problems.map(({ where, code, message, remedy }) => ({ where, code, message, ...(remedy !== undefined && { remedy }) })),
      formerPrice,
    })),
  };
}
