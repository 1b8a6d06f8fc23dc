import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import {
  isSettled,
  type LotStock,
  planCuts,
  planRead,
  planWritten,
  QUICK,
  taskRead,
  taskWritten,
  THOROUGH,
} from './index';

/** Lengths with thirds in them, as conversions between units leave them. */
const length = fc.integer({ min: 1, max: 900 }).chain((n) => fc.constantFrom(1, 3, 10).map((d) => Exact.of(n, d)));

const task = fc.record({
  lots: fc.array(length, { maxLength: 6 }),
  pieces: fc.array(fc.record({ length, count: fc.integer({ min: 0, max: 4 }) }), { maxLength: 5 }),
  kerf: fc.constantFrom(Exact.zero, Exact.of(3), Exact.of(1, 3)),
  keep: fc.option(length),
});

const stockOf = (lots: readonly Exact[], kerf: Exact, keep: Exact | null): LotStock => ({
  kind: 'bar',
  kerf,
  smallestOffcut: keep,
  lots: lots.map((free, id) => ({ id: id + 7, label: `Bar ${id}`, free })),
});

/** What a plan comes to, in plain words. */
const said = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_key, inner: unknown) => (inner instanceof Exact ? inner.toString() : inner)));

describe('a cutting task as plain data', () => {
  it('comes back as it was, and its plan with the lots it is about', () =>
    fc.assert(
      fc.property(task, ({ lots, pieces, kerf, keep }) => {
        const stock = stockOf(lots, kerf, keep);
        const sent = JSON.parse(JSON.stringify(taskWritten(stock, pieces))) as ReturnType<typeof taskWritten>;
        const plan = planCuts(stock, pieces, QUICK);
        const back = JSON.parse(JSON.stringify(planWritten(planCuts(...taskRead(sent), QUICK)))) as ReturnType<
          typeof planWritten
        >;
        expect(said(planRead(stock, back))).toEqual(said(plan));
      }),
    ));

  it('is refused for lots that are not there', () => {
    const stock = stockOf([Exact.of(100)], Exact.zero, null);
    const plan = planWritten(planCuts(stock, [{ length: Exact.of(40), count: 2 }]));
    expect(() => planRead({ lots: [] }, plan)).toThrow('lot 7');
  });
});

describe('a plan that is settled', () => {
  it('is beaten by none that is looked for longer', () =>
    fc.assert(
      fc.property(task, ({ lots, pieces, kerf, keep }) => {
        const stock = stockOf(lots, kerf, keep);
        const quick = planCuts(stock, pieces, QUICK);
        if (!isSettled(quick)) return;
        const longer = planCuts(stock, pieces, THOROUGH);
        expect(longer.unplaced.length === 0).toBe(quick.unplaced.length === 0);
        if (quick.unplaced.length === 0) expect(longer.waste.isLess(quick.waste)).toBe(false);
      }),
    ));
});
