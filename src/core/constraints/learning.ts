import { type Clauses, type Literal } from './clauses';
import { type Counter } from './counter';
import { type ValueSet } from './formula';
import { counterOf, DECIDED, type Trail } from './trail';

/** What a conflict teaches: a clause that keeps it from happening again, its newest literal first. */
export interface Lesson {
  readonly literals: readonly Literal[];
  /** the level from which on the first literal must hold */
  readonly level: number;
}

/**
 * Works out why values were taken away, back to what was decided, until only one thing of the newest level is left.
 *
 * Source: conflict analysis to the first unique implication point (Marques-Silva and Sakallah, GRASP, 1996), with
 * literals that are sets of values and resolved by intersecting them (signed resolution; Beckert, Hähnle and Manyà,
 * 2000). Both from memory.
 */
class Explaining {
  private readonly literals = new Map<number, ValueSet>();
  /** by variable, the event that made its literal false */
  private readonly events = new Map<number, number>();

  constructor(
    private readonly trail: Trail,
    private readonly clauses: Clauses,
    private readonly counters: readonly Counter[],
  ) {}

  /** @returns null when it lies at the level `base` or before: then nothing helps */
  lesson(reason: number, base: number): Lesson | null {
    this.add(reason, this.trail.mark(), -1);
    for (;;) {
      let [newest, latest] = [-1, -1];
      for (const [variable, event] of this.events) if (event > latest) [newest, latest] = [variable, event];
      const level = latest < 0 ? 0 : this.trail.levelOf(latest);
      if (latest < 0 || level <= base) return null;
      let [onLevel, before] = [0, base];
      for (const event of this.events.values()) {
        const other = this.trail.levelOf(event);
        if (other === level) onLevel += 1;
        else if (other > before) before = other;
      }
      const why = this.trail.reasonOf(latest);
      if (onLevel === 1 || why === DECIDED) return { literals: this.ordered(), level: before };
      const falsified = this.literals.get(newest) ?? new Uint32Array();
      this.literals.delete(newest);
      this.events.delete(newest);
      this.add(why, latest, newest, falsified);
    }
  }

  private ordered(): Literal[] {
    return [...this.literals]
      .sort(([a], [b]) => (this.events.get(b) ?? 0) - (this.events.get(a) ?? 0))
      .map(([variable, values]) => ({ variable, values }));
  }

  /** Adds the literals of a reason. @param about the variable that it narrowed, with what of it was false thereby */
  private add(reason: number, event: number, about: number, falsified?: ValueSet): void {
    const take = (variable: number, values: ValueSet) => {
      this.merge(
        variable,
        variable === about && falsified ? values.map((word, at) => word & (falsified[at] ?? 0)) : values,
      );
    };
    if (reason >= 0) {
      for (
        let literal = this.clauses.starts[reason] ?? 0;
        literal < (this.clauses.starts[reason + 1] ?? 0);
        literal += 1
      )
        take(this.clauses.variables[literal] ?? 0, this.clauses.valuesOf(literal));
      return;
    }
    const counter = this.counters[counterOf(reason)];
    if (counter) this.explainCount(counter, event, about, take);
  }

  /** Why a counter narrowed a variable, or can't be kept any more. */
  private explainCount(
    { variables, picked, unpicked, least, most }: Counter,
    event: number,
    about: number,
    take: (variable: number, values: ValueSet) => void,
  ): void {
    const NONE = new Uint32Array();
    const lies = (domain: ValueSet, values: ValueSet) => values.every((word, at) => ((domain[at] ?? 0) & ~word) === 0);
    const certain: number[] = [];
    const out: number[] = [];
    variables.forEach((variable, place) => {
      if (variable === about) return;
      const domain = this.trail.domainBefore(variable, event);
      if (lies(domain, picked[place] ?? NONE)) certain.push(place);
      else if (lies(domain, unpicked[place] ?? NONE)) out.push(place);
    });
    const sayUnpicked = (places: readonly number[]) =>
      places.forEach((place) => take(variables[place] ?? 0, unpicked[place] ?? NONE));
    const sayPicked = (places: readonly number[]) =>
      places.forEach((place) => take(variables[place] ?? 0, picked[place] ?? NONE));
    const own = variables.indexOf(about);
    const becamePicked =
      own >= 0 && this.trail.meets(about, picked[own] ?? NONE) && !this.trail.meets(about, unpicked[own] ?? NONE);
    if (own >= 0 && becamePicked) {
      // So few are left that, as one is picked, all of them must be.
      sayPicked(out.slice(0, variables.length - least));
      sayUnpicked(certain.slice(0, 1));
      sayPicked([own]);
    } else if (own >= 0) {
      if (certain.length >= most) sayUnpicked(certain.slice(0, most));
      else sayPicked(out.slice(0, variables.length - least + 1));
      sayUnpicked([own]);
    } else if (certain.length > most) sayUnpicked(certain.slice(0, most + 1));
    else {
      sayPicked(out.slice(0, variables.length - least + 1));
      sayUnpicked(certain.slice(0, 1));
    }
  }

  private merge(variable: number, values: ValueSet): void {
    const known = this.literals.get(variable);
    const both = values.map((word, at) => word | (known?.[at] ?? 0));
    const event = this.trail.emptiedBy(variable, both);
    // What can't be in any case says nothing.
    if (event < 0 || this.trail.levelOf(event) === 0) return;
    this.literals.set(variable, both);
    this.events.set(variable, event);
  }
}

/** What a conflict teaches. @param reason the clause or counter that can't be kept any more */
export function lessonOf(
  trail: Trail,
  clauses: Clauses,
  counters: readonly Counter[],
  reason: number,
  base: number,
): Lesson | null {
  return new Explaining(trail, clauses, counters).lesson(reason, base);
}
