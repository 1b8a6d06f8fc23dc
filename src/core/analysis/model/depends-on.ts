import { amountsOf } from '../../catalog';
import { type Program, withAllWithin } from '../../compile';
import { type Amount } from '../../pricing';
import { testsOf } from './candidates';

/** Whether what one costs can depend on how many are taken. */
export function asksQuantity({ formulas, rules, breaks }: Program): boolean {
  return (
    breaks.length > 0 ||
    (rules?.itemEffects ?? []).some(({ effect }) => effect.kind === 'limitQuantity') ||
    formulas.some(({ compiled }) => compiled.uses.has('quantity')) ||
    (rules?.program.rules ?? []).some(({ rule }) => [...testsOf(rule.when)].some(({ kind }) => kind === 'quantity'))
  );
}

/** Every amount that choices and rules of a product can add. */
export const amountsSaid = ({ product, rules }: Program): readonly Amount[] =>
  [
    ...product.choices.flatMap(amountsOf),
    ...(rules?.itemEffects ?? []).map(({ effect }) => (effect.kind === 'amount' ? effect.amount : null)),
  ].filter((amount) => amount !== null);

/** Whether anything of a product, or of what stands in it, is otherwise for some customer groups. */
export const asksGroup = (program: Program): boolean => withAllWithin(program).some(asksGroupItself);

const asksGroupItself = ({ choices, formulas, rules, quantities }: Program): boolean =>
  quantities.nearer.some(({ asks }) => asks.kind === 'group') ||
  choices.some(({ groups, options }) => groups.length > 0 || options.some((option) => option.groups.length > 0)) ||
  formulas.some(({ inputs }) => inputs.some(({ groups = [] }) => groups.length > 0)) ||
  (rules?.program.rules ?? []).some(({ rule }) => [...testsOf(rule.when)].some(({ kind }) => kind === 'group'));

/** Whether a rule may hide a choice. */
export const canBeHidden = ({ rules }: Pick<Program, 'rules'>, choice: number): boolean =>
  rules?.program.onChoice.get(choice)?.some(({ effect }) => effect.kind === 'show' || effect.kind === 'hide') ?? false;

/** Whether what one weighs can depend on what customers choose of it. */
export function weightVaries({ choices, formulas, rules, variants, base, kit, addOns }: Program): boolean {
  return (
    base.unit !== null ||
    kit !== null ||
    addOns.length > 0 ||
    choices.some(({ effects }) => effects.some(({ weight }) => weight !== null)) ||
    formulas.some(({ serves }) => serves.kind === 'weight') ||
    [...variants.values()].some(({ weight }) => weight !== null) ||
    (rules?.itemEffects ?? []).some(({ weight }) => weight !== null)
  );
}

/**
 * Whether rules of a product, or of what stands in it, ask what day it is, so that what is found out is true of that
 * day.
 */
export const asksToday = (program: Program): boolean =>
  withAllWithin(program).some(({ rules }) =>
    (rules?.program.rules ?? []).some(({ rule }) =>
      [...testsOf(rule.when)].some(
        (test) => (test.kind === 'weekday' || test.kind === 'season') && test.choice === null,
      ),
    ),
  );
