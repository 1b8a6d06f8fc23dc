import { type StockItemDefinition, stockItemSchema } from '../../catalog';
import { unitByCode, unitByText } from '../../quantity';
import {
  moneyColumn,
  quantityColumn,
  type SpreadsheetKind,
  textColumn,
  toldColumn,
  wholeColumn,
  yesNoColumn,
} from '../kind';

const unitText = (code: string): string => (code === '1' ? 'pieces' : (unitByCode(code)?.symbol ?? code));

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
      const unit = cell('Unit');
      return stockItemSchema.parse({
        key,
        title: cell('Title'),
        unit: unit === '' || unit === 'pieces' ? '1' : (unitByText(unit)?.code ?? unit),
        ...(cell('On hand') !== '' && { onHand: cell('On hand') }),
      });
    },
  },
};
