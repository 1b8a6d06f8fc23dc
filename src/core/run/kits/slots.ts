import { dequal } from 'dequal';
import { type CandidateProgram, type ComponentProgram, type Program } from '../../compile';
import { type Held, type HeldIn } from '../../compile/held';
import { type SlotProgram } from '../../compile/kit';
import { Exact } from '../../number';
import { problem, type Problem } from '../../problems';
import { convert, requireUnit } from '../../quantity';
import { type Answer, entryPlace, type SlotEntry, slotEntries } from '../../selection';
import { ENTRY_KEYS } from '../../selection/slot-entry';
import { closest } from '../../text';
import { atPlace, type Entry, entryOf, pricedOf } from './entries';
import { type PropertyShown, type Resolution } from '../resolution';
import { Kept, type Run } from '../run';
import { shareOut } from './shares';

/** What is in a slot, and what is wrong with it. */
interface Filled {
  readonly entries: readonly Entry[];
  readonly problems: readonly Problem[];
}

const EMPTY: Filled = { entries: [], problems: [] };

/** The slots of a product as they are filled, each worked out when it is first asked about. */
export interface Slots {
  /** what the answer of a slot puts into it; nothing while it has none. @param choice position of the slot */
  at(choice: number): Filled;
  /** what is in slots and stands for parts, as formulas look at it */
  readonly held: HeldIn;
}

/** What slots are filled from. */
interface Filling {
  /** answers as they were given, by key */
  readonly given: Readonly<Record<string, unknown>>;
  /** answers as they count, while they are being read */
  readonly answers: () => readonly (Answer | null)[];
  /** what stands for the product's parts */
  readonly parts: readonly Entry[];
}

/**
 * Fills the slots of a product: each entry is resolved as the product it is, in its own number, for the customer's
 * group, on the same day.
 */
export function fillSlots({ kit }: Program, { given, answers, parts }: Filling, run: Run): Slots {
  const filled = new Map<number, { readonly answer: Answer; readonly filled: Filled }>();
  const at = (choice: number): Filled => {
    const answer = answers()[choice];
    const slot = answer && kit?.slots.find((one) => one.choice === choice);
    if (!slot) return EMPTY;
    const before = filled.get(choice);
    if (before?.answer === answer) return before.filled;
    const made = fill(
      slot,
      answer,
      Object.hasOwn(given, slot.component.key) ? given[slot.component.key] : undefined,
      run.inside(),
    );
    filled.set(choice, { answer, filled: made });
    return made;
  };
  return {
    at,
    held(place) {
      const slot = kit?.slots.find(({ component }) => component.key === place);
      const entries = slot ? at(slot.choice).entries : parts.filter(({ component }) => component.key === place);
      return entries.map(heldOf);
    },
  };
}

/** An entry as formulas look at it. */
export function heldOf({ count, resolution }: Pick<Entry, 'count' | 'resolution'>): Held {
  const { unitPrice, weight, properties } = resolution;
  return {
    count,
    price: unitPrice,
    weight: weight && (convert(weight, requireUnit('kg'))?.value ?? null),
    property: (name) => propertyIn(properties, name),
  };
}

/** What a property is; null where nothing says it. */
export function propertyIn(properties: readonly PropertyShown[], name: string): PropertyShown['value'] | null {
  return properties.find((property) => property.name === name)?.value ?? null;
}

function fill({ component, byOption, keepsOrder }: SlotProgram, answer: Answer, raw: unknown, run: Run): Filled {
  // What counts because nothing else was said is as many of each as the answer has.
  const said = raw === undefined || raw === null ? null : slotEntries(raw);
  const list =
    said ??
    answer.picks.flatMap(({ effect, count }): SlotEntry[] => {
      const product = byOption[effect]?.product;
      return product === undefined
        ? []
        : [{ product, quantity: count, answers: undefined, parts: undefined, unknown: [] }];
    });
  const problems: Problem[] = [];
  const placed = list.flatMap((entry, index): Placed[] => {
    const place = entryPlace(component.key, index);
    const candidate = component.candidates.find(({ product }) => product === entry.product);
    if (!candidate) {
      problems.push(
        problem(
          { part: [place], at: 'selection' },
          { code: 'partNotReady', title: component.title, first: { code: 'notInShop' } },
        ),
      );
      return [];
    }
    for (const key of entry.unknown)
      problems.push(
        problem(
          { part: [place], at: 'selection' },
          {
            code: 'unknownKey',
            place: component.title,
            key: key.slice(0, 60),
            known: ENTRY_KEYS,
            meant: closest(key, ENTRY_KEYS),
          },
        ),
      );
    return [{ entry, place, candidate, resolution: resolveEntry(candidate, entry, run) }];
  });
  const { entries, told } = together(component, placed, keepsOrder, run);
  return { entries, problems: [...problems, ...told] };
}

/**
 * What is wrong with the same things in a slot, as they are together: at each of their places what is wrong with it
 * alone, too, and at the first what is wrong with their number.
 */
function problemsOfSame(same: readonly Placed[], resolution: Resolution): Problem[] {
  return same.flatMap(({ place, resolution: alone }, index) =>
    resolution.problems
      .filter(
        ({ where, code }) => index === 0 || alone.problems.some((own) => own.code === code && dequal(own.where, where)),
      )
      .map((one) => atPlace(place, one)),
  );
}

/** One thing that is said to be in a slot. */
interface Placed {
  readonly entry: SlotEntry;
  readonly place: string;
  readonly candidate: CandidateProgram;
  readonly resolution: Resolution;
}

/**
 * The entries of a slot. The same things are one entry with a number, so that breaks, rules and what is paid once look
 * at all of them; where their order counts they keep their places, and what all of them cost is shared out over these.
 */
function together(
  component: ComponentProgram,
  placed: readonly Placed[],
  keepsOrder: boolean,
  run: Run,
): { readonly entries: Entry[]; readonly told: Problem[] } {
  const alike = new Map<string, Placed[]>();
  for (const one of placed) {
    // What is not finished yet may still become something else.
    const name = one.resolution.state === 'incomplete' ? one.place : one.resolution.item.key;
    alike.set(name, [...(alike.get(name) ?? []), one]);
  }
  const made = new Map<Placed, Entry>();
  const told: Problem[] = [];
  for (const same of alike.values()) {
    const [first, ...others] = same;
    if (!first) continue;
    const { entry, candidate, place } = first;
    const inNumber = (quantity: number) => pricedOf(resolveEntry(candidate, { ...entry, quantity }, run), quantity);
    const count = same.reduce((sum, one) => sum + one.entry.quantity, 0);
    const resolution =
      others.length === 0 ? first.resolution : resolveEntry(candidate, { ...entry, quantity: count }, run);
    told.push(...problemsOfSame(same, resolution));
    const whole = entryOf(component, candidate, { count, resolution, place }, inNumber);
    if (others.length === 0 || !keepsOrder) {
      made.set(first, { ...whole, beside: others.map((one) => one.place) });
      continue;
    }
    const { places } = candidate.program;
    const shares =
      whole.alone &&
      shareOut(
        whole.alone,
        same.map((one) => ({ alone: null, pieces: one.entry.quantity })),
        places,
      );
    same.forEach((one, index) =>
      made.set(one, {
        ...entryOf(
          component,
          candidate,
          { count: one.entry.quantity, resolution: one.resolution, place: one.place },
          inNumber,
        ),
        alone: shares && (shares[index] ?? Exact.zero),
        once: index === 0 ? whole.once : Exact.zero,
      }),
    );
  }
  return { entries: placed.flatMap((one) => made.get(one) ?? []), told };
}

const usual = new Kept<CandidateProgram, Resolution>();

function resolveEntry(candidate: CandidateProgram, { answers, parts, quantity }: SlotEntry, run: Run): Resolution {
  const { program } = candidate;
  // What nobody has configured is the same at every keystroke.
  if (answers === undefined && parts === undefined)
    return usual.of(run, candidate, quantity, () => run.resolve(program, { answers: {}, quantity }));
  return run.resolve(program, { answers: answers ?? {}, quantity, ...(parts !== undefined && { parts }) });
}
