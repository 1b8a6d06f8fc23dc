import { type Condition, DEEPEST_CONDITION, type Test } from '../../catalog';
import { allOf, ALWAYS, anyOf, type Formula, NEVER, not, type Space } from '../../constraints';
import { type Comparison } from '../../conditions';
import { askedOf, compileCondition } from '../../rules';
import { type Answer } from '../../selection';
import { figureFormula } from './figures';
import { weightFormula } from './weights';
import { type ModelDraft, type ModelledChoice } from './model';

/** A condition as a formula over the model's variables: each test is asked of each candidate. */
export function formulaFor(condition: Condition | null, model: ModelDraft, depth = 0): Formula {
  if (condition === null) return ALWAYS;
  // As when it is compiled: what nests deeper does not hold, and is not followed down.
  if (depth > DEEPEST_CONDITION) return NEVER;
  if (!('of' in condition)) return formulaForTest(condition, model);
  const of = condition.of.map((part) => formulaFor(part, model, depth + 1));
  return condition.kind === 'none' ? not({ kind: 'any', of }, model.space.sizes) : { kind: condition.kind, of };
}

function formulaForTest(test: Test, model: ModelDraft): Formula {
  const { program, space, groups, quantities } = model;
  const { holds } = compileCondition(test, [], { product: program.product, groups: [], report: () => undefined });
  const nobody = { answers: [], quantity: 1, group: null, today: model.today };
  switch (askedOf(test)) {
    case 'quantity':
      return space.is(model.quantity, (value) => holds({ ...nobody, quantity: quantities[value]?.at ?? 0 }));
    case 'group':
      return space.is(model.group, (value) => holds({ ...nobody, group: groups[value] ?? null }));
    case 'product':
    // What rules say on another day is not looked at: see `asksToday`.
    case 'today':
      return holds(nobody) ? ALWAYS : NEVER;
    case 'figure':
      return test.kind === 'figure' ? figureFormula(test, model) : NEVER;
    case 'weight':
      return weightFormula(model, (weight) => holds({ ...nobody, weight: () => weight }));
    case 'choice':
      return formulaForChoice(test, model, (answers) => holds({ ...nobody, answers }));
  }
}

function formulaForChoice(
  test: Test,
  { program, space, choices }: ModelDraft,
  holds: (answers: readonly (Answer | null)[]) => boolean,
): Formula {
  const index = program.indexOf.get('choice' in test ? (test.choice ?? '') : '') ?? -1;
  const choice = choices[index];
  if (!choice) return NEVER;
  if (choice.several) {
    const among = (wanted: (option: number) => boolean) =>
      anyOf(
        ...choice.variables.map(({ variable, values }) =>
          space.is(variable, (value) => values[value]?.option !== null && wanted(values[value]?.option ?? -1)),
        ),
      );
    const anything = among(() => true);
    if (test.kind === 'pieces') return piecesFormula(choice, test.compare, test.value, space);
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
    return holds(answers);
  });
}

/** A test of how many pieces are in a slot, whose places are filled from the first on. */
function piecesFormula({ variables }: ModelledChoice, compare: Comparison, value: number, space: Space): Formula {
  const atLeast = (count: number): Formula => {
    const place = variables[count - 1];
    return count <= 0 ? ALWAYS : place ? isPicked(place, space) : NEVER;
  };
  const below = (count: number) => not(atLeast(count), space.sizes);
  switch (compare) {
    case 'is':
      return allOf(atLeast(value), below(value + 1));
    case 'isNot':
      return anyOf(below(value), atLeast(value + 1));
    case 'less':
      return below(value);
    case 'atMost':
      return below(value + 1);
    case 'more':
      return atLeast(value + 1);
    case 'atLeast':
      return atLeast(value);
  }
}

export const isLeftOut = (choice: ModelledChoice, space: Space): Formula =>
  allOf(...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.raw === null)));

type Own = ModelledChoice['variables'][number];

export const isPicked = ({ variable, values }: Own, space: Space): Formula =>
  space.is(variable, (value) => values[value]?.raw !== null);

/** What is answered, of a choice of several: any option at all. */
export const isAnswered = (choice: ModelledChoice, space: Space): Formula => not(isLeftOut(choice, space), space.sizes);
