import { type Analysis, type LowestMargin, type PriceEnd } from '@/core/analysis';

/** How far a claim went: wholly, as far as a bound, or not at all. */
export type Extent = 'proved' | 'bounded' | 'notSaid';

const CLAIMS = [
  'whether anything can be sold',
  'options that can’t be had',
  'rules that never fire',
  'rules that say opposite things',
  'how many selections there are',
  'the lowest price',
  'the highest price',
  'SKUs that are shared',
  'the lowest margin',
] as const;

type Claim = (typeof CLAIMS)[number];

/** How often each claim was looked at, by how far it went. */
export type CountedClaims = Record<Claim, Record<Extent, number>>;

export const noClaims = (): CountedClaims =>
  Object.fromEntries(CLAIMS.map((claim) => [claim, { proved: 0, bounded: 0, notSaid: 0 }])) as CountedClaims;

const ofEnd = (end: PriceEnd | null): Extent => {
  if (end?.coverage.kind === 'proved') return 'proved';
  return end?.coverage.kind === 'within' && end.coverage.bound !== null ? 'bounded' : 'notSaid';
};

const ofMargin = (margin: LowestMargin['kind'] | 'bounded'): Extent => {
  if (margin === 'proved' || margin === 'nothingSold') return 'proved';
  return margin === 'bounded' ? 'bounded' : 'notSaid';
};

/** Counts what was claimed of one product. @param margin null where it was not asked */
export function countClaims(
  counted: CountedClaims,
  analysis: Analysis,
  margin: LowestMargin['kind'] | 'bounded' | null,
): void {
  const note = (claim: Claim, extent: Extent) => (counted[claim][extent] += 1);
  // What nobody knows the cost of earns nobody knows what: nothing is claimed.
  if (margin !== null && margin !== 'costsMissing') note('the lowest margin', ofMargin(margin));
  if (analysis.faulty) return;
  note('whether anything can be sold', 'proved');
  if (analysis.nothingSells) return;
  const { cutShort } = analysis;
  note('options that can’t be had', cutShort.includes('options') ? 'notSaid' : 'proved');
  note('rules that never fire', cutShort.includes('rules') ? 'notSaid' : 'proved');
  note('rules that say opposite things', cutShort.includes('contradictions') ? 'notSaid' : 'proved');
  note(
    'how many selections there are',
    analysis.selections !== null ? 'proved' : analysis.selectionsBetween ? 'bounded' : 'notSaid',
  );
  note('the lowest price', ofEnd(analysis.lowest));
  note('the highest price', ofEnd(analysis.highest));
  note('SKUs that are shared', cutShort.includes('skus') || analysis.skusLeftInside ? 'notSaid' : 'proved');
}

/** How many ends of prices were proved. */
export const endsProved = (counted: CountedClaims): number =>
  counted['the lowest price'].proved + counted['the highest price'].proved;

/** A line for each claim. */
export const claimsTold = (counted: CountedClaims): string =>
  CLAIMS.map((claim) => {
    const { proved, bounded, notSaid } = counted[claim];
    return `  ${claim}: looked at ${proved + bounded + notSaid}, proved ${proved}, bounded ${bounded}, not said ${notSaid}\n`;
  }).join('');
