import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceWords } from '../words';
import { type Difference, differencesOf, takenBack } from '.';

const cloth = (options: object[]) => ({ choices: [{ kind: 'options', key: 'cloth', title: 'Cloth', options }] });
const words = (before: unknown, after: unknown) => differencesOf(before, after).map(differenceWords);

describe('what differs', () => {
  it('is said by what people call the way there', () => {
    const amount = (value: string) => cloth([{ key: 'linen', title: 'Linen', amount: { kind: 'fixed', value } }]);
    expect(words(amount('12'), amount('14.50'))).toEqual([
      'choices, “Cloth”, options, “Linen”, amount, value: 12 → 14.50',
    ]);
  });

  it('knows an entry by its key wherever it stands, and tells another order by itself', () => {
    const [linen, slate] = [
      { key: 'linen', title: 'Linen' },
      { key: 'slate', title: 'Slate' },
    ];
    expect(words(cloth([linen, slate]), cloth([slate, { ...linen, title: 'Raw linen' }]))).toEqual([
      'choices, “Cloth”, options, “Raw linen”, title: “Linen” → “Raw linen”',
      'choices, “Cloth”, options: in another order',
    ]);
    expect(words(cloth([linen, slate]), cloth([slate]))).toEqual(['choices, “Cloth”, options, “Linen”: removed']);
    expect(words(cloth([slate]), cloth([slate, linen]))).toEqual(['choices, “Cloth”, options, “Linen”: added']);
  });

  it('knows variants by their options, prices of a list by what they are for, pictures by their file', () => {
    const variant = (size: string, price: string | null) => ({ options: { size }, price });
    expect(
      words(
        { variants: [variant('s', null), variant('m', '9')] },
        { variants: [variant('m', '10'), variant('s', null)] },
      ),
    ).toEqual(['variants, “m”, price: 9 → 10', 'variants: in another order']);
    expect(
      words({ prices: [{ product: 'suit', price: '80' }] }, { prices: [{ product: 'suit', price: '78' }] }),
    ).toEqual(['prices, “suit”, price: 80 → 78']);
    expect(words({ pictures: [] }, { pictures: [{ src: 'pictures/a/front.svg' }] })).toEqual([
      'pictures, “front.svg”: added',
    ]);
  });

  it('says another kind of thing as a whole', () => {
    expect(words({ of: { kind: 'a', x: '1' } }, { of: { kind: 'b', y: true } })).toEqual([
      'of: kind “a”, x 1 → kind “b”, y yes',
    ]);
    expect(words({ tags: ['new'] }, { tags: [] })).toEqual(['tags: “new” → none']);
    expect(words({ sku: 'A', price: null }, { sku: '', price: '3' })).toEqual(['SKU: “A” → empty', 'price: none → 3']);
  });

  it('is nothing between two of the same', () => {
    expect(differencesOf(cloth([{ key: 'a' }]), cloth([{ key: 'a' }]))).toEqual([]);
  });
});

const entry = fc.record({
  key: fc.constantFrom('a', 'b', 'c', 'd'),
  title: fc.string(),
  amount: fc.option(fc.record({ kind: fc.constantFrom('fixed', 'percent'), value: fc.string() })),
  tags: fc.array(fc.constantFrom('x', 'y')),
});
const document = fc.record({
  title: fc.string(),
  shown: fc.boolean(),
  entries: fc.uniqueArray(entry, { selector: ({ key }) => key }),
  by: fc.dictionary(fc.constantFrom('m', 'n'), fc.nat()),
});

/** All differences taken back, orders last: they are of the entries that there are then. */
const allBack = (after: object, differences: readonly Difference[]) =>
  [...differences.filter(({ kind }) => kind !== 'order'), ...differences.filter(({ kind }) => kind === 'order')].reduce(
    (now, difference) => takenBack(now, difference),
    after,
  );

describe('what is taken back', () => {
  it('is as it was before, whatever has been changed', () => {
    fc.assert(
      fc.property(document, document, (before, after) => {
        const back = allBack(after, differencesOf(before, after));
        expect(differencesOf(before, back).filter(({ kind }) => kind !== 'order')).toEqual([]);
      }),
    );
  });

  it('is one place alone', () => {
    const [before, after] = [
      { title: 'Suit', price: '80', tags: ['a'] },
      { title: 'Smock', price: '90', tags: ['a'] },
    ];
    const [, price] = differencesOf(before, after);
    expect(price && takenBack(after, price)).toEqual({ title: 'Smock', price: '80', tags: ['a'] });
  });

  it('leaves a place alone that is not there any more', () => {
    const [difference] = differencesOf(
      cloth([{ key: 'linen', title: 'Linen' }]),
      cloth([{ key: 'linen', title: 'Raw' }]),
    );
    const edited = cloth([]);
    expect(difference && takenBack(edited, difference)).toEqual(edited);
  });
});
