import { type Answer } from '../selection';
import { type NamedCondition } from '../problems';
import { Exact } from '../number';
import { conversionFactor, type Quantity, type Unit } from '../quantity';
import { type LineValue } from '../formula';
import { type Amount } from './amount';

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
  | { readonly kind: 'pieces'; readonly count: number; readonly rate: Exact };

/**
 * One line of the working. The lines per unit add up to the unit price; the unit price times the quantity and the
 * lines per line add up to the line total.
 */
export interface PriceLine {
  readonly label: string;
  readonly kind: 'base' | 'choice' | 'formula' | 'rule' | 'rounding';
  readonly of: Basis | null;
  readonly amount: Exact;
  readonly per: 'unit' | 'line';
  /** `product`, `variant`, `rounding`, or the key of the choice it comes from */
  readonly source: string;
  /** the condition of the rule that it comes from, by which it is called where it has no label */
  readonly because?: NamedCondition;
}

/** What amounts are computed from. */
export interface PricingInputs {
  readonly base: Exact;
  /** the base and all lines per unit so far */
  sum: Exact;
  readonly answers: (Answer | null)[];
}

export type AmountProgram = (inputs: PricingInputs) => PriceLine;

const HUNDRED = Exact.of(100);

/** Which answer an amount refers to, and the unit that answer's value is in. */
export interface AmountTarget {
  readonly index: number;
  readonly unit: Unit | null;
}

/**
 * Makes an amount ready to be computed.
 *
 * @param value  the amount's value, read
 * @param target the answer it counts or measures; required for amounts per character and per unit
 * @param per    the unit of an amount per unit
 */
export function amountProgram(
  amount: Amount,
  value: Exact,
  label: string,
  source: string,
  target: AmountTarget | null,
  per: Unit | null,
): AmountProgram {
  switch (amount.kind) {
    case 'fixed': {
      const line: PriceLine = { label, kind: 'choice', of: null, amount: value, per: 'unit', source };
      return () => line;
    }
    case 'percentOfBase': {
      const share = value.over(HUNDRED);
      return ({ base }) => ({
        label,
        kind: 'choice',
        of: { kind: 'percent', rate: value, of: base },
        amount: base.times(share),
        per: 'unit',
        source,
      });
    }
    case 'percentOfSum': {
      const share = value.over(HUNDRED);
      return ({ sum }) => ({
        label,
        kind: 'choice',
        of: { kind: 'percent', rate: value, of: sum },
        amount: sum.times(share),
        per: 'unit',
        source,
      });
    }
    case 'oncePerLine': {
      const line: PriceLine = { label, kind: 'choice', of: null, amount: value, per: 'line', source };
      return () => line;
    }
    case 'perCharacter': {
      const index = target?.index ?? -1;
      const counted = amount.spaces === 'counted';
      return ({ answers }) => {
        const answer = answers[index];
        const count = answer ? (counted ? answer.characters : answer.charactersWithoutSpaces) : 0;
        return { label, kind: 'choice', of: { kind: 'characters', count, rate: value }, amount: value.times(Exact.of(count)), per: 'unit', source };
      };
    }
    case 'perUnit': {
      const charge = measureCharge(value, target, per);
      return ({ answers }) => {
        const { of, amount: charged } = charge(answers) ?? { of: null, amount: Exact.zero };
        return { label, kind: 'choice', of, amount: charged, per: 'unit', source };
      };
    }
  }
}

/**
 * Makes a rate per unit ready to be multiplied with a measured answer.
 *
 * @returns a function that gives null while the measure is not answered
 */
export function measureCharge(
  rate: Exact,
  target: AmountTarget | null,
  per: Unit | null,
): (answers: readonly (Answer | null)[]) => { of: Basis; amount: Exact } | null {
  if (!target || !per || !target.unit) return () => null;
  const { index, unit } = target;
  const ratePerAnswerUnit = rate.times(conversionFactor(unit, per));
  return (answers) => {
    const value = answers[index]?.value;
    if (!value) return null;
    return { of: { kind: 'measure', quantity: { value, unit }, rate, per }, amount: value.times(ratePerAnswerUnit) };
  };
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
