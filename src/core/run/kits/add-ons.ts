import { type AddOnProgram, type Program } from '../../compile';
import { type Exact } from '../../number';
import { type PriceLine } from '../../pricing';
import { problem, type Problem } from '../../problems';
import { type Answer, atChoice } from '../../selection';
import { type Resolution } from '../resolution';
import { type Run } from '../run';

/** An add-on as a selection takes it: how many times, and what one taking of it resolves to for this customer. */
export interface AddOnTaken {
  readonly addOn: AddOnProgram;
  readonly count: number;
  readonly resolution: Resolution;
  readonly price: CostAlong;
}

/** What one taking of an add-on costs, and what is paid once, however many are taken. */
export interface CostAlong {
  readonly each: Exact;
  readonly once: Exact;
}

const NO_ADD_ONS: readonly AddOnTaken[] = [];

/**
 * Resolves an add-on by itself: in its own quantity, for the customer's group, on the same day. Stock is asked for
 * everything together, so it is left aside here.
 *
 * @returns what it comes to, with its cost; or the cost null and, in the resolution, why it can't be taken
 */
export function resolveAddOn(
  addOn: AddOnProgram,
  run: Run,
): { readonly resolution: Resolution; readonly price: CostAlong | null } {
  const { program } = addOn;
  const { today, group, files, costs } = run.context;
  const alone = run.only({ stock: null, today, group, files, costs });
  const resolution = alone.resolve(program, { answers: addOn.answers });
  const { state, lineTotal, once } = resolution;
  if (state !== 'sellable' || !lineTotal) return { resolution, price: null };
  const rounded = (amount: Exact) => amount.rounded(program.places, program.rounding);
  return {
    resolution,
    price: { each: rounded(addOn.price.of(lineTotal.minus(once))), once: rounded(addOn.price.ofOnce(once)) },
  };
}

/** The add-ons that a selection takes; one that this customer can't have is a problem, and is not taken. */
export function takenAddOns(
  { addOns, gone, choices }: Program,
  answers: readonly (Answer | null)[],
  run: Run,
  problems: Problem[],
): readonly AddOnTaken[] {
  for (const index of gone) {
    const choice = choices[index];
    if (choice && (answers[index]?.picks.length ?? 0) > 0)
      problems.push(problem(atChoice(choice.key), { code: 'partNotReady', title: choice.title, first: null }));
  }
  if (addOns.length === 0) return NO_ADD_ONS;
  return addOns.flatMap((addOn) => {
    const count = answers[addOn.choice]?.picks[0]?.count ?? 0;
    if (count === 0) return [];
    const { resolution, price } = resolveAddOn(addOn, run);
    if (price) return { addOn, count, resolution, price };
    problems.push(
      problem(atChoice(addOn.key), {
        code: 'partNotReady',
        title: addOn.title,
        first: resolution.problems[0]?.data ?? null,
      }),
    );
    return [];
  });
}

/** What a choice takes along, where it does. */
export function addOnAt(taken: readonly AddOnTaken[], choice: number): AddOnTaken | undefined {
  return taken.length === 0 ? undefined : taken.find(({ addOn }) => addOn.choice === choice);
}

/**
 * What an add-on adds to the price of one item, before it is multiplied by how many are taken; and what is paid once
 * for it.
 */
export function addOnLines({ addOn, price }: AddOnTaken): {
  readonly each: PriceLine;
  readonly once: PriceLine | null;
} {
  const line = (amount: Exact, per: PriceLine['per']): PriceLine => ({
    label: addOn.title,
    kind: 'choice',
    of: null,
    amount,
    per,
    source: addOn.key,
  });
  return { each: line(price.each, 'unit'), once: price.once.sign() === 0 ? null : line(price.once, 'line') };
}
