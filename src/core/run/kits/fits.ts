import { propertyCompares, propertyText, type PropertyValue } from '../../catalog';
import { type FitProgram } from '../../compile/fits';
import { type HeldPlace } from '../../compile/held';
import { type CandidateProgram, type Program, type SlotProgram } from '../../compile';
import { problem, type Problem } from '../../problems';
import { type FittingChange, type NotFitting } from '../../problems/problem-data';
import { type Entry } from './entries';
import { type Resolution } from '../resolution';
import { Kept, type Run } from '../run';
import { propertyIn } from './slots';

/** Whether a property on one side of a sentence goes with one on the other; what is not said goes with nothing. */
export function fitHolds({ compare }: FitProgram, one: PropertyValue | null, other: PropertyValue | null): boolean {
  return one !== null && other !== null && propertyCompares(compare, one, other);
}

const standsIn = (entry: Entry, { key }: HeldPlace) => entry.component.key === key;

/**
 * Pairs of entries that a sentence is about. Within one slot every piece stands beside every other: several of the same
 * thing, too.
 */
function pairsOf({ place, other }: FitProgram, entries: readonly Entry[]): (readonly [Entry, Entry])[] {
  const [left, right] = [
    entries.filter((entry) => standsIn(entry, place)),
    entries.filter((entry) => standsIn(entry, other)),
  ];
  return left.flatMap((one) => right.flatMap((two) => (one === two && one.count < 2 ? [] : [[one, two] as const])));
}

/** What of a build does not fit together: each pair once, said at what was put in later. */
export function fitProblems({ fits }: Program, entries: readonly Entry[], run: Run): Problem[] {
  return fits.flatMap((fit) =>
    pairsOf(fit, entries).flatMap(([one, two]) => {
      const [left, right] = [
        propertyIn(one.resolution.properties, fit.fit.property),
        propertyIn(two.resolution.properties, fit.fit.other.property),
      ];
      if (fitHolds(fit, left, right)) return [];
      const usual = (candidate: CandidateProgram, name: string) => propertyIn(usualOf(candidate, run).properties, name);
      const instead = [
        ...inPlaceOf(one, (candidate) => fitHolds(fit, usual(candidate, fit.fit.property), right)),
        ...inPlaceOf(two, (candidate) => fitHolds(fit, left, usual(candidate, fit.fit.other.property))),
      ];
      return [
        problem(
          { part: [one.place], at: 'item' },
          notFitting(
            fit,
            { candidate: one.candidate, value: left },
            { candidate: two.candidate, value: right },
            instead,
          ),
        ),
      ];
    }),
  );
}

const MOST_INSTEAD = 3;

/** The first candidates that could be taken in place of what stands somewhere. */
function inPlaceOf(
  { component, candidate: there }: Entry,
  goes: (candidate: CandidateProgram) => boolean,
): FittingChange[] {
  const titles: string[] = [];
  for (const candidate of component.candidates) {
    if (titles.length >= MOST_INSTEAD) break;
    if (candidate !== there && candidate.program.blocking.length === 0 && goes(candidate)) titles.push(candidate.title);
  }
  return titles.length === 0 ? [] : [{ kind: 'take', of: there.title, titles }];
}

/** One side of what does not fit. */
interface Side {
  readonly candidate: CandidateProgram;
  readonly value: PropertyValue | null;
}

function notFitting({ fit, compare }: FitProgram, one: Side, two: Side, instead: readonly FittingChange[]): NotFitting {
  return {
    code: 'doesNotFit',
    compare,
    instead,
    reason: fit.reason,
    product: one.candidate.title,
    property: fit.property,
    is: one.value && propertyText(one.value),
    other: two.candidate.title,
    otherProperty: fit.other.property,
    otherIs: two.value && propertyText(two.value),
  };
}

/**
 * Why a candidate can't be put into a slot beside what is in the others; null where it can, as far as what nobody has
 * chosen of it tells. What to change so that it fits is said of the first thing that it does not fit.
 *
 * @param slot    where it would be put; in one that holds a single thing it takes the place of that
 * @param entries what there is
 */
export function whyNotFitting(
  { fits }: Program,
  slot: Pick<SlotProgram, 'component' | 'most'>,
  candidate: CandidateProgram,
  entries: readonly Entry[],
  run: Run,
): NotFitting | null {
  const [key, alone] = [slot.component.key, slot.most === 1];
  for (const fit of fits) {
    const [left, right] = [
      { at: fit.place, name: fit.fit.property },
      { at: fit.other, name: fit.fit.other.property },
    ];
    for (const [own, across] of [
      [left, right],
      [right, left],
    ] as const) {
      if (own.at.key !== key || canVary(candidate, own.name)) continue;
      const mine = { candidate, value: propertyIn(usualOf(candidate, run).properties, own.name) };
      for (const entry of entries) {
        if (!standsIn(entry, across.at) || (alone && across.at.key === key)) continue;
        const theirs = { candidate: entry.candidate, value: propertyIn(entry.resolution.properties, across.name) };
        const holds = (value: PropertyValue | null) =>
          own === left ? fitHolds(fit, mine.value, value) : fitHolds(fit, value, mine.value);
        if (holds(theirs.value)) continue;
        const otherwise: FittingChange[] = canVary(entry.candidate, across.name)
          ? [{ kind: 'configure', of: entry.candidate.title }]
          : [];
        const others = inPlaceOf(entry, (other) => holds(propertyIn(usualOf(other, run).properties, across.name)));
        const [one, two] = own === left ? [mine, theirs] : [theirs, mine];
        const changes = [...otherwise, ...others];
        return notFitting(
          fit,
          one,
          two,
          changes.length > 0 ? changes : [{ kind: 'nothing', place: entry.component.title }],
        );
      }
    }
  }
  return null;
}

/** Whether a property of a candidate follows from what customers choose of it. */
export function canVary({ program }: CandidateProgram, name: string): boolean {
  const property = program.properties.get(name);
  if (!property) return false;
  return (
    property.formula !== null ||
    property.byOption.some(({ choice }) => !Object.hasOwn(program.fixed, program.choices[choice]?.key ?? ''))
  );
}

const usual = new Kept<CandidateProgram, Resolution>();

/** A candidate of which nothing has been chosen, stock left aside. */
export function usualOf(candidate: CandidateProgram, run: Run): Resolution {
  const free = run.free();
  return usual.of(free, candidate, '', () => free.resolve(candidate.program, { answers: {}, quantity: 1 }));
}
