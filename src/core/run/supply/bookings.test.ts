import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../../tests/fixtures/shop-of';
import { beginsOn, dayText, parseDay } from '../../calendar';
import { quote } from '../../basket';
import { problemText } from '../../words';
import { type Booked } from './bookings';

const day = { kind: 'date', key: 'day', title: 'Day', required: false };
// A Wednesday.
const today = '2026-11-25';
const course = {
  price: '64',
  draws: [],
  notCounted: 'service',
  choices: [day],
  capacity: { pieces: 12, per: 'week', by: 'day' },
};
const full: Record<string, number> = { '2026-11-30': 10, '2026-12-07': 12 };
const booked: Booked = (_, period) => full[period] ?? 0;
const told = (shop: ReturnType<typeof shopOf>, answers: object, quantity: number) =>
  shop
    .resolve(answers, quantity, { booked, today, stock: null })
    .problems.map(({ data, where }) => [where.at, problemText(data)]);

describe('what can be done in a week, by the date that is chosen', () => {
  it('is refused where the week is full, with the next that has room', () => {
    const shop = shopOf([course]);
    expect(told(shop, { day: '2026-12-05' }, 2)).toEqual([]);
    expect(told(shop, { day: '2026-12-05' }, 3)).toEqual([
      [
        'choice',
        'P: there is room for 2 in the week of Monday, 30 November 2026, and 3 are asked for. The next with room is the week of Monday, 14 December 2026.',
      ],
    ]);
    expect(told(shop, { day: '2026-12-13' }, 1)).toEqual([
      [
        'choice',
        'P: the week of Monday, 7 December 2026 is full. The next with room is the week of Monday, 14 December 2026.',
      ],
    ]);
    expect(told(shop, { day: '2026-12-14' }, 13)).toEqual([
      [
        'choice',
        'P: there is room for 12 in the week of Monday, 14 December 2026, and 13 are asked for. Take fewer, or ask the shop.',
      ],
    ]);
    expect(told(shop, {}, 3)).toEqual([]);
  });

  it('is asked of lines together, and of parts of kits', () => {
    const shop = shopOf([
      course,
      {
        slug: 'kit',
        price: '100',
        draws: [],
        parts: [
          {
            key: 'lesson',
            candidates: [{ product: 'p', fixed: { day: '2026-12-02' } }],
            quantity: { least: 1, usual: 1, most: 1 },
          },
        ],
        partsPrice: { kind: 'own' },
      },
    ]);
    const line = (slug: string, quantity: number, answers: object = {}) => ({
      program: shop.program(slug),
      selection: { answers: { ...answers }, quantity },
      group: null,
    });
    const states = quote([line('p', 1, { day: '2026-12-01' }), line('kit', 1), line('kit', 1)], {
      stock: null,
      today,
      booked,
    }).lines.map(({ resolution }) => resolution?.state);
    expect(states).toEqual(['sellable', 'sellable', 'unavailable']);
  });
});

describe('what can be done in a day, as soon as there is room', () => {
  const engraving = { price: '9', draws: [], notCounted: 'madeToOrder', capacity: { pieces: 3, per: 'day', by: null } };
  const taken: Record<string, number> = { '2026-11-25': 3, '2026-11-26': 2 };
  const when = (quantity: number) =>
    shopOf([engraving]).resolve({}, quantity, { booked: (_, period) => taken[period] ?? 0, today, stock: null });

  it('is never refused, and says when it is done', () => {
    const [one, five] = [when(1), when(5)];
    expect([one.state, five.state]).toEqual(['sellable', 'sellable']);
    expect(one.bookings).toMatchObject([{ period: '2026-11-26', until: null, pieces: 1 }]);
    expect(five.bookings).toMatchObject([{ period: '2026-11-26', until: '2026-11-28', pieces: 5 }]);
  });

  it('asks nothing where nobody knows what is booked', () =>
    expect(shopOf([engraving]).resolve({}, 2, { stock: null }).bookings).toMatchObject([{ until: null }]));

  it('that goes by a date which is none is a fault', () =>
    expect(shopOf([{ ...engraving, capacity: { pieces: 1, per: 'day', by: 'gone' } }]).faults()).toEqual([
      'capacity.by unknownReference',
    ]));
});

describe('weeks', () => {
  it('begin on Monday, as a date library has them', () => {
    for (const text of ['2026-01-01', '2026-03-29', '2027-01-03', '2024-02-29', '2026-12-31']) {
      expect(dayText(beginsOn(parseDay(text) ?? 0, 'week')), text).toBe(
        DateTime.fromISO(text, { zone: 'utc' }).startOf('week').toISODate(),
      );
      expect(dayText(beginsOn(parseDay(text) ?? 0, 'day'))).toBe(text);
    }
  });
});
