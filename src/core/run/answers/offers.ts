import { type CandidateProgram, type ChoiceShown } from '../../compile';
import { type SlotProgram } from '../../compile/kit';
import { ALL_OFFERED, type Offer, shownChoice } from '../../compile/offers';
import {
  type ChoiceProgram,
  type DrawProgram,
  NOTHING_FIXED,
  type OptionProgram,
  type Program,
} from '../../compile/program';
import { Exact } from '../../number';
import { formatQuantity } from '../../quantity';
import { type Ruling, tableAllows, type TableProgram } from '../../rules';
import { type Answer } from '../../selection';
import { longestPieces, mostThatCanBeCut } from '../../stock';
import { type Bounds } from '../formulas/bounds';
import { type Entry } from '../kits/entries';
import { whyNotFitting } from '../kits/fits';
import { pickedOf } from './fired-rules';
import { type Inside } from './inside';
import { type ResolveContext } from '../resolution';
import { type Run } from '../run';
import { saidOf } from './said';
import { couldBeHad } from '../supply/short-part';

/** Whether something that is for some customer groups is seen by a customer of a group, or of none. */
export function isSeenBy(groups: readonly string[], group: string | null | undefined): boolean {
  return groups.length === 0 || (typeof group === 'string' && groups.includes(group));
}

const NO_TABLES: readonly never[] = [];
const NOTHING_SAID = {};
const NO_DRAWS: readonly DrawProgram[] = [];

/**
 * Which options are offered, and why the others are not: a stocked option is offered when, with the other stocked
 * options already chosen, it leads to a variant that is kept, on sale and in stock.
 */
export function offersOf(
  program: Program,
  inside: Pick<Inside, 'answers' | 'defaulted' | 'entries' | 'bounds' | 'rulings'>,
  run: Run,
): readonly ChoiceShown[] {
  const { answers, entries, bounds, rulings } = inside;
  const { group } = run.context;
  const all = program.rules?.program.tables ?? NO_TABLES;
  // What counts by default nobody has asked for: no table takes anything away for it.
  const said = all.length === 0 ? answers : saidOf(inside);
  const isFixed = program.fixed !== NOTHING_FIXED;
  const offer = (choice: ChoiceProgram, index: number): ChoiceShown => {
    if (isFixed && Object.hasOwn(program.fixed, choice.key))
      return { ...choice.allOffered, shown: false, why: 'fixed' };
    if (!isSeenBy(choice.groups, group)) return { ...choice.allOffered, shown: false, why: 'otherGroup' };
    if (choice.forWorkshop) return { ...choice.allOffered, shown: false, why: 'workshop' };
    const ruling = program.rules ? rulings.get(index) : undefined;
    const because =
      program.rules && ruling
        ? program.rules.because[(ruling.shown ? ruling.shownBy : ruling.hiddenBy) ?? -1]
        : undefined;
    if (ruling && !ruling.shown)
      return { ...choice.allOffered, shown: false, why: 'rule', ...(because !== undefined && { because }) };
    const shownByRule = because === undefined ? NOTHING_SAID : ({ why: 'rule', because } as const);
    const bound = bounds?.get(index);
    if (bound)
      return {
        ...choice.allOffered,
        bounds: { least: boundWords(bound, bound.least), most: boundWords(bound, bound.most) },
      };
    const tables =
      all.length === 0
        ? NO_TABLES
        : all
            .filter(({ columns }) => columns.includes(index))
            .map((table) => ({ table, picked: pickedOf(table, said) }));
    if (!choice.offersVary && tables.length === 0) {
      const offered = ruling && ruling.withheld.size > 0 ? withheldFrom(program, choice, ruling) : choice.allOffered;
      return because === undefined ? offered : { ...offered, ...shownByRule };
    }
    const slot =
      program.product.choices[index]?.kind === 'slot'
        ? program.kit?.slots.find((one) => one.choice === index)
        : undefined;
    const asked = { choice, index, ruling, tables, slot, position: program.stocked.indexOf(index) };
    const offers = shownChoice(choice, (option, effect) =>
      optionOffer(program, asked, option, effect, { answers, entries, run }),
    );
    return because === undefined ? offers : { ...offers, ...shownByRule };
  };
  return program.choices.map((choice, index) => {
    const shown = offer(choice, index);
    return shown.shown && rulings.get(index)?.required === true ? { ...shown, required: true } : shown;
  });
}

/** A table, and what somebody has picked in its columns. */
interface TableAsked {
  readonly table: TableProgram;
  readonly picked: readonly (number | null)[];
}

/** A choice whose options are looked at one by one. */
interface AskedOptions {
  readonly choice: ChoiceProgram;
  readonly index: number;
  readonly ruling: Ruling | undefined;
  /** tables that have a column for it */
  readonly tables: readonly TableAsked[];
  readonly slot: SlotProgram | undefined;
  /** among the stocked choices; below nothing where it is none */
  readonly position: number;
}

/** Whether an option can be chosen beside all that is chosen. */
function optionOffer(
  program: Program,
  { choice, index, ruling, tables, slot, position }: AskedOptions,
  option: OptionProgram,
  effect: number,
  { answers, entries, run }: Pick<Inside, 'answers' | 'entries'> & { readonly run: Run },
): Offer {
  const { context } = run;
  if (!isSeenBy(option.groups, context.group))
    return { shown: false, offered: false, why: 'otherGroup', leadDays: null };
  const rule = ruling?.withheld.get(effect);
  if (rule !== undefined) return ruledOut(program, rule);
  const withThis = ({ table, picked }: TableAsked) =>
    picked.map((other, column) => (table.columns[column] === index ? effect : other));
  if (tables.some((asked) => !tableAllows(asked.table, withThis(asked))))
    return { shown: true, offered: false, why: 'notMade', leadDays: null };
  if (slot) {
    const offer = candidateOffer(program, slot, slot.byOption[effect] ?? null, entries, run);
    if (!offer.offered) return offer;
  }
  const byVariant = position >= 0 ? variantOffer(program, answers, context, position, option.key) : ALL_OFFERED;
  const out = (choice.effects[effect]?.draws ?? NO_DRAWS).some((draw) => isOut(draw, context));
  const offer = !byVariant.offered || !out ? byVariant : outOffer(option);
  return offer.why === 'outOfStock' && option.whenOut === 'hidden' ? { ...offer, shown: false } : offer;
}

/** How a candidate stands beside what is in the other slots, and whether there is one of it. */
function candidateOffer(
  program: Program,
  slot: SlotProgram,
  candidate: CandidateProgram | null,
  entries: readonly Entry[],
  run: Run,
): Offer {
  if (!candidate || candidate.program.blocking.length > 0)
    return { shown: true, offered: false, why: 'notOnSale', leadDays: null };
  const unfit = whyNotFitting(program, slot, candidate, entries, run);
  if (unfit) return { shown: true, offered: false, why: 'doesNotFit', unfit, leadDays: null };
  const { stock } = run.context;
  const out = stock !== null && !couldBeHad(candidate, 1, stock);
  return out ? { shown: true, offered: false, why: 'outOfStock', leadDays: null } : ALL_OFFERED;
}

const ruledOut = (program: Program, rule: number): Offer => ({
  shown: true,
  offered: false,
  why: 'rule',
  leadDays: null,
  because: program.rules?.because[rule],
});

/** A choice of which nothing but rules takes options away: all its other options stay as they are. */
function withheldFrom(program: Program, { allOffered }: ChoiceProgram, { withheld }: Ruling): ChoiceShown {
  const options = [...allOffered.options];
  for (const [effect, rule] of withheld) {
    const offer = options[effect];
    if (offer) options[effect] = { option: offer.option, ...ruledOut(program, rule) };
  }
  return { ...allOffered, options };
}

function outOffer({ whenOut, leadDays }: OptionProgram): Offer {
  if (whenOut === 'orderable') return { shown: true, offered: true, why: null, leadDays };
  return { shown: true, offered: false, why: 'outOfStock', leadDays: null };
}

function variantOffer(
  program: Program,
  answers: readonly (Answer | null)[],
  context: ResolveContext,
  position: number,
  option: string,
): Offer {
  let best: Offer = { shown: true, offered: false, why: 'notMade', leadDays: null };
  for (const variant of program.variants.values()) {
    if (variant.options[position] !== option) continue;
    const fits = program.stocked.every((choiceIndex, other) => {
      const chosen = answers[choiceIndex]?.option;
      return other === position || chosen === undefined || chosen === null || chosen === variant.options[other];
    });
    if (!fits) continue;
    if (!variant.onSale) {
      if (best.why === 'notMade') best = { ...best, why: 'notOnSale' };
      continue;
    }
    if (!variant.draw || !isOut(variant.draw, context)) return ALL_OFFERED;
    if (variant.draw.leadDays !== null)
      best = { shown: true, offered: true, why: null, leadDays: variant.draw.leadDays };
    else if (!best.offered) best = { ...best, why: 'outOfStock' };
  }
  return best;
}

function isOut({ stock, fixed, pieces, cut }: DrawProgram, { stock: view }: ResolveContext): boolean {
  if (!view) return false;
  const lying = cut ? view.lots(stock) : undefined;
  if (lying?.more === true) return false;
  if (lying)
    return fixed
      ? mostThatCanBeCut(lying, [{ length: fixed, count: pieces }], 1) < 1
      : longestPieces(lying, 1).sign() <= 0;
  const available = view.available(stock) ?? Exact.zero;
  if (available === 'plenty') return false;
  return fixed ? available.isLess(pieces === 1 ? fixed : fixed.times(Exact.of(pieces))) : available.sign() <= 0;
}

const boundWords = ({ unit }: Bounds, value: Exact | null) =>
  value && formatQuantity({ value: value.rounded(6), unit });
