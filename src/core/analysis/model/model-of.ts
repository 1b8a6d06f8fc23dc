import { NOBODY, type RuleEffect } from '../../catalog';
import { type Candidate, countCandidates } from '../../catalog/choices';
import { type Program, withAllWithin } from '../../compile';
import { type Formula, not, Space } from '../../constraints';
import { type Exact } from '../../number';
import { type Answer } from '../../selection';
import { breakpointsOf } from './breakpoints';
import {
  candidatesOf,
  QUANTITY,
  type QuantityCell,
  quantitiesOf,
  testsOf,
  withoutAnswer,
  NOTHING_PICKED,
} from './candidates';
import { constrainChoice } from './choice-clauses';
import { formulaFor } from './conditions';
import { constrainFormulas } from './formula-clauses';
import { constrainFits } from './fit-clauses';
import { constrainItem } from './item-clauses';
import { constrainUsual, modelledParts } from './parts';
import { type Making } from './making';
import {
  type Gap,
  type Model,
  type ModelDraft,
  type ModelledChoice,
  type ModelledPart,
  type ModelOptions,
  type Switches,
} from './model';
import { modelledSlot } from './slots';
import { placesIn } from './places';
import { type Look } from './ways-in';

/**
 * Makes a product's choices variables and everything that a selection must keep clauses: what is required, shown and
 * offered, rules, tables, variants, limits, quantities, and formulas that can't be worked out.
 */
export function modelOf(
  program: Program,
  today: string,
  { side = 'inner', switched = false, further = new Map(), look }: ModelOptions,
): Model {
  const space = new Space();
  const breaks = breakpointsOf(program, today);
  const breaksAt = (index: number): Exact[] => [...(breaks.get(index) ?? []), ...(further.get(index) ?? [])];
  const groups = groupsOf(program);
  const group = space.helper(groups.length);
  const quantities = quantitiesOf(program, breaksAt(QUANTITY));
  const quantity = space.helper(quantities.length);
  const making: Making = { program, today, space, group, groups };
  const choices = program.product.choices.map((_, index) => modelled(making, index, breaksAt(index), look));
  const parts = modelledParts(making, look);
  constrainUsual(making);
  const wide = wideOf(quantity, quantities, choices);
  const draft: ModelDraft = {
    program,
    today,
    space,
    group,
    groups,
    quantity,
    quantities,
    choices,
    parts,
    isPriced: placesIn({ parts, choices }).every((place) => place.isPriced),
    loose: [
      ...choices.flatMap((choice) => gapsOf(program, choice)),
      ...parts.flatMap((part) => gapsOfPlace(part.component.title, part)),
    ],
    isWide: (variable, value) => wide.get(variable)?.[value] ?? false,
  };
  const rules = program.rules?.program.rules ?? [];
  const fires = rules.map(({ rule }) => formulaFor(rule.when, draft));
  const switches = switched
    ? switchesOf(
        rules.map(({ rule }) => rule.then),
        fires,
        space,
      )
    : null;
  choices.forEach((choice) => choice && constrainChoice(choice, draft, fires, switches));
  constrainItem(draft, fires, switches);
  const isVarying = constrainFits(draft, side);
  const formulas = constrainFormulas(draft, side);
  return {
    ...draft,
    fires,
    switches,
    ...formulas,
    isUnsettled: formulas.isUnsettled || isVarying,
    gaps: [...draft.loose, ...formulas.gaps],
  };
}

/** By variable, which of its values stand for more than one answer, or quantity. */
function wideOf(
  quantity: number,
  quantities: readonly QuantityCell[],
  choices: ModelDraft['choices'],
): ReadonlyMap<number, readonly boolean[]> {
  const wide = new Map<number, boolean[]>([[quantity, quantities.map(({ low, high }) => low !== high)]]);
  for (const choice of choices)
    for (const { variable, values } of choice?.variables ?? [])
      wide.set(
        variable,
        values.map(({ ends }) => ends !== undefined),
      );
  return wide;
}

/** What of a part or slot could not be gone through. */
const gapsOfPlace = (title: string, { isLoose, isPriced }: Pick<ModelledPart, 'isLoose' | 'isPriced'>): Gap[] =>
  isLoose || !isPriced ? [{ kind: 'slotTooWide', title }] : [];

/** What of a choice could not be gone through. */
function gapsOf(program: Program, choice: ModelledChoice | null): Gap[] {
  if (!choice) return [];
  const title = program.choices[choice.index]?.title ?? '';
  return [
    ...(choice.slot ? gapsOfPlace(title, choice.slot) : []),
    ...(choice.candidates.isLoose ? [{ kind: 'textTooWide', title } as const] : []),
  ];
}

function switchesOf(rules: readonly (readonly RuleEffect[])[], fires: readonly Formula[], space: Space): Switches {
  const kept = new Map(rules.flatMap((effects) => effects.map((effect) => [effect, space.helper(2)] as const)));
  const firing = fires.map((formula) => {
    const fired = space.helper(2);
    space.require({ kind: 'any', of: [space.is(fired, (value) => value === 0), formula] });
    space.require({ kind: 'any', of: [space.is(fired, (value) => value === 1), not(formula, space.sizes)] });
    return fired;
  });
  return { kept, firing };
}

/** The customer groups that make a difference, null for everybody else first. */
export const groupsThatDiffer = (program: Program): readonly (string | null)[] => [
  null,
  ...new Set([...groupsMentioned(program)].filter((key) => key !== NOBODY)),
];

/**
 * The customer groups that make a difference, and one that stands for all others; only those that the prices are for.
 */
function groupsOf(program: Program): readonly (string | null)[] {
  const mentioned = groupsThatDiffer(program);
  const { pricedFor } = program;
  if (!pricedFor) return mentioned;
  const other = pricedFor.find((group) => !mentioned.includes(group));
  return [
    ...mentioned.filter((group) => pricedFor.includes(group)),
    ...(other === undefined || pricedFor.includes(null) ? [] : [other]),
  ];
}

function* groupsMentioned(program: Program): Generator<string> {
  // What is taken along, or stands in it, may be otherwise for other groups.
  for (const { choices, rules, formulas, quantities } of withAllWithin(program)) {
    for (const { groups, options } of choices) yield* [...groups, ...options.flatMap((option) => option.groups)];
    for (const { asks } of quantities.nearer) if (asks.kind === 'group') yield asks.group;
    for (const { rule } of rules?.program.rules ?? [])
      for (const test of testsOf(rule.when)) if (test.kind === 'group') yield* test.groups;
    for (const { inputs } of formulas) for (const { groups = [] } of inputs) yield* groups;
  }
}

/** What the catalog manager has picked of a choice of several; null where that is left to customers. */
function settledPicks(program: Program, index: number, today: string): Answer['picks'] | null {
  const choice = program.choices[index];
  if (!choice || !Object.hasOwn(program.fixed, choice.key)) return null;
  return choice.reader.read(program.fixed[choice.key], [], { today, files: () => undefined })?.picks ?? [];
}

function modelled(within: Making, index: number, breaks: readonly Exact[], look: Look): ModelledChoice | null {
  const { program, today, space } = within;
  const choice = program.product.choices[index];
  if (!choice) return null;
  const candidates = candidatesOf(program, index, today, breaks);
  if (!candidates) return null;
  if (choice.kind === 'slot') return modelledSlot(within, index, candidates, look);
  if (choice.kind !== 'several') {
    const { list, counted } = candidates;
    const variable =
      counted && !choice.forWorkshop
        ? space.variable(
            list.length,
            list.map(({ same }) => same),
          )
        : space.helper(list.length);
    return { index, candidates, several: false, variables: [{ variable, values: list }] };
  }
  const settled = settledPicks(program, index, today);
  const variables = choice.options.map(({ key }, option) => {
    const read = (raw: unknown, same: number): Candidate[] => {
      const count = typeof raw === 'number' ? raw : 1;
      return [
        {
          raw: choice.ownQuantity && count > 1 ? { option: key, quantity: count } : key,
          option,
          same,
          answer: { ...NOTHING_PICKED, canonical: key, picks: [{ effect: option, count }] },
        },
      ];
    };
    const every = (): Candidate[] => [
      ...withoutAnswer(program, index),
      ...countCandidates({ read }, choice.ownQuantity ? choice.mostEach : 1, (count) => count, 1),
    ];
    const only = settled?.find(({ effect }) => effect === option);
    const values = !settled
      ? every()
      : only
        ? [...withoutAnswer(program, index).filter(({ hidden }) => hidden), ...read(only.count, 1)]
        : [...withoutAnswer(program, index)];
    return {
      variable: choice.forWorkshop
        ? space.helper(values.length)
        : space.variable(
            values.length,
            values.map(({ same }) => same),
          ),
      values,
    };
  });
  return { index, candidates, several: true, variables };
}
