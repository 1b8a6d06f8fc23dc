const names = new Intl.DisplayNames('en', { type: 'region' });

/** What a country is called; its code where that is none. */
export function countryName(code: string): string {
  try {
    return names.of(code) ?? code;
  } catch {
    return code;
  }
}
