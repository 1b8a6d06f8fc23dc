import { describe, expect, it } from 'vitest';
import { shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { Exact } from '../number';
import { resolve } from '../run';
import { stockView } from '../stock';
import { promises } from './promise';

const draws = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const items = [
  { key: 'frame', title: 'Frame', unit: '1' },
  { key: 'box', title: 'Box', unit: '1' },
  { key: 'roll', title: 'Roll', unit: 'm', cutFrom: { kind: 'roll' } },
];
const part = (product: string, count = 1) => ({
  key: product,
  candidates: [{ product }],
  quantity: { least: count, usual: count, most: count },
});
const { program } = shopOf(
  [
    { slug: 'hive', price: null, draws: [], parts: [part('box', 2), part('frame', 18)] },
    { slug: 'box', draws: draws('box') },
    { slug: 'frame', draws: draws('frame') },
    { slug: 'strip', draws: draws('roll', '3') },
    {
      slug: 'late',
      draws: [],
      choices: [
        {
          kind: 'list',
          key: 'c',
          title: 'C',
          default: 'x',
          options: [{ key: 'x', title: 'X', whenOut: 'orderable', leadDays: 10, draws: draws('box') }],
        },
      ],
    },
  ],
  { stock: items },
);
const line = (slug: string, quantity: number) => ({
  quantity,
  draws: resolve(program(slug), { answers: {}, quantity }, { stock: null, today: TODAY }).draws,
});
const there = (levels: Record<string, string>, lots: readonly string[] = []) =>
  stockView([
    ...Object.entries(levels).map(([key, available]) => ({ key, available })),
    {
      key: 'roll',
      available: '0',
      lying: {
        kind: 'roll' as const,
        kerf: '0',
        smallestOffcut: null,
        lots: lots.map((free, id) => ({ id, label: String(id), free })),
      },
    },
  ]);
const coming = (stock: string, day: string, quantity: string) => ({ stock, day, quantity: Exact.from(quantity) });

describe('what can be promised', () => {
  it('counts two lines that share a part against the same shelves, and what is on its way from its day on', () => {
    const lines = [line('hive', 2), line('frame', 10), line('hive', 1)];
    const expected = [
      coming('frame', '2026-12-04', '20'),
      coming('box', '2026-12-10', '4'),
      coming('frame', '2026-12-20', '100'),
    ];
    // 40 frames: 36 for two hives, 4 of the ten; 20 more make the ten whole, and of the 14 that are left the third hive
    // needs 18.
    expect(promises(lines, there({ frame: '40', box: '4' }), expected, TODAY)).toEqual([
      { now: 2, day: TODAY },
      { now: 4, day: '2026-12-04' },
      { now: 0, day: '2026-12-20' },
    ]);
  });

  it('says so where nothing that is on its way is enough', () => {
    expect(promises([line('box', 5)], there({ box: '3' }), [coming('box', '2026-12-01', '1')], TODAY)).toEqual([
      { now: 3, day: null },
    ]);
  });

  it('plans the pieces of all lines on the same rolls, and a new roll is one roll', () => {
    // Two pieces of 3 m fit on 7 m; total length would be enough for a third from 2 m and 1 m.
    expect(
      promises(
        [line('strip', 2), line('strip', 1)],
        there({}, ['7', '2']),
        [coming('roll', '2026-12-01', '2'), coming('roll', '2026-12-09', '3')],
        TODAY,
      ),
    ).toEqual([
      { now: 2, day: TODAY },
      { now: 0, day: '2026-12-09' },
    ]);
  });

  it('adds the days that something takes beyond stock, unless it is there sooner', () => {
    expect(promises([line('late', 2)], there({ box: '1' }), [], TODAY)).toEqual([{ now: 0, day: '2026-12-05' }]);
    expect(promises([line('late', 2)], there({ box: '1' }), [coming('box', '2026-11-30', '1')], TODAY)).toEqual([
      { now: 0, day: '2026-11-30' },
    ]);
  });

  it('takes what should have come already for what comes tomorrow', () => {
    expect(promises([line('box', 2)], there({ box: '1' }), [coming('box', '2026-11-01', '5')], TODAY)).toEqual([
      { now: 1, day: '2026-11-26' },
    ]);
  });
});
