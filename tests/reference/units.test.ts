import { UcumLhcUtils } from '@lhncbc/ucum-lhc';
import { describe, expect, it } from 'vitest';
import { Exact } from '@/core/number';
import { conversionFactor, convert, requireUnit, units } from '@/core/quantity';

const factor = (from: string, to: string) => conversionFactor(requireUnit(from), requireUnit(to)).toString();

describe('unit conversions against the exact definitions', () => {
  // International yard and pound agreement of 1 July 1959 (announced in Federal Register 24 FR 5348).
  it.each([
    ['[in_i]', 'mm', '25.4'],
    ['[ft_i]', 'm', '0.3048'],
    ['[yd_i]', 'm', '0.9144'],
    ['[lb_av]', 'kg', '0.45359237'],
  ])('international yard and pound agreement 1959: 1 %s is %s × %s', (from, to, exact) =>
    expect(factor(from, to)).toBe(exact),
  );

  // Derived from those by whole numbers; NIST Handbook 44, Appendix C, General Tables of Units of Measurement.
  it.each([
    ['[mi_i]', 'm', '1609.344'],
    ['[oz_av]', 'g', '28.349523125'],
    ['[stone_av]', 'kg', '6.35029318'],
    ['[sft_i]', 'm2', '0.09290304'],
    ['[sin_i]', 'cm2', '6.4516'],
    ['[syd_i]', 'm2', '0.83612736'],
    ['[cft_i]', 'L', '28.316846592'],
    ['[gal_us]', 'L', '3.785411784'],
    ['[qt_us]', 'mL', '946.352946'],
    ['[foz_us]', 'mL', '29.5735295625'],
  ])('NIST Handbook 44, Appendix C: 1 %s in %s is %s', (from, to, exact) => expect(factor(from, to)).toBe(exact));

  // UK Weights and Measures Act 1985, Schedule 1: the gallon is 4.54609 cubic decimetres.
  it.each([
    ['[gal_br]', 'L', '4.54609'],
    ['[pt_br]', 'mL', '568.26125'],
    ['[foz_br]', 'mL', '28.4130625'],
  ])('Weights and Measures Act 1985: 1 %s in %s is %s', (from, to, exact) => expect(factor(from, to)).toBe(exact));
});

describe('unit conversions against a UCUM library', () => {
  const ucum = UcumLhcUtils.getInstance();
  const pairs = units.flatMap((from) =>
    units.filter((to) => to.dimension === from.dimension && to !== from).map((to) => [from.code, to.code] as const),
  );

  it('knows every code as UCUM does', () => {
    for (const { code } of units) expect(ucum.validateUnitString(code).status, code).toBe('valid');
  });

  it(`converts every pair of units (${pairs.length}) to the same value, within what binary fractions can show`, () => {
    for (const [from, to] of pairs) {
      const theirs = ucum.convertUnitTo(from, 7.25, to).toVal;
      const ours =
        convert({ value: Exact.from('7.25'), unit: requireUnit(from) }, requireUnit(to))?.value.toApproximateNumber() ??
        Number.NaN;
      expect(theirs, `${from} to ${to}`).not.toBeNull();
      expect(Math.abs(ours / (theirs ?? Number.NaN) - 1), `${from} to ${to}`).toBeLessThan(1e-9);
    }
  });

  it('refuses what UCUM refuses: units of different dimensions', () => {
    expect(ucum.convertUnitTo('m', 1, 'kg').status).toBe('failed');
    expect(convert({ value: Exact.one, unit: requireUnit('m') }, requireUnit('kg'))).toBeNull();
    expect(convert({ value: Exact.one, unit: requireUnit('m') }, requireUnit('m2'))).toBeNull();
  });
});
