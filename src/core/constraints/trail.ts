import { type ValueSet, wordsFor } from './formula';

/** Why values were taken from a variable: what was decided, a clause, or a counter. */
export const DECIDED = -1;

/** The reason that a counter is. */
export const byCounter = (counter: number): number => -2 - counter;
export const counterOf = (reason: number): number => -2 - reason;

/**
 * The values that are left to each variable, as bits, and how it came to that: every narrowing is an event with its
 * reason, so that it can be undone and explained.
 */
export class Trail {
  readonly offsets: Int32Array;
  readonly domains: Uint32Array;
  /** how many values are decided one after the other; 0 for what must be so in any case */
  level = 0;
  /** by event: which variable, why, on which level, and the event of the same variable before it */
  private readonly variables: number[] = [];
  private readonly reasons: number[] = [];
  private readonly levels: number[] = [];
  private readonly before: number[] = [];
  /** by event, where its words begin in {@link wordAt} and {@link wordWas} */
  private readonly starts: number[] = [];
  private readonly wordAt: number[] = [];
  private readonly wordWas: number[] = [];
  private readonly latest: Int32Array;
  private readonly scratch: Uint32Array;

  constructor(sizes: readonly number[]) {
    this.offsets = new Int32Array(sizes.length + 1);
    sizes.forEach((size, variable) => (this.offsets[variable + 1] = (this.offsets[variable] ?? 0) + wordsFor(size)));
    this.domains = new Uint32Array(this.offsets[sizes.length] ?? 0);
    sizes.forEach((size, variable) => {
      for (let value = 0; value < size; value += 1) {
        const word = (this.offsets[variable] ?? 0) + (value >>> 5);
        this.domains[word] = (this.domains[word] ?? 0) | (1 << (value & 31));
      }
    });
    this.latest = new Int32Array(sizes.length).fill(-1);
    this.scratch = new Uint32Array(sizes.reduce((most, size) => Math.max(most, wordsFor(size)), 1));
  }

  /** A place to come back to: how many events there were. */
  mark(): number {
    return this.variables.length;
  }

  undo(mark: number): void {
    while (this.variables.length > mark) {
      const start = this.starts.pop() ?? 0;
      while (this.wordAt.length > start) this.domains[this.wordAt.pop() ?? 0] = this.wordWas.pop() ?? 0;
      this.latest[this.variables.pop() ?? 0] = this.before.pop() ?? -1;
      this.reasons.pop();
      this.levels.pop();
    }
    this.level = this.levels.at(-1) ?? 0;
  }

  /** Undoes all events of later levels. */
  backTo(level: number): void {
    let mark = this.levels.length;
    while (mark > 0 && (this.levels[mark - 1] ?? 0) > level) mark -= 1;
    this.undo(mark);
    this.level = level;
  }

  levelOf(event: number): number {
    return this.levels[event] ?? 0;
  }

  reasonOf(event: number): number {
    return this.reasons[event] ?? DECIDED;
  }

  /** Whether any event has a reason from a clause on. */
  leansOn(clause: number): boolean {
    return this.reasons.some((reason) => reason >= clause);
  }

  has(variable: number, value: number): boolean {
    return (((this.domains[(this.offsets[variable] ?? 0) + (value >>> 5)] ?? 0) >>> (value & 31)) & 1) === 1;
  }

  /** Whether all values that are left to a variable are among some. */
  isWithin(variable: number, set: ValueSet, at = 0): boolean {
    const from = this.offsets[variable] ?? 0;
    const words = (this.offsets[variable + 1] ?? 0) - from;
    for (let word = 0; word < words; word += 1)
      if (((this.domains[from + word] ?? 0) & ~(set[at + word] ?? 0)) !== 0) return false;
    return true;
  }

  /** Whether any value that is left to a variable is among some. */
  meets(variable: number, set: ValueSet, at = 0): boolean {
    const from = this.offsets[variable] ?? 0;
    const words = (this.offsets[variable + 1] ?? 0) - from;
    for (let word = 0; word < words; word += 1)
      if (((this.domains[from + word] ?? 0) & (set[at + word] ?? 0)) !== 0) return true;
    return false;
  }

  /**
   * Leaves a variable only values of a set, or only others.
   *
   * @returns 0 when nothing is left to it, 1 when nothing changed, 2 when it has fewer values than before
   */
  keep(variable: number, set: ValueSet, at: number, opposite: boolean, reason: number): 0 | 1 | 2 {
    const from = this.offsets[variable] ?? 0;
    const to = this.offsets[variable + 1] ?? 0;
    const start = this.wordAt.length;
    let left = 0;
    for (let word = from; word < to; word += 1) {
      const was = this.domains[word] ?? 0;
      const allowed = set[at + word - from] ?? 0;
      const now = (opposite ? was & ~allowed : was & allowed) >>> 0;
      if (now !== was) {
        this.wordAt.push(word);
        this.wordWas.push(was);
        this.domains[word] = now;
      }
      left |= now;
    }
    if (this.wordAt.length === start) return left === 0 ? 0 : 1;
    this.before.push(this.latest[variable] ?? -1);
    this.latest[variable] = this.variables.length;
    this.variables.push(variable);
    this.reasons.push(reason);
    this.levels.push(this.level);
    this.starts.push(start);
    return left === 0 ? 0 : 2;
  }

  /** The event that took the last value of a set from a variable; -1 where none of it was there to begin with. */
  emptiedBy(variable: number, set: ValueSet): number {
    const from = this.offsets[variable] ?? 0;
    const words = (this.offsets[variable + 1] ?? 0) - from;
    const { scratch } = this;
    for (let word = 0; word < words; word += 1) scratch[word] = this.domains[from + word] ?? 0;
    for (let event = this.latest[variable] ?? -1; event >= 0; event = this.before[event] ?? -1) {
      let met = false;
      const end = this.starts[event + 1] ?? this.wordAt.length;
      for (let place = this.starts[event] ?? 0; place < end; place += 1) {
        const word = (this.wordAt[place] ?? 0) - from;
        scratch[word] = this.wordWas[place] ?? 0;
        if (((scratch[word] ?? 0) & (set[word] ?? 0)) !== 0) met = true;
      }
      if (met) return event;
    }
    return -1;
  }

  /** What was left to a variable before an event; the answer is overwritten by the next question. */
  domainBefore(variable: number, event: number): Uint32Array {
    const from = this.offsets[variable] ?? 0;
    const words = (this.offsets[variable + 1] ?? 0) - from;
    const { scratch } = this;
    for (let word = 0; word < words; word += 1) scratch[word] = this.domains[from + word] ?? 0;
    for (let later = this.latest[variable] ?? -1; later >= event; later = this.before[later] ?? -1) {
      const end = this.starts[later + 1] ?? this.wordAt.length;
      for (let place = this.starts[later] ?? 0; place < end; place += 1)
        scratch[(this.wordAt[place] ?? 0) - from] = this.wordWas[place] ?? 0;
    }
    return scratch;
  }
}
