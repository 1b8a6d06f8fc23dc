/** What stands in a spreadsheet, row by row; the first row has the headings. Numbers have a decimal point. */
export type Grid = readonly (readonly string[])[];

/** What tells decimals from groups of three. */
export type DecimalSign = '.' | ',';

const GROUPED: Readonly<Record<DecimalSign, RegExp>> = {
  '.': /^-?\d{1,3}(?:,\d{3})+(?:\.\d+)?$/,
  ',': /^-?\d{1,3}(?:[. \u00a0\u202f’']\d{3})+(?:,\d+)?$/,
};

/** A number that has no other reading: `9,50` and `1.234,5`, but not `1,234`. */
const CLEAR: Readonly<Record<DecimalSign, RegExp>> = {
  '.': /^-?\d+\.(?:\d{1,2}|\d{4,})$|^-?\d{1,3}(?:,\d{3})+\.\d+$/,
  ',': /^-?\d+,(?:\d{1,2}|\d{4,})$|^-?\d{1,3}(?:\.\d{3})+,\d+$/,
};

/**
 * What the numbers of a spreadsheet have before their decimals, as far as they tell: `1,234` alone may be either.
 *
 * @returns null where nothing tells, or some tell one and some the other
 */
export function decimalSignOf(numbers: Iterable<string>): DecimalSign | null {
  let [points, commas] = [false, false];
  for (const text of numbers) {
    points ||= CLEAR['.'].test(text.trim());
    commas ||= CLEAR[','].test(text.trim());
  }
  return points === commas ? null : points ? '.' : ',';
}

/** A number with a decimal point and without groups, where the sign of its decimals is known; else as it stands. */
export function withPoint(text: string, sign: DecimalSign | null): string {
  const typed = text.trim();
  if (sign === null) return typed;
  const plain = GROUPED[sign].test(typed) ? typed.replace(sign === '.' ? /,/g : /[. \u00a0\u202f’']/g, '') : typed;
  return sign === ',' && /^-?\d+,\d+$/.test(plain) ? plain.replace(',', '.') : plain;
}
