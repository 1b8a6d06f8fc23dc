import { propertyCompares, propertyText, type PropertyValue } from '../catalog';
import { type FitProgram } from '../compile/fits';
import { type HeldPlace } from '../compile/held';
import { type CandidateProgram, type Program } from '../compile';
import { problem, type Problem } from '../problems';
import { type NotFitting } from '../problems/problem-data';
import { type Entry, type ResolveWithin } from './entries';
import { Kept } from './kept';
import { type Resolution, type ResolveContext } from './resolution';
import { propertyIn } from './slots';

/** Whether a property on one side of a sentence goes with one on the other; what is not said goes with nothing. */
export function fitHolds({ compare }: FitProgram, one: PropertyValue | null, other: PropertyValue | null): boolean {
  return one !== null && other !== null && propertyCompares(compare, one, other);
}

const standsIn = (entry: Entry, { key }: HeldPlace) => entry.component.key === key;

/** Pairs of entries that a sentence is about. Within one slot every entry stands beside every other. */
function pairsOf({ place, other }: FitProgram, entries: readonly Entry[]): (readonly [Entry, Entry])[] {
  const [left, right] = [entries.filter((entry) => standsIn(entry, place)), entries.filter((entry) => standsIn(entry, other))];
  return left.flatMap((one) => right.flatMap((two) => (one === two ? [] : [[one, two] as const])));
}

/** What of a build does not fit together: each pair once, said at what was put in later. */
export function fitProblems({ fits }: Program, entries: readonly Entry[], context: ResolveContext, resolve: ResolveWithin): Problem[] {
  return fits.flatMap((fit) =>
    pairsOf(fit, entries).flatMap(([one, two]) => {
      const [left, right] = [propertyIn(one.resolution.properties, fit.fit.property), propertyIn(two.resolution.properties, fit.fit.other.property)];
      if (fitHolds(fit, left, right)) return [];
      const usual = (candidate: CandidateProgram) => usualOf(candidate, context, resolve).properties;
      const others = (entry: Entry, goes: (candidate: CandidateProgram) => boolean) =>
        entry.component.candidates.filter((candidate) => candidate !== entry.candidate && candidate.program.blocking.length === 0 && goes(candidate)).slice(0, MOST_INSTEAD).map(({ title }) => `${title} for ${entry.candidate.title}`);
      const instead = [
        ...others(one, (candidate) => fitHolds(fit, propertyIn(usual(candidate), fit.fit.property), right)),
        ...others(two, (candidate) => fitHolds(fit, left, propertyIn(usual(candidate), fit.fit.other.property))),
      ];
      const data = notFitting(fit, one.candidate, left, two.candidate, right);
      return [problem({ part: [one.place], at: 'item' }, { ...data, instead: instead.map((words) => `take ${words}`) })];
    }),
  );
}

const MOST_INSTEAD = 3;

function notFitting({ fit, compare }: FitProgram, one: CandidateProgram, left: PropertyValue | null, two: CandidateProgram, right: PropertyValue | null): NotFitting {
  return {
    code: 'doesNotFit', compare, instead: [], reason: fit.reason,
    product: one.title, property: fit.property, is: left && propertyText(left),
    other: two.title, otherProperty: fit.other.property, otherIs: right && propertyText(right),
  };
}

/**
 * Why a candidate can't be put into a slot beside what is in the others; null where it can, as far as what nobody has
 * chosen of it tells.
 *
 * @param key   of the slot
 * @param alone whether it takes the place of what is in the slot
 */
export function whyNotFitting({ fits }: Program, key: string, candidate: CandidateProgram, alone: boolean, entries: readonly Entry[], context: ResolveContext, resolve: ResolveWithin): NotFitting | null {
  for (const fit of fits) {
    const [left, right] = [{ at: fit.place, name: fit.fit.property }, { at: fit.other, name: fit.fit.other.property }];
    for (const [own, across] of [[left, right], [right, left]] as const) {
      if (own.at.key !== key || canVary(candidate, own.name)) continue;
      const mine = { candidate, value: propertyIn(usualOf(candidate, context, resolve).properties, own.name) };
      for (const entry of entries) {
        if (!standsIn(entry, across.at) || (alone && across.at.key === key)) continue;
        const theirs = { candidate: entry.candidate, value: propertyIn(entry.resolution.properties, across.name) };
        const [one, two] = own === left ? [mine, theirs] : [theirs, mine];
        if (!fitHolds(fit, one.value, two.value)) return notFitting(fit, one.candidate, one.value, two.candidate, two.value);
      }
    }
  }
  return null;
}

/** Whether a property of a candidate follows from what customers choose of it. */
export function canVary({ program }: CandidateProgram, name: string): boolean {
  const property = program.properties.get(name);
  if (!property) return false;
  return property.formula !== null || property.byOption.some(({ choice }) => !Object.hasOwn(program.fixed, program.choices[choice]?.key ?? ''));
}

const usual = new Kept<CandidateProgram, Resolution>();

/** A candidate of which nothing has been chosen, stock left aside. */
export function usualOf(candidate: CandidateProgram, { today, group }: Pick<ResolveContext, 'today' | 'group'>, resolve: ResolveWithin): Resolution {
  return usual.get(null, candidate, `${today} ${group ?? ''}`, () => resolve(candidate.program, { answers: {}, quantity: 1 }, { stock: null, ofWhole: true, today, group }));
}
