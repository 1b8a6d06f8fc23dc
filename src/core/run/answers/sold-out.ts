import { type CandidateProgram, type KitProgram, type SlotProgram } from '../../compile';
import { type DrawProgram, type Program } from '../../compile/program';
import { Exact } from '../../number';
import { mostThatCanBeCut, type StockView } from '../../stock';
import { isSeenBy } from './offers';

/** How much of a stock item is needed; decimals in its unit. Null for as much as somebody says: any is enough. */
export interface Need {
  readonly stock: string;
  readonly quantity: string | null;
  /** pieces that must be cut from its lots; empty where it is taken by quantity */
  readonly pieces: readonly { readonly length: string; readonly count: number }[];
}

/** One way to have something, and all that is needed for it. */
export interface SoldOutWay {
  readonly needs: readonly Need[];
  /** who has this way: the customer groups of each thing that is picked for it; absent for everybody */
  readonly groups?: readonly (readonly string[])[];
}

/** Ways out of which one must be open. */
export type SoldOutClause = readonly SoldOutWay[];

/**
 * When a product is sold out: when of any of these clauses no way is open. What is needed whatever is chosen is a
 * clause of one way; a choice of which something must be taken is one of a way for each option. What rules, formulas
 * and what may be left out have to do with it is not looked at: a product of which something can be sold is never sold
 * out, and one of which nothing can be sold may not be known to be.
 */
export function soldOutClauses(program: Program): SoldOutClause[] {
  const clauses = program.supplySteps.flatMap((step): SoldOutClause[] => {
    switch (step.kind) {
      case 'product':
        return step.draws.flatMap((draw) => needOf(program, draw).map((need) => [{ needs: [need] }]));
      case 'variant':
        return [waysOfVariants(program)];
      case 'choice':
        return mustBeAnswered(program, step.choice) ? [waysOfChoice(program, step.choice)] : [];
      case 'inside':
        return clausesInside(program, step.kit);
      case 'along':
      case 'formula':
      case 'work':
      case 'rule':
        return [];
    }
  });
  return clauses.filter((ways) => !ways.some(({ needs, groups }) => needs.length === 0 && !groups));
}

/** What must stand in a kit. */
const clausesInside = (program: Program, { components, slots }: KitProgram): SoldOutClause[] => [
  ...components.flatMap(({ optional, quantity, candidates }) =>
    optional ? [] : partClauses(candidates.map(forEverybody), quantity.least),
  ),
  ...slots.flatMap((slot) => (mustBeAnswered(program, slot.choice) ? slotClauses(program, slot) : [])),
];

/** Whether every selection answers a choice: nothing hides it, and everybody is asked. */
function mustBeAnswered({ choices, rules }: Program, index: number): boolean {
  const choice = choices[index];
  return (
    choice !== undefined &&
    choice.required &&
    choice.groups.length === 0 &&
    !rules?.program.onChoice.get(index)?.some(({ effect }) => effect.kind === 'show' || effect.kind === 'hide')
  );
}

/** A product that may stand somewhere, and the customer groups that it is for. */
interface Candidate {
  readonly program: Program;
  readonly groups: readonly string[];
}

const forEverybody = ({ program }: CandidateProgram): Candidate => ({ program, groups: [] });

/** So many clauses of a part that can be one of several products are looked at together at most. */
const MOST_TOGETHER = 200;

/**
 * When a part can't be had, of one that must be there: when none of the products that it can be can be had.
 *
 * @param least so many pieces of whichever it is must be there
 */
function partClauses(candidates: readonly Candidate[], least: number): SoldOutClause[] {
  const each = candidates
    .filter(({ program }) => program.blocking.length === 0)
    .map(({ program, groups }) =>
      soldOutClauses(program).map((ways) =>
        ways.map((way) => onlyFor({ ...way, needs: way.needs.map((need) => timesNeed(need, least)) }, [groups])),
      ),
    );
  // One of several is sold out when of each of them one clause is closed: all the ways of those clauses together are
  // closed then.
  return each.reduce<SoldOutClause[]>(
    (before, clauses, place) =>
      place === 0
        ? clauses
        : before.flatMap((one) => clauses.map((other) => [...one, ...other])).slice(0, MOST_TOGETHER),
    [],
  );
}

/** The same of a slot: what stands in it may differ from place to place, and then one of it is asked for. */
function slotClauses({ choices }: Program, { choice, byOption, least }: SlotProgram): SoldOutClause[] {
  const candidates = byOption.flatMap((candidate, place): Candidate[] =>
    candidate ? [{ program: candidate.program, groups: choices[choice]?.options[place]?.groups ?? [] }] : [],
  );
  return partClauses(candidates, candidates.length === 1 ? least : 1);
}

/** The same need so many times over. */
function timesNeed({ stock, quantity, pieces }: Need, times: number): Need {
  return {
    stock,
    quantity: quantity && Exact.from(quantity).times(Exact.of(times)).toString(),
    pieces: pieces.map(({ length, count }) => ({ length, count: count * times })),
  };
}

/** A way that is there for those alone who are in one of the groups of each list. */
function onlyFor({ needs, groups: known = [] }: SoldOutWay, lists: readonly (readonly string[])[]): SoldOutWay {
  const groups = [...known, ...lists.filter((list) => list.length > 0)];
  return groups.length > 0 ? { needs, groups } : { needs };
}

/** What a choice needs that must be answered, option by option. */
function waysOfChoice(program: Program, index: number): SoldOutWay[] {
  const choice = program.choices[index];
  const settled = program.fixed[choice?.key ?? ''];
  return (choice?.options ?? []).flatMap((option, place) =>
    settled === undefined || namesOption(settled, option.key)
      ? [onlyFor({ needs: needsOfOption(program, index, place) }, [option.groups])]
      : [],
  );
}

/** What is needed for an option, unless it can be ordered when it is out. */
function needsOfOption(program: Program, index: number, place: number): Need[] {
  const choice = program.choices[index];
  return choice?.options[place]?.whenOut === 'orderable'
    ? []
    : (choice?.effects[place]?.draws ?? []).flatMap((draw) => needOf(program, draw));
}

/** What is needed for one of the variants that are on sale, with what is picked for it. */
function waysOfVariants(program: Program): SoldOutWay[] {
  const { variants, stocked, choices, fixed } = program;
  return [...variants.values()].flatMap(({ onSale, draw, options }) => {
    const picked = stocked.flatMap((index, position) => {
      const choice = choices[index];
      const place = choice?.options.findIndex(({ key }) => key === options[position]) ?? -1;
      const option = choice?.options[place];
      return choice && option ? [{ index, place, option, settled: fixed[choice.key] }] : [];
    });
    if (!onSale || picked.some(({ option, settled }) => settled !== undefined && !namesOption(settled, option.key)))
      return [];
    const own = picked.flatMap(({ index, place }) => needsOfOption(program, index, place));
    return [
      onlyFor(
        { needs: [...(draw ? needOf(program, draw) : []), ...own] },
        picked.map(({ option }) => option.groups),
      ),
    ];
  });
}

/** Whether an answer names an option, alone, in a number or among others. */
function namesOption(answer: unknown, key: string): boolean {
  if (Array.isArray(answer)) return answer.some((one) => namesOption(one, key));
  if (typeof answer === 'object' && answer !== null && 'option' in answer) return answer.option === key;
  return answer === key;
}

/** What is needed for a draw: of what is measured, some, where it is always asked and never nothing. */
function needOf(program: Program, { stock, fixed, pieces, cut, leadDays, measure }: DrawProgram): Need[] {
  if (leadDays !== null) return [];
  if (fixed)
    return fixed.sign() > 0
      ? [
          {
            stock,
            quantity: fixed.times(Exact.of(pieces)).toString(),
            pieces: cut ? [{ length: fixed.toString(), count: pieces }] : [],
          },
        ]
      : [];
  const asked = measure && program.product.choices[measure.index];
  if (asked?.kind !== 'measure' || !measure) return [];
  const isSome = asked.min !== null && Number(asked.min) > 0 && mustBeAnswered(program, measure.index);
  return isSome ? [{ stock, quantity: null, pieces: [] }] : [];
}

/** The stock items that it follows from whether a product is sold out. */
export const stockNeeded = (clauses: readonly SoldOutClause[]): string[] =>
  clauses.flat().flatMap(({ needs }) => needs.map(({ stock }) => stock));

/**
 * Whether a product can't be bought now for want of stock.
 *
 * @param group customer group of who asks; null for who is in none, absent for whether nobody at all can
 */
export function isSoldOut(clauses: readonly SoldOutClause[], stock: StockView, group?: string | null): boolean {
  return clauses.some((ways) => {
    const theirs =
      group === undefined ? ways : ways.filter(({ groups = [] }) => groups.every((list) => isSeenBy(list, group)));
    // What is not for them at all is not sold out.
    return theirs.length > 0 && !theirs.some(({ needs }) => needs.every((need) => isThere(need, stock)));
  });
}

function isThere({ stock, quantity, pieces }: Need, view: StockView): boolean {
  const lying = pieces.length > 0 || quantity === null ? view.lots(stock) : undefined;
  if (lying && pieces.length > 0)
    return (
      mostThatCanBeCut(
        lying,
        pieces.map(({ length, count }) => ({ length: Exact.from(length), count })),
        1,
      ) >= 1
    );
  const available = view.available(stock) ?? Exact.zero;
  if (available === 'plenty') return true;
  return quantity === null ? available.sign() > 0 : !available.isLess(Exact.from(quantity));
}
