import {
  type CandidateProgram,
  type ComponentProgram,
  formulaInputsOf,
  type KitProgram,
  placesOf,
  type Program,
  type SlotProgram,
} from '../compile';
import { type Analysis, type AnalysisLimits, analysePlain, USUAL_LIMITS } from './analyse-plain';
import { asksGroup, asksQuantity } from './model/depends-on';
import { allCounts, inNumber } from './model/in-number';
import { Known } from './model/known';

/**
 * Finds out what is true of all selections of a product, stage by stage. What it says can't be is proved: it holds for
 * every answer, and not only for those that were looked at. What it says can be has been resolved. What it could not
 * prove within its limits, it says.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 * @returns what is known after each stage, and while a long one goes on
 */
export function* analyse(
  program: Program,
  today: string,
  limits: AnalysisLimits = USUAL_LIMITS,
): Generator<Analysis, Analysis> {
  const { kit } = program;
  if (!kit || program.blocking.length > 0) return yield* analysePlain(program, today, limits);
  const running = analysePlain(program, today, limits);
  for (;;) {
    const { value, done } = running.next();
    const found = withWaysInside(program, kit, value, today, limits);
    if (done) return found;
    yield found;
  }
}

/** How many selections a kit has, from how many its own choices have: what can be chosen inside counts, too. */
function withWaysInside(
  program: Program,
  kit: KitProgram,
  own: Analysis,
  today: string,
  limits: AnalysisLimits,
): Analysis {
  if ((own.selections === null && own.selectionsBetween === null) || own.nothingSells) return own;
  const [least, most] = own.selectionsBetween ?? [own.selections ?? '0', own.selections ?? '0'];
  const ways = [
    ...kit.components.map((component) => waysOf(component, today, limits)),
    ...kit.slots.map((slot) => waysInSlot(slot, today, limits)),
  ];
  // What ties parts together leaves fewer: at least one way for each selection of the kit's own choices.
  const from = ways.reduce((product, [fewest]) => product * fewest, BigInt(least));
  const to = ways.reduce((product, [, greatest]) => product * greatest, BigInt(most));
  const between = [String(isUntied(program, kit, own) ? from : BigInt(least)), String(to)] as const;
  const [first, second] = between;
  return first === second
    ? { ...own, selections: first, selectionsBetween: null }
    : { ...own, selections: null, selectionsBetween: between };
}

/** Whether nothing ties the parts of a kit to each other, or to what is chosen of it. */
function isUntied(program: Program, kit: KitProgram, own: Analysis): boolean {
  const { fits, formulas, rules } = program;
  const { slots, terms } = kit;
  return (
    fits.length === 0 &&
    !placesOf(kit).some(({ candidates }) => candidates.some((candidate) => asksGroup(candidate.program))) &&
    formulas.every((_, position) => formulaInputsOf(program, position).parts.size === 0) &&
    (rules === null || slots.length === 0 || own.selectionsBetween === null) &&
    own.belowNothing === null &&
    own.lineBelowNothing === null &&
    (terms.less.sign() === 0 || own.lowest !== null)
  );
}

type Range = readonly [bigint, bigint];
const counts = new Known<Program, Range>();

/** In how many ways a part can come, at least and at most. */
function waysOf({ candidates, quantity, optional }: ComponentProgram, today: string, limits: AnalysisLimits): Range {
  const numbers = allCounts(quantity);
  let [least, most] = optional ? [1n, 1n] : [0n, 0n];
  const add = ([fewest, greatest]: Range, times: number) => {
    least += fewest * BigInt(times);
    most += greatest * BigInt(times);
  };
  for (const { program } of candidates) {
    if (numbers && asksQuantity(program))
      for (const count of numbers) add(countOf(inNumber(program, count), today, limits), 1);
    else {
      const [fewest, greatest] = countOf(program, today, limits);
      add([asksQuantity(program) ? 0n : fewest, greatest], quantity.most - quantity.least + 1);
    }
  }
  return [least, most];
}

/**
 * In how many ways what is in a slot can be chosen, beside which products it is: one at least, and as many as it holds
 * times over at most.
 */
function waysInSlot({ component: { candidates }, most }: SlotProgram, today: string, limits: AnalysisLimits): Range {
  const each = candidates.map(({ program }: CandidateProgram) => countOf(program, today, limits)[1]);
  const greatest = each.reduce((best, count) => (count > best ? count : best), 1n);
  return [1n, greatest ** BigInt(most)];
}

/** How many selections a product has as it stands in another, at least and at most. */
const countOf = (program: Program, today: string, limits: AnalysisLimits): Range =>
  counts.of(program, today, () => counted(program, today, limits));

function counted(program: Program, today: string, limits: AnalysisLimits): Range {
  const running = analyse(program, today, limits);
  for (;;) {
    const { value, done } = running.next();
    if (!done) continue;
    const { selections, selectionsBetween, faulty } = value;
    if (faulty) return [0n, 0n];
    const [from, to] = selectionsBetween ?? [selections ?? '0', selections ?? '0'];
    return [BigInt(from), BigInt(to)];
  }
}
