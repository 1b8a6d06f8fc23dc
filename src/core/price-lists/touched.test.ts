import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { isPlaced, type PriceList, priceListSchema } from '../catalog';
import { listChanges } from '../judge';
import { touchedBy } from './touched';

const { surroundings } = shopOf([
  { title: 'Smoker', price: '10' },
  { slug: 'q', title: 'Quill', price: '5', category: 'D' },
  { slug: 'r', title: 'Rack', price: '7', category: 'D', tags: ['wood'] },
]);
const products = [...surroundings.products.values()];
const list = (given: object): PriceList => priceListSchema.parse({ key: 'a', title: 'A', ...given });
const touches = (before: readonly PriceList[], after: readonly PriceList[]): string[] => {
  const { named, places, all } = touchedBy(before, after);
  const isFor = (product: (typeof products)[number]) =>
    all || named.has(product.slug) || (places.length > 0 && isPlaced(places, product));
  return products.filter(isFor).map(({ slug }) => slug);
};

describe('what a change of lists can touch', () => {
  const wood = list({ percent: '10', places: [{ category: null, supplier: null, tag: 'wood', facet: null }] });
  it('is what one list names and the other does not, or what a percentage is for', () => {
    const had = list({
      prices: [
        { product: 'p', price: '9' },
        { product: 'q', price: '4' },
      ],
    });
    const has = list({
      prices: [
        { product: 'p', price: '9' },
        { product: 'q', price: '3' },
      ],
    });
    expect(touches([had], [has])).toEqual(['q']);
    expect(touches([had], [had])).toEqual([]);
    expect(touches([], [wood])).toEqual(['r']);
    expect(touches([list({ percent: '10' })], [])).toEqual(['p', 'q', 'r']);
    expect(touches([list({ follows: 'b' }), { ...wood, key: 'b' }], [{ ...wood, key: 'b' }])).toEqual(['r']);
  });

  const place = fc.record({
    category: fc.constantFrom(null, 'C', 'D'),
    supplier: fc.constant(null),
    tag: fc.constantFrom(null, 'wood'),
    facet: fc.constantFrom(null, 'plain' as const),
  });
  const anyLists = fc.uniqueArray(
    fc
      .record({
        key: fc.constantFrom('a', 'b', 'c'),
        follows: fc.constantFrom(null, 'a', 'b', 'c'),
        groups: fc.constantFrom([], ['trade']),
        from: fc.constantFrom(null, '2026-12-01'),
        until: fc.constantFrom(null, '2026-12-24'),
        percent: fc.constantFrom(null, '10', '-5', '0'),
        places: fc.array(place, { maxLength: 2 }),
        prices: fc.uniqueArray(
          fc.record({ product: fc.constantFrom('p', 'q', 'r'), price: fc.constantFrom('1', '2', '7') }),
          { selector: ({ product }) => product, maxLength: 2 },
        ),
      })
      .map(list),
    { selector: ({ key }) => key, maxLength: 3 },
  );

  it('is everything that changes', () => {
    fc.assert(
      fc.property(anyLists, anyLists, (before, after) => {
        const touched = touches(before, after);
        for (const product of products)
          if (listChanges(product, surroundings, before, after, TODAY).length > 0)
            expect(touched).toContain(product.slug);
      }),
      { numRuns: 300 },
    );
  });
});
