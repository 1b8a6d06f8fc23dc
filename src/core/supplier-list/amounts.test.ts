import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { findAmounts, type FoundAmounts, pricedAlone, type PricedRow } from './amounts';

const money = (cents: number) => Exact.of(cents, 100);

/** Rows of a table of two choices, price by price. */
const tableRows = (prices: readonly (readonly (number | null)[])[]): PricedRow[] =>
  prices.flatMap((row, one) =>
    row.flatMap((price, other) => (price === null ? [] : { options: [one, other], price: money(price) })),
  );

const shown = ({ base, amounts, own }: FoundAmounts) => ({
  base: base.toFixed(2),
  amounts: amounts.map((each) => each.map((amount) => amount.toFixed(2))),
  own: [...own].map(([row, price]) => [row, price.toFixed(2)]),
});

const priceOf = ({ base, amounts, own }: FoundAmounts, { options }: PricedRow, row: number): Exact =>
  options.reduce((sum, option, choice) => sum.plus(amounts[choice]?.[option] ?? Exact.of(0)), own.get(row) ?? base);

describe('prices of a flat list', () => {
  it('that are base plus so much for a size are found as that', () => {
    const rows = tableRows([
      [8900, 8900, 9300, 9450],
      [8900, 8900, 9300, 9450],
    ]);
    expect(shown(findAmounts(rows, [2, 4]))).toEqual({
      base: '89.00',
      amounts: [
        ['0.00', '0.00'],
        ['0.00', '0.00', '4.00', '5.50'],
      ],
      own: [],
    });
  });

  it('are found where both choices add something, whichever row comes first', () => {
    const rows = tableRows([
      [1400, 1250],
      [1250, 1100],
      [1100, 950],
    ]);
    expect(shown(findAmounts(rows, [3, 2]))).toEqual({
      base: '9.50',
      amounts: [
        ['3.00', '1.50', '0.00'],
        ['1.50', '0.00'],
      ],
      own: [],
    });
  });

  it('leave the odd row a price of its own, so that it costs what it did', () => {
    const rows = tableRows([
      [2000, 2000, 2500],
      [2000, 1799, 2500],
      [2000, 2000, 2400],
      [2000, 2000, 2500],
    ]);
    expect(shown(findAmounts(rows, [4, 3]))).toEqual({
      base: '20.00',
      amounts: [
        ['0.00', '0.00', '0.00', '0.00'],
        ['0.00', '0.00', '5.00'],
      ],
      // The amount of 5.00 comes on top of its own base.
      own: [
        [4, '17.99'],
        [8, '19.00'],
      ],
    });
  });

  it('that follow nothing are each row’s own', () => {
    const rows = tableRows([
      [1000, 1300, 1900],
      [2100, 1000, 2700],
      [1000, 3100, 1000],
    ]);
    expect(shown(findAmounts(rows, [3, 3]))).toEqual(shown(pricedAlone(rows, [3, 3])));
  });

  it('are found through what is not made', () => {
    const rows = tableRows([
      [1000, null, 1300],
      [null, 1700, 1800],
      [1600, 1800, null],
    ]);
    const found = findAmounts(rows, [3, 3]);
    expect(found.own.size).toBe(0);
    expect(rows.map((row, place) => priceOf(found, row, place).toFixed(2))).toEqual(
      rows.map(({ price }) => price.toFixed(2)),
    );
  });

  it('never make a base or an amount less than nothing', () => {
    const rows: PricedRow[] = [
      { options: [0, 0], price: money(0) },
      { options: [1, 0], price: money(500) },
      { options: [0, 1], price: money(500) },
      { options: [1, 1], price: money(0) },
    ];
    const found = findAmounts(rows, [2, 2]);
    expect([found.base, ...found.amounts.flat(), ...found.own.values()].every((each) => each.sign() >= 0)).toBe(true);
    expect(rows.every((row, place) => priceOf(found, row, place).equals(row.price))).toBe(true);
  });

  const choicesArb = fc.array(fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 2, maxLength: 5 }), {
    minLength: 1,
    maxLength: 3,
  });
  const everyRow = (choices: readonly (readonly number[])[]): number[][] =>
    choices.reduce<number[][]>(
      (rows, { length }) => rows.flatMap((row) => Array.from({ length }, (_, option) => [...row, option])),
      [[]],
    );

  it('of a whole table that add up are found with no row of its own', () => {
    fc.assert(
      fc.property(choicesArb, fc.integer({ min: 0, max: 9000 }), (choices, base) => {
        const rows = everyRow(choices).map((options): PricedRow => ({
          options,
          price: money(options.reduce((sum, option, choice) => sum + (choices[choice]?.[option] ?? 0), base)),
        }));
        const found = findAmounts(
          rows,
          choices.map(({ length }) => length),
        );
        expect(found.own.size).toBe(0);
        expect(rows.every((row, place) => priceOf(found, row, place).equals(row.price))).toBe(true);
      }),
    );
  });

  it('are the same again, whatever they are and whichever rows are there', () => {
    fc.assert(
      fc.property(
        choicesArb,
        fc.infiniteStream(fc.integer({ min: 0, max: 3000 })),
        fc.infiniteStream(fc.boolean()),
        (choices, prices, there) => {
          const rows = everyRow(choices)
            .filter(() => there.next().value)
            .map((options): PricedRow => ({ options, price: money(prices.next().value ?? 0) }));
          const found = findAmounts(
            rows,
            choices.map(({ length }) => length),
          );
          expect(rows.every((row, place) => priceOf(found, row, place).equals(row.price))).toBe(true);
          expect([found.base, ...found.amounts.flat(), ...found.own.values()].every((each) => each.sign() >= 0)).toBe(
            true,
          );
        },
      ),
    );
  });
});
