import { type ItemEffect } from '../compile/product-rules';
import { type DrawProgram, type Program } from '../compile/program';
import { Exact } from '../number';
import { convert } from '../quantity';
import { type Answer } from '../selection';
import { type Draw, type Pieces, STOCK_PLACES } from '../stock';
import { type ChargedMeasure } from './charging';
import { type Reading } from './reading';
import { type Resolution } from './resolution';
import { resultOf } from './run-formula';

const NO_PIECES: readonly Pieces[] = [];
const NO_EFFECTS: readonly ItemEffect[] = [];

/**
 * What is taken from stock; each stock item once.
 *
 * @param quantity how many items; what they take altogether follows from it
 */
export function drawsOf(program: Program, { answers, variant, addOns, entries, outcomes, charged, fired }: Reading, quantity: number): Draw[] {
  const draws: Draw[] = [];
  const items = Exact.of(Number.isSafeInteger(quantity) ? quantity : 0);
  if (variant?.draw) addDraw(draws, variant.draw, oneOf(variant.draw, answers, charged), 1, items);
  for (const draw of program.draws) addDraw(draws, draw, oneOf(draw, answers, charged), 1, items);
  for (let index = 0; index < answers.length; index += 1) {
    const picks = answers[index]?.picks;
    if (!picks) continue;
    for (const { effect, count } of picks) {
      const brought = program.choices[index]?.effects[effect];
      if (brought) for (const draw of brought.draws) addDraw(draws, draw, oneOf(draw, answers, charged), count, items);
    }
  }
  for (const { place, resolution } of entries) addPart(draws, place, 1, resolution, items);
  for (const { addOn, count, resolution } of addOns) addPart(draws, addOn.key, count, resolution, items);
  for (let index = 0; index < outcomes.length; index += 1) {
    const drawn = program.formulas[index]?.draw;
    const value = drawn && resultOf(outcomes[index] ?? null);
    if (value) addDraw(draws, drawn, value.over(drawn.unit.factor), 1, items);
  }
  for (const { rule, draw } of program.rules?.itemEffects ?? NO_EFFECTS) if (draw && fired?.(rule)) addDraw(draws, draw, oneOf(draw, answers, charged), 1, items);
  return draws;
}

const THE_PRODUCT: Draw['by'] = [null];

/** Adds what a part draws to the draws of an item, as many times as it is taken. */
function addPart(draws: Draw[], key: string, count: number, resolution: Resolution, items: Exact): void {
  const by = [key];
  for (const { stock, title, total, pieces, leadDays } of resolution.draws) {
    // Two pieces of a metre are two pieces of a metre, and not one of two.
    const cut = pieces.length === 0 ? NO_PIECES : pieces.map(({ length, count: each }) => ({ length, count: each * resolution.quantity * count }));
    addTaken(draws, { stock, title, unit: total.unit, leadDays }, count === 1 ? total.value : total.value.times(Exact.of(count)), cut, by, items);
  }
}

/** How much one piece of a draw is, in the stock item's unit; null while it is not known. */
function oneOf({ fixed, measure, charged: ofCharged }: DrawProgram, answers: readonly (Answer | null)[], charged: ChargedMeasure | null): Exact | null {
  if (fixed) return fixed;
  if (ofCharged) return charged && (ofCharged === 'packs' ? charged.packs : charged.charged.times(ofCharged));
  const measured = measure && answers[measure.index]?.value;
  return measured ? measured.times(measure.factor) : null;
}

/** Adds a draw to those of an item. */
function addDraw(draws: Draw[], draw: DrawProgram, needed: Exact | null, count: number, items: Exact): void {
  if (!needed) return;
  // A third of a metre has no end as a decimal, and stock is kept in decimals: what one takes is brought up to the finest
  // that is counted, here and nowhere else, so that ledger, order and file add up to the same.
  const one = needed.rounded(STOCK_PLACES, 'ceiling');
  const times = count * draw.pieces;
  const value = times === 1 ? one : one.times(Exact.of(times));
  addTaken(draws, draw, value, draw.cut ? [{ length: one, count: times }] : NO_PIECES, THE_PRODUCT, items);
}

/**
 * What takes from one stock item is taken together.
 *
 * @param value what one item takes
 * @param by what of the item takes it
 */
function addTaken(draws: Draw[], { stock, title, unit, leadDays }: Pick<DrawProgram, 'stock' | 'title' | 'unit' | 'leadDays'>, value: Exact, pieces: readonly Pieces[], by: Draw['by'], items: Exact): void {
  for (let index = 0; index < draws.length; index += 1) {
    const former = draws[index];
    if (former?.stock !== stock) continue;
    const perItem = former.perItem.value.plus(value);
    draws[index] = {
      stock,
      title,
      perItem: { value: perItem, unit },
      total: { value: perItem.times(items), unit },
      pieces: pieces.length === 0 ? former.pieces : [...former.pieces, ...pieces],
      // Beyond stock only when everything that takes this item may go beyond.
      leadDays: leadDays === null || former.leadDays === null ? null : Math.max(leadDays, former.leadDays),
      by: former.by === by ? by : [...former.by, ...by],
    };
    return;
  }
  draws.push({ stock, title, perItem: { value, unit }, total: { value: value.times(items), unit }, pieces, leadDays, by });
}

/** What one item weighs; null where nothing says so, or while what it is measured by is not answered. */
export function weightOf(program: Program, { answers, variant, addOns, entries, outcomes, charged, fired }: Reading): Resolution['weight'] {
  let sum: Exact | null = variant?.weight ?? program.weight;
  if (sum && program.base.unit) sum = charged ? sum.times(charged.supplied) : null;
  for (let index = 0; index < answers.length; index += 1) {
    const picks = answers[index]?.picks;
    if (!picks) continue;
    for (const { effect, count } of picks) {
      const added = program.choices[index]?.effects[effect]?.weight;
      if (!added) continue;
      const times = count === 1 ? added : added.times(Exact.of(count));
      sum = sum ? sum.plus(times) : times;
    }
  }
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
  for (const { rule, weight } of program.rules?.itemEffects ?? NO_EFFECTS) if (weight && fired?.(rule)) sum = sum ? sum.plus(weight) : weight;
  return sum && { value: sum, unit: program.weightUnit };
}
