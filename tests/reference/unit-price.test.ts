import { describe, expect, it } from 'vitest';
import { Exact } from '@/core/number';
import { pricePerMeasure } from '@/core/pricing';

/**
 * The unit price of Directive 98/6/EC, Article 2(b): the final price for one kilogram, one litre, one metre or one
 * square metre. The sums are worked by hand.
 */
describe('what the usual measure costs', () => {
  it.each([
    ['7.80', '1.5', 'kg', '5.20 / kg'],
    ['2.40', '750', 'g', '3.20 / kg'],
    ['1.99', '330', 'mL', '6.03 / L'], // 6.0303…
    ['4.99', '12', '[oz_av]', '14.67 / kg'], // 12 oz are 340.194 277 5 g: 14.668…
    ['3.50', '280', 'cm', '1.25 / m'],
    ['9.00', '0.8', 'm2', '11.25 / m2'],
    ['0.05', '20', 'g', '2.50 / kg'],
  ])('%s for %s %s is %s', (price, value, unit, expected) => {
    const found = pricePerMeasure(Exact.from(price), { value, unit }, 2);
    expect(found && `${found.price.toFixed(2)} / ${found.unit.code}`).toBe(expected);
  });

  it.each([
    [null],
    [{ value: '0', unit: 'kg' }],
    [{ value: '-1', unit: 'kg' }],
    [{ value: 'x', unit: 'kg' }],
    [{ value: '12', unit: '1' }],
    [{ value: '1', unit: 'nonsense' }],
  ])('nothing of %j', (contents) => expect(pricePerMeasure(Exact.of(5), contents, 2)).toBeNull());
});
