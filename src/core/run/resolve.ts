import { tooEarly } from '../catalog/choices';
import { calledAs } from '../compile/kit';
import { type Program, type VariantProgram } from '../compile/program';
import { Exact } from '../number';
import { checkQuantity, type Orderable, type QuantityFault } from '../ordering';
import { problem, type Problem, problemClass } from '../problems';
import { type Answer, AT_ITEM, AT_QUANTITY, atChoice } from '../selection';
import { availabilityOf } from '../stock';
import { checkUnknownKeys } from './answers/answers';
import { bookingsOf, roomProblems, whenDone } from './supply/bookings';
import { chargedOf } from './formulas/charging';
import { costOf } from './price/cost';
import { findVariant } from './answers/find-variant';
import { narrowedQuantity, ruleProblems, rulesShown } from './answers/fired-rules';
import { type Entry, NOT_BESIDE } from './kits/entries';
import { type Inside, readInside } from './answers/inside';
import { fitProblems } from './kits/fits';
import { propertiesOf } from './formulas/properties';
import { countedAnswers, itemOf, picturesOf, workshopDetails } from './item';
import { isSeenBy, offersOf } from './answers/offers';
import { formulaOutcomes, measuresOf } from './formulas/outcomes';
import { takenAddOns } from './kits/add-ons';
import { type Reading } from './reading';
import { nameOthers, suppliedOf } from './answers/quantities-named';
import { isSureOfLimits, otherQuantities } from './answers/quantities-near';
import { quantitySourceOf } from './answers/quantities';
import { type PartShown, type Resolution, type ResolutionState, type ResolveContext } from './resolution';
import { Run } from './run';
import { withShares } from './kits/shares';
import { supplyProblem } from './supply/supply';
import { drawsOf, weightOf } from './supply/taken';
import { usualPrices } from './price/usual';
import { viewsSeen } from './views-seen';
import { baseBefore, type Price, priceOf } from './price/unit-price';

const NO_RULES: Resolution['rules'] = [];

/**
 * Resolves a selection: what item it is, what it costs and why, and whether it can be supplied.
 *
 * Nothing is corrected: whatever is wrong, missing or out of stock is a problem, in the order of the page.
 *
 * @param selection a {@link Selection}, or anything at all: hostile input gives problems, never an exception
 */
export const resolve = (program: Program, selection: unknown, context: ResolveContext): Resolution =>
  resolveIn(program, selection, runFor(context));

/** A run for a customer on a day; whatever there is of stock, where nothing is said of it. */
export const runFor = (context: Omit<ResolveContext, 'stock'> & Partial<Pick<ResolveContext, 'stock'>>): Run =>
  new Run({ stock: null, ...context }, resolveIn);

function resolveIn(program: Program, selection: unknown, run: Run): Resolution {
  const { context } = run;
  const problems: Problem[] = [];
  const [fault] = program.blocking;
  if (fault)
    problems.push(problem(AT_ITEM, { code: 'productNotReady', first: fault.data, count: program.blocking.length }));
  const read = readItem(program, selection, run, problems);
  const { inside, reading, isAsked, orderable } = read;
  const { charged } = reading;
  const { answers, fired } = inside;
  const { price, lineTotal, weight } = pricedItem(program, read, problems);
  if (program.rules && fired) problems.push(...ruleProblems(program, program.rules, fired, inside));
  const { draws, availability, bookings } = suppliedItem(program, selection, run, read, problems);
  const counted = countedAnswers(program, answers, inside.defaulted);
  return {
    state: stateOf(problems),
    problems,
    shown: offersOf(program, inside, run),
    counted,
    quantity: inside.quantity,
    orderable,
    quantityFrom: read.quantityFrom,
    item: itemOf(program, reading, counted, workshopDetails(program, answers, isAsked)),
    parts: partsShown(program, reading, price, context.ofWhole === true),
    working: price.working,
    unitPrice: price.unitPrice,
    wasPrice: price.wasPrice,
    wasLowest: price.wasPrice !== null && showsLowest(program, reading.variant),
    lineTotal,
    cost: context.costs ? costOf(program, reading, draws, context.costs) : null,
    once: price.once,
    charged: charged?.charged ?? null,
    currency: program.currency,
    measures: measuresOf(program, reading.outcomes, charged),
    weight,
    properties: propertiesOf(program, answers, reading.outcomes),
    draws,
    availability,
    bookings,
    rules: program.rules && fired ? rulesShown(program.rules, fired) : NO_RULES,
    pictures: picturesOf(program, reading),
    views: viewsSeen(program, reading, run.context.today),
    forCustomers: program.product.forCustomers,
  };
}

/** What a selection is, before it is priced. */
interface ItemRead {
  readonly inside: Inside;
  readonly reading: Reading;
  readonly isAsked: (choice: number) => boolean;
  readonly orderable: Orderable;
  readonly quantityFrom: Resolution['quantityFrom'];
  /** what may be ordered, whatever rules say of the number that is asked for */
  readonly unruled: Orderable;
  /** why so many can't be ordered; null where they can */
  readonly quantityFault: QuantityFault | null;
}

/** Reads a selection: its answers, what stands in it, its variant, its quantity, formulas, and what is taken along. */
function readItem(program: Program, selection: unknown, run: Run, problems: Problem[]): ItemRead {
  const { group = null, beside } = run.context;
  const inside = readInside(program, selection, run, problems);
  const { given, quantity, entries, held, answers, rulings, fired, runs } = inside;
  if (program.fits.length > 0) problems.push(...fitProblems(program, entries, run));
  checkUnknownKeys(program, given, group, problems);
  const isAsked = (index: number) =>
    isSeenBy(program.choices[index]?.groups ?? [], group) && rulings.get(index)?.shown !== false;
  const ofVariant: Problem[] = [];
  const variant = findVariant(program, answers, isAsked, ofVariant);
  const quantities = quantitySourceOf(program, { answers, variant, group });
  const orderable = narrowedQuantity(program, quantities.orderable, fired);
  const quantityFault = checkQuantity(orderable, quantity);
  if (quantityFault) problems.push(problem(AT_QUANTITY, quantityFault));
  problems.push(...ofVariant);
  const charged = chargedOf(program, { answers, quantity, group, runs, held });
  const usual = () => usualPrices(program, quantity, run);
  const base = program.formulas.length === 0 ? null : baseBefore(program, variant, charged, entries, usual);
  const outcomes = formulaOutcomes(program, { answers, base, quantity, group, runs, held }, problems);
  const addOns = takenAddOns(program, answers, run, problems);
  // prettier-ignore
  const reading: Reading = {
    answers, quantity, group, variant, addOns, entries, usual, charged, outcomes, held, beside, fired,
  };
  const { from: quantityFrom, orderable: unruled } = quantities;
  return { inside, reading, isAsked, orderable, quantityFrom, unruled, quantityFault };
}

/** What it costs and weighs; what comes to less than nothing is not sold. */
function pricedItem(program: Program, { reading, quantityFault }: ItemRead, problems: Problem[]) {
  const { currency } = program;
  const price = priceOf(program, reading);
  const { unitPrice, lowest } = price;
  // Whatever it is for: without a price nothing is sold.
  if (!unitPrice && (problems.length === 0 || !saysPrice(program, reading.variant)))
    problems.push(problem(AT_ITEM, { code: 'priceMissing' }));
  if (lowest && lowest.sign() < 0)
    problems.push(problem(AT_ITEM, { code: 'priceBelowNothing', price: lowest, currency }));
  const lineTotal =
    unitPrice && !quantityFault
      ? unitPrice.times(Exact.of(reading.quantity)).plus(price.beyond).plus(price.once)
      : null;
  if (lineTotal && lineTotal.sign() < 0 && lowest && lowest.sign() >= 0)
    problems.push(problem(AT_ITEM, { code: 'lineBelowNothing', total: lineTotal, currency }));
  const weight = weightOf(program, reading);
  if (weight && weight.value.sign() < 0) problems.push(problem(AT_ITEM, { code: 'weightBelowNothing', weight }));
  return { price, lineTotal, weight };
}

/** What it takes, whether there is enough of that, and when it can be done. */
function suppliedItem(program: Program, selection: unknown, run: Run, read: ItemRead, problems: Problem[]) {
  const { context } = run;
  const { reading, orderable, unruled, quantityFault } = read;
  const { answers, entries, quantity } = reading;
  const pieces = quantityFault ? 0 : quantity;
  const draws = drawsOf(program, reading, pieces);
  const availability = availabilityOf(draws, context.ofWhole ? null : context.stock, pieces, context.planner);
  if (!context.ofWhole && availability.leadDays !== null)
    problems.push(...tooEarlyProblems(program, answers, entries, context.today, availability.leadDays));
  const bookings = bookingsOf(program, reading, pieces, context.today);
  if (!context.ofWhole && context.booked) problems.push(...roomProblems(program, bookings, context.booked));
  const isNamed = context.naming === true && !context.ofWhole;
  const others = (stock = context.stock) => otherQuantities(program, selection, { problems }, run.with({ stock }));
  const supply = supplyProblem(
    program,
    { entries, draws, availability, items: pieces, orderable: unruled, view: context.stock },
    isNamed ? (most) => suppliedOf(others(), most) : (most) => most,
  );
  if (supply) problems.push(supply);
  if (quantityFault && isNamed)
    nameOthers(
      problems,
      quantityFault,
      { given: quantity, orderable, isSure: isSureOfLimits(program), free: others(null) },
      others(),
    );
  const isBooked = !context.ofWhole && context.booked;
  return { draws, availability, bookings: isBooked ? whenDone(bookings, isBooked) : bookings };
}

/** Whether what it cost before is the lowest of a time, as a list asks for. */
const showsLowest = ({ base }: Program, variant: VariantProgram | null): boolean =>
  (variant?.price ? variant.listed : base.listed)?.showsLowest ?? false;

/** Days that are chosen, also of what stands in it, and come before what is ordered beyond stock can be there. */
function tooEarlyProblems(
  { product }: Program,
  answers: readonly (Answer | null)[],
  entries: readonly Entry[],
  today: string,
  leadDays: number,
): Problem[] {
  const own = product.choices.flatMap((choice, index) => {
    const answer = answers[index];
    const data = answer && choice.kind === 'date' ? tooEarly(choice, answer.canonical, today, leadDays) : null;
    return data ? [problem(atChoice(choice.key), data)] : [];
  });
  const within = entries.flatMap(({ place, candidate, resolution }) =>
    candidate.program.product.choices.flatMap((choice) => {
      const answer = choice.kind === 'date' ? resolution.counted.find((one) => one.choice === choice.key) : undefined;
      const data = answer && choice.kind === 'date' ? tooEarly(choice, answer.value, today, leadDays) : null;
      return data ? [problem({ part: [place], at: 'choice', choice: choice.key }, data)] : [];
    }),
  );
  return [...own, ...within];
}

/** Whether anything says what a product costs; a kit without a price of its own costs what its parts do. */
function saysPrice({ base, baseFormula, kit }: Program, variant: VariantProgram | null): boolean {
  return base.price !== null || Boolean(variant?.price) || baseFormula !== null || (kit !== null && !kit.terms.isOwn);
}

const NO_PARTS: Resolution['parts'] = [];

/**
 * What it is put together from, and what is taken along, with their shares of the price. What is paid once for a part
 * is what the working says of it.
 *
 * @param ofWhole whether it is a part itself: then shares follow from what is paid for it there, in `partsWithin`
 */
function partsShown(
  { places }: Program,
  { entries, addOns }: Reading,
  { unitPrice, once, working }: Price,
  ofWhole: boolean,
): Resolution['parts'] {
  if (entries.length === 0 && addOns.length === 0) return NO_PARTS;
  const onceFor = (place: string) =>
    working.reduce(
      (sum, { per, source, amount }) => (per === 'line' && source === `part:${place}` ? sum.plus(amount) : sum),
      Exact.zero,
    );
  const shown = [
    ...entries.map(({ component, candidate, count, resolution, alone, place, beside }): PartShown => ({
      kind: component.isSlot ? 'slot' : 'part',
      part: place,
      beside,
      title: calledAs(component, candidate),
      product: candidate.product,
      productTitle: candidate.title,
      count: 1,
      pieces: count,
      resolution,
      alone,
      once: onceFor(place),
      share: null,
    })),
    ...addOns.map(({ addOn, count, resolution, price }): PartShown => ({
      kind: 'addOn',
      part: addOn.key,
      beside: NOT_BESIDE,
      title: addOn.title,
      product: addOn.program.slug,
      productTitle: addOn.program.title,
      count,
      pieces: count * resolution.quantity,
      resolution,
      alone: price.each.times(Exact.of(count)),
      once: price.once,
      share: null,
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
