import {
  type Choice,
  freeKeys,
  hasOptions,
  keySchema,
  MOST_OPTIONS,
  type Option,
  optionSchema,
  type Product,
} from '../../catalog';
import { readTypedAmount, writeTypedAmount } from '../../exchange';
import { type Column, moneyColumn, type Scope, type SpreadsheetKind, textColumn, toldColumn } from '../kind';

interface Row {
  /** what it belongs to: a product or a sheet */
  readonly choices: Product['choices'];
  readonly key: string;
  readonly choice: Choice;
  readonly option: Option;
}

const amountScope = ({ choices, choice }: Row, { catalog }: Scope) => ({
  currency: catalog.shop.currency,
  own: choice,
  choices,
});

const amount: Column<Row> = {
  head: 'Amount',
  isNumber: true,
  // A plus before a figure says nothing in a spreadsheet, where it may begin a formula.
  show: (row, scope) => writeTypedAmount(row.option.amount, amountScope(row, scope)).replace(/^\+/, ''),
  set(row, text, scope) {
    const read = readTypedAmount(text, amountScope(row, scope));
    if (read.fault !== undefined) return read.fault;
    row.option.amount = read.amount;
    return undefined;
  },
};

const swatch: Column<Row> = {
  head: 'Swatch',
  show: ({ option }) => option.swatch ?? '',
  set({ option }, text, { swatch: swatchOf }) {
    const found = text === '' ? null : swatchOf(text);
    if (found === undefined) return `the swatch book has no “${text}”.`;
    option.swatch = found?.key ?? null;
    return undefined;
  },
};

/** Whatever has choices: a product or a sheet. */
type WithChoices = Pick<Product, 'choices'>;

const optionsOf = (list: 'products' | 'sheets', word: string, title: string): SpreadsheetKind<WithChoices, Row> => ({
  title,
  list,
  word,
  names: [
    { head: list === 'products' ? 'Product' : 'Sheet', show: ({ key }) => key },
    { head: 'Choice', show: ({ choice }) => choice.key },
    { head: 'Option', show: ({ option }) => option.key },
  ],
  columns: [
    toldColumn('Choice title', ({ choice }) => choice.title),
    textColumn(
      'Title',
      120,
      ({ option }) => option.title,
      ({ option }, text) => void (option.title = text),
    ),
    textColumn(
      'Description',
      300,
      ({ option }) => option.description,
      ({ option }, text) => void (option.description = text),
    ),
    amount,
    moneyColumn(
      'Was-price',
      ({ option }) => option.wasPrice,
      ({ option }, value) => void (option.wasPrice = value),
    ),
    textColumn(
      'SKU part',
      40,
      ({ option }) => option.sku ?? '',
      ({ option }, text) => void (option.sku = text || null),
    ),
    swatch,
  ],
  rows: ({ choices }, key) =>
    choices.flatMap((choice) =>
      hasOptions(choice) ? choice.options.map((option) => ({ choices, key, choice, option })) : [],
    ),
  add({ choices }, cell) {
    const choice = choices.find(({ key }) => key === cell('Choice'));
    if (!choice || !hasOptions(choice)) return { fault: `it has no choice “${cell('Choice')}” with options.` };
    if (choice.options.length >= MOST_OPTIONS) return { fault: `it has ${MOST_OPTIONS} options already.` };
    const wanted = cell('Option');
    if (wanted !== '' && !keySchema.safeParse(wanted).success)
      return {
        fault: `“${wanted}” can’t be an inside name: use lower-case letters, digits and hyphens, a letter first.`,
      };
    const key = wanted || freeKeys(choice.options.map((option) => option.key))(cell('Title'), 'option');
    const option = optionSchema.parse({ key, title: cell('Title') });
    choice.options.push(option);
    return { row: { choices, key, choice, option } };
  },
});

/** Options of products with what they add. */
export const optionsSpreadsheet = optionsOf('products', 'product', 'Options');

/** Options of sheets, which many products share. */
export const sheetOptionsSpreadsheet = optionsOf('sheets', 'sheet', 'Options of sheets');
