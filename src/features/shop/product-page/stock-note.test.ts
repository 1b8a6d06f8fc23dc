import { describe, expect, it } from 'vitest';
import { type ResolutionJson } from '@/core/exchange';
import { stockNote } from './stock-note';

const draws = [{}] as unknown as ResolutionJson['draws'];
const note = (
  stock: 'not' | 'inSteps' | 'exactly',
  canSupply: number | 'unlimited' | null,
  more: { leadDays?: number | null; draws?: ResolutionJson['draws'] } = {},
) =>
  stockNote(
    { stock, few: 5 },
    {
      draws: more.draws ?? draws,
      availability: { canSupply, limitedBy: null, cutPlans: [], leadDays: more.leadDays ?? null },
    },
  );

describe('what a page tells of stock', () => {
  it.each([
    ['not', 3, null],
    ['inSteps', 0, 'Out of stock'],
    ['inSteps', 1, 'Only one left'],
    ['inSteps', 5, 'Only a few left'],
    ['inSteps', 6, 'In stock'],
    ['inSteps', 'unlimited', 'In stock'],
    ['exactly', 0, 'Out of stock'],
    ['exactly', 1, '1 in stock'],
    ['exactly', 12345, '12,345 in stock'],
    ['exactly', 'unlimited', 'In stock'],
    ['exactly', null, null],
  ] as const)('%s, of %s: %s', (stock, canSupply, words) => {
    expect(note(stock, canSupply)?.words ?? null).toBe(words);
  });

  it('says nothing where nothing is counted, or where it is told how long the rest takes', () => {
    expect([note('exactly', 'unlimited', { draws: [] }), note('inSteps', 3, { leadDays: 10 })]).toEqual([null, null]);
  });

  it('marks few, also where they are told exactly', () => {
    expect([4, 5, 6].map((left) => note('exactly', left)?.isLittle)).toEqual([true, true, false]);
  });
});
