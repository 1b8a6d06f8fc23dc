import { type Capacity, type ChoiceReader, type Product } from '../catalog';
import { type Exact, type RoundingMode } from '../number';
import { type AmountProgram, type BreaksProgram, type PriceLine } from '../pricing';
import { type ListedBase } from '../price-lists';
import { type Fault, type Path } from '../problems';
import { type Unit } from '../quantity';
import { type Assembled } from './assemble';
import { type BoundingProgram } from './bounds';
import { type ChargeProgram } from './charging';
import { type FormulaProgram } from './formulas';
import { type ChoiceShown } from './offers';
import { type AddOnProgram } from './add-ons';
import { type KitProgram } from './kit';
import { type FitProgram } from './fits';
import { type PriceSource, type PriceStep } from './price-steps';
import { type SupplyStep } from './supply-steps';
import { type ProductRules } from './product-rules';
import { type QuantityProgram } from './quantities';
import { type PropertyProgram } from './properties';
import { type ViewProgram } from './views';

/** What an answer brings, ready to be run. */
export interface EffectProgram {
  readonly amount: AmountProgram | null;
  /** what the amount was before, where that is said */
  readonly wasAmount: AmountProgram | null;
  /** what the amount is from so many on; null where it stays */
  readonly breaks: BrokenAmount | null;
  readonly sku: string | null;
  /** in the program's unit of weight */
  readonly weight: Exact | null;
  readonly draws: readonly DrawProgram[];
}

/** An amount that changes with how many are bought. */
export interface BrokenAmount {
  readonly table: BreaksProgram;
  /** one a step of the table */
  readonly amounts: readonly AmountProgram[];
}

/**
 * A draw: of a fixed quantity, a measured answer times the factor between its unit and the stock item's, or what is
 * charged.
 */
export interface DrawProgram {
  readonly stock: string;
  readonly title: string;
  readonly unit: Unit;
  readonly fixed: Exact | null;
  readonly measure: { readonly index: number; readonly factor: Exact } | null;
  /** as much as is charged: in packs, or times the factor between the price's unit and the stock item's */
  readonly charged: 'packs' | Exact | null;
  /** how many such pieces one item takes */
  readonly pieces: number;
  /** whether the stock item lies in lots, from which pieces are cut */
  readonly cut: boolean;
  /** days it takes beyond stock; null where nothing may be promised beyond stock */
  readonly leadDays: number | null;
}

/** What of an option decides whether it is offered. */
export interface OptionProgram {
  readonly key: string;
  readonly title: string;
  readonly groups: readonly string[];
  readonly whenOut: 'unavailable' | 'hidden' | 'orderable';
  readonly leadDays: number | null;
  /** shown in the place of the product's picture while it is chosen */
  readonly picture: string | null;
  /** what is picked when it is, alone and once */
  readonly alone: readonly { readonly option: string; readonly quantity: number }[];
}

export interface ChoiceProgram {
  readonly key: string;
  readonly title: string;
  readonly required: boolean;
  readonly stocked: boolean;
  readonly reader: ChoiceReader;
  /** whether it asks for an answer; a note does not */
  readonly asks: boolean;
  /** customer groups that see it; empty for everybody */
  readonly groups: readonly string[];
  /** whether the workshop alone sees it: its default and rules settle it, and nobody is asked */
  readonly forWorkshop: boolean;
  /** whether the answer that counts when none is given would be refused, and does not count */
  readonly defaultRefused: boolean;
  readonly effects: readonly EffectProgram[];
  readonly options: readonly OptionProgram[];
  /** whether what is offered can change with the answers or with stock */
  readonly offersVary: boolean;
  /** the choice with all its options offered, made once */
  readonly allOffered: ChoiceShown;
}

/** How much of something can be done in a day or a week. */
export interface CapacityProgram extends Pick<Capacity, 'pieces' | 'per'> {
  /** position of the date choice that says when; null for as soon as there is room */
  readonly by: number | null;
}

export interface VariantProgram {
  /** option keys in the order of the stocked choices */
  readonly options: readonly string[];
  readonly title: string;
  readonly sku: string;
  readonly price: Exact | null;
  /** which list its price is of; null for its own */
  readonly listed: ListedBase | null;
  readonly wasPrice: Exact | null;
  readonly breaks: BreaksProgram | null;
  /** in the program's unit of weight */
  readonly weight: Exact | null;
  readonly draw: DrawProgram | null;
  readonly picture: string | null;
  readonly onSale: boolean;
}

export interface BaseProgram {
  readonly price: Exact | null;
  /** which list it is of; null for the product's own */
  readonly listed: ListedBase | null;
  readonly wasPrice: Exact | null;
  readonly breaks: BreaksProgram | null;
  /** the unit that the price is for; null where the product is sold one at a time */
  readonly unit: Unit | null;
  /**
   * what says how much of it: a choice or a formula by position, and the factor to the price's unit; null for the same
   */
  readonly measured: {
    readonly kind: 'choice' | 'formula';
    readonly index: number;
    readonly factor: Exact | null;
  } | null;
  readonly charging: ChargeProgram | null;
  readonly line: PriceLine | null;
}

/**
 * A product's definition, checked: what is written of it, ready to run. What else is to be known of it follows from
 * this alone, see {@link Derived}.
 */
export interface Compiled {
  /** what was compiled: the product with the choices of its sheets and the colours of its swatches in place */
  readonly product: Product;
  /** formulas, rates and rules as they are written, those of its sheets among them */
  readonly written: Pick<Assembled, 'formulas' | 'rates' | 'rules'>;
  /** the place in the definition as it is edited, of a place in {@link product} */
  readonly placeOf: (path: Path) => Path;
  readonly slug: string;
  readonly title: string;
  readonly sku: string;
  readonly currency: string;
  readonly rounding: RoundingMode;
  /** decimal places of the currency's minor unit */
  readonly places: number;
  readonly skuSeparator: string;
  /** whom its prices are for: keys of customer groups, null for everybody else; null for all customers */
  readonly pricedFor: readonly (string | null)[] | null;
  readonly choices: readonly ChoiceProgram[];
  readonly base: BaseProgram;
  /** products that can be taken along with it, in the order of the page */
  readonly addOns: readonly AddOnProgram[];
  /** positions of the choices that would take along what is not in the shop: what they ask can't be had */
  readonly gone: readonly number[];
  /** what it is put together from; null where it has no parts */
  readonly kit: KitProgram | null;
  /** what it measures or is, by inside name */
  readonly properties: ReadonlyMap<string, PropertyProgram>;
  /** what of it must fit together */
  readonly fits: readonly FitProgram[];
  /** how much of it can be done in a day or a week, and which date says when; null for any */
  readonly capacity: CapacityProgram | null;
  /** answers that are given beforehand, as in a selection: of a product that is a part of another */
  readonly fixed: Readonly<Record<string, unknown>>;
  readonly formulas: readonly FormulaProgram[];
  /** formulas that bound answers or stand in for them; null where there are none */
  readonly bounding: BoundingProgram | null;
  /** rules and tables that are switched on; null where there are none */
  readonly rules: ProductRules | null;
  /** in which order choices are answered, each after those that decide about it; null for the order of the page */
  readonly order: readonly number[] | null;
  readonly quantities: QuantityProgram;
  /** the quantity that counts when none is given */
  readonly defaultQuantity: number;
  readonly draws: readonly DrawProgram[];
  /** pictures that are put together from what is chosen */
  readonly views: readonly ViewProgram[];
  readonly weight: Exact | null;
  readonly weightUnit: Unit;
  readonly variants: ReadonlyMap<string, VariantProgram>;
  readonly faults: readonly Fault[];
  /** those that keep every selection from being sold */
  readonly blocking: readonly Fault[];
}

/** What follows from what is compiled, worked out once: see `derived.ts`, the one place that makes it. */
export interface Derived {
  readonly indexOf: ReadonlyMap<string, number>;
  /** positions of the stocked choices */
  readonly stocked: readonly number[];
  /** positions of the choices whose answers can add to the SKU, in the order of the page */
  readonly skuChoices: readonly number[];
  /** positions of the choices in the order of their keys, for the item's key; without those that others settle */
  readonly keyOrder: readonly number[];
  /** index of the formula that the base price comes from; null where none does */
  readonly baseFormula: number | null;
  /** where its base price comes from, the first that has one */
  readonly priceSources: readonly PriceSource[];
  /** how its price is worked out from there, in order */
  readonly priceSteps: readonly PriceStep[];
  /** what of it takes from stock, or costs work, in the order in which that is collected */
  readonly supplySteps: readonly SupplyStep[];
  /** every table of breaks that it has: of the product, of variants and of options; usually none */
  readonly breaks: readonly BreaksProgram[];
  /** whether anything is said of what it cost before */
  readonly remembersPrices: boolean;
  /** whether any chosen option or variant changes the main picture */
  readonly picturesVary: boolean;
}

/** Marks what `programOf` has made: what is spread of a program is none, and does not compile as one. */
export class Made {
  declare protected readonly isMade: true;
}

/**
 * A product, ready to be resolved. The same program serves browser, server and command line. Made by `programOf`, and
 * changed by `programWith` alone, so that what follows from it is never that of another.
 */
export interface Program extends Compiled, Derived, Made {}

/** Of a product that is no part of another, nothing is answered beforehand. */
export const NOTHING_FIXED: Program['fixed'] = {};

/** Name of a combination of stocked options within a program. */
export function variantKey(options: readonly string[]): string {
  return options.join('|');
}
