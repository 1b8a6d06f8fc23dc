import { type PartProgram, type Program } from '../compile';
import { Exact } from '../number';
import { type PriceLine } from '../pricing';
import { problem, type Problem } from '../problems';
import { type Answer, atChoice, type Selection } from '../selection';
import { type Resolution, type ResolveContext } from './resolution';

/** A part as a selection takes it: how many times, and what one taking of it resolves to for this customer. */
export interface PartTaken {
  readonly part: PartProgram;
  readonly count: number;
  readonly resolution: Resolution;
  readonly price: PartCost;
}

/** What one taking of a part costs, and what is paid once, however many are taken. */
export interface PartCost {
  readonly each: Exact;
  readonly once: Exact;
}

/** How a part is resolved: the product's own way of resolving. */
export type ResolvePart = (program: Program, selection: Selection, context: ResolveContext) => Resolution;

const NO_PARTS: readonly PartTaken[] = [];

/**
 * Resolves a part by itself: in its own quantity, for the customer's group, on the same day. Stock is asked for
 * everything together, so it is left aside here.
 *
 * @returns what it comes to, with its cost; or the cost null and, in the resolution, why it can't be taken
 */
export function resolvePart(part: PartProgram, { today, group, files }: Pick<ResolveContext, 'today' | 'group' | 'files'>, resolve: ResolvePart): { readonly resolution: Resolution; readonly price: PartCost | null } {
  const { program } = part;
  const resolution = resolve(program, { answers: part.answers }, { stock: null, today, group, files });
  const { state, unitPrice, lineTotal, quantity } = resolution;
  if (state !== 'sellable' || !unitPrice || !lineTotal) return { resolution, price: null };
  const alone = unitPrice.times(Exact.of(quantity));
  const rounded = (amount: Exact) => amount.rounded(program.places, program.rounding);
  return { resolution, price: { each: rounded(part.price.of(alone)), once: rounded(part.price.ofOnce(lineTotal.minus(alone))) } };
}

/** The parts that a selection takes; one that this customer can't have is a problem, and is not taken. */
export function takenParts({ parts, gone, choices }: Program, answers: readonly (Answer | null)[], context: ResolveContext, resolve: ResolvePart, problems: Problem[]): readonly PartTaken[] {
  for (const index of gone) {
    const choice = choices[index];
    if (choice && (answers[index]?.picks.length ?? 0) > 0) problems.push(problem(atChoice(choice.key), { code: 'partNotReady', title: choice.title, first: null }));
  }
  if (parts.length === 0) return NO_PARTS;
  return parts.flatMap((part) => {
    const count = answers[part.choice]?.picks[0]?.count ?? 0;
    if (count === 0) return [];
    const { resolution, price } = resolvePart(part, context, resolve);
    if (price) return { part, count, resolution, price };
    problems.push(problem(atChoice(part.key), { code: 'partNotReady', title: part.title, first: resolution.problems[0]?.data ?? null }));
    return [];
  });
}

/** The part that a choice takes along, where it does. */
export function partAt(parts: readonly PartTaken[], choice: number): PartTaken | undefined {
  return parts.length === 0 ? undefined : parts.find(({ part }) => part.choice === choice);
}

/** What a part adds to the price of one item, before it is multiplied by how many are taken; and what is paid once for it. */
export function partLines({ part, price }: PartTaken): { readonly each: PriceLine; readonly once: PriceLine | null } {
  const line = (amount: Exact, per: PriceLine['per']): PriceLine => ({ label: part.title, kind: 'choice', of: null, amount, per, source: part.key });
  return { each: line(price.each, 'unit'), once: price.once.sign() === 0 ? null : line(price.once, 'line') };
}
