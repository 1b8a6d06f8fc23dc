import { type Catalog, type Product, type Swatch, swatchesByName } from '../catalog';
import { currentOf, productsOf, sheetsOf } from '../compared';
import { decimalText, Exact } from '../number';
import { readTypedMoney } from '../exchange';

/** What the figures of a spreadsheet mean, and what it may name. */
export interface Scope {
  readonly catalog: Catalog;
  /** a swatch by its name or its inside name */
  swatch(text: string): Swatch | undefined;
  /** a product as it is worked on, by what a catalog tells it by */
  product(slug: string): Product | undefined;
  /** the address of the product that has an SKU */
  slugOfSku(sku: string): string | undefined;
}

/** One column of a kind of spreadsheet. What is wrong with a cell is told in words. */
export interface Column<Row> {
  readonly head: string;
  /** of a column that names: whether a spreadsheet may do without it, as where it is empty everywhere */
  readonly mayLack?: boolean;
  /** of a column that names: its text as the same is always written; absent where that is as it stands */
  readonly plain?: (text: string) => string;
  /** whether it holds numbers */
  readonly isNumber?: boolean;
  /** what stands there; numbers with a decimal point */
  show(row: Row, scope: Scope): string;
  /**
   * says what the text says, in the row that is given; absent where it is only there to be read
   *
   * @returns what is wrong
   */
  readonly set?: (row: Row, text: string, scope: Scope) => string | undefined;
}

/** The things that rows belong to, by what the first column calls them. */
export type Owners<Owner> = ReadonlyMap<string, Owner>;

/** A row that is new: what it is, or why it can't be. */
export type Added<Row> = { readonly row: Row; readonly fault?: undefined } | { readonly fault: string };

/** A cell of a new row, by its heading; empty where there is no such column. */
export type CellOf = (head: string) => string;

/**
 * What of a catalog a spreadsheet holds: rows that belong to things, named by the first columns, of which the first
 * names the thing.
 */
export interface SpreadsheetKind<Owner extends object, Row> {
  /** what it is called */
  readonly title: string;
  /** in which list of a catalog the things are */
  readonly list: OwnerList;
  /** what a thing is called in a sentence: `product` */
  readonly word: string;
  readonly names: readonly Column<Row>[];
  readonly columns: readonly Column<Row>[];
  /** the rows of a thing: what is set in one is set in the thing */
  rows(owner: Owner, key: string): Row[];
  /** begins a row that the thing has not; absent where there are as many as there are */
  readonly add?: (owner: Owner, cell: CellOf, scope: Scope) => Added<Row>;
  /** begins a thing that the catalog has not; absent where it can't be begun here */
  readonly begin?: {
    /** heading of the cell that must say something: a name with a slip of the pen begins nothing */
    readonly needs: string;
    /** @throws CellFault for what it can't begin with; whatever else for a key that can't be one */
    readonly make: (key: string, cell: CellOf) => Owner;
  };
}

/** The lists of a catalog that spreadsheets are made of. */
export type OwnerList = 'products' | 'sheets' | 'stock' | 'swatches' | 'priceLists';

/** The things of a list, as they are worked on, by what a catalog tells them by. */
export function ownersIn(catalog: Catalog, list: OwnerList): Owners<object> {
  const worked = <D extends object>(all: ReadonlyMap<string, Parameters<typeof currentOf<D>>[0]>) =>
    new Map(
      [...all].flatMap(([key, both]): [string, D][] => {
        const current = currentOf(both);
        return current ? [[key, current]] : [];
      }),
    );
  switch (list) {
    case 'products':
      return worked(productsOf(catalog));
    case 'sheets':
      return worked(sheetsOf(catalog));
    case 'stock':
    case 'swatches':
    case 'priceLists':
      return new Map<string, object>(catalog[list].map((thing) => [thing.key, thing]));
  }
}

/** What spreadsheets of a catalog may name. */
export function scopeOf(catalog: Catalog): Scope {
  const byKey = new Map(catalog.swatches.map((swatch) => [swatch.key, swatch]));
  const byName = swatchesByName(catalog.swatches);
  const products = ownersIn(catalog, 'products') as ReadonlyMap<string, Product>;
  const bySku = new Map<string, string>();
  for (const [slug, { sku }] of products)
    if (sku !== '' && !bySku.has(sku.toLowerCase())) bySku.set(sku.toLowerCase(), slug);
  return {
    catalog,
    swatch: (text) => byKey.get(text) ?? byName(text),
    product: (slug) => products.get(slug),
    slugOfSku: (sku) => bySku.get(sku.toLowerCase()),
  };
}

/** What a thing can't begin with; the message says what is wrong. */
export class CellFault extends Error {
  override readonly name = 'CellFault';
}

/** Whether a number can be kept as a decimal: a third can’t. */
export const isDecimal = (text: string): boolean =>
  /^-?\d+(?:\.\d+)?$/.test(text) && decimalText.safeParse(text).success;

/** A column of plain text. @param most the longest that is taken */
export function textColumn<Row>(
  head: string,
  most: number,
  get: (row: Row) => string,
  set: (row: Row, text: string) => void,
): Column<Row> {
  return {
    head,
    show: get,
    set(row, text) {
      if (text.length > most) return `it is longer than ${most} characters.`;
      set(row, text);
      return undefined;
    },
  };
}

/** A column to be read alone. */
export const toldColumn = <Row>(head: string, show: (row: Row, scope: Scope) => string): Column<Row> => ({
  head,
  show,
});

/**
 * Reads an amount of money in the shop's currency.
 *
 * @returns it as a decimal, or what is wrong
 */
export function readMoney(
  text: string,
  { catalog }: Scope,
  mayBeNegative: boolean,
): { readonly text: string; readonly fault?: undefined } | { readonly fault: string } {
  const read = readTypedMoney(text, catalog.shop.currency);
  if (read.fault !== undefined) return { fault: read.fault };
  if (read.value.sign() < 0 && !mayBeNegative) return { fault: `“${text}” is less than nothing.` };
  if (!isDecimal(read.text)) return { fault: `“${text}” is no decimal. Write it like 12.50.` };
  return { text: read.text };
}

/** A column of amounts of money that are no less than nothing; empty for none. */
export function moneyColumn<Row>(
  head: string,
  get: (row: Row) => string | null,
  set: (row: Row, value: string | null) => void,
): Column<Row> {
  return {
    head,
    isNumber: true,
    show: (row) => get(row) ?? '',
    set(row, text, scope) {
      if (text === '') return void set(row, null);
      const read = readMoney(text, scope, false);
      return read.fault ?? void set(row, read.text);
    },
  };
}

/** A column of quantities that are no less than nothing. */
export function quantityColumn<Row>(
  head: string,
  get: (row: Row) => string,
  set: (row: Row, value: string) => void,
): Column<Row> {
  return {
    head,
    isNumber: true,
    show: get,
    set(row, text) {
      const value = Exact.parse(text === '' ? '0' : text);
      if (!value || value.sign() < 0 || !isDecimal(value.toString()))
        return `“${text}” is no quantity. Write a number such as 12 or 2.5.`;
      return void set(row, value.toString());
    },
  };
}

/** A column of whole numbers within bounds. */
export function wholeColumn<Row>(
  head: string,
  [least, most]: readonly [number, number],
  get: (row: Row) => number | null,
  set: (row: Row, value: number | null) => string | undefined,
): Column<Row> {
  return {
    head,
    isNumber: true,
    show: (row) => String(get(row) ?? ''),
    set(row, text) {
      if (text === '') return set(row, null);
      const value = Number(text);
      if (!Number.isInteger(value) || value < least || value > most)
        return `“${text}” is no whole number from ${least} to ${most}.`;
      return set(row, value);
    },
  };
}

const YES = new Set(['yes', 'y', 'true', '1', 'x']);
const NO = new Set(['no', 'n', 'false', '0', '']);

/** A column that says yes or no; empty for no. */
export function yesNoColumn<Row>(
  head: string,
  get: (row: Row) => boolean,
  set: (row: Row, value: boolean) => void,
): Column<Row> {
  return {
    head,
    show: (row) => (get(row) ? 'yes' : 'no'),
    set(row, text) {
      const said = text.toLowerCase();
      if (!YES.has(said) && !NO.has(said)) return `“${text}” is neither yes nor no.`;
      return void set(row, YES.has(said));
    },
  };
}
