/**
 * How hard a plan is looked for. It is counted and not timed, so that the same task always gives the same plan.
 */
export interface Effort {
  /** rounds of the search by values */
  readonly rounds: number;
  /** steps of filling lots in all of these rounds */
  readonly fills: number;
  /** steps of the exact search */
  readonly steps: number;
  /** steps of filling lots wholly */
  readonly filling: number;
}

/** Quick enough for every keystroke. */
export const QUICK: Effort = { rounds: 12, fills: 200_000, steps: 20_000, filling: 20_000 };
/** For a plan that somebody cuts by. */
export const THOROUGH: Effort = { rounds: 400, fills: 6_000_000, steps: 300_000, filling: 1_500_000 };
