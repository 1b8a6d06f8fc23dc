import { type ValueSet } from './formula';

/** One part of a clause: a variable has one of some values. */
export interface Literal {
  readonly variable: number;
  readonly values: ValueSet;
}

/**
 * Clauses in long rows of numbers, and for each variable those that watch it. A clause watches its first two literals:
 * as long as neither is false nothing follows from it.
 */
export class Clauses {
  /** by clause, where its literals begin; one more than there are clauses */
  readonly starts: number[] = [0];
  readonly variables: number[] = [];
  /** by literal, where its words begin in {@link words} */
  readonly places: number[] = [];
  words = new Uint32Array(1024);
  readonly watching: number[][];
  private used = 0;

  constructor(private readonly offsets: Int32Array) {
    this.watching = Array.from({ length: offsets.length - 1 }, () => []);
  }

  get count(): number {
    return this.starts.length - 1;
  }

  /** @returns the number of the new clause */
  add(literals: readonly Literal[]): number {
    const clause = this.count;
    for (const { variable, values } of literals) {
      const size = (this.offsets[variable + 1] ?? 0) - (this.offsets[variable] ?? 0);
      while (this.used + size > this.words.length) {
        const larger = new Uint32Array(this.words.length * 2);
        larger.set(this.words);
        this.words = larger;
      }
      this.variables.push(variable);
      this.places.push(this.used);
      for (let word = 0; word < size; word += 1) this.words[this.used + word] = values[word] ?? 0;
      this.used += size;
    }
    this.starts.push(this.variables.length);
    if (literals.length > 1) for (const { variable } of literals.slice(0, 2)) this.watching[variable]?.push(clause);
    return clause;
  }

  /** Forgets all clauses from one on. */
  forgetFrom(clause: number): void {
    const literals = this.starts[clause] ?? 0;
    if (clause >= this.count) return;
    this.used = this.places[literals] ?? this.used;
    this.starts.length = clause + 1;
    this.variables.length = literals;
    this.places.length = literals;
    for (const list of this.watching) {
      let kept = 0;
      for (const watched of list) {
        if (watched >= clause) continue;
        list[kept] = watched;
        kept += 1;
      }
      list.length = kept;
    }
  }

  /** The values of a literal, as a view that is true until the next clause is added. */
  valuesOf(literal: number): Uint32Array {
    const variable = this.variables[literal] ?? 0;
    const place = this.places[literal] ?? 0;
    return this.words.subarray(place, place + (this.offsets[variable + 1] ?? 0) - (this.offsets[variable] ?? 0));
  }

  swap(one: number, other: number): void {
    const [variable, place] = [this.variables[one] ?? 0, this.places[one] ?? 0];
    this.variables[one] = this.variables[other] ?? 0;
    this.places[one] = this.places[other] ?? 0;
    this.variables[other] = variable;
    this.places[other] = place;
  }
}
