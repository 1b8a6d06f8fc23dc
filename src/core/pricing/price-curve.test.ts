import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { priceCurve } from './price-curve';

const CENTS = Exact.of(2, 100);
const shown = (value: Exact) => Number(value.toFixed(4));

describe('priceCurve', () => {
  it('finds every step of a staircase, where it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 70, max: 400 }), fc.integer({ min: 10, max: 5000 }), (width, rise) => {
        const step = Exact.of(width, 100);
        // A post at the start, and one more for every step begun.
        const price = (at: Exact) => Exact.of(at.over(step).ceiling()).times(Exact.of(rise, 100));
        const { breaks } = priceCurve(price, Exact.of(1, 10), Exact.of(10), 160, CENTS);
        const steps = Array.from(
          { length: Math.floor(1000 / width) },
          (_, index) => ((index + 1) * width) / 100,
        ).filter((at) => at < 10);
        expect(breaks.map(({ before }) => shown(before.at))).toEqual(steps);
        for (const { before, after } of breaks)
          expect(after.price.minus(before.price).equals(Exact.of(rise, 100))).toBe(true);
      }),
    );
  });

  it('sees a bend as a bend, and rounding as no jump', () => {
    const least = Exact.of(5);
    const bent = (at: Exact) => {
      const price = at.times(Exact.from('7.123')).rounded(2);
      return price.isMore(least) ? price : least;
    };
    const { pieces, breaks } = priceCurve(bent, Exact.zero, Exact.of(4), 120, CENTS);
    expect(breaks).toEqual([]);
    expect(pieces).toHaveLength(1);
    expect(pieces[0]).toHaveLength(121);
  });

  it('leaves out where there is no price', () => {
    const { pieces } = priceCurve(
      (at) => (at.isLess(Exact.of(3)) || at.isMore(Exact.of(6)) ? at : null),
      Exact.zero,
      Exact.of(10),
      100,
      CENTS,
    );
    expect(pieces.map((piece) => [piece[0], piece.at(-1)].map((point) => point && shown(point.at)))).toEqual([
      [0, 2.9],
      [6.1, 10],
    ]);
  });
});
