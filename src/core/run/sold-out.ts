import { type ComponentProgram, programWith } from '../compile';
import { type DrawProgram, type Program } from '../compile/program';
import { Exact } from '../number';
import { mostThatCanBeCut, type StockView, stockViewOf } from '../stock';
import { resolve } from './resolve';

/** How much of a stock item is needed; decimals in its unit. Null for as much as somebody says: any is enough. */
export interface Need {
  readonly stock: string;
  readonly quantity: string | null;
  /** pieces that must be cut from its lots; empty where it is taken by quantity */
  readonly pieces: readonly { readonly length: string; readonly count: number }[];
}

/** Ways out of which one must be open: all that is needed for a way must be there. */
export type SoldOutClause = readonly (readonly Need[])[];

const PLENTY: StockView = stockViewOf(() => 'plenty');

/**
 * When a product is sold out for everybody: when of any of these clauses no way is open. What is needed whatever is
 * chosen is a clause of one way; a choice of which something must be taken is one of a way for each option.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function soldOutClauses(program: Program, today: string): SoldOutClause[] {
  const slots = (program.kit?.slots ?? []).flatMap(({ choice, component, least }) =>
    mustBeFilled(program, choice)
      ? partClauses({ ...component, optional: false, quantity: { ...component.quantity, least } }, today, false)
      : [],
  );
  return [
    ...ownClauses(program, today),
    ...(program.kit?.components ?? []).flatMap((component) => partClauses(component, today)),
    ...slots,
  ];
}

/** Whether every selection fills a slot: nothing hides it, and everybody is asked. */
function mustBeFilled({ choices, rules }: Program, index: number): boolean {
  const choice = choices[index];
  return (
    choice !== undefined &&
    choice.required &&
    choice.groups.length === 0 &&
    !rules?.program.onChoice.get(index)?.some(({ effect }) => effect.kind === 'show' || effect.kind === 'hide')
  );
}

/** So many clauses of a part that can be one of several products are looked at together at most. */
const MOST_TOGETHER = 200;

/**
 * When a part can't be had, of one that must be there: when none of the products that it can be can be had.
 *
 * @param alike whether all pieces are of one product; of a slot, where they may differ, one of them is asked for
 */
function partClauses(
  { optional, quantity, candidates }: ComponentProgram,
  today: string,
  alike = true,
): SoldOutClause[] {
  if (optional) return [];
  const each = candidates
    .filter(({ program }) => program.blocking.length === 0)
    .map(({ program }) =>
      soldOutClauses(program, today).map((ways) =>
        ways.map((needs) => needs.map((need) => timesNeed(need, alike ? quantity.least : 1))),
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

/** The same need so many times over. */
function timesNeed({ stock, quantity, pieces }: Need, times: number): Need {
  return {
    stock,
    quantity: quantity && Exact.from(quantity).times(Exact.of(times)).toString(),
    pieces: pieces.map(({ length, count }) => ({ length, count: count * times })),
  };
}

function ownClauses(program: Program, today: string): SoldOutClause[] {
  // What an answer takes that counts when none is given is not needed: another may be given.
  const answers = { ...Object.fromEntries(program.choices.map(({ key }) => [key, null])), ...program.fixed };
  // Parts have clauses of their own.
  const own = programWith(program, { kit: null });
  const { shown } = resolve(own, { answers }, { stock: PLENTY, today });
  const { draws } = resolve(programWith(own, { rules: null }), { answers }, { stock: PLENTY, today });
  const clauses: SoldOutClause[] = draws.flatMap(({ stock, perItem, pieces, leadDays }) =>
    leadDays === null && perItem.value.sign() > 0
      ? [
          [
            [
              {
                stock,
                quantity: perItem.value.toString(),
                pieces: pieces.map(({ length, count }) => ({ length: length.toString(), count })),
              },
            ],
          ],
        ]
      : [],
  );
  shown.forEach(({ options }, index) => {
    if (options.length === 0) return;
    const position = program.stocked.indexOf(index);
    const ways = options.flatMap(({ option, offered }, effect) => {
      if (!offered) return [];
      const orderable = program.choices[index]?.options[effect]?.whenOut === 'orderable';
      const own = orderable ? [] : (program.choices[index]?.effects[effect]?.draws ?? []).flatMap(needOf);
      if (position < 0) return [own];
      const variants = [...program.variants.values()].filter(
        ({ options: made, onSale }) => onSale && made[position] === option,
      );
      return variants.map(({ draw }) => [...own, ...(draw && draw.leadDays === null ? needOf(draw) : [])]);
    });
    if (ways.every((needs) => needs.length > 0)) clauses.push(ways);
  });
  return clauses;
}

function needOf({ stock, fixed, pieces, cut, leadDays }: DrawProgram): Need[] {
  if (leadDays !== null) return [];
  if (!fixed) return [{ stock, quantity: null, pieces: [] }];
  return [
    {
      stock,
      quantity: fixed.times(Exact.of(pieces)).toString(),
      pieces: cut ? [{ length: fixed.toString(), count: pieces }] : [],
    },
  ];
}

/** Whether nobody can buy a product now. */
export function isSoldOut(clauses: readonly SoldOutClause[], stock: StockView): boolean {
  return clauses.some((ways) => !ways.some((needs) => needs.every((need) => isThere(need, stock))));
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
