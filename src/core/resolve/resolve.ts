import { type Answer, type AnswerContext } from '../catalog';
import { formatMoney } from '../money';
import { Exact } from '../number';
import { checkQuantity } from '../ordering';
import { type PriceLine, type PricingInputs, roundingLine, timesLine } from '../pricing';
import { problem, type Problem, problemClass } from '../problems';
import { availabilityOf, type Draw } from '../stock';
import { type FormulaOutcome, type FormulaProgram, isStop, runFormula } from './formulas';
import { isSeenBy, offersOf } from './offers';
import { type ChoiceProgram, type DrawProgram, type Program, variantKey, type VariantProgram } from './program';
import { type CountedAnswer, type Item, type MeasureShown, type PictureView, type Resolution, type ResolutionState, type ResolveContext } from './resolution';

const MOST_UNKNOWN_KEYS = 20;

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
  if (fault) problems.push(problem('item', { code: 'productNotReady', first: fault.message, count: program.blocking.length }));

  const { given, quantity } = readSelection(program, selection, problems);
  const defaulted: boolean[] = [];
  const answers = readAnswers(program, given, context, defaulted, problems);
  checkUnknownKeys(program, given, problems);
  const quantityFault = checkQuantity(program.quantity, quantity);
  if (quantityFault) problems.push(problem('quantity', quantityFault));

  const variant = findVariant(program, answers, problems);
  const outcomes = formulaOutcomes(program, answers, variant, quantity, context.group, problems);
  const price = priceOf(program, answers, variant, outcomes);
  if (!program.base.price && !variant?.price && program.baseFormula === null) problems.push(problem('item', { code: 'priceMissing' }));
  if (price.unitPrice && price.unitPrice.sign() < 0) {
    problems.push(problem('item', { code: 'priceBelowNothing', price: formatMoney(price.unitPrice, program.currency) }));
  }

  const pieces = quantityFault ? 0 : quantity;
  const draws = drawsOf(program, answers, variant, pieces, outcomes);
  const availability = availabilityOf(draws, context.levels);
  if (availability.limitedBy && availability.canSupply !== null) {
    const item = availability.limitedBy.title;
    const { canSupply } = availability;
    if (canSupply < program.defaultQuantity) problems.push(problem('item', { code: 'outOfStock', item }));
    else if (canSupply < pieces) problems.push(problem('quantity', { code: 'notEnoughStock', item, canSupply, asked: pieces }));
  }

  return {
    state: stateOf(problems),
    problems,
    shown: offersOf(program, answers, context),
    counted: countedAnswers(program, answers, defaulted),
    quantity,
    item: itemOf(program, answers, variant),
    working: price.working,
    unitPrice: price.unitPrice,
    compareAt: price.compareAt,
    lineTotal: price.unitPrice && !quantityFault ? price.unitPrice.times(Exact.of(quantity)).plus(price.once) : null,
    currency: program.currency,
    measures: measuresOf(program, outcomes),
    weight: weightOf(program, answers, variant, outcomes),
    draws,
    availability,
    pictures: picturesOf(program, answers, variant),
  };
}

const NOTHING: Readonly<Record<string, unknown>> = {};

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function readSelection(
  program: Program,
  selection: unknown,
  problems: Problem[],
): { given: Readonly<Record<string, unknown>>; quantity: number } {
  if (!isRecord(selection)) {
    problems.push(problem('selection', { code: 'selectionMalformed', expected: 'an object with answers and a quantity' }));
    return { given: NOTHING, quantity: program.defaultQuantity };
  }
  let given = NOTHING;
  if (isRecord(selection.answers)) given = selection.answers;
  else problems.push(problem('selection', { code: 'selectionMalformed', expected: 'answers to be an object with one answer per choice key' }));
  const { quantity } = selection;
  if (quantity === undefined || quantity === null) return { given, quantity: program.defaultQuantity };
  if (typeof quantity === 'number') return { given, quantity };
  problems.push(problem('selection', { code: 'selectionMalformed', expected: 'quantity to be a whole number' }));
  return { given, quantity: program.defaultQuantity };
}

const noFiles = () => undefined;

/**
 * An answer that is absent takes the default; one that is null or empty has been left out on purpose. What the
 * customer's group doesn't see is not asked, and an answer to it is set aside.
 */
function readAnswers(
  program: Program,
  given: Readonly<Record<string, unknown>>,
  context: ResolveContext,
  defaulted: boolean[],
  problems: Problem[],
): (Answer | null)[] {
  const answers: (Answer | null)[] = [];
  const reading: AnswerContext = { today: context.today, files: context.files ?? noFiles };
  for (const choice of program.choices) {
    if (!choice.asks || !isSeenBy(choice.groups, context.group)) {
      answers.push(null);
      defaulted.push(false);
      continue;
    }
    // A name that every object has is no answer, unless it was given as one.
    const own = given[choice.key];
    const present = own !== undefined && Object.hasOwn(given, choice.key);
    const raw = present ? own : choice.defaultRefused ? null : choice.reader.fallback(reading);
    const before = problems.length;
    let answer = raw === null || raw === undefined ? null : choice.reader.read(raw, problems, reading);
    if (answer) answer = offeredAnswer(choice, answer, context.group, present ? problems : null);
    if (!answer && choice.required && problems.length === before) {
      problems.push(problem(`choice:${choice.key}`, { code: 'answerMissing', title: choice.title, ask: choice.reader.ask }));
    }
    answers.push(answer);
    defaulted.push(!present && answer !== null);
  }
  return answers;
}

/** An option that the customer's group doesn't see can't be picked; as a default it just doesn't count. */
function offeredAnswer(choice: ChoiceProgram, answer: Answer, group: string | null | undefined, problems: Problem[] | null): Answer | null {
  if (choice.options.length === 0) return answer;
  for (const { effect } of answer.picks) {
    const option = choice.options[effect];
    if (!option || isSeenBy(option.groups, group)) continue;
    problems?.push(problem(`choice:${choice.key}`, { code: 'optionNotOffered', title: choice.title, option: option.title }));
    return null;
  }
  return answer;
}

function checkUnknownKeys(program: Program, given: Readonly<Record<string, unknown>>, problems: Problem[]): void {
  let unknown = 0;
  for (const key in given) {
    if (program.indexOf.has(key) || !Object.hasOwn(given, key)) continue;
    unknown += 1;
    if (unknown > MOST_UNKNOWN_KEYS) return;
    problems.push(problem('selection', { code: 'unknownChoice', key: key.slice(0, 60) }));
  }
}

function findVariant(program: Program, answers: readonly (Answer | null)[], problems: Problem[]): VariantProgram | null {
  if (program.stocked.length === 0) return null;
  const options: string[] = [];
  for (const index of program.stocked) {
    const option = answers[index]?.option;
    if (option === null || option === undefined) return null;
    options.push(option);
  }
  const variant = program.variants.get(variantKey(options));
  if (variant?.onSale) return variant;
  const combination = program.stocked.map((index) => answers[index]?.shown ?? '').join(' · ');
  if (variant) {
    problems.push(problem('item', { code: 'notOnSale', combination }));
    return variant;
  }
  problems.push(problem('item', { code: 'combinationNotMade', combination }));
  return null;
}

interface Price {
  readonly working: PriceLine[];
  readonly unitPrice: Exact | null;
  readonly compareAt: Exact | null;
  /** what is paid once, however many are taken */
  readonly once: Exact;
}

/**
 * Prices in the order that the design fixes: base, choice lines in the order of the page, rounding of the unit price,
 * what is paid once for the line.
 */
function priceOf(program: Program, answers: (Answer | null)[], variant: VariantProgram | null, outcomes: readonly FormulaOutcome[]): Price {
  const baseLine = program.baseFormula === null ? baseLineOf(program, answers, variant) : formulaBase(program, program.baseFormula, outcomes);
  if (!baseLine) return { working: [], unitPrice: null, compareAt: null, once: Exact.zero };
  const working: PriceLine[] = [baseLine];
  const onceLines: PriceLine[] = [];
  const inputs: PricingInputs = { base: baseLine.amount, sum: baseLine.amount, answers };
  let once = Exact.zero;
  // By how much the extras were dearer before.
  let former = Exact.zero;
  for (let index = 0; index < answers.length; index += 1) {
    const picks = answers[index]?.picks;
    if (!picks) continue;
    for (const { effect, count } of picks) {
      const effects = program.choices[index]?.effects[effect];
      if (!effects?.amount) continue;
      const line = timesLine(effects.amount(inputs), count);
      if (line.per === 'line') {
        onceLines.push(line);
        once = once.plus(line.amount);
        continue;
      }
      if (effects.compareAt) former = former.plus(timesLine(effects.compareAt(inputs), count).amount.minus(line.amount));
      working.push(line);
      inputs.sum = inputs.sum.plus(line.amount);
    }
  }
  for (let index = 0; index < outcomes.length; index += 1) {
    const formula = program.formulas[index];
    const line = formula?.serves.kind === 'amount' && formulaLine(formula, outcomes[index] ?? null, 'formula');
    if (!line) continue;
    working.push(line);
    inputs.sum = inputs.sum.plus(line.amount);
  }
  const { sum } = inputs;
  const unitPrice = sum.rounded(program.places, program.rounding);
  const rounding = roundingLine(sum, unitPrice, 'unit');
  if (rounding) working.push(rounding);
  if (onceLines.length > 0) {
    const payable = once.rounded(program.places, program.rounding);
    const onceRounding = roundingLine(once, payable, 'line');
    working.push(...onceLines, ...(onceRounding ? [onceRounding] : []));
    once = payable;
  }
  return { working, unitPrice, compareAt: compareAtOf(program, answers, variant, sum.minus(baseLine.amount).plus(former), baseLine, unitPrice), once };
}

function baseLineOf(program: Program, answers: readonly (Answer | null)[], variant: VariantProgram | null): PriceLine | null {
  const { base } = program;
  if (!variant?.price && base.line) return base.line;
  const price = variant?.price ?? base.price;
  if (!price) return null;
  const source = variant?.price ? 'variant' : 'product';
  const label = variant?.price ? `Price of ${variant.title}` : 'Base price';
  if (!base.charge) return { label, kind: 'base', of: null, amount: price, per: 'unit', source };
  const charged = base.charge(price, answers);
  return charged && { label, kind: 'base', of: charged.of, amount: charged.amount, per: 'unit', source };
}

/** The compare-at price of this selection: what base and extras were before; shown only where it is higher. */
function compareAtOf(
  program: Program,
  answers: readonly (Answer | null)[],
  variant: VariantProgram | null,
  extras: Exact,
  baseLine: PriceLine,
  unitPrice: Exact,
): Exact | null {
  const { charge } = program.base;
  const compareAt = variant?.compareAt ?? program.base.compareAt;
  const base = compareAt && (charge ? charge(compareAt, answers)?.amount : compareAt);
  const total = (base ?? baseLine.amount).plus(extras).rounded(program.places, program.rounding);
  return total.isMore(unitPrice) ? total : null;
}

function weightOf(program: Program, answers: readonly (Answer | null)[], variant: VariantProgram | null, outcomes: readonly FormulaOutcome[]): Resolution['weight'] {
  let sum: Exact | null = variant?.weight ?? program.weight;
  const { measure } = program.base;
  const measured = measure && answers[measure.index]?.value;
  if (sum && measure) sum = measured ? sum.times(measured.times(measure.factor)) : null;
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
  for (let index = 0; index < outcomes.length; index += 1) {
    const value = program.formulas[index]?.serves.kind === 'weight' ? resultOf(outcomes[index] ?? null) : null;
    if (!value) continue;
    const inUnit = value.over(program.weightUnit.factor);
    sum = sum ? sum.plus(inUnit) : inUnit;
  }
  return sum && { value: sum, unit: program.weightUnit };
}

/** The pictures of the item: the product's, or its variant's, or those of the last option that changes them. */
function picturesOf(program: Program, answers: readonly (Answer | null)[], variant: VariantProgram | null): readonly PictureView[] {
  const [first] = program.product.pictures;
  let src = variant?.picture ?? first?.src ?? null;
  let alt = variant?.picture ? variant.title : (first?.alt ?? '');
  if (program.picturesVary) {
    answers.forEach((answer, index) => {
      for (const { effect } of answer?.picks ?? []) {
        const option = program.choices[index]?.options[effect];
        if (option?.picture) [src, alt] = [option.picture, `${program.title}, ${option.title}`];
      }
    });
  }
  return src === null ? [] : [{ view: 'main', layers: [{ src, alt }] }];
}

const NO_OUTCOMES: readonly FormulaOutcome[] = [];

/** What the formulas give, in their order; what can't be worked out is a problem. */
function formulaOutcomes(
  program: Program,
  answers: readonly (Answer | null)[],
  variant: VariantProgram | null,
  quantity: number,
  group: string | null | undefined,
  problems: Problem[],
): readonly FormulaOutcome[] {
  if (program.formulas.length === 0) return NO_OUTCOMES;
  const given = { answers, base: baseLineOf(program, answers, variant)?.amount ?? variant?.price ?? program.base.price, quantity, group };
  return program.formulas.map((formula) => {
    const outcome = runFormula(formula, given);
    if (isStop(outcome)) problems.push(problem('item', { code: 'formulaStopped', title: formula.title, line: outcome.line, why: outcome.code }));
    const result = resultOf(outcome);
    const { kind } = formula.serves;
    if (result && result.sign() < 0 && (kind === 'draw' || kind === 'weight' || kind === 'base')) {
      problems.push(problem('item', { code: 'formulaStopped', title: formula.title, line: 'result', why: 'negative' }));
      return null;
    }
    return outcome;
  });
}

function resultOf(outcome: FormulaOutcome): Exact | null {
  return outcome === null || isStop(outcome) ? null : (outcome.at(-1)?.value ?? null);
}

function formulaLine({ key, title }: FormulaProgram, outcome: FormulaOutcome, kind: 'base' | 'formula'): PriceLine | null {
  const amount = resultOf(outcome);
  if (!amount || outcome === null || isStop(outcome)) return null;
  return { label: title, kind, of: outcome.length > 1 ? { kind: 'formula', lines: outcome } : null, amount, per: 'unit', source: `formula:${key}` };
}

/** The base price by a formula; null while it can't be worked out. */
function formulaBase(program: Program, index: number, outcomes: readonly FormulaOutcome[]): PriceLine | null {
  const formula = program.formulas[index];
  return formula ? formulaLine(formula, outcomes[index] ?? null, 'base') : null;
}

function measuresOf(program: Program, outcomes: readonly FormulaOutcome[]): readonly MeasureShown[] {
  if (outcomes.length === 0) return NO_MEASURES;
  return outcomes.flatMap((outcome, index) => {
    const formula = program.formulas[index];
    if (!formula || outcome === null || isStop(outcome)) return [];
    return outcome.map((line) => ({ ...line, name: line.name === 'result' ? formula.title : line.name, formula: formula.title, forCustomers: formula.serves.kind === 'shown' }));
  });
}

const NO_MEASURES: readonly MeasureShown[] = [];

const NO_DRAWS: readonly DrawProgram[] = [];

function drawsOf(program: Program, answers: readonly (Answer | null)[], variant: VariantProgram | null, quantity: number, outcomes: readonly FormulaOutcome[]): Draw[] {
  const draws: Draw[] = [];
  const pieces = Exact.of(Number.isSafeInteger(quantity) ? quantity : 0);
  if (variant?.draw) addDraw(draws, variant.draw, 1, answers, pieces);
  for (const draw of program.draws) addDraw(draws, draw, 1, answers, pieces);
  for (let index = 0; index < answers.length; index += 1) {
    const picks = answers[index]?.picks;
    if (!picks) continue;
    for (const { effect, count } of picks) {
      for (const draw of program.choices[index]?.effects[effect]?.draws ?? NO_DRAWS) addDraw(draws, draw, count, answers, pieces);
    }
  }
  for (let index = 0; index < outcomes.length; index += 1) {
    const drawn = program.formulas[index]?.draw;
    const value = drawn && resultOf(outcomes[index] ?? null);
    // A third of a metre has no end as a decimal, and stock is kept in decimals: what is taken is brought up to a millionth.
    if (value) addDraw(draws, { ...drawn, fixed: value.over(drawn.unit.factor).rounded(6, 'ceiling'), measure: null, leadDays: null }, 1, answers, pieces);
  }
  return draws;
}

/** Adds a draw to those of an item; what takes from one stock item is taken together. */
function addDraw(draws: Draw[], draw: DrawProgram, count: number, answers: readonly (Answer | null)[], pieces: Exact): void {
  const measured = draw.measure && answers[draw.measure.index]?.value;
  const one = draw.fixed ?? (measured && draw.measure ? measured.times(draw.measure.factor) : null);
  if (!one) return;
  const value = count === 1 ? one : one.times(Exact.of(count));
  const same = draws.findIndex(({ stock }) => stock === draw.stock);
  const former = draws[same];
  const perItem = former ? former.perItem.value.plus(value) : value;
  // Beyond stock only when everything that takes this item may go beyond.
  const leadDays = !former ? draw.leadDays : draw.leadDays === null || former.leadDays === null ? null : Math.max(draw.leadDays, former.leadDays);
  const merged: Draw = {
    leadDays,
    stock: draw.stock,
    title: draw.title,
    perItem: { value: perItem, unit: draw.unit },
    total: { value: perItem.times(pieces), unit: draw.unit },
  };
  if (former) draws[same] = merged;
  else draws.push(merged);
}

function countedAnswers(program: Program, answers: readonly (Answer | null)[], defaulted: readonly boolean[]): CountedAnswer[] {
  const counted: CountedAnswer[] = [];
  for (let index = 0; index < answers.length; index += 1) {
    const answer = answers[index];
    const choice = program.choices[index];
    if (!answer || !choice) continue;
    counted.push({
      choice: choice.key,
      title: choice.title,
      shown: answer.shown,
      value: answer.canonical,
      fromDefault: defaulted[index] ?? false,
    });
  }
  return counted;
}

// Signs that part a key, and those that would end it in an address.
const KEY_SIGN = /[%&=?#\s]/;
const KEY_SIGNS = /[%&=?#\s]/g;
const escapeKeySign = (sign: string) => `%${sign.charCodeAt(0).toString(16).padStart(2, '0')}`;

const escaped = (text: string) => (KEY_SIGN.test(text) ? text.replace(KEY_SIGNS, escapeKeySign) : text);

function itemOf(program: Program, answers: readonly (Answer | null)[], variant: VariantProgram | null): Item {
  let key = program.slug;
  let separator = '?';
  for (const index of program.keyOrder) {
    const answer = answers[index];
    if (!answer) continue;
    const value = answer.option ?? escaped(answer.canonical);
    key += `${separator}${program.choices[index]?.key ?? ''}=${value}`;
    separator = '&';
  }
  let sku = variant?.sku ?? program.sku;
  const details: { label: string; value: string }[] = [];
  for (let index = 0; index < answers.length; index += 1) {
    const answer = answers[index];
    const choice = program.choices[index];
    if (!answer || !choice) continue;
    details.push({ label: choice.title, value: answer.shown });
    if (variant && choice.stocked) continue;
    for (const { effect, count } of answer.picks) {
      const part = choice.effects[effect]?.sku;
      if (part) sku += program.skuSeparator + part + (count === 1 ? '' : `.${count}`);
    }
  }
  return { key, sku, title: program.title, details };
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
