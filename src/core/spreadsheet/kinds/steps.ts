import { Exact } from '../../number';
import { type Breaks, breaksSchema, MOST_STEPS } from '../../pricing';
import { isDecimal } from '../kind';

type Step = Breaks['steps'][number];

/** The steps of breaks that are prices: what a step takes off is none. */
export const pricedSteps = (breaks: Breaks | null): readonly Step[] => (breaks?.gives === 'price' ? breaks.steps : []);

/**
 * Adds a step of which the price is yet to be said, in its place among the others.
 *
 * @param from   the cell that says from how many on it holds
 * @param others why there can be none, where steps say something else than prices
 * @returns the breaks with it, and the step; or what is wrong
 */
export function withStep(
  breaks: Breaks | null,
  from: string,
  others: string,
): { readonly breaks: Breaks; readonly step: Step; readonly fault?: undefined } | { readonly fault: string } {
  const quantity = Exact.parse(from);
  if (!quantity || quantity.sign() <= 0 || !isDecimal(quantity.toString()))
    return { fault: `“${from}” is no quantity from which a price can hold.` };
  const before = breaks ?? breaksSchema.parse({});
  if (before.gives !== 'price') return { fault: others };
  if (before.steps.length >= MOST_STEPS) return { fault: `it has ${MOST_STEPS} steps already.` };
  const step = { from: quantity.toString(), value: '0' };
  const steps = [...before.steps, step].sort((a, b) => (Exact.from(a.from).isLess(Exact.from(b.from)) ? -1 : 1));
  return { breaks: { ...before, steps }, step };
}

/** Breaks without a step; null where none is left. */
export function withoutStep(breaks: Breaks | null, step: Step): Breaks | null {
  const steps = breaks?.steps.filter((one) => one !== step) ?? [];
  return breaks && steps.length > 0 ? { ...breaks, steps } : null;
}
