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
export function drawsOf(program: Program, { answers, variant, parts, outcomes, charged, fired }: Reading, quantity: number): Draw[] {
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
  for (const { part, count, resolution } of parts) for (const draw of resolution.draws) addTaken(draws, ofPart(draw, part.key, resolution.quantity, count), items);
  for (let index = 0; index < outcomes.length; index += 1) {
    const drawn = program.formulas[index]?.draw;
    const value = drawn && resultOf(outcomes[index] ?? null);
    if (value) addDraw(draws, drawn, value.over(drawn.unit.factor), 1, items);
  }
  for (const { rule, draw } of program.rules?.itemEffects ?? NO_EFFECTS) if (draw && fired?.(rule)) addDraw(draws, draw, oneOf(draw, answers, charged), 1, items);
  return draws;
}

type Taken = Omit<Draw, 'total'>;

const THE_PRODUCT: Draw['by'] = [[]];

/** What one taking of a part draws, as many times as it is taken. */
function ofPart({ stock, title, total, pieces, leadDays, by }: Draw, part: string, quantity: number, count: number): Taken {
  return {
    stock, title, leadDays,
    perItem: { value: total.value.times(Exact.of(count)), unit: total.unit },
    // Two pieces of a metre are two pieces of a metre, and not one of two.
    pieces: pieces.map(({ length, count: each }) => ({ length, count: each * quantity * count })),
    by: by.map((path) => [part, ...path]),
  };
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
  addTaken(draws, { stock: draw.stock, title: draw.title, leadDays: draw.leadDays, perItem: { value, unit: draw.unit }, pieces: draw.cut ? [{ length: one, count: times }] : NO_PIECES, by: THE_PRODUCT }, items);
}

/** What takes from one stock item is taken together. */
function addTaken(draws: Draw[], taken: Taken, items: Exact): void {
  const same = draws.findIndex(({ stock }) => stock === taken.stock);
  const former = draws[same];
  const { unit } = taken.perItem;
  const perItem = former ? former.perItem.value.plus(taken.perItem.value) : taken.perItem.value;
  // Beyond stock only when everything that takes this item may go beyond.
  const leadDays = !former ? taken.leadDays : taken.leadDays === null || former.leadDays === null ? null : Math.max(taken.leadDays, former.leadDays);
  const merged: Draw = {
    ...taken,
    leadDays,
    perItem: { value: perItem, unit },
    total: { value: perItem.times(items), unit },
    pieces: former ? [...former.pieces, ...taken.pieces] : taken.pieces,
    by: former && former.by !== taken.by ? [...former.by, ...taken.by] : taken.by,
  };
  if (former) draws[same] = merged;
  else draws.push(merged);
}

/** What one item weighs; null where nothing says so, or while what it is measured by is not answered. */
export function weightOf(program: Program, { answers, variant, parts, outcomes, charged, fired }: Reading): Resolution['weight'] {
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
  for (const { count, resolution } of parts) {
    const one = resolution.weight && convert(resolution.weight, program.weightUnit);
    if (!one) continue;
    const times = one.value.times(Exact.of(resolution.quantity * count));
    sum = sum ? sum.plus(times) : times;
  }
  for (let index = 0; index < outcomes.length; index += 1) {
    const value = program.formulas[index]?.serves.kind === 'weight' ? resultOf(outcomes[index] ?? null) : null;
    if (!value) continue;
    const inUnit = value.over(program.weightUnit.factor);
    sum = sum ? sum.plus(inUnit) : inUnit;
  }
  for (const { rule, weight } of program.rules?.itemEffects ?? NO_EFFECTS) if (weight && fired?.(rule)) sum = sum ? sum.plus(weight) : weight;
  return sum && { value: sum, unit: program.weightUnit };
}
