import { describe, expect, it } from 'vitest';
import { type CutRow, reportOf, splitRow, usesOf } from './cut-report';

const lots = [
  { id: 1, label: 'Roll 1', length: '10', left: '6', free: '6', promised: [] },
  { id: 2, label: 'Roll 2', length: '5', left: '5', free: '1.2', promised: [{ order: 9, length: '3.8', count: 1 }] },
];
const job = { lots, kerf: '0.1' };

describe('what was cut', () => {
  it('is summed up lot by lot, with what should be left', () => {
    const rows: CutRow[] = [
      { lot: 1, length: '2', count: 2 },
      { lot: 1, length: '1', count: 1 },
      { lot: 2, length: '1', count: 1 },
    ];
    const uses = usesOf(job, rows);
    expect(uses.map(({ lot, left, tooLong }) => [lot.label, left.toString(), tooLong])).toEqual([
      ['Roll 1', '0.7', false],
      ['Roll 2', '3.9', false],
    ]);
    expect(reportOf(uses, { 2: ' 3.85 ' })).toEqual({
      cuts: [
        {
          lot: 1,
          pieces: [
            { length: '2', count: 2 },
            { length: '1', count: 1 },
          ],
          left: null,
        },
        { lot: 2, pieces: [{ length: '1', count: 1 }], left: '3.85' },
      ],
    });
  });

  it('is too long where others have been promised of the lot, counting the cuts between the pieces', () => {
    const [use] = usesOf(job, [{ lot: 2, length: '0.6', count: 2 }]);
    expect(use?.tooLong).toBe(true);
    expect(usesOf(job, [{ lot: 1, length: '2.95', count: 2 }])[0]?.tooLong).toBe(false);
    expect(usesOf(job, [{ lot: 1, length: '2.96', count: 2 }])[0]?.tooLong).toBe(true);
  });

  it('comes from another lot one piece at a time', () => {
    const rows: CutRow[] = [
      { lot: 1, length: '2', count: 3 },
      { lot: null, length: '1', count: 1 },
    ];
    expect(splitRow(rows, 0)).toEqual([{ lot: 1, length: '2', count: 2 }, { lot: 1, length: '2', count: 1 }, rows[1]]);
    expect(splitRow(rows, 1)).toEqual(rows);
    expect(usesOf(job, rows)).toHaveLength(1);
  });
});
