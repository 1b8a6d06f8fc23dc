import { freeKeys, MOST_OPTIONS, type Option, optionSchema, SKU_PATTERN, type Swatch, swatchByName } from '../catalog';
import { namedColour, readColours } from '../colour';
import { type Amount } from '../pricing';
import { Exact } from '../number';
import { cellBy, headingLine } from './heading-line';
import { readOptionLine } from './option-line';
import { cellsPartedBy, linesOf } from './parted';
import { type AmountScope, readTypedAmount, writeTypedAmount } from './typed-amount';

/** One line of a pasted list, with the option it makes or what is wrong with it. */
export interface OptionLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  readonly option: Option | null;
  /** the option that is there already and becomes this one; null where it is new */
  readonly was: Option | null;
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
 * spreadsheet), semicolons, or commas; or as they are typed one by one, `Medium +10 · MED`. An amount is one that can
 * be typed ({@link readTypedAmount}). A colour is one that can be read, several parted by a slash, or the name of a
 * swatch. Where the first line has headings, columns stand in their order. A line that has the title, the key or the
 * SKU part of an option that is there changes that one: in what it says, and in nothing that it leaves empty.
 *
 * @param existing options that are there already; of a choice there are only so many
 */
export function readOptionList(
  text: string,
  existing: readonly Option[],
  swatches: Iterable<Swatch>,
  scope: AmountScope,
): OptionLine[] {
  const reader = new OptionReader(existing, [...swatches], scope);
  const lines = linesOf(text);
  const cellsOf = cellsBy(signOf(lines), scope);
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'title');
  return lines.flatMap((line, index): OptionLine[] => {
    if (line.trim() === '') return [];
    const cells = cellsOf(line);
    if (headings && index === 0) return unreadHeadings(line, cells, headings);
    return [{ line: index + 1, text: line, ...reader.read(cells, headings) }];
  });
}

/** What parts the cells of a list; null where each line is an option as it is typed. A comma may be a decimal sign. */
function signOf(lines: readonly string[]): string | null {
  const has = (sign: string) => lines.some((line) => line.includes(sign));
  if (has('\t')) return '\t';
  if (has('·')) return null;
  if (has(';')) return ';';
  return lines.some((line) => line.replace(/\d,\d/g, '').includes(',')) ? ',' : null;
}

function cellsBy(sign: string | null, scope: AmountScope): (line: string) => string[] {
  if (sign === null)
    return (line) => {
      const { title, amount, sku } = readOptionLine(line, scope);
      return [title, writeTypedAmount(amount, scope), sku ?? ''];
    };
  const cellsIn = cellsPartedBy(sign);
  return (line) => cellsIn(line).map((cell) => cell.trim());
}

type Headings = ReturnType<typeof headingLine>;

/** The line of headings, where some column of it is not read. */
function unreadHeadings(text: string, cells: readonly string[], headings: NonNullable<Headings>): OptionLine[] {
  const unread = cells.filter((cell, place) => cell !== '' && headings[place] === null);
  if (unread.length === 0) return [];
  const names = unread.map((cell) => `“${cell}”`).join(', ');
  const fault = `Nothing reads the column ${names}. There are title, amount, SKU part and colour.`;
  return [{ line: 1, text, option: null, was: null, faults: [fault], notes: [] }];
}

/** Reads one line after the other: what stands before takes keys, titles and SKU parts. */
class OptionReader {
  private readonly keyFor: (title: string, otherwise: string) => string;
  /** what is in the list already */
  private readonly titles = new Set<string>();
  private readonly changed = new Set<string>();
  private readonly parts: Map<string, string>;
  /** what is there already, by what a line can call it */
  private readonly byTitle: ReadonlyMap<string, Option>;
  private readonly byKey: ReadonlyMap<string, Option>;
  private readonly bySku: ReadonlyMap<string, Option>;
  private number: number;

  constructor(
    existing: readonly Option[],
    private readonly book: readonly Swatch[],
    private readonly scope: AmountScope,
  ) {
    this.keyFor = freeKeys(existing.map(({ key }) => key));
    this.parts = new Map(existing.flatMap(({ sku, title }) => (sku === null ? [] : [[sku, title] as const])));
    // Of two alike the first is meant.
    const by = (name: (option: Option) => string) =>
      new Map(
        existing.toReversed().flatMap((option) => (name(option) === '' ? [] : [[name(option), option] as const])),
      );
    this.byTitle = by(({ title }) => title.trim().toLowerCase());
    this.byKey = by(({ key }) => key);
    this.bySku = by(({ sku }) => sku ?? '');
    this.number = existing.length;
  }

  read(cells: readonly string[], headings: Headings): Pick<OptionLine, 'option' | 'was' | 'faults' | 'notes'> {
    const order = headings ?? COLUMNS;
    const cell = cellBy(cells, order);
    const [title, sku] = [cell('title'), cell('sku')];
    const was = this.there(title, sku);
    const { amount, fault } = readAmount(cell('amount'), this.scope);
    const colour = readOptionColour(cell('colour'), was ? '' : title, this.book, this.scope.own.kind === 'swatch');
    const faults = [...this.titleFaults(title, was), fault, ...this.skuFaults(sku, title, was), colour.fault].flatMap(
      (one) => one ?? [],
    );
    if (cells.some((one, place) => one !== '' && place >= order.length))
      faults.push(
        headings
          ? 'It has more columns than there are headings.'
          : 'It has more than four columns: title, amount, SKU part, colour.',
      );
    if (!was && faults.length === 0 && this.number >= MOST_OPTIONS)
      faults.push(`A choice has at most ${MOST_OPTIONS} options, and has them with those before this line.`);
    if (!was && faults.length === 0) this.number += 1;
    const said = {
      ...(cell('amount') === '' ? {} : { amount }),
      ...(sku === '' ? {} : { sku }),
      ...(was && cell('colour') === '' ? {} : { colours: colour.colours, swatch: colour.swatch, texture: null }),
    };
    return {
      option: faults.length > 0 ? null : this.optionOf(title, said, was),
      was,
      faults,
      notes: colour.note === undefined ? [] : [colour.note],
    };
  }

  /** The option that a line is about: by its title, its key, or its SKU part. */
  private there(title: string, sku: string): Option | null {
    return this.byTitle.get(title.toLowerCase()) ?? this.byKey.get(title) ?? this.bySku.get(sku) ?? null;
  }

  private optionOf(title: string, said: Partial<Option>, was: Option | null): Option {
    if (!was) return optionSchema.parse({ key: this.keyFor(title, 'option'), title, ...said });
    const isNamed = title === '' || title === was.key || title.toLowerCase() === was.title.trim().toLowerCase();
    return { ...was, ...said, ...(isNamed ? {} : { title }) };
  }

  private titleFaults(title: string, was: Option | null): string[] {
    const name = title.toLowerCase();
    const isTwice = was ? this.changed.has(was.key) : this.titles.has(name);
    this.titles.add(name);
    if (was) this.changed.add(was.key);
    if (title === '' && !was) return ['It has no title.'];
    return [
      ...(title.length > 120 ? ['The title is longer than 120 characters.'] : []),
      ...(isTwice ? [`“${title || was?.title}” is in this list twice.`] : []),
    ];
  }

  private skuFaults(sku: string, title: string, was: Option | null): string[] {
    if (sku === '' || sku === was?.sku) return [];
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

/** The amount of a list, where 0 is none. */
function readAmount(text: string, scope: AmountScope): { readonly amount: Amount | null; readonly fault?: string } {
  const { amount, fault } = readTypedAmount(text, scope);
  if (fault !== undefined) return { amount: null, fault };
  return { amount: amount && Exact.parse(amount.value)?.sign() === 0 ? null : amount };
}

/** The colour of an option: as its cell says, else by its title. @param isSwatch whether it is chosen by its colour */
function readOptionColour(
  text: string,
  title: string,
  book: readonly Swatch[],
  isSwatch: boolean,
): { colours: string[]; swatch: string | null; fault?: string; note?: string } {
  const named = swatchByName(book, text === '' ? title : text);
  if (named) return { colours: [], swatch: named.key, note: `takes the swatch ${named.name}` };
  if (text === '') {
    const colour = isSwatch ? namedColour(title) : null;
    return colour === null
      ? { colours: [], swatch: null }
      : { colours: [colour], swatch: null, note: `takes the colour ${colour}` };
  }
  const colours = readColours(text);
  if (colours) return { colours, swatch: null };
  return {
    colours: [],
    swatch: null,
    fault: `“${text}” is neither a colour nor the name of a swatch. Write #5b7a5e or navy, or add it to the swatch book.`,
  };
}
