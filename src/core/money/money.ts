import { groupDigits, type Exact, type RoundingMode } from '../number';
import { minorUnits } from './currencies';

/**
 * Rounds an amount to what can be paid: the currency's minor unit.
 *
 * @param amount   major units (euros), exact
 * @param currency ISO 4217 code
 * @throws RangeError for a code that is not a currency
 */
export function roundToMinorUnit(amount: Exact, currency: string, mode: RoundingMode = 'halfAwayFromZero'): Exact {
  return amount.rounded(placesOf(currency), mode);
}

/**
 * Writes an amount with at least the currency's decimal places and as many more as it takes to be exact (up to
 * six), so that lines shown one under another add up to the eye as well: `4.625`, `12.00`.
 *
 * @returns digits only, with a point and a leading `-`; grouping and the symbol are the screen's business
 */
export function moneyDigits(amount: Exact, currency: string): string {
  const needed = amount.decimalPlaces() ?? 6;
  return amount.toFixed(Math.max(placesOf(currency), Math.min(needed, 6)));
}

/** Like {@link moneyDigits}, with the currency's sign or code in front: `€12.00`, `−€3.50`, `CHF 4.00`. */
export function formatMoney(amount: Exact, currency: string): string {
  const digits = moneyDigits(amount, currency);
  const negative = digits.startsWith('-');
  const [whole = '0', fraction] = (negative ? digits.slice(1) : digits).split('.');
  const grouped = groupDigits(whole, ',');
  const sign = currencySigns[currency] ?? `${currency} `;
  return `${negative ? '−' : ''}${sign}${grouped}${fraction === undefined ? '' : `.${fraction}`}`;
}

/** Signs of currencies that have one of their own. */
export const currencySigns: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$', JPY: '¥' };

function placesOf(currency: string): number {
  const places = minorUnits(currency);
  if (places === null) throw new RangeError(`not an ISO 4217 currency: ${currency}`);
  return places;
}
