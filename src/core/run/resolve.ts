import { type Program, type VariantProgram } from '../compile/program';
import { Exact } from '../number';
import { checkQuantity } from '../ordering';
import { problem, type Problem, problemClass } from '../problems';
import { type Answer, AT_ITEM, AT_QUANTITY, placeOfEntry } from '../selection';
import { availabilityOf } from '../stock';
import { checkUnknownKeys, readAnswers, readSelection } from './answers';
import { bookingsOf, roomProblems, whenDone } from './bookings';
import { chargedOf } from './charging';
import { costOf } from './cost';
import { findVariant } from './find-variant';
import { narrowedQuantity, ruleProblems, rulesShown } from './fired-rules';
import { type Entry, readEntries } from './entries';
import { fitProblems } from './fits';
import { propertiesOf } from './properties';
import { fillSlots, type Slots } from './slots';
import { countedAnswers, itemOf, picturesOf, workshopDetails } from './item';
import { isSeenBy, offersOf } from './offers';
import { formulaOutcomes, measuresOf } from './outcomes';
import { takenAddOns } from './add-ons';
import { type Reading } from './reading';
import { quantitySourceOf } from './quantities';
import { type PartShown, type Resolution, type ResolutionState, type ResolveContext } from './resolution';
import { withShares } from './shares';
import { supplyProblem } from './supply';
import { drawsOf, weightOf } from './taken';
import { baseBefore, type Price, priceOf } from './unit-price';

const NO_RULES: Resolution['rules'] = [];

/**
 * Resolves a selection: what item it is, what it costs and why, and whether it can be supplied.
 *
 * Nothing is corrected: whatever is wrong, missing or out of stock is a problem, in the order of the page.
 *
 * @param selection a {@link Selection}, or anything at all: hostile input gives problems, never an exception
 */
export function resolve(program: Program, selection: unknown, context: ResolveContext): Resolution {
  const problems: Problem[] = [];
  const [fault] = program.blocking;
  if (fault) problems.push(problem(AT_ITEM, { code: 'productNotReady', first: fault.data, count: program.blocking.length }));

  const { given, quantity, parts } = readSelection(program, selection, problems);
  const inParts = readEntries(program, parts, context, resolve, problems);
  const from = problems.length;
  const building = builder(program, given, inParts, context);
  const { answers, defaulted, bounds, rulings, fired, runs } = readAnswers(program, given, quantity, context, problems, building?.filling);
  const inSlots = building?.filled(answers, problems) ?? NO_ENTRIES;
  if (inSlots.length > 0) inOrderOfPage(program, problems, from);
  const entries = inSlots.length === 0 ? inParts : [...inParts, ...inSlots];
  const held = building?.held();
  if (program.fits.length > 0) problems.push(...fitProblems(program, entries, context, resolve));
  checkUnknownKeys(program, given, problems);
  const group = context.group ?? null;
  const isAsked = (index: number) => isSeenBy(program.choices[index]?.groups ?? [], group) && rulings.get(index)?.shown !== false;
  const ofVariant: Problem[] = [];
  const variant = findVariant(program, answers, isAsked, ofVariant);
  const quantities = quantitySourceOf(program, { answers, variant, group });
  const orderable = narrowedQuantity(program, quantities.orderable, fired);
  const quantityFault = checkQuantity(orderable, quantity);
  if (quantityFault) problems.push(problem(AT_QUANTITY, quantityFault));
  problems.push(...ofVariant);
  const charged = chargedOf(program, { answers, quantity, group, runs, held });
  const base = program.formulas.length === 0 ? null : baseBefore(program, variant, charged, entries);
  const outcomes = formulaOutcomes(program, { answers, base, quantity, group, runs, held }, problems);
  const addOns = takenAddOns(program, answers, context, resolve, problems);
  const reading: Reading = { answers, quantity, group, variant, addOns, entries, charged, outcomes, held, beside: context.beside, fired };
  const price = priceOf(program, reading);
  // Whatever it is for: without a price nothing is sold.
  if (!price.unitPrice && (problems.length === 0 || !saysPrice(program, variant))) problems.push(problem(AT_ITEM, { code: 'priceMissing' }));
  if (price.lowest && price.lowest.sign() < 0) {
    problems.push(problem(AT_ITEM, { code: 'priceBelowNothing', price: price.lowest, currency: program.currency }));
  }

  const lineTotal = price.unitPrice && !quantityFault ? price.unitPrice.times(Exact.of(quantity)).plus(price.beyond).plus(price.once) : null;
  if (lineTotal && lineTotal.sign() < 0 && price.lowest && price.lowest.sign() >= 0) {
    problems.push(problem(AT_ITEM, { code: 'lineBelowNothing', total: lineTotal, currency: program.currency }));
  }
  const weight = weightOf(program, reading);
  if (weight && weight.value.sign() < 0) problems.push(problem(AT_ITEM, { code: 'weightBelowNothing', weight }));

  if (program.rules && fired) problems.push(...ruleProblems(program, program.rules, fired, answers));

  const pieces = quantityFault ? 0 : quantity;
  const draws = drawsOf(program, reading, pieces);
  const availability = availabilityOf(draws, context.ofWhole ? null : context.stock, pieces, context.effort);
  const bookings = bookingsOf(program, reading, pieces, context.today);
  if (!context.ofWhole && context.booked) problems.push(...roomProblems(program, bookings, context.booked));
  const supply = supplyProblem(program, reading, draws, availability, pieces, context.stock);
  if (supply) problems.push(supply);

  const counted = countedAnswers(program, answers, defaulted);
  return {
    state: stateOf(problems),
    problems,
    shown: offersOf(program, answers, entries, context, bounds, rulings, resolve),
    counted,
    quantity,
    orderable,
    quantityFrom: quantities.from,
    item: itemOf(program, reading, counted, workshopDetails(program, answers, isAsked)),
    parts: partsShown(program, reading, price, context.ofWhole === true),
    working: price.working,
    unitPrice: price.unitPrice,
    wasPrice: price.wasPrice,
    wasLowest: price.wasPrice !== null && ((variant?.price ? variant.listed : program.base.listed)?.showsLowest ?? false),
    lineTotal,
    cost: context.costs ? costOf(program, reading, draws, context.costs) : null,
    once: price.once,
    charged: charged?.charged ?? null,
    currency: program.currency,
    measures: measuresOf(program, outcomes, charged),
    weight,
    properties: propertiesOf(program, answers, outcomes),
    draws,
    availability,
    bookings: context.ofWhole || !context.booked ? bookings : whenDone(bookings, context.booked),
    rules: program.rules && fired ? rulesShown(program.rules, fired) : NO_RULES,
    pictures: picturesOf(program, reading),
    forCustomers: program.product.forCustomers,
  };
}

const NO_ENTRIES: readonly Entry[] = [];

/** What fills the slots of a product while its answers are read, and what they come to; null where nothing looks into slots or parts. */
function builder(program: Program, given: Readonly<Record<string, unknown>>, parts: readonly Entry[], context: ResolveContext) {
  const { kit } = program;
  if (!kit) return null;
  let read: readonly (Answer | null)[] = [];
  const slots: Slots = fillSlots(program, given, () => read, parts, context, resolve);
  return {
    filling(answers: readonly (Answer | null)[]) {
      read = answers;
      return slots.held;
    },
    held: () => slots.held,
    /** what is in the slots that are filled; what is wrong there is told */
    filled(answers: readonly (Answer | null)[], problems: Problem[]) {
      read = answers;
      return kit.slots.flatMap(({ choice }) => {
        const filled = slots.at(choice);
        problems.push(...filled.problems);
        return filled.entries;
      });
    },
  };
}

/** Puts what is wrong with answers, and with what is in slots, in the order of the page. @param from the first of these problems */
function inOrderOfPage({ indexOf }: Program, problems: Problem[], from: number): void {
  const position = ({ where }: Problem) => {
    const [outermost] = where.part;
    const key = outermost === undefined ? (where.at === 'choice' ? where.choice : undefined) : placeOfEntry(outermost)?.slot;
    return indexOf.get(key ?? '') ?? -1;
  };
  problems.push(...problems.splice(from).sort((a, b) => position(a) - position(b)));
}

/** Whether anything says what a product costs; a kit without a price of its own costs what its parts do. */
function saysPrice({ base, baseFormula, kit }: Program, variant: VariantProgram | null): boolean {
  return base.price !== null || Boolean(variant?.price) || baseFormula !== null || (kit !== null && kit.price.kind !== 'own');
}

const NO_PARTS: Resolution['parts'] = [];

/**
 * What it is put together from, and what is taken along, with their shares of the price.
 *
 * @param ofWhole whether it is a part itself: then shares follow from what is paid for it there, in `partsWithin`
 */
function partsShown({ places, kit }: Program, { entries, addOns }: Reading, { unitPrice, once }: Price, ofWhole: boolean): Resolution['parts'] {
  if (entries.length === 0 && addOns.length === 0) return NO_PARTS;
  const isIncluded = kit?.price.kind === 'own' && kit.price.extras === 'included';
  const shown = [
    ...entries.map(({ component, candidate, count, resolution, alone, once: ownOnce, place }): PartShown => ({
      kind: place === component.key ? 'part' : 'slot', part: place, title: component.title, product: candidate.product, productTitle: candidate.title,
      count: 1, pieces: count, resolution, alone, once: isIncluded ? Exact.zero : ownOnce, share: null,
    })),
    ...addOns.map(({ addOn, count, resolution, price }): PartShown => ({
      kind: 'addOn', part: addOn.key, title: addOn.title, product: addOn.program.slug, productTitle: addOn.program.title,
      count, pieces: count * resolution.quantity, resolution, alone: price.each.times(Exact.of(count)), once: price.once, share: null,
    })),
  ];
  return ofWhole ? shown : withShares(shown, unitPrice && { unit: unitPrice, once }, places);
}

function stateOf(problems: readonly Problem[]): ResolutionState {
  let state: ResolutionState = 'sellable';
  for (const { code } of problems) {
    const kind = problemClass(code);
    if (kind === 'invalid') return 'invalid';
    if (kind === 'incomplete' || state === 'sellable') state = kind;
  }
  return state;
}
