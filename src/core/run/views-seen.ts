import { type FollowedProgram } from '../compile';
import { type Program } from '../compile/program';
import { Exact, written } from '../number';
import { unitByCode } from '../quantity';
import { factsOf } from './answers/answers';
import { resultOf } from './formulas/run-formula';
import { type Reading } from './reading';
import { type Resolution, type ViewSeen } from './resolution';

const NO_VIEWS: Resolution['views'] = [];

const MILLIMETRES = Exact.of(1000);

/** What is seen of the views of a product. @param today the day it is, as YYYY-MM-DD */
export function viewsSeen(program: Program, reading: Reading, today: string): readonly ViewSeen[] {
  if (program.views.length === 0) return NO_VIEWS;
  const { answers, quantity, group, held } = reading;
  const facts = factsOf(program, answers, { quantity, group, today, runs: new Map(), held });
  return program.views.map(({ view, conditions, follows }) => ({
    view: view.key,
    layers: view.layers.flatMap(({ key }, index) => {
      const condition = conditions[index];
      return condition && !condition.holds(facts) ? [] : [key];
    }),
    figures: Object.fromEntries(
      follows.flatMap((one) => {
        const figure = figureOf(program, reading, one);
        return figure ? [[one.name, written(figure)]] : [];
      }),
    ),
  }));
}

/** What a length follows comes to: of what is not answered the least that it may be, so that there is a picture. */
function figureOf(program: Program, { answers, outcomes }: Reading, { kind, index }: FollowedProgram): Exact | null {
  if (kind === 'formula') {
    const formula = program.formulas[index];
    const result = resultOf(outcomes[index] ?? null);
    return result && (formula?.compiled.result?.length === 1 ? result.times(MILLIMETRES) : result);
  }
  const choice = program.product.choices[index];
  if (choice?.kind !== 'measure' && choice?.kind !== 'number') return null;
  const value = answers[index]?.value ?? (choice.min === null ? null : Exact.parse(choice.min));
  if (!value) return null;
  const unit = choice.kind === 'measure' ? unitByCode(choice.unit) : undefined;
  return unit?.dimension === 'length' ? value.times(unit.factor).times(MILLIMETRES) : value;
}
