import { type Branch, Branching, NO_COSTS, type Objective } from './branching';
import { type Budget, spend } from './budget';
import { Clauses } from './clauses';
import { type ValueSet } from './formula';
import { lessonOf } from './learning';
import { type Space } from './space';
import { byCounter, DECIDED, Trail } from './trail';

/** Conflicts after which a search first begins again with what it has learned. */
const FIRST_RUN = 60;
const LONGER = 1.5;
/** What has been learned is forgotten when it is more than this. */
const MOST_LEARNED = 6000;

const NOTHING_WRONG = -1;
const NO_VALUES: ValueSet = new Uint32Array();

/**
 * Finds values for all variables of a space so that every clause and counter holds, exactly. What a dead end teaches is
 * kept as a clause, and serves all later questions.
 */
export class Solver {
  private readonly trail: Trail;
  private readonly clauses: Clauses;
  /** clauses up to here are the space's own, the others were learned */
  private readonly own: number;
  /** clauses of one literal, which nothing watches */
  private readonly units: number[] = [];
  private readonly weights: Float64Array;
  private readonly countersOf: readonly number[][];
  private readonly queue: number[] = [];
  private readonly counting: number[] = [];
  private readonly isToCount: Uint8Array;
  private readonly queued: Uint8Array;
  /** what can't be kept, when following clauses ended */
  private broken = NOTHING_WRONG;
  private isBroken = false;
  private readonly branching: Branching;
  /** whether what must hold can't, whatever is picked */
  readonly impossible: boolean;

  constructor(readonly space: Space) {
    const { sizes, clauses, counters } = space;
    this.trail = new Trail(sizes);
    this.clauses = new Clauses(this.trail.offsets);
    for (const { variables, sets } of clauses)
      this.clauses.add(variables.map((variable, place) => ({ variable, values: sets[place] ?? NO_VALUES })));
    this.own = this.clauses.count;
    this.weights = new Float64Array(this.own).fill(1);
    this.queued = new Uint8Array(sizes.length);
    this.isToCount = new Uint8Array(counters.length);
    this.branching = new Branching(space, this.trail, this.clauses, this.weights);
    const countersOf: number[][] = sizes.map(() => []);
    counters.forEach(({ variables }, counter) => variables.forEach((variable) => countersOf[variable]?.push(counter)));
    this.countersOf = countersOf;
    let possible = sizes.every((size) => size > 0) && clauses.every(({ variables }) => variables.length > 0);
    clauses.forEach(({ variables }, clause) => variables.length === 1 && this.units.push(clause));
    possible = possible && this.assertUnits();
    for (let counter = 0; possible && counter < counters.length; counter += 1) possible = this.count(counter);
    this.impossible = !(possible && this.propagate());
  }

  /** Forgets the last solution, so that of equally good values the first are picked again. */
  forget(): void {
    this.branching.forget();
  }

  /** A place to come back to. */
  mark(): number {
    return this.trail.mark();
  }

  undo(mark: number): void {
    this.trail.undo(mark);
  }

  has(variable: number, value: number): boolean {
    return this.trail.has(variable, value);
  }

  /** Whether all values that are left to a variable are among some. */
  isWithin(variable: number, set: ValueSet): boolean {
    return this.trail.isWithin(variable, set);
  }

  /** Whether any value that is left to a variable is among some. */
  meets(variable: number, set: ValueSet): boolean {
    return this.trail.meets(variable, set);
  }

  /** Leaves a variable only values of a set. @returns whether that can be, as far as following clauses tells */
  narrow(variable: number, set: ValueSet): boolean {
    return this.decide(variable, set, false);
  }

  /** Takes values of a set from a variable. */
  without(variable: number, set: ValueSet): boolean {
    return this.decide(variable, set, true);
  }

  only(variable: number, value: number): boolean {
    const set = new Uint32Array((this.trail.offsets[variable + 1] ?? 0) - (this.trail.offsets[variable] ?? 0));
    set[value >>> 5] = 1 << (value & 31);
    return this.narrow(variable, set);
  }

  private decide(variable: number, set: ValueSet, opposite: boolean): boolean {
    this.trail.level += 1;
    if (!this.keep(variable, set, 0, opposite, DECIDED)) return false;
    if (this.propagate()) return true;
    const lesson = lessonOf(this.trail, this.clauses, this.space.counters, this.broken, 0);
    if (lesson && this.clauses.count - this.own < MOST_LEARNED) this.learn(lesson.literals);
    return false;
  }

  private learn(literals: Parameters<Clauses['add']>[0]): number {
    const clause = this.clauses.add(literals);
    if (literals.length === 1) this.units.push(clause);
    return clause;
  }

  private keep(variable: number, words: ValueSet, at: number, opposite: boolean, reason: number): boolean {
    const became = this.trail.keep(variable, words, at, opposite, reason);
    if (became === 2 && this.queued[variable] === 0) {
      this.queued[variable] = 1;
      this.queue.push(variable);
    }
    return became !== 0;
  }

  private fail(reason: number): false {
    this.broken = reason;
    this.isBroken = true;
    if (reason >= 0 && reason < this.own) this.weights[reason] = (this.weights[reason] ?? 0) + 1;
    return false;
  }

  private assertUnits(): boolean {
    const { starts, variables, places } = this.clauses;
    for (const clause of this.units) {
      const literal = starts[clause] ?? 0;
      if (!this.trail.meets(variables[literal] ?? 0, this.clauses.words, places[literal])) return this.fail(clause);
      this.keep(variables[literal] ?? 0, this.clauses.words, places[literal] ?? 0, false, clause);
    }
    return true;
  }

  private propagate(): boolean {
    const { queue, counting } = this;
    this.isBroken = false;
    for (let place = 0; place < queue.length || counting.length > 0;) {
      if (place < queue.length) {
        const variable = queue[place] ?? 0;
        place += 1;
        this.queued[variable] = 0;
        if (!this.isBroken && this.follow(variable)) this.toCount(variable);
        continue;
      }
      // Many variables of a counter may have changed: it is counted once.
      const counter = counting.pop() ?? 0;
      this.isToCount[counter] = 0;
      if (!this.isBroken) this.count(counter);
    }
    queue.length = 0;
    return !this.isBroken;
  }

  private toCount(variable: number): void {
    for (const counter of this.countersOf[variable] ?? []) {
      if (this.isToCount[counter] === 1) continue;
      this.isToCount[counter] = 1;
      this.counting.push(counter);
    }
  }

  /** Looks at the clauses that watch a variable which has fewer values than before. */
  private follow(variable: number): boolean {
    const { trail, clauses } = this;
    const { starts, variables, places } = clauses;
    const list = clauses.watching[variable] ?? [];
    let kept = 0;
    for (let index = 0; index < list.length; index += 1) {
      const clause = list[index] ?? 0;
      const first = starts[clause] ?? 0;
      const own = variables[first] === variable ? first : first + 1;
      const other = own === first ? first + 1 : first;
      list[kept] = clause;
      kept += 1;
      if (trail.meets(variable, clauses.words, places[own])) continue;
      const partner = variables[other] ?? 0;
      if (trail.isWithin(partner, clauses.words, places[other])) continue;
      const next = this.unfalse(first + 2, starts[clause + 1] ?? 0);
      if (next >= 0) {
        clauses.swap(own, next);
        clauses.watching[variables[own] ?? 0]?.push(clause);
        kept -= 1;
        continue;
      }
      if (trail.meets(partner, clauses.words, places[other])) {
        this.keep(partner, clauses.words, places[other] ?? 0, false, clause);
        continue;
      }
      for (index += 1; index < list.length; index += 1) {
        list[kept] = list[index] ?? 0;
        kept += 1;
      }
      list.length = kept;
      return this.fail(clause);
    }
    list.length = kept;
    return true;
  }

  /** The first of some literals that can still hold; -1 when none can. */
  private unfalse(from: number, to: number): number {
    const { variables, places, words } = this.clauses;
    for (let literal = from; literal < to; literal += 1)
      if (this.trail.meets(variables[literal] ?? 0, words, places[literal])) return literal;
    return -1;
  }

  /** Follows what a counter leaves: as many as may be, or none, or all that are left. */
  private count(index: number): boolean {
    const counter = this.space.counters[index];
    if (!counter) return true;
    const { variables, picked, unpicked, least, most } = counter;
    let [certain, out] = [0, 0];
    for (let place = 0; place < variables.length; place += 1) {
      if (!this.trail.meets(variables[place] ?? 0, unpicked[place] ?? NO_VALUES)) certain += 1;
      else if (!this.trail.meets(variables[place] ?? 0, picked[place] ?? NO_VALUES)) out += 1;
    }
    const left = variables.length - out;
    if (certain > most || (certain > 0 && left < least)) return this.fail(byCounter(index));
    const none = certain === most || left < least;
    const all = certain > 0 && left === least;
    if (!none && !all) return true;
    for (let place = 0; place < variables.length; place += 1) {
      const variable = variables[place] ?? 0;
      const [inside, outside] = [picked[place] ?? NO_VALUES, unpicked[place] ?? NO_VALUES];
      if (this.trail.meets(variable, inside) && this.trail.meets(variable, outside))
        this.keep(variable, none ? outside : inside, 0, false, byCounter(index));
    }
    return true;
  }

  /** Gives every variable the value that an objective likes best, whether or not everything holds. */
  pick(objective: Objective): Int32Array {
    return this.branching.pick(objective);
  }

  /** What to decide because what is picked breaks something; null when nothing is broken. */
  brokenBy(picked: Int32Array, objective: Objective): Branch | null {
    return this.branching.brokenBy(picked, objective);
  }

  /**
   * Finds values with which everything holds, within what is left to the variables. What is left to them is as before
   * afterwards.
   *
   * @returns null when there are none: that is proved
   */
  solve(budget: Budget, objective: Objective): Int32Array | null {
    if (this.impossible) return null;
    if (this.clauses.count - this.own > MOST_LEARNED && !this.trail.leansOn(this.own)) this.forgetLearned();
    const start = this.mark();
    const base = this.trail.level;
    try {
      if (!this.assertUnits() || !this.propagate()) return null;
      let [conflicts, most] = [0, FIRST_RUN];
      for (;;) {
        spend(budget);
        const branch = this.brokenBy(this.pick(objective), objective);
        if (!branch) return this.branching.found();
        this.trail.level += 1;
        this.keep(branch.variable, branch.values, 0, false, DECIDED);
        while (!this.propagate()) {
          spend(budget);
          conflicts += 1;
          if (!this.turnBack(base)) return null;
        }
        if (conflicts < most) continue;
        this.trail.backTo(base);
        [conflicts, most] = [0, most * LONGER];
      }
    } finally {
      this.queue.forEach((variable) => (this.queued[variable] = 0));
      this.queue.length = 0;
      this.trail.undo(start);
    }
  }

  /**
   * Goes back to where what a conflict teaches says something new. @returns false when that is before the search began
   */
  private turnBack(base: number): boolean {
    const lesson = lessonOf(this.trail, this.clauses, this.space.counters, this.broken, base);
    if (!lesson) return false;
    this.trail.backTo(Math.max(lesson.level, base));
    const clause = this.learn(lesson.literals);
    const literal = this.clauses.starts[clause] ?? 0;
    this.keep(
      this.clauses.variables[literal] ?? 0,
      this.clauses.words,
      this.clauses.places[literal] ?? 0,
      false,
      clause,
    );
    return true;
  }

  private forgetLearned(): void {
    this.clauses.forgetFrom(this.own);
    this.units.splice(0, this.units.length, ...this.units.filter((clause) => clause < this.own));
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
   * @param isTold whether nothing is to be found out of a value any more
   */
  possible(
    budget: Budget,
    wanted: readonly (readonly number[])[],
    found: (variable: number, value: number, can: boolean) => void,
    isTold: (variable: number, value: number) => boolean = () => false,
  ): void {
    // A value that is still to be shown to be possible is liked best: each solution shows many of them.
    const costs = wanted.map((values, variable) => {
      if (values.length === 0) return null;
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
        if (costs[variable]?.[value] !== 0 || isTold(variable, value)) continue;
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
