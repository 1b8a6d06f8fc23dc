import { type RuleEffect } from '../../catalog';
import { type Program, programWith } from '../../compile';
import { type Budget, holdsFor, NO_COSTS, Solver, within } from '../../constraints';
import { kindOfEffect } from '../../rules';
import { type Resolution } from '../../run';
import { type Model } from '../model/model';
import { modelOf } from '../model/model-of';
import { BY_PRICE } from '../price/price-range';
import { isSold, type Witness, witnessOf } from '../model/witness';

export interface Opposing {
  readonly first: number;
  readonly second: number;
  /** a selection with which both fire */
  readonly example: Witness;
}

/**
 * Asks about rules: one model in which effects can be left aside, and assumptions.
 *
 * @param program a product with rules
 */
export class RuleQuestions {
  private readonly model: Model;
  private readonly solver: Solver;
  private readonly rules: readonly (readonly RuleEffect[])[];

  constructor(
    private readonly program: Program,
    today: string,
  ) {
    this.model = modelOf(program, today, { look: BY_PRICE, side: 'outer', switched: true });
    this.solver = new Solver(this.model.space);
    this.rules = (program.rules?.program.rules ?? []).map(({ rule }) => rule.then);
  }

  /**
   * A solution with which rules fire while some effects are left aside.
   *
   * @returns null when there is none: that is proved; undefined when the budget was spent
   */
  private solution(
    firing: readonly number[],
    aside: ReadonlySet<RuleEffect>,
    budget: Budget,
  ): Int32Array | null | undefined {
    const { model, solver } = this;
    const mark = solver.mark();
    try {
      for (const [effect, variable] of model.switches?.kept ?? [])
        if (!solver.only(variable, aside.has(effect) ? 0 : 1)) return null;
      for (const rule of firing) if (!solver.only(model.switches?.firing[rule] ?? 0, 1)) return null;
      return within(() => solver.solve(budget, NO_COSTS));
    } finally {
      solver.undo(mark);
    }
  }

  /** Whether something could be sold without a rule. */
  sellsWithout(rule: number, budget: Budget): boolean {
    return Boolean(this.solution([], new Set(this.rules[rule]), budget));
  }

  /** What is true of a rule that fires in no solution that is known. */
  whySilent(rule: number, budget: Budget): 'fires' | 'neverFires' | 'endsSale' | 'unknown' {
    const kept = this.solution([rule], new Set(), budget);
    if (kept !== null) return kept ? 'fires' : 'unknown';
    // With what the rule does itself left out: can it fire at all?
    const aside = this.solution([rule], new Set(this.rules[rule]), budget);
    if (aside === undefined) return 'unknown';
    return aside === null ? 'neverFires' : 'endsSale';
  }

  /**
   * A selection with which two rules fire, everything else as it is, though two of their effects can't both be kept:
   * one that is sold as it is, or would be without those two.
   *
   * @returns null when there is none; undefined when that could not be told
   */
  bothFire(first: number, second: number, effects: Pairs, budget: Budget): Witness | null | undefined {
    let known = true;
    for (const pair of [[], ...effects]) {
      const aside = new Set<RuleEffect>(pair);
      const solution = this.solution([first, second], aside, budget);
      if (solution === undefined) known = false;
      if (!solution) continue;
      const shown = this.shown(solution, aside, [first, second]);
      if (shown) return shown;
      known = false;
    }
    return known ? null : undefined;
  }

  /** The example, where resolving it, without those effects, fires the rules. */
  private shown(solution: Int32Array, aside: ReadonlySet<RuleEffect>, firing: readonly number[]): Witness | null {
    const firesAll = (resolution: Resolution) =>
      isSold(resolution) && firing.every((rule) => resolution.rules[rule]?.fired);
    const program = withoutEffects(this.program, aside);
    return witnessOf(this.model, solution, firesAll, { program })?.witness ?? null;
  }
}

/** The product as it would be without some effects of its rules. */
function withoutEffects(program: Program, aside: ReadonlySet<RuleEffect>): Program {
  if (!program.rules || aside.size === 0) return program;
  const { program: rules, itemEffects } = program.rules;
  const onChoice = new Map(
    [...rules.onChoice].map(([index, effects]) => [index, effects.filter(({ effect }) => !aside.has(effect))]),
  );
  const shownByRule = new Set(
    [...rules.shownByRule].filter((index) => onChoice.get(index)?.some(({ effect }) => effect.kind === 'show')),
  );
  return programWith(program, {
    rules: {
      ...program.rules,
      program: { ...rules, onChoice, shownByRule },
      itemEffects: itemEffects.filter(({ effect }) => !aside.has(effect)),
    },
  });
}

type Pairs = readonly (readonly [RuleEffect, RuleEffect])[];

/** Every two rules that have effects which can't both be kept. */
export function* opposedRules(program: Program): Generator<{ first: number; second: number; effects: Pairs }> {
  const rules = (program.rules?.program.rules ?? []).map(({ rule }) => rule.then);
  for (let first = 0; first < rules.length; first += 1) {
    for (let second = first + 1; second < rules.length; second += 1) {
      const effects = (rules[first] ?? []).flatMap((a) =>
        (rules[second] ?? []).filter((b) => oppose(a, b, program)).map((b) => [a, b] as const),
      );
      if (effects.length > 0) yield { first, second, effects };
    }
  }
}

/** Whether two effects can't both be kept, or one only undoes the other. */
function oppose(a: RuleEffect, b: RuleEffect, { choices, indexOf }: Program): boolean {
  const optionsOf = (choice: string) => choices[indexOf.get(choice) ?? -1]?.options ?? [];
  return kindOfEffect(a).opposes(a, b, optionsOf) || kindOfEffect(b).opposes(b, a, optionsOf);
}

/** Rules that never fire, and those with which, once they fire, nothing can be sold though they don't refuse. */
export function silentRules(
  model: Model,
  solutions: readonly Int32Array[],
  questions: () => RuleQuestions,
  budget: Budget,
): { whole: boolean; found: { neverFire: number[]; endSale: number[] } } {
  const rules = model.program.rules?.program.rules ?? [];
  const [neverFire, endSale]: [number[], number[]] = [[], []];
  let whole = true;
  rules.forEach(({ rule: { then } }, rule) => {
    const formula = model.fires[rule];
    if (!formula || solutions.some((values) => holdsFor(formula, values))) return;
    const why = questions().whySilent(rule, budget);
    if (why === 'unknown') whole = false;
    if (why === 'neverFires') neverFire.push(rule);
    if (why === 'endsSale' && !then.some(({ kind }) => kind === 'refuse')) endSale.push(rule);
  });
  return { whole, found: { neverFire, endSale } };
}
