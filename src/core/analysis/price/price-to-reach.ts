import { type Budget, type Goal, minimise, type Solver } from '../../constraints';
import { type Model } from '../model/model';
import { halfAMinorUnit, mayBeBelowNothing, priceGoal } from './price-goal';
import { priceSteps } from './price-model';

/**
 * The goal of the highest price, where a price can come to less than nothing: what can't be sold at any price above
 * can't be sold.
 */
export function priceToReach(model: Model, solver: Solver): Goal | null {
  const steps = priceSteps(model);
  if (!steps || solver.impossible || !mayBeBelowNothing(model, steps, solver)) return null;
  return priceGoal(model, steps, 'highest');
}

/** Whether some selection under what is left to the variables costs nothing or more. */
export function reachesNothing(model: Model, solver: Solver, goal: Goal, budget: Budget): boolean {
  // Goals are what is to be least: a price of nothing or more is one that comes to nothing or less.
  const least = -halfAMinorUnit(model);
  let reached = false;
  const enough: Goal = {
    ...goal,
    bound: (given) => (reached ? Infinity : goal.bound(given)),
    value(picked) {
      const value = goal.value(picked);
      if (-value > least) reached = true;
      return value;
    },
  };
  const best = minimise(solver, enough, budget);
  return reached || (best !== null && -best.bound > least);
}
