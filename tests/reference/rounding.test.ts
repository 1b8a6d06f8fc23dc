import { describe, expect, it } from 'vitest';
import { Exact } from '@/core/number';

// ISO 80000-1:2009, Annex B, "Rounding of numbers", with the examples it gives (from memory). Rule B brings a half to
// the number of greater magnitude, which is how shops round; rule A brings it to the even multiple.
describe('rounding against ISO 80000-1, annex B', () => {
  it.each([
    ['12.223', 1, '12.2'],
    ['12.251', 1, '12.3'],
    ['12.275', 1, '12.3'],
  ])('%s to %d place is %s by either rule', (given, places, rounded) => {
    expect(Exact.from(given).rounded(places).toString()).toBe(rounded);
    expect(Exact.from(given).rounded(places, 'halfEven').toString()).toBe(rounded);
  });

  it.each([
    ['12.25', '12.2', '12.3'],
    ['12.35', '12.4', '12.4'],
  ])('%s is %s by rule A and %s by rule B', (given, ruleA, ruleB) => {
    expect(Exact.from(given).rounded(1, 'halfEven').toString()).toBe(ruleA);
    expect(Exact.from(given).rounded(1, 'halfAwayFromZero').toString()).toBe(ruleB);
  });

  // Common practice: a credit note is rounded as the invoice was, so that the two cancel out.
  it('is the same for a charge and for what is given back', () => {
    for (let mills = -2000; mills <= 2000; mills += 5) {
      const amount = Exact.of(mills, 1000);
      expect(amount.rounded(2).plus(amount.negated().rounded(2)).sign()).toBe(0);
    }
  });
});
