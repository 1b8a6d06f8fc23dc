import { Exact } from '../number';
import { convert, type Quantity } from './quantity';
import { type Unit, unitByText } from './units';

/** Why a typed measure could not be read. */
export type MeasureFault =
  | { readonly code: 'empty' }
  | { readonly code: 'tooLong'; readonly limit: number }
  | { readonly code: 'unreadable'; readonly at: number; readonly rest: string }
  | { readonly code: 'unknownUnit'; readonly text: string }
  | { readonly code: 'unitMissing'; readonly number: string }
  | { readonly code: 'otherDimension'; readonly found: Unit; readonly wanted: Unit }
  | { readonly code: 'ambiguousComma'; readonly text: string; readonly readings: readonly [string, string] }
  /** an apostrophe before three digits: thousands, or feet and what is no inches */
  | { readonly code: 'ambiguousMark'; readonly text: string; readonly whole: string }
  /** a foot mark before something that is not in inches */
  | { readonly code: 'footMark'; readonly rest: string }
  | { readonly code: 'divisionByZero' };

export type MeasureReading =
  | { readonly quantity: Quantity; readonly fault?: undefined }
  | { readonly quantity?: undefined; readonly fault: MeasureFault };

export type NumberReading =
  { readonly value: Exact; readonly end: number; readonly fault?: undefined } | { readonly fault: MeasureFault };

const MAX_LENGTH = 60;

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const MIXED = /^(\d{1,15})(?: +(?:[-+] *)?|[-+] *)(\d{1,15})\/(\d{1,15})/;
const FRACTION = /^(\d{1,15})\/(\d{1,15})/;
const PLAIN = /^(?:\d[\d.,]*|[.,]\d+)(?: \d{3}(?![\d/]))*(?:[.,]\d+)?/;
const GROUPED_BY_MARKS = /\d{1,3}(?:['’′]\d{3})+(?!\d)/;
const FOOT_MARK = /^['’′]$/;
const UNIT_TEXT = /^(?:''|["″”'′’]|(?:[a-z]+\.? )*[a-z]+\.?(?:\^?[23](?!\d)|[²³])?)/i;

/** What is wrong with figures that are parted by apostrophes; null where none are. */
function groupedByMarks(tidy: string): MeasureFault | null {
  const [text] = GROUPED_BY_MARKS.exec(tidy) ?? [];
  return text === undefined ? null : { code: 'ambiguousMark', text, whole: text.replace(/\D/g, '') };
}

/**
 * Reads a measure as people type it: `1.2`, `1,2 m`, `120cm`, `4 ft 6 in`, `3 1/2"`, `½ yd`. Everything is read
 * exactly. A comma or a point may be the decimal sign; where `1,200` or `1'200` could mean two things it is refused,
 * never guessed. A foot mark stands alone, or before inches.
 *
 * @param unit the measure's own unit: what a number without one is in, and what the result is given in
 */
export function readMeasure(text: string, unit: Unit): MeasureReading {
  const plain = readPlain(text);
  if (plain) return { quantity: { value: plain, unit } };
  if (text.length > MAX_LENGTH) return { fault: { code: 'tooLong', limit: MAX_LENGTH } };
  const tidy = normalise(text);
  if (tidy === '') return { fault: { code: 'empty' } };

  const marked = groupedByMarks(tidy);
  if (marked) return { fault: marked };

  const negative = tidy.startsWith('-');
  let position = negative ? 1 : 0;
  let before: string | null = null;
  let total = Exact.zero;
  let parts = 0;

  while (position < tidy.length) {
    const number = readNumberAt(tidy, position);
    if (number.fault) return { fault: number.fault };
    const numberText = tidy.slice(position, number.end);
    position = skipSpace(tidy, number.end);

    const found = readUnitAt(tidy, position);
    if (found.fault) return { fault: found.fault };
    if (!found.unit && (parts > 0 || position < tidy.length)) {
      return {
        fault: position < tidy.length ? unreadable(tidy, position) : { code: 'unitMissing', number: numberText },
      };
    }
    // Feet by their mark have inches after them, or nothing.
    if (before !== null && FOOT_MARK.test(before) && found.unit?.code !== '[in_i]')
      return { fault: { code: 'footMark', rest: numberText } };
    before = tidy.slice(position, found.end);
    const partUnit = found.unit ?? unit;
    const converted = convert({ value: number.value, unit: partUnit }, unit);
    if (!converted) return { fault: { code: 'otherDimension', found: partUnit, wanted: unit } };
    total = total.plus(converted.value);
    parts += 1;
    position = skipSpace(tidy, found.end);
  }
  if (parts === 0) return { fault: unreadable(tidy, 0) };
  return { quantity: { value: negative ? total.negated() : total, unit } };
}

/**
 * Reads a plain number as people type it, with the decimal signs and fractions of {@link readMeasure} but no unit.
 */
export function readNumber(
  text: string,
): { readonly value: Exact; readonly fault?: undefined } | { readonly fault: MeasureFault } {
  const plain = readPlain(text);
  if (plain) return { value: plain };
  if (text.length > MAX_LENGTH) return { fault: { code: 'tooLong', limit: MAX_LENGTH } };
  const tidy = normalise(text);
  if (tidy === '') return { fault: { code: 'empty' } };
  const marked = groupedByMarks(tidy);
  if (marked) return { fault: marked };
  const negative = tidy.startsWith('-');
  const reading = readNumberAt(tidy, negative ? 1 : 0);
  if (reading.fault) return reading;
  if (reading.end < tidy.length) return { fault: unreadable(tidy, reading.end) };
  return { value: negative ? reading.value.negated() : reading.value };
}

const PLAIN_DECIMAL = /^\d{1,12}(?:\.\d{1,9})?$/;

/** What most people type most of the time needs no more looking into: digits, perhaps with a point. */
function readPlain(text: string): Exact | null {
  return PLAIN_DECIMAL.test(text) ? Exact.parse(text) : null;
}

/** Brings the signs that keyboards and word processors put in to one spelling, without touching any digit. */
function normalise(text: string): string {
  return text
    .replace(/[\u00a0\u2007\u2009\u202f]/g, ' ')
    .replace(/[\u2212\u2012\u2013]/g, '-')
    .replace(/\u2044/g, '/')
    .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign] ?? ''}`)
    .replace(/\s+/g, ' ')
    .trim();
}

function readNumberAt(text: string, start: number): NumberReading {
  const at = skipSpace(text, start);
  const rest = text.slice(at);
  const mixed = MIXED.exec(rest);
  if (mixed) {
    const [all, whole = '0', top = '0', bottom = '1'] = mixed;
    if (/^0+$/.test(bottom)) return { fault: { code: 'divisionByZero' } };
    return { value: Exact.from(whole).plus(Exact.from(top).over(Exact.from(bottom))), end: at + all.length };
  }
  const fraction = FRACTION.exec(rest);
  if (fraction) {
    const [all, top = '0', bottom = '1'] = fraction;
    if (/^0+$/.test(bottom)) return { fault: { code: 'divisionByZero' } };
    return { value: Exact.from(top).over(Exact.from(bottom)), end: at + all.length };
  }
  const plain = PLAIN.exec(rest);
  if (!plain) return { fault: unreadable(text, at) };
  const decimal = readDecimalSigns(plain[0]);
  if (typeof decimal !== 'string') return { fault: decimal };
  const value = Exact.parse(decimal);
  return value ? { value, end: at + plain[0].length } : { fault: unreadable(text, at) };
}

/** Turns digits with points, commas and grouping spaces into plain decimal notation, or says why it can't. */
function readDecimalSigns(written: string): string | MeasureFault {
  const text = written.replace(/ /g, '');
  const signs = text.replace(/\d/g, '');
  if (signs === '') return text;
  const last = signs.slice(-1);
  const whole = text.slice(0, text.lastIndexOf(last));
  const fraction = text.slice(text.lastIndexOf(last) + 1);
  const refuse: MeasureFault = { code: 'unreadable', at: 0, rest: written };
  if (fraction === '') return refuse;

  if (signs.length === 1) {
    if (last === ',' && /^[1-9]\d{0,2}$/.test(whole) && fraction.length === 3) {
      const asDecimal = Exact.from(`${whole}.${fraction}`).toString();
      return { code: 'ambiguousComma', text: written, readings: [asDecimal, whole + fraction] };
    }
    return `${whole === '' ? '0' : whole}.${fraction}`;
  }
  // Several signs: all but the last must be one other sign, between groups of three digits.
  const grouping = signs.slice(0, -1);
  const groups = whole.split(grouping.charAt(0));
  const evenGroups = /^\d{1,3}$/.test(groups[0] ?? '') && groups.slice(1).every((group) => /^\d{3}$/.test(group));
  if (!evenGroups) return refuse;
  if (grouping.includes(last)) {
    return new Set(signs).size === 1 && fraction.length === 3 ? groups.join('') + fraction : refuse;
  }
  return `${groups.join('')}.${fraction}`;
}

function readUnitAt(
  text: string,
  position: number,
): { unit: Unit | null; end: number; fault?: undefined } | { fault: MeasureFault } {
  const match = UNIT_TEXT.exec(text.slice(position));
  if (!match) return { unit: null, end: position };
  // "fl oz of mesh" should name the words that are not understood, so the longest run that is a unit wins.
  const unit = unitByText(match[0]);
  if (!unit) return { fault: { code: 'unknownUnit', text: match[0].trim() } };
  return { unit, end: position + match[0].length };
}

function skipSpace(text: string, position: number): number {
  return text[position] === ' ' ? position + 1 : position;
}

function unreadable(text: string, at: number): MeasureFault {
  return { code: 'unreadable', at, rest: text.slice(at) };
}
