import { type Program } from '../compile';
import { type Budget, countSolutions, type Solver, within } from '../constraints';
import { deadOptions, type DeadOptions } from './questions/dead-options';
import { firstSold } from './questions/first-sold';
import { asksToday } from './model/depends-on';
import { type Gap } from './model/model';
import { type Pair } from './price/pair';
import { priceEnds, type PriceEnds } from './price/price-ends';
import { opposedRules, type Opposing, RuleQuestions, silentRules } from './questions/rule-findings';
import { type SharedSku, sharedSkus } from './questions/shared-skus';

export const stages = ['options', 'rules', 'contradictions', 'prices', 'skus', 'count'] as const;
export type Stage = (typeof stages)[number];

/** What is known of all selections of a product. Plain data, so that a worker can send it. */
export interface Analysis extends DeadOptions, PriceEnds {
  /** stages that have been gone through; the rest is still to come */
  readonly done: readonly Stage[];
  /** stages for which the budget did not suffice: what they found is true, but may not be all */
  readonly cutShort: readonly Stage[];
  /** whether the product has faults or no price, so that there is nothing to analyse */
  readonly faulty: boolean;
  /** whether nothing at all can be sold, which is proved, and the rules without any one of which something could */
  readonly nothingSells: { readonly without: readonly number[] } | null;
  /** sellable selections over what is picked from lists and answered with yes or no, in full; null while not known */
  readonly selections: string | null;
  /** where only that is known, how many there are at least and at most */
  readonly selectionsBetween: readonly [string, string] | null;
  /** rules whose condition can't hold */
  readonly neverFire: readonly number[];
  /** rules with which, once they fire, nothing can be sold, though they don't refuse */
  readonly endSale: readonly number[];
  readonly contradictions: readonly Opposing[];
  readonly sharedSkus: readonly SharedSku[];
  /** whether SKUs of selections that differ only in what is chosen of the things inside were not compared */
  readonly skusLeftInside: boolean;
  /**
   * titles of what is typed, null for the quantity, where formulas refuse some answers and it could not be told of all
   * which
   */
  readonly unsettled: readonly (string | null)[];
  readonly gaps: readonly Gap[];
  /** the day that all of this is true of, as YYYY-MM-DD, where rules ask what day it is; else null */
  readonly asOf: string | null;
}

/** How much may be done, in steps of searching and of counting; and whether to stop, asked now and then. */
export interface AnalysisLimits {
  readonly searching: number;
  readonly counting: number;
  readonly stop?: () => boolean;
}

export const USUAL_LIMITS: AnalysisLimits = { searching: 200_000, counting: 6_000_000 };

export const NOTHING: Analysis = {
  done: [],
  cutShort: [],
  faulty: false,
  nothingSells: null,
  selections: null,
  selectionsBetween: null,
  deadOptions: [],
  neverShown: [],
  nothingOffered: [],
  neverFire: [],
  endSale: [],
  contradictions: [],
  sharedSkus: [],
  skusLeftInside: false,
  lowest: null,
  highest: null,
  belowNothing: null,
  lineBelowNothing: null,
  unsettled: [],
  gaps: [],
  asOf: null,
};

/** Values are looked at between values so many times at most. */
const MOST_ROUNDS = 24;

/** So many pairs of rules that say opposite things are enough to go on with. */
const MOST_OPPOSED = 200;

/** After so many questions about rules whoever waits is told how far it has come. */
const TOLD_EVERY = 20;

/**
 * Finds out what is true of all selections of a product, stage by stage. What it says can't be is proved:
 * it holds for every answer, and not only for those that were looked at. What it says can be has been resolved. What it
 * could not prove within its limits, it says.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 * @returns what is known after each stage, and while a long one goes on
 */
export function* analysePlain(
  program: Program,
  today: string,
  limits: AnalysisLimits = USUAL_LIMITS,
): Generator<Analysis, Analysis> {
  if (program.blocking.length > 0 || !hasPrice(program)) return { ...NOTHING, faulty: true, done: stages };
  const budget = (steps: number): Budget => ({ steps, stop: limits.stop });
  const { pair, any } = firstSold(program, today, budget(limits.searching));
  const { inner, outer, innerSolver, outerSolver } = pair;
  let found: Analysis = {
    ...NOTHING,
    unsettled: unsettledTitles(pair),
    gaps: inner.gaps,
    asOf: asksToday(program) ? today : null,
  };
  const after = (stage: Stage, whole: boolean, more: Partial<Analysis>): Analysis => {
    found = {
      ...found,
      ...more,
      done: [...found.done, stage],
      cutShort: whole ? found.cutShort : [...found.cutShort, stage],
    };
    return found;
  };
  // Made when the first question is asked: most rules fire in selections that are known already.
  let asked: RuleQuestions | null = null;
  const questions = () => (asked ??= new RuleQuestions(program, today));

  if (any === null) {
    const rules = (program.rules?.program.rules ?? []).map((_, rule) => rule);
    const without = rules.filter((rule) => questions().sellsWithout(rule, budget(limits.searching)));
    return { ...found, nothingSells: { without }, selections: '0', done: stages };
  }

  const options = deadOptions(outer, outerSolver, budget(limits.searching));
  yield after('options', options.whole, options.found);

  const rules = silentRules(inner, any ? [any] : [], questions, budget(limits.searching));
  yield after('rules', rules.whole, rules.found);

  const opposing = yield* contradictions(program, questions, budget(limits.searching), (contradictions) => ({
    ...found,
    contradictions,
  }));
  yield after('contradictions', opposing.whole, { contradictions: opposing.found });

  const prices = priceEnds(pair, { searching: limits.searching, stop: limits.stop, rounds: MOST_ROUNDS });
  yield after('prices', prices.whole, prices.found);

  const skus = sharedSkus(inner, budget(limits.searching));
  yield after('skus', skus.whole, { sharedSkus: skus.found, skusLeftInside: skus.leftInside });

  const count = (solver: Solver) => within(() => countSolutions(solver, budget(limits.counting)));
  const counts = [count(innerSolver), ...(pair.isSettled ? [] : [count(outerSolver)])];
  const [least, most = least] = counts;
  if (least === undefined || most === undefined) return after('count', false, {});
  // What formulas refuse and could not be gone through is in neither model, nor what comes below nothing.
  const { belowNothing, lineBelowNothing } = found;
  const atLeast = inner.gaps.length > 0 || belowNothing || lineBelowNothing ? 0n : least;
  return after(
    'count',
    true,
    atLeast === most ? { selections: String(most) } : { selectionsBetween: [String(atLeast), String(most)] },
  );
}

/** Whether anything says what the product costs. */
const hasPrice = ({ base, baseFormula, variants, kit }: Program) =>
  // A kit costs what its parts do.
  kit?.terms.isOwn === false ||
  base.price !== null ||
  baseFormula !== null ||
  [...variants.values()].some(({ price }) => price !== null);

/** What is typed and uncertain in part. */
function unsettledTitles({ inner, isSettled }: Pair): (string | null)[] {
  if (isSettled || !inner.isUnsettled) return [];
  const pieces = inner.quantities.some(({ low, high }) => low !== high) ? [null] : [];
  return inner.choices
    .flatMap((choice): (string | null)[] =>
      choice && !choice.several && choice.candidates.list.some(({ ends }) => ends)
        ? [inner.program.choices[choice.index]?.title ?? '']
        : [],
    )
    .concat(pieces);
}

function* contradictions(
  program: Program,
  questions: () => RuleQuestions,
  budget: Budget,
  soFar: (found: readonly Opposing[]) => Analysis,
): Generator<Analysis, { whole: boolean; found: Opposing[] }> {
  const found: Opposing[] = [];
  let whole = true;
  let number = 0;
  for (const { first, second, effects } of opposedRules(program)) {
    const example = questions().bothFire(first, second, effects, budget);
    if (example === undefined) whole = false;
    if (example) found.push({ first, second, example });
    number += 1;
    if (number % TOLD_EVERY === 0) yield soFar(found);
    if (budget.steps < 0 || found.length >= MOST_OPPOSED) {
      whole = false;
      break;
    }
  }
  return { whole, found };
}
