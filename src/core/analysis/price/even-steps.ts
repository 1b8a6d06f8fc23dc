import { type Solver } from '../../constraints';
import { type Model } from '../model/model';
import { inAnyOrder, type Interval, type Step } from './price-step';

/** A step that rises or falls evenly with something typed, for every option that it may belong to. */
interface EvenStep {
  /** the variable of that option; null where there is none */
  readonly other: number | null;
  /** by value of the option, and of what is typed: what it comes to at both ends of what that stands for */
  readonly ends: readonly (readonly Interval[])[];
}

/**
 * Steps that rise or fall evenly with the same answer are one step: what one of them takes back of another is then
 * known between the ends of what a value stands for, too.
 *
 * @returns what the sum begins with, in the place of the base, and the steps that follow
 */
export function merged(model: Model, base: Step, steps: readonly Step[]): { first: Step; rest: readonly Step[] } {
  const [early, late] = inAnyOrder(steps);
  const groups = new Map<number, Step[]>();
  const others: Step[] = [];
  for (const step of [base, ...early]) {
    const typed = typedOf(model, step);
    if (typed === null) others.push(step);
    else groups.set(typed, [...(groups.get(typed) ?? []), step]);
  }
  const sums = [...groups].map(([typed, list]) =>
    list.length === 1 ? { list, step: list[0] ?? base } : { list, step: sumOf(model, typed, list) },
  );
  const first = sums.find(({ list }) => list.includes(base))?.step ?? base;
  return {
    first,
    rest: [
      ...sums.filter(({ step }) => step !== first).map(({ step }) => step),
      ...others.filter((step) => step !== base),
      ...late,
    ],
  };
}

/** Whether a value of a variable stands for more than one answer, as of something typed. */
export const hasWide = ({ space, isWide }: Pick<Model, 'space' | 'isWide'>, variable: number): boolean =>
  Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => value).some((value) => isWide(variable, value));

/**
 * The variable of something typed that a step rises or falls evenly with, beside one option at most; null where it does
 * not.
 */
function typedOf(model: Model, { kind, variables, atEnds }: Step): number | null {
  if (kind !== 'add' || !atEnds || variables.length > 2) return null;
  const wide = variables.filter((variable) => hasWide(model, variable));
  return wide.length === 1 ? (wide[0] ?? null) : null;
}

function sumOf({ space }: Model, typed: number, steps: readonly Step[]): Step {
  const values = (variable: number) => Array.from({ length: space.sizes[variable] ?? 0 }, (_, value) => value);
  const members = steps.map(({ variables, atEnds }): EvenStep => {
    const other = variables.find((variable) => variable !== typed) ?? null;
    const at = (option: number) =>
      values(typed).map((value): Interval => atEnds?.((variable) => (variable === typed ? value : option)) ?? [0, 0]);
    return { other, ends: (other === null ? [0] : values(other)).map(at) };
  });
  const range = (solver: Solver): Interval => {
    let [least, most] = [Infinity, -Infinity];
    for (const value of values(typed)) {
      if (!solver.has(typed, value)) continue;
      for (const side of [0, 1] as const) {
        let [low, high] = [0, 0];
        for (const { other, ends } of members) {
          let [lowest, highest] = [Infinity, -Infinity];
          ends.forEach((list, option) => {
            if (other !== null && !solver.has(other, option)) return;
            const amount = list[value]?.[side] ?? 0;
            if (Number.isNaN(amount)) return;
            lowest = Math.min(lowest, amount);
            highest = Math.max(highest, amount);
          });
          if (lowest > highest) continue;
          low += lowest;
          high += highest;
        }
        least = Math.min(least, low);
        most = Math.max(most, high);
      }
    }
    return least > most ? [-Infinity, Infinity] : [least, most];
  };
  return {
    kind: 'add',
    variables: [...new Set(steps.flatMap(({ variables }) => variables))],
    amount: (valueOf) => steps.reduce((sum, step) => sum + step.amount(valueOf), 0),
    range,
  };
}
