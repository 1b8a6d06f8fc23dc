import { inNumbers, type Program, programWith } from '../compile';
import { Exact } from '../number';
import { ANY_QUANTITY, captionOf, orderable as ready, orderableRange } from '../ordering';
import { type BreaksProgram, type BreakStep } from '../pricing';
import { type Quantity } from '../quantity';
import { type Selection } from '../selection';
import { piecesPrice } from './kits/entries';
import { findVariant } from './answers/find-variant';
import { baseBreaks } from './price/counting';
import { otherQuantities, turnsOfRules } from './answers/quantities-near';
import { type Resolution, type ResolveContext } from './resolution';
import { resolve, runFor } from './resolve';
import { readAnswers } from './answers/answers';

/** A step of what more costs, for a selection as it is. */
export interface BreakRow {
  readonly counting: BreaksProgram['counting'];
  /** from how many on, or beyond how many; of what is measured, how much */
  readonly from: Exact | Quantity;
  /** the least that can be ordered of which it holds; null where none can */
  readonly quantity: number | null;
  /** what so many are called; empty where nothing says so */
  readonly caption: string;
  /** what one costs then; of graduated breaks, each one beyond */
  readonly each: Exact;
  /** what so many come to, with what is paid once; null where so many can't be ordered */
  readonly total: Exact | null;
}

/**
 * What more of a selection costs: a row for what is paid at first, and one for each step of the breaks that have a word
 * about it, rising.
 */
export function breakRows(
  program: Program,
  selection: Selection,
  context: ResolveContext,
  now: Resolution,
): BreakRow[] {
  if (program.breaks.length === 0) return [];
  const free = programWith(program, { quantities: inNumbers(ready(ANY_QUANTITY)) });
  const aside = { ...context, stock: null, naming: false };
  const at = (quantity: number, of = free) => resolve(of, { ...selection, quantity }, aside);
  const others = otherQuantities(program, selection, now, runFor(aside));
  const { charged, orderable } = now;
  const seen = new Set<string>();
  const tables = tablesFor(program, selection, context);
  const rows = tables
    .flatMap((table) => table.steps.map((step) => ({ table, step, pieces: piecesAt(table, step, charged) })))
    .flatMap(({ table, step, pieces }): BreakRow[] => {
      if (pieces === null || seen.has(`${table.counting} ${pieces}`)) return [];
      seen.add(`${table.counting} ${pieces}`);
      const here = at(pieces);
      const each =
        table.counting === 'allUnits' ? here.unitPrice : lastOf(here, pieces, pieces === 1 ? null : at(pieces - 1));
      const quantity = others.can(pieces) ? pieces : others.above(pieces);
      const from = table.unit ? { value: step.from, unit: table.unit } : step.from;
      return each
        ? [
            {
              counting: table.counting,
              from,
              quantity,
              caption: quantity === null ? '' : captionOf(orderable, quantity),
              each,
              total: quantity === null ? null : at(quantity, program).lineTotal,
            },
          ]
        : [];
    })
    .sort(byQuantity);
  const [first] = rows;
  const least = orderableRange(orderable)?.least;
  if (!first || least === undefined || first.quantity === least) return rows;
  const here = at(least, program);
  return here.unitPrice
    ? [
        {
          counting: first.counting,
          from: first.counting === 'graduated' ? Exact.zero : Exact.of(least),
          quantity: least,
          caption: captionOf(orderable, least),
          each: here.unitPrice,
          total: here.lineTotal,
        },
        ...rows,
      ]
    : rows;
}

/** Another quantity that comes to no more than the one that is chosen. */
export interface MoreForLess {
  readonly quantity: number;
  readonly caption: string;
  readonly total: Exact;
}

/**
 * A greater quantity that costs no more and can be had: the cheapest, and of those as cheap the greatest; null where
 * there is none.
 *
 * @param rows    what more of the selection costs
 * @param context with what there is of stock
 */
export function moreForLess(
  rows: readonly BreakRow[],
  program: Program,
  selection: Selection,
  context: ResolveContext,
  now: Resolution,
): MoreForLess | null {
  const { quantity, lineTotal } = now;
  if (!lineTotal || lineTotal.sign() < 0) return null;
  const others = otherQuantities(program, selection, now, runFor(context));
  const aside = { ...context, naming: false };
  const byRules = turnsOfRules(program).flatMap((turn) => {
    const near = turn <= quantity ? null : others.can(turn) ? turn : others.above(turn);
    if (near === null) return [];
    const { lineTotal: total } = resolve(program, { ...selection, quantity: near }, aside);
    return [{ quantity: near, caption: captionOf(now.orderable, near), total }];
  });
  let best: MoreForLess | null = null;
  for (const { quantity: more, caption, total } of [...rows, ...byRules].sort(byQuantity)) {
    if (more === null || total === null || more <= quantity || total.isMore(lineTotal)) continue;
    if ((!best || !total.isMore(best.total)) && others.can(more)) best = { quantity: more, caption, total };
  }
  return best;
}

/** What can't be ordered comes last. */
const byQuantity = (one: Pick<BreakRow, 'quantity'>, other: Pick<BreakRow, 'quantity'>): number =>
  (one.quantity ?? Infinity) - (other.quantity ?? Infinity);

/** The tables that have a word about a selection: of its variant or the product, and of what is picked. */
function tablesFor(program: Program, selection: Selection, context: ResolveContext): BreaksProgram[] {
  const { answers } = readAnswers(
    program,
    { given: selection.answers, quantity: selection.quantity ?? program.defaultQuantity },
    context,
    [],
  );
  const base = baseBreaks(
    program,
    findVariant(program, answers, () => true, []),
  );
  const picked = program.choices.flatMap(({ effects }, index) =>
    (answers[index]?.picks ?? []).flatMap(({ effect }) => effects[effect]?.breaks?.table ?? []),
  );
  return [...(base ? [base] : []), ...picked];
}

/** The fewest pieces of which a step holds, in one line; null while what is measured is not known. */
function piecesAt({ over, counting }: BreaksProgram, { from }: BreakStep, charged: Exact | null): number | null {
  // How many of an option make a step follows from how many stand on each piece.
  if (over === 'options') return null;
  if (over === 'measure' && (!charged || charged.sign() <= 0)) return null;
  const needed = over === 'pieces' || !charged ? from : from.over(charged);
  const whole = needed.ceiling();
  const pieces = counting === 'graduated' && needed.isWhole() ? whole + 1n : whole;
  return pieces > 1_000_000n ? null : Math.max(1, Number(pieces));
}

/** What the last of several pieces costs: what all come to, less what one fewer do. */
function lastOf(all: Resolution, pieces: number, fewer: Resolution | null): Exact | null {
  const [total, before] = [piecesPrice(all, pieces), fewer && piecesPrice(fewer, pieces - 1)];
  return total && (fewer === null ? total : before && total.minus(before));
}
