import { type Program } from '../compile';
import { Exact } from '../number';
import { checkQuantity, type Orderable } from '../ordering';
import { problem, type Problem } from '../problems';
import {
  breakRows,
  moreForLess,
  type MoreForLess,
  type Resolution,
  resolve,
  type ResolveContext,
  roomFor,
} from '../run';
import { AT_ITEM, type Selection } from '../selection';
import { besideOf, type CountedLine, countsOthers } from './beside';
import { type CodeOutcome } from './discounts';
import { type Taxation } from './tax';
import { type DeliveryQuote, type Terms, toPay } from './to-pay';

/** What somebody wants to buy: a selection of a product; null for a product that is no longer sold. */
export interface BasketLine {
  readonly program: Program | null;
  readonly selection: Selection;
  /** the customer's group, as the program calls it */
  readonly group: string | null;
  /** keys of the rules that it must keep together with other lines; absent for none */
  readonly together?: readonly string[];
  /** keys of the discounts that its product is for; absent for none */
  readonly discounts?: readonly string[];
}

/** In what numbers things must be in a basket, all of them together; or all that one customer buys. */
export interface JointRule {
  readonly key: string;
  readonly title: string;
  readonly per: 'basket' | 'customer';
  readonly orderable: Orderable;
  /** so many the customer has ordered before, where that counts and is known; else none */
  readonly earlier: number;
}

/** A line with what it comes to, beside all lines before it. */
export interface QuotedLine {
  readonly resolution: Resolution | null;
  readonly problems: readonly Problem[];
  /** a greater number that costs no more; null where there is none */
  readonly more: MoreForLess | null;
}

export interface Quote {
  /** one a line, in their order */
  readonly lines: readonly QuotedLine[];
  /** what is wrong with what is in it together */
  readonly problems: readonly Problem[];
  /** of the lines, before codes and delivery; null while a line has no price */
  readonly goods: Exact | null;
  /** what became of each code, in their order */
  readonly codes: readonly CodeOutcome[];
  /** null where nothing is said of delivery, or nothing is in the basket */
  readonly delivery: DeliveryQuote | null;
  /** null where no tax is told, or while a line has no price */
  readonly taxation: Taxation | null;
  /** what is paid; null while a line has no price */
  readonly total: Exact | null;
  /** whether there is anything, and all of it can be ordered as it stands */
  readonly canOrder: boolean;
}

const NO_TERMS: Terms = { codes: [], group: null, tax: null, delivery: [], country: null };
const NO_RULES: readonly JointRule[] = [];

/**
 * What a basket comes to. Its lines stand before the same shelves: each is resolved against what the lines before it
 * leave, so that nothing is promised twice and pieces of several lines are cut from the same lots.
 */
export function quote(
  lines: readonly BasketLine[],
  context: Omit<ResolveContext, 'group'>,
  rules: readonly JointRule[] = NO_RULES,
  terms: Terms = NO_TERMS,
): Quote {
  let { stock } = context;
  const taken = new Map<string, number>();
  const counted = countedLines(lines, context);
  const quoted = lines.map(({ program, selection, group }, place): QuotedLine => {
    if (!program) return { resolution: null, problems: [problem(AT_ITEM, { code: 'notInShop' })], more: null };
    const own = counted?.[place];
    const beside =
      own && countsOthers(program)
        ? besideOf(
            own,
            (counted ?? []).flatMap((other) => (other && other !== own ? [other] : [])),
          )
        : undefined;
    const booked =
      context.booked &&
      ((product: string, period: string) =>
        (context.booked?.(product, period) ?? 0) + (taken.get(`${product} ${period}`) ?? 0));
    const here = { ...context, stock, group, beside, booked };
    const resolution = resolve(program, selection, { ...here, naming: true });
    for (const booking of booked ? resolution.bookings : [])
      for (const { period, pieces } of roomFor(booking, booked ?? (() => 0)))
        taken.set(`${booking.product} ${period}`, (taken.get(`${booking.product} ${period}`) ?? 0) + pieces);
    stock = stock && stock.less(resolution.draws, resolution.availability.cutPlans);
    return {
      resolution,
      problems: resolution.problems,
      more: moreForLess(breakRows(program, selection, here, resolution), program, selection, here, resolution),
    };
  });
  const problems = rules.flatMap((rule) => togetherProblem(rule, lines, quoted));
  const totals = quoted.map(({ resolution }) => resolution?.lineTotal ?? null);
  const goods = totals.reduce<Exact | null>((sum, amount) => (sum && amount ? sum.plus(amount) : null), Exact.zero);
  return {
    lines: quoted,
    problems,
    goods,
    ...(goods
      ? toPay(
          lines.map(({ program, discounts = [] }, place) => ({
            program,
            discounts,
            resolution: quoted[place]?.resolution ?? null,
          })),
          terms,
          context.today,
        )
      : { codes: [], delivery: null, taxation: null, total: null }),
    canOrder:
      quoted.length > 0 && problems.length === 0 && quoted.every(({ resolution }) => resolution?.state === 'sellable'),
  };
}

/** How much of each line counts for the prices of others; null where no price follows from others. */
function countedLines(
  lines: readonly BasketLine[],
  context: Omit<ResolveContext, 'group'>,
): (CountedLine | null)[] | null {
  if (!lines.some(({ program }) => program !== null && countsOthers(program))) return null;
  return lines.map(({ program, selection, group }) => {
    if (!program) return null;
    const { quantity, charged } = resolve(program, selection, { ...context, stock: null, group });
    return Number.isInteger(quantity) && quantity > 0 ? { program, pieces: quantity, charged } : null;
  });
}

/** What a rule has against all that it counts in a basket; nothing where none of it is there. */
function togetherProblem(
  { key, title, per, orderable, earlier }: JointRule,
  lines: readonly BasketLine[],
  quoted: readonly QuotedLine[],
): Problem[] {
  const counted = quoted.flatMap(({ resolution }, place) =>
    resolution && lines[place]?.together?.includes(key) ? [resolution.quantity] : [],
  );
  if (counted.length === 0) return [];
  const pieces = counted.reduce((sum, quantity) => sum + quantity, 0);
  switch (per) {
    case 'basket': {
      const fault = checkQuantity(orderable, pieces);
      return fault ? [problem(AT_ITEM, { code: 'basketQuantity', title, pieces, fault })] : [];
    }
    case 'customer': {
      const { maximum } = orderable;
      return maximum !== null && pieces + earlier > maximum
        ? [problem(AT_ITEM, { code: 'customerQuantity', title, pieces, earlier, most: maximum })]
        : [];
    }
  }
}
