import { type Trait } from '../core/browsing';
import { type JoinCondition, type Picture, type PlaceOfSale } from '../core/catalog';
import { type SoldOutClause } from '../core/run';
import { sortKey } from '../core/text';

/** What lists say of a product, worked out once and kept: to show it nothing is compiled. */
export interface ProductCard {
  readonly slug: string;
  readonly title: string;
  /** what the title is sorted by; absent in cards of before it was told */
  readonly titleKey?: string;
  readonly sku: string;
  readonly summary: string;
  /** cards made before pictures had a focus have none */
  readonly picture: (Pick<Picture, 'src' | 'alt'> & Partial<Pick<Picture, 'focus'>>) | null;
  /**
   * of one that is listed by its first view, what that shows: a name that changes with it, and in words; null for
   * none, absent in cards of before it was told
   */
  readonly look?: { readonly of: string; readonly alt: string } | null;
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly facets: readonly string[];
  /**
   * whether it has parts, so that what it takes is many things and not many of one; absent in cards of before it was
   * told
   */
  readonly isKit?: boolean;
  /** absent in cards of before it was told: in the shop */
  readonly soldWhere?: PlaceOfSale;
  /** in words, and what it is sorted by */
  readonly price: string | null;
  readonly priceFrom: number | null;
  /**
   * of one that is sold as its page begins: what it costs, and what supplying it takes; absent in cards of before it
   * was told, null where nothing is sold
   */
  readonly one?: {
    readonly price: string;
    readonly work: string;
    readonly draws: readonly { readonly stock: string; readonly quantity: string }[];
    /** whether nothing says what something of it costs; absent for no */ readonly unsaid?: boolean;
  } | null;
  /** what customers narrow the shop's list down by; absent in cards of before it was told, as are the next two */
  readonly traits?: readonly Trait[];
  /** what is found beside title, category and summary when words are looked for */
  readonly words?: string;
  /** `priceFrom` for customers of groups that pay something else, by key */
  readonly groupPricesFrom?: Readonly<Record<string, number>>;
  readonly marginFloor?: string | null;
  readonly taxClass?: string | null;
  /**
   * what it costs customers of groups with lists of their own, in words, by key; absent in cards of before there were
   * any
   */
  readonly groupPrices?: Readonly<Record<string, string>>;
  /**
   * the day that this is true of, as YYYY-MM-DD, where rules ask what day it is, or lists begin and end; null or absent
   * for any
   */
  readonly day?: string | null;
  /** stock items that it can draw; `along` where only something that is taken along does */
  readonly draws: readonly { readonly key: string; readonly along: boolean }[];
  /** how many things keep it from being published */
  readonly mustFix: number;
  /** while none of the ways of one of these is open, nobody can buy it; absent in cards of before groups had ways */
  readonly soldOutWhile?: readonly SoldOutClause[];
  /** what it refers to, to see whether the card still holds; the sheets are those that are placed on it */
  readonly refersTo: {
    readonly stock: readonly string[];
    readonly swatches: readonly string[];
    readonly sheets: readonly string[];
    readonly products: readonly string[];
    /** conditions by which products join its slots, also those yet to be published; absent for none */
    readonly joins?: readonly JoinCondition[];
  };
  /** what decides which sheets conditions place on it */
  readonly placements: readonly {
    readonly key: string;
    readonly by: 'hand' | 'condition';
    readonly leftOut: boolean;
  }[];
}

/** What lists find and sort a card by, kept in columns beside it. */
export const columnsOfCard = ({ title, titleKey, category, soldWhere, priceFrom, day }: ProductCard) => ({
  titleKey: titleKey ?? sortKey(title),
  category: category ?? '',
  soldWhere: soldWhere ?? 'shop',
  priceFrom,
  day: day ?? null,
});
