import { gtinFault, SKU_PATTERN } from '../catalog';
import { readTypedMoney } from '../exchange';
import { type Exact } from '../number';
import { readNumber } from '../quantity';
import { type DecimalSign } from '../spreadsheet';
import { plainWords } from '../text';
import { type ColumnUse, FIGURE_USES, type ListColumn, type ListMapping } from './mapping';
import { pointed, signIn, type ListTable, type TableRow } from './table';
import { ownTitles, sharedTitle } from './titles';

/** One row of a list, read. */
export interface ListRow {
  readonly number: number;
  readonly title: string;
  readonly code: string;
  readonly sku: string;
  readonly gtin: string | null;
  readonly price: Money | null;
  readonly wasPrice: Money | null;
  readonly cost: Money | null;
  readonly onHand: string | null;
  readonly category: string;
  readonly description: string;
  readonly tags: string;
  /** what it has of each column that may be a choice, as it stands */
  readonly values: readonly string[];
}

/** An amount of money, and how it was written. */
export interface Money {
  readonly value: Exact;
  readonly text: string;
}

/** Rows of one product. */
export interface ListGroup {
  readonly title: string;
  readonly rows: readonly ListRow[];
}

/** A list whose rows have been read. */
export interface ReadList {
  readonly groups: readonly ListGroup[];
  /** the columns that may be choices, in their order */
  readonly choices: readonly ListColumn[];
}

/** Says what is wrong, or what is not read, of a row. */
export interface Teller {
  fault(message: string): void;
  note(message: string): void;
}

/**
 * Reads the rows of a list, and puts those together that are one product: by its number where the list has one, else by
 * its title, in which the row’s own values make no difference.
 *
 * @param currency the shop’s
 */
export function groupsOf(table: ListTable, mapping: ListMapping, currency: string, tell: Teller): ReadList {
  const choices = mapping.columns.filter(({ use, head }) => use === 'choice' && table.heads.includes(head));
  if (choices.length > MOST_CHOICES) {
    tell.fault(`${choices.length} columns are choices; ${MOST_CHOICES} are the most.`);
    return { groups: [], choices };
  }
  const rows = rowsOf(table, mapping, choices, { currency, tell });
  const titles = ownTitles(rows, choices);
  const groups = new Map<string, { titles: string[]; rows: ListRow[] }>();
  for (const [place, row] of rows.entries()) {
    const title = titles[place] ?? row.title;
    const name = plainWords(row.code === '' ? title : `# ${row.code}`);
    const known = groups.get(name);
    if (known) {
      known.rows.push(row);
      known.titles.push(title);
    } else groups.set(name, { titles: [title], rows: [row] });
  }
  return {
    choices,
    groups: [...groups.values()].map(({ titles: all, rows: own }) => ({ title: sharedTitle(all), rows: own })),
  };
}

/** No product has more choices than anybody could pick. */
const MOST_CHOICES = 30;

/** A longer name is cut: no product has one. */
const LONGEST_TITLE = 200;

/** Rows by their numbers, the first of many. */
export const rowsWords = (numbers: readonly number[]): string =>
  `${numbers.length === 1 ? 'Row' : 'Rows'} ${numbers.slice(0, 10).join(', ')}${numbers.length > 10 ? ' …' : ''}`;

interface Reading {
  readonly currency: string;
  readonly tell: Teller;
}

/** The cells of one row, by what their columns say. */
class Cells {
  constructor(
    private readonly row: TableRow,
    private readonly places: ReadonlyMap<ColumnUse, number>,
    private readonly heads: readonly string[],
    private readonly sign: DecimalSign | null,
    private readonly reading: Reading,
  ) {}

  text(use: ColumnUse): string {
    const place = this.places.get(use);
    return place === undefined ? '' : (this.row.cells[place] ?? '');
  }

  /** Where a cell is, as a message begins. */
  where(use: ColumnUse): string {
    return `Row ${this.row.number}, ${this.heads[this.places.get(use) ?? 0] ?? ''}:`;
  }

  figure(use: ColumnUse): string {
    return pointed(this.text(use), this.sign);
  }

  money(use: ColumnUse): Money | null {
    const { tell, currency } = this.reading;
    const text = this.text(use);
    if (text === '') return null;
    const read = readTypedMoney(this.figure(use), currency);
    if (read.fault !== undefined) tell.fault(`${this.where(use)} ${read.fault}`);
    else if (read.value.sign() < 0) tell.fault(`${this.where(use)} “${text}” is less than nothing.`);
    else if (read.value.decimalPlaces() === null) tell.fault(`${this.where(use)} “${text}” is no decimal.`);
    else return { value: read.value, text: read.text };
    return null;
  }
}

/** The columns of a list by what they say, and which are choices. */
function placesIn({ heads }: ListTable, { columns }: ListMapping): ReadonlyMap<ColumnUse, number> {
  const places = new Map<ColumnUse, number>();
  for (const { use, head } of columns)
    if (use !== 'choice' && !places.has(use) && heads.includes(head)) places.set(use, heads.indexOf(head));
  return places;
}

function rowsOf(table: ListTable, mapping: ListMapping, choices: readonly ListColumn[], reading: Reading): ListRow[] {
  const { heads, rows } = table;
  const { tell } = reading;
  const places = placesIn(table, mapping);
  const valuePlaces = choices.map(({ head }) => heads.indexOf(head));
  const figures = [...FIGURE_USES].flatMap((use) => places.get(use) ?? []);
  const sign = signIn(rows.flatMap(({ cells }) => figures.map((place) => cells[place] ?? '')));
  const skus = new Skus();
  const notHigher: number[] = [];
  const found = rows.flatMap((row): ListRow[] => {
    const { number } = row;
    const cells = new Cells(row, places, heads, sign, reading);
    const [title, code] = [cells.text('title'), cells.text('code')];
    if (title === '' && code === '') {
      tell.note(`Row ${number} has no product name, and is not read.`);
      return [];
    }
    const [price, was] = [cells.money('price'), cells.money('wasPrice')];
    const isHigher = was !== null && !(price && !was.value.isMore(price.value));
    if (was && !isHigher) notHigher.push(number);
    if (places.has('price') && cells.text('price') === '')
      tell.fault(`${cells.where('price')} there is no price. Enter it, or remove the row.`);
    return [
      {
        number,
        title: (title || code).slice(0, LONGEST_TITLE),
        code,
        sku: skus.of(cells.text('sku'), cells.where('sku')),
        gtin: gtinOf(cells.text('gtin'), cells.where('gtin'), tell),
        price,
        wasPrice: isHigher ? was : null,
        cost: cells.money('cost'),
        onHand: onHandOf(cells.figure('onHand'), cells.where('onHand'), tell),
        category: cells.text('category').slice(0, 80),
        description: cells.text('description'),
        tags: cells.text('tags'),
        values: valuePlaces.map((place) => (row.cells[place] ?? '').slice(0, LONGEST_TITLE)),
      },
    ];
  });
  if (skus.words !== '') tell.note(skus.words);
  if (notHigher.length > 0)
    tell.note(`${rowsWords(notHigher)}: a was-price that is no higher than the price is left out.`);
  return found;
}

/** SKUs as they can be: what can't be one becomes the nearest that can, which is told once. */
class Skus {
  private first = '';
  private more = 0;

  of(text: string, said: string): string {
    if (text === '' || SKU_PATTERN.test(text)) return text;
    const made = text
      .replace(/[^A-Za-z0-9._/-]+/g, '-')
      .replace(/^[._/-]+/, '')
      .slice(0, 40);
    const sku = SKU_PATTERN.test(made) ? made : '';
    if (this.first !== '') this.more += 1;
    else
      this.first = `${said} “${text.slice(0, 60)}” can’t be an SKU, and ${sku === '' ? 'is left out' : `becomes “${sku}”`}`;
    return sku;
  }

  /** What has become of them; empty where all are as they were. */
  get words(): string {
    const more = this.more > 0 ? `; so do ${this.more} more` : '';
    return this.first && `${this.first}${more}. SKUs have letters, digits, points, hyphens and slashes, at most 40.`;
  }
}

/** A GTIN; what is none is told and left out, as the row can be sold without. */
function gtinOf(text: string, said: string, tell: Teller): string | null {
  if (text === '') return null;
  const plain = text.replace(/[\s-]/g, '');
  const fault = gtinFault(plain);
  if (!fault) return plain;
  const why =
    fault.kind === 'checkDigit' ? `its check digit would have to be ${fault.right}` : 'it has 8, 12, 13 or 14 digits';
  tell.note(`${said} “${text.slice(0, 40)}” is no GTIN, and is left out: ${why}.`);
  return null;
}

function onHandOf(text: string, said: string, tell: Teller): string | null {
  if (text === '') return null;
  const read = readNumber(text);
  if (!read.fault && read.value.decimalPlaces() !== null && read.value.sign() >= 0) return read.value.toString();
  tell.fault(`${said} “${text.slice(0, 40)}” is not what is on hand. Enter a number such as 12.`);
  return null;
}
