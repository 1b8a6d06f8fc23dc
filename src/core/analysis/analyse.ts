import { type RuleEffect } from '../catalog';
import { type Program } from '../compile';
import { type Budget, countSolutions, type Formula, holdsFor, minimise, NO_COSTS, Solver, type Space, within } from '../constraints';
import { kindOfEffect } from '../rules';
import { type Example, exampleFor } from './example';
import { type Gap, type Model, modelOf, possibleOptions } from './model';
import { priceGoal, priceSteps } from './price-goal';
import { type SharedSku, sharedSkus } from './shared-skus';

/** An end of the price range. */
export interface PriceEnd extends Example {
  /** in major units of the currency */
  readonly price: string;
}

export const stages = ['options', 'rules', 'contradictions', 'prices', 'skus', 'count'] as const;
export type Stage = (typeof stages)[number];

/** What is known of all selections of a product. Plain data, so that a worker can send it. */
export interface Analysis {
  /** stages that have been gone through; the rest is still to come */
  readonly done: readonly Stage[];
  /** stages for which the budget did not suffice: what they found is true, but may not be all */
  readonly cutShort: readonly Stage[];
  /** whether the product has faults, without which there is nothing to analyse */
  readonly faulty: boolean;
  /** whether nothing at all can be sold, and the rules without any one of which something could */
  readonly nothingSells: { readonly without: readonly number[] } | null;
  /** sellable selections over what is picked from lists and answered with yes or no, in full; null while not known */
  readonly selections: string | null;
  /** options that no sellable selection has, by positions */
  readonly deadOptions: readonly { readonly choice: number; readonly option: number }[];
  /** choices that no sellable selection shows */
  readonly neverShown: readonly number[];
  /** rules whose condition can't hold */
  readonly neverFire: readonly number[];
  /** rules with which, once they fire, nothing can be sold, though they don't refuse */
  readonly endSale: readonly number[];
  readonly contradictions: readonly { readonly first: number; readonly second: number; readonly example: Example }[];
  readonly sharedSkus: readonly SharedSku[];
  readonly lowest: PriceEnd | null;
  readonly highest: PriceEnd | null;
  /** a selection that only its price keeps from being sold, because it would be below nothing: then there is no lowest */
  readonly belowNothing: Example | null;
  /** a selection with its quantity for which the whole order line comes to less than nothing, for whichever customers */
  readonly lineBelowNothing: Example | null;
  /** what is typed and bears on the price or on rules: where only its ends and what rules tell apart were looked at */
  readonly covered: readonly { readonly title: string; readonly openAbove: boolean }[];
  readonly gaps: readonly Gap[];
}

/** How much may be done, in steps of searching and of counting; and whether to stop, asked now and then. */
export interface AnalysisLimits {
  readonly searching: number;
  readonly counting: number;
  readonly stop?: () => boolean;
}

export const USUAL_LIMITS: AnalysisLimits = { searching: 200_000, counting: 6_000_000 };

const NOTHING: Analysis = {
  done: [],
  cutShort: [],
  faulty: false,
  nothingSells: null,
  selections: null,
  deadOptions: [],
  neverShown: [],
  neverFire: [],
  endSale: [],
  contradictions: [],
  sharedSkus: [],
  lowest: null,
  highest: null,
  belowNothing: null,
  lineBelowNothing: null,
  covered: [],
  gaps: [],
};

/**
 * Finds out what is true of all selections of a product, stage by stage. Everything it says is proved; what it could
 * not prove within its limits, it says.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 * @returns what is known after each stage
 */
export function* analyse(program: Program, today: string, limits: AnalysisLimits = USUAL_LIMITS): Generator<Analysis, Analysis> {
  if (program.blocking.length > 0) return { ...NOTHING, faulty: true, done: stages };
  const model = modelOf(program, today);
  const solver = new Solver(model.space);
  const covered = model.choices.flatMap((choice) => (!choice || choice.candidates.counted || choice.candidates.coverage === 'every' ? [] : [{ title: program.choices[choice.index]?.title ?? '', openAbove: choice.candidates.openAbove }]));
  let found: Analysis = { ...NOTHING, covered, gaps: model.gaps };
  const budget = (steps: number): Budget => ({ steps, stop: limits.stop });
  const after = (stage: Stage, whole: boolean, more: Partial<Analysis>): Analysis => {
    found = { ...found, ...more, done: [...found.done, stage], cutShort: whole ? found.cutShort : [...found.cutShort, stage] };
    return found;
  };

  const any = within(() => solver.solve(budget(limits.searching), NO_COSTS));
  if (any === null) {
    const rules = (program.rules?.program.rules ?? []).map((_, rule) => rule);
    const without = rules.filter((rule) => within(() => new Solver(modelOf(program, today, new Set([rule])).space).solve(budget(limits.searching), NO_COSTS)));
    return { ...found, nothingSells: { without }, selections: '0', done: stages };
  }

  const options = deadOptions(model, solver, budget(limits.searching));
  yield after('options', options.whole, options.found);

  const rules = silentRules(model, any ? [any] : [], budget(limits.searching));
  yield after('rules', rules.whole, rules.found);

  const pairs = contradictions(model, budget(limits.searching));
  yield after('contradictions', pairs.whole, { contradictions: pairs.found });

  const prices = priceEnds(model, solver, limits);
  yield after('prices', prices.whole, prices.found);

  const skus = sharedSkus(model, budget(limits.searching));
  yield after('skus', skus.whole, { sharedSkus: skus.found });

  const count = within(() => countSolutions(solver, budget(limits.counting)));
  return after('count', count !== undefined, { selections: count === undefined ? null : String(count) });
}

function deadOptions(model: Model, solver: Solver, budget: Budget): { whole: boolean; found: Pick<Analysis, 'deadOptions' | 'neverShown'> } {
  const choices = model.choices.filter((choice) => choice !== null);
  const dead: { choice: number; option: number }[] = [];
  const alive = new Set<number>();
  const whole = within(() => {
    possibleOptions(model, solver, budget, choices, (choice, option, can) => {
      if (can) alive.add(choice);
      else dead.push({ choice, option });
    });
    return true;
  });
  const neverShown = choices.filter(({ index, variables }) => {
    if (alive.has(index)) return false;
    const shown = within(() => variables.some(({ variable, values }) => values.some(({ raw }, value) => raw !== null && solver.canBe(variable, value, budget))));
    return shown === false;
  }).map(({ index }) => index);
  return { whole: whole === true, found: { deadOptions: dead.filter(({ choice }) => !neverShown.includes(choice)), neverShown } };
}

/** Finds a solution of a space with something more to hold. @returns null when there is none; undefined when the budget is spent */
function solveWith(space: Space, formulas: readonly Formula[], budget: Budget): Int32Array | null | undefined {
  const sizes = space.sizes.length;
  const clauses = space.clauses.length;
  formulas.forEach((formula) => space.require(formula));
  const solution = within(() => new Solver(space).solve(budget, NO_COSTS));
  space.clauses.length = clauses;
  space.sizes.length = sizes;
  space.countsAs.length = sizes;
  return solution;
}

/** @param solutions what is known to be sellable: a solution that fires one rule often fires others, too */
function silentRules(model: Model, solutions: Int32Array[], budget: Budget): { whole: boolean; found: Pick<Analysis, 'neverFire' | 'endSale'> } {
  const rules = model.program.rules?.program.rules ?? [];
  const neverFire: number[] = [];
  const endSale: number[] = [];
  let whole = true;
  rules.forEach(({ rule: { then } }, rule) => {
    const formula = model.fires[rule];
    if (!formula || solutions.some((values) => holdsFor(formula, values))) return;
    const solution = solveWith(model.space, [formula], budget);
    if (solution) solutions.push(solution);
    else if (solution === undefined) whole = false;
    else {
      // With what the rule does itself left out: can it fire at all?
      const loose = modelOf(model.program, model.today, new Set([rule]));
      const fires = loose.fires[rule];
      const without = fires && solveWith(loose.space, [fires], budget);
      if (without === undefined) whole = false;
      else if (without === null) neverFire.push(rule);
      else if (!then.some(({ kind }) => kind === 'refuse')) endSale.push(rule);
    }
  });
  return { whole, found: { neverFire, endSale } };
}

/** Whether two effects can't both be kept, or one only undoes the other. */
function oppose(a: RuleEffect, b: RuleEffect, { choices, indexOf }: Program): boolean {
  const optionsOf = (choice: string) => choices[indexOf.get(choice) ?? -1]?.options ?? [];
  return kindOfEffect(a).opposes(a, b, optionsOf) || kindOfEffect(b).opposes(b, a, optionsOf);
}

function contradictions(model: Model, budget: Budget): { whole: boolean; found: Analysis['contradictions'] } {
  const rules = model.program.rules?.program.rules ?? [];
  const found: { first: number; second: number; example: Example }[] = [];
  let whole = true;
  for (let first = 0; first < rules.length; first += 1) {
    for (let second = first + 1; second < rules.length; second += 1) {
      const [one, other] = [rules[first], rules[second]];
      if (!one || !other || !one.rule.then.some((a) => other.rule.then.some((b) => oppose(a, b, model.program)))) continue;
      // Whether both can fire, with what they do left out.
      const loose = modelOf(model.program, model.today, new Set([first, second]));
      const [fires, firesToo] = [loose.fires[first], loose.fires[second]];
      const solution = fires && firesToo && solveWith(loose.space, [fires, firesToo], budget);
      if (solution === undefined) whole = false;
      if (!solution) continue;
      found.push({ first, second, example: exampleFor(loose, solution).example });
    }
  }
  return { whole, found };
}

/** The lowest and the highest unit price, for everybody; for customer groups where the product is only for those. */
export function priceEnds(model: Model, solver: Solver, limits: AnalysisLimits): { whole: boolean; found: Pick<Analysis, 'lowest' | 'highest' | 'belowNothing' | 'lineBelowNothing'> } {
  const steps = priceSteps(model);
  if (!steps) return { whole: false, found: { lowest: null, highest: null, belowNothing: null, lineBelowNothing: null } };
  const budget = (): Budget => ({ steps: limits.searching, stop: limits.stop });
  let whole = true;
  let belowNothing: Example | null = null;
  const line = steps.once.length > 0 || model.groups.length > 1 ? within(() => minimise(solver, priceGoal(model, steps, 'lowest', 'line'), budget())) : null;
  if (line === undefined) whole = false;
  const lowestLine = line ? exampleFor(model, line.values) : null;
  const lineBelowNothing = lowestLine?.lineTotal && lowestLine.lineTotal.sign() < 0 && lowestLine.unitPrice && lowestLine.unitPrice.sign() >= 0 ? lowestLine.example : null;
  if (lowestLine?.unitPrice && lowestLine.unitPrice.sign() < 0) belowNothing = lowestLine.example;
  const mark = solver.mark();
  if (!solver.only(model.group, 0) || !within(() => solver.solve(budget(), NO_COSTS))) solver.undo(mark);
  const end = (side: 'lowest' | 'highest'): PriceEnd | null => {
    const goal = priceGoal(model, steps, side);
    const best = within(() => minimise(solver, goal, budget()));
    const found = best ? exampleFor(model, best.values) : null;
    if (found?.unitPrice && found.unitPrice.sign() < 0) {
      belowNothing = found.example;
      return null;
    }
    if (!found?.sellable || !found.unitPrice) {
      whole = false;
      return null;
    }
    return { ...found.example, price: found.unitPrice.toFixed(model.program.places) };
  };
  const [lowest, highest] = [end('lowest'), end('highest')];
  const found = { lowest, highest, belowNothing, lineBelowNothing };
  solver.undo(mark);
  return { whole, found };
}
