import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sameDefinition as same } from '.';
import { mergeEdits } from './merge';

const base = {
  title: 'Suit',
  price: '10',
  tags: ['a'],
  choices: [
    { key: 'size', title: 'Size' },
    { key: 'cloth', title: 'Cloth' },
  ],
};

describe('mergeEdits', () => {
  it('brings together changes of different places', () => {
    const { merged, conflicts } = mergeEdits(base, { ...base, title: 'Bee suit' }, { ...base, price: '12' });
    expect(merged).toEqual({ ...base, title: 'Bee suit', price: '12' });
    expect(conflicts).toEqual([]);
  });

  it('merges lists by key: an added, a changed and a moved entry', () => {
    const mine = {
      ...base,
      choices: [
        { key: 'cloth', title: 'Cloth' },
        { key: 'size', title: 'Size' },
      ],
    };
    const theirs = {
      ...base,
      choices: [
        { key: 'size', title: 'Your size' },
        { key: 'cloth', title: 'Cloth' },
        { key: 'veil', title: 'Veil' },
      ],
    };
    const { merged, conflicts } = mergeEdits(base, mine, theirs);
    expect(merged.choices.map(({ key }) => key)).toEqual(['cloth', 'size', 'veil']);
    expect(merged.choices[1]?.title).toBe('Your size');
    expect(conflicts).toEqual([]);
  });

  it('tells of a place that both changed, and keeps mine there', () => {
    const { merged, conflicts } = mergeEdits(base, { ...base, price: '11' }, { ...base, price: '12' });
    expect(merged.price).toBe('11');
    expect(conflicts).toEqual([['price']]);
  });

  it('does not drop an entry that one side removed while the other changed it', () => {
    const mine = { ...base, choices: [{ key: 'size', title: 'Size' }] };
    const theirs = {
      ...base,
      choices: [
        { key: 'size', title: 'Size' },
        { key: 'cloth', title: 'Colour' },
      ],
    };
    const { merged, conflicts } = mergeEdits(base, mine, theirs);
    expect(merged.choices).toContainEqual({ key: 'cloth', title: 'Colour' });
    expect(conflicts).toEqual([['choices', 'cloth']]);
  });

  it('removes what one side removed and the other left alone', () => {
    const mine = { ...base, choices: [{ key: 'size', title: 'Size' }] };
    expect(mergeEdits(base, mine, { ...base, price: '12' }).merged).toEqual({ ...mine, price: '12' });
  });

  it('gives the one edit when the other side did nothing, for any document', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, after) => {
        expect(same(mergeEdits(before, after, before).merged, after)).toBe(true);
        expect(same(mergeEdits(before, before, after).merged, after)).toBe(true);
        expect(mergeEdits(before, after, after).conflicts).toEqual([]);
      }),
    );
  });
});
