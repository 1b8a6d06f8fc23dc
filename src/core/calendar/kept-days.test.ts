import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptDays } from './kept-days';

const KEEPING = { days: 7, weeks: 4, months: 12 };
const dayAfter = (number: number) => new Date(Date.UTC(2026, 0, 1) + number * 86_400_000).toISOString().slice(0, 10);

describe('what is kept of every day', () => {
  it('is the last week day by day, a day of each of four weeks before, and of twelve months before those', () => {
    const year = Array.from({ length: 500 }, (_, number) => dayAfter(number));
    const kept = keptDays(year, KEEPING);
    expect(kept.slice(0, 7)).toEqual(Array.from({ length: 7 }, (_, number) => dayAfter(499 - number)));
    // 2027-05-15 is a Saturday: the Sundays before that stand for their weeks.
    expect(kept.slice(7, 11)).toEqual(['2027-05-02', '2027-04-25', '2027-04-18', '2027-04-11']);
    expect(kept.slice(11)).toEqual([
      '2027-03-31',
      '2027-02-28',
      '2027-01-31',
      ...['12-31', '11-30', '10-31', '09-30', '08-31', '07-31', '06-30', '05-31', '04-30'].map((day) => `2026-${day}`),
    ]);
  });

  it('is never more than that, and always the newest; what is kept once a day goes on being kept as it should', () => {
    const days = fc.uniqueArray(fc.integer({ min: 0, max: 900 }), { minLength: 1, maxLength: 400 });
    fc.assert(
      fc.property(days, (numbers) => {
        const all = numbers.map(dayAfter);
        const kept = keptDays(all, KEEPING);
        expect(kept.length).toBeLessThanOrEqual(23);
        expect(kept[0]).toBe([...all].sort().at(-1));
        expect(new Set(kept).size).toBe(kept.length);
        expect(all).toEqual(expect.arrayContaining(kept));
        // To look twice takes away no more.
        expect(keptDays(kept, KEEPING)).toEqual(kept);
      }),
    );
  });
});
