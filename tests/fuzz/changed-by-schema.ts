import { productSchema } from '@/core/catalog/schema';
import { Random } from '../support/generated-products';
import { anyBuild } from './any-build';
import { anyKit } from './any-kit';
import { anyProduct, type Made } from './any-product';
import { type Keys, MakeBySchema, type Spot, spotsOf } from './by-schema';
import { programOf } from './claims';

type Thing = Record<string, unknown>;

/** How often each field has been changed, or has been tried to be. */
export type Tally = Map<string, number>;

/** The file that is given to every choice is of one type; and what is named is there. */
const AS_MADE = new Set(['product.choices.types', 'product.slug', 'option.key']);

/** So many fields of one made product are changed. */
const CHANGES = 4;
/** So many fields are tried before one is given up. */
const TRIES = 12;

const list = (of: Thing, key: string): Thing[] => (Array.isArray(of[key]) ? (of[key] as Thing[]) : []);
const keyed = (things: readonly Thing[]) => things.flatMap(({ key }) => (typeof key === 'string' ? [key] : []));

/** What a made product has that can be named. */
function keysOf({ product, others = [] }: Made): Keys {
  const choices = list(product, 'choices');
  const named: Record<string, readonly string[]> = {
    stock: ['thing'],
    group: ['trade'],
    product: ['along', ...others.map(({ slug }) => String(slug))],
    choice: keyed(choices),
    part: keyed(list(product, 'parts')),
    place: [...keyed(list(product, 'parts')), ...keyed(choices.filter(({ kind }) => kind === 'slot'))],
    formula: keyed(list(product, 'formulas')),
    rule: keyed(list(product, 'rules')),
    rate: keyed(list(product, 'rates')),
    table: keyed(list(product, 'tables')),
  };
  return {
    of: (what) => named[what] ?? [],
    optionsOf: (choice) => keyed(list(choices.find(({ key }) => key === choice) ?? {}, 'options')),
  };
}

/** The least tried of some fields, by chance among those as little tried. */
function leastTried(spots: readonly Spot[], tally: Tally, random: Random): Spot | undefined {
  const counts = spots.map(({ name }) => tally.get(name) ?? 0);
  const least = Math.min(...counts);
  const candidates = spots.filter((_, place) => counts[place] === least);
  return candidates.length > 0 ? random.of(candidates) : undefined;
}

/**
 * A made product with some fields changed to whatever its schema allows: those first that have been changed least, so
 * that every field comes up, those too that are added later. What can't be compiled is taken back.
 *
 * @param tally counts what has been changed, over all products
 * @returns the product, and the fields that were changed
 */
export function changedBySchema(seed: number, tally: Tally): { made: Made; changed: string[] } {
  const random = new Random(seed * 31 + 5);
  let made = random.of([anyProduct, anyKit, anyBuild])(seed);
  const changed: string[] = [];
  for (let tries = 0; tries < TRIES && changed.length < CHANGES; tries += 1) {
    const next = structuredClone(made);
    const make = new MakeBySchema(random, keysOf(next));
    const of = random.below(3) === 0 && next.others?.length ? random.of(next.others) : next.product;
    const spots = spotsOf(productSchema, of, 'product').filter(({ name }) => !AS_MADE.has(name));
    const spot = leastTried(spots, tally, random);
    if (!spot) break;
    tally.set(spot.name, (tally.get(spot.name) ?? 0) + 1);
    spot.holder[spot.key] = make.value(spot.schema, spot.trail);
    if (!programOf(next)) continue;
    made = next;
    changed.push(spot.name);
  }
  return { made, changed };
}
