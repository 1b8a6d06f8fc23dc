import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Catalog, catalogSchema } from '../catalog';
import { type ProblemData } from '../problems';
import { stockView } from '../stock';
import { guessMapping, readSupplierList } from '../supplier-list';
import { flatten } from './flatten';

const around = (available: Record<string, string> = {}) => ({
  stock: stockView(Object.entries(available).map(([key, text]) => ({ key, available: text, late: null, lying: null }))),
  today: '2027-03-01',
  tell: ({ code }: ProblemData) => code,
});

const catalogOf = (products: readonly object[], more: object = {}): Catalog =>
  catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Bee Works', currency: 'EUR' },
    products: products.map((product) => ({ notCounted: 'madeToOrder', category: 'Clothing', ...product })),
    ...more,
  });

const options = (...titles: string[]) => titles.map((title) => ({ key: title.toLowerCase(), title, sku: title }));

const veil = {
  slug: 'veil',
  title: 'Round veil',
  sku: 'V',
  price: '20.00',
  choices: [
    {
      kind: 'list',
      key: 'size',
      title: 'Size',
      stocked: true,
      options: [...options('S'), { ...options('L')[0], amount: { kind: 'fixed', value: '3.50' } }],
    },
    { kind: 'yesNo', key: 'gift', title: 'Gift box', amount: { kind: 'fixed', value: '2' }, default: false },
  ],
  variants: [
    { options: { size: 's' }, stock: 'veil-s', gtin: '4006381333931' },
    { options: { size: 'l' }, stock: 'veil-l' },
  ],
};
const stock = ['veil-s', 'veil-l'].map((key) => ({ key, title: key, unit: '1', onHand: '4' }));

const rowsOf = (catalog: Catalog, ...given: Parameters<typeof around>) =>
  flatten(catalog, null, around(...given)).grid.map((row) => row.join('|'));

describe('what is in the shop, flattened', () => {
  it('has a row for each selection that can be sold, and says which can be had now', () => {
    expect(rowsOf(catalogOf([{ ...veil, notCounted: null }], { stock }), { 'veil-s': '4', 'veil-l': '0' })).toEqual([
      'Product|Title|Category|SKU|GTIN|Size|Gift box|Price|Was-price|In stock|Note',
      'veil|Round veil|Clothing|V-S|4006381333931|S|No|20||yes|',
      'veil|Round veil|Clothing|V-S|4006381333931|S|Yes|22||yes|',
      'veil|Round veil|Clothing|V-L||L|No|23.5||no|',
      'veil|Round veil|Clothing|V-L||L|Yes|25.5||no|',
    ]);
  });

  it('leaves out what is not made, and what rules make the same', () => {
    const jar = {
      slug: 'jar',
      title: 'Jar',
      sku: 'J',
      price: '1',
      choices: [
        { kind: 'list', key: 'lid', title: 'Lid', options: options('Gold', 'Black') },
        { kind: 'list', key: 'seal', title: 'Price', required: false, options: options('Red') },
      ],
      rules: [
        {
          key: 'no-seal',
          title: 'No seal on black',
          when: { kind: 'all', of: [{ kind: 'option', choice: 'lid', is: 'oneOf', options: ['black'] }] },
          then: [{ kind: 'hide', choices: ['seal'] }],
        },
      ],
    };
    expect(rowsOf(catalogOf([jar])).map((row) => row.split('|').slice(5, 8).join())).toEqual([
      'Lid,Price (choice),Price',
      'Gold,,1',
      'Gold,Red,1',
      'Black,,1',
    ]);
  });

  it('says what keeps a product from it', () => {
    const text = { kind: 'text', key: 'name', title: 'Name', required: true };
    const wide = Array.from({ length: 13 }, (_, place) => ({
      kind: 'list',
      key: `c${place}`,
      title: `C${place}`,
      default: 'a',
      options: options('A', 'B'),
    }));
    const notes = rowsOf(
      catalogOf([
        { slug: 'sign', title: 'Sign', sku: 'SG', price: '1', choices: [text] },
        { slug: 'wide', title: 'Wide', sku: 'W', price: '1', choices: wide },
        { slug: 'odd', title: 'Odd', sku: 'O', price: 'x' },
      ]),
    ).map((row) => row.split('|').at(-1));
    expect(notes[1]).toBe('No selection is whole. answerMissing');
    expect(notes[2]).toBe('Only the usual selection: all choices together are 8192 selections.');
    expect(notes[3]).toBe('It is to be fixed first.');
  });

  it('comes back as a supplier’s list that says nothing new, whatever the prices', () => {
    const cents = fc.infiniteStream(fc.integer({ min: 0, max: 9999 }));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 2, max: 4 }), cents, (one, other, prices) => {
        const grid = [['Name', 'Art. no.', 'Cut', 'Size', 'Price', 'Stock']];
        for (let cut = 0; cut < one; cut += 1)
          for (let size = 0; size < other; size += 1)
            grid.push([
              'Coat',
              `C-${cut}-${size}`,
              `cut ${cut}`,
              `${36 + size}`,
              ((prices.next().value ?? 0) / 100).toFixed(2),
              '1',
            ]);
        const mapping = { ...guessMapping(grid), category: 'Clothing', supplier: 'Linden' };
        const { catalog: part } = readSupplierList(grid, mapping, catalogOf([]));
        const made = part.drafts.products.map(({ definition }) => definition);
        const catalog = catalogOf([], { stock: part.stock });
        const full = { ...catalog, products: made };
        const flat = flatten(full, null, around());
        expect(flat.grid.slice(1).map((row) => [row[3], Number(row.at(-4)).toFixed(2)])).toEqual(
          grid.slice(1).map((row) => [row[1], row[4]]),
        );
        const again = readSupplierList(flat.grid, { ...guessMapping(flat.grid), supplier: 'Linden' }, full);
        expect([again.faults, again.catalog.products]).toEqual([[], made]);
      }),
      { numRuns: 40 },
    );
  });
});
