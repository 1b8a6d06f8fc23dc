import { type Catalog, catalogSchema, type Product } from '@/core/catalog';
import { compile } from '@/core/compile';
import { afterImport, incoming } from '@/core/compared';
import { importFaults, surroundingsOf } from '@/core/exchange';
import { resolve } from '@/core/run';
import { type Grid } from '@/core/spreadsheet';
import { guessMapping, type ListMapping, readSupplierList } from '@/core/supplier-list';
import { expect } from 'vitest';

/** What tests of suppliers' lists begin with: an empty shop, a list of suits, and what becomes of the two. */

export const EMPTY = catalogSchema.parse({
  format: 'oak-knot/catalog',
  version: 2,
  shop: { name: 'Bee Works', currency: 'EUR' },
  swatches: [{ key: 'moss', name: 'Moss', colours: ['#556b2f'] }],
});

export const HEAD = ['Style', 'Name', 'Art. no.', 'Colour', 'Size', 'RRP', 'Stock'];
export const suit = (colour: string, size: string, price: string, stock = '3') => [
  '10',
  `Bee suit ${colour} ${size}`,
  `LM-10-${colour.slice(0, 2).toUpperCase()}-${size}`,
  colour,
  size,
  price,
  stock,
];
export const SUITS: Grid = [
  HEAD,
  ...['White', 'Moss'].flatMap((colour) =>
    ['XL', 'S', 'M'].map((size) => suit(colour, size, size === 'XL' ? '93,00' : '89,00')),
  ),
];

export const read = (grid: Grid, catalog: Catalog = EMPTY, said: Partial<ListMapping> = {}) =>
  readSupplierList(grid, { ...guessMapping(grid), supplier: 'Linden Mill', ...said }, catalog);

/** The catalog with what a list brings, as if everything were published. */
export function brought(catalog: Catalog, grid: Grid, said: Partial<ListMapping> = {}): Catalog {
  const { catalog: part, faults } = read(grid, catalog, said);
  expect(faults).toEqual([]);
  const after = afterImport(catalog, incoming(catalog, part, new Map()));
  expect(importFaults(catalog, after, part)).toEqual([]);
  const drafts = after.drafts.products.map(({ definition }) => definition);
  return { ...after, products: [...after.products, ...drafts], drafts: { products: [], sheets: [] } };
}

export const only = ({ products }: Catalog): Product => {
  const [product] = products;
  if (!product || products.length > 1) throw new Error(`${products.length} products`);
  return product;
};

/** What each variant costs and is called when it is bought. */
export function sold(catalog: Catalog, product = only(catalog)): Record<string, string> {
  const program = compile(product, surroundingsOf(catalog));
  return Object.fromEntries(
    product.variants
      .filter(({ onSale }) => onSale)
      .map(({ options }) => {
        const { item, unitPrice } = resolve(program, { answers: options }, { stock: null, today: '2027-03-01' });
        return [item.sku ?? '', unitPrice?.toFixed(2) ?? ''];
      }),
  );
}
