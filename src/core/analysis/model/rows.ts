import { type Candidate } from '../../catalog/choices';
import { anyOf, type Space } from '../../constraints';

export interface Column {
  readonly variable: number;
  readonly values: readonly Candidate[];
  /** whether leaving it out is an answer like any other, that rows can have */
  readonly leftOutCounts: boolean;
}

export const UNANSWERED = -1;
/** In a row: any option. */
const ANY = -1;
/** In the place of an option, where leaving out is an answer like any other. */
export const LEFT_OUT_OPTION = -2;

const optionIn = ({ values, leftOutCounts }: Column, value: number) =>
  values[value]?.option ?? (leftOutCounts ? LEFT_OUT_OPTION : UNANSWERED);

/** Only these rows can be had, where every column has an answer. */
export function onlyRows(space: Space, columns: readonly Column[], rows: readonly (readonly number[])[]): void {
  const has = (column: Column, test: (option: number) => boolean) =>
    space.is(column.variable, (value) => test(optionIn(column, value)));
  const optionsOf = (column: Column) =>
    new Set(column.values.map((_, value) => optionIn(column, value)).filter((option) => option !== UNANSWERED));
  const [first, second] = columns;
  if (columns.length === 2 && first && second) {
    for (const option of optionsOf(first)) {
      const partners = rows.filter(([row]) => row === option || row === ANY).map((row) => row[1] ?? ANY);
      space.require(
        anyOf(
          has(first, (other) => other !== option),
          has(second, (other) => other === UNANSWERED || partners.includes(ANY) || partners.includes(other)),
        ),
      );
    }
    return;
  }
  // A helper says which row it is; the last value says that a column has no answer.
  const row = space.helper(rows.length + 1);
  for (const [place, column] of columns.entries()) {
    for (const option of optionsOf(column)) {
      space.require(
        anyOf(
          has(column, (other) => other !== option),
          space.is(
            row,
            (value) => value === rows.length || rows[value]?.[place] === option || rows[value]?.[place] === ANY,
          ),
        ),
      );
    }
  }
  space.require(
    anyOf(
      space.is(row, (value) => value < rows.length),
      ...columns.map((column) => has(column, (option) => option === UNANSWERED)),
    ),
  );
}
