import { type AddOnProgram, formulaInputsOf } from '../compile';
import { type DrawProgram } from '../compile/program';
import { Exact } from '../number';
import {
  chargedOf,
  type CostOf,
  findVariant,
  formulaRange,
  resolve,
  resolveAddOn,
  resultOf,
  runFormula,
  takenByOne,
} from '../run';
import { answersFor, askedUnder, endsOfInputs, givenUnder, inputsFor, type ValueOf } from './inputs';
import { type Model } from './model';
import { partStep } from './price-model';
import { type Interval, type Step } from './price-step';

/**
 * What supplying one costs, with what it takes along, as steps that take it away from a price. Of a product that is no
 * kit.
 *
 * @returns null where it depends on more than can be told apart
 */
export function costSteps(model: Model, costs: CostOf): Step[] | null {
  const { program } = model;
  const steps: Step[] = [];
  const step = (
    variables: readonly number[],
    costAt: (valueOf: ValueOf, side: 'at' | 'low' | 'high') => number,
    when?: Step['when'],
  ) =>
    steps.push({
      kind: 'add',
      variables,
      amount: (valueOf) => -costAt(valueOf, 'at'),
      span(valueOf) {
        const ends = [costAt(valueOf, 'low'), costAt(valueOf, 'high')];
        return [-Math.max(...ends), -Math.min(...ends)];
      },
      ...(when && { when }),
    });
  const each = ({ stock }: DrawProgram): Exact => costs(stock) ?? Exact.zero;
  const costOfDraws = (draws: readonly DrawProgram[], valueOf: ValueOf, side: 'at' | 'low' | 'high'): number => {
    const given = side === 'at' ? givenUnder(model, valueOf) : chargedAt(model, valueOf, side);
    return draws
      .reduce(
        (sum, draw) =>
          sum.plus(
            (takenByOne(draw, given.answers, given.charged) ?? Exact.zero)
              .times(each(draw))
              .times(Exact.of(draw.pieces)),
          ),
        Exact.zero,
      )
      .toApproximateNumber();
  };
  /** what draws are worked out from, beside what brings them */
  const readBy = (draws: readonly DrawProgram[]): { indices: Set<number>; quantity: boolean; group: boolean } => {
    const indices = new Set(draws.flatMap(({ measure }) => (measure ? [measure.index] : [])));
    const { measured } = program.base;
    if (!measured || !draws.some(({ charged }) => charged !== null)) return { indices, quantity: false, group: false };
    if (measured.kind === 'choice') return { indices: indices.add(measured.index), quantity: false, group: false };
    const inputs = formulaInputsOf(program, measured.index);
    inputs.indices.forEach((index) => indices.add(index));
    return { indices, quantity: inputs.quantity, group: inputs.group };
  };

  const own = [...program.draws, ...[...program.variants.values()].flatMap(({ draw }) => draw ?? [])];
  const ownReads = readBy(own);
  const ownInputs = inputsFor(model, [...program.stocked, ...ownReads.indices], ownReads);
  if (!ownInputs) return null;
  if (own.length > 0) {
    step(ownInputs.variables, (valueOf, side) => {
      const variant = findVariant(program, answersFor(model, valueOf), askedUnder(model, valueOf), []);
      return costOfDraws([...program.draws, ...(variant?.draw ? [variant.draw] : [])], valueOf, side);
    });
  }
  for (const [index, { effects }] of program.choices.entries()) {
    const draws = effects.flatMap((effect) => effect.draws);
    if (draws.length === 0) continue;
    const reads = readBy(draws);
    const further = inputsFor(model, reads.indices, reads);
    if (!further) return null;
    for (const { variable, values } of model.choices[index]?.variables ?? []) {
      step([...new Set([variable, ...further.variables])], (valueOf, side) => {
        const candidate = values[valueOf(variable)];
        const answer = side === 'at' ? candidate?.answer : (candidate?.ends?.[side] ?? candidate?.answer);
        return (answer?.picks ?? []).reduce(
          (sum, { effect, count }) => sum + count * costOfDraws(effects[effect]?.draws ?? [], valueOf, side),
          0,
        );
      });
    }
  }
  for (const addOn of program.addOns) {
    const choice = model.choices[addOn.choice];
    if (choice)
      steps.push(
        partStep(
          model,
          choice,
          (count) => count,
          model.groups.map((group) => costAlong(addOn, model, group, costs).negated()),
        ),
      );
  }
  for (const [place, formula] of program.formulas.entries()) {
    const { draw, serves } = formula;
    if (!draw && serves.kind !== 'cost') continue;
    const { indices, quantity, group, parts } = formulaInputsOf(program, place);
    const inputs = parts ? null : inputsFor(model, indices, { quantity, group });
    if (!inputs) return null;
    const factor = draw ? each(draw).times(Exact.of(draw.pieces)).over(draw.unit.factor) : Exact.one;
    const worth = factor.toApproximateNumber();
    steps.push({
      kind: 'add',
      variables: inputs.variables,
      amount: (valueOf) =>
        -worth * (resultOf(runFormula(formula, givenUnder(model, valueOf)))?.toApproximateNumber() ?? 0),
      span(valueOf): Interval {
        const range = formulaRange(formula, ...endsOfInputs(model, valueOf));
        if (range === null || range === 'stops') return [0, 0];
        const ends = [range.low?.toApproximateNumber() ?? -Infinity, range.high?.toApproximateNumber() ?? Infinity].map(
          (value) => (worth === 0 ? 0 : -worth * value),
        );
        return [Math.min(...ends), Math.max(...ends)];
      },
    });
  }
  for (const { rule, draw } of program.rules?.itemEffects ?? []) {
    if (!draw) continue;
    const reads = readBy([draw]);
    const inputs = inputsFor(model, reads.indices, reads);
    if (!inputs) return null;
    step(inputs.variables, (valueOf, side) => costOfDraws([draw], valueOf, side), model.fires[rule]);
  }
  return steps;
}

/** What one taking of an add-on costs; nothing for those who can't take it. */
function costAlong(addOn: AddOnProgram, { today }: Model, group: string | null, costs: CostOf): Exact {
  const { resolution, price } = resolveAddOn(addOn, { today, group, costs }, resolve);
  return price && resolution.cost ? resolution.cost.known.times(Exact.of(resolution.quantity)) : Exact.zero;
}

/** What draws are worked out from, at an end of what values stand for. */
function chargedAt(model: Model, valueOf: ValueOf, side: 'low' | 'high') {
  const [low, high] = endsOfInputs(model, valueOf);
  const given = side === 'low' ? low : high;
  return { answers: given.answers, charged: chargedOf(model.program, given) };
}
