import { type ListPrice, listPriceSchema, type PriceList } from '../../catalog';
import { type Breaks } from '../../pricing';
import { kindOfThing, sameThing, thingsOf, titleOfThing } from '../../price-lists';
import { type Column, readMoney, type SpreadsheetKind, toldColumn } from '../kind';
import { pricedSteps, withoutStep, withStep } from './steps';

/** A price of a list, or what that is from so many on. */
interface Row {
  readonly list: PriceList;
  readonly entry: ListPrice;
  /** null for the price itself */
  readonly step: Breaks['steps'][number] | null;
}

const price: Column<Row> = {
  head: 'Price',
  isNumber: true,
  show: ({ entry, step }) => (step ? step.value : entry.price),
  set({ list, entry, step }, text, scope) {
    if (text === '') {
      if (step) entry.breaks = withoutStep(entry.breaks, step);
      else list.prices = list.prices.filter((one) => one !== entry);
      return undefined;
    }
    const read = readMoney(text, scope, kindOfThing(entry.of).isAdded);
    if (read.fault !== undefined) return read.fault;
    if (step) step.value = read.text;
    else entry.price = read.text;
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
    { head: 'From', mayLack: true, isNumber: true, show: ({ step }) => step?.from ?? '' },
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
      { list, entry, step: null },
      ...pricedSteps(entry.breaks).map((step) => ({ list, entry, step })),
    ]),
  add(list, cell, scope) {
    const slug = cell('Product');
    const product = scope.product(slug);
    if (!product) return { fault: `there is no product at the address “${slug}”.` };
    const thing = thingsOf(product).find((one) => kindOfThing(one.thing).text(one.thing) === cell('Of'));
    if (!thing) return { fault: `${product.title} has nothing called “${cell('Of')}” with a price.` };
    const known = list.prices.find((entry) => entry.product === slug && sameThing(entry.of, thing.thing));
    if (cell('From') === '') {
      const entry = listPriceSchema.parse({ product: slug, of: thing.thing, price: '0' });
      list.prices.push(entry);
      return { row: { list, entry, step: null } };
    }
    if (!known) return { fault: `the list names no price of ${titleOfThing(product.title, thing)}: give that first.` };
    const added = withStep(
      known.breaks,
      cell('From'),
      'what more of it costs is said as so much less there. Change it in the list.',
    );
    if (added.fault !== undefined) return added;
    known.breaks = added.breaks;
    return { row: { list, entry: known, step: added.step } };
  },
};
