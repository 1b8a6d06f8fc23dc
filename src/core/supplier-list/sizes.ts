import { readNumber, unitByText } from '../quantity';
import { plainWords, sortKey } from '../text';
import { type ValueOrder } from './mapping';

/** Where a value stands among others of its class. */
interface Place {
  readonly of: string;
  readonly figures: readonly number[];
}

/** A size in letters as a number: 0 for M, each step of S and L one further. */
function letterSize(text: string): number | null {
  const plain = plainWords(text)
    .replace(/[.\s-]/g, '')
    .replace(/^(?:extra|x)+(?=small|large)/, (extra) => 'x'.repeat(extra.replace(/extra/g, 'x').length))
    .replace(/small$/, 's')
    .replace(/medium$/, 'm')
    .replace(/large$/, 'l');
  const read = /^(?:(\d{1,2})x|(x*))([sml])$/.exec(plain);
  if (!read) return null;
  const [, count, letters = '', letter] = read;
  const extra = count === undefined ? letters.length : Number(count);
  if (letter === 'm') return extra === 0 ? 0 : null;
  return letter === 's' ? -1 - extra : 1 + extra;
}

function letterPlace(text: string): Place | null {
  const parts = text.split('/').map(letterSize);
  const known = parts.filter((part) => part !== null);
  return known.length === parts.length ? { of: 'letters', figures: known } : null;
}

/** `500 ml`, `40 x 60 cm`, `36/38`, `7½`: figures with one unit behind them, or none. */
function measurePlace(text: string): Place | null {
  const [digits = ''] = /^\d[\d.,½¼¾ /x×–-]*/i.exec(text) ?? [];
  if (digits === '') return null;
  const unitText = text.slice(digits.length).trim();
  const unit = unitText === '' ? null : (unitByText(unitText) ?? undefined);
  // A figure before a word that is no unit is sorted by the word first.
  const of = unit === undefined ? `word ${plainWords(unitText)}` : unit ? unit.dimension : 'number';
  const factor = unit ? unit.factor.toApproximateNumber() : 1;
  const figures = digits
    .split(/[x×/–-]/i)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => readNumber(part));
  const values = figures.flatMap((figure) => (figure.fault ? [] : figure.value.toApproximateNumber() * factor));
  return values.length === figures.length && values.length > 0 ? { of, figures: values } : null;
}

const placeOf = (text: string): Place | null => letterPlace(text) ?? measurePlace(text);

function compareFigures(one: readonly number[], other: readonly number[]): number {
  const length = Math.max(one.length, other.length);
  for (let index = 0; index < length; index += 1) {
    const difference = (one[index] ?? -Infinity) - (other[index] ?? -Infinity);
    if (difference !== 0) return difference;
  }
  return 0;
}

/** Values by their size; null where one of them is no size, or they are sizes of different kinds. */
function bySize(values: readonly string[], titleOf: (value: string) => string): string[] | null {
  const places = values.map((value) => ({ value, place: placeOf(titleOf(value)) }));
  const [first] = places;
  const known = places.flatMap(({ value, place }) => (place && place.of === first?.place?.of ? { value, place } : []));
  if (known.length < values.length) return null;
  return known.sort((a, b) => compareFigures(a.place.figures, b.place.figures)).map(({ value }) => value);
}

/** Whether values are sizes of one kind. */
export const areSizes = (values: readonly string[]): boolean =>
  values.length > 0 && bySize([...new Set(values)], (value) => value) !== null;

/** Puts the values of a column in the order in which they become options. */
export function ordered(values: readonly string[], order: ValueOrder, titleOf: (value: string) => string): string[] {
  switch (order) {
    case 'found':
      return [...values];
    case 'size':
      return bySize(values, titleOf) ?? [...values];
    case 'title':
      return [...values].sort((a, b) => {
        const [one, other] = [sortKey(titleOf(a)), sortKey(titleOf(b))];
        return one < other ? -1 : one > other ? 1 : 0;
      });
  }
}
