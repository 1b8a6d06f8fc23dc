import { type ValueSet, wordsFor } from './formula';
import { type Space } from './space';

/** How much searching may be done; shared by everything that is asked in one go. */
export interface Budget {
  /** steps that are left; every node of a search takes one */
  steps: number;
  /** asked now and then; true stops the search */
  stop?: () => boolean;
}

/** Thrown and caught inside: the budget is spent and nothing has been proved. */
class Spent extends Error {}

/** Thrown and caught inside: a search begins again with what it has learned. */
class Restart extends Error {}

/** Steps after which a search first begins again. */
const FIRST_RUN = 60;

/** Takes one step, or more, of a budget. */
export function spend(budget: Budget, steps = 1): void {
  budget.steps -= steps;
  if (budget.steps < 0 || ((budget.steps & 1023) === 0 && budget.stop?.())) throw new Spent();
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

/** Which value a search tries first for a variable: the one that costs least. Costs are not below nothing. */
export interface Objective {
  /** by variable and value; absent for variables that cost nothing */
  readonly costs: readonly (Float64Array | null)[];
}

/** Any solution will do. */
export const NO_COSTS: Objective = { costs: [] };

/** Finds values for all variables of a space so that every clause holds, exactly. */
export class Solver {
  private readonly offsets: Int32Array;
  private readonly domains: Uint32Array;
  private readonly starts: Int32Array;
  private readonly literalVariable: Int32Array;
  private readonly literalSet: Int32Array;
  private readonly setWords: Uint32Array;
  private readonly occurrences: readonly Int32Array[];
  private readonly weights: Float64Array;
  private readonly trailAt: number[] = [];
  private readonly trailWas: number[] = [];
  private readonly queue: number[] = [];
  private readonly queued: Uint8Array;
  private readonly picked: Int32Array;
  /** the solution found last: where any value will do, its value is likely to be right again */
  private readonly lastFound: Int32Array;
  /** whether what must hold can't, whatever is picked */
  readonly impossible: boolean;

  constructor(readonly space: Space) {
    const { sizes, clauses } = space;
    this.offsets = new Int32Array(sizes.length + 1);
    sizes.forEach((size, variable) => (this.offsets[variable + 1] = (this.offsets[variable] ?? 0) + wordsFor(size)));
    this.domains = new Uint32Array(this.offsets[sizes.length] ?? 0);
    sizes.forEach((size, variable) => {
      for (let value = 0; value < size; value += 1) {
        const word = this.wordOf(variable, value);
        this.domains[word] = (this.domains[word] ?? 0) | (1 << (value & 31));
      }
    });
    const literals = clauses.reduce((sum, { variables }) => sum + variables.length, 0);
    this.starts = new Int32Array(clauses.length + 1);
    this.literalVariable = new Int32Array(literals);
    this.literalSet = new Int32Array(literals);
    const words: number[] = [];
    const occurrences: number[][] = sizes.map(() => []);
    let literal = 0;
    clauses.forEach(({ variables, sets }, clause) => {
      this.starts[clause] = literal;
      variables.forEach((variable, place) => {
        this.literalVariable[literal] = variable;
        this.literalSet[literal] = words.length;
        words.push(...(sets[place] ?? []));
        occurrences[variable]?.push(clause);
        literal += 1;
      });
    });
    this.starts[clauses.length] = literal;
    this.setWords = Uint32Array.from(words);
    this.occurrences = occurrences.map((list) => Int32Array.from(list));
    this.weights = new Float64Array(clauses.length).fill(1);
    this.queued = new Uint8Array(sizes.length);
    this.picked = new Int32Array(sizes.length);
    this.lastFound = new Int32Array(sizes.length);
    let possible = clauses.every(({ variables }) => variables.length > 0) && sizes.every((size) => size > 0);
    for (let clause = 0; possible && clause < clauses.length; clause += 1) possible = this.look(clause);
    this.impossible = !(possible && this.propagate());
  }

  /** Forgets the last solution, so that of equally good values the first are picked again. */
  forget(): void {
    this.lastFound.fill(0);
  }

  /** A place to come back to. */
  mark(): number {
    return this.trailAt.length;
  }

  undo(mark: number): void {
    while (this.trailAt.length > mark) this.domains[this.trailAt.pop() ?? 0] = this.trailWas.pop() ?? 0;
  }

  has(variable: number, value: number): boolean {
    return (((this.domains[this.wordOf(variable, value)] ?? 0) >>> (value & 31)) & 1) === 1;
  }

  /** Whether all values that are left to a variable are among some. */
  isWithin(variable: number, set: ValueSet): boolean {
    const from = this.offsets[variable] ?? 0;
    for (let word = 0; word < set.length; word += 1) if (((this.domains[from + word] ?? 0) & ~(set[word] ?? 0)) !== 0) return false;
    return true;
  }

  /** Whether any value that is left to a variable is among some. */
  meets(variable: number, set: ValueSet): boolean {
    const from = this.offsets[variable] ?? 0;
    for (let word = 0; word < set.length; word += 1) if (((this.domains[from + word] ?? 0) & (set[word] ?? 0)) !== 0) return true;
    return false;
  }

  /** Leaves a variable only values of a set. @returns whether that can be, as far as following clauses tells */
  narrow(variable: number, set: ValueSet): boolean {
    return this.keep(variable, set, 0, false) && this.propagate();
  }

  /** Takes values of a set from a variable. */
  without(variable: number, set: ValueSet): boolean {
    return this.keep(variable, set, 0, true) && this.propagate();
  }

  only(variable: number, value: number): boolean {
    const set = new Uint32Array((this.offsets[variable + 1] ?? 0) - (this.offsets[variable] ?? 0));
    set[value >>> 5] = 1 << (value & 31);
    return this.narrow(variable, set);
  }

  private wordOf(variable: number, value: number): number {
    return (this.offsets[variable] ?? 0) + (value >>> 5);
  }

  private keep(variable: number, words: Uint32Array, at: number, opposite: boolean): boolean {
    const from = this.offsets[variable] ?? 0;
    const to = this.offsets[variable + 1] ?? 0;
    let left = 0;
    let changed = false;
    for (let word = from; word < to; word += 1) {
      const was = this.domains[word] ?? 0;
      const set = words[at + word - from] ?? 0;
      const now = (opposite ? was & ~set : was & set) >>> 0;
      if (now !== was) {
        this.trailAt.push(word);
        this.trailWas.push(was);
        this.domains[word] = now;
        changed = true;
      }
      left |= now;
    }
    if (changed && this.queued[variable] === 0) {
      this.queued[variable] = 1;
      this.queue.push(variable);
    }
    return left !== 0;
  }

  private propagate(): boolean {
    const { queue } = this;
    let possible = true;
    for (let place = 0; place < queue.length; place += 1) {
      const variable = queue[place] ?? 0;
      this.queued[variable] = 0;
      if (!possible) continue;
      for (const clause of this.occurrences[variable] ?? []) {
        if (this.look(clause)) continue;
        this.weights[clause] = (this.weights[clause] ?? 0) + 1;
        possible = false;
        break;
      }
    }
    queue.length = 0;
    return possible;
  }

  /** Looks at one clause: when only one part of it can still hold, that part must. */
  private look(clause: number): boolean {
    const { literalVariable, literalSet, setWords, domains, offsets } = this;
    let open = -1;
    const end = this.starts[clause + 1] ?? 0;
    for (let literal = this.starts[clause] ?? 0; literal < end; literal += 1) {
      const variable = literalVariable[literal] ?? 0;
      const from = offsets[variable] ?? 0;
      const to = offsets[variable + 1] ?? 0;
      const at = literalSet[literal] ?? 0;
      let inside = 0;
      let outside = 0;
      for (let word = from; word < to; word += 1) {
        const domain = domains[word] ?? 0;
        const set = setWords[at + word - from] ?? 0;
        inside |= domain & set;
        outside |= domain & ~set;
      }
      if (outside === 0) return true;
      if (inside === 0) continue;
      if (open >= 0) return true;
      open = literal;
    }
    return open >= 0 && this.keep(literalVariable[open] ?? 0, setWords, literalSet[open] ?? 0, false);
  }

  /** The cheapest value that is left to a variable; of equally cheap ones the first, or that of the last solution. */
  private cheapest(variable: number, costs: Float64Array | null | undefined): number {
    const size = this.space.sizes[variable] ?? 0;
    let best = -1;
    if (!costs && this.has(variable, this.lastFound[variable] ?? 0)) return this.lastFound[variable] ?? 0;
    for (let value = 0; value < size; value += 1) {
      if (!this.has(variable, value)) continue;
      if (!costs) return value;
      if (best < 0 || (costs[value] ?? 0) < (costs[best] ?? 0)) best = value;
    }
    return best;
  }

  /** Gives every variable the value that an objective likes best, whether or not all clauses hold. */
  pick(objective: Objective): Int32Array {
    for (let variable = 0; variable < this.picked.length; variable += 1) this.picked[variable] = this.cheapest(variable, objective.costs[variable]);
    return this.picked;
  }

  /** The literal of a clause that what is picked breaks, the one that has made most trouble before; -1 when none is broken. */
  brokenBy(picked: Int32Array): number {
    const { starts, literalVariable, literalSet, setWords } = this;
    let broken = -1;
    for (let clause = 0; clause < this.weights.length; clause += 1) {
      let holds = false;
      for (let literal = starts[clause] ?? 0; literal < (starts[clause + 1] ?? 0); literal += 1) {
        const value = picked[literalVariable[literal] ?? 0] ?? 0;
        if ((((setWords[(literalSet[literal] ?? 0) + (value >>> 5)] ?? 0) >>> (value & 31)) & 1) === 1) {
          holds = true;
          break;
        }
      }
      if (!holds && (broken < 0 || (this.weights[clause] ?? 0) > (this.weights[broken] ?? 0))) broken = clause;
    }
    if (broken < 0) return -1;
    for (let literal = starts[broken] ?? 0; literal < (starts[broken + 1] ?? 0); literal += 1) if (this.meets(literalVariable[literal] ?? 0, this.setOf(literal))) return literal;
    return -1;
  }

  variableOf(literal: number): number {
    return this.literalVariable[literal] ?? 0;
  }

  setOf(literal: number): ValueSet {
    const at = this.literalSet[literal] ?? 0;
    const variable = this.variableOf(literal);
    return this.setWords.subarray(at, at + (this.offsets[variable + 1] ?? 0) - (this.offsets[variable] ?? 0));
  }

  /**
   * Finds values with which every clause holds, within what is left to the variables. What is left to them is as before
   * afterwards.
   *
   * @returns null when there are none: that is proved
   */
  solve(budget: Budget, objective: Objective): Int32Array | null {
    if (this.impossible) return null;
    const start = this.mark();
    let left = 0;
    const visit = (): boolean => {
      spend(budget);
      left -= 1;
      if (left < 0) throw new Restart();
      const literal = this.brokenBy(this.pick(objective));
      if (literal < 0) return true;
      const variable = this.variableOf(literal);
      const set = this.setOf(literal);
      const mark = this.mark();
      if (this.narrow(variable, set) && visit()) return true;
      this.undo(mark);
      return this.without(variable, set) && visit();
    };
    // Clauses that made trouble are looked at first after a restart, so that what can't be is soon found not to be.
    for (let most = FIRST_RUN; ; most *= 2) {
      left = most;
      try {
        if (!visit()) return null;
        this.lastFound.set(this.picked);
        return this.picked.slice();
      } catch (error) {
        if (!(error instanceof Restart)) throw error;
      } finally {
        this.undo(start);
      }
    }
  }

  private solveWith(variable: number, value: number, budget: Budget, objective: Objective): Int32Array | null {
    const mark = this.mark();
    try {
      return this.only(variable, value) ? this.solve(budget, objective) : null;
    } finally {
      this.undo(mark);
    }
  }

  /** Whether a variable can have a value, with everything else right. */
  canBe(variable: number, value: number, budget: Budget): boolean {
    if (this.impossible || !this.has(variable, value)) return false;
    return this.solveWith(variable, value, budget, NO_COSTS) !== null;
  }

  /**
   * Which values can still be had, each with everything else right.
   *
   * @param wanted the values that are asked about, by variable
   * @param found  told of every value that can be had, and of every one that can't
   */
  possible(budget: Budget, wanted: readonly (readonly number[])[], found: (variable: number, value: number, can: boolean) => void): void {
    // A value that is still to be shown to be possible is liked best: each solution shows many of them.
    const costs = wanted.map((values, variable) => {
      const list = new Float64Array(this.space.sizes[variable] ?? 0).fill(1);
      for (const value of values) list[value] = this.has(variable, value) && !this.impossible ? 0 : 2;
      return list;
    });
    wanted.forEach((values, variable) => {
      for (const value of values) if (costs[variable]?.[value] === 2) found(variable, value, false);
    });
    if (this.impossible) return;
    const take = (values: Int32Array): void => {
      for (let variable = 0; variable < costs.length; variable += 1) {
        const value = values[variable] ?? 0;
        const list = costs[variable];
        if (!list || list[value] !== 0) continue;
        list[value] = 1;
        found(variable, value, true);
      }
    };
    wanted.forEach((values, variable) => {
      for (const value of values) {
        if (costs[variable]?.[value] !== 0) continue;
        const solution = this.solveWith(variable, value, budget, { costs });
        if (solution) take(solution);
        else {
          const list = costs[variable];
          if (list) list[value] = 2;
          found(variable, value, false);
        }
      }
    });
  }
}
