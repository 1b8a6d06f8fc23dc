import { freeKeys, MOST_OF_A_PART, type Part, partSchema, type Product } from '../../catalog';
import { type Column, type SpreadsheetKind, textColumn, toldColumn, wholeColumn, yesNoColumn } from '../kind';

interface Row {
  readonly product: Product;
  readonly key: string;
  readonly part: Part;
}

const quantity = (head: string, of: keyof Part['quantity']): Column<Row> =>
  wholeColumn(
    head,
    [1, MOST_OF_A_PART],
    ({ part }) => part.quantity[of],
    ({ part }, value) => {
      part.quantity[of] = value ?? 1;
      return undefined;
    },
  );

/** What kits are put together from. */
export const partsSpreadsheet: SpreadsheetKind<Product, Row> = {
  title: 'Parts of kits',
  list: 'products',
  word: 'product',
  names: [
    { head: 'Product', show: ({ key }) => key },
    { head: 'Part', show: ({ part }) => part.key },
  ],
  columns: [
    toldColumn('SKU', ({ part }, scope) =>
      part.candidates.map(({ product }) => scope.product(product)?.sku || product).join(', '),
    ),
    textColumn(
      'Title',
      120,
      ({ part }) => part.title,
      ({ part }, text) => void (part.title = text),
    ),
    quantity('Least', 'least'),
    quantity('Usual', 'usual'),
    quantity('Most', 'most'),
    yesNoColumn(
      'Optional',
      ({ part }) => part.optional,
      ({ part }, value) => void (part.optional = value),
    ),
    yesNoColumn(
      'Taken',
      ({ part }) => part.taken,
      ({ part }, value) => void (part.taken = value),
    ),
  ],
  rows: (product, key) => product.parts.map((part) => ({ product, key, part })),
  add(product, cell, { slugOfSku }) {
    const sku = cell('SKU');
    const slug = slugOfSku(sku);
    if (slug === undefined)
      return { fault: sku === '' ? 'a new part needs an SKU.' : `no product has the SKU “${sku}”.` };
    const key = cell('Part') || freeKeys(product.parts.map((part) => part.key))(cell('Title') || slug, 'part');
    const read = partSchema.safeParse({ key, candidates: [{ product: slug }] });
    if (!read.success)
      return { fault: `“${key}” can’t be an inside name: use lower-case letters, digits and hyphens.` };
    product.parts.push(read.data);
    return { row: { product, key: product.slug, part: read.data } };
  },
};
