import { shopOf } from '../fixtures/shop-of';
import { Random } from './generated-products';

/** A sentence that two slots must keep, over a measure of each candidate in millimetres. */
export interface GeneratedFit {
  readonly one: number;
  readonly other: number;
  readonly property: number;
  readonly compare: 'is' | 'atMost' | 'atLeast';
}

/** A build as it is generated: by slot and candidate, its measures; and what must fit. */
export interface GeneratedBuild {
  readonly measures: readonly (readonly (readonly number[])[])[];
  readonly fits: readonly GeneratedFit[];
}

const PROPERTIES = 4;

/** So many slots of so many candidates each, with so many sentences between them. */
export function generatedBuild(seed: number, slots: number, candidates: number, sentences: number): GeneratedBuild {
  const random = new Random(seed);
  const measures = Array.from({ length: slots }, () =>
    Array.from({ length: candidates }, () => Array.from({ length: PROPERTIES }, () => 400 + 5 * random.below(4))),
  );
  const fits = Array.from({ length: sentences }, (): GeneratedFit => {
    const one = random.below(slots);
    return {
      one,
      other: (one + 1 + random.below(slots - 1)) % slots,
      property: random.below(PROPERTIES),
      compare: random.of(['is', 'atMost', 'atLeast']),
    };
  });
  return { measures, fits };
}

export const slugOf = (slot: number, candidate: number) => `s${slot}c${candidate}`;

/** Whether two measures are to each other as a sentence says. */
export function fitsBy(compare: GeneratedFit['compare'], one: number, other: number): boolean {
  return compare === 'is' ? one === other : compare === 'atMost' ? one <= other : one >= other;
}

/** What the candidates of a generated build cost, by slot. */
export function pricesOf({ measures }: GeneratedBuild): readonly (readonly number[])[] {
  const random = new Random(measures.length);
  return measures.map((slot) => slot.map(() => 10 + random.below(90)));
}

/** The program of a generated build. @param more what else its definition says */
export function programOfBuild(build: GeneratedBuild, more: object = {}) {
  const { measures, fits } = build;
  const prices = pricesOf(build);
  const products = measures.flatMap((slot, place) =>
    slot.map((own, candidate) => ({
      slug: slugOf(place, candidate),
      title: `S${place} C${candidate}`,
      sku: `S${place}C${candidate}`,
      price: String(prices[place]?.[candidate]),
      properties: Object.fromEntries(
        own.map((value, property) => [`p${property}`, { value: String(value), unit: 'mm' }]),
      ),
    })),
  );
  const definition = {
    price: null,
    draws: [],
    choices: measures.map((slot, place) => ({
      kind: 'slot',
      key: `slot${place}`,
      title: `Slot ${place}`,
      options: slot.map((_, candidate) => ({ key: slugOf(place, candidate), title: '' })),
    })),
    fits: fits.map(({ one, other, property, compare }, place) => ({
      key: `f${place}`,
      place: `slot${one}`,
      property: `p${property}`,
      compare,
      other: { place: `slot${other}`, property: `p${property}` },
    })),
    ...more,
  };
  return shopOf([definition, ...products]).program();
}
