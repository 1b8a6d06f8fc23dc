import { inAnyOrder, type Interval, plus, spanOf, type Step, times } from './price-step';

/** A share of a base that is always the same is an amount. */
function asAmount(step: Step, base: number): Step {
  const { span, atEnds, range } = step;
  return {
    ...step,
    kind: 'add',
    amount: (valueOf) => base * step.amount(valueOf),
    ...(span && { span: (valueOf) => times([base, base], span(valueOf)) }),
    ...(atEnds && { atEnds: (valueOf) => [base * atEnds(valueOf)[0], base * atEnds(valueOf)[1]] }),
    ...(range && { range: (solver) => times([base, base], range(solver)) }),
  };
}

/**
 * Steps that add by the same one answer are one step: of a choice in which one option adds an amount and another a
 * share of the base, it is known then that it is one of the two, and not the least of both.
 *
 * @param base    what shares of the base are taken of, where that is always the same; else null
 * @param isTyped whether a variable stands for something typed: what rises evenly with that is looked at otherwise
 */
export function byAnswer(
  steps: readonly Step[],
  base: number | null,
  isTyped: (variable: number) => boolean,
): readonly Step[] {
  const [early, late] = inAnyOrder(steps);
  const byVariable = new Map<number, Step[]>();
  const others: Step[] = [];
  for (const step of early) {
    const added = step.kind === 'shareOfBase' && base !== null ? asAmount(step, base) : step;
    const [variable] = added.variables;
    if (
      added.kind !== 'add' ||
      variable === undefined ||
      added.variables.length > 1 ||
      added.range ||
      (added.atEnds && isTyped(variable))
    )
      others.push(added);
    else byVariable.set(variable, [...(byVariable.get(variable) ?? []), added]);
  }
  const sums = [...byVariable].map(([variable, list]): Step => {
    const [only] = list;
    if (list.length === 1 && only) return only;
    return {
      kind: 'add',
      variables: [variable],
      amount: (valueOf) => list.reduce((sum, step) => sum + step.amount(valueOf), 0),
      span: (valueOf) => list.reduce<Interval>((sum, step) => plus(sum, spanOf(step, valueOf)), [0, 0]),
    };
  });
  return [...others, ...sums, ...late];
}
