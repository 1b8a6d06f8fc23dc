import { type Exact } from '../number';
import { readMeasure, type Unit } from '../quantity';
import { isBlank } from '../text';
import { measureFaultWords } from '../words/problems';

/** One lot of a typed list. */
export interface LotLine {
  /** what it is called; null to be numbered */
  readonly label: string | null;
  readonly length: Exact;
}

const SEVERAL = /^(\d{1,4})\s*[x×*](.+)$/i;
const MOST_LOTS = 1000;

/**
 * Reads lots as they are typed, one line each: `25 m`, `3 × 25 m`, `Roll A: 12.4`.
 *
 * @param unit what a number without a unit is in
 * @returns the lots, or what is wrong and in which line
 */
export function readLotList(
  text: string,
  unit: Unit,
):
  | { readonly lots: readonly LotLine[]; readonly fault?: undefined }
  | { readonly lots?: undefined; readonly fault: string } {
  const lots: LotLine[] = [];
  const lines = text.split('\n').map((line) => line.trim());
  for (const [index, line] of lines.entries()) {
    if (line === '') continue;
    const place = `Line ${index + 1}`;
    const colon = line.lastIndexOf(':');
    const label = colon < 0 ? null : line.slice(0, colon).trim();
    if (label !== null && (isBlank(label) || label.length > 60))
      return { fault: `${place}: a lot’s name has 1 to 60 characters.` };
    const several = SEVERAL.exec(line.slice(colon + 1).trim());
    const measure = (several?.[2] ?? line.slice(colon + 1)).trim();
    const count = Number(several?.[1] ?? 1);
    const reading = readMeasure(measure, unit);
    if (reading.fault) {
      const { message, remedy } = measureFaultWords(place, measure, reading.fault, '25 m');
      return { fault: `${message} ${remedy ?? ''}`.trim() };
    }
    const { value } = reading.quantity;
    if (value.sign() <= 0) return { fault: `${place}: a lot must be longer than nothing.` };
    if (value.decimalPlaces() === null)
      return { fault: `${place}: “${measure}” has no exact decimal in ${unit.words[1]}. Give it in ${unit.words[1]}.` };
    if (count === 0 || lots.length + count > MOST_LOTS)
      return { fault: `${place}: give 1 to ${MOST_LOTS} lots at a time.` };
    for (let number = 1; number <= count; number += 1)
      lots.push({ label: label !== null && count > 1 ? `${label} ${number}` : label, length: value });
  }
  return lots.length > 0 ? { lots } : { fault: 'Give at least one length, such as 25 m.' };
}
