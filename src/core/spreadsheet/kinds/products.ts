import { type Product, productSchema } from '../../catalog';
import { Exact } from '../../number';
import { type Breaks, MOST_STEPS } from '../../pricing';
import { type Column, isDecimal, moneyColumn, type SpreadsheetKind, textColumn } from '../kind';

/** A product with its own figures, or what it costs from so many on. */
interface Row {
  readonly product: Product;
  readonly key: string;
  /** null for the product itself */
  readonly step: Breaks['steps'][number] | null;
}

const ownText = (
  head: string,
  most: number,
  get: (product: Product) => string,
  set: (product: Product, text: string) => void,
): Column<Row> => {
  const column = textColumn<Row>(
    head,
    most,
    ({ product, step }) => (step ? '' : get(product)),
    ({ product }, text) => set(product, text),
  );
  return {
    ...column,
    set: (row, text, scope) => (row.step ? 'only the row without “From” says that.' : column.set?.(row, text, scope)),
  };
};

const listOf = (text: string): string[] => [
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
    else {
      const steps = product.breaks?.steps.filter((one) => one !== step) ?? [];
      product.breaks = product.breaks && steps.length > 0 ? { ...product.breaks, steps } : null;
    }
  },
);

const wasPrice = moneyColumn<Row>(
  'Was-price',
  ({ product, step }) => (step ? null : product.wasPrice),
  ({ product }, value) => {
    product.wasPrice = value;
  },
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
      (product, text) => void (product.tags = listOf(text)),
    ),
    price,
    {
      ...wasPrice,
      set: (row, text, scope) =>
        row.step ? 'only the row without “From” says that.' : wasPrice.set?.(row, text, scope),
    },
  ],
  rows: (product, key) => [
    { product, key, step: null },
    // What a step takes off is no price.
    ...(product.breaks?.gives === 'price' ? product.breaks.steps.map((step) => ({ product, key, step })) : []),
  ],
  add(product, cell) {
    const from = Exact.parse(cell('From'));
    if (!from || from.sign() <= 0 || !isDecimal(from.toString()))
      return { fault: `“${cell('From')}” is no quantity from which a price can hold.` };
    if (product.breaks && product.breaks.gives !== 'price')
      return { fault: 'what more of it costs is said as so much less there, not as prices. Change it in the editor.' };
    if ((product.breaks?.steps.length ?? 0) >= MOST_STEPS) return { fault: `it has ${MOST_STEPS} steps already.` };
    const step = { from: from.toString(), value: '0' };
    product.breaks ??= {
      counting: 'allUnits',
      over: 'pieces',
      across: 'line',
      together: '',
      gives: 'price',
      steps: [],
    };
    product.breaks.steps = [...product.breaks.steps, step].sort((a, b) =>
      Exact.from(a.from).isLess(Exact.from(b.from)) ? -1 : 1,
    );
    return { row: { product, key: product.slug, step } };
  },
  begin: {
    needs: 'Title',
    make: (slug, cell) => productSchema.parse({ slug, title: cell('Title'), sku: cell('SKU') }),
  },
};
