import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FILE_PLACE_LIMITS, type FilePlace, turnWithin, UNMOVED } from '@/core/selection';
import { movedBy } from './moved-by';

const frame = { x: 10, y: 20, width: 200, height: 100 };
const at = (x: number, y: number) => ({ x, y });

describe('a picture under fingers', () => {
  it('follows one of them, in percent of its frame', () => {
    expect(movedBy(UNMOVED, frame, [at(50, 50)], [at(70, 40)])).toEqual({ across: 10, down: -10, size: 100, turn: 0 });
  });

  it('is enlarged and turned by two, and follows what is between them', () => {
    const place = { across: 5, down: 0, size: 80, turn: 170 };
    // From 20 apart, lying, to 40 apart, upright, the middle from 60, 50 to 60, 60.
    expect(movedBy(place, frame, [at(50, 50), at(70, 50)], [at(60, 40), at(60, 80)])).toEqual({
      across: 5,
      down: 10,
      size: 160,
      turn: -100,
    });
  });

  it.each([
    [180, 180],
    [-180, 180],
    [270, -90],
    [-190, 170],
    [360, 0],
  ])('turned by %i degrees is turned by %i', (degrees, turn) => expect(turnWithin(degrees)).toBe(turn));

  it('lies still under fingers that do', () => {
    const finger = fc.record({ x: fc.integer({ min: -999, max: 999 }), y: fc.integer({ min: -999, max: 999 }) });
    fc.assert(
      fc.property(fc.array(finger, { minLength: 1, maxLength: 2 }), (fingers) => {
        expect(movedBy(UNMOVED, frame, fingers, fingers)).toEqual(UNMOVED);
      }),
    );
  });

  it('goes no further than it can be ordered, wherever fingers go', () => {
    const finger = fc.record({ x: fc.integer({ min: -9999, max: 9999 }), y: fc.integer({ min: -9999, max: 9999 }) });
    fc.assert(
      fc.property(fc.tuple(finger, finger), fc.tuple(finger, finger), (from, now) => {
        const found = movedBy(UNMOVED, frame, from, now);
        for (const what of Object.keys(UNMOVED) as (keyof FilePlace)[]) {
          const [least, most] = FILE_PLACE_LIMITS[what];
          expect(found[what]).toBeGreaterThanOrEqual(least);
          expect(found[what]).toBeLessThanOrEqual(most);
        }
      }),
    );
  });
});
