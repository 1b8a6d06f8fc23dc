import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutAt } from './cut-at';

/** Where a point of the picture comes to lie, in percent of the frame. */
const placed = (focus: number, larger: number) => {
  const cut = cutAt(focus, larger) / 100;
  return ((focus / 100) * larger - cut * (larger - 1)) * 100;
};

describe('where a picture is cut', () => {
  it('brings the point to the middle of the frame, or to its edge where the picture ends', () => {
    expect([placed(40, 2), placed(60, 10), placed(50, 1.2)].map(Math.round)).toEqual([50, 50, 50]);
    expect([cutAt(10, 2), cutAt(95, 2), cutAt(30, 1)]).toEqual([0, 100, 30]);
  });

  it('keeps it in view, whatever the proportions, and shows no place beside the picture', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 50, noNaN: true }),
        (focus, larger) => {
          const [cut, at] = [cutAt(focus, larger), placed(focus, larger)];
          expect(cut >= 0 && cut <= 100).toBe(true);
          expect(at >= -0.5 && at <= 100.5).toBe(true);
        },
      ),
    );
  });
});
