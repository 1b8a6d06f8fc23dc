import { formulaInputsOf } from '../../compile/formulas';
import { type Program } from '../../compile/program';
import { type Condition } from '../../catalog';
import { LARGEST_QUANTITY, nearestOrderable } from '../../ordering';
import { type Problem, type ProblemCode, problemClass } from '../../problems';
import { whereText } from '../../selection';
import { type Resolution } from '../resolution';
import { type Run } from '../run';

/**
 * So far from the given quantity every one is tried where what may be ordered follows from it in ways that can't be
 * listed.
 */
const REACH = 300;
/**
 * So many quantities that limits allow are tried where something else, such as stock or a price below nothing, may
 * refuse them.
 */
const TRIES = 60;

/** What can be had in one number and not in another, though its place is not the quantity. */
const BY_QUANTITY: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'outOfStock',
  'notEnoughStock',
  'cannotCut',
  'partOut',
  'noRoom',
  'priceBelowNothing',
  'lineBelowNothing',
  'weightBelowNothing',
  'refusedByRule',
]);

/** Other quantities of a selection, each resolved before it is named. */
export interface OtherQuantities {
  /** whether it can be had in so many, as far as that depends on how many they are */
  can(quantity: number): boolean;
  /** the greatest below and the least above that can be had; null where none was found there */
  below(quantity: number): number | null;
  above(quantity: number): number | null;
}

/**
 * Looks for quantities in which a selection can be had, by resolving it in them: with its limits, whatever rules ask of
 * the quantity, its price and stock.
 *
 * @param now      the selection as it is: what is wrong with it in any number is no matter here
 * @param selection anything that has been resolved
 */
export function otherQuantities(
  program: Program,
  selection: unknown,
  now: Pick<Resolution, 'problems'>,
  run: Run,
): OtherQuantities {
  const given = typeof selection === 'object' && selection !== null ? selection : {};
  const unnamed = run.with({ naming: false });
  const tried = new Map<number, Resolution>();
  const at = (quantity: number): Resolution => {
    const known = tried.get(quantity) ?? unnamed.resolve(program, { ...given, quantity });
    tried.set(quantity, known);
    return known;
  };
  const anyway = new Set(now.problems.filter(({ code }) => !BY_QUANTITY.has(code)).map(saying));
  const can = (quantity: number) =>
    at(quantity).problems.every(
      (problem) =>
        (problem.where.at !== 'quantity' || problem.where.part.length > 0) &&
        (problemClass(problem.code) === 'incomplete' || anyway.has(saying(problem))),
    );
  const turns = turningPoints(program);
  // A price below nothing may begin and end with a step.
  const points = turns === 'anywhere' ? [] : [...new Set([...turns, ...stepsOf(program)])].sort((a, b) => a - b);
  /** Ends of cells in which the limits are the same for every quantity, from the nearest on, in one direction. */
  const seek = (from: number, step: 1 | -1): number | null => {
    if (from < 1 || from > LARGEST_QUANTITY) return null;
    if (turns === 'anywhere') {
      const last = Math.min(LARGEST_QUANTITY, Math.max(1, from + step * REACH));
      for (let quantity = from; step * quantity <= step * last; quantity += step) if (can(quantity)) return quantity;
    }
    const ends =
      step > 0
        ? points.filter((point) => point > from).map((point) => point - 1)
        : points.filter((point) => point <= from).reverse();
    let begin = from;
    for (const end of [...ends, step > 0 ? LARGEST_QUANTITY : 1]) {
      const { orderable } = at(begin);
      let quantity: number | null = begin;
      for (let tries = 0; tries < TRIES && quantity !== null; tries += 1) {
        const near: number | null = nearestOrderable(orderable, quantity)[step > 0 ? 'above' : 'below'];
        if (near === null || step * near > step * end) break;
        if (can(near)) return near;
        const { canSupply }: Resolution['availability'] = at(near).availability;
        quantity = step < 0 && typeof canSupply === 'number' ? Math.min(near - 1, canSupply) : near + step;
      }
      begin = end + step;
      if (begin < 1 || begin > LARGEST_QUANTITY) break;
    }
    return null;
  };
  return {
    can,
    below: (quantity) => seek(Math.min(LARGEST_QUANTITY, Math.ceil(quantity) - 1), -1),
    above: (quantity) => seek(Math.max(1, Math.floor(quantity) + 1), 1),
  };
}

/** What is wrong and where, to be found again in another number. */
const saying = ({ where, code }: Problem) => `${whereText(where)} ${code}`;

/** Whether what may be ordered is the same in every number. */
export function isSureOfLimits(program: Program): boolean {
  const turns = turningPoints(program);
  return turns !== 'anywhere' && turns.length === 0;
}

const keptTurns = new WeakMap<Program, readonly number[] | 'anywhere'>();

/**
 * The quantities from which on a rule of a product says something else, rising; `anywhere` where a formula has a say in
 * what may be ordered.
 */
export function turningPoints(program: Program): readonly number[] | 'anywhere' {
  const known = keptTurns.get(program) ?? findTurns(program);
  keptTurns.set(program, known);
  return known;
}

const rising = (found: Iterable<number>): number[] =>
  [...found].filter((point) => point > 1 && point <= LARGEST_QUANTITY).sort((a, b) => a - b);

/** The quantities at which a condition begins or ceases to hold, rising. */
export function turnsOf(condition: Condition | null): readonly number[] {
  const found = new Set<number>();
  if (condition) collect(condition, found);
  return rising(found);
}

/** The quantities from which on rules of a product may say another price: those that ask how many are taken. */
export const turnsOfRules = ({ rules }: Program): readonly number[] =>
  rising(new Set((rules?.program.rules ?? []).flatMap(({ rule }) => turnsOf(rule.when))));

/** The quantities from which on breaks of a product say another price. */
function stepsOf({ breaks }: Program): number[] {
  return breaks
    .flatMap(({ over, steps }) =>
      over === 'pieces' ? steps.flatMap(({ from }) => [Number(from.ceiling()), Number(from.ceiling()) + 1]) : [],
    )
    .filter((point) => point > 1 && point <= LARGEST_QUANTITY);
}

function findTurns(program: Program): readonly number[] | 'anywhere' {
  const { quantities, rules } = program;
  const isLimited =
    quantities.nearer.some(({ asks }) => asks.kind !== 'group') ||
    (rules?.itemEffects.some(({ effect }) => effect.kind === 'limitQuantity') ?? false);
  if (isLimited && program.formulas.some((_, place) => formulaInputsOf(program, place).quantity)) return 'anywhere';
  return turnsOfRules(program);
}

function collect(condition: Condition, found: Set<number>): void {
  switch (condition.kind) {
    case 'all':
    case 'any':
    case 'none':
      for (const part of condition.of) collect(part, found);
      return;
    case 'quantity':
      found.add(condition.value);
      found.add(condition.value + 1);
      return;
    default:
  }
}
