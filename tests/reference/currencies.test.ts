import currencyCodesData from 'currency-codes/data';
import { describe, expect, it } from 'vitest';
import { minorUnits } from '@/core/money';
import { MINOR_UNITS } from '@/core/money/currencies';

const currencyCodes = [...MINOR_UNITS.keys()];

// ISO 4217 list one, as the package currency-codes carries it (its data names the date it was published).
const listed = new Map(currencyCodesData.map(({ code, digits }) => [code, digits]));

// Listed, but no currency to price in: metals, units of account, testing, no currency. ISO 4217 gives them no minor
// unit.
const NOT_FOR_PRICES = new Set([
  'XAG',
  'XAU',
  'XPD',
  'XPT',
  'XBA',
  'XBB',
  'XBC',
  'XBD',
  'XDR',
  'XSU',
  'XUA',
  'XTS',
  'XXX',
]);

// Listed by the package, but withdrawn since (from memory): the Netherlands Antillean guilder gave way to XCG in 2025,
// the lev to the euro in 2026, the convertible peso ended in 2021.
const WITHDRAWN = new Set(['ANG', 'BGN', 'CUC']);
const NEWER = new Set(['XCG']);

describe('minor units against ISO 4217', () => {
  it('agree for every currency that both know', () => {
    const different = currencyCodes.filter((code) => listed.has(code) && listed.get(code) !== minorUnits(code));
    expect(different).toEqual([]);
  });

  it('leave out no currency of the list', () => {
    const missing = [...listed.keys()].filter((code) => minorUnits(code) === null && !NOT_FOR_PRICES.has(code));
    expect(missing.filter((code) => !WITHDRAWN.has(code))).toEqual([]);
  });

  it('add none that the list does not have, but for those newer than the package', () => {
    expect(currencyCodes.filter((code) => !listed.has(code) && !NEWER.has(code))).toEqual([]);
  });

  // The ones that shops meet, by hand from ISO 4217 list one (from memory).
  it.each([
    ['EUR', 2],
    ['USD', 2],
    ['GBP', 2],
    ['CHF', 2],
    ['JPY', 0],
    ['KRW', 0],
    ['ISK', 0],
    ['KWD', 3],
    ['BHD', 3],
    ['TND', 3],
    ['CLF', 4],
  ])('%s has %d', (code, places) => expect(minorUnits(code)).toBe(places));
});
