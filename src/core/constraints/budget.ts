/** How much searching may be done; shared by everything that is asked in one go. */
export interface Budget {
  /** steps that are left; every node of a search takes one */
  steps: number;
  /** asked now and then; true stops the search */
  stop?: () => boolean;
}

/** Thrown and caught inside: the budget is spent and nothing has been proved. */
class Spent extends Error {}

/** Takes one step, or more, of a budget. */
export function spend(budget: Budget, steps = 1): void {
  const thousands = (budget.steps - 1) >> 10;
  budget.steps -= steps;
  if (budget.steps < 0 || ((budget.steps - 1) >> 10 !== thousands && budget.stop?.())) throw new Spent();
}

/** Runs a search that may spend its budget. @returns undefined when it did */
export function within<T>(search: () => T): T | undefined {
  try {
    return search();
  } catch (error) {
    if (error instanceof Spent) return undefined;
    throw error;
  }
}
