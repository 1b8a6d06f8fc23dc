import { type Program } from '../compile/program';
import { Exact } from '../number';
import { checkQuantity } from '../ordering';
import { problem, type Problem, problemClass } from '../problems';
import { AT_ITEM, AT_QUANTITY } from '../selection';
import { availabilityOf } from '../stock';
import { checkUnknownKeys, readAnswers, readSelection } from './answers';
import { chargedOf } from './charging';
import { findVariant } from './find-variant';
import { narrowedQuantity, ruleProblems, rulesShown } from './fired-rules';
import { countedAnswers, itemOf, picturesOf } from './item';
import { isSeenBy, offersOf } from './offers';
import { formulaOutcomes, measuresOf } from './outcomes';
import { takenParts } from './parts';
import { type Reading } from './reading';
import { type Resolution, type ResolutionState, type ResolveContext } from './resolution';
import { supplyProblem } from './supply';
import { drawsOf, weightOf } from './taken';
import { baseBefore, priceOf } from './unit-price';

const NO_RULES: Resolution['rules'] = [];
const NO_PARTS: Resolution['parts'] = [];

/**
 * Resolves a selection: what item it is, what it costs and why, and whether it can be supplied.
 *
 * Nothing is corrected: whatever is wrong, missing or out of stock is a problem, in the order of the page.
 *
 * @param selection a {@link Selection}, or anything at all: hostile input gives problems, never an exception
 */
export function resolve(program: Program, selection: unknown, context: ResolveContext): Resolution {
  const problems: Problem[] = [];
  const [fault] = program.blocking;
  if (fault) problems.push(problem(AT_ITEM, { code: 'productNotReady', first: fault.data, count: program.blocking.length }));

  const { given, quantity } = readSelection(program, selection, problems);
  const { answers, defaulted, bounds, rulings, fired, runs } = readAnswers(program, given, quantity, context, problems);
  checkUnknownKeys(program, given, problems);
  const quantityFault = checkQuantity(narrowedQuantity(program, fired), quantity);
  if (quantityFault) problems.push(problem(AT_QUANTITY, quantityFault));

  const group = context.group ?? null;
  const isAsked = (index: number) => isSeenBy(program.choices[index]?.groups ?? [], group) && rulings.get(index)?.shown !== false;
  const variant = findVariant(program, answers, isAsked, problems);
  const charged = chargedOf(program, { answers, quantity, group, runs });
  const outcomes = formulaOutcomes(program, { answers, base: baseBefore(program, variant, charged), quantity, group, runs }, problems);
  const parts = takenParts(program, answers, context, resolve, problems);
  const reading: Reading = { answers, quantity, group, variant, parts, charged, outcomes, fired };
  const price = priceOf(program, reading);
  // Whatever it is for: without a price nothing is sold.
  if (!price.unitPrice && (problems.length === 0 || (!program.base.price && !variant?.price && program.baseFormula === null))) problems.push(problem(AT_ITEM, { code: 'priceMissing' }));
  if (price.unitPrice && price.unitPrice.sign() < 0) {
    problems.push(problem(AT_ITEM, { code: 'priceBelowNothing', price: price.unitPrice, currency: program.currency }));
  }

  const lineTotal = price.unitPrice && !quantityFault ? price.unitPrice.times(Exact.of(quantity)).plus(price.once) : null;
  if (lineTotal && lineTotal.sign() < 0 && price.unitPrice && price.unitPrice.sign() >= 0) {
    problems.push(problem(AT_ITEM, { code: 'lineBelowNothing', total: lineTotal, currency: program.currency }));
  }
  const weight = weightOf(program, reading);
  if (weight && weight.value.sign() < 0) problems.push(problem(AT_ITEM, { code: 'weightBelowNothing', weight }));

  if (program.rules && fired) problems.push(...ruleProblems(program, program.rules, fired, answers));

  const pieces = quantityFault ? 0 : quantity;
  const draws = drawsOf(program, reading, pieces);
  const availability = availabilityOf(draws, context.stock, pieces, context.effort);
  const supply = supplyProblem(program, availability, pieces, context.stock);
  if (supply) problems.push(supply);

  const counted = countedAnswers(program, answers, defaulted);
  return {
    state: stateOf(problems),
    problems,
    shown: offersOf(program, answers, context, bounds, rulings),
    counted,
    quantity,
    item: itemOf(program, reading, counted),
    parts: parts.length === 0 ? NO_PARTS : parts.map(({ part, count, resolution }) => ({ part: part.key, title: part.title, count, resolution })),
    working: price.working,
    unitPrice: price.unitPrice,
    wasPrice: price.wasPrice,
    lineTotal,
    currency: program.currency,
    measures: measuresOf(program, outcomes, charged),
    weight,
    draws,
    availability,
    rules: program.rules && fired ? rulesShown(program.rules, fired) : NO_RULES,
    pictures: picturesOf(program, reading),
  };
}

function stateOf(problems: readonly Problem[]): ResolutionState {
  let state: ResolutionState = 'sellable';
  for (const { code } of problems) {
    const kind = problemClass(code);
    if (kind === 'invalid') return 'invalid';
    if (kind === 'incomplete' || state === 'sellable') state = kind;
  }
  return state;
}
