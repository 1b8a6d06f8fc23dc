import { type Product, productSchema } from '../../catalog';
import { type Breaks } from '../../pricing';
import { type Column, moneyColumn, type SpreadsheetKind, textColumn } from '../kind';
import { pricedSteps, withoutStep, withStep } from './steps';

/** A product with its own figures, or what it costs from so many on. */
interface Row {
  readonly product: Product;
  readonly key: string;
  /** null for the product itself */
  readonly step: Breaks['steps'][number] | null;
}

/** A column that the product alone has, and none of its steps. */
const ofProduct = (column: Column<Row>): Column<Row> => ({
  ...column,
  show: (row, scope) => (row.step ? '' : column.show(row, scope)),
  set: (row, text, scope) => (row.step ? 'only the row without “From” says that.' : column.set?.(row, text, scope)),
});

const ownText = (
  head: string,
  most: number,
  get: (product: Product) => string,
  set: (product: Product, text: string) => void,
): Column<Row> =>
  ofProduct(
    textColumn(
      head,
      most,
      ({ product }) => get(product),
      ({ product }, text) => set(product, text),
    ),
  );

/** Tags in a cell, each once. */
export const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,;]/)
      .map((tag) => tag.trim())
      .filter((tag) => tag !== ''),
  ),
];

const price = moneyColumn<Row>(
  'Price',
  ({ product, step }) => (step ? step.value : product.price),
  ({ product, step }, value) => {
    if (!step) product.price = value;
    else if (value !== null) step.value = value;
    else product.breaks = withoutStep(product.breaks, step);
  },
);

const wasPrice = ofProduct(
  moneyColumn(
    'Was-price',
    ({ product }) => product.wasPrice,
    ({ product }, value) => {
      product.wasPrice = value;
    },
  ),
);

/** Products with what they are called and cost. */
export const productsSpreadsheet: SpreadsheetKind<Product, Row> = {
  title: 'Products and prices',
  list: 'products',
  word: 'product',
  names: [
    { head: 'Product', show: ({ key }) => key },
    { head: 'From', mayLack: true, isNumber: true, show: ({ step }) => step?.from ?? '' },
  ],
  columns: [
    ownText(
      'Title',
      160,
      ({ title }) => title,
      (product, text) => void (product.title = text),
    ),
    ownText(
      'SKU',
      60,
      ({ sku }) => sku,
      (product, text) => void (product.sku = text),
    ),
    ownText(
      'Category',
      80,
      ({ category }) => category ?? '',
      (product, text) => void (product.category = text || null),
    ),
    ownText(
      'Supplier',
      80,
      ({ supplier }) => supplier ?? '',
      (product, text) => void (product.supplier = text || null),
    ),
    ownText(
      'Tags',
      1200,
      ({ tags }) => tags.join(', '),
      (product, text) => void (product.tags = tagsIn(text)),
    ),
    price,
    wasPrice,
  ],
  rows: (product, key) => [
    { product, key, step: null },
    ...pricedSteps(product.breaks).map((step) => ({ product, key, step })),
  ],
  add(product, cell) {
    const added = withStep(
      product.breaks,
      cell('From'),
      'what more of it costs is said as so much less there, not as prices. Change it in the editor.',
    );
    if (added.fault !== undefined) return added;
    product.breaks = added.breaks;
    return { row: { product, key: product.slug, step: added.step } };
  },
  begin: {
    needs: 'Title',
    make: (slug, cell) => productSchema.parse({ slug, title: cell('Title'), sku: cell('SKU') }),
  },
};
