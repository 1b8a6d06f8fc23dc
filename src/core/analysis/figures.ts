import { type Test } from '../catalog';
import { figuresOf, type FormulaProgram, formulaInputsOf } from '../compile';
import { allOf, anyOf, type Formula, NEVER, type Space } from '../constraints';
import { type Exact } from '../number';
import { compileCondition } from '../rules';
import { isStop } from '../run';
import { givenUnder, inputsFor } from './inputs';
import { type ModelDraft } from './model';

/** So many ways of answering what a figure is worked out from are gone through. */
const MOST_WAYS = 40_000;

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
  const { indices, quantity, group, parts } = formulaInputsOf(program, figure.place);
  const inputs = parts ? null : inputsFor(model, indices, { quantity, group });
  const levels = inputs?.variables.map((variable) => ({ variable, alike: alikeFor(model, formula, variable) })) ?? [];
  const isWide = inputs?.variables.some((variable) => Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => model.isWide(variable, value)).includes(true)) ?? true;
  if (!inputs || isWide || levels.reduce((ways, { alike }) => ways * alike.length, 1) > MOST_WAYS) {
    model.loose.push({ kind: 'formulaTooWide', title: figure.title });
    const either = space.helper(2);
    return space.is(either, (value) => value === 1);
  }
  const { holds } = compileCondition(test, [], { product: program.product, groups: [], figures, currency: program.currency, report: () => undefined });
  const steady = givenUnder(model, () => 0);
  const frame = formula.reads.map((read) => read && read(steady));
  const nobody = { answers: [], quantity: 1, group: null };
  const holdsAt = () => holds({ ...nobody, figure: () => resultAt(formula, frame) });
  return followed(space, levels, frame, holdsAt);
}

/** What a formula comes to with what it reads; null while something that it uses is not answered. */
function resultAt({ compiled, reads }: FormulaProgram, frame: readonly (Exact | null)[]): Exact | null {
  if (reads.some((read, slot) => read !== null && frame[slot] === null)) return null;
  const outcome = compiled.run(frame);
  return isStop(outcome) ? null : (outcome.at(-1)?.value ?? null);
}

/** The values of a variable, those together of which a formula reads the same. */
function alikeFor(model: ModelDraft, { reads }: FormulaProgram, variable: number): readonly Alike[] {
  const readsAt = (value: number) => {
    const given = givenUnder(model, (other) => (other === variable ? value : 0));
    return reads.map((read) => read && read(given));
  };
  const size = model.space.sizes[variable] ?? 0;
  const each = Array.from({ length: size }, (_, value) => readsAt(value));
  const [first] = each;
  // What is the same for all values is read of something else.
  const own = reads.flatMap((_, slot) => (each.some((values) => !same(values[slot] ?? null, first?.[slot] ?? null)) ? [slot] : []));
  const found = new Map<string, Alike>();
  each.forEach((values, value) => {
    const name = own.map((slot) => values[slot]?.toString() ?? '').join(' ');
    const alike = found.get(name) ?? { values: new Set<number>(), reads: own.map((slot) => [slot, values[slot] ?? null] as const) };
    alike.values.add(value);
    found.set(name, alike);
  });
  return [...found.values()];
}

const same = (one: Exact | null, other: Exact | null) => (one && other ? one.equals(other) : one === other);

/**
 * Follows variables one after the other, so that what leads to the same answers from there on is one step: as many steps
 * as there are different things still to come, and not as many as there are ways.
 */
function followed(space: Space, levels: readonly { readonly variable: number; readonly alike: readonly Alike[] }[], frame: (Exact | null)[], holds: () => boolean): Formula {
  /** by level, what is still to come: by the place among what is alike, the step of the next level */
  const steps: { readonly names: Map<string, number>; readonly leads: number[][] }[] = levels.map(() => ({ names: new Map(), leads: [] }));
  const visit = (level: number): number => {
    const here = levels[level];
    const known = steps[level];
    if (!here || !known) return holds() ? 1 : 0;
    const leads = here.alike.map(({ reads }) => {
      for (const [slot, value] of reads) frame[slot] = value;
      return visit(level + 1);
    });
    const name = leads.join();
    const before = known.names.get(name);
    if (before !== undefined) return before;
    known.names.set(name, known.leads.length);
    known.leads.push(leads);
    return known.leads.length - 1;
  };
  visit(0);
  let at: number | null = null;
  levels.forEach(({ variable, alike }, level) => {
    const next = space.helper(level === levels.length - 1 ? 2 : (steps[level + 1]?.leads.length ?? 1));
    const current = at;
    steps[level]?.leads.forEach((leads, step) => {
      for (const to of new Set(leads)) {
        const values = new Set(alike.flatMap((one, place) => (leads[place] === to ? [...one.values] : [])));
        space.require(anyOf(...(current === null ? [] : [space.is(current, (value) => value !== step)]), space.is(variable, (value) => !values.has(value)), space.is(next, (value) => value === to)));
      }
    });
    at = next;
  });
  const last: number | null = at;
  return last === null ? (holds() ? allOf() : NEVER) : space.is(last, (value) => value === 1);
}
