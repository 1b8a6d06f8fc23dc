import { z } from 'zod';
import { type LotRule } from '../../../core/catalog';
import { type EntryKind } from '../../../core/exchange';
import { Exact } from '../../../core/number';
import { inOneLine } from '../../../core/text';
import { counted, quantityWords } from '../../../core/words';
import { type stockItems } from '../../../data/schema';
import { Refusal } from '../../refusal';
import { requireEnough } from '../ledger/ledger';
import { labelTaken, type LotView, requireRoom } from '../ledger/lots';
import { type Meaning } from './codes';
import { type ReadEntry, readEntry, receivedBy } from './entry';

const text = z
  .string()
  .max(200)
  .regex(/^[^\r\n]*$/, 'This is one line.');

export const lineSchema = z.strictObject({
  /** SKU or GTIN of what is sold, or name or inside name of the stock item */
  code: text,
  /** as typed, in any fitting unit; of what lies in lots `25 m` or `3 × 25 m` */
  quantity: text,
  /** of what lies in lots: what the lot is called; empty to be numbered */
  lot: text.default(''),
  /** what was paid for one unit; empty where nobody says, and for a count */
  unitCost: text.default(''),
  /** of a receipt: the delivery on its way that this is, by its number; what it does not bring stays on its way */
  expected: z.int().nullable().default(null),
});

export type EntryLine = z.infer<typeof lineSchema>;

/** A stock item as a line tells of it. */
export interface LineItem {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
  /** how it lies in lots; null where it does not */
  readonly lots: LotRule['kind'] | null;
}

/** Something that is on its way of a stock item, the lines above counted. */
export interface ExpectedOfLine {
  readonly id: number;
  /** YYYY-MM-DD */
  readonly day: string;
  /** a decimal in the item's unit */
  readonly quantity: string;
}

/** What a line comes to. */
export interface SeenLine {
  readonly item: LineItem | null;
  /** what may be meant where no item is */
  readonly offered: readonly Pick<LineItem, 'key' | 'title'>[];
  /** on hand before and after it, the lines above counted: decimals in the item's unit; null where it can't be told */
  readonly before: string | null;
  readonly after: string | null;
  /** what is on its way of the item, soonest first */
  readonly expected: readonly ExpectedOfLine[];
  /** what is to be known of it */
  readonly note: string | null;
  /** what keeps it from being entered */
  readonly fault: string | null;
}

type StoredItem = typeof stockItems.$inferSelect;

/** What is known of what lines name. */
export interface Known {
  readonly meanings: ReadonlyMap<string, Meaning>;
  readonly items: ReadonlyMap<string, StoredItem>;
  readonly lots: ReadonlyMap<number, readonly LotView[]>;
  /** what is on its way of each item, by its number, soonest first */
  readonly expected: ReadonlyMap<number, readonly ExpectedOfLine[]>;
}

/** What there is of an item, the lines that were looked at counted. */
interface There {
  onHand: Exact;
  /** the line that has counted it, or each of its lots by number */
  readonly countedIn: Map<number, number>;
  /** names of its lots, those of the lines among them, in small letters */
  readonly labels: Set<string>;
  expected: readonly ExpectedOfLine[];
}

interface Judged {
  readonly seen: SeenLine;
  readonly item: StoredItem | null;
  readonly entry: ReadEntry | null;
}

/** Judges one line after the other: a later one finds what earlier ones have left. */
export function judgeOf(kind: EntryKind, { meanings, items, lots, expected }: Known): (line: EntryLine) => Judged {
  const state = new Map<string, There>();
  let number = 0;
  const thereOf = (item: StoredItem): There => {
    const there = state.get(item.key) ?? {
      onHand: Exact.from(item.onHand),
      countedIn: new Map<number, number>(),
      labels: new Set((lots.get(item.id) ?? []).map(({ label }) => label.toLowerCase())),
      expected: expected.get(item.id) ?? [],
    };
    state.set(item.key, there);
    return there;
  };
  return (line) => {
    number += 1;
    const meaning = meanings.get(line.code);
    const meant = (meaning?.items ?? []).flatMap(({ key, drawn }) => {
      const item = items.get(key);
      return item ? [{ item, drawn }] : [];
    });
    const [only, ...more] = meant;
    if (!only || more.length > 0)
      return unclear(
        line.code,
        meaning,
        meant.map(({ item }) => item),
      );
    const { item, drawn } = only;
    const there = thereOf(item);
    const before = there.onHand;
    const told = {
      item: lineItem(item),
      offered: [],
      before: before.toString(),
      expected: kind === 'receipt' ? there.expected : [],
      note: noteOf(line, item, drawn),
    };
    try {
      const entry = readEntry(item, typedFor(kind, line, item, lots.get(item.id) ?? []));
      count(entry, there, item, lots.get(item.id) ?? [], number);
      arrive(kind, line.expected, receivedBy(entry), there);
      return { seen: { ...told, after: there.onHand.toString(), fault: null }, item, entry };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { seen: { ...told, after: null, fault: error.message }, item, entry: null };
    }
  };
}

const lineItem = ({ key, title, unit, cutFrom }: StoredItem): LineItem => ({
  key,
  title,
  unit,
  lots: cutFrom?.kind ?? null,
});

function unclear(code: string, meaning: Meaning | undefined, offered: readonly StoredItem[]): Judged {
  const fault =
    code.trim() === ''
      ? 'Enter a SKU, a GTIN or the name of a stock item.'
      : offered.length > 0
        ? `“${code}” draws from ${counted(offered.length, 'stock item')}. Choose the one that is meant.`
        : meaning?.drawsNothing != null
          ? `${meaning.drawsNothing} draws nothing from stock. Choose a stock item.`
          : `“${code}” is no SKU, GTIN or stock item. Choose one, or start it under Stock.`;
  return {
    seen: {
      item: null,
      offered: offered.map(({ key, title }) => ({ key, title })),
      before: null,
      after: null,
      expected: [],
      note: null,
      fault,
    },
    item: null,
    entry: null,
  };
}

/** What is drawn of it is not one for one, or nobody takes it any more. */
function noteOf({ code }: EntryLine, { unit, archived, title }: StoredItem, drawn: string | null): string | null {
  if (drawn !== null)
    return `One ${code.trim()} draws ${quantityWords({ value: drawn, unit })}. Enter how much of ${title} it is.`;
  return archived ? 'It is archived: nothing offers it any more.' : null;
}

/** A line as an entry for an item. @throws Refusal 422 with what is not said, or can't be said of it */
function typedFor(
  kind: EntryKind,
  { quantity, lot, unitCost }: EntryLine,
  { cutFrom, title }: StoredItem,
  lots: readonly LotView[],
) {
  const label = inOneLine(lot);
  if (!cutFrom) {
    if (label !== '') throw new Refusal(422, 'noLots', `${title} does not lie in lots. Leave the lot empty.`);
    return { kind, quantity, unitCost };
  }
  if (kind === 'receipt') return { kind, quantity: label === '' ? quantity : `${label}: ${quantity}`, unitCost };
  const named = lots.map((one) => one.label).join(', ');
  const which = lots.find((one) => one.label.toLowerCase() === label.toLowerCase());
  if (which) return { kind, quantity, unitCost, lot: which.id };
  if (lots.length === 0) throw new Refusal(422, 'noLotLeft', `Nothing is left of ${title}. Receive what was found.`);
  throw new Refusal(422, 'lotMissing', `Enter which lot was measured: ${named}.`);
}

/** Takes what has come from what was on its way. @throws Refusal where that is not on its way */
function arrive(kind: EntryKind, id: number | null, received: Exact, there: There): void {
  if (id === null) return;
  if (kind !== 'receipt' || !there.expected.some((one) => one.id === id))
    throw new Refusal(422, 'notExpected', 'That delivery is not on its way any more. Choose another, or none.');
  there.expected = there.expected.flatMap((one) => {
    if (one.id !== id) return [one];
    const left = Exact.from(one.quantity).minus(received);
    return left.sign() > 0 ? [{ ...one, quantity: left.toString() }] : [];
  });
}

/** Counts what a line enters to what is there. @throws Refusal where it can't be so */
function count(entry: ReadEntry, there: There, item: StoredItem, lots: readonly LotView[], number: number): void {
  if (entry.kind === 'counted' || entry.kind === 'lot') {
    const which = entry.kind === 'lot' ? entry.lot : 0;
    const earlier = there.countedIn.get(which);
    if (earlier !== undefined)
      throw new Refusal(422, 'countedTwice', `Line ${earlier} counts it already. Remove one of the two.`);
    there.countedIn.set(which, number);
  }
  switch (entry.kind) {
    case 'received':
      there.onHand = there.onHand.plus(entry.quantity);
      return;
    case 'lots':
      for (const { label } of entry.lots) {
        if (label === null) continue;
        if (there.labels.has(label.toLowerCase())) throw labelTaken(label);
        there.labels.add(label.toLowerCase());
      }
      there.onHand = there.onHand.plus(receivedBy(entry));
      return;
    case 'counted':
      if (entry.quantity.isLess(there.onHand)) requireEnough(item, entry.quantity, Exact.from(item.reserved));
      there.onHand = entry.quantity;
      return;
    case 'lot': {
      const lot = lots.find(({ id }) => id === entry.lot);
      if (!lot) return;
      requireRoom(item, lot, entry.left);
      there.onHand = there.onHand.plus(entry.left).minus(Exact.from(lot.left));
    }
  }
}
