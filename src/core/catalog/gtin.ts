/** Lengths of a GTIN: GTIN-8, GTIN-12, GTIN-13 and GTIN-14. */
const LENGTHS = [8, 12, 13, 14];

/**
 * The check digit of a GTIN: weights 3 and 1 in turn from the right, brought up to the next multiple of ten.
 *
 * @param digits the GTIN without its last digit
 * @returns 0 to 9
 * @see GS1 General Specifications, section 7.9, check digit calculation
 */
export function gtinCheckDigit(digits: string): number {
  let sum = 0;
  for (let place = 0; place < digits.length; place += 1) {
    sum += Number(digits[digits.length - 1 - place]) * (place % 2 === 0 ? 3 : 1);
  }
  return (10 - (sum % 10)) % 10;
}

/** What is wrong with a GTIN, as data; null for a right one. */
export type GtinFault = { readonly kind: 'form' } | { readonly kind: 'checkDigit'; readonly right: number };

/** Checks that a text is a GTIN: only digits, a length there is, and the right check digit. */
export function gtinFault(text: string): GtinFault | null {
  if (!/^\d+$/.test(text) || !LENGTHS.includes(text.length)) return { kind: 'form' };
  const right = gtinCheckDigit(text.slice(0, -1));
  return right === Number(text.at(-1)) ? null : { kind: 'checkDigit', right };
}
