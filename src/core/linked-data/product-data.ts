import { sellableRange } from '../analysis';
import { isStocked, type Variant } from '../catalog';
import { type Program } from '../compile';
import { moneyDigits } from '../money';
import { type Exact } from '../number';
import { titleOfVariant } from '../price-lists';
import { resolve, type Resolution } from '../run';
import { type StockView } from '../stock';

/** Where a product stands, and who looks at it. */
export interface LinkedAround {
  /** scheme, host and port of the shop: `https://shop.example` */
  readonly origin: string;
  readonly stock: StockView;
  /** the day in the shop, as YYYY-MM-DD */
  readonly today: string;
  readonly group: string | null;
  /** its pictures, the one first by which it is listed: addresses, or paths of the shop */
  readonly pictures: readonly { readonly src: string }[];
  /** whether prices include the tax; null where none is told */
  readonly taxIncluded: boolean | null;
}

/** A thing in JSON-LD, or a part of one. */
export type Linked = Readonly<Record<string, unknown>>;

/** So many variants are told one by one; of more, what they cost between them. */
const MOST_VARIANTS = 30;

/** UN/CEFACT codes of units that things are sold by, by their UCUM codes. @see UN/CEFACT Recommendation 20 */
const UNIT_CODES: Readonly<Record<string, string>> = {
  m: 'MTR',
  cm: 'CMT',
  mm: 'MMT',
  m2: 'MTK',
  m3: 'MTQ',
  L: 'LTR',
  kg: 'KGM',
  g: 'GRM',
  '[ft_i]': 'FOT',
  '[in_i]': 'INH',
  '[yd_i]': 'YRD',
};

/** Where the page of a product stands in the shop. */
export const productAddress = (origin: string, slug: string): string => `${origin}/shop/${encodeURIComponent(slug)}`;

/** Where a picture is found from anywhere. @param src an address, or a path of the shop */
export const absoluteAddress = (origin: string, src: string): string => new URL(src, `${origin}/`).toString();

/** Leaves out what there is nothing of. */
const said = (parts: Readonly<Record<string, unknown>>): Linked =>
  Object.fromEntries(
    Object.entries(parts).filter(
      ([, value]) =>
        value !== null && value !== '' && value !== undefined && !(Array.isArray(value) && value.length === 0),
    ),
  );

/** Whether a selection could be sold if there were enough of it. */
const isSold = ({ state, unitPrice }: Resolution) =>
  unitPrice !== null && (state === 'sellable' || state === 'unavailable');

const availability = (resolution: Resolution): string =>
  `https://schema.org/${resolution.state === 'sellable' ? 'InStock' : 'OutOfStock'}`;

class ProductData {
  private readonly url: string;

  constructor(
    private readonly program: Program,
    private readonly around: LinkedAround,
  ) {
    this.url = productAddress(around.origin, program.product.slug);
  }

  private resolved(answers: Readonly<Record<string, unknown>>, quantity?: number): Resolution {
    const { stock, today, group } = this.around;
    return resolve(this.program, { answers, ...(quantity !== undefined && { quantity }) }, { stock, today, group });
  }

  private amount(value: Exact): string {
    return moneyDigits(value, this.program.currency);
  }

  private priced(more: Linked): Linked {
    return said({ priceCurrency: this.program.currency, valueAddedTaxIncluded: this.around.taxIncluded, ...more });
  }

  /** What a selection costs, and from so many on. */
  private offer(resolution: Resolution, answers: Readonly<Record<string, unknown>>): Linked {
    const { unitPrice } = resolution;
    if (!unitPrice) return {};
    const specification = (price: string, from: number) =>
      this.priced({
        '@type': 'UnitPriceSpecification',
        price,
        eligibleQuantity: { '@type': 'QuantitativeValue', minValue: from },
      });
    const steps = this.stepsOf(answers);
    return said({
      '@type': 'Offer',
      url: this.url,
      price: this.amount(unitPrice),
      priceCurrency: this.program.currency,
      availability: availability(resolution),
      priceSpecification:
        steps.length > 0
          ? [
              specification(this.amount(unitPrice), resolution.quantity),
              ...steps.map(({ price, from }) => specification(price, from)),
            ]
          : this.around.taxIncluded === null
            ? null
            : this.priced({ '@type': 'PriceSpecification', price: this.amount(unitPrice) }),
    });
  }

  private stepsOf(answers: Readonly<Record<string, unknown>>): { readonly from: number; readonly price: string }[] {
    const { breaks } = this.program.product;
    const steps = breaks?.over === 'pieces' ? breaks.steps : [];
    return steps.flatMap(({ from }) => {
      const count = Number(from);
      if (!Number.isSafeInteger(count) || count < 2) return [];
      const { unitPrice, state } = this.resolved(answers, count);
      return unitPrice && state !== 'invalid' && state !== 'incomplete'
        ? [{ from: count, price: this.amount(unitPrice) }]
        : [];
    });
  }

  /** What it costs between all that can be selected; per unit where it is sold by one. */
  private range(): Linked | null {
    const range = sellableRange(this.program, this.around.today);
    if (!range?.least) return null;
    if (range.per !== null) {
      const unitCode = UNIT_CODES[range.per];
      return unitCode === undefined
        ? null
        : {
            '@type': 'Offer',
            url: this.url,
            priceSpecification: this.priced({
              '@type': 'UnitPriceSpecification',
              price: this.amount(range.least),
              referenceQuantity: { '@type': 'QuantitativeValue', value: 1, unitCode },
            }),
          };
    }
    const isBounded = !range.open && range.isProved && this.program.baseFormula === null;
    return said({
      '@type': 'AggregateOffer',
      url: this.url,
      lowPrice: this.amount(range.least),
      highPrice: isBounded ? this.amount(range.to) : null,
      priceCurrency: this.program.currency,
    });
  }

  private variant(variant: Variant): Linked[] {
    const { title, choices, forCustomers } = this.program.product;
    const resolution = this.resolved(variant.options);
    if (!isSold(resolution)) return [];
    return [
      said({
        '@type': 'Product',
        name: `${title}, ${titleOfVariant(choices, variant.options)}`,
        sku: forCustomers.sku ? resolution.item.sku : null,
        gtin: variant.gtin,
        image: variant.picture === null ? null : absoluteAddress(this.around.origin, variant.picture),
        offers: this.offer(resolution, variant.options),
      }),
    ];
  }

  /** The product, with its offers. */
  data(): Linked {
    const { product } = this.program;
    const { title, summary, description, slug, category, choices, variants, forCustomers, sku } = product;
    const shared = {
      '@context': 'https://schema.org',
      name: title,
      description: summary || description.slice(0, 300),
      url: this.url,
      image: this.around.pictures.map(({ src }) => absoluteAddress(this.around.origin, src)),
      category,
    };
    const sold = variants.filter(({ onSale }) => onSale);
    const each =
      sold.length > 0 && sold.length <= MOST_VARIANTS ? sold.flatMap((variant) => this.variant(variant)) : [];
    if (each.length > 0)
      return said({
        ...shared,
        '@type': 'ProductGroup',
        productGroupID: slug,
        variesBy: choices.filter(isStocked).map((choice) => choice.title),
        hasVariant: each,
      });
    const usual = product.soldBy.kind === 'each' && variants.length === 0 ? this.resolved({}) : null;
    const isOne = usual !== null && isSold(usual) && !this.varies();
    return said({
      ...shared,
      '@type': 'Product',
      sku: forCustomers.sku ? sku : null,
      offers: isOne ? this.offer(usual, {}) : this.range(),
    });
  }

  private varies(): boolean {
    const range = sellableRange(this.program, this.around.today);
    return range === null || range.open || !range.from.equals(range.to);
  }
}

/**
 * A product as search engines and other programs read it: what it is, its variants, and what customers of a group pay,
 * to the minor unit.
 *
 * @see https://schema.org/ProductGroup and https://schema.org/Offer
 */
export const productData = (program: Program, around: LinkedAround): Linked => new ProductData(program, around).data();
