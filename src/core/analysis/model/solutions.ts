import { type Budget, NO_COSTS, type Solver, valuesWhere, within } from '../../constraints';
import { type Selection } from '../../selection';
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
    slot?.program.byOption.forEach((_, option) => {
      if (!inAny.has(option)) found(index, option, false);
    });
  }
  const wanted: number[][] = model.space.sizes.map(() => []);
  const asked = new Map<string, Asked>();
  const byValue = new Map<string, Asked>();
  for (const choice of choices) {
    for (const { variable, value, option } of optionValues(choice)) {
      const name = `${choice.index} ${option}`;
      const own = asked.get(name) ?? { choice: choice.index, option, open: 0, isAlive: false };
      own.open += 1;
      asked.set(name, own);
      byValue.set(`${variable} ${value}`, own);
      wanted[variable]?.push(value);
    }
  }
  const askedAt = (variable: number, value: number) => byValue.get(`${variable} ${value}`);
  solver.possible(
    budget,
    wanted,
    (variable, value, can) => {
      const own = askedAt(variable, value);
      if (!own || own.isAlive) return;
      own.open -= 1;
      own.isAlive = can;
      if (can || own.open === 0) found(own.choice, own.option, can);
    },
    (variable, value) => askedAt(variable, value)?.isAlive ?? false,
  );
}

/** An option that is asked about, of which so many values are still to be told. */
interface Asked {
  readonly choice: number;
  readonly option: number;
  open: number;
  isAlive: boolean;
}

/**
 * For each option its values, and the first of them: one of an option stands for any quantity of it. In a slot, the
 * first of each thing that it can be there, in each of its places.
 */
export function optionValues({
  candidates,
  variables,
  slot,
}: ModelledChoice): { variable: number; value: number; values: Uint32Array; option: number }[] {
  if (!candidates.counted) return [];
  return variables.flatMap(({ variable, values }) => {
    const asked = new Set<string>();
    return values.flatMap(({ option }, value) => {
      const way = slot?.ways[value];
      const name = `${option} ${way ? JSON.stringify([way.deciding, way.group]) : ''}`;
      if (option === null || asked.has(name)) return [];
      asked.add(name);
      return [
        { variable, value, values: valuesWhere(values.length, (other) => values[other]?.option === option), option },
      ];
    });
  });
}

/** Whether it is proved that there is no solution at all, in a thousand steps even where a budget is spent. */
export const hasNoSolution = (solver: Solver, budget: Budget): boolean =>
  within(() => solver.solve({ ...budget, steps: Math.max(1000, budget.steps) }, NO_COSTS)) === null;

/** What an analysis resolves its findings with: stock is not asked. */
export const contextFor = (model: Model, group: string | null) => ({
  stock: null,
  today: model.today,
  group,
  files: fittingFiles(model.program),
});
