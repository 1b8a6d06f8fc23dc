import { describe, expect, it } from 'vitest';
import { stockView } from '../../stock';
import { shopOf } from '../../../../tests/fixtures/shop-of';

const view = stockView([{ key: 'body', available: '100', late: { ready: '0', days: 10 } }]);
const day = { kind: 'date', key: 'day', title: 'Day', required: false };

describe('a day and what is ordered beyond stock', () => {
  it('can’t be before that can be there, in a kit, too, unless it is any day', () => {
    const told = (choice: object, answer: string) =>
      shopOf([{ choices: [choice] }])
        .resolve({ day: answer }, 1, { stock: view })
        .problems.map(({ code, data }) => [code, 'nearest' in data ? data.nearest : null]);
    expect(told(day, '2026-11-30')).toEqual([['dayNotOffered', ['2026-12-05']]]);
    expect(told(day, '2026-12-05')).toEqual([]);
    expect(told({ ...day, past: true }, '2026-11-30')).toEqual([]);
    const kit = shopOf([
      { slug: 'p', price: null, draws: [], parts: [{ key: 'box', candidates: [{ product: 'box' }] }] },
      { slug: 'box', choices: [day] },
    ]);
    expect(
      kit
        .take({ parts: { box: { answers: { day: '2026-11-30' } } } }, { stock: view })
        .problems.map(({ where, code }) => [where.part, code]),
    ).toEqual([[['box'], 'dayNotOffered']]);
    expect(
      kit.take(
        { parts: { box: { answers: { day: '2026-11-30' } } } },
        { stock: stockView([{ key: 'body', available: '100' }]) },
      ).state,
    ).toBe('sellable');
  });
});
