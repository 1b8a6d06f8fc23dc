import { type Budget, type Goal, NO_COSTS, type Solver, valuesWhere, within } from '../../constraints';
import { type Model, type ModelledChoice } from '../model/model';
import { priceToReach, reachesNothing } from '../price/price-to-reach';
import { optionValues, possibleOptions } from '../model/solutions';

/** What can be told of options: positions of choices and options. */
export interface DeadOptions {
  readonly deadOptions: readonly { readonly choice: number; readonly option: number }[];
  /** choices that no sellable selection shows */
  readonly neverShown: readonly number[];
  /** choices that are shown, but none of whose options can be chosen */
  readonly nothingOffered: readonly number[];
}

/** Which options no sellable selection has: asked of the outer model, so that it is proved. */
export function deadOptions(model: Model, solver: Solver, budget: Budget): { whole: boolean; found: DeadOptions } {
  const choices = model.choices.filter((choice) => choice !== null);
  const dead: { choice: number; option: number }[] = [];
  const goal = priceToReach(model, solver);
  const whole = within(() => {
    deadIn({ model, solver, budget }, goal, choices, (choice, option) => dead.push({ choice, option }));
    return true;
  });
  const hasAll = ({ index, candidates }: ModelledChoice) =>
    candidates.counted && (model.program.choices[index]?.options.length ?? 0) > 0;
  const isDead = ({ index }: ModelledChoice) =>
    model.program.choices[index]?.options.every((_, option) =>
      dead.some((one) => one.choice === index && one.option === option),
    ) ?? false;
  // Nobody is asked what the workshop alone sees.
  const isAsked = ({ index }: ModelledChoice) => model.program.choices[index]?.forWorkshop !== true;
  // What is not in the shop is told where it is named.
  const isThere = (choice: number, option: number) => {
    const { slot } = model.choices[choice] ?? {};
    return !slot || slot.program.byOption[option] !== null;
  };
  const neverShown: number[] = [];
  const nothingOffered: number[] = [];
  for (const choice of choices) {
    // What nothing hides is always shown.
    const shown =
      choice.variables.every(({ values }) => values.every(({ hidden }) => hidden !== true)) ||
      within(() =>
        choice.variables.some(({ variable, values }) =>
          isSold(
            { model, solver, budget },
            variable,
            valuesWhere(values.length, (value) => values[value]?.hidden !== true),
            goal,
          ),
        ),
      );
    if (shown === false) neverShown.push(choice.index);
    else if (shown && whole && hasAll(choice) && isDead(choice) && isAsked(choice)) nothingOffered.push(choice.index);
  }
  const told = [...neverShown, ...nothingOffered];
  return {
    whole: whole === true,
    found: {
      deadOptions: dead.filter(({ choice, option }) => !told.includes(choice) && isThere(choice, option)),
      neverShown,
      nothingOffered,
    },
  };
}

/** Where something is looked for, and for how long. */
interface Looking {
  readonly model: Model;
  readonly solver: Solver;
  readonly budget: Budget;
}

/** Whether something can be sold, at a price of nothing or more, while a variable has one of some values. */
function isSold({ model, solver, budget }: Looking, variable: number, values: Uint32Array, goal: Goal | null): boolean {
  const mark = solver.mark();
  try {
    return (
      solver.narrow(variable, values) &&
      (goal ? reachesNothing(model, solver, goal, budget) : solver.solve(budget, NO_COSTS) !== null)
    );
  } finally {
    solver.undo(mark);
  }
}

/**
 * Told of each option that can't be had, also where only its price keeps it from that.
 *
 * @param goal of {@link priceToReach}
 */
export function deadIn(
  looking: Looking,
  goal: Goal | null,
  choices: readonly ModelledChoice[],
  found: (choice: number, option: number) => void,
): void {
  const alive: { choice: number; option: number }[] = [];
  possibleOptions(looking.model, looking.solver, looking.budget, choices, (choice, option, can) => {
    if (can) alive.push({ choice, option });
    else found(choice, option);
  });
  if (!goal) return;
  for (const { choice, option } of alive) {
    const asked = choices.find(({ index }) => index === choice);
    const places = asked ? optionValues(asked).filter((one) => one.option === option) : [];
    if (!places.some(({ variable, values }) => isSold(looking, variable, values, goal))) found(choice, option);
  }
}
