/** Codes that stand for no country: groups of countries, and places for tests. */
const NO_COUNTRIES = new Set(['EU', 'EZ', 'QO', 'UN', 'XA', 'XB', 'ZZ']);

let names: Intl.DisplayNames | undefined;

/**
 * Whether a code of two capitals is that of a country. @see ISO 3166-1, alpha-2; the names of CLDR that every engine
 * has
 */
export function isCountry(code: string): boolean {
  if (!/^[A-Z]{2}$/.test(code) || NO_COUNTRIES.has(code)) return false;
  names ??= new Intl.DisplayNames('en', { type: 'region', fallback: 'none' });
  return names.of(code) !== undefined;
}
