import { type Choice, type Condition, DEEPEST_CONDITION, type Test } from '../catalog';
import { type Candidate, type Candidates } from '../catalog/choices';
import { formulaInputsOf, LEFT_OUT, type Program } from '../compile';
import { allOf, ALWAYS, anyOf, type Budget, type Formula, NEVER, not, type Solver, Space } from '../constraints';
import { type Exact } from '../number';
import { type Problem } from '../problems';
import { compileCondition, kindOfEffect } from '../rules';
import { baseBefore, boundProblem, boundsOf, chargedOf, findVariant, formulaOutcomes, resolve, resolvePart } from '../run';
import { type Answer, type Selection } from '../selection';
import { candidatesOf, fittingFiles, quantitiesOf, testsOf, withoutAnswer } from './candidates';

/** One choice as the analysis sees it. */
export interface ModelledChoice {
  readonly index: number;
  readonly candidates: Candidates;
  /** by value, what it stands for; of a choice of several, of each option: left out, one of it, as many as may be */
  readonly variables: readonly { readonly variable: number; readonly values: readonly Candidate[] }[];
  readonly several: boolean;
}

/** What the analysis leaves out, so that its figures are bounds and not counts. */
export type Gap = { readonly kind: 'formulaTooWide'; readonly title: string };

/** A product as a space of variables: every sellable selection is one of its solutions, and every solution is sellable. */
export interface Model {
  readonly program: Program;
  readonly today: string;
  readonly space: Space;
  readonly group: number;
  /** customer groups that make a difference, null for everybody else first */
  readonly groups: readonly (string | null)[];
  readonly quantity: number;
  readonly quantities: readonly number[];
  /** by position of the choice; null for what asks nothing */
  readonly choices: readonly (ModelledChoice | null)[];
  /** by position of the rule, when it fires */
  readonly fires: readonly Formula[];
  readonly gaps: readonly Gap[];
}

/** Formulas are gone through for so many combinations of what they are worked out from. */
const MOST_COMBINATIONS = 3000;
const MOST_FORBIDDEN = 400;

/**
 * Makes a product's choices variables and everything that a selection must keep clauses: what is required, shown and
 * offered, rules, tables, variants, limits, quantities, and formulas that can't be worked out.
 *
 * @param without positions of rules that are left out
 */
export function modelOf(program: Program, today: string, without: ReadonlySet<number> = new Set()): Model {
  const space = new Space();
  const groups = [null, ...new Set(groupsMentioned(program))];
  const group = space.helper(groups.length);
  const quantities = quantitiesOf(program);
  const quantity = space.helper(quantities.length);
  const choices = program.product.choices.map((choice, index) => modelled(program, choice, index, today, space));
  const model = { program, today, space, group, groups, quantity, quantities, choices };
  const fires = (program.rules?.program.rules ?? []).map(({ rule }) => formulaFor(rule.when, model));
  const gaps: Gap[] = [];
  choices.forEach((choice) => choice && constrainChoice(choice, model, fires, without));
  constrainItem(model, fires, without);
  constrainFormulas(model, gaps);
  return { ...model, fires, gaps };
}

type Draft = Omit<Model, 'fires' | 'gaps'>;

function* groupsMentioned({ choices, parts, rules, formulas }: Program): Generator<string> {
  for (const { groups, options } of choices) yield* [...groups, ...options.flatMap((option) => option.groups)];
  // What is taken along may cost other groups something else.
  for (const { program } of parts) yield* groupsMentioned(program);
  for (const { rule } of rules?.program.rules ?? []) for (const test of testsOf(rule.when)) if (test.kind === 'group') yield* test.groups;
  for (const { inputs } of formulas) for (const { groups = [] } of inputs) yield* groups;
}

function modelled(program: Program, choice: Choice, index: number, today: string, space: Space): ModelledChoice | null {
  const candidates = candidatesOf(program, index, today, boundsToLookAt(program, index, today));
  if (!candidates) return null;
  const several = choice.kind === 'several';
  if (!several) {
    const { list, counted } = candidates;
    const variable = counted ? space.variable(list.length, list.map(({ same }) => same)) : space.helper(list.length);
    return { index, candidates, several, variables: [{ variable, values: list }] };
  }
  const variables = choice.options.map(({ key }, option) => {
    const pick = (raw: unknown, count: number): Candidate => ({ raw, option, same: 1, answer: { ...NOTHING_PICKED, canonical: key, picks: [{ effect: option, count }] } });
    const values: Candidate[] = [...withoutAnswer(program, index), pick(key, 1)];
    if (choice.ownQuantity) values.push(pick({ option: key, quantity: choice.mostEach }, choice.mostEach));
    return { variable: space.variable(values.length, values.map(({ same }) => same)), values };
  });
  return { index, candidates, several, variables };
}

const NOTHING_PICKED: Answer = { canonical: '', shown: '', option: null, value: null, characters: 0, charactersWithoutSpaces: 0, picks: [] };

/** The formulas that bound a choice's answer, by position. */
const boundingFormulas = ({ bounding }: Program, index: number): number[] => [bounding?.least.get(index), bounding?.most.get(index)].filter((formula) => formula !== undefined);

/** Where a formula bounds a measure, its bounds are looked at beside the ends of the measure. */
function boundsToLookAt(program: Program, index: number, today: string): Exact[] {
  const used = [...new Set(boundingFormulas(program, index).flatMap((formula) => program.formulas[formula]?.uses ?? []))].filter((other) => other !== index);
  const lists = new Map(used.map((other) => [other, candidatesOf(program, other, today)?.list ?? []]));
  const combinations = [...lists.values()].reduce((product, { length }) => product * length, 1);
  if (boundingFormulas(program, index).length === 0 || combinations > MOST_COMBINATIONS) return [];
  const found: Exact[] = [];
  const answers: (Answer | null)[] = program.choices.map(() => null);
  eachCombination(used, (other) => lists.get(other)?.keys() ?? [], (values) => {
    for (const [other, value] of values) answers[other] = lists.get(other)?.[value]?.answer ?? null;
    const bounds = boundsOf(program, { answers, base: null, quantity: program.defaultQuantity, group: null }).get(index);
    found.push(...[bounds?.least, bounds?.most].filter((value) => value !== null && value !== undefined));
  });
  return found.map((value) => value.rounded(9));
}

/** A condition as a formula over the model's variables: each test is asked of each candidate. */
function formulaFor(condition: Condition | null, model: Draft, depth = 0): Formula {
  if (condition === null) return ALWAYS;
  // As when it is compiled: what nests deeper does not hold, and is not followed down.
  if (depth > DEEPEST_CONDITION) return NEVER;
  if (!('of' in condition)) return formulaForTest(condition, model);
  const of = condition.of.map((part) => formulaFor(part, model, depth + 1));
  return condition.kind === 'none' ? not({ kind: 'any', of }, model.space.sizes) : { kind: condition.kind, of };
}

function formulaForTest(test: Test, model: Draft): Formula {
  const { program, space, groups, quantities } = model;
  const { holds } = compileCondition(test, [], { product: program.product, groups: [], report: () => undefined });
  const nobody = { answers: [], quantity: 1, group: null };
  if (test.kind === 'quantity') return space.is(model.quantity, (value) => holds({ ...nobody, quantity: quantities[value] ?? 0 }));
  if (test.kind === 'group') return space.is(model.group, (value) => holds({ ...nobody, group: groups[value] ?? null }));
  if (test.kind === 'category') return holds(nobody) ? ALWAYS : NEVER;
  const index = program.indexOf.get(test.choice) ?? -1;
  const choice = model.choices[index];
  if (!choice) return NEVER;
  if (choice.several) {
    const among = (wanted: (option: number) => boolean) => anyOf(...choice.variables.flatMap((own, option) => (wanted(option) ? [isPicked(own, space)] : [])));
    const anything = among(() => true);
    if (test.kind === 'answered') return test.answered ? anything : not(anything, space.sizes);
    if (test.kind !== 'option') return NEVER;
    const keys = program.choices[index]?.options.map(({ key }) => key) ?? [];
    const named = among((option) => test.options.includes(keys[option] ?? ''));
    return test.is === 'oneOf' ? named : allOf(anything, not(named, space.sizes));
  }
  const [only] = choice.variables;
  if (!only) return NEVER;
  const answers: (Answer | null)[] = program.choices.map(() => null);
  return space.is(only.variable, (value) => {
    answers[index] = only.values[value]?.answer ?? null;
    return holds({ ...nobody, answers });
  });
}

const isLeftOut = (choice: ModelledChoice, space: Space): Formula =>
  allOf(...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.raw === null)));

type Own = ModelledChoice['variables'][number];

const isPicked = ({ variable, values }: Own, space: Space): Formula => space.is(variable, (value) => values[value]?.raw !== null);

/** What is answered, of a choice of several: any option at all. */
const isAnswered = (choice: ModelledChoice, space: Space): Formula => not(isLeftOut(choice, space), space.sizes);

/** Values of a choice for which something holds; of a choice of several, what holds is asked of every option that is picked. */
function eachPick(choice: ModelledChoice, space: Space, test: (candidate: Candidate) => boolean): Formula {
  return allOf(...choice.variables.map(({ variable, values }) => space.is(variable, (value) => {
    const candidate = values[value];
    return !candidate || candidate.raw === null || test(candidate);
  })));
}

function constrainChoice(choice: ModelledChoice, model: Draft, fires: readonly Formula[], without: ReadonlySet<number>): void {
  const { program, space, group, groups } = model;
  const { index } = choice;
  const compiled = program.choices[index];
  const definition = program.product.choices[index];
  if (!compiled || !definition) return;
  const opposite = (formula: Formula) => not(formula, space.sizes);
  const seenBy = (wanted: readonly string[]) => (wanted.length === 0 ? ALWAYS : space.is(group, (value) => wanted.includes(groups[value] ?? '')));
  const effects = (program.rules?.program.onChoice.get(index) ?? []).filter(({ rule }) => !without.has(rule));
  const firing = (clause: 'shows' | 'hides' | 'requires') => effects.flatMap(({ rule, effect }) => (kindOfEffect(effect).clause === clause ? [fires[rule] ?? NEVER] : []));
  const shows = firing('shows');
  const shown = allOf(seenBy(compiled.groups), ...firing('hides').map(opposite), program.rules?.program.shownByRule.has(index) ? anyOf(...shows) : ALWAYS);
  const required = compiled.required ? ALWAYS : anyOf(...firing('requires'));

  const hidden = allOf(...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.hidden === true)));
  const asked = allOf(...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.hidden !== true)));
  space.require(anyOf(shown, hidden));
  space.require(anyOf(opposite(shown), asked));
  space.require(anyOf(opposite(shown), opposite(required), isAnswered(choice, space)));
  compiled.options.forEach(({ groups: wanted }, option) => {
    if (wanted.length > 0) space.require(anyOf(seenBy(wanted), eachPick(choice, space, (candidate) => candidate.option !== option)));
  });
  for (const { rule, effect, options } of effects) {
    const { clause } = kindOfEffect(effect);
    if (typeof clause === 'function') space.require(anyOf(opposite(fires[rule] ?? NEVER), eachPick(choice, space, (candidate) => clause(effect, options, candidate))));
  }
  const part = program.parts.find((candidate) => candidate.choice === index);
  if (part) {
    const canBeHad = (value: number) => resolvePart(part, { today: model.today, group: groups[value] ?? null }, resolve).price !== null;
    space.require(anyOf(space.is(group, canBeHad), eachPick(choice, space, ({ answer }) => answer?.picks.length === 0)));
  }
  if (program.gone.includes(index)) space.require(eachPick(choice, space, ({ answer }) => answer?.picks.length === 0));
  if (definition.kind === 'several') space.limit(choice.variables.map(({ variable, values }) => ({ variable, isPicked: (value: number) => values[value]?.raw !== null })), definition.least ?? 1, definition.most ?? definition.options.length);
}

interface Column {
  readonly variable: number;
  readonly values: readonly Candidate[];
  /** whether leaving it out is an answer like any other, that rows can have */
  readonly leftOutCounts: boolean;
}

const UNANSWERED = -1;
/** In a row: any option. */
const ANY = -1;
/** In the place of an option, where leaving out is an answer like any other. */
const LEFT_OUT_OPTION = -2;

const optionIn = ({ values, leftOutCounts }: Column, value: number) => values[value]?.option ?? (leftOutCounts ? LEFT_OUT_OPTION : UNANSWERED);

/** Only these rows can be had, where every column has an answer. */
function onlyRows(space: Space, columns: readonly Column[], rows: readonly (readonly number[])[]): void {
  const has = (column: Column, test: (option: number) => boolean) => space.is(column.variable, (value) => test(optionIn(column, value)));
  const optionsOf = (column: Column) => new Set(column.values.map((_, value) => optionIn(column, value)).filter((option) => option !== UNANSWERED));
  const [first, second] = columns;
  if (columns.length === 2 && first && second) {
    for (const option of optionsOf(first)) {
      const partners = rows.filter(([row]) => row === option || row === ANY).map((row) => row[1] ?? ANY);
      space.require(anyOf(has(first, (other) => other !== option), has(second, (other) => other === UNANSWERED || partners.includes(ANY) || partners.includes(other))));
    }
    return;
  }
  // A helper says which row it is; the last value says that a column has no answer.
  const row = space.helper(rows.length + 1);
  for (const [place, column] of columns.entries()) {
    for (const option of optionsOf(column)) {
      space.require(anyOf(has(column, (other) => other !== option), space.is(row, (value) => value === rows.length || rows[value]?.[place] === option || rows[value]?.[place] === ANY)));
    }
  }
  space.require(anyOf(space.is(row, (value) => value < rows.length), ...columns.map((column) => has(column, (option) => option === UNANSWERED))));
}

function constrainItem(model: Draft, fires: readonly Formula[], without: ReadonlySet<number>): void {
  const { program, space } = model;
  const columnsOf = (indices: readonly number[], leftOutCounts: boolean): Column[] => indices.flatMap((index) => {
    const [only] = model.choices[index]?.variables ?? [];
    return only ? { ...only, leftOutCounts } : [];
  });
  if (program.stocked.length > 0) {
    const kept = [...program.variants.values()].filter(({ onSale }) => onSale);
    const rows = kept.map(({ options }) => program.stocked.map((index, place) => (options[place] === LEFT_OUT ? LEFT_OUT_OPTION : (program.choices[index]?.options.findIndex(({ key }) => key === options[place]) ?? UNANSWERED))));
    onlyRows(space, columnsOf(program.stocked, true), rows);
  }
  for (const table of program.rules?.program.tables ?? []) {
    const columns = columnsOf(table.columns, false);
    if (columns.length < table.columns.length) continue;
    if (table.table.says === 'made') onlyRows(space, columns, table.rows);
    else {
      for (const row of table.rows) {
        space.require(anyOf(...columns.map(({ variable, values }, place) => space.is(variable, (value) => (values[value]?.option ?? null) === null || (row[place] !== -1 && values[value]?.option !== row[place])))));
      }
    }
  }
  for (const { rule, effect } of program.rules?.itemEffects ?? []) {
    if (without.has(rule)) continue;
    const silent = not(fires[rule] ?? NEVER, space.sizes);
    if (effect.kind === 'refuse') space.require(silent);
    if (effect.kind === 'limitQuantity') {
      const { least, most } = effect;
      space.require(anyOf(silent, space.is(model.quantity, (value) => (model.quantities[value] ?? 0) >= (least ?? 0) && (model.quantities[value] ?? 0) <= (most ?? Infinity))));
    }
  }
}

/** The variables that something is worked out from, and how many ways they can be answered together. */
export interface Inputs {
  readonly variables: readonly number[];
  readonly combinations: number;
}

/** @returns null where it is worked out from a choice of several, which no single variable stands for */
export function inputsFor(model: Draft, indices: Iterable<number>, also: { quantity?: boolean; group?: boolean } = {}): Inputs | null {
  const variables = new Set<number>();
  for (const index of indices) {
    const choice = model.choices[index];
    if (!choice) continue;
    if (choice.several) return null;
    choice.variables.forEach(({ variable }) => variables.add(variable));
  }
  if (also.quantity) variables.add(model.quantity);
  if (also.group && model.groups.length > 1) variables.add(model.group);
  const list = [...variables];
  return { variables: list, combinations: list.reduce((product, variable) => product * (model.space.sizes[variable] ?? 1), 1) };
}

/** The answers that values of the variables stand for. */
export function answersFor(model: Draft, valueOf: (variable: number) => number): (Answer | null)[] {
  return model.choices.map((choice, index) => {
    if (!choice) return null;
    if (!choice.several) {
      const [only] = choice.variables;
      return only?.values[valueOf(only.variable)]?.answer ?? null;
    }
    const raw = choice.variables.flatMap(({ variable, values }) => values[valueOf(variable)]?.raw ?? []);
    if (raw.length === 0) return null;
    return model.program.choices[index]?.reader.read(raw, [], { today: model.today, files: () => undefined }) ?? null;
  });
}

/** A solution as a selection. */
export function selectionFor(model: Model, values: ArrayLike<number>): Selection & { readonly group: string | null } {
  const answers = Object.fromEntries(
    model.choices.flatMap((choice, index): [string, unknown][] => {
      if (!choice) return [];
      const raws = choice.variables.map(({ variable, values: candidates }) => candidates[values[variable] ?? 0]?.raw ?? null);
      const picked = raws.filter((raw) => raw !== null);
      return [[model.program.choices[index]?.key ?? '', choice.several ? (picked.length === 0 ? null : picked) : (raws[0] ?? null)]];
    }),
  );
  return { answers, quantity: model.quantities[values[model.quantity] ?? 0] ?? 1, group: model.groups[values[model.group] ?? 0] ?? null };
}

/** Goes through all ways in which some variables can be answered together, the last of them the quickest. */
export function eachCombination(variables: readonly number[], valuesOf: (variable: number) => Iterable<number>, take: (values: ReadonlyMap<number, number>) => void): void {
  const values = new Map<number, number>();
  const visit = (place: number): void => {
    const variable = variables[place];
    if (variable === undefined) return take(values);
    for (const value of valuesOf(variable)) {
      values.set(variable, value);
      visit(place + 1);
    }
  };
  visit(0);
}

/** Asks which options of choices can still be had, each with everything else right: told of each that is found out. */
export function possibleOptions(model: Model, solver: Solver, budget: Budget, choices: readonly ModelledChoice[], found: (choice: number, option: number, can: boolean, variable: number, value: number) => void): void {
  const wanted: number[][] = model.space.sizes.map(() => []);
  const placeOf = new Map<number, { choice: number; options: Map<number, number> }>();
  for (const choice of choices) {
    for (const { variable, value, option } of optionValues(choice)) {
      const place = placeOf.get(variable) ?? { choice: choice.index, options: new Map<number, number>() };
      placeOf.set(variable, place);
      place.options.set(value, option);
      wanted[variable]?.push(value);
    }
  }
  solver.possible(budget, wanted, (variable, value, can) => {
    const place = placeOf.get(variable);
    const option = place?.options.get(value);
    if (place && option !== undefined) found(place.choice, option, can, variable, value);
  });
}

/** One value for each option: one of an option stands for any quantity of it. */
export function optionValues({ candidates, variables }: ModelledChoice): { variable: number; value: number; option: number }[] {
  if (!candidates.counted) return [];
  return variables.flatMap(({ variable, values }) => {
    const asked = new Set<number>();
    return values.flatMap(({ option }, value) => {
      if (option === null || asked.has(option)) return [];
      asked.add(option);
      return [{ variable, value, option }];
    });
  });
}

/** Forbids the answers with which a formula can't be worked out, or with which a measure is outside of what a formula allows. */
function constrainFormulas(model: Draft, gaps: Gap[]): void {
  const { program, space } = model;
  const forbid = (title: string, inputs: Inputs | null, isWrong: (answers: (Answer | null)[], quantity: number, group: string | null) => boolean) => {
    if (!inputs || inputs.combinations > MOST_COMBINATIONS) {
      gaps.push({ kind: 'formulaTooWide', title });
      return;
    }
    const wrong: Formula[] = [];
    eachCombination(inputs.variables, (variable) => Array(space.sizes[variable] ?? 0).keys(), (values) => {
      if (wrong.length > MOST_FORBIDDEN) return;
      const answers = answersFor(model, (variable) => values.get(variable) ?? 0);
      if (!isWrong(answers, model.quantities[values.get(model.quantity) ?? 0] ?? 1, model.groups[values.get(model.group) ?? 0] ?? null)) return;
      wrong.push(anyOf(...[...values].map(([variable, value]) => space.is(variable, (other) => other !== value))));
    });
    if (wrong.length > MOST_FORBIDDEN) gaps.push({ kind: 'formulaTooWide', title });
    else wrong.forEach((formula) => space.require(formula));
  };
  program.formulas.forEach((formula, place) => {
    if (formula.target !== null) return;
    const one = { ...program, formulas: [formula] };
    const { indices, quantity, group } = formulaInputsOf(program, place);
    forbid(formula.title, inputsFor(model, indices, { quantity, group }), (answers, pieces, who) => {
      const problems: Problem[] = [];
      const given = { answers, quantity: pieces, group: who };
      const base = baseBefore(program, findVariant(program, answers, who, []), chargedOf(program, given));
      formulaOutcomes(one, { ...given, base }, problems);
      return problems.length > 0;
    });
  });
  for (const index of new Set([...(program.bounding?.least.keys() ?? []), ...(program.bounding?.most.keys() ?? [])])) {
    const needs = boundingFormulas(program, index).map((formula) => formulaInputsOf(program, formula));
    const inputs = inputsFor(model, [index, ...needs.flatMap(({ indices }) => [...indices])], { quantity: needs.some(({ quantity }) => quantity), group: needs.some(({ group }) => group) });
    forbid(program.choices[index]?.title ?? '', inputs, (answers, quantity, group) => {
      const bounds = boundsOf(program, { answers, base: null, quantity, group }).get(index);
      return bounds !== undefined && boundProblem(program, index, answers[index] ?? null, bounds) !== null;
    });
  }
}

/** What an analysis resolves its findings with: stock is not asked. */
export const contextFor = (model: Model, group: string | null) => ({ stock: null, today: model.today, group, files: fittingFiles(model.program) });
