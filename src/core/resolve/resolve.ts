import { formatMoney } from '../money';
import { Exact } from '../number';
import { checkQuantity } from '../ordering';
import { problem, type Problem, problemClass } from '../problems';
import { availabilityOf } from '../stock';
import { checkUnknownKeys, readAnswers, readSelection } from './answers';
import { chargedOf } from './charging';
import { drawsOf, weightOf } from './drawn';
import { countedAnswers, itemOf, picturesOf } from './item';
import { offersOf } from './offers';
import { formulaOutcomes, measuresOf } from './outcomes';
import { baseBefore, priceOf } from './price';
import { type Program } from './program';
import { type Resolution, type ResolutionState, type ResolveContext } from './resolution';
import { ruleProblems, rulesShown } from './rules';
import { supplyProblem } from './supply';
import { findVariant } from './variants';

const NO_RULES: Resolution['rules'] = [];

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
  if (fault) problems.push(problem('item', { code: 'productNotReady', first: fault.message, count: program.blocking.length }));

  const { given, quantity } = readSelection(program, selection, problems);
  const { answers, defaulted, bounds, rulings, fired } = readAnswers(program, given, quantity, context, problems);
  checkUnknownKeys(program, given, problems);
  const quantityFault = checkQuantity(program.quantity, quantity);
  if (quantityFault) problems.push(problem('quantity', quantityFault));

  const variant = findVariant(program, answers, problems);
  const charged = chargedOf(program, answers, quantity, context.group);
  const base = baseBefore(program, variant, charged);
  const outcomes = formulaOutcomes(program, answers, base, quantity, context.group, problems);
  const price = priceOf(program, answers, variant, outcomes, charged, fired);
  if (!program.base.price && !variant?.price && program.baseFormula === null) problems.push(problem('item', { code: 'priceMissing' }));
  if (price.unitPrice && price.unitPrice.sign() < 0) {
    problems.push(problem('item', { code: 'priceBelowNothing', price: formatMoney(price.unitPrice, program.currency) }));
  }

  if (program.rules && fired) problems.push(...ruleProblems(program, program.rules, fired, answers, quantity));

  const pieces = quantityFault ? 0 : quantity;
  const draws = drawsOf(program, answers, variant, pieces, outcomes, charged, fired);
  const availability = availabilityOf(draws, context.levels, context.lots, pieces, context.effort);
  const supply = supplyProblem(program, availability, pieces, context.lots);
  if (supply) problems.push(supply);

  return {
    state: stateOf(problems),
    problems,
    shown: offersOf(program, answers, context, bounds, rulings),
    counted: countedAnswers(program, answers, defaulted),
    quantity,
    item: itemOf(program, answers, variant),
    working: price.working,
    unitPrice: price.unitPrice,
    compareAt: price.compareAt,
    lineTotal: price.unitPrice && !quantityFault ? price.unitPrice.times(Exact.of(quantity)).plus(price.once) : null,
    currency: program.currency,
    measures: measuresOf(program, outcomes, charged),
    weight: weightOf(program, answers, variant, outcomes, charged, fired),
    draws,
    availability,
    rules: program.rules && fired ? rulesShown(program.rules, fired) : NO_RULES,
    pictures: picturesOf(program, answers, variant, fired),
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
