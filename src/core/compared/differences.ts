import { dequal } from 'dequal';
import { isRecord } from '../is-record';

/** A step on the way to a place of a document: a field, or an entry of a list by what tells it from the others. */
export type DifferenceStep = { readonly field: string } | { readonly entry: string; readonly called: string };

/** One place at which two documents say something else. */
export interface Difference {
  readonly steps: readonly DifferenceStep[];
  readonly kind: 'changed' | 'added' | 'removed' | 'order';
  /** what stands there in the one; undefined where nothing does, and of an order the names in it */
  readonly before?: unknown;
  readonly after?: unknown;
  /** of something that was removed from a list, at which position it was */
  readonly position?: number;
}

type Json = unknown;
type Fields = Readonly<Record<string, Json>>;

const textOf = (value: Json): string => (typeof value === 'string' ? value : '');

/** What people call an entry of a list. */
function calledOf(entry: Fields, position: number): string {
  for (const field of ['title', 'name', 'label', 'product', 'sku', 'key', 'slug'])
    if (textOf(entry[field]).trim() !== '') return textOf(entry[field]);
  // Of a picture the name of its file.
  const file = textOf(entry.src).split('/').pop() ?? '';
  if (file !== '') return file;
  return isRecord(entry.options) ? Object.values(entry.options).map(textOf).join(' / ') : String(position + 1);
}

/** What tells an entry from the others of its list, by the fields that do: the first that every entry has. */
const IDENTITIES: readonly ((entry: Fields) => string | undefined)[] = [
  ({ key }) => (typeof key === 'string' ? key : undefined),
  ({ slug }) => (typeof slug === 'string' ? slug : undefined),
  ({ options }) => (isRecord(options) ? JSON.stringify(Object.entries(options).sort()) : undefined),
  ({ label }) => (typeof label === 'string' ? label : undefined),
  ({ product, of }) => (typeof product === 'string' ? JSON.stringify([product, of ?? null]) : undefined),
  ({ src }) => (typeof src === 'string' ? src : undefined),
];

/** What tells the entries of two lists apart, where anything does. */
function identityOf(before: readonly Json[], after: readonly Json[]): ((entry: Json) => string) | null {
  const entries = [...before, ...after];
  if (!entries.every(isRecord)) return null;
  const found = IDENTITIES.find(
    (identity) => isDistinct(before as readonly Fields[], identity) && isDistinct(after as readonly Fields[], identity),
  );
  return found ? (entry) => found(entry as Fields) ?? '' : null;
}

function isDistinct(entries: readonly Fields[], identity: (entry: Fields) => string | undefined): boolean {
  const ids = entries.map(identity);
  return ids.every((id) => id !== undefined) && new Set(ids).size === ids.length;
}

/** Where two documents of one kind say something else, in the order of the places. */
export function differencesOf(before: Json, after: Json): Difference[] {
  const found: Difference[] = [];
  compare(before, after, [], found);
  return found;
}

function compare(before: Json, after: Json, steps: readonly DifferenceStep[], found: Difference[]): void {
  if (dequal(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) compareLists(before, after, steps, found);
  else if (isRecord(before) && isRecord(after) && before.kind === after.kind)
    for (const field of new Set([...Object.keys(before), ...Object.keys(after)]))
      compare(before[field], after[field], [...steps, { field }], found);
  else found.push({ steps, kind: 'changed', before, after });
}

function compareLists(
  before: readonly Json[],
  after: readonly Json[],
  steps: readonly DifferenceStep[],
  found: Difference[],
): void {
  const identity = identityOf(before, after);
  if (!identity) {
    // What nothing tells apart changes as a whole.
    found.push({ steps, kind: 'changed', before, after });
    return;
  }
  const [wasThere, isThere] = [before, after].map((list) => new Map(list.map((entry) => [identity(entry), entry])));
  if (!wasThere || !isThere) return;
  const step = (id: string, entry: Json, position: number): DifferenceStep[] => [
    ...steps,
    { entry: id, called: calledOf(entry as Fields, position) },
  ];
  [...wasThere].forEach(([id, entry], position) => {
    if (!isThere.has(id)) found.push({ steps: step(id, entry, position), kind: 'removed', before: entry, position });
  });
  [...isThere].forEach(([id, entry], position) => {
    if (wasThere.has(id)) compare(wasThere.get(id), entry, step(id, entry, position), found);
    else found.push({ steps: step(id, entry, position), kind: 'added', after: entry });
  });
  const [orderBefore, orderAfter] = [
    [...wasThere.keys()].filter((id) => isThere.has(id)),
    [...isThere.keys()].filter((id) => wasThere.has(id)),
  ];
  if (!dequal(orderBefore, orderAfter)) found.push({ steps, kind: 'order', before: orderBefore, after: orderAfter });
}

/**
 * A document in which one place is as it was before.
 *
 * @param document what {@link differencesOf} found the difference in, as what comes after, or an edit of it
 * @returns the document itself where the place is not there any more
 */
export const takenBack = <T>(document: T, difference: Difference): T =>
  restored(document, difference.steps, difference) as T;

function restored(value: Json, steps: readonly DifferenceStep[], difference: Difference): Json {
  const [step, ...rest] = steps;
  if (!step) {
    if (difference.kind === 'order') return inOrder(value, difference.before as readonly string[]);
    return difference.before;
  }
  if ('field' in step) {
    if (!isRecord(value)) return value;
    const now = restored(value[step.field], rest, difference);
    const { [step.field]: _, ...others } = value;
    return now === undefined ? others : { ...value, [step.field]: now };
  }
  if (!Array.isArray(value)) return value;
  const list = value as readonly Json[];
  if (rest.length === 0 && difference.kind === 'removed')
    return placeOf(list, step.entry) === -1
      ? list.toSpliced(difference.position ?? list.length, 0, difference.before)
      : value;
  const place = placeOf(list, step.entry);
  if (place === -1) return value;
  if (rest.length === 0 && difference.kind === 'added') return list.toSpliced(place, 1);
  return list.with(place, restored(list[place], rest, difference));
}

/** Where in a list an entry is. */
function placeOf(list: readonly Json[], id: string): number {
  return list.findIndex((entry) => isRecord(entry) && IDENTITIES.some((identity) => identity(entry) === id));
}

/** A list with the entries in an order that it had; those that it did not have come last. */
function inOrder(value: Json, order: readonly string[]): Json {
  if (!Array.isArray(value)) return value;
  const list = value as readonly Json[];
  const known = order.flatMap((id) => {
    const place = placeOf(list, id);
    return place === -1 ? [] : [list[place]];
  });
  return [...known, ...list.filter((entry) => !known.includes(entry))];
}
