import { type ChoiceReader, type Fault } from '../catalog';
import { type Exact, type RoundingMode } from '../number';
import { type QuantityRule } from '../ordering';
import { type AmountProgram, type Basis, type PriceLine } from '../pricing';
import { type Answer } from '../catalog';
import { type Unit } from '../quantity';
import { type ChoiceShown } from './resolution';

/** What an answer brings, ready to be run. */
export interface EffectProgram {
  readonly amount: AmountProgram | null;
  readonly sku: string | null;
  /** in the program's unit of weight */
  readonly weight: Exact | null;
  readonly draws: readonly DrawProgram[];
}

/** A draw: a fixed quantity, or a measured answer times the factor between its unit and the stock item's. */
export interface DrawProgram {
  readonly stock: string;
  readonly title: string;
  readonly unit: Unit;
  readonly fixed: Exact | null;
  readonly measure: { readonly index: number; readonly factor: Exact } | null;
}

export interface ChoiceProgram {
  readonly key: string;
  readonly title: string;
  readonly required: boolean;
  readonly stocked: boolean;
  readonly reader: ChoiceReader;
  readonly fallback: unknown;
  readonly effects: readonly EffectProgram[];
  readonly optionKeys: readonly string[];
  /** whether what is offered can change with the answers or with stock */
  readonly offersVary: boolean;
  /** the choice with all its options offered, made once */
  readonly allOffered: ChoiceShown;
}

export interface VariantProgram {
  /** option keys in the order of the stocked choices */
  readonly options: readonly string[];
  readonly title: string;
  readonly sku: string;
  readonly price: Exact | null;
  readonly draw: DrawProgram | null;
}

export interface BaseProgram {
  readonly price: Exact | null;
  readonly compareAt: Exact | null;
  /** turns a price per unit into the base of one item; null while the measure is not answered */
  readonly charge: ((price: Exact, answers: readonly (Answer | null)[]) => { of: Basis; amount: Exact } | null) | null;
  /** key of the choice that says how much, or null where the product is sold one at a time */
  readonly measure: { readonly index: number; readonly factor: Exact } | null;
  readonly line: PriceLine | null;
}

/** A product's definition, checked and made ready to run. The same program serves browser, server and command line. */
export interface Program {
  readonly slug: string;
  readonly title: string;
  readonly sku: string;
  readonly currency: string;
  readonly rounding: RoundingMode;
  /** decimal places of the currency's minor unit */
  readonly places: number;
  readonly skuSeparator: string;
  readonly choices: readonly ChoiceProgram[];
  readonly indexOf: ReadonlyMap<string, number>;
  /** positions of the choices in the order of their keys, for the item's key */
  readonly keyOrder: readonly number[];
  readonly base: BaseProgram;
  readonly quantity: QuantityRule;
  /** the quantity that counts when none is given */
  readonly defaultQuantity: number;
  readonly draws: readonly DrawProgram[];
  readonly weight: Exact | null;
  readonly weightUnit: Unit;
  /** positions of the stocked choices */
  readonly stocked: readonly number[];
  readonly variants: ReadonlyMap<string, VariantProgram>;
  readonly faults: readonly Fault[];
  /** those that keep every selection from being sold */
  readonly blocking: readonly Fault[];
}

/** Name of a combination of stocked options within a program. */
export function variantKey(options: readonly string[]): string {
  return options.join('|');
}
