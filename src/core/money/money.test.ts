import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { formatMoney, moneyDigits, roundToMinorUnit } from './money';

describe('money', () => {
  it.each([
    ['EUR', '4.625', '4.63'],
    ['JPY', '4.5', '5'],
    ['KWD', '1.0005', '1.001'],
    ['EUR', '-0.005', '-0.01'],
  ])('rounds %s %s to %s', (currency, amount, rounded) => {
    expect(roundToMinorUnit(Exact.from(amount), currency).toString()).toBe(rounded);
  });

  it('shows as many places as it takes for lines to add up to the eye', () => {
    expect(moneyDigits(Exact.from('4.625'), 'EUR')).toBe('4.625');
    expect(moneyDigits(Exact.from('12'), 'EUR')).toBe('12.00');
    expect(moneyDigits(Exact.of(1, 3), 'EUR')).toBe('0.333333');
  });

  it('writes signs, groups and currencies without a symbol', () => {
    expect(formatMoney(Exact.from('1234567.8'), 'EUR')).toBe('€1,234,567.80');
    expect(formatMoney(Exact.from('-3.5'), 'GBP')).toBe('−£3.50');
    expect(formatMoney(Exact.from('4'), 'CHF')).toBe('CHF 4.00');
  });

  it('refuses what is no currency', () => {
    expect(() => roundToMinorUnit(Exact.one, 'XYZ')).toThrow(/ISO 4217/);
  });
});
