import { type Program, type VariantProgram } from '../../compile/program';
import { Exact } from '../../number';
import { type BreaksProgram, type BreakStep, stepAt, type Stretch, stretches } from '../../pricing';
import { formatQuantity } from '../../quantity';
import { type Reading } from '../reading';

/** What of a table says what is counted for it. */
export type Counted = Pick<BreaksProgram, 'over' | 'across' | 'together'>;

/** Which step of a table holds; null below its first. */
export type StepOf = (table: BreaksProgram) => BreakStep | null;

/** No table has a step. */
export const NO_STEP: StepOf = () => null;

/** How what is bought stands in the tables of breaks. */
export interface Counting {
  /** for the pieces of one stretch of the line, the first of which is what one costs first */
  readonly parts: readonly (Stretch & { readonly stepOf: StepOf })[];
}

type Bought = Pick<Reading, 'quantity' | 'charged' | 'beside'> & {
  /** how many of the option that a table belongs to stand on each piece; absent for one */
  readonly each?: number;
};

/** How many pieces there are; of what is no quantity, one, so that there is a price to show. */
export const piecesOf = ({ quantity }: Pick<Reading, 'quantity'>): Exact =>
  Exact.of(Number.isInteger(quantity) && quantity > 0 ? quantity : 1);

/** How much counts for a table, in its unit: of this line, and of others beside it. */
export function countOf(table: Counted, bought: Bought): Exact {
  const pieces = piecesOf(bought);
  if (table.over === 'options') return pieces.times(Exact.of(bought.each ?? 1));
  const own = table.over === 'pieces' ? pieces : (bought.charged?.charged.times(pieces) ?? Exact.zero);
  return table.across === 'line' ? own : own.plus(bought.beside?.(table) ?? Exact.zero);
}

/** How many of the option that a table belongs to are picked. */
function pickedOf({ choices }: Program, answers: Reading['answers'], table: BreaksProgram): number {
  for (let index = 0; index < choices.length; index += 1) {
    for (const { effect, count } of answers[index]?.picks ?? [])
      if (choices[index]?.effects[effect]?.breaks?.table === table) return count;
  }
  return 1;
}

/** Parts a line where graduated breaks change; what holds for all units holds in every part. */
export function countingOf(program: Program, bought: Bought & Pick<Reading, 'answers'>): Counting {
  const { breaks } = program;
  const pieces = piecesOf(bought);
  const counts = new Map(
    breaks.map((table) => [
      table,
      countOf(table, table.over === 'options' ? { ...bought, each: pickedOf(program, bought.answers, table) } : bought),
    ]),
  );
  const graduated = breaks.filter(({ counting }) => counting === 'graduated');
  const bounds = graduated.flatMap((table) => {
    const count = counts.get(table);
    return count && count.sign() > 0 ? table.steps.map(({ from }) => from.times(pieces).over(count)) : [];
  });
  const parts = (graduated.length === 0 ? [{ from: Exact.zero, to: pieces }] : stretches(bounds, pieces)).map(
    (stretch) => ({
      ...stretch,
      stepOf: (table: BreaksProgram) => {
        const count = counts.get(table) ?? Exact.zero;
        return stepAt(table, table.counting === 'allUnits' ? count : count.times(stretch.to).over(pieces));
      },
    }),
  );
  return { parts };
}

/** The breaks of a base price: of the variant, else of the product. */
export const baseBreaks = ({ base }: Pick<Program, 'base'>, variant: VariantProgram | null): BreaksProgram | null =>
  variant?.breaks ?? base.breaks;

/** What a line of the working is called where a step holds: `From 10`, `Foil: from 10 m`, `Beyond 100`. */
export function stepLabel({ counting, unit }: BreaksProgram, { from }: BreakStep, of: string): string {
  const words = `${counting === 'allUnits' ? 'from' : 'beyond'} ${unit ? formatQuantity({ value: from, unit }) : from.toString()}`;
  return of === '' ? words.charAt(0).toUpperCase() + words.slice(1) : `${of}, ${words}`;
}
