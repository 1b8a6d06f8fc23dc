import { lowestMargin, type LowestMargin, type MarginLimits, marginFault } from '../analysis';
import { sellersShare } from '../basket';
import { type CatalogSurroundings, floorOf, type Product } from '../catalog';
import { compile, type Program, programWith, withAllWithin } from '../compile';
import { Exact } from '../number';
import { type Fault } from '../problems';
import { pricingsOf } from '../price-lists';
import { type CostOf } from '../run';

/** What a product earns at least, of all its selections and at all prices that will hold. */
export interface LeastEarned {
  readonly program: Program;
  readonly margin: LowestMargin;
  /** at which prices that is: titles of lists, none for the usual; and from which day on */
  readonly titles: readonly string[];
  readonly day: string;
  /** that it is less than its floor; null where it is not, or has none */
  readonly fault: Fault | null;
}

/** From when on, and at what costs, a margin is looked for. */
interface AskedOfMargin {
  /** as YYYY-MM-DD */
  readonly today: string;
  readonly costs: CostOf;
  /** percentage that a code takes off the price; absent for none */
  readonly off?: Exact;
}

/**
 * Finds the selection that earns least, at the usual prices and at those of every list, from today on: of those that
 * are known the one that falls furthest short of the product's floor.
 *
 */
export function leastEarned(
  product: Product,
  surroundings: CatalogSurroundings,
  { today, costs, off = Exact.zero }: AskedOfMargin,
  limits: MarginLimits,
): LeastEarned {
  const floor = floorOf(product, surroundings.shop.marginFloors);
  const share = Exact.parse(floor ?? '0') ?? Exact.zero;
  // What is left to the seller after a code and without tax; and of that so much must be earned.
  const left = HUNDRED.minus(off).over(HUNDRED).times(sellersShare(surroundings.shop.tax, product.taxClass));
  const ofPrice = HUNDRED.minus(HUNDRED.minus(share).times(left));
  const found = pricedPrograms(product, surroundings, today).map(({ program, titles, day }): LeastEarned => {
    const margin = withLeft(lowestMargin(program, day, costs, ofPrice, limits), left);
    return { program, margin, titles, day, fault: marginFault(program, margin, floor, titles) };
  });
  const [first, ...others] = found;
  if (!first) throw new Error('there is always a price');
  const worst = others.reduce((before, one) => (isWorse(one.margin, before.margin, share) ? one : before), first);
  const { margin } = worst;
  // What is proved at some prices is not proved at all of them.
  const open =
    margin.kind === 'proved' && found.some((one) => one.margin.kind !== 'proved' && one.margin.kind !== 'nothingSold');
  return open ? { ...worst, margin: { ...margin, kind: 'found', bound: null, open: [] } } : worst;
}

const HUNDRED = Exact.of(100);

/** A margin where only a share of the price is left to the seller. */
function withLeft(margin: LowestMargin, left: Exact): LowestMargin {
  if (!('margin' in margin) || left.equals(Exact.one)) return margin;
  const price = Exact.from(margin.price);
  const kept = price.times(left);
  return {
    ...margin,
    margin: Exact.from(margin.margin).minus(price.minus(kept)).rounded(6).toString(),
    price: kept.rounded(6).toString(),
    ...(margin.kind === 'found' && { bound: null }),
  };
}

interface PricedProgram {
  readonly program: Program;
  readonly titles: readonly string[];
  readonly day: string;
}

/**
 * A product at the usual prices and at those of every list that says something of it, each for those customers whom
 * they are for.
 */
function pricedPrograms(product: Product, surroundings: CatalogSurroundings, today: string): PricedProgram[] {
  const { shop, priceLists } = surroundings;
  const usual = compile(product, surroundings);
  if (priceLists.length === 0) return [{ program: usual, titles: [], day: today }];
  const groups = [null, ...shop.groups.map(({ key }) => key)];
  const alike = new Map<string, PricedProgram & { readonly for: Set<string | null> }>();
  for (const pricing of pricingsOf(
    priceLists,
    shop.groups.map(({ key }) => key),
    today,
  )) {
    const program = pricing.prices ? compile(product, { ...surroundings, prices: pricing.prices }) : usual;
    const same = nameOf(program);
    const known = alike.get(same);
    for (const group of pricing.groups) known?.for.add(group);
    if (!known)
      alike.set(same, {
        program,
        titles: program.base.listed ? [program.base.listed.title] : pricing.titles,
        day: pricing.day,
        for: new Set(pricing.groups),
      });
  }
  const usually = nameOf(usual);
  return [...alike].map(([same, { program, titles, day, for: customers }]) => ({
    program: programWith(program, {
      pricedFor: groups.every((group) => customers.has(group)) ? null : [...customers],
    }),
    titles: same === usually ? [] : titles,
    day,
  }));
}

/** The same for programs that cost the same, with all that belongs to them and is taken along. */
const nameOf = (program: Program): string =>
  JSON.stringify(withAllWithin(program).map(({ product, written }) => [product, written.formulas]));

/** How far a margin falls short of a floor, in money; null while it is not known. */
function shortOf(margin: LowestMargin, share: Exact): Exact | null {
  if (!('margin' in margin)) return null;
  return Exact.from(margin.price).times(share).over(HUNDRED).minus(Exact.from(margin.margin));
}

function isWorse(one: LowestMargin, other: LowestMargin, share: Exact): boolean {
  const [short, known] = [shortOf(one, share), shortOf(other, share)];
  return short !== null && (known === null || short.isMore(known));
}
