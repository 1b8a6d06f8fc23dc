import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { requireUnit } from '../quantity';
import { availabilityOf, availableToPromise, type Draw } from './availability';
import { stockView, stockViewOf, withReceived } from './stock-view';
import { toldOf } from './told';

const unit = requireUnit('m');
const draw = (stock: string, perItem: Exact): Draw => ({
  stock,
  title: stock.toUpperCase(),
  perItem: { value: perItem, unit },
  total: { value: perItem, unit },
  pieces: [],
  leadDays: null,
  by: [null],
});
const amounts = fc.integer({ min: 1, max: 5000 }).map((n) => Exact.of(n, 100));

describe('availabilityOf', () => {
  it('is the largest number that can really be made: one more would not be there', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            amounts,
            fc.integer({ min: -500, max: 90_000 }).map((n) => Exact.of(n, 100)),
          ),
          { minLength: 1, maxLength: 5 },
        ),
        (items) => {
          const draws = items.map(([perItem], index) => draw(`s${index}`, perItem));
          const levels = new Map(items.map(([, level], index) => [`s${index}`, level]));
          const { canSupply, limitedBy } = availabilityOf(
            draws,
            stockViewOf((key) => levels.get(key)),
          );
          const enoughFor = (count: number) =>
            items.every(([perItem, level]) => count === 0 || !perItem.times(Exact.of(count)).isMore(level));
          expect(enoughFor(Number(canSupply))).toBe(true);
          expect(enoughFor(Number(canSupply) + 1)).toBe(false);
          expect(levels.get(limitedBy?.stock ?? '')?.equals(limitedBy?.available.value ?? Exact.zero)).toBe(true);
        },
      ),
    );
  });

  it('names the item that limits', () => {
    const draws = [draw('floor', Exact.one), draw('frame', Exact.of(9))];
    const { canSupply, limitedBy } = availabilityOf(
      draws,
      stockViewOf((key) => Exact.of(key === 'frame' ? 40 : 12)),
    );
    expect(canSupply).toBe(4);
    expect(limitedBy).toMatchObject({ stock: 'frame', title: 'FRAME' });
  });

  it('counts an unknown item as none, a draw of nothing as no limit, and unasked stock as unknown', () => {
    expect(
      availabilityOf(
        [draw('gone', Exact.one)],
        stockViewOf(() => undefined),
      ).canSupply,
    ).toBe(0);
    expect(
      availabilityOf(
        [draw('air', Exact.zero)],
        stockViewOf(() => Exact.zero),
      ).limitedBy,
    ).toBeNull();
    expect(availabilityOf([draw('any', Exact.one)], null)).toEqual({
      canSupply: null,
      limitedBy: null,
      cutPlans: [],
      leadDays: null,
    });
  });
});

it('what can be promised is on hand and the agreed backorder, less what is reserved', () => {
  const figures = { onHand: Exact.from('7.5'), reserved: Exact.from('2.25'), backorder: Exact.from('10') };
  expect(availableToPromise(figures).toString()).toBe('15.25');
});

describe('what goes beyond what is there', () => {
  // Three are there, ten more may be promised, and take twelve days.
  const view = stockView([{ key: 'any', available: '13', late: { ready: '3', days: 12 } }]);
  const lead = (many: string, from = view) => availabilityOf([draw('any', Exact.from(many))], from, 1).leadDays;

  it('takes as long as is said of the stock item, and no longer what is there', () => {
    expect([lead('3'), lead('4'), lead('13')]).toEqual([null, 12, 12]);
    expect(availabilityOf([draw('any', Exact.from('14'))], view, 1)).toMatchObject({ canSupply: 0 });
  });

  it('follows what has been taken before it, and what is still to come', () => {
    const rest = view.less([draw('any', Exact.from('2'))], []);
    expect([lead('1', rest), lead('2', rest)]).toEqual([null, 12]);
    expect(lead('4', withReceived(view, [{ stock: 'any', quantity: Exact.one }]))).toBeNull();
  });

  it('is told to customers only where little is there', () => {
    const told = (ready: string) =>
      toldOf({ key: 'any', title: 'Any', unit: '1', available: '500', lying: null, late: { ready, days: 5 } });
    expect([told('19').late, told('20').late]).toEqual([{ ready: '19', days: 5 }, undefined]);
    expect(availabilityOf([draw('any', Exact.from('19.5'))], stockView([told('19')]), 1)).toMatchObject({
      leadDays: 5,
      canSupply: 'unlimited',
    });
  });
});
