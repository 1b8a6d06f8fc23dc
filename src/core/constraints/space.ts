import { type Counter, counterOf } from './counter';
import { type Formula, hasValue, isEmptySet, type ValueSet, valuesWhere } from './formula';

/** At least one of these holds: a variable has one of some values. */
export interface Clause {
  readonly variables: readonly number[];
  readonly sets: readonly ValueSet[];
}

/**
 * Parts of an "any" are written out against each other up to so many clauses; beyond that a helper variable is made.
 */
const MOST_WRITTEN_OUT = 24;

/** Variables with finitely many values, and what must hold of them, as clauses. */
export class Space {
  readonly sizes: number[] = [];
  /**
   * By variable and value, what it counts as: values that count as the same are one when combinations are counted. A
   * variable all of whose values count as the same only has to have some value.
   */
  readonly countsAs: (readonly number[])[] = [];
  readonly clauses: Clause[] = [];
  readonly counters: Counter[] = [];

  /** @returns the number of the new variable */
  variable(size: number, countsAs: readonly number[] = Array.from({ length: size }, (_, value) => value)): number {
    this.sizes.push(size);
    this.countsAs.push(countsAs);
    return this.sizes.length - 1;
  }

  /** A variable that is only there to help: it is not counted. */
  helper(size: number): number {
    return this.variable(
      size,
      Array.from({ length: size }, () => 0),
    );
  }

  is(variable: number, test: (value: number) => boolean): Formula {
    return { kind: 'is', variable, values: valuesWhere(this.sizes[variable] ?? 0, test) };
  }

  require(formula: Formula): void {
    this.clauses.push(...this.clausesOf(formula));
  }

  /** Requires that either none of some variables is picked, or from a least to a most of them are. */
  limit(members: Parameters<typeof counterOf>[1], least: number, most: number): void {
    if (least > 1 || most < members.length) this.counters.push(counterOf(this.sizes, members, least, most));
  }

  private clausesOf(formula: Formula): Clause[] {
    if (formula.kind === 'is') {
      const { variable, values } = formula;
      if (isEmptySet(values)) return [{ variables: [], sets: [] }];
      return this.isFull(variable, values) ? [] : [{ variables: [variable], sets: [values] }];
    }
    if (formula.kind === 'all') return formula.of.flatMap((part) => this.clausesOf(part));
    let written: Clause[] = [{ variables: [], sets: [] }];
    const parts = formula.of.map((part) => this.clausesOf(part)).sort((a, b) => a.length - b.length);
    for (const part of parts) {
      if (part.length > 1 && written.length * part.length > MOST_WRITTEN_OUT) {
        // The helper says that this part is the one that holds.
        const helper = this.helper(2);
        const off = valuesWhere(2, (value) => value === 0);
        for (const clause of part) {
          const whole = this.joined(clause, { variables: [helper], sets: [off] });
          if (whole) this.clauses.push(whole);
        }
        written = this.product(written, [{ variables: [helper], sets: [valuesWhere(2, (value) => value === 1)] }]);
      } else written = this.product(written, part);
    }
    return written;
  }

  private product(left: readonly Clause[], right: readonly Clause[]): Clause[] {
    return left.flatMap((one) => right.flatMap((other) => this.joined(one, other) ?? []));
  }

  /** @returns null where the clause always holds */
  private joined(left: Clause, right: Clause): Clause | null {
    const variables = [...left.variables];
    const sets = [...left.sets];
    for (const [place, variable] of right.variables.entries()) {
      const set = right.sets[place];
      if (!set) continue;
      const known = variables.indexOf(variable);
      if (known < 0) {
        variables.push(variable);
        sets.push(set);
        continue;
      }
      const both = sets[known]?.map((word, at) => word | (set[at] ?? 0)) ?? set;
      if (this.isFull(variable, both)) return null;
      sets[known] = both;
    }
    return { variables, sets };
  }

  private isFull(variable: number, set: ValueSet): boolean {
    const size = this.sizes[variable] ?? 0;
    for (let value = 0; value < size; value += 1) if (!hasValue(set, value)) return false;
    return true;
  }
}
