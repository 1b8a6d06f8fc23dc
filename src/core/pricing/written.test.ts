import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact, groupDigits, written } from '../number';
import { type PriceLine, roundingLine } from './lines';
import { writtenLines } from './written';

const line = (amount: Exact, per: PriceLine['per'] = 'unit'): PriceLine => ({
  label: 'L',
  kind: 'choice',
  of: null,
  amount,
  per,
  source: 's',
});
const fractions = fc
  .tuple(fc.integer({ min: -100_000, max: 100_000 }), fc.integer({ min: 1, max: 97 }))
  .map(([n, d]) => Exact.of(n, d));

/** A working as pricing makes it: exact lines, and one that brings them to whole cents. */
function working(amounts: readonly Exact[], per: PriceLine['per']): PriceLine[] {
  const sum = amounts.reduce((total, amount) => total.plus(amount), Exact.zero);
  const rounding = roundingLine(sum, sum.rounded(2), per);
  return [...amounts.map((amount) => line(amount, per)), ...(rounding ? [rounding] : [])];
}

describe('a working as it is written', () => {
  it('has decimals of six places at most, which add up to what is paid', () => {
    fc.assert(
      fc.property(
        fc.array(fractions, { minLength: 1, maxLength: 8 }),
        fc.array(fractions, { maxLength: 4 }),
        (unit, once) => {
          const lines = [...working(unit, 'unit'), ...working(once, 'line')];
          const out = writtenLines(lines);
          for (const { amount } of out) expect(amount).toMatch(/^-?\d+(\.\d{1,6})?$/);
          for (const per of ['unit', 'line'] as const) {
            const exact = lines
              .filter((each) => each.per === per)
              .reduce((sum, { amount }) => sum.plus(amount), Exact.zero);
            const told = out
              .filter((each) => each.per === per)
              .reduce((sum, { amount }) => sum.plus(Exact.from(amount)), Exact.zero);
            expect(told.equals(exact)).toBe(true);
          }
        },
      ),
    );
  });

  it('keeps a line that rounds only where something is to be rounded', () => {
    expect(
      writtenLines(working([Exact.of(1, 3), Exact.of(1, 3), Exact.of(1, 3)], 'unit')).map(({ kind, amount }) => [
        kind,
        amount,
      ]),
    ).toEqual([
      ['choice', '0.333333'],
      ['choice', '0.333333'],
      ['choice', '0.333333'],
      ['rounding', '0.000001'],
    ]);
    expect(writtenLines(working([Exact.from('4.625')], 'unit')).map(({ amount }) => amount)).toEqual([
      '4.625',
      '0.005',
    ]);
    expect(writtenLines(working([Exact.from('4.62')], 'unit'))).toHaveLength(1);
    expect(writtenLines([])).toEqual([]);
  });
});

describe('a value as it is written', () => {
  it.each([
    [Exact.of(1250, 127), '9.84252'],
    [Exact.of(1, 3), '0.333333'],
    [Exact.of(-2, 3), '-0.666667'],
    [Exact.of(1, 2_000_000), '0.000001'],
    [Exact.of(-1, 20_000_000), '0'],
    [Exact.from('12.50'), '12.5'],
  ])('%s is %s', (value, text) => expect(written(value)).toBe(text));

  it('groups digits from the right', () =>
    expect(['1', '12', '123', '1234', '1234567', ''].map((digits) => groupDigits(digits, ','))).toEqual([
      '1',
      '12',
      '123',
      '1,234',
      '1,234,567',
      '',
    ]));
});
