import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { requireUnit } from '../quantity';
import { type Draw } from './availability';
import { planCuts } from './cutting';
import { stockView } from './stock-view';

const unit = requireUnit('m');
const drawn = (stock: string, total: string): Draw => ({
  stock,
  title: stock,
  perItem: { value: Exact.from(total), unit },
  total: { value: Exact.from(total), unit },
  pieces: [],
  leadDays: null,
  by: [null],
});
const figures = [
  { key: 'rail', available: '9.5' },
  { key: 'screw', available: null },
  {
    key: 'roll',
    available: '5',
    lying: {
      kind: 'roll' as const,
      kerf: '0',
      smallestOffcut: '0.5',
      lots: [
        { id: 1, label: 'A', free: '3' },
        { id: 2, label: 'B', free: '2' },
      ],
    },
  },
];

describe('a view of stock', () => {
  it('knows what is there, what is plenty and what is not known', () => {
    const view = stockView(figures);
    expect([view.available('rail')?.toString(), view.available('screw'), view.available('gone')]).toEqual([
      '9.5',
      'plenty',
      undefined,
    ]);
    expect([view.lots('roll')?.lots.length, view.lots('rail')]).toEqual([2, undefined]);
  });

  it('is another once something is taken, and stays as it was itself', () => {
    const view = stockView(figures);
    const after = view.less([drawn('rail', '4'), drawn('rail', '1.5'), drawn('screw', '8'), drawn('gone', '1')], []);
    expect([after.available('rail')?.toString(), after.available('screw'), after.available('gone')]).toEqual([
      '4',
      'plenty',
      undefined,
    ]);
    expect(
      after
        .less([drawn('rail', '4')], [])
        .available('rail')
        ?.toString(),
    ).toBe('0');
    expect(view.available('rail')?.toString()).toBe('9.5');
  });

  it('has lots shorter by what was cut from them, plan by plan', () => {
    const view = stockView(figures);
    const rolls = view.lots('roll');
    if (!rolls) throw new Error('no rolls');
    const plan = planCuts(rolls, [{ length: Exact.of(2), count: 1 }]);
    const once = view.less([], [{ stock: 'roll', title: 'Roll', unit, plan }]);
    const left = (lots = once) => lots.lots('roll')?.lots.map(({ free }) => free.toString());
    expect(left()).toEqual(['3', '0']);
    const next = once.lots('roll');
    const again =
      next &&
      once.less(
        [],
        [{ stock: 'roll', title: 'Roll', unit, plan: planCuts(next, [{ length: Exact.of(2), count: 1 }]) }],
      );
    expect(left(again)).toEqual(['1', '0']);
    expect(left(view)).toEqual(['3', '2']);
  });
});
