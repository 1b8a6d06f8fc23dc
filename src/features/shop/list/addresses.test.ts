import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_ON_SHELVES } from '@/core/browsing';
import { asking, filtersChosen, pagesLedTo, shopAddress, unfiltered, withValue } from './addresses';

const pages = (page: number, of: number) => pagesLedTo(page, of).map((one) => one ?? '…');

describe('addresses of the shop’s list', () => {
  it('are as short as what they ask for', () => {
    expect(shopAddress(ALL_ON_SHELVES)).toBe('/shop');
    const pine = withValue(ALL_ON_SHELVES, 'timber', 'pine');
    expect(shopAddress(pine)).toBe('/shop?is.timber=pine');
    const both = withValue({ ...pine, page: 3, category: 'Hives & more' }, 'timber', 'cedar');
    expect(shopAddress(both)).toBe('/shop?category=Hives+%26+more&is.timber=pine&is.timber=cedar');
    expect(shopAddress(withValue(withValue(both, 'timber', 'pine'), 'timber', 'cedar'))).toBe(
      '/shop?category=Hives+%26+more',
    );
  });

  it('begin with the first page when something else is asked for, and keep the order and the category', () => {
    const asked = asking(ALL_ON_SHELVES, { category: 'Tools', sort: 'cheapest', from: '3', inStock: true, page: 4 });
    expect(asking(asked, { inStock: false })).toMatchObject({ page: 1, sort: 'cheapest', from: '3' });
    expect(filtersChosen(asked)).toBe(2);
    expect(unfiltered(asked)).toEqual({ ...ALL_ON_SHELVES, category: 'Tools', sort: 'cheapest' });
  });

  it('lead to the pages around the one that is shown', () => {
    expect(pages(1, 1)).toEqual([1]);
    expect(pages(4, 7)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(pages(1, 209)).toEqual([1, 2, 3, '…', 209]);
    expect(pages(100, 209)).toEqual([1, '…', 98, 99, 100, 101, 102, '…', 209]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 300 }), (a, b) => {
        const [page, of] = [Math.min(a, b), Math.max(a, b)];
        const led = pagesLedTo(page, of);
        const numbers = led.filter((one) => one !== null);
        expect(led.length).toBeLessThanOrEqual(9);
        expect(numbers).toEqual([...new Set(numbers)].sort((one, other) => one - other));
        expect(numbers).toContain(page);
        expect([numbers[0], numbers.at(-1)]).toEqual([1, of]);
      }),
    );
  });
});
