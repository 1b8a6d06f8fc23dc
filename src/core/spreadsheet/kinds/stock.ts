import { type StockItemDefinition, stockItemSchema } from '../../catalog';
import { Exact } from '../../number';
import { unitByCode, unitByText } from '../../quantity';
import {
  CellFault,
  isDecimal,
  moneyColumn,
  quantityColumn,
  type SpreadsheetKind,
  textColumn,
  toldColumn,
  wholeColumn,
  yesNoColumn,
} from '../kind';

/** What a unit is called in a cell. */
export const unitText = (code: string): string => (code === '1' ? 'pieces' : (unitByCode(code)?.symbol ?? code));

/** @throws CellFault */
function unitOf(text: string): string {
  if (text === '' || text.toLowerCase() === 'pieces') return '1';
  const unit = unitByText(text) ?? unitByCode(text);
  if (!unit) throw new CellFault(`“${text.slice(0, 40)}” is not a unit. Write pieces, m, m², kg, l and the like.`);
  return unit.code;
}

/** @throws CellFault */
function openingOf(text: string): string {
  const value = Exact.parse(text === '' ? '0' : text);
  if (!value || value.sign() < 0 || !isDecimal(value.toString()))
    throw new CellFault(`“${text.slice(0, 40)}” is no quantity on hand. Write a number such as 12 or 2.5.`);
  return value.toString();
}

const onHandOf = ({ onHand, cutFrom, lots }: StockItemDefinition): string =>
  cutFrom ? lots.map(({ label, length }) => `${label}: ${length}`).join('; ') : onHand;

/** Stock items. What is on hand is told, and changed by counting. */
export const stockSpreadsheet: SpreadsheetKind<StockItemDefinition, StockItemDefinition> = {
  title: 'Stock items',
  list: 'stock',
  word: 'stock item',
  names: [{ head: 'Stock item', show: ({ key }) => key }],
  columns: [
    textColumn(
      'Title',
      160,
      ({ title }) => title,
      (item, text) => void (item.title = text),
    ),
    toldColumn('Unit', ({ unit }) => unitText(unit)),
    moneyColumn(
      'Cost',
      ({ cost }) => cost,
      (item, value) => void (item.cost = value),
    ),
    quantityColumn(
      'Backorder',
      ({ backorder }) => backorder,
      (item, value) => void (item.backorder = value),
    ),
    wholeColumn(
      'Lead days',
      [1, 730],
      ({ leadDays }) => leadDays,
      (item, value) => {
        item.leadDays = value;
        return undefined;
      },
    ),
    yesNoColumn(
      'Archived',
      ({ archived }) => archived,
      (item, value) => void (item.archived = value),
    ),
    { ...toldColumn('On hand', onHandOf), isNumber: true },
  ],
  rows: (item) => [item],
  begin: {
    needs: 'Title',
    make(key, cell) {
      return stockItemSchema.parse({
        key,
        title: cell('Title'),
        unit: unitOf(cell('Unit')),
        onHand: openingOf(cell('On hand')),
      });
    },
  },
};
