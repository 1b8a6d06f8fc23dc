import { type ItemEffect } from '../../compile/product-rules';
import { LEFT_OUT } from '../../compile';
import { type DrawProgram, type Program, variantKey } from '../../compile/program';
import { Exact } from '../../number';
import { convert } from '../../quantity';
import { type Answer } from '../../selection';
import { type Draw, type Pieces, STOCK_PLACES } from '../../stock';
import { type ChargedMeasure } from '../formulas/charging';
import { CollectedDraws } from './collected-draws';
import { type Reading } from '../reading';
import { type Resolution } from '../resolution';
import { resultOf } from '../formulas/run-formula';

const NO_PIECES: readonly Pieces[] = [];
const NO_EFFECTS: readonly ItemEffect[] = [];
const NO_PICKS: Answer['picks'] = [];
const NO_DRAWS: readonly DrawProgram[] = [];

/**
 * What is taken from stock; each stock item once.
 *
 * @param quantity how many items; what they take altogether follows from it
 */
export function drawsOf(
  program: Program,
  { answers, variant, addOns, entries, outcomes, charged, fired }: Reading,
  quantity: number,
): readonly Draw[] {
  const collected = new CollectedDraws();
  for (const step of program.supplySteps) {
    switch (step.kind) {
      case 'variant':
        if (variant?.draw) addDraw(collected, variant.draw, oneOf(variant.draw, answers, charged), 1);
        break;
      case 'product':
        for (const draw of step.draws) addDraw(collected, draw, oneOf(draw, answers, charged), 1);
        break;
      case 'choice':
        for (const { effect, count } of answers[step.choice]?.picks ?? NO_PICKS)
          for (const draw of step.effects[effect]?.draws ?? NO_DRAWS)
            addDraw(collected, draw, oneOf(draw, answers, charged), count);
        break;
      case 'inside':
        for (const { place, resolution } of entries) addPart(collected, place, 1, resolution);
        break;
      case 'along':
        for (const { addOn, count, resolution } of addOns) addPart(collected, addOn.key, count, resolution);
        break;
      case 'formula': {
        const value = resultOf(outcomes[step.formula] ?? null);
        if (value) addDraw(collected, step.draw, value.over(step.draw.unit.factor), 1);
        break;
      }
      case 'rule':
        if (fired?.(step.effect.rule)) addDraw(collected, step.draw, oneOf(step.draw, answers, charged), 1);
        break;
      case 'work':
        break;
    }
  }
  return collected.of(Number.isSafeInteger(quantity) ? quantity : 0);
}

/** Adds what a part draws to the draws of an item, as many times as it is taken. */
function addPart(collected: CollectedDraws, key: string, count: number, resolution: Resolution): void {
  for (const { stock, title, total, pieces, leadDays } of resolution.draws) {
    // Two pieces of a metre are two pieces of a metre, and not one of two.
    const cut =
      pieces.length === 0
        ? NO_PIECES
        : pieces.map(({ length, count: each }) => ({ length, count: each * resolution.quantity * count }));
    collected.add(
      { stock, title, unit: total.unit, leadDays },
      count === 1 ? total.value : total.value.times(Exact.of(count)),
      cut,
      key,
    );
  }
}

/** How much one piece of a draw is, in the stock item's unit, as it is counted; null while it is not known. */
export function takenByOne(
  draw: DrawProgram,
  answers: readonly (Answer | null)[],
  charged: ChargedMeasure | null,
): Exact | null {
  return oneOf(draw, answers, charged)?.rounded(STOCK_PLACES, 'ceiling') ?? null;
}

/** How much one piece of a draw is, exactly; null while it is not known. */
function oneOf(
  { fixed, measure, charged: ofCharged }: DrawProgram,
  answers: readonly (Answer | null)[],
  charged: ChargedMeasure | null,
): Exact | null {
  if (fixed) return fixed;
  if (ofCharged) return charged && (ofCharged === 'packs' ? charged.packs : charged.charged.times(ofCharged));
  const measured = measure && answers[measure.index]?.value;
  return measured ? measured.times(measure.factor) : null;
}

/** Adds a draw to those of an item. */
function addDraw(collected: CollectedDraws, draw: DrawProgram, needed: Exact | null, count: number): void {
  if (!needed) return;
  // A third of a metre has no end as a decimal, and stock is kept in decimals: what one takes is brought up to the
  // finest that is counted, here and nowhere else, so that ledger, order and file add up to the same.
  const one = needed.rounded(STOCK_PLACES, 'ceiling');
  const times = count * draw.pieces;
  const value = times === 1 ? one : one.times(Exact.of(times));
  collected.add(draw, value, draw.cut ? [{ length: one, count: times }] : NO_PIECES, null);
}

/** A weight with what is picked of each choice. */
function withPicked(program: Program, answers: Reading['answers'], weight: Exact | null): Exact | null {
  let sum = weight;
  for (let index = 0; index < answers.length; index += 1)
    sum = withPicks(program, index, answers[index]?.picks ?? NO_PICKS, sum);
  return sum;
}

/** A weight with what is picked of one choice; null where neither says anything of it. */
export function withPicks(
  { choices }: Program,
  index: number,
  picks: Answer['picks'],
  weight: Exact | null,
): Exact | null {
  let sum = weight;
  for (const { effect, count } of picks) {
    const added = choices[index]?.effects[effect]?.weight;
    if (!added) continue;
    const times = count === 1 ? added : added.times(Exact.of(count));
    sum = sum ? sum.plus(times) : times;
  }
  return sum;
}

/**
 * What the product or variant weighs with what is chosen of it, in kilograms: what rules can ask for. Null where
 * nothing says so.
 */
export function ownWeight(program: Program, answers: Reading['answers']): Exact | null {
  const variant =
    program.stocked.length === 0
      ? undefined
      : program.variants.get(variantKey(program.stocked.map((index) => answers[index]?.option ?? LEFT_OUT)));
  const weight = withPicked(program, answers, variant?.weight ?? program.weight);
  return weight && weight.times(program.weightUnit.factor);
}

/** What one item weighs; null where nothing says so, or while what it is measured by is not answered. */
export function weightOf(
  program: Program,
  { answers, variant, addOns, entries, outcomes, charged, fired }: Reading,
): Resolution['weight'] {
  let sum: Exact | null = variant?.weight ?? program.weight;
  if (sum && program.base.unit) sum = charged ? sum.times(charged.supplied) : null;
  sum = withPicked(program, answers, sum);
  const addPartWeight = (resolution: Resolution, pieces: number) => {
    const one = resolution.weight && convert(resolution.weight, program.weightUnit);
    if (!one) return;
    const times = one.value.times(Exact.of(pieces));
    sum = sum ? sum.plus(times) : times;
  };
  for (const { count, resolution } of entries) addPartWeight(resolution, count);
  for (const { count, resolution } of addOns) addPartWeight(resolution, resolution.quantity * count);
  for (let index = 0; index < outcomes.length; index += 1) {
    const value = program.formulas[index]?.serves.kind === 'weight' ? resultOf(outcomes[index] ?? null) : null;
    if (!value) continue;
    const inUnit = value.over(program.weightUnit.factor);
    sum = sum ? sum.plus(inUnit) : inUnit;
  }
  for (const { rule, weight } of program.rules?.itemEffects ?? NO_EFFECTS)
    if (weight && fired?.(rule)) sum = sum ? sum.plus(weight) : weight;
  return sum && { value: sum, unit: program.weightUnit };
}
