import { formulaInputsOf } from '../../compile';
import { type FormulaInputs } from '../../compile/formulas';
import { type HeldIn } from '../../compile/held';
import { baseBefore, baseRange, chargedOf, chargedRange, findVariant, heldOf } from '../../run';
import { type Answer } from '../../selection';
import { type Candidate } from '../../catalog/choices';
import { type ModelDraft } from './model';

/** The variables that something is worked out from, and how many ways they can be answered together. */
export interface Inputs {
  readonly variables: readonly number[];
  readonly combinations: number;
}

/** @returns null where it is worked out from a choice of several, which no single variable stands for */
export function inputsFor(
  model: ModelDraft,
  indices: Iterable<number>,
  also: { quantity?: boolean; group?: boolean; parts?: Iterable<string> } = {},
): Inputs | null {
  const variables = new Set<number>();
  for (const key of also.parts ?? []) {
    const part = model.parts.find(({ component }) => component.key === key);
    if (!part || part.isLoose) return null;
    variables.add(part.variable);
  }
  for (const index of indices) {
    const choice = model.choices[index];
    if (!choice) continue;
    if (choice.slot) {
      if (choice.slot.contents === null) return null;
      variables.add(choice.slot.contents.variable);
      continue;
    }
    if (choice.several) return null;
    choice.variables.forEach(({ variable }) => variables.add(variable));
  }
  if (also.quantity) variables.add(model.quantity);
  if (also.group && model.groups.length > 1) variables.add(model.group);
  const list = [...variables];
  return {
    variables: list,
    combinations: list.reduce((product, variable) => product * (model.space.sizes[variable] ?? 1), 1),
  };
}

/** What percentages are taken of does not follow from what a kit has in its places. */
const NOTHING_USUAL = () => new Map<never, never>();

/**
 * What a formula is worked out from. Of a kit whose price is what its parts come to, the base is all that stands in it:
 * then it is not told.
 */
export function inputsOfFormula(model: ModelDraft, position: number): Inputs | null {
  const { program } = model;
  const { kit, formulas } = program;
  if (kit && !kit.terms.isOwn && formulas[position]?.compiled.uses.has('base')) return null;
  const { indices, ...also } = formulaInputsOf(program, position);
  return inputsFor(model, indices, also);
}

export type ValueOf = (variable: number) => number;

/** Which of the answers that a value stands for is meant: the one that is looked at, or an end. */
export type Side = 'at' | 'low' | 'high';

const answerAt = (candidate: Candidate | undefined, side: Side): Answer | null =>
  (side === 'at' ? null : candidate?.ends?.[side]) ?? candidate?.answer ?? null;

/** The answers that values of the variables stand for. */
export function answersFor(model: ModelDraft, valueOf: ValueOf, side: Side = 'at'): (Answer | null)[] {
  return model.choices.map((choice, index) => {
    if (!choice) return null;
    if (!choice.several) {
      const [only] = choice.variables;
      return only ? answerAt(only.values[valueOf(only.variable)], side) : null;
    }
    const raw = choice.variables.flatMap(({ variable, values }) => values[valueOf(variable)]?.raw ?? []);
    if (raw.length === 0) return null;
    return model.program.choices[index]?.reader.read(raw, [], { today: model.today, files: () => undefined }) ?? null;
  });
}

export const quantityAt = (model: ModelDraft, valueOf: ValueOf, side: Side = 'at'): number =>
  model.quantities[valueOf(model.quantity)]?.[side] ?? 1;
export const groupAt = (model: ModelDraft, valueOf: ValueOf): string | null =>
  model.groups[valueOf(model.group)] ?? null;

/** Whether values stand for more than one answer each. */
export function isWide(model: ModelDraft, variables: readonly number[], valueOf: ValueOf): boolean {
  return variables.some((variable) => model.isWide(variable, valueOf(variable)));
}

/** Whether a customer is asked a choice, under values of the variables. */
export const askedUnder =
  (model: ModelDraft, valueOf: ValueOf) =>
  (index: number): boolean => {
    const [only] = model.choices[index]?.variables ?? [];
    return !only || only.values[valueOf(only.variable)]?.hidden !== true;
  };

/** What is in slots and stands for parts, under values of the variables. */
export const heldUnder =
  (model: ModelDraft, valueOf: ValueOf): HeldIn =>
  (place) => {
    const contents = model.choices[model.program.indexOf.get(place) ?? -1]?.slot?.contents;
    if (contents) return contents.held[valueOf(contents.variable)] ?? [];
    const part = model.parts.find(({ component }) => component.key === place);
    const way = part?.ways[valueOf(part.variable)];
    return way ? [heldOf(way)] : [];
  };

/** What formulas and bases are worked out from, under values of the variables. */
export function givenUnder(model: ModelDraft, valueOf: ValueOf) {
  const { program } = model;
  const [answers, quantity, group] = [answersFor(model, valueOf), quantityAt(model, valueOf), groupAt(model, valueOf)];
  const held = heldUnder(model, valueOf);
  const charged = chargedOf(program, { answers, quantity, group, held });
  const variant = findVariant(program, answers, askedUnder(model, valueOf), []);
  return {
    answers,
    quantity,
    group,
    held,
    base: baseBefore(program, variant, charged, [], NOTHING_USUAL),
    variant,
    charged,
  };
}

/** What formulas are worked out from, for the answers that values stand for: from one end to the other. */
export function endsOfInputs(model: ModelDraft, valueOf: ValueOf): readonly [FormulaInputs, FormulaInputs] {
  const { program } = model;
  const group = groupAt(model, valueOf);
  const held = heldUnder(model, valueOf);
  const at = (side: Side) => ({
    answers: answersFor(model, valueOf, side),
    quantity: quantityAt(model, valueOf, side),
    group,
    held,
  });
  const [low, high] = [at('low'), at('high')];
  // Which variant it is does not depend on anything that is typed.
  const variant = findVariant(program, low.answers, askedUnder(model, valueOf), []);
  const base = baseRange(program, variant, chargedRange(program, low, high));
  return [
    { ...low, base: base?.low ?? null },
    { ...high, base: base?.high ?? null },
  ];
}

/** Goes through all ways in which some variables can be answered together, the last of them the quickest. */
export function eachCombination(
  variables: readonly number[],
  valuesOf: (variable: number) => Iterable<number>,
  take: (values: ReadonlyMap<number, number>) => void,
): void {
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
