import { type Budget, type Solver, valuesWhere } from '../constraints';
import { type Selection } from '../selection';
import { fittingFiles } from './candidates';
import { type Model, type ModelledChoice } from './model';

/** So many of what is picked. */
function counted(raw: unknown, count: number | undefined): unknown {
  if (count === undefined || raw === null) return raw;
  if (typeof raw === 'string') return count === 1 ? raw : { option: raw, quantity: count };
  return typeof raw === 'object' ? { ...raw, quantity: count } : count === 1 ? true : count;
}

/** A solution as a selection. @param counts how many of an option, by variable, where its values stand for more */
export function selectionFor(
  model: Model,
  values: ArrayLike<number>,
  counts?: ReadonlyMap<number, number>,
): Selection & { readonly group: string | null } {
  const answers = Object.fromEntries(
    model.choices.flatMap((choice, index): [string, unknown][] => {
      if (!choice) return [];
      const raws = choice.variables.map(({ variable, values: candidates }) =>
        counted(candidates[values[variable] ?? 0]?.raw ?? null, counts?.get(variable)),
      );
      const picked = raws.filter((raw) => raw !== null);
      return [
        [
          model.program.choices[index]?.key ?? '',
          choice.several ? (picked.length === 0 ? null : picked) : (raws[0] ?? null),
        ],
      ];
    }),
  );
  const parts = Object.fromEntries(
    model.parts.map(({ component, variable, ways }) => [
      component.key,
      ways[values[variable] ?? 0]?.entry ?? { answers: {}, quantity: 0 },
    ]),
  );
  return {
    answers,
    ...(model.parts.length > 0 && { parts }),
    quantity: model.quantities[values[model.quantity] ?? 0]?.at ?? 1,
    group: model.groups[values[model.group] ?? 0] ?? null,
  };
}

/** Asks which options of choices can still be had, each with everything else right: told of each that is found out. */
export function possibleOptions(
  model: Model,
  solver: Solver,
  budget: Budget,
  choices: readonly ModelledChoice[],
  found: (choice: number, option: number, can: boolean) => void,
): void {
  for (const { index, slot, variables } of choices) {
    const inAny = new Set(variables.flatMap(({ values }) => values.map(({ option }) => option)));
    // What can't be put in at all has no value.
    slot?.program.byOption.forEach((candidate, option) => {
      if (candidate && !inAny.has(option)) found(index, option, false);
    });
  }
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
    if (place && option !== undefined) found(place.choice, option, can);
  });
}

/** For each option its values, and the first of them: one of an option stands for any quantity of it. */
export function optionValues({
  candidates,
  variables,
  slot,
}: ModelledChoice): { variable: number; value: number; values: Uint32Array; option: number }[] {
  if (!candidates.counted) return [];
  if (slot && slot.presence.length > 0)
    return slot.presence.map(({ variable, option }) => ({
      variable,
      value: 1,
      values: valuesWhere(2, (value) => value === 1),
      option,
    }));
  return variables.flatMap(({ variable, values }) => {
    const asked = new Set<number>();
    return values.flatMap(({ option }, value) => {
      if (option === null || asked.has(option)) return [];
      asked.add(option);
      return [
        { variable, value, values: valuesWhere(values.length, (other) => values[other]?.option === option), option },
      ];
    });
  });
}

/** What an analysis resolves its findings with: stock is not asked. */
export const contextFor = (model: Model, group: string | null) => ({
  stock: null,
  today: model.today,
  group,
  files: fittingFiles(model.program),
});
