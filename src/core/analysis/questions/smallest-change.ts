import { pickShown } from '../../catalog/choices';
import { type Program } from '../../compile';
import { type Budget, type Goal, hasValue, minimise, NO_COSTS, type Optimum, type Solver } from '../../constraints';
import { type Answer } from '../../selection';
import { askedOf } from '../model/candidates';
import { type Model, type ModelledChoice, type ModelledSlot } from '../model/model';
import { halfAMinorUnit } from '../price/price-goal';
import { contextFor, selectionFor } from '../model/solutions';

/** An earlier answer to change so that the others can stay. */
export interface Change {
  readonly choice: string;
  readonly title: string;
  /** what was answered, as it is shown */
  readonly from: string;
  /** what would go, as a selection says it; null for leaving it out, and where it must be typed anew */
  readonly to: unknown;
  /** empty for leaving it out, and where it must be typed anew */
  readonly toWords: string;
  /** what would do of something that only the customer can type; null for anything else */
  readonly anew: Anew | null;
}

/** Answers of which only their length, or the day, matters: from one to another, null for no end on that side. */
export type Anew =
  | { readonly kind: 'characters'; readonly least: number | null; readonly most: number | null }
  | { readonly kind: 'day'; readonly first: string | null; readonly last: string | null };

/** What an answer leaves of a variable. */
export interface Fixed {
  readonly choice: number;
  readonly variable: number;
  readonly values: Uint32Array;
}

// Of equally few choices those are changed that nobody has picked; then fewer options; then what lies nearer.
const NOT_PICKED = 1 / 64;
const EACH_OPTION = 1 / 2 ** 12;
const FURTHER = 1 / 2 ** 24;

interface Group {
  readonly choice: number;
  readonly weight: number;
  readonly members: readonly Fixed[];
}

/** What stands, and is to change as little as may be. */
export interface Standing {
  readonly fixed: readonly Fixed[];
  readonly answered: readonly (Answer | null)[];
  /** what was answered, as against what counts because nothing else was */
  readonly given: Readonly<Record<string, unknown>>;
}

/**
 * Finds the fewest choices to answer otherwise so that what is left of the variables can be sold, and of those the
 * fewest options.
 *
 * @param price of what can come to less than nothing; null where nothing can
 * @returns null when nothing goes
 */
export function smallestChange(
  model: Model,
  solver: Solver,
  { fixed, answered, given }: Standing,
  price: Goal | null,
  budget: Budget,
): readonly Change[] | null {
  const { program } = model;
  const groups = groupsOf(program, fixed, given);
  const goalOf = (changed: readonly Group[]) => fewestChanges(model, changed, answered, price);
  const best = fewChanged(solver, groups, goalOf, budget) ?? minimise(solver, goalOf(groups), budget);
  if (!best || best.value === Infinity) return null;
  const isChanged = ({ variable, values }: Fixed) => !hasValue(values, best.values[variable] ?? 0);
  const { answers } = selectionFor(model, best.values);
  return groups
    .filter(({ members }) => members.some(isChanged))
    .map(({ choice }): Change => {
      const { key = '', title = '', reader } = program.choices[choice] ?? {};
      const slot = model.choices[choice]?.slot;
      if (slot)
        return changedSlot(model, choice, slot, best.values, {
          choice: key,
          title,
          from: answered[choice]?.shown ?? '',
        });
      const to = answers[key] ?? null;
      const common = { choice: key, title, from: answered[choice]?.shown ?? '' };
      const anew = to === null ? null : typedAnew(model, solver, choice, best.values, budget);
      if (anew) return { ...common, to: null, toWords: '', anew };
      return {
        ...common,
        to,
        toWords: to === null ? '' : (reader?.read(to, [], contextFor(model, null))?.shown ?? ''),
        anew: null,
      };
    });
}

/** What would go in a slot: which products, and what of them must be answered so that they go. */
function changedSlot(
  { choices }: Model,
  index: number,
  { ways, program: { component } }: ModelledSlot,
  values: Int32Array,
  common: Pick<Change, 'choice' | 'title' | 'from'>,
): Change {
  const filled = (choices[index]?.variables ?? []).flatMap(({ variable, values: candidates }) => {
    const value = values[variable] ?? 0;
    const [way, raw] = [ways[value], candidates[value]?.raw];
    const product = way && typeof raw === 'object' && raw !== null && 'product' in raw ? raw.product : null;
    const candidate = component.candidates.find((one) => one.product === product);
    return way && candidate ? [{ way, candidate }] : [];
  });
  const words = filled.map(({ way, candidate: { title, program } }) => {
    const said = Object.entries(way.deciding).flatMap(
      ([key, option]) =>
        program.choices[program.indexOf.get(key) ?? -1]?.options.find((one) => one.key === option)?.title ?? [],
    );
    return said.length === 0 ? title : `${title} (${said.join(', ')})`;
  });
  const counts = [...new Set(words)].map((word) => pickShown(word, words.filter((other) => other === word).length));
  const to = filled.map(({ way, candidate: { product } }) => ({ product, quantity: 1, answers: way.deciding }));
  return { ...common, to: to.length === 0 ? null : to, toWords: counts.join(', '), anew: null };
}

/** Changes of so few choices are looked for one by one, while those are not more ways than this to pick them. */
const MOST_TOGETHER = 3;
const MOST_PICKS = 300;

/**
 * The smallest change of one choice, else of two, else of three, all others kept: nothing is smaller, and it is found
 * quickly.
 *
 * @returns null where more have to be changed, or there are too many ways to pick them
 */
function fewChanged(
  solver: Solver,
  groups: readonly Group[],
  goalOf: (changed: readonly Group[]) => Goal,
  budget: Budget,
): Optimum | null {
  for (let count = 1; count <= MOST_TOGETHER && count <= groups.length; count += 1) {
    const picks = picksOf(groups, count);
    if (picks.length > MOST_PICKS) return null;
    let best: Optimum | null = null;
    for (const changed of picks) {
      const mark = solver.mark();
      const kept = groups.every(
        (other) =>
          changed.includes(other) || other.members.every(({ variable, values }) => solver.narrow(variable, values)),
      );
      const found = kept && solver.solve(budget, NO_COSTS) !== null ? minimise(solver, goalOf(changed), budget) : null;
      solver.undo(mark);
      if (found && found.value !== Infinity && (!best || found.value < best.value)) best = found;
    }
    if (best) return best;
  }
  return null;
}

/** All ways to pick so many of some. */
function picksOf<T>(all: readonly T[], count: number): readonly (readonly T[])[] {
  if (count === 0) return [[]];
  return all.flatMap((one, place) => picksOf(all.slice(place + 1), count - 1).map((rest) => [one, ...rest]));
}

function groupsOf(program: Program, fixed: readonly Fixed[], given: Readonly<Record<string, unknown>>): Group[] {
  return [...new Set(fixed.map(({ choice }) => choice))].map((choice) => ({
    choice,
    weight: Object.hasOwn(given, program.choices[choice]?.key ?? '') ? 1 + NOT_PICKED : 1,
    members: fixed.filter((one) => one.choice === choice),
  }));
}

function fewestChanges(
  model: Model,
  groups: readonly Group[],
  answered: readonly (Answer | null)[],
  price: Goal | null,
): Goal {
  const { space } = model;
  const costs: (Float64Array | null)[] = space.sizes.map(() => null);
  const further = new Map<number, Float64Array>();
  for (const { choice, weight, members } of groups) {
    for (const member of members) {
      const { variable, values } = member;
      const ranks = ranksOf(model, choice, member, answered[choice] ?? null);
      further.set(variable, ranks);
      costs[variable] = Float64Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) =>
        hasValue(values, value) ? 0 : weight + (ranks[value] ?? 0),
      );
    }
  }
  const sum = (changed: (member: Fixed) => number | null) => {
    let total = 0;
    for (const { weight, members } of groups) {
      let any = false;
      for (const member of members) {
        const extra = changed(member);
        if (extra === null) continue;
        any = true;
        total += EACH_OPTION + extra;
      }
      if (any) total += weight;
    }
    return total;
  };
  const minor = halfAMinorUnit(model);
  return {
    costs,
    bound: (solver) =>
      price && price.bound(solver) >= minor
        ? Infinity
        : sum(({ variable, values }) =>
            solver.meets(variable, values) ? null : leastOf(further.get(variable), variable, solver),
          ),
    value(picked) {
      if (price && price.value(picked) >= minor) return Infinity;
      return sum(({ variable, values }) =>
        hasValue(values, picked[variable] ?? 0) ? null : (further.get(variable)?.[picked[variable] ?? 0] ?? 0),
      );
    },
    *unsettled(picked) {
      for (const { members } of groups) for (const { variable } of members) yield variable;
      if (price) yield* price.unsettled(picked);
    },
  };
}

/** How gladly each other value of a variable is taken: what is typed to the nearest, what is in a slot as it is. */
function ranksOf(
  { space, choices }: Model,
  choice: number,
  { variable, values }: Fixed,
  answer: Answer | null,
): Float64Array {
  const candidates = choices[choice]?.variables.find((own) => own.variable === variable)?.values ?? [];
  const typed = answer?.value ?? null;
  const ranks = new Float64Array(space.sizes[variable] ?? 0);
  if (typed)
    candidates
      .map((candidate, value) => ({
        value,
        apart: candidate.answer?.value ? Math.abs(candidate.answer.value.minus(typed).toApproximateNumber()) : Infinity,
      }))
      .sort((a, b) => a.apart - b.apart)
      .forEach(({ value }, rank) => (ranks[value] = rank * FURTHER));
  // What is in a slot is rather configured otherwise than replaced, and rather replaced than taken out.
  if (choices[choice]?.slot) {
    const kept = candidates.find((_, value) => hasValue(values, value))?.option ?? null;
    candidates.forEach(
      ({ option }, value) => (ranks[value] = (option === kept ? 0 : option === null ? 2 : 1) * FURTHER),
    );
  }
  return ranks;
}

/** The least of what is left of a variable. */
function leastOf(of: Float64Array | undefined, variable: number, solver: Solver): number {
  let least = Infinity;
  of?.forEach((value, place) => {
    if (value < least && solver.has(variable, place)) least = value;
  });
  return least === Infinity ? 0 : least;
}

/**
 * What would do in the place of a text or a day, everything else as it would be then; null for what is no such thing.
 */
function typedAnew(model: Model, solver: Solver, index: number, values: Int32Array, budget: Budget): Anew | null {
  const choice = model.choices[index];
  const kind = model.program.product.choices[index]?.kind;
  if (!choice || (kind !== 'text' && kind !== 'longText' && kind !== 'date')) return null;
  const [own] = choice.variables;
  if (!own) return null;
  const { words, byWeekday } = askedOf(model.program, model.program.choices[index]?.key ?? '');
  // What would go is no stretch of lengths or days then.
  if (words.length > 0) return { kind: 'characters', least: null, most: null };
  if (byWeekday) return { kind: 'day', first: null, last: null };
  const mark = solver.mark();
  for (const other of model.choices)
    for (const { variable } of other && other.index !== index ? other.variables : [])
      solver.only(variable, values[variable] ?? 0);
  const measure = ({ answer }: ModelledChoice['variables'][number]['values'][number]) =>
    kind === 'date' ? (answer?.canonical ?? '') : (answer?.characters ?? 0);
  const places = own.values
    .flatMap((candidate, value) => (candidate.raw === null ? [] : [{ value, at: measure(candidate) }]))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const goes = places.map(({ value }) => solver.canBe(own.variable, value, budget));
  solver.undo(mark);
  const picked = places.findIndex(({ value }) => value === values[own.variable]);
  let [first, last] = [picked, picked];
  while (goes[first - 1]) first -= 1;
  while (goes[last + 1]) last += 1;
  const [low, high] = [
    first <= 0 ? null : (places[first]?.at ?? null),
    last >= places.length - 1 ? null : (places[last]?.at ?? null),
  ];
  if (kind === 'date')
    return { kind: 'day', first: low === null ? null : String(low), last: high === null ? null : String(high) };
  return { kind: 'characters', least: low === null ? null : Number(low), most: high === null ? null : Number(high) };
}
