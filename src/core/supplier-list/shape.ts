import { MOST_OPTIONS, MOST_VARIANTS } from '../catalog';
import { plainWords } from '../text';
import { type ListGroup, type ListRow, type Teller } from './groups';
import { choiceTitle, type ListColumn, wordFor } from './mapping';
import { ordered } from './sizes';

/** A column whose values differ within a product. */
export interface ShapeChoice {
  /** its place among the columns that may be choices */
  readonly column: number;
  readonly title: string;
  /** what its options are called, in their order */
  readonly options: readonly string[];
}

/** How the rows of a product differ. */
export interface Shape {
  readonly choices: readonly ShapeChoice[];
  /** what all rows have in common of columns that may be choices */
  readonly shared: readonly { readonly title: string; readonly value: string }[];
  /** rows with the place of their option of each choice */
  readonly rows: readonly { readonly row: ListRow; readonly options: readonly number[] }[];
}

/** How many combinations there would be of all options. */
export const combinationsOf = ({ choices }: Shape): number =>
  choices.reduce((product, { options }) => product * options.length, 1);

/**
 * What differs among the rows of a product becomes choices. Rows that nothing tells apart are told.
 *
 * @returns null for more than a product can be, which is told
 */
export function shapeOf({ title, rows }: ListGroup, columns: readonly ListColumn[], tell: Teller): Shape | null {
  const choices: ShapeChoice[] = [];
  const shared: { title: string; value: string }[] = [];
  columns.forEach((column, place) => {
    const called = choiceTitle(column);
    const words = new Map<string, string>();
    const without: ListRow[] = [];
    for (const row of rows) {
      const word = wordFor(column, row.values[place] ?? '');
      if (word === '') without.push(row);
      else if (!words.has(plainWords(word))) words.set(plainWords(word), word.slice(0, 120));
    }
    if (words.size === 0) return;
    const [first] = without;
    if (first)
      tell.fault(
        `Row ${first.number}, ${column.head}: it is empty${without.length > 1 ? `, as in ${without.length - 1} more` : ''}, and other rows of ${title} have one. Fill it in the file, or say what an empty cell means.`,
      );
    const values = [...words.values()];
    if (values.length === 1) shared.push({ title: called, value: values[0] ?? '' });
    else choices.push({ column: place, title: called, options: ordered(values, column.order, (word) => word) });
  });
  if (!hasRoom(title, choices, rows.length, tell)) return null;
  return { choices, shared, rows: placed({ title, rows }, choices, columns, tell) };
}

function hasRoom(title: string, choices: readonly ShapeChoice[], count: number, tell: Teller): boolean {
  const long = choices.find(({ options }) => options.length > MOST_OPTIONS);
  if (long)
    tell.fault(`${title}: ${long.title} would have ${long.options.length} options; ${MOST_OPTIONS} are the most.`);
  if (count > MOST_VARIANTS)
    tell.fault(
      `${title}: it would have ${count} variants; ${MOST_VARIANTS} are the most. Let more columns name products.`,
    );
  return !long && count <= MOST_VARIANTS;
}

function placed(
  { title, rows }: ListGroup,
  choices: readonly ShapeChoice[],
  columns: readonly ListColumn[],
  tell: Teller,
): Shape['rows'] {
  const places = choices.map(({ options }) => new Map(options.map((option, place) => [plainWords(option), place])));
  const known = new Map<string, number>();
  const same: { readonly row: number; readonly as: number; readonly said: string }[] = [];
  const apart = rows.flatMap((row) => {
    const options = choices.map(({ column }, choice) => {
      const head = columns[column];
      return places[choice]?.get(plainWords(head ? wordFor(head, row.values[column] ?? '') : '')) ?? 0;
    });
    const name = options.join(',');
    const before = known.get(name);
    if (before !== undefined) {
      const said = choices.map(({ options: all }, choice) => all[options[choice] ?? 0] ?? '').join(', ');
      same.push({ row: row.number, as: before, said });
      return [];
    }
    known.set(name, row.number);
    return [{ row, options }];
  });
  const [first] = same;
  if (first)
    tell.fault(
      `Row ${first.row}: it is the same as row ${first.as}: ${title}${first.said === '' ? '' : `, ${first.said}`}${same.length > 1 ? `, and ${same.length - 1} more rows of ${title} are like others` : ''}. Let another column be a choice, or remove the row.`,
    );
  return apart;
}
