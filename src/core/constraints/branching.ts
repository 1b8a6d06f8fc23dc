import { type Clauses } from './clauses';
import { hasValue, type ValueSet } from './formula';
import { type Space } from './space';
import { type Trail } from './trail';

/** Which value a search tries first for a variable: the one that costs least. Costs are not below nothing. */
export interface Objective {
  /** by variable and value; absent for variables that cost nothing */
  readonly costs: readonly (Float64Array | null)[];
}

/** Any solution will do. */
export const NO_COSTS: Objective = { costs: [] };

/** What is decided next: a variable has one of some values. */
export interface Branch {
  readonly variable: number;
  readonly values: ValueSet;
}

const NO_VALUES: ValueSet = new Uint32Array();

/**
 * Says what to decide next: every variable is given the value that is liked best, and what that breaks is decided
 * about.
 */
export class Branching {
  private readonly picked: Int32Array;
  /** the solution found last: where any value will do, its value is likely to be right again */
  private readonly lastFound: Int32Array;

  /** @param weights how much trouble each of the space's own clauses has made */
  constructor(
    private readonly space: Space,
    private readonly trail: Trail,
    private readonly clauses: Clauses,
    private readonly weights: Float64Array,
  ) {
    this.picked = new Int32Array(space.sizes.length);
    this.lastFound = new Int32Array(space.sizes.length);
  }

  /** Forgets the last solution, so that of equally good values the first are picked again. */
  forget(): void {
    this.lastFound.fill(0);
  }

  /** What was picked last is a solution. */
  found(): Int32Array {
    this.lastFound.set(this.picked);
    return this.picked.slice();
  }

  /** The cheapest value that is left to a variable; of equally cheap ones the first, or that of the last solution. */
  private cheapest(variable: number, costs: Float64Array | null | undefined): number {
    const size = this.space.sizes[variable] ?? 0;
    let best = -1;
    if (!costs && this.trail.has(variable, this.lastFound[variable] ?? 0)) return this.lastFound[variable] ?? 0;
    for (let value = 0; value < size; value += 1) {
      if (!this.trail.has(variable, value)) continue;
      if (!costs) return value;
      if (best < 0 || (costs[value] ?? 0) < (costs[best] ?? 0)) best = value;
    }
    return best;
  }

  /** Gives every variable the value that an objective likes best, whether or not all clauses hold. */
  pick(objective: Objective): Int32Array {
    for (let variable = 0; variable < this.picked.length; variable += 1)
      this.picked[variable] = this.cheapest(variable, objective.costs[variable]);
    return this.picked;
  }

  /**
   * What to decide because what is picked breaks a clause, the one that has made most trouble before, or a counter;
   * null when nothing is broken.
   */
  brokenBy(picked: Int32Array, objective: Objective): Branch | null {
    const { starts, variables, places, words } = this.clauses;
    let broken = -1;
    for (let clause = 0; clause < this.weights.length; clause += 1) {
      if (broken >= 0 && (this.weights[clause] ?? 0) <= (this.weights[broken] ?? 0)) continue;
      let holds = false;
      for (let literal = starts[clause] ?? 0; literal < (starts[clause + 1] ?? 0); literal += 1) {
        const value = picked[variables[literal] ?? 0] ?? 0;
        if ((((words[(places[literal] ?? 0) + (value >>> 5)] ?? 0) >>> (value & 31)) & 1) === 1) {
          holds = true;
          break;
        }
      }
      if (!holds) broken = clause;
    }
    if (broken < 0) return this.miscounted(picked, objective);
    let literal = starts[broken] ?? 0;
    while (!this.trail.meets(variables[literal] ?? 0, words, places[literal])) literal += 1;
    return { variable: variables[literal] ?? 0, values: this.clauses.valuesOf(literal).slice() };
  }

  /**
   * What to decide because a counter is broken: of what is picked, what is worth most stays; or what costs least is
   * added.
   */
  private miscounted(given: Int32Array, { costs }: Objective): Branch | null {
    for (const { variables, picked, unpicked, least, most } of this.space.counters) {
      let count = 0;
      for (let place = 0; place < variables.length; place += 1)
        if (hasValue(picked[place] ?? NO_VALUES, given[variables[place] ?? 0] ?? 0)) count += 1;
      if (count === 0 || (count >= least && count <= most)) continue;
      let [best, price] = [-1, Infinity];
      for (let place = 0; place < variables.length; place += 1) {
        const variable = variables[place] ?? 0;
        const [inside, outside] = [picked[place] ?? NO_VALUES, unpicked[place] ?? NO_VALUES];
        if (
          hasValue(inside, given[variable] ?? 0) !== count > most ||
          !this.trail.meets(variable, inside) ||
          !this.trail.meets(variable, outside)
        )
          continue;
        const list = costs[variable];
        const extra = list ? this.least(variable, list, inside) - this.least(variable, list, outside) : 0;
        if (extra < price) [best, price] = [place, extra];
      }
      if (best >= 0) return { variable: variables[best] ?? 0, values: picked[best] ?? NO_VALUES };
    }
    return null;
  }

  private least(variable: number, costs: Float64Array, set: ValueSet): number {
    let least = Infinity;
    for (let value = 0; value < costs.length; value += 1)
      if ((costs[value] ?? 0) < least && hasValue(set, value) && this.trail.has(variable, value))
        least = costs[value] ?? 0;
    return least;
  }
}
