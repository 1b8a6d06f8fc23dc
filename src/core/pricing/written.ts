import { Exact, written } from '../number';
import { type PriceLine, roundingLine } from './lines';

/** A line of the working as it leaves: its amount a decimal. */
export type WrittenLine = Omit<PriceLine, 'amount'> & { readonly amount: string };

/**
 * Writes the lines of a working in decimals so that what is written adds up to what is paid, too. What is lost where a
 * line has no end as a decimal is in the line that rounds.
 */
export function writtenLines(lines: readonly PriceLine[]): WrittenLine[] {
  return (['unit', 'line'] as const).flatMap((per) => {
    const own = lines.filter((line) => line.per === per);
    const exact = own.reduce((sum, { amount }) => sum.plus(amount), Exact.zero);
    const others = own
      .filter(({ kind }) => kind !== 'rounding')
      .map((line) => ({ ...line, amount: written(line.amount) }));
    const rounding = roundingLine(
      others.reduce((sum, { amount }) => sum.plus(Exact.from(amount)), Exact.zero),
      exact,
      per,
    );
    return [...others, ...(rounding ? [{ ...rounding, amount: written(rounding.amount) }] : [])];
  });
}
