import { dequal } from 'dequal';
import { type Catalog, priceListSchema, productSchema, sheetSchema, stockItemSchema, swatchSchema } from '../catalog';
import { PLACE_AMONG } from '../compared';
import { Exact } from '../number';
import { closest, plainWords } from '../text';
import { withChanged } from './changed';
import { decimalSignOf, type Grid, withPoint } from './grid';
import {
  CellFault,
  type CellOf,
  type Column,
  type OwnerList,
  ownersIn,
  type Scope,
  scopeOf,
  type SpreadsheetKind,
} from './kind';
import { type SpreadsheetKey, spreadsheetKeys, spreadsheetKind } from './kinds';

/** What a spreadsheet makes of a catalog. */
export interface SpreadsheetReading {
  readonly kind: SpreadsheetKey | null;
  /** what it changes, and nothing else: a part of a shop */
  readonly catalog: Catalog;
  /** what is wrong, in words that say in which row and column */
  readonly faults: readonly string[];
  /** what of it says nothing here */
  readonly notes: readonly string[];
}

/** So many notes are told, and after so many faults nobody reads on. */
const MOST_NOTES = 50;
const MOST_FAULTS = 500;

/** A number has no more characters than these, in whatever words around it. */
const LONGEST_NUMBER = 100;

type Kind = SpreadsheetKind<object, unknown>;

/** The heading of each column that is known, by its place. */
type Heads = ReadonlyMap<string, number>;

/** One row of a spreadsheet. */
interface Line {
  /** as spreadsheets count */
  readonly number: number;
  readonly cell: CellOf;
}

const sameHead = plainWords;

/** The kind of spreadsheet that has most of some headings; null where none has those that name its rows. */
function kindOf(head: readonly string[]): SpreadsheetKey | null {
  const there = new Set(head.map(sameHead));
  let best: { readonly key: SpreadsheetKey; readonly found: number } | null = null;
  for (const key of spreadsheetKeys) {
    const { names, columns } = spreadsheetKind(key);
    if (names.some((column) => !column.mayLack && !there.has(sameHead(column.head)))) continue;
    if (!columns.some((column) => column.set && there.has(sameHead(column.head)))) continue;
    const found = [...names, ...columns].filter((column) => there.has(sameHead(column.head))).length;
    if (!best || found > best.found) best = { key, found };
  }
  return best?.key ?? null;
}

const headingsOf = (): string =>
  spreadsheetKeys
    .map((key) => {
      const { title, names } = spreadsheetKind(key);
      return `${title} (${names
        .filter(({ mayLack }) => !mayLack)
        .map(({ head }) => head)
        .join(', ')})`;
    })
    .join('; ');

/** Text as programs hand it on: with whatever line ends, and without spaces around it. */
const tidy = (text: string): string => text.replace(/\r\n?/g, '\n').trim();

/** Whether two cells say the same: numbers are the same however they are written. */
function sameCell({ isNumber }: Column<unknown>, one: string, other: string): boolean {
  if (tidy(one) === tidy(other)) return true;
  if (!isNumber) return false;
  const [a, b] = [Exact.parse(one), Exact.parse(other)];
  return a !== null && b !== null && a.equals(b);
}

/** What names a row, as the same is always written. */
const nameOf = (column: Column<unknown>, text: string): string =>
  column.isNumber ? (Exact.parse(text)?.toString() ?? text) : (column.plain?.(text) ?? text);

const SCHEMAS = {
  products: productSchema,
  sheets: sheetSchema,
  stock: stockItemSchema,
  swatches: swatchSchema,
  priceLists: priceListSchema,
} as const satisfies Record<OwnerList, unknown>;

/** Where the headings of a spreadsheet stand, and which kind it is by them; a null kind where they are no such. */
function headOf(grid: Grid) {
  const top = grid.findIndex((row) => row.some((cell) => cell.trim() !== ''));
  const head = grid[top] ?? [];
  return { top, head, key: kindOf(head) };
}

/**
 * The kind of spreadsheet that a grid is by its headings.
 *
 * @returns null where they are no such; else with what its first column calls the things
 */
export function spreadsheetIn(grid: Grid): { readonly key: SpreadsheetKey; readonly named: readonly string[] } | null {
  const { top, head, key } = headOf(grid);
  if (key === null) return null;
  const called = sameHead(spreadsheetKind(key).names[0]?.head ?? '');
  const place = head.findIndex((text) => sameHead(text) === called);
  return { key, named: grid.slice(top + 1).flatMap((row) => row[place]?.trim() || []) };
}

/**
 * Reads a spreadsheet as a change of a catalog: each row is what its first columns name, and what its other cells say
 * otherwise than the catalog is changed. Rows and columns that are not there stay as they are; an empty cell says that
 * there is nothing.
 */
export function readSpreadsheet(grid: Grid, catalog: Catalog): SpreadsheetReading {
  const { top, head, key } = headOf(grid);
  if (key === null)
    return {
      kind: null,
      catalog: withChanged(catalog, 'products', new Map()),
      faults: [
        `The first row must say which column is which. Known are ${headingsOf()}, each with a column to change. Export one first to see it.`,
      ],
      notes: [],
    };
  return new Reading(key, head, grid, top, catalog).read();
}

class Reading {
  private readonly kind: Kind;
  private readonly scope: Scope;
  private readonly owners: ReadonlyMap<string, object>;
  private readonly heads: Heads;
  /** the columns that it has */
  private readonly columns: readonly Column<unknown>[];
  private readonly faults: string[] = [];
  private readonly notes: string[] = [];
  /** rows as they are, by the thing and then by what names them */
  private readonly known = new Map<string, ReadonlyMap<string, unknown>>();
  /** things that are changed, with their rows */
  private readonly changed = new Map<string, { readonly owner: object; readonly rows: Map<string, unknown> }>();

  constructor(
    private readonly key: SpreadsheetKey,
    head: readonly string[],
    private readonly grid: Grid,
    private readonly top: number,
    private readonly catalog: Catalog,
  ) {
    this.kind = spreadsheetKind(key);
    this.scope = scopeOf(catalog);
    this.owners = ownersIn(catalog, this.kind.list);
    this.heads = this.headsOf(head);
    this.columns = this.kind.columns.filter((column) => this.heads.has(column.head));
  }

  private headsOf(head: readonly string[]): Heads {
    const heads = new Map<string, number>();
    const known = new Map(
      [...this.kind.names, ...this.kind.columns].map((column) => [sameHead(column.head), column.head]),
    );
    head.forEach((text, place) => {
      if (text.trim() === '') return;
      const called = known.get(sameHead(text));
      if (called === undefined) this.note(`The column “${text.trim().slice(0, 60)}” is not read.`);
      else if (heads.has(called)) this.fault(`The column “${called}” is there twice.`);
      else heads.set(called, place);
    });
    return heads;
  }

  private fault(message: string): void {
    this.faults.push(message);
  }

  private note(message: string): void {
    if (this.notes.length < MOST_NOTES) this.notes.push(message);
  }

  read(): SpreadsheetReading {
    const named = new Map<string, number>();
    for (const line of this.lines()) {
      if (this.faults.length >= MOST_FAULTS) {
        this.fault(`Row ${line.number} and those below are not read: there are too many things to fix.`);
        break;
      }
      const name = this.nameOfLine(line);
      const before = named.get(name);
      const isWhole = this.kind.names.every(({ head, mayLack }) => mayLack || line.cell(head) !== '');
      if (before !== undefined && isWhole) {
        this.fault(`Row ${line.number}: it is the same as row ${before}.`);
        continue;
      }
      named.set(name, line.number);
      this.take(line, name);
    }
    this.requireSound();
    const owners = new Map([...this.changed].map(([name, { owner }]) => [name, owner]));
    return {
      kind: this.key,
      catalog: withChanged(this.catalog, this.kind.list, owners),
      faults: this.faults,
      notes: this.notes,
    };
  }

  private *lines(): Generator<Line> {
    const rows = this.grid.slice(this.top + 1);
    const numbers = [...this.kind.names, ...this.kind.columns].flatMap(({ head, isNumber }) => {
      const place = this.heads.get(head);
      return isNumber && place !== undefined ? place : [];
    });
    const sign = decimalSignOf(rows.flatMap((row) => numbers.map((place) => row[place] ?? '')));
    const isNumber = new Set(numbers);
    for (const [index, row] of rows.entries()) {
      if (row.every((cell) => cell.trim() === '')) continue;
      yield {
        number: this.top + 2 + index,
        cell: (head) => {
          const place = this.heads.get(head);
          const text = place === undefined ? '' : (row[place] ?? '').trim();
          return place !== undefined && isNumber.has(place) ? withPoint(text, sign) : text;
        },
      };
    }
  }

  private ownerOf({ cell }: Line): string {
    return cell(this.kind.names[0]?.head ?? '');
  }

  private nameOfLine({ cell }: Line): string {
    return this.kind.names.map((column) => nameOf(column, cell(column.head))).join('\0');
  }

  /** Rows of a thing by what names them, of which a catalog may have some twice: the first counts. */
  private rowsOf(owner: object, key: string): Map<string, unknown> {
    const rows = new Map<string, unknown>();
    for (const row of this.kind.rows(owner, key)) {
      const name = this.kind.names.map((column) => nameOf(column, column.show(row, this.scope))).join('\0');
      if (!rows.has(name)) rows.set(name, row);
    }
    return rows;
  }

  private knownOf(owner: object, key: string): ReadonlyMap<string, unknown> {
    const known = this.known.get(key) ?? this.rowsOf(owner, key);
    this.known.set(key, known);
    return known;
  }

  /** A thing that is to be changed: a copy of it. */
  private changing(key: string, owner: object) {
    const known = this.changed.get(key);
    if (known) return known;
    const copy = structuredClone(owner);
    const made = { owner: copy, rows: this.rowsOf(copy, key) };
    this.changed.set(key, made);
    return made;
  }

  private take(line: Line, name: string): void {
    const key = this.ownerOf(line);
    const owner = this.owners.get(key);
    if (!owner) return this.begin(line, key, name);
    const row = this.knownOf(owner, key).get(name);
    if (row === undefined) return this.add(line, key, owner);
    for (const column of this.columns) {
      const [text, now] = [line.cell(column.head), column.show(row, this.scope)];
      if (sameCell(column, text, now)) continue;
      if (column.set) this.say(line, column, this.changing(key, owner).rows.get(name), text);
      else if (text !== '') this.note(`Row ${line.number}, ${column.head}: not changed from here, it stays “${now}”.`);
    }
  }

  private say(line: Line, column: Column<unknown>, row: unknown, text: string): void {
    const fault = /^#(?:REF|N\/A|VALUE|NAME\?|DIV\/0|NUM|NULL)/.test(text)
      ? `the spreadsheet has an error there (${text.slice(0, LONGEST_NUMBER)}).`
      : column.isNumber && text.length > LONGEST_NUMBER
        ? `“${text.slice(0, 30)}…” is too long for a number.`
        : column.set?.(row, text, this.scope);
    if (fault !== undefined) this.fault(`Row ${line.number}, ${column.head}: ${fault}`);
  }

  /** What a row says that is new: what it has, and not what it leaves open. */
  private sayAll(line: Line, row: unknown): void {
    for (const column of this.columns) {
      const text = line.cell(column.head);
      if (text !== '' && column.set && !sameCell(column, text, column.show(row, this.scope)))
        this.say(line, column, row, text);
    }
  }

  private begin(line: Line, key: string, name: string): void {
    const begun = this.changed.get(key);
    if (begun) {
      const row = begun.rows.get(name);
      return row === undefined ? this.add(line, key, begun.owner) : this.sayAll(line, row);
    }
    const { begin } = this.kind;
    const wrong = (more = '') => this.fault(`Row ${line.number}: ${this.unknownWords(key)}${more}`);
    if (!begin || key === '') return wrong();
    if (line.cell(begin.needs) === '') return wrong(` Give a new one its ${begin.needs}.`);
    let owner: object;
    try {
      owner = begin.make(key, line.cell);
    } catch (error) {
      const why =
        error instanceof CellFault
          ? error.message
          : `“${key.slice(0, 80)}” can’t be an inside name. Use lower-case letters, digits and hyphens, a letter first.`;
      return this.fault(`Row ${line.number}: ${why}`);
    }
    const rows = this.rowsOf(owner, key);
    this.changed.set(key, { owner, rows });
    const row = rows.get(name);
    if (row === undefined) wrong();
    else this.sayAll(line, row);
  }

  private unknownWords(key: string): string {
    const near = closest(key, [...this.owners.keys()]);
    const meant = near === null ? '' : ` “${near}” may be meant.`;
    return key === ''
      ? `it names no ${this.kind.word}.`
      : `there is no ${this.kind.word} called “${key.slice(0, 80)}” inside.${meant}`;
  }

  private add(line: Line, key: string, owner: object): void {
    if (!this.kind.add) return this.fault(`Row ${line.number}: ${this.unknownWords(key)}`);
    const { owner: copy, rows } = this.changing(key, owner);
    const added = this.kind.add(copy, line.cell, this.scope);
    if (added.fault !== undefined) return this.fault(`Row ${line.number}: ${added.fault}`);
    rows.set(this.nameOfLine(line), added.row);
    this.sayAll(line, added.row);
  }

  /** What has been made of things must still be such things. */
  private requireSound(): void {
    for (const [key, { owner }] of this.changed) {
      if (dequal(owner, this.owners.get(key))) this.changed.delete(key);
      const read = SCHEMAS[this.kind.list].safeParse(owner);
      const [issue] = read.error?.issues ?? [];
      if (key.includes(PLACE_AMONG))
        this.fault(`${key}: two drafts want this address. Give one of them another in the editor first.`);
      if (issue) this.fault(`${key}, ${issue.path.join('.')}: ${issue.message}`);
    }
  }
}
