import Papa from 'papaparse';
import { freeKeys, MOST_OPTIONS, type Option, optionSchema, SKU_PATTERN, type Swatch, swatchByName } from '../catalog';
import { readColour } from '../colour';
import { type Amount } from '../pricing';
import { cellBy, headingLine } from './heading-line';
import { readTypedMoney } from './typed-money';

/** One line of a pasted list, with the option it makes or what is wrong with it. */
export interface OptionLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  readonly option: Option | null;
  readonly faults: readonly string[];
  /** what was understood that might surprise */
  readonly notes: readonly string[];
}

const COLUMNS = ['title', 'amount', 'sku', 'colour'] as const;

const HEADS: Readonly<Record<string, (typeof COLUMNS)[number]>> = {
  title: 'title',
  name: 'title',
  option: 'title',
  amount: 'amount',
  price: 'amount',
  surcharge: 'amount',
  sku: 'sku',
  'sku part': 'sku',
  code: 'sku',
  colour: 'colour',
  color: 'colour',
  swatch: 'colour',
};

/**
 * Reads options from a pasted list: a line each, with title, amount, SKU part and colour, parted by tabs (as from a
 * spreadsheet), semicolons, or commas. An amount is `9.50`, `+9,50`, `-2` or `12 %`. A colour is one that can be read,
 * several parted by a slash, or the name of a swatch. Where the first line has headings, columns stand in their order.
 *
 * @param existing options that are there already: their keys and SKU parts are taken, and of a choice there are only so
 *   many
 * @param currency ISO 4217 code of the shop's
 */
export function readOptionList(
  text: string,
  existing: readonly Pick<Option, 'key' | 'title' | 'sku'>[],
  swatches: Iterable<Swatch>,
  currency: string,
): OptionLine[] {
  const reader = new OptionReader(existing, [...swatches], currency);
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\r|\n/);
  const sign = ['\t', ';', ','].find((candidate) => lines.some((line) => line.includes(candidate))) ?? '\t';
  const cellsOf = (line: string) =>
    (Papa.parse<string[]>(line, { delimiter: sign }).data[0] ?? []).map((cell) => cell.trim());
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'title');
  return lines.flatMap((line, index): OptionLine[] => {
    if (line.trim() === '') return [];
    const cells = cellsOf(line);
    if (headings && index === 0) return unreadHeadings(line, cells, headings);
    return [{ line: index + 1, text: line, ...reader.read(cells, headings) }];
  });
}

type Headings = ReturnType<typeof headingLine>;

/** The line of headings, where some column of it is not read. */
function unreadHeadings(text: string, cells: readonly string[], headings: NonNullable<Headings>): OptionLine[] {
  const unread = cells.filter((cell, place) => cell !== '' && headings[place] === null);
  if (unread.length === 0) return [];
  const names = unread.map((cell) => `“${cell}”`).join(', ');
  const fault = `Nothing reads the column ${names}. There are title, amount, SKU part and colour.`;
  return [{ line: 1, text, option: null, faults: [fault], notes: [] }];
}

/** Reads one line after the other: what stands before takes keys, titles and SKU parts. */
class OptionReader {
  private readonly keyFor: (title: string, otherwise: string) => string;
  private readonly titles: Map<string, string>;
  private readonly parts: Map<string, string>;
  private number: number;

  constructor(
    existing: readonly Pick<Option, 'key' | 'title' | 'sku'>[],
    private readonly book: readonly Swatch[],
    private readonly currency: string,
  ) {
    this.keyFor = freeKeys(existing.map(({ key }) => key));
    this.titles = new Map(existing.map(({ title }) => [title.trim().toLowerCase(), 'there already']));
    this.parts = new Map(existing.flatMap(({ sku, title }) => (sku === null ? [] : [[sku, title] as const])));
    this.number = existing.length;
  }

  read(cells: readonly string[], headings: Headings): Pick<OptionLine, 'option' | 'faults' | 'notes'> {
    const order = headings ?? COLUMNS;
    const cell = cellBy(cells, order);
    const [title, sku] = [cell('title'), cell('sku')];
    const { amount = null, fault } = readAmount(cell('amount'), this.currency);
    const colour = readOptionColour(cell('colour'), title, this.book);
    const faults = [...this.titleFaults(title), fault, ...this.skuFaults(sku, title), colour.fault].flatMap(
      (one) => one ?? [],
    );
    if (cells.some((one, place) => one !== '' && place >= order.length))
      faults.push(
        headings
          ? 'It has more columns than there are headings.'
          : 'It has more than four columns: title, amount, SKU part, colour.',
      );
    if (faults.length === 0 && this.number >= MOST_OPTIONS)
      faults.push(`A choice has at most ${MOST_OPTIONS} options, and has them with those before this line.`);
    if (faults.length === 0) this.number += 1;
    const key = this.keyFor(title, 'option');
    const said = { key, title, amount, sku: sku === '' ? null : sku, colours: colour.colours, swatch: colour.swatch };
    return {
      option: faults.length > 0 ? null : optionSchema.parse(said),
      faults,
      notes: colour.note === undefined ? [] : [colour.note],
    };
  }

  private titleFaults(title: string): string[] {
    const name = title.toLowerCase();
    const twice = this.titles.get(name);
    this.titles.set(name, 'in this list twice');
    if (title === '') return ['It has no title.'];
    return [
      ...(title.length > 120 ? ['The title is longer than 120 characters.'] : []),
      ...(twice === undefined ? [] : [`“${title}” is ${twice}.`]),
    ];
  }

  private skuFaults(sku: string, title: string): string[] {
    if (sku === '') return [];
    const owner = this.parts.get(sku);
    this.parts.set(sku, owner ?? title);
    return [
      ...(SKU_PATTERN.test(sku)
        ? []
        : [`“${sku}” can’t be part of a SKU. Use letters, digits, and . _ / - after the first character.`]),
      ...(owner === undefined ? [] : [`SKU part ${sku} is that of ${owner}.`]),
    ];
  }
}

function readAmount(text: string, currency: string): { readonly amount?: Amount | null; readonly fault?: string } {
  if (text === '') return { amount: null };
  const isPercent = text.endsWith('%');
  const {
    value,
    text: written,
    fault,
  } = { text: '', ...readTypedMoney(isPercent ? text.slice(0, -1) : text, isPercent ? null : currency) };
  if (fault !== undefined) return { fault: isPercent ? `“${text}” is not an amount. Write 9.50, -2 or 12 %.` : fault };
  return { amount: value.sign() === 0 ? null : { kind: isPercent ? 'percentOfBase' : 'fixed', value: written } };
}

function readOptionColour(
  text: string,
  title: string,
  book: readonly Swatch[],
): { colours: string[]; swatch: string | null; fault?: string; note?: string } {
  const named = swatchByName(book, text === '' ? title : text);
  if (named) return { colours: [], swatch: named.key, note: `takes the swatch ${named.name}` };
  if (text === '') return { colours: [], swatch: null };
  const parts = text.split('/').map((part) => part.trim());
  const colours = parts.map(readColour);
  if (parts.length <= 3 && colours.every((colour) => colour !== null))
    return { colours: colours.flatMap((colour) => colour ?? []), swatch: null };
  return {
    colours: [],
    swatch: null,
    fault: `“${text}” is neither a colour nor the name of a swatch. Write #5b7a5e, or add it to the swatch book.`,
  };
}
