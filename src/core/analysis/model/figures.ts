import { type Test } from '../../catalog';
import { figuresOf, type FormulaProgram } from '../../compile';
import { allOf, anyOf, type Formula, NEVER, type Space } from '../../constraints';
import { type Exact } from '../../number';
import { compileCondition } from '../../rules';
import { isStop } from '../../run';
import { withoutAnswer } from './candidates';
import { givenUnder, inputsOfFormula } from './inputs';
import { Known } from './known';
import { type ModelDraft } from './model';

/** So many ways of answering what a figure is worked out from are gone through. */
export const MOST_WAYS = 40_000;

/** Values of a variable that come to the same for a formula: what it reads of them, by slot. */
interface Alike {
  readonly values: Set<number>;
  readonly reads: readonly (readonly [slot: number, value: Exact | null])[];
}

/**
 * A test of what a formula comes to, as a formula over the model's variables: the ways of answering what it is worked
 * out from are gone through, variable by variable, and what leads to the same from there on is one. Where they are too
 * many, the test may hold or not, and that is noted.
 */
export function figureFormula(test: Extract<Test, { kind: 'figure' }>, model: ModelDraft): Formula {
  const { program, space } = model;
  const figures = figuresOf(program.formulas);
  const figure = figures.get(test.formula);
  const formula = program.formulas[figure?.place ?? -1];
  if (!figure || !formula || formula.compiled.faults.length > 0) return NEVER;
  const ways = waysOf(model, figure.place, formula);
  if (!ways) {
    if (!model.loose.some((gap) => 'title' in gap && gap.title === figure.title))
      model.loose.push({ kind: 'formulaTooWide', title: figure.title });
    const either = space.helper(2);
    return space.is(either, (value) => value === 1);
  }
  const { holds } = compileCondition(test, [], {
    product: program.product,
    groups: [],
    figures,
    currency: program.currency,
    report: () => undefined,
  });
  const nobody = { answers: [], quantity: 1, group: null, today: model.today };
  return followed(space, ways.levels, (way) => holds({ ...nobody, figure: () => ways.results[way] ?? null }));
}

/**
 * All ways of answering what a formula is worked out from, the last of its variables the quickest, and what it comes
 * to.
 */
interface Ways {
  readonly levels: readonly Level[];
  /** null while something that it uses is not answered */
  readonly results: readonly (Exact | null)[];
}

export interface Level {
  readonly variable: number;
  readonly alike: readonly Alike[];
}

/** What was gone through for one condition serves all others. */
const known = new Known<ModelDraft, Ways | null>();

/** @returns null where they are too many, or values stand for more than one answer */
const waysOf = (model: ModelDraft, place: number, formula: FormulaProgram): Ways | null =>
  known.of(model, place, () => goThrough(model, place, formula));

function goThrough(model: ModelDraft, place: number, formula: FormulaProgram): Ways | null {
  const { space } = model;
  const inputs = inputsOfFormula(model, place);
  if (
    !inputs ||
    inputs.variables.some((variable) =>
      Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => model.isWide(variable, value)).includes(true),
    )
  )
    return null;
  const levels = inputs.variables.map((variable): Level => ({ variable, alike: alikeFor(model, formula, variable) }));
  if (levels.reduce((ways, { alike }) => ways * alike.length, 1) > MOST_WAYS) return null;
  // What is the same whichever way is read as it is in one that is possible.
  const steady = givenUnder(model, (variable) => possibleValues(model, variable)[0] ?? 0);
  const frame = formula.reads.map((read) => read && read(steady));
  const results: (Exact | null)[] = [];
  const visit = (level: number): void => {
    const here = levels[level];
    if (!here) return void results.push(resultAt(formula, frame));
    for (const { reads } of here.alike) {
      for (const [slot, value] of reads) frame[slot] = value;
      visit(level + 1);
    }
  };
  visit(0);
  return { levels, results };
}

/** What a formula comes to with what it reads; null while something that it uses is not answered. */
function resultAt({ compiled, reads }: FormulaProgram, frame: readonly (Exact | null)[]): Exact | null {
  if (reads.some((read, slot) => read !== null && frame[slot] === null)) return null;
  const outcome = compiled.run(frame);
  return isStop(outcome) ? null : (outcome.at(-1)?.value ?? null);
}

/** Values that a variable can have in anything that is sold: what must be answered is not left out. */
function possibleValues({ program, choices, space }: ModelDraft, variable: number): readonly number[] {
  const all = Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => value);
  const choice = choices.find(
    (one) =>
      one && (one.slot?.contents?.variable === variable || one.variables.some((own) => own.variable === variable)),
  );
  const compiled = choice && program.choices[choice.index];
  if (!choice || !compiled?.required || compiled.groups.length > 0 || withoutAnswer(program, choice.index).length > 1)
    return all;
  const { contents } = choice.slot ?? {};
  const values = choice.variables.find((own) => own.variable === variable)?.values;
  return all.filter((value) =>
    contents?.variable === variable ? (contents.held[value]?.length ?? 0) > 0 : values?.[value]?.raw !== null,
  );
}

/** The values of a variable, those together of which a formula reads the same. */
function alikeFor(model: ModelDraft, { reads }: FormulaProgram, variable: number): readonly Alike[] {
  const readsAt = (value: number) => {
    const given = givenUnder(model, (other) => (other === variable ? value : 0));
    return reads.map((read) => read && read(given));
  };
  const possible = possibleValues(model, variable);
  const each = possible.map(readsAt);
  const [first] = each;
  // What is the same for all values is read of something else.
  const own = reads.flatMap((_, slot) =>
    each.some((values) => !same(values[slot] ?? null, first?.[slot] ?? null)) ? [slot] : [],
  );
  const found = new Map<string, Alike>();
  each.forEach((values, place) => {
    const value = possible[place] ?? 0;
    const name = own.map((slot) => values[slot]?.toString() ?? '').join(' ');
    const alike = found.get(name) ?? {
      values: new Set<number>(),
      reads: own.map((slot) => [slot, values[slot] ?? null] as const),
    };
    alike.values.add(value);
    found.set(name, alike);
  });
  return [...found.values()];
}

const same = (one: Exact | null, other: Exact | null) => (one && other ? one.equals(other) : one === other);

/**
 * Follows variables one after the other, so that what leads to the same answers from there on is one step: as many
 * steps as there are different things still to come, and not as many as there are ways.
 */
export function followed(space: Space, levels: readonly Level[], holds: (way: number) => boolean): Formula {
  /** by level, what is still to come: by the place among what is alike, the step of the next level */
  const steps: { readonly names: Map<string, number>; readonly leads: number[][] }[] = levels.map(() => ({
    names: new Map(),
    leads: [],
  }));
  let way = 0;
  const visit = (level: number): number => {
    const here = levels[level];
    const seen = steps[level];
    if (!here || !seen) return holds(way++) ? 1 : 0;
    const leads = here.alike.map(() => visit(level + 1));
    const name = leads.join();
    const before = seen.names.get(name);
    if (before !== undefined) return before;
    seen.names.set(name, seen.leads.length);
    seen.leads.push(leads);
    return seen.leads.length - 1;
  };
  visit(0);
  let at: number | null = null;
  levels.forEach(({ variable, alike }, level) => {
    const next = space.helper(level === levels.length - 1 ? 2 : (steps[level + 1]?.leads.length ?? 1));
    const current = at;
    steps[level]?.leads.forEach((leads, step) => {
      for (const to of new Set(leads)) {
        const values = new Set(alike.flatMap((one, place) => (leads[place] === to ? [...one.values] : [])));
        space.require(
          anyOf(
            ...(current === null ? [] : [space.is(current, (value) => value !== step)]),
            space.is(variable, (value) => !values.has(value)),
            space.is(next, (value) => value === to),
          ),
        );
      }
    });
    at = next;
  });
  const last: number | null = at;
  return last === null ? (holds(0) ? allOf() : NEVER) : space.is(last, (value) => value === 1);
}
