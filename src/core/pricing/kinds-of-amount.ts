import { Exact } from '../number';
import { conversionFactor, type Unit } from '../quantity';
import { type Amount } from './amount';
import { type AmountProgram, type AmountTarget, type Basis, type PriceLine } from './lines';

export type AmountKind = Amount['kind'];

/** An amount made ready: its value, read, and what the line that it gives is called. */
interface Ready<A> {
  readonly amount: A;
  readonly value: Exact;
  readonly label: string;
  readonly source: string;
  /** the answer it counts or measures, where it does */
  readonly target: AmountTarget | null;
  /** the unit that its value is for, where it has one */
  readonly per: Unit | null;
}

/** Everything the core knows of a kind of amount, beside its schema and its words. */
export interface KindOfAmount<A> {
  /** what it does to the sum: it adds, or adds a share of the base or of the sum so far */
  readonly operation: 'add' | 'shareOfBase' | 'shareOfSum';
  /** whether it is paid for each item, or once for the order line */
  readonly per: 'unit' | 'line';
  /** what answer it counts or measures: of the choice it belongs to, or of another; null for none */
  readonly counts: 'characters' | 'measure' | null;
  /** UCUM code of the unit that its value is for; null where it has none */
  unit(amount: A): string | null;
  program(ready: Ready<A>): AmountProgram;
}

type Of<K extends AmountKind> = Extract<Amount, { kind: K }>;

const HUNDRED = Exact.of(100);
const noUnit = () => null;

function fixedLine(per: PriceLine['per']) {
  return ({ label, source, value }: Ready<unknown>): AmountProgram => {
    const line: PriceLine = { label, kind: 'choice', of: null, amount: value, per, source };
    return () => line;
  };
}

function shareLine(of: 'base' | 'sum') {
  return ({ label, source, value }: Ready<unknown>): AmountProgram => {
    const share = value.over(HUNDRED);
    return (inputs) => ({
      label,
      kind: 'choice',
      of: { kind: 'percent', rate: value, of: inputs[of] },
      amount: inputs[of].times(share),
      per: 'unit',
      source,
    });
  };
}

const kinds: { readonly [K in AmountKind]: KindOfAmount<Of<K>> } = {
  fixed: { operation: 'add', per: 'unit', counts: null, unit: noUnit, program: fixedLine('unit') },
  percentOfBase: { operation: 'shareOfBase', per: 'unit', counts: null, unit: noUnit, program: shareLine('base') },
  percentOfSum: { operation: 'shareOfSum', per: 'unit', counts: null, unit: noUnit, program: shareLine('sum') },
  oncePerLine: { operation: 'add', per: 'line', counts: null, unit: noUnit, program: fixedLine('line') },
  perCharacter: {
    operation: 'add',
    per: 'unit',
    counts: 'characters',
    unit: noUnit,
    program({ amount, value, label, source, target }) {
      const index = target?.index ?? -1;
      const counted = amount.spaces === 'counted';
      return ({ answers }) => {
        const answer = answers[index];
        const count = answer ? (counted ? answer.characters : answer.charactersWithoutSpaces) : 0;
        return {
          label,
          kind: 'choice',
          of: { kind: 'characters', count, rate: value },
          amount: value.times(Exact.of(count)),
          per: 'unit',
          source,
        };
      };
    },
  },
  perUnit: {
    operation: 'add',
    per: 'unit',
    counts: 'measure',
    unit: ({ unit }) => unit,
    program({ value, label, source, target, per }) {
      const line = (of: Basis | null, amount: Exact): PriceLine => ({
        label,
        kind: 'choice',
        of,
        amount,
        per: 'unit',
        source,
      });
      const nothing = line(null, Exact.zero);
      if (!target?.unit || !per) return () => nothing;
      const { index, unit } = target;
      const ratePerAnswerUnit = value.times(conversionFactor(unit, per));
      return ({ answers }) => {
        const measured = answers[index]?.value;
        return measured
          ? line(
              { kind: 'measure', quantity: { value: measured, unit }, rate: value, per },
              measured.times(ratePerAnswerUnit),
            )
          : nothing;
      };
    },
  },
};

/** What the core knows of an amount's kind. */
export function kindOfAmount<A extends Amount>(amount: A): KindOfAmount<A> {
  // The record has for each kind what fits that kind; that the two belong together is more than the compiler can
  // follow.
  return kinds[amount.kind] as unknown as KindOfAmount<A>;
}

/** Key of the choice whose answer an amount counts; null for the choice that it belongs to. */
export function countedChoice(amount: Amount): string | null {
  return 'of' in amount ? amount.of : null;
}
