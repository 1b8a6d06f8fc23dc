import { type AnswerContext, type Condition, hasOptions, kindOf, type RuleEffect, type Test } from '../../catalog';
import { anyFile, type Candidate, type Candidates, type CandidateScope } from '../../catalog/choices';
import { type Program } from '../../compile';
import { type Exact } from '../../number';
import { checkQuantity, everyOrderable, nearestOrderable, type Orderable, orderableRange } from '../../ordering';
import { type Answer } from '../../selection';

const LEFT_OUT: Candidate = { raw: null, answer: null, option: null, same: -1 };
const HIDDEN: Candidate = { ...LEFT_OUT, hidden: true };

/** In the place of a position of a choice: the quantity. */
export const QUANTITY = -1;

/** How a choice is answered when it is not: left out, or not asked where customers may not see it. */
export function withoutAnswer(program: Program, index: number): readonly Candidate[] {
  const hides =
    program.rules?.program.onChoice
      .get(index)
      ?.some(({ effect }) => effect.kind === 'show' || effect.kind === 'hide') ?? false;
  return hides || (program.choices[index]?.groups.length ?? 0) > 0 ? [LEFT_OUT, HIDDEN] : [LEFT_OUT];
}

/** Every test of a condition, however deep. */
export function* testsOf(condition: Condition | null): Generator<Test> {
  if (condition === null) return;
  if ('of' in condition) for (const part of condition.of) yield* testsOf(part);
  else yield condition;
}

/** The values at which rules change what they say of a choice. */
function thresholdsOf(program: Program, key: string): string[] {
  const found: string[] = [];
  for (const { rule } of program.rules?.program.rules ?? []) {
    for (const test of testsOf(rule.when)) {
      if (!('choice' in test) || test.choice !== key) continue;
      if (test.kind === 'value' || test.kind === 'characters') found.push(String(test.value));
      else if (test.kind === 'day') found.push(test.day);
    }
    for (const effect of rule.then)
      if (effect.kind === 'limit' && effect.choice === key)
        found.push(...[effect.least, effect.most].filter((text) => text !== null));
  }
  return found;
}

/** What rules ask of a text or a day beside how long or late it is. */
export function askedOf(program: Program, key: string): Pick<CandidateScope, 'words' | 'seasons' | 'byWeekday'> {
  const tests = (program.rules?.program.rules ?? []).flatMap(({ rule }) =>
    [...testsOf(rule.when)].filter((test) => 'choice' in test && test.choice === key),
  );
  return {
    words: tests.filter((test) => test.kind === 'says'),
    seasons: tests.filter((test) => test.kind === 'season'),
    byWeekday: tests.some(({ kind }) => kind === 'weekday'),
  };
}

/** What an analysis knows of files: that one that fits is given. */
export const fittingFiles =
  ({ product }: Program): NonNullable<AnswerContext['files']> =>
  (token) =>
    anyFile(token, product.choices);

/**
 * Possible answers to a choice: every option of a list; of something typed its ends, where rules change, and something
 * in between each. Answers that would be refused are none.
 *
 * @param further values of a measure or number to look at, too
 * @returns null for what asks nothing
 */
export function candidatesOf(
  program: Program,
  index: number,
  today: string,
  further: readonly Exact[] = [],
): Candidates | null {
  const choice = program.product.choices[index];
  const compiled = program.choices[index];
  if (!choice || !compiled?.asks) return null;
  const context: AnswerContext = { today, files: fittingFiles(program) };
  const read = (raw: unknown, same: number): Candidate[] => {
    const problems: never[] = [];
    const answer = compiled.reader.read(raw, problems, context);
    return answer && problems.length === 0 ? [{ raw, answer, option: null, same }] : [];
  };
  const found = kindOf(choice).candidates(choice, {
    index,
    today,
    thresholds: thresholdsOf(program, choice.key),
    ...askedOf(program, choice.key),
    further,
    read,
  });
  if (!found || !Object.hasOwn(program.fixed, choice.key))
    return found && { ...found, list: [...withoutAnswer(program, index), ...found.list] };
  // What the catalog manager has answered is the only answer; where a rule hides it, it is not asked.
  const raw = program.fixed[choice.key] ?? null;
  const [only] = raw === null ? [LEFT_OUT] : read(raw, 0);
  const same = found.list.find(({ answer }) => answer !== null && answer.canonical === only?.answer?.canonical);
  return {
    ...found,
    list: [
      ...withoutAnswer(program, index).filter(({ hidden }) => hidden),
      ...(only ? [{ ...only, option: same?.option ?? null }] : []),
    ],
  };
}

/** Quantities from one to another, of which one is looked at; no rule tells any of them from the others. */
export interface QuantityCell {
  readonly low: number;
  readonly at: number;
  readonly high: number;
  /** how far what it stands for lies apart */
  readonly step: number;
}

/**
 * So many quantities at most are looked at one by one; more where a formula is worked out from nothing else that is
 * typed.
 */
const MOST_QUANTITIES = 40;
const MOST_BY_FORMULA = 400;

/**
 * All quantities that can be bought: the ends, where something changes with what lies next to it, and what lies
 * between.
 */
export function quantitiesOf(program: Program, further: readonly Exact[]): QuantityCell[] {
  const { usual, nearer } = program.quantities;
  if (nearer.length === 0) return cellsOf(program, usual.orderable, further);
  // Whoever has the word has cells of its own: steps of five and steps of twelve have few quantities in common.
  const cells = new Map<string, QuantityCell>();
  for (const { orderable } of [...nearer, usual])
    for (const cell of cellsOf(program, orderable, further))
      cells.set(`${cell.low} ${cell.high} ${cell.low === cell.high ? '' : cell.step}`, cell);
  return [...cells.values()].sort((a, b) => a.low - b.low || a.high - b.high);
}

/** Whether all that a cell stands for may be ordered. */
export function isOrderable(given: Orderable, { low, high, step }: QuantityCell): boolean {
  if (checkQuantity(given, low) !== null) return false;
  return low === high || (given.listed === null && step % given.multiple === 0 && checkQuantity(given, high) === null);
}

function cellsOf(program: Program, given: Orderable, further: readonly Exact[]): QuantityCell[] {
  const range = orderableRange(given);
  if (!range) return [];
  const { multiple } = given;
  const point = (quantity: number): QuantityCell => ({ low: quantity, at: quantity, high: quantity, step: multiple });
  if (given.listed) return (everyOrderable(given) ?? []).map(({ quantity }) => point(quantity));
  const byFormula = program.formulas.filter(({ compiled }) => compiled.uses.has('quantity'));
  const isAlone =
    byFormula.length > 0 &&
    byFormula.every(({ uses }) =>
      uses.every((index) => program.product.choices[index] && hasOptions(program.product.choices[index])),
    );
  if ((range.most - range.least) / multiple < (isAlone ? MOST_BY_FORMULA : MOST_QUANTITIES))
    return Array.from({ length: (range.most - range.least) / multiple + 1 }, (_, steps) =>
      point(range.least + steps * multiple),
    );
  const found = new Set([range.least, range.most, program.defaultQuantity]);
  const near = (value: number) => {
    const below = nearestOrderable(given, value).below ?? range.least;
    for (const quantity of [below - multiple, below, below + multiple, below + 2 * multiple]) found.add(quantity);
  };
  const limits = (effect: RuleEffect) =>
    effect.kind === 'limitQuantity' && [effect.least, effect.most].forEach((value) => value !== null && near(value));
  for (const { rule } of program.rules?.program.rules ?? []) {
    for (const test of testsOf(rule.when)) if (test.kind === 'quantity') near(test.value);
    rule.then.forEach(limits);
  }
  for (const value of further) near(value.toApproximateNumber());
  const points = [...found].filter((quantity) => checkQuantity(given, quantity) === null).sort((a, b) => a - b);
  return points.flatMap((quantity, place) => {
    const before = points[place - 1];
    if (before === undefined || quantity - before < 2 * multiple) return [point(quantity)];
    const [low, high] = [before + multiple, quantity - multiple];
    return [
      { low, at: low + Math.floor((high - low) / 2 / multiple) * multiple, high, step: multiple },
      point(quantity),
    ];
  });
}

/** An answer of which nothing is said yet. */
export const NOTHING_PICKED: Answer = {
  canonical: '',
  shown: '',
  option: null,
  value: null,
  characters: 0,
  charactersWithoutSpaces: 0,
  picks: [],
};
