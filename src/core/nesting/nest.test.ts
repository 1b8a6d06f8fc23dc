import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOST_NESTED, nest, type NestedPieces, type Nesting, type NestingSheet } from '.';

const sheet = (width: number, height: number, more: Partial<NestingSheet> = {}): NestingSheet => ({
  width,
  height,
  edge: 0,
  gap: 0,
  mayTurn: true,
  ...more,
});
const pieces = (width: number, height: number, count: number): NestedPieces => ({ width, height, count });
const counts = ({ sheets }: Nesting) => sheets.map((laid) => laid.length);

describe('pieces on sheets', () => {
  it('lie as close as their gap lets them, within the edge', () => {
    // 2 × 5 + (10 + 100 + 5 + 100 + 5 + 100) = three across in 330 − 10.
    const nesting = nest([pieces(100, 50, 3)], sheet(320, 60, { edge: 5, gap: 5, mayTurn: false }));
    expect(nesting.sheets).toEqual([
      [
        { of: 0, x: 5, y: 5, isTurned: false },
        { of: 0, x: 110, y: 5, isTurned: false },
        { of: 0, x: 215, y: 5, isTurned: false },
      ],
    ]);
    expect(nesting.used).toBeCloseTo(15_000 / 19_200, 10);
    // A thousandth less, and only two do.
    expect(counts(nest([pieces(100, 50, 3)], sheet(319.999, 60, { edge: 5, gap: 5, mayTurn: false })))).toEqual([2, 1]);
  });

  it('are turned where more have room so', () => {
    expect(counts(nest([pieces(60, 100, 3)], sheet(100, 180)))).toEqual([3]);
    expect(counts(nest([pieces(60, 100, 3)], sheet(100, 180, { mayTurn: false })))).toEqual([1, 1, 1]);
    // Of 5 × 3 on 8 × 8: two upright, two turned, where rows alone hold three of a kind.
    expect(counts(nest([pieces(50, 30, 4)], sheet(80, 80)))).toEqual([4]);
  });

  it('fill a sheet wholly where that is easy, and say that none fewer would do', () => {
    const nesting = nest([pieces(100, 50, 48)], sheet(600, 400));
    expect(counts(nesting)).toEqual([48]);
    expect(nesting).toMatchObject({ least: 1, used: 1, left: [0] });
    expect(nest([pieces(51, 51, 3)], sheet(100, 100))).toMatchObject({ least: 3 });
  });

  it('tell what is larger than a sheet, what is nothing, and what are too many', () => {
    const nesting = nest([pieces(700, 100, 2), pieces(100, 100, 1), pieces(0, 10, 4)], sheet(600, 400));
    expect(nesting.left).toEqual([2, 0, 4]);
    expect(counts(nesting)).toEqual([1]);
    expect(nest([], sheet(600, 400))).toEqual({ sheets: [], least: 0, used: 0, left: [] });
    const many = nest([pieces(10, 10, MOST_NESTED + 7)], sheet(100, 100));
    expect(many.left).toEqual([7]);
    expect(many.sheets).toHaveLength(MOST_NESTED / 100);
  });

  it('are all laid once, apart from each other, within the edge, and on no fewer sheets than must be', () => {
    const length = fc.integer({ min: 1, max: 4000 }).map((tenths) => tenths / 10);
    const kinds = fc.array(fc.record({ width: length, height: length, count: fc.nat(12) }), { maxLength: 6 });
    const sheets = fc.record({
      width: length,
      height: length,
      edge: fc.integer({ min: 0, max: 60 }).map((tenths) => tenths / 10),
      gap: fc.integer({ min: 0, max: 60 }).map((tenths) => tenths / 10),
      mayTurn: fc.boolean(),
    });
    fc.assert(
      fc.property(kinds, sheets, (wanted, given) => {
        const { sheets: laid, left, least } = nest(wanted, given);
        expect(laid.length).toBeGreaterThanOrEqual(least);
        wanted.forEach(({ count }, kind) =>
          expect(laid.flat().filter(({ of }) => of === kind).length + (left[kind] ?? 0)).toBe(count),
        );
        const tiny = 1e-6;
        for (const sheetOf of laid) {
          const boxes = sheetOf.map(({ of, x, y, isTurned }) => {
            const { width, height } = wanted[of] ?? { width: 0, height: 0 };
            return isTurned ? { x, y, width: height, height: width } : { x, y, width, height };
          });
          for (const [index, one] of boxes.entries()) {
            expect(Math.min(one.x, one.y)).toBeGreaterThanOrEqual(given.edge - tiny);
            expect(one.x + one.width).toBeLessThanOrEqual(given.width - given.edge + tiny);
            expect(one.y + one.height).toBeLessThanOrEqual(given.height - given.edge + tiny);
            for (const other of boxes.slice(index + 1))
              expect(
                Math.max(
                  one.x - other.x - other.width,
                  other.x - one.x - one.width,
                  one.y - other.y - other.height,
                  other.y - one.y - one.height,
                ),
              ).toBeGreaterThanOrEqual(given.gap - tiny);
          }
        }
      }),
    );
  });
});
