import Papa from 'papaparse';
import { type ListPrice, type PricedThing, type PriceList } from '../catalog';
import { Exact } from '../number';
import { kindOfThing, namedIn, sameThing, type ThingOf, titleOfThing } from '../price-lists';
import { plainWords } from '../text';
import { readTypedMoney } from './typed-money';
import { cellsPartedBy, linesOf, signAmong } from './parted';

/** A product with everything of it that lists may name a price for. */
export interface PricedProduct {
  readonly slug: string;
  readonly title: string;
  readonly things: readonly ThingOf[];
}

const HEADS = ['Product', 'Of', 'What', 'Usual'] as const;

/**
 * What of a product a price is for, as a spreadsheet holds it: empty for the product, `size=s` for a variant,
 * `face:foil` for an option.
 */
export const thingText = (thing: PricedThing): string => kindOfThing(thing).text(thing);

/** Writes usual prices and those that lists name, a line for each thing, parted by tabs: for a spreadsheet. */
export function writePriceTable(products: readonly PricedProduct[], lists: readonly PriceList[]): string {
  const rows = products.flatMap(({ slug, title, things }) =>
    things.map(({ thing, title: what, usual }) => [
      slug,
      thingText(thing),
      titleOfThing(title, { thing, title: what }),
      usual ?? '',
      ...lists.map(({ prices }) => priceIn(prices, slug, thing) ?? ''),
    ]),
  );
  return Papa.unparse([[...HEADS, ...lists.map(({ title }) => title)], ...rows], { delimiter: '\t', newline: '\n' });
}

/** One price of a pasted table, or what is wrong with its line. */
export interface PriceCell {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  /** key of the list */
  readonly list: string;
  readonly product: string;
  readonly title: string;
  readonly thing: PricedThing;
  /** null takes the price away */
  readonly price: string | null;
  /** empty where nothing is wrong */
  readonly fault: string;
}

/** A pasted table, its lines apart and its columns found. */
function tableIn(text: string) {
  const lines = linesOf(text);
  const cellsIn = cellsPartedBy(signAmong(lines.slice(0, 1), ['\t', ';', ',']) ?? '\t');
  const cellsOf = (line: string) => cellsIn(line).map((cell) => cell.trim());
  const heads = cellsOf(lines[0] ?? '').map(plainWords);
  return { lines, cellsOf, column: (name: string) => heads.indexOf(plainWords(name)) };
}

/** Addresses of the products that a pasted table names, each once. */
export function addressesInTable(text: string): string[] {
  const { lines, cellsOf, column } = tableIn(text);
  const at = column(HEADS[0]);
  return at < 0 ? [] : [...new Set(lines.slice(1).map((line) => cellsOf(line)[at] ?? ''))];
}

/**
 * Reads a table of prices as it comes from a spreadsheet: the first line says which column is which, with the names of
 * lists above their prices. A cell that is empty names no price.
 *
 * @param products those that it names, by their address
 */
export function readPriceTable(
  text: string,
  products: ReadonlyMap<string, PricedProduct>,
  lists: readonly Pick<PriceList, 'key' | 'title'>[],
): PriceCell[] {
  const { lines, cellsOf, column } = tableIn(text);
  const [ofProduct, ofThing] = [column(HEADS[0]), column(HEADS[1])];
  const columns = lists.flatMap((list) => (column(list.title) >= 0 ? [{ list, at: column(list.title) }] : []));
  const nothing = { product: '', title: '', thing: { kind: 'product' } as const, price: null, list: '' };
  const refused = (fault: string): PriceCell[] => [{ ...nothing, line: 1, text: lines[0] ?? '', fault }];
  if (text.trim() === '') return [];
  if (ofProduct < 0)
    return refused(
      'The first line must say which column is which: “Product” above the addresses, and the name of a list above its prices. Copy the table out first to see it.',
    );
  if (columns.length === 0) return refused('No column has the name of a list above it.');
  return lines.slice(1).flatMap((line, index): PriceCell[] => {
    if (line.trim() === '') return [];
    const cells = cellsOf(line);
    const at = { line: index + 2, text: line };
    const slug = cells[ofProduct] ?? '';
    const product = products.get(slug);
    if (!product) return [{ ...nothing, ...at, fault: `There is no product at the address “${slug}”.` }];
    const said = ofThing < 0 ? '' : (cells[ofThing] ?? '');
    const thing = product.things.find((candidate) => thingText(candidate.thing) === said);
    if (!thing) {
      const fault = `${product.title} has nothing called “${said}” with a price.`;
      return [{ ...nothing, ...at, product: slug, title: product.title, fault }];
    }
    const found = { ...at, product: slug, title: titleOfThing(product.title, thing), thing: thing.thing };
    return columns.map(({ list, at: place }) => ({
      ...found,
      list: list.key,
      ...readPrice(cells[place] ?? '', thing.thing, list.title),
    }));
  });
}

function readPrice(given: string, thing: PricedThing, list: string): Pick<PriceCell, 'price' | 'fault'> {
  if (given === '') return { price: null, fault: '' };
  const { value, fault } = readTypedMoney(given, null);
  if (fault !== undefined) return { price: null, fault };
  if (value.sign() < 0 && !kindOfThing(thing).isAdded)
    return { price: null, fault: `“${given}” is no price in ${list}. Write it like 12.50.` };
  return { price: value.toString(), fault: '' };
}

/** The cells of a table by which lists name other prices than they do; those that can't be read, too. */
export function cellsThatChange(cells: readonly PriceCell[], lists: readonly PriceList[]): PriceCell[] {
  const byKey = new Map(lists.map((list) => [list.key, list]));
  return cells.filter(({ fault, list, product, thing, price }) => {
    if (fault !== '') return true;
    const before = priceIn(byKey.get(list)?.prices ?? [], product, thing);
    if (before === null || price === null) return before !== price;
    return !(Exact.parse(before)?.equals(Exact.from(price)) ?? false);
  });
}

/** What a list's prices name for something; null for nothing. */
export const priceIn = (prices: readonly ListPrice[], product: string, thing: PricedThing): string | null =>
  namedIn(prices, product, thing)?.price ?? null;

/** The prices of a list with another for something; null takes it away. Tables of what more costs stay. */
export function withPrice(
  prices: readonly ListPrice[],
  product: string,
  thing: PricedThing,
  price: string | null,
): ListPrice[] {
  const place = prices.findIndex((known) => known.product === product && sameThing(known.of, thing));
  const known = prices[place];
  if (price === null) return prices.filter((other) => other !== known);
  const next: ListPrice = { product, of: thing, breaks: known?.breaks ?? null, price };
  return known ? prices.with(place, next) : [...prices, next];
}
