import { describe, expect, it } from 'vitest';
import { anyProduct } from '../../../../tests/fuzz/any-product';
import { programOf } from '../../../../tests/fuzz/claims';
import { holdsFor, NO_COSTS, Solver, valuesWhere, within } from '../../constraints';
import { Exact } from '../../number';
import { resolve } from '../../run';
import { costSteps } from '../margin/cost-steps';
import { type Model } from '../model/model';
import { modelOf } from '../model/model-of';
import { priceGoal } from './price-goal';
import { priceSteps } from './price-model';
import { BY_PRICE } from './price-range';
import { contextFor } from '../model/solutions';
import { isSold, witnessOf } from '../model/witness';

const TODAY = '2026-11-25';
const costs = () => Exact.from('2.5');

/** What can be sold of a product, for each value of each variable, as the model has it. */
function* solutionsOf(model: Model): Generator<Int32Array> {
  const solver = new Solver(model.space);
  if (solver.impossible) return;
  for (let variable = 0; variable < model.space.sizes.length; variable += 1)
    for (let value = 0; value < (model.space.sizes[variable] ?? 0); value += 1) {
      const mark = solver.mark();
      const only = valuesWhere(model.space.sizes[variable] ?? 0, (other) => other === value);
      const found = solver.narrow(variable, only) && within(() => solver.solve({ steps: 2000 }, NO_COSTS));
      if (found) yield found.slice();
      solver.undo(mark);
    }
}

/** What a model says of a selection, beside what it resolves to. */
function compare(look: (model: Model, values: Int32Array, selection: object, group: string | null) => boolean): number {
  let looked = 0;
  for (let seed = 1; seed <= 160; seed += 1) {
    const program = programOf(anyProduct(seed));
    if (!program) continue;
    const model = modelOf(program, TODAY, { look: BY_PRICE });
    let left = 25;
    for (const values of solutionsOf(model)) {
      const witness = witnessOf(model, values, isSold)?.witness;
      if (!witness) continue;
      if (look(model, values, witness.selection, witness.group)) looked += 1;
      left -= 1;
      if (left === 0) break;
    }
  }
  return looked;
}

describe('the steps of a model, beside what is resolved', () => {
  it('come to what supplying a selection costs', () => {
    const looked = compare((model, values, selection, group) => {
      const steps = costSteps(model, costs);
      if (!steps) return false;
      const { cost } = resolve(model.program, selection, { ...contextFor(model, group), costs });
      const sum = steps.reduce(
        (total, step) =>
          step.when && !holdsFor(step.when, values) ? total : total - step.amount((variable) => values[variable] ?? 0),
        0,
      );
      expect(sum, JSON.stringify(selection)).toBeCloseTo(cost?.known.toApproximateNumber() ?? NaN, 6);
      return sum !== 0;
    });
    expect(looked).toBeGreaterThan(200);
  });

  it('come to what one item of it costs', () => {
    const looked = compare((model, values, selection, group) => {
      const steps = priceSteps(model);
      if (!steps) return false;
      const { unitPrice } = resolve(model.program, selection, contextFor(model, group));
      const goal = priceGoal(model, steps, 'lowest');
      // What is paid is rounded to a cent.
      const apart = Math.abs(goal.value(values) - (unitPrice?.toApproximateNumber() ?? NaN));
      expect(apart, JSON.stringify(selection)).toBeLessThan(0.005 + 1e-9);
      return true;
    });
    expect(looked).toBeGreaterThan(1000);
  });
});
