import { type LineValue } from '../formula';
import { Exact } from '../number';
import { type NamedCondition } from '../conditions';
import { type Quantity, type Unit } from '../quantity';
import { type Answer } from '../selection';

/** What an amount is taken of. */
export type Basis =
  | { readonly kind: 'percent'; readonly rate: Exact; readonly of: Exact }
  | { readonly kind: 'characters'; readonly count: number; readonly rate: Exact }
  | { readonly kind: 'measure'; readonly quantity: Quantity; readonly rate: Exact; readonly per: Unit }
  | {
      readonly kind: 'charged';
      readonly quantity: Quantity;
      readonly rate: Exact;
      readonly per: Unit;
      /** what is needed, in the same unit */
      readonly needed: Exact;
      readonly packs: Exact | null;
      readonly pack: string | null;
      readonly step: Exact | null;
    }
  | { readonly kind: 'formula'; readonly lines: readonly LineValue[] }
  | { readonly kind: 'replaces'; readonly amount: Exact }
  /** the price of the whole has so much in it for the part already */
  | { readonly kind: 'moreThan'; readonly amount: Exact }
  /** the price of the whole has a part in it that was left out */
  | { readonly kind: 'without' }
  | { readonly kind: 'pieces'; readonly count: number; readonly rate: Exact }
  /** another price from so many on */
  | { readonly kind: 'insteadOf'; readonly amount: Exact; readonly usual: Exact }
  /** so many pieces of the line, or so much of what it measures, at another price for one than the first */
  | {
      readonly kind: 'beyond';
      readonly count: Exact;
      readonly unit: Unit | null;
      readonly rate: Exact;
      readonly usual: Exact;
    };

/**
 * One line of the working. The lines per unit add up to the unit price; the unit price times the quantity and the
 * lines per line add up to the line total.
 */
export interface PriceLine {
  readonly label: string;
  readonly kind: 'base' | 'part' | 'choice' | 'formula' | 'rule' | 'break' | 'rounding';
  readonly of: Basis | null;
  readonly amount: Exact;
  readonly per: 'unit' | 'line';
  /** `product`, `variant`, `breaks`, `rounding`, or the key of the choice it comes from */
  readonly source: string;
  /** the condition of the rule that it comes from, by which it is called where it has no label */
  readonly because?: NamedCondition;
}

/** What amounts are computed from. */
export interface PricingInputs {
  /** with its breaks */
  base: Exact;
  /** the base and all lines per unit so far */
  sum: Exact;
  readonly answers: (Answer | null)[];
}

export type AmountProgram = (inputs: PricingInputs) => PriceLine;

/** Which answer an amount refers to, and the unit that answer's value is in. */
export interface AmountTarget {
  readonly index: number;
  readonly unit: Unit | null;
}

/** The same line for several of what it is for. */
export function timesLine(line: PriceLine, count: number): PriceLine {
  if (count === 1) return line;
  return { ...line, of: { kind: 'pieces', count, rate: line.amount }, amount: line.amount.times(Exact.of(count)) };
}

/** The line that brings exact lines to a payable amount; null when none is needed. */
export function roundingLine(sum: Exact, rounded: Exact, per: PriceLine['per']): PriceLine | null {
  const difference = rounded.minus(sum);
  if (difference.sign() === 0) return null;
  return { label: 'Rounding', kind: 'rounding', of: null, amount: difference, per, source: 'rounding' };
}
