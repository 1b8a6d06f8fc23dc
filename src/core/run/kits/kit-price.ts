import { calledAs, type CandidateProgram, type ComponentProgram, type KitProgram, placesOf } from '../../compile';
import { Exact } from '../../number';
import { beyondCovered, type KitTerms, type PriceLine } from '../../pricing';

/** What so many of something cost alone, and what is paid once for them. */
export interface Priced {
  readonly alone: Exact;
  readonly once: Exact;
}

/** What of a part its price follows from: what so many of it cost alone, and what is paid once for them. */
export interface PartPriced {
  /** where it stands in a selection */
  readonly place: string;
  readonly component: ComponentProgram;
  readonly candidate: CandidateProgram;
  readonly count: number;
  /** null while it is not known */
  readonly alone: Exact | null;
  readonly once: Exact;
  /** whether something of it is still to be answered: until then it counts as what it usually is, if that is more */
  readonly isOpen: boolean;
  /** what the same would cost in another number; null while that is not known */
  inNumber(count: number): Priced | null;
}

/**
 * What a kit has in each of its places as it comes when customers change nothing, priced as it is priced when it is
 * chosen. A place where nothing comes then is not among them; one whose price can't be told is null.
 */
export type UsualPrices = ReadonlyMap<ComponentProgram, UsualPriced | null>;

/** What something costs usually. */
export interface UsualPriced extends Priced {
  /** what it costs before what must be chosen is chosen, without anything for that; absent where nothing must */
  readonly open?: Priced;
}

/** What a product's parts come to. */
export interface PartsBase {
  readonly lines: readonly PriceLine[];
  /** of all lines per unit */
  readonly amount: Exact;
  /** what percentages of the base are taken of */
  readonly base: Exact;
  /** what one costs when its parts are bought one by one */
  readonly alone: Exact;
  /** what is paid once for the parts, however many are taken */
  readonly once: readonly PriceLine[];
}

/**
 * The base of a product with parts: what they cost alone, less what they cost less together; or its own price, which is
 * that of the kit as it comes usually, with the difference of each part to that.
 *
 * @param own   the line of the product's own price; null where it has none
 * @param usual asked for where the price is the product's own
 * @returns null while a part has no price, or where the price is the product's own and there is none
 */
export function partsBase(
  { terms, components, slots }: Pick<KitProgram, 'terms' | 'components' | 'slots'>,
  entries: readonly PartPriced[],
  own: PriceLine | null,
  usual: () => UsualPrices,
): PartsBase | null {
  let sum = Exact.zero;
  for (const { alone } of entries) {
    if (!alone) return null;
    sum = sum.plus(alone);
  }
  if (terms.isOwn) {
    if (!own) return null;
    const usually = usual();
    const differences = placesOf({ components, slots }).map((component) =>
      differenceOf(
        terms,
        component,
        entries.filter((entry) => entry.component === component),
        usually.get(component),
      ),
    );
    if (differences.includes(null)) return null;
    const lines = differences.flatMap((found) => found?.lines ?? []);
    const once = differences.flatMap((found) => found?.once ?? []);
    // An optional part, or a part more, is not in the price of the kit: it counts on both sides.
    return {
      lines: [own, ...lines],
      amount: lines.reduce((total, { amount }) => total.plus(amount), own.amount),
      base: own.amount,
      alone: sum,
      once,
    };
  }
  const once = entries.flatMap((entry) => (entry.once.sign() === 0 ? [] : [onceLine(entry)]));
  const lines = entries.map(aloneLine);
  const less = reduction(terms, sum);
  if (less) lines.push(less);
  const parts = less ? sum.plus(less.amount) : sum;
  const amount = own ? parts.plus(own.amount) : parts;
  return { lines: own ? [...lines, own] : lines, amount, base: amount, alone: own ? sum.plus(own.amount) : sum, once };
}

const line = ({ component, count, candidate, place }: PartPriced, amount: Exact, per: PriceLine['per']): PriceLine => ({
  label: calledIn(component, candidate),
  kind: 'part',
  of: count === 1 || per === 'line' ? null : { kind: 'pieces', count, rate: amount.over(Exact.of(count)) },
  amount,
  per,
  source: `part:${place}`,
});

/**
 * What stands in a place, as the working calls it: the place and what was taken, or what was taken alone where that
 * names the place.
 */
function calledIn(component: ComponentProgram, candidate: CandidateProgram): string {
  const called = calledAs(component, candidate);
  return component.isNamed && component.candidates.length > 1 ? `${called}: ${candidate.title}` : called;
}

const aloneLine = (entry: PartPriced): PriceLine => line(entry, entry.alone ?? Exact.zero, 'unit');
const onceLine = (entry: PartPriced): PriceLine => line(entry, entry.once, 'line');

interface Difference {
  readonly lines: readonly PriceLine[];
  readonly once: readonly PriceLine[];
}

const NO_DIFFERENCE: Difference = { lines: [], once: [] };
const NOTHING: Priced = { alone: Exact.zero, once: Exact.zero };

/**
 * What stands in a place costs more, or less, than what usually does. @param usual undefined where nothing does; null
 * where its price can't be told
 */
function differenceOf(
  terms: KitTerms,
  component: ComponentProgram,
  entries: readonly PartPriced[],
  usual: UsualPriced | null | undefined,
): Difference | null {
  if (usual === null) return terms.covers === 'all' ? NO_DIFFERENCE : null;
  const [entry, ...others] = entries;
  const found = added(terms, component, entries, usual ?? null);
  if (!found) return null;
  if (!entry) return { lines: lineFor(found.alone, 'unit'), once: lineFor(found.once, 'line') };
  // Of a slot in which nothing is usually, each thing is on top by itself.
  if (others.length === 0 || !usual) {
    const each = (one: PartPriced) => added(terms, component, [one], usual ?? null) ?? NOTHING;
    return {
      lines: entries.flatMap((one) => lineOf(one, each(one).alone, 'unit')),
      once: entries.flatMap((one) => lineOf(one, each(one).once, 'line')),
    };
  }
  return { lines: lineOf(entry, found.alone, 'unit'), once: lineOf(entry, found.once, 'line') };

  function lineOf(one: PartPriced, amount: Exact, per: PriceLine['per']): PriceLine[] {
    if (amount.sign() === 0) return [];
    const included =
      terms.covers === 'usual' ? ((per === 'unit' ? usual?.alone : usual?.once) ?? Exact.zero) : Exact.zero;
    const label = others.length > 0 && usual ? component.title : line(one, amount, per).label;
    return [
      {
        ...line(one, amount, per),
        label,
        of: included.sign() === 0 && one.count === 1 ? null : { kind: 'moreThan', amount: included },
      },
    ];
  }

  function lineFor(amount: Exact, per: PriceLine['per']): PriceLine[] {
    return amount.sign() === 0
      ? []
      : [
          {
            label: component.title,
            kind: 'part',
            of: { kind: 'without' },
            amount,
            per,
            source: `part:${component.key}`,
          },
        ];
  }
}

/**
 * What stands in a place adds to a price of the kit's own: once where nothing of it is what comes usually, else the
 * difference to that; nothing where the kit's price covers it.
 *
 * @param usual null where nothing comes there usually
 * @returns null while a price is not known
 */
function added(
  terms: KitTerms,
  component: ComponentProgram,
  entries: readonly PartPriced[],
  usual: UsualPriced | null,
): Priced | null {
  const sum = sumOf(entries);
  if (!sum) return null;
  const beyond = ({ alone, once }: Priced): Priced => ({ alone: sum.alone.minus(alone), once: sum.once.minus(once) });
  const paid = ({ alone, once }: Priced): Priced => ({
    alone: beyondCovered(terms, alone),
    once: beyondCovered(terms, once),
  });
  switch (terms.covers) {
    case 'all':
      return NOTHING;
    case 'nothing':
      return { alone: sum.alone.times(terms.share), once: sum.once };
    case 'usualPieces': {
      // Whatever is chosen of what comes usually is in the price; more pieces of it are not.
      if (!usual || component.isSlot) return paid(beyond(usual ?? NOTHING));
      const [entry] = entries;
      if (!entry || entry.count <= component.quantity.usual) return NOTHING;
      const asUsual = entry.inNumber(component.quantity.usual);
      return asUsual && paid(beyond(asUsual));
    }
    case 'usual': {
      const difference = usual ? beyond(usual) : sum;
      if (!entries.some(({ isOpen }) => isOpen)) return paid(difference);
      // What is not finished costs no less than usual, and no more than what has been chosen of it adds.
      const chosen = usual?.open ? beyond(usual.open) : difference;
      return {
        alone: atLeastNothing(least(difference.alone, chosen.alone)),
        once: atLeastNothing(least(difference.once, chosen.once)),
      };
    }
  }
}

/** What all that stands in a place costs; null while something of it is not known. */
function sumOf(entries: readonly PartPriced[]): Priced | null {
  let [alone, once] = [Exact.zero, Exact.zero];
  for (const entry of entries) {
    if (!entry.alone) return null;
    alone = alone.plus(entry.alone);
    once = once.plus(entry.once);
  }
  return { alone, once };
}

/**
 * What stands in a place adds to what one kit costs, without what is paid once.
 *
 * @param entries what stands there; none for leaving it out
 * @param usual   null where nothing comes there usually
 */
export function addedToKit(
  terms: KitTerms,
  component: ComponentProgram,
  entries: readonly PartPriced[],
  usual: UsualPriced | null,
): Exact {
  const known = terms.isOwn ? entries : entries.filter(({ alone }) => alone);
  return added(terms, component, known, usual)?.alone ?? Exact.zero;
}

const least = (one: Exact, other: Exact): Exact => (other.isLess(one) ? other : one);

const atLeastNothing = (amount: Exact): Exact => (amount.sign() < 0 ? Exact.zero : amount);

/** The line that says what parts cost less together; null where they don't. */
function reduction({ share, less }: KitTerms, sum: Exact): PriceLine | null {
  const together = { label: 'Less, bought together', kind: 'part', per: 'unit', source: 'parts' } as const;
  if (less.sign() !== 0) return { ...together, of: null, amount: less.negated() };
  const off = share.minus(Exact.one);
  if (off.sign() === 0) return null;
  return { ...together, of: { kind: 'percent', rate: off.times(HUNDRED), of: sum }, amount: sum.times(off) };
}

const HUNDRED = Exact.of(100);
