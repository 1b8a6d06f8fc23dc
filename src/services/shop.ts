import { type Picture, type Product } from '../core/catalog';
import { type PortableSurroundings, portableSurroundings, type ResolutionJson, resolutionJson } from '../core/exchange';
import { moneyDigits } from '../core/money';
import { type QuantityRule } from '../core/ordering';
import { compile, resolve } from '../core/resolve';
import { groupOf, readBasket } from './basket';
import { type Services } from './context';
import { openShopProduct, readPublishedProducts } from './published';
import { readSurroundings, type StockFigures } from './surroundings';
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

/** What the product page opens with: the definition, and what can be promised of the stock it takes from. */
export interface ShopProductView {
  readonly product: Product;
  readonly surroundings: PortableSurroundings;
  readonly today: string;
  readonly group: string | null;
  readonly stock: readonly Pick<StockFigures, 'key' | 'title' | 'unit' | 'available' | 'lying'>[];
}

/**
 * @param token the customer's basket, which knows the group
 * @throws Refusal 404
 */
export function openShopProductView(context: Services, slug: string, token: string | undefined): Promise<ShopProductView> {
  return withStock(context, async (still) => {
    const { definition, surroundings, stock, today } = await openShopProduct(still, slug);
    const program = compile(definition, surroundings);
    const draws = [
      ...program.draws,
      ...[...program.variants.values()].flatMap(({ draw }) => draw ?? []),
      ...program.choices.flatMap(({ effects }) => effects.flatMap((effect) => effect.draws)),
      ...program.formulas.flatMap(({ draw }) => draw ?? []),
    ];
    const used = new Set(draws.map((draw) => draw.stock));
    return {
      // What the manager keeps as proofs is not for customers.
      product: { ...definition, proofs: [] },
      surroundings: portableSurroundings(program.product, surroundings),
      today,
      group: await groupOf(still.database.read, token),
      // How long the lots are decides what can be had; what they are called in the store room is nobody’s business.
      stock: stock.filter(({ key }) => used.has(key)).map(({ key, title, unit, available, lying }) => ({ key, title, unit, available, lying: lying && { ...lying, lots: lying.lots.map((lot) => ({ ...lot, label: '' })) } })),
    };
  });
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
      picture: resolution?.pictures[0]?.layers.at(-1) ?? published?.definition.pictures[0] ?? null,
      quantity,
      quantityRule: published?.definition.quantity ?? { minimum: 1, maximum: null, multiple: 1 },
      resolution: resolution && resolutionJson(resolution),
      problems: problems.map(({ where, code, message, remedy }) => ({ where, code, message, ...(remedy !== undefined && { remedy }) })),
      formerPrice,
    })),
  };
}
