import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import {
  asListed,
  beyondCovered,
  coversUsual,
  type KitTerms,
  lessAmount,
  lessPercent,
  ownKitPrice,
  SUM_OF_PARTS,
} from '.';

const EXTRAS = ['onTop', 'included', 'all'] as const;
const ALL: readonly KitTerms[] = [
  SUM_OF_PARTS,
  lessAmount(Exact.of(5)),
  lessPercent(Exact.of(10)),
  ...EXTRAS.flatMap((extras) => [ownKitPrice(extras, true), ownKitPrice(extras, false)]),
];

describe('the terms of a kit', () => {
  it('pay all of what parts cost, a share of it, or nothing', () => {
    expect(SUM_OF_PARTS.share.toString()).toBe('1');
    expect(lessPercent(Exact.from('12.5')).share.toString()).toBe('0.875');
    expect(lessPercent(Exact.of(100)).share.toString()).toBe('0');
    expect(ownKitPrice('all', true).share.toString()).toBe('0');
  });

  it('take an amount off all of it, and not off a share', () => {
    expect(lessAmount(Exact.of(5)).less.toString()).toBe('5');
    expect(ALL.filter(({ less }) => less.sign() !== 0)).toHaveLength(1);
  });

  it('let nothing cheaper take something off where what is chosen is included', () => {
    expect(ownKitPrice('included', true).cheaperLess).toBe(false);
    expect(ownKitPrice('onTop', true).cheaperLess).toBe(true);
    expect(ownKitPrice('onTop', false).cheaperLess).toBe(false);
  });

  it('ask what usually comes where that is paid for already', () => {
    expect(ALL.map(coversUsual)).toEqual([false, false, false, true, true, true, true, false, false]);
  });

  it('give way to a list that names a price, unless the kit has one of its own', () => {
    for (const terms of ALL) {
      expect(asListed(terms, false)).toBe(terms);
      expect(asListed(terms, true).isOwn).toBe(true);
      if (terms.isOwn) expect(asListed(terms, true)).toBe(terms);
      else expect(asListed(terms, true)).toEqual(ownKitPrice('onTop', true));
    }
  });

  it('never ask for less than nothing, unless what is cheaper takes something off', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1000, max: 1000 }), fc.constantFrom(...ALL), (cents, terms) => {
        const paid = beyondCovered(terms, Exact.of(cents));
        expect(paid.toString()).toBe(String(terms.cheaperLess ? cents : Math.max(0, cents)));
      }),
    );
  });
});
