import { type AddOnProgram, drawsOfStep, formulaInputsOf } from '../../compile';
import { type DrawProgram, type EffectProgram } from '../../compile/program';
import { Exact } from '../../number';
import {
  chargedOf,
  type CostOf,
  findVariant,
  formulaRange,
  runFor,
  resolveAddOn,
  resultOf,
  runFormula,
  takenByOne,
} from '../../run';
import { STOCK_PLACES } from '../../stock';
import {
  answersFor,
  askedUnder,
  endsOfInputs,
  givenUnder,
  inputsFor,
  inputsOfFormula,
  type ValueOf,
} from '../model/inputs';
import { type Model } from '../model/model';
import { partStep } from '../price/price-model';
import { type Interval, type Step } from '../price/price-step';

type Side = 'at' | 'low' | 'high';

/** What the steps of a cost are made from. */
class CostSteps {
  private readonly steps: Step[] = [];

  constructor(
    private readonly model: Model,
    private readonly costs: CostOf,
  ) {}

  /** @returns null where what a step costs depends on more than can be told apart */
  made(): Step[] | null {
    const { supplySteps } = this.model.program;
    const own = supplySteps.filter((step) => step.kind === 'variant' || step.kind === 'product');
    const told = [
      this.addOwn(own.flatMap(drawsOfStep)),
      ...supplySteps.map((step): boolean => {
        switch (step.kind) {
          // The product and its variant are looked at together.
          case 'variant':
          case 'product':
            return true;
          case 'choice':
            return this.addChoice(step.choice, step.effects);
          case 'along':
            return this.addAlong(step.addOns);
          case 'formula': {
            const { stock, pieces, unit } = step.draw;
            const each = this.each(stock).times(Exact.of(pieces));
            // What is drawn is brought up to the finest that is counted.
            return this.addFormula(step.formula, (value) =>
              value.over(unit.factor).rounded(STOCK_PLACES, 'ceiling').times(each),
            );
          }
          case 'work':
            return this.addFormula(step.formula, (value) => value);
          case 'rule':
            return this.addRule(step.effect.rule, step.draw);
          // What is put into it has costs of its own.
          case 'inside':
            return true;
        }
      }),
    ];
    return told.every((one) => one) ? this.steps : null;
  }

  /** What the product and its variant take. */
  private addOwn(draws: readonly DrawProgram[]): boolean {
    if (draws.length === 0) return true;
    const { model } = this;
    const { program } = model;
    const reads = this.readBy(draws);
    const inputs = inputsFor(model, [...program.stocked, ...reads.indices], reads);
    if (!inputs) return false;
    this.add(inputs.variables, (valueOf, side) => {
      const variant = findVariant(program, answersFor(model, valueOf), askedUnder(model, valueOf), []);
      return this.costOf([...program.draws, ...(variant?.draw ? [variant.draw] : [])], valueOf, side);
    });
    return true;
  }

  /** What the answer to a choice takes. */
  private addChoice(choice: number, effects: readonly EffectProgram[]): boolean {
    const reads = this.readBy(effects.flatMap((effect) => effect.draws));
    const further = inputsFor(this.model, reads.indices, reads);
    if (!further) return false;
    for (const { variable, values } of this.model.choices[choice]?.variables ?? []) {
      this.add([...new Set([variable, ...further.variables])], (valueOf, side) => {
        const candidate = values[valueOf(variable)];
        const answer = side === 'at' ? candidate?.answer : (candidate?.ends?.[side] ?? candidate?.answer);
        return (answer?.picks ?? []).reduce(
          (sum, { effect, count }) => sum + count * this.costOf(effects[effect]?.draws ?? [], valueOf, side),
          0,
        );
      });
    }
    return true;
  }

  private addAlong(addOns: readonly AddOnProgram[]): boolean {
    const { model } = this;
    for (const addOn of addOns) {
      const choice = model.choices[addOn.choice];
      const each = model.groups.map((group) => costAlong(addOn, model, group, this.costs).negated());
      if (choice) this.steps.push(partStep(model, choice, (count) => count, each));
    }
    return true;
  }

  /** What a formula says. @param costOf what supplying costs of what it gives; more of that never costs less */
  private addFormula(place: number, costOf: (value: Exact) => Exact): boolean {
    const { model } = this;
    const formula = model.program.formulas[place];
    const inputs = inputsOfFormula(model, place);
    if (!inputs || !formula) return false;
    const taken = (value: Exact | null) => (value ? -costOf(value).toApproximateNumber() : 0);
    this.steps.push({
      kind: 'add',
      variables: inputs.variables,
      amount: (valueOf) => taken(resultOf(runFormula(formula, givenUnder(model, valueOf)))),
      span(valueOf): Interval {
        const range = formulaRange(formula, ...endsOfInputs(model, valueOf));
        if (range === null || range === 'stops') return [0, 0];
        // What costs nothing costs nothing of any number.
        const isFree = costOf(Exact.one).sign() === 0;
        const [low, high] = [range.low ? taken(range.low) : Infinity, range.high ? taken(range.high) : -Infinity];
        return isFree ? [0, 0] : [high, low];
      },
    });
    return true;
  }

  private addRule(rule: number, draw: DrawProgram): boolean {
    const reads = this.readBy([draw]);
    const inputs = inputsFor(this.model, reads.indices, reads);
    if (inputs)
      this.add(inputs.variables, (valueOf, side) => this.costOf([draw], valueOf, side), this.model.fires[rule]);
    return inputs !== null;
  }

  private add(variables: readonly number[], costAt: (valueOf: ValueOf, side: Side) => number, when?: Step['when']) {
    this.steps.push({
      kind: 'add',
      variables,
      amount: (valueOf) => -costAt(valueOf, 'at'),
      span(valueOf) {
        const ends = [costAt(valueOf, 'low'), costAt(valueOf, 'high')];
        return [-Math.max(...ends), -Math.min(...ends)];
      },
      ...(when && { when }),
    });
  }

  private each(stock: string): Exact {
    return this.costs(stock) ?? Exact.zero;
  }

  private costOf(draws: readonly DrawProgram[], valueOf: ValueOf, side: Side): number {
    const given = side === 'at' ? givenUnder(this.model, valueOf) : chargedAt(this.model, valueOf, side);
    const cost = (draw: DrawProgram) =>
      (takenByOne(draw, given.answers, given.charged) ?? Exact.zero)
        .times(this.each(draw.stock))
        .times(Exact.of(draw.pieces));
    return draws.reduce((sum, draw) => sum.plus(cost(draw)), Exact.zero).toApproximateNumber();
  }

  /** What draws are worked out from, beside what brings them. */
  private readBy(draws: readonly DrawProgram[]): { indices: Set<number>; quantity: boolean; group: boolean } {
    const { program } = this.model;
    const indices = new Set(draws.flatMap(({ measure }) => (measure ? [measure.index] : [])));
    const { measured } = program.base;
    if (!measured || !draws.some(({ charged }) => charged !== null)) return { indices, quantity: false, group: false };
    if (measured.kind === 'choice') return { indices: indices.add(measured.index), quantity: false, group: false };
    const inputs = formulaInputsOf(program, measured.index);
    inputs.indices.forEach((index) => indices.add(index));
    return { indices, quantity: inputs.quantity, group: inputs.group };
  }
}

/**
 * What supplying one costs, with what it takes along, as steps that take it away from a price. Of a product that is no
 * kit.
 *
 * @returns null where it depends on more than can be told apart
 */
export const costSteps = (model: Model, costs: CostOf): Step[] | null => new CostSteps(model, costs).made();

/** What one taking of an add-on costs; nothing for those who can't take it. */
function costAlong(addOn: AddOnProgram, { today }: Model, group: string | null, costs: CostOf): Exact {
  const { resolution, price } = resolveAddOn(addOn, runFor({ today, group, costs }));
  return price && resolution.cost ? resolution.cost.known.times(Exact.of(resolution.quantity)) : Exact.zero;
}

/** What draws are worked out from, at an end of what values stand for. */
function chargedAt(model: Model, valueOf: ValueOf, side: 'low' | 'high') {
  const [low, high] = endsOfInputs(model, valueOf);
  const given = side === 'low' ? low : high;
  return { answers: given.answers, charged: chargedOf(model.program, given) };
}
