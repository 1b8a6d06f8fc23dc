import { type Program } from '../compile';
import { Exact } from '../number';
import { conversionFactor, type Unit } from '../quantity';
import { type Counted } from '../run';
import { plainWords } from '../text';

/** What of an order line counts for the breaks of others. */
export interface CountedLine {
  readonly program: Program;
  readonly pieces: number;
  /** what is charged for one, in the unit that the product is sold by */
  readonly charged: Exact | null;
}

/** Whether any price of a product follows from what else lies in a basket. */
export const countsOthers = ({ breaks }: Program): boolean => breaks.some(({ across }) => across !== 'line');

/**
 * How much of other lines counts for a table of breaks of one: of all lines of the product, or of all products that
 * name the same group. What is measured in another unit is converted; what is measured otherwise does not count.
 */
export function besideOf(line: CountedLine, others: readonly CountedLine[]): (table: Counted) => Exact {
  return (table) =>
    others
      .filter((other) => countsFor(table, line, other))
      .reduce((sum, { program, pieces, charged }) => {
        if (table.over === 'pieces') return sum.plus(Exact.of(pieces));
        const factor = charged && factorBetween(program.base.unit, line.program.base.unit);
        return charged && factor ? sum.plus(charged.times(factor).times(Exact.of(pieces))) : sum;
      }, Exact.zero);
}

function countsFor({ across, together }: Counted, { program: own }: CountedLine, { program }: CountedLine): boolean {
  switch (across) {
    case 'line':
      return false;
    case 'product':
      return program.slug === own.slug;
    case 'together':
      return program.breaks.some(
        (table) => table.across === 'together' && plainWords(table.together) === plainWords(together),
      );
  }
}

function factorBetween(from: Unit | null, to: Unit | null): Exact | null {
  return from && to && from.dimension === to.dimension ? conversionFactor(from, to) : null;
}
