import { type CandidateProgram, type ComponentProgram, type KitPrice, type KitProgram, type Program } from '../compile';
import { Exact } from '../number';
import { type PriceLine } from '../pricing';

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
 * The base of a product with parts: what they cost alone, less what they cost less together; or its own price, with what
 * parts cost more than usual on top.
 *
 * @param own the line of the product's own price; null where it has none
 * @returns null while a part has no price, or where the price is the product's own and there is none
 */
export function partsBase({ price }: KitProgram, entries: readonly PartPriced[], own: PriceLine | null): PartsBase | null {
  let sum = Exact.zero;
  for (const { alone } of entries) {
    if (!alone) return null;
    sum = sum.plus(alone);
  }
  const once = price.kind === 'own' && price.extras === 'included' ? [] : entries.flatMap((entry) => (entry.once.sign() === 0 ? [] : [onceLine(entry)]));
  if (price.kind === 'own') {
    if (!own) return null;
    const extras = price.extras === 'onTop' ? entries.flatMap(extraLine) : [];
    // An optional part, or a part more, is not in the price of the kit: it counts on both sides.
    return { lines: [own, ...extras], amount: extras.reduce((total, { amount }) => total.plus(amount), own.amount), base: own.amount, alone: sum, once };
  }
  const lines = entries.map(aloneLine);
  const less = reduction(price, sum);
  if (less) lines.push(less);
  const parts = less ? sum.plus(less.amount) : sum;
  const amount = own ? parts.plus(own.amount) : parts;
  return { lines: own ? [...lines, own] : lines, amount, base: amount, alone: own ? sum.plus(own.amount) : sum, once };
}

const line = ({ component, count, candidate, place }: PartPriced, amount: Exact, per: PriceLine['per']): PriceLine => ({
  label: component.candidates.length > 1 ? `${component.title}: ${candidate.title}` : component.title,
  kind: 'part',
  of: count === 1 || per === 'line' ? null : { kind: 'pieces', count, rate: amount.over(Exact.of(count)) },
  amount,
  per,
  source: `part:${place}`,
});

const aloneLine = (entry: PartPriced): PriceLine => line(entry, entry.alone ?? Exact.zero, 'unit');
const onceLine = (entry: PartPriced): PriceLine => line(entry, entry.once, 'line');

/** What a part adds to the kit's own price: what it costs more, or less, than what the kit has in its place usually. */
function extraLine(entry: PartPriced): PriceLine[] {
  const { component, alone, count } = entry;
  const [usual] = component.candidates;
  // What is put in slots is all on top: a kit has nothing there usually.
  const included = component.optional || component.isSlot || !usual ? Exact.zero : plainPrice(usual.program).times(Exact.of(component.quantity.least));
  const extra = (alone ?? Exact.zero).minus(included);
  return extra.sign() === 0 ? [] : [{ ...line(entry, extra, 'unit'), of: included.sign() === 0 && count === 1 ? null : { kind: 'moreThan', amount: included } }];
}

/**
 * What one of a product costs without anything that customers choose: its base price, or that of its cheapest variant;
 * of a product with parts, what its parts cost so.
 */
export function plainPrice(program: Program): Exact {
  const variants = [...program.variants.values()].flatMap(({ price, onSale }) => (price && onSale ? [price] : []));
  const own = program.base.price ?? variants.reduce<Exact | null>((least, price) => (least && !price.isLess(least) ? least : price), null) ?? Exact.zero;
  const { kit } = program;
  if (!kit || kit.price.kind === 'own') return own;
  let sum = Exact.zero;
  for (const { optional, quantity, candidates } of kit.components) {
    const [usual] = candidates;
    if (usual && !optional) sum = sum.plus(plainPrice(usual.program).times(Exact.of(quantity.least)));
  }
  return sum.plus(reduction(kit.price, sum)?.amount ?? Exact.zero).plus(own);
}

/** The line that says what parts cost less together; null where they don't. */
function reduction(price: Exclude<KitPrice, { kind: 'own' }>, sum: Exact): PriceLine | null {
  const together = { label: 'Less, bought together', kind: 'part', per: 'unit', source: 'parts' } as const;
  switch (price.kind) {
    case 'sum':
      return null;
    case 'lessAmount':
      return price.amount.sign() === 0 ? null : { ...together, of: null, amount: price.amount.negated() };
    case 'lessPercent': {
      const rate = price.percent.negated();
      return rate.sign() === 0 ? null : { ...together, of: { kind: 'percent', rate, of: sum }, amount: sum.times(rate).over(Exact.of(100)) };
    }
  }
}
