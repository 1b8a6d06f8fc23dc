import Papa from 'papaparse';
import { type ListPrice, type PricedThing, type PriceList } from '../catalog';
import { Exact } from '../number';
import { kindOfThing, namedIn, sameThing, type ThingOf, titleOfThing } from '../price-lists';
import { plainWords } from '../text';
import { readTypedMoney } from './typed-money';

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

/**
 * Reads a table of prices as it comes from a spreadsheet: the first line says which column is which, with the names of
 * lists above their prices. A cell that is empty names no price; lines of which nothing changes give nothing.
 */
export function readPriceTable(
  text: string,
  products: readonly PricedProduct[],
  lists: readonly PriceList[],
): PriceCell[] {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\r|\n/);
  const sign = ['\t', ';', ','].find((candidate) => (lines[0] ?? '').includes(candidate)) ?? '\t';
  const cellsOf = (line: string) =>
    (Papa.parse<string[]>(line, { delimiter: sign }).data[0] ?? []).map((cell) => cell.trim());
  const heads = cellsOf(lines[0] ?? '');
  const column = (name: string) => heads.findIndex((head) => plainWords(head) === plainWords(name));
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
    const product = products.find((candidate) => candidate.slug === slug);
    if (!product) return [{ ...nothing, ...at, fault: `There is no product at the address “${slug}”.` }];
    const said = ofThing < 0 ? '' : (cells[ofThing] ?? '');
    const thing = product.things.find((candidate) => thingText(candidate.thing) === said);
    if (!thing)
      return [
        {
          ...nothing,
          ...at,
          product: slug,
          title: product.title,
          fault: `${product.title} has nothing called “${said}” with a price.`,
        },
      ];
    return columns.flatMap(({ list, at: place }): PriceCell[] => {
      const given = cells[place] ?? '';
      const before = priceIn(list.prices, slug, thing.thing);
      const found = {
        ...at,
        list: list.key,
        product: slug,
        title: titleOfThing(product.title, thing),
        thing: thing.thing,
      };
      if (given === '') return before === null ? [] : [{ ...found, price: null, fault: '' }];
      const { value, fault } = readTypedMoney(given, null);
      if (fault !== undefined) return [{ ...found, price: null, fault }];
      if (value.sign() < 0 && !kindOfThing(thing.thing).isAdded)
        return [{ ...found, price: null, fault: `“${given}” is no price in ${list.title}. Write it like 12.50.` }];
      const price = value.toString();
      return before !== null && Exact.parse(before)?.equals(value) ? [] : [{ ...found, price, fault: '' }];
    });
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
