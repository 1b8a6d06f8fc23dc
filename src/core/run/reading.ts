import { type FormulaOutcome } from '../compile/formulas';
import { type HeldIn } from '../compile/held';
import { type VariantProgram } from '../compile/program';
import { type Answer } from '../selection';
import { type ChargedMeasure } from './formulas/charging';
import { type Exact } from '../number';
import { type Counted } from './price/counting';
import { type Entry } from './kits/entries';
import { type UsualPrices } from './kits/kit-price';
import { type AddOnTaken } from './kits/add-ons';

/** A selection as it has been understood: what price, draws, weight and pictures follow from. */
export interface Reading {
  /** one per choice, in the order of the page; null where nothing counts */
  readonly answers: (Answer | null)[];
  readonly quantity: number;
  /** key of the customer's group, or null */
  readonly group: string | null;
  readonly variant: VariantProgram | null;
  /** what is taken along */
  readonly addOns: readonly AddOnTaken[];
  /** what it is put together from: its parts, then what is in its slots */
  readonly entries: readonly Entry[];
  /** what a kit has in its places usually; asked for where its price is its own */
  readonly usual: () => UsualPrices;
  /** what is charged for one item of a product that is sold by the unit */
  readonly charged: ChargedMeasure | null;
  /** what the formulas give, in their order */
  readonly outcomes: readonly FormulaOutcome[];
  /** what is in slots and stands for parts, as formulas look at it; absent where there are none */
  readonly held?: HeldIn;
  /** how much is bought beside it that counts for a table of breaks; absent for nothing */
  readonly beside?: (table: Counted) => Exact;
  /** whether a rule has fired; null where there are none */
  readonly fired: ((rule: number) => boolean) | null;
}
