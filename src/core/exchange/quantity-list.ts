import { LARGEST_QUANTITY, type ListedQuantity } from '../ordering';

/** A line of a pasted list of quantities, as it has been understood. */
export interface QuantityLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  /** null where the line can't be read */
  readonly listed: ListedQuantity | null;
  /** what is wrong, and what would be right; empty where nothing is */
  readonly fault: string;
}

/**
 * Reads a pasted list of quantities, a line each: a whole number, and behind it what so many are called, parted by
 * whatever: `12 one case`, `48: four cases`, `576` and a tab from a spreadsheet.
 */
export function readQuantityList(text: string): QuantityLine[] {
  const seen = new Set<number>();
  return text.split(/\r?\n/).flatMap((raw, place): QuantityLine[] => {
    if (raw.trim() === '') return [];
    const line = { line: place + 1, text: raw };
    const wrong = (fault: string): QuantityLine[] => [{ ...line, listed: null, fault }];
    const [digits = ''] = /^\d+/.exec(raw.trim()) ?? [];
    const rest = raw.trim().slice(digits.length);
    // One number in two pieces would be read as a number and its caption.
    if (digits !== '' && /^\s\d{3}(?!\d)/u.test(rest))
      return wrong(`Write ${digits}${rest.slice(1, 4)} without a space.`);
    const quantity = Number(digits);
    if (digits === '' || /^[.,]\d/.test(rest) || quantity < 1 || quantity > LARGEST_QUANTITY)
      return wrong(
        `Begin with a whole number from 1 to ${LARGEST_QUANTITY.toLocaleString('en-GB')}, such as “12 one case”.`,
      );
    if (seen.has(quantity)) return wrong(`${quantity} stands above already.`);
    const caption = rest.replace(/^[\s:;,=–-]+/u, '').trim();
    if (caption.length > 60) return wrong('A caption has at most 60 characters.');
    seen.add(quantity);
    return [{ ...line, listed: { quantity, caption }, fault: '' }];
  });
}
