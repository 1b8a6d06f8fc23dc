import { type ListPrice, listPriceSchema, type PriceList } from '../../catalog';
import { readTypedMoney } from '../../exchange';
import { Exact } from '../../number';
import { breaksSchema, MOST_STEPS } from '../../pricing';
import { kindOfThing, sameThing, thingsOf, titleOfThing } from '../../price-lists';
import { type Column, isDecimal, type SpreadsheetKind, toldColumn } from '../kind';

/** A price of a list, or what that is from so many on. */
interface Row {
  readonly list: PriceList;
  readonly entry: ListPrice;
  readonly from: string;
}

const stepOf = ({ entry, from }: Row) => entry.breaks?.steps.find((step) => step.from === from);

const price: Column<Row> = {
  head: 'Price',
  isNumber: true,
  show: (row) => (row.from === '' ? row.entry.price : (stepOf(row)?.value ?? '')),
  set(row, text, { catalog }) {
    const { list, entry, from } = row;
    if (text === '') {
      if (from === '') list.prices = list.prices.filter((one) => one !== entry);
      else if (entry.breaks) {
        const steps = entry.breaks.steps.filter((step) => step.from !== from);
        entry.breaks = steps.length > 0 ? { ...entry.breaks, steps } : null;
      }
      return undefined;
    }
    const read = readTypedMoney(text, catalog.shop.currency);
    if (read.fault !== undefined) return read.fault;
    if (read.value.sign() < 0 && !kindOfThing(entry.of).isAdded) return `“${text}” is less than nothing.`;
    if (!isDecimal(read.text)) return `“${text}” is no decimal. Write it like 12.50.`;
    const step = stepOf(row);
    if (step) step.value = read.text;
    else if (from === '') entry.price = read.text;
    return undefined;
  },
};

/** Prices that lists name. */
export const priceListsSpreadsheet: SpreadsheetKind<PriceList, Row> = {
  title: 'Price lists',
  list: 'priceLists',
  word: 'price list',
  names: [
    { head: 'List', show: ({ list }) => list.key },
    { head: 'Product', show: ({ entry }) => entry.product },
    { head: 'Of', mayLack: true, show: ({ entry }) => kindOfThing(entry.of).text(entry.of) },
    { head: 'From', mayLack: true, isNumber: true, show: ({ from }) => from },
  ],
  columns: [
    toldColumn('What', ({ entry }, scope) => {
      const product = scope.product(entry.product);
      const thing = product && thingsOf(product).find((one) => sameThing(one.thing, entry.of));
      return product && thing ? titleOfThing(product.title, thing) : '';
    }),
    price,
  ],
  rows: (list) =>
    list.prices.flatMap((entry): Row[] => [
      { list, entry, from: '' },
      ...(entry.breaks?.gives === 'price' ? entry.breaks.steps.map(({ from }) => ({ list, entry, from })) : []),
    ]),
  add(list, cell, scope) {
    const slug = cell('Product');
    const product = scope.product(slug);
    if (!product) return { fault: `there is no product at the address “${slug}”.` };
    const thing = thingsOf(product).find((one) => kindOfThing(one.thing).text(one.thing) === cell('Of'));
    if (!thing) return { fault: `${product.title} has nothing called “${cell('Of')}” with a price.` };
    const known = list.prices.find((entry) => entry.product === slug && sameThing(entry.of, thing.thing));
    const from = cell('From');
    if (from === '') {
      const entry = listPriceSchema.parse({ product: slug, of: thing.thing, price: '0' });
      list.prices.push(entry);
      return { row: { list, entry, from } };
    }
    if (!known) return { fault: `the list names no price of ${titleOfThing(product.title, thing)}: give that first.` };
    const quantity = Exact.parse(from);
    if (!quantity || quantity.sign() <= 0 || !isDecimal(quantity.toString()))
      return { fault: `“${from}” is no quantity from which a price can hold.` };
    if (known.breaks && known.breaks.gives !== 'price')
      return { fault: 'what more of it costs is said as so much less there. Change it in the list.' };
    if ((known.breaks?.steps.length ?? 0) >= MOST_STEPS) return { fault: `it has ${MOST_STEPS} steps already.` };
    const breaks = known.breaks ?? breaksSchema.parse({});
    breaks.steps = [...breaks.steps, { from: quantity.toString(), value: '0' }].sort((a, b) =>
      Exact.from(a.from).isLess(Exact.from(b.from)) ? -1 : 1,
    );
    known.breaks = breaks;
    return { row: { list, entry: known, from: quantity.toString() } };
  },
};
