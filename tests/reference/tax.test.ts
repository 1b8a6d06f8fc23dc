import { describe, expect, it } from 'vitest';
import { taxOf } from '@/core/basket/tax';
import { Exact } from '@/core/number';

/**
 * Value added tax as Council Directive 2006/112/EC has it: Article 78 (the taxable amount is what is paid without the
 * tax), Article 97 (rates are percentages of it). Rounding for each item or for the whole invoice is left to the member
 * states: Court of Justice, C-484/06 (Ahold) and C-302/07 (Wetherspoon). The sums are worked by hand, in cents.
 */
const tax = (pricesInclude: boolean, rounding: 'line' | 'order') => ({
  name: 'VAT',
  pricesInclude,
  country: 'AT',
  classes: [{ key: 'usual', title: 'Usual' }],
  rates: [{ class: 'usual', country: 'AT', percent: '20' }],
  rounding,
  shown: 'with' as const,
});
const sums = (amounts: readonly string[], pricesInclude: boolean, rounding: 'line' | 'order') => {
  const {
    net,
    tax: paid,
    gross,
  } = taxOf(
    tax(pricesInclude, rounding),
    'AT',
    amounts.map((amount) => ({ amount: Exact.from(amount), taxClass: null })),
    2,
    'halfAwayFromZero',
  );
  return [net, paid, gross].map((amount) => amount.toFixed(2));
};

describe('value added tax', () => {
  it('of net prices comes on top: 3 × 0.99 have 0.198 each, 0.20 by item, 0.594 together', () => {
    expect(sums(['0.99', '0.99', '0.99'], false, 'line')).toEqual(['2.97', '0.60', '3.57']);
    expect(sums(['0.99', '0.99', '0.99'], false, 'order')).toEqual(['2.97', '0.59', '3.56']);
  });

  it('of gross prices is p / (100 + p) of them: in 0.99 there are 0.165, 0.17 by item, 0.495 together', () => {
    expect(sums(['0.99', '0.99', '0.99'], true, 'line')).toEqual(['2.46', '0.51', '2.97']);
    expect(sums(['0.99', '0.99', '0.99'], true, 'order')).toEqual(['2.47', '0.50', '2.97']);
  });

  it('of 120.00 with 20 % is 20.00, and of nothing nothing', () => {
    expect(sums(['120'], true, 'line')).toEqual(['100.00', '20.00', '120.00']);
    expect(sums(['100'], false, 'order')).toEqual(['100.00', '20.00', '120.00']);
    expect(sums(['0', '0'], true, 'line')).toEqual(['0.00', '0.00', '0.00']);
    expect(sums([], true, 'line')).toEqual(['0.00', '0.00', '0.00']);
  });
});
