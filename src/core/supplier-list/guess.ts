import { gtinFault, keySchema, SKU_PATTERN } from '../catalog';
import { namedColour } from '../colour';
import { plainWords } from '../text';
import { areSizes } from './sizes';
import { type ColumnUse, headOfPart, type ListMapping, listMappingSchema, MOST_COLUMNS, SINGLE_USES } from './mapping';
import { type ListTable, partsOf, tableOf } from './table';
import { type Grid, spreadsheetIn } from '../spreadsheet';
import { USE_OF } from './column-words';

/** A heading as it is looked up: without points, units in brackets and currencies. */
const plainHead = (head: string): string =>
  plainWords(
    head
      .replace(/\([^()]*\)|\[[^[\]]*\]/g, ' ')
      .replace(/[._:#*]/g, ' ')
      .replace(/[€$£]|\b(?:EUR|USD|GBP|CHF|SEK|PLN)\b/g, ' '),
  );

interface Column {
  readonly head: string;
  readonly place: number;
  readonly filled: readonly string[];
  readonly distinct: number;
}

const columnsOf = ({ heads, rows }: ListTable): Column[] =>
  heads.map((head, place) => {
    const filled = rows.map(({ cells }) => cells[place] ?? '').filter((cell) => cell !== '');
    return { head, place, filled, distinct: new Set(filled.map(plainWords)).size };
  });

const share = (cells: readonly string[], is: (cell: string) => boolean): number =>
  cells.length === 0 ? 0 : cells.filter(is).length / cells.length;

const hasDigit = (cell: string) => /\d/.test(cell);
const isGtin = (cell: string) => gtinFault(cell.replace(/[\s-]/g, '')) === null;
const isMoney = (cell: string) => /^\D{0,4}\d[\d.,’' ]*[.,]\d{2}\D{0,4}$/.test(cell);
const isFigure = (cell: string) => /^-?[\d.,’' ]+$/.test(cell);
const isCode = (cell: string) => SKU_PATTERN.test(cell) && /\d/.test(cell);

/** An option has no longer name: what is longer tells something of a row. */
const LONGEST_VALUE = 60;

/** What most rows of a list are parted with, where their names hold what is chosen, too. */
const SEPARATORS = [' - ', ' – ', ' | ', ' / ', '; ', ', '] as const;

class Guess {
  readonly uses = new Map<string, ColumnUse>();

  constructor(
    readonly table: ListTable,
    readonly columns = columnsOf(table),
  ) {}

  has(use: ColumnUse): boolean {
    return [...this.uses.values()].includes(use);
  }

  private take(use: ColumnUse, column: Column | undefined): void {
    if (column && !this.uses.has(column.head) && !(SINGLE_USES.has(use) && this.has(use)))
      this.uses.set(column.head, use);
  }

  private get open(): Column[] {
    return this.columns.filter(({ head, filled }) => !this.uses.has(head) && filled.length > 0);
  }

  byHeadings(): void {
    for (const column of this.columns) {
      const use = USE_OF.get(plainHead(column.head));
      // Whether there are some is no figure of them.
      const isOther = use === 'onHand' && share(column.filled, hasDigit) < 0.5;
      if (use !== undefined && column.filled.length > 0 && !isOther) this.take(use, column);
    }
  }

  byContents(): void {
    const { length } = this.table.rows;
    this.take(
      'gtin',
      this.open.find(({ filled }) => share(filled, isGtin) > 0.8),
    );
    if (!this.has('price'))
      this.take(
        'price',
        this.open.find(({ filled }) => share(filled, isMoney) > 0.8),
      );
    this.take(
      'sku',
      this.open.find(({ filled, distinct }) => distinct === length && share(filled, isCode) > 0.9),
    );
    if (this.has('title')) return;
    const texts = this.open.filter(({ filled }) => share(filled, isFigure) < 0.2);
    // What has most words names the product.
    const [wordy] = [...texts].sort((a, b) => wordsIn(b) - wordsIn(a));
    this.take('title', wordy);
  }

  /** Columns become choices as long as rows of one name are not told apart. */
  byNeed(): void {
    const named = this.columns.filter(({ head }) => ['title', 'code'].includes(this.uses.get(head) ?? ''));
    const told = this.columns.filter(({ head }) => this.uses.get(head) === 'choice');
    for (const column of this.open) {
      const before = this.countBy([...named, ...told]);
      if (before === this.table.rows.length) return;
      const isShort = column.filled.every((cell) => cell.length <= LONGEST_VALUE);
      if (!isShort || column.distinct < 2 || column.distinct === this.table.rows.length) continue;
      if (this.countBy([...named, ...told, column]) === before) continue;
      this.uses.set(column.head, 'choice');
      told.push(column);
    }
  }

  private countBy(columns: readonly Column[]): number {
    return new Set(
      this.table.rows.map(({ cells }) => columns.map(({ place }) => plainWords(cells[place] ?? '')).join('\0')),
    ).size;
  }
}

const wordsIn = ({ filled }: Column): number =>
  filled.reduce((sum, cell) => sum + cell.split(' ').length, 0) / Math.max(1, filled.length);

/** A column whose cells all have the same number of parts, the first of them often the same. */
function splitOf(guess: Guess): ListMapping['split'] {
  if (guess.has('choice') || guess.has('code')) return null;
  const title = guess.columns.find(({ head }) => guess.uses.get(head) === 'title');
  if (!title || title.distinct < guess.table.rows.length) return null;
  for (const separator of SEPARATORS) {
    const parts = title.filled.map((cell) => partsOf(cell, separator));
    const count = parts[0]?.length ?? 0;
    if (count < 2 || parts.some((each) => each.length !== count)) continue;
    if (new Set(parts.map(([first = '']) => plainWords(first))).size <= parts.length / 2)
      return { head: title.head, separator };
  }
  return null;
}

/** A part of a column that was taken apart has no heading: it is called by what stands in it. */
function guessedColumn({ uses, table, columns }: Guess, head: string) {
  const use = uses.get(head) ?? 'none';
  const isPart = table.parts.includes(head);
  const values = columns.find((column) => column.head === head)?.filled ?? [];
  return { head, use, ...(use === 'choice' && isPart && { title: titleOf(values) }) };
}

const titleOf = (values: readonly string[]): string =>
  areSizes(values) ? 'Size' : share(values, (value) => namedColour(value) !== null) > 0.5 ? 'Colour' : 'Type';

/**
 * What the columns of a list probably say: by their headings, by what stands in them, and by what is needed to tell
 * rows of one product apart.
 */
export function guessMapping(grid: Grid): ListMapping {
  const plain = new Guess(tableOf(grid));
  plain.byHeadings();
  plain.byContents();
  const split = splitOf(plain);
  const guess = split ? new Guess(tableOf(grid, split)) : plain;
  if (split) {
    guess.uses.set(split.head, 'none');
    guess.uses.set(headOfPart(split.head, 0), 'title');
    guess.byHeadings();
    guess.byContents();
  }
  guess.byNeed();
  return listMappingSchema.parse({
    columns: guess.table.heads.slice(0, MOST_COLUMNS).map((head) => guessedColumn(guess, head)),
    split,
    stock: guess.has('onHand') || guess.has('cost') ? 'counted' : 'madeToOrder',
  });
}

/** Whether a spreadsheet is none of the shop's own: by its headings, or as it names products with words. */
export function looksLikeList(grid: Grid): boolean {
  const known = spreadsheetIn(grid);
  if (!known) return tableOf(grid).rows.length > 0;
  const keys = known.named.filter((name) => keySchema.safeParse(name).success).length;
  return known.named.length > 0 && keys < known.named.length / 2;
}

/**
 * A mapping that was kept, for a list that may have other columns: those that it knows, and none where it lacks what
 * named products and prices.
 */
function fittedMapping(kept: ListMapping, grid: Grid): ListMapping | null {
  const { heads } = tableOf(grid, kept.split);
  const known = new Map(kept.columns.map((column) => [column.head, column]));
  const lacks = kept.columns.some(({ head, use }) => use !== 'none' && !heads.includes(head));
  if (lacks || heads.length === 0) return null;
  return {
    ...kept,
    columns: heads
      .slice(0, MOST_COLUMNS)
      .map((head) => known.get(head) ?? { head, use: 'none', title: '', order: 'size', words: {} }),
  };
}

/** How the list of a supplier became products. */
export interface KeptMapping {
  readonly supplier: string;
  readonly mapping: ListMapping;
}

/** What the columns of a list say, and from whose list that is known; null where it is guessed. */
export interface MappingFor {
  readonly mapping: ListMapping;
  readonly keptFrom: string | null;
}

/**
 * The mapping of the last list with the same columns, else what the list seems to say.
 *
 * @param kept     the last first
 * @param supplier takes that of a supplier alone
 */
export function mappingFor(grid: Grid, kept: readonly KeptMapping[], supplier?: string): MappingFor {
  for (const each of kept) {
    const fitted = supplier === undefined || each.supplier === supplier ? fittedMapping(each.mapping, grid) : null;
    if (fitted) return { mapping: fitted, keptFrom: each.supplier };
  }
  return { mapping: { ...guessMapping(grid), supplier: supplier ?? '' }, keptFrom: null };
}
