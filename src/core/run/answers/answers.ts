import { dequal } from 'dequal';
import { type AnswerContext } from '../../catalog';
import { type FormulaProgram } from '../../compile';
import { type FormulaInputs, type FormulaOutcome } from '../../compile/formulas';
import { type ProductRules } from '../../compile/product-rules';
import { type ChoiceProgram, type Program } from '../../compile/program';
import { problem, type Problem } from '../../problems';
import { type Facts, firing, type Ruling, rulingOn } from '../../rules';
import { type Answer, AT_ITEM, AT_SELECTION, atChoice } from '../../selection';
import { closest } from '../../text';
import { type HeldIn } from '../../compile/held';
import { boundProblem, type Bounds, boundsOf, defaultByFormula, narrowed } from '../formulas/bounds';
import { isSeenBy } from './offers';
import { type ResolveContext } from '../resolution';
import { resultOf, runFormula } from '../formulas/run-formula';
import { ownWeight } from '../supply/taken';
import { isRecord } from '../../is-record';

const MOST_UNKNOWN_KEYS = 20;

const NOTHING: Readonly<Record<string, unknown>> = {};

const SELECTION_KEYS = ['answers', 'quantity', 'parts'];
const SELECTION_KEYS_KNOWN = new Set(SELECTION_KEYS);

const NONE: readonly string[] = [];

/**
 * Keys that mean nothing: what is misspelt would otherwise be passed over in silence. A limited number of them is told.
 */
function unknownKeys(
  given: Readonly<Record<string, unknown>>,
  known: { has(key: string): boolean },
): readonly string[] {
  let unknown: string[] | null = null;
  for (const key in given) {
    if (known.has(key) || !Object.hasOwn(given, key)) continue;
    unknown ??= [];
    unknown.push(key.slice(0, 60));
    if (unknown.length === MOST_UNKNOWN_KEYS) break;
  }
  return unknown ?? NONE;
}

/** Notes what is said of parts that have nothing to be answered, or that are not there. */
function checkParts({ addOns, kit }: Program, given: unknown, problems: Problem[]): void {
  if (given === undefined) return;
  if (!isRecord(given)) {
    problems.push(problem(AT_SELECTION, { code: 'selectionMalformed', expected: { form: 'parts' } }));
    return;
  }
  const known = [...addOns, ...(kit?.components ?? [])].map(({ key }) => key);
  for (const key of unknownKeys(given, new Set(known)))
    problems.push(problem(AT_SELECTION, { code: 'unknownPart', key, meant: closest(key, known) }));
  for (const { key, title } of addOns) {
    // What is taken along is chosen by the catalog manager, all of it.
    if (Object.hasOwn(given, key))
      problems.push(problem({ part: [key], at: 'selection' }, { code: 'partFixed', title }));
  }
}

/** Answers with those that are given beforehand; who answers one of those otherwise is told. */
function withFixed(
  { fixed, choices, indexOf }: Program,
  given: Readonly<Record<string, unknown>>,
  problems: Problem[],
): Readonly<Record<string, unknown>> {
  let all = given;
  for (const key in fixed) {
    if (all === given) all = { ...given, ...fixed };
    if (!Object.hasOwn(given, key) || dequal(given[key], fixed[key])) continue;
    const choice = choices[indexOf.get(key) ?? -1];
    problems.push(problem(atChoice(key), { code: 'answerFixed', title: choice?.title ?? key }));
  }
  return all;
}

/** A selection taken apart: answers by key, how many, and what is said of parts, which may be anything. */
interface ReadSelection {
  readonly given: Readonly<Record<string, unknown>>;
  readonly quantity: number;
  readonly parts: unknown;
}

/** Takes a selection apart. It may be anything at all; what is not as it should be is a problem. */
export function readSelection(program: Program, selection: unknown, problems: Problem[]): ReadSelection {
  if (!isRecord(selection)) {
    problems.push(problem(AT_SELECTION, { code: 'selectionMalformed', expected: { form: 'selection' } }));
    return { given: withFixed(program, NOTHING, problems), quantity: program.defaultQuantity, parts: undefined };
  }
  for (const key of unknownKeys(selection, SELECTION_KEYS_KNOWN))
    problems.push(
      problem(AT_SELECTION, {
        code: 'unknownKey',
        place: 'A selection',
        key,
        known: SELECTION_KEYS,
        meant: closest(key, SELECTION_KEYS),
      }),
    );
  checkParts(program, selection.parts, problems);
  let given = NOTHING;
  if (isRecord(selection.answers)) given = selection.answers;
  else problems.push(problem(AT_SELECTION, { code: 'selectionMalformed', expected: { form: 'answers' } }));
  given = withFixed(program, given, problems);
  const { quantity, parts } = selection;
  if (quantity === undefined || quantity === null) return { given, quantity: program.defaultQuantity, parts };
  if (typeof quantity === 'number') return { given, quantity, parts };
  problems.push(problem(AT_SELECTION, { code: 'selectionMalformed', expected: { form: 'quantity' } }));
  return { given, quantity: program.defaultQuantity, parts };
}

const noFiles = () => undefined;

/** What answers come to. */
export interface ReadAnswers {
  /** one per choice, in the order of the page; null where nothing counts */
  readonly answers: (Answer | null)[];
  /** whether the answer is the one that counts when none is given */
  readonly defaulted: readonly boolean[];
  /** bounds that formulas set, by the position of the choice; null where none do */
  readonly bounds: ReadonlyMap<number, Bounds> | null;
  /** what rules make of the choices that they are about, by position */
  readonly rulings: ReadonlyMap<number, Ruling>;
  /** whether a rule has fired; null where there are none */
  readonly fired: ((rule: number) => boolean) | null;
  /** what formulas gave while answers were read; absent where none has been run */
  readonly runs?: Map<FormulaProgram, FormulaOutcome>;
}

/**
 * An answer that is absent takes the default; one that is null or empty has been left out on purpose. What the
 * customer's group doesn't see is not asked, and an answer to it is set aside.
 */
export function readAnswers(
  program: Program,
  { given, quantity }: Pick<ReadSelection, 'given' | 'quantity'>,
  context: Pick<ResolveContext, 'today' | 'group' | 'files'>,
  problems: Problem[],
  filling: Filling = NOTHING_FILLED,
): ReadAnswers {
  const reading: AnswerContext = { today: context.today, files: context.files ?? noFiles };
  const { bounding, rules, order } = program;
  if (!rules && !bounding && !order) return readPlainly(program, given, context.group, reading, problems);
  const answers: (Answer | null)[] = program.choices.map(() => null);
  const held = filling(answers);
  const defaulted: boolean[] = program.choices.map(() => false);
  const found: Problem[] = order ? [] : problems;
  const unsettled: Problem[] = [];
  const runs = new Map<FormulaProgram, FormulaOutcome>();
  const inputs = factsOf(program, answers, { quantity, group: context.group, today: context.today, runs, held });
  const fired = rules ? firing(rules.program, inputs) : null;
  const rulings = new Map<number, Ruling>();
  for (let place = 0; place < program.choices.length; place += 1) {
    const index = order ? (order[place] ?? place) : place;
    const choice = program.choices[index];
    if (!choice || !isSeenBy(choice.groups, context.group)) continue;
    const ruling =
      rules && fired && rules.program.onChoice.has(index)
        ? rulingOn(rules.program, index, choice.options.length, fired)
        : null;
    if (ruling) rulings.set(index, ruling);
    // What is hidden is not asked: an answer to it is kept by whoever gave it, and does not count.
    if (!choice.asks || ruling?.shown === false) continue;
    const present = isGiven(program, choice, given);
    const before = found.length;
    const asked: Asked = {
      program,
      choice,
      index,
      ruling,
      reading,
      raw: present ? given[choice.key] : undefined,
      present,
    };
    const answer = answerTo(asked, inputs, found);
    if (choice.forWorkshop && !isSettled(choice, answer, ruling, reading)) unsettled.push(notSettled(choice));
    else if (!answer && (choice.required || ruling?.required === true) && found.length === before)
      found.push(missing(choice));
    answers[index] = answer;
    defaulted[index] = !present && answer !== null;
  }
  if (!isUnfinished(found)) found.push(...unsettled);
  if (!order) return { answers, defaulted, bounds: null, rulings, fired, runs };
  const bounds = boundsOf(program, inputs);
  for (const [index, ruling] of rulings)
    if (ruling.least ?? ruling.most) bounds.set(index, narrowed(program, index, bounds.get(index), ruling));
  keepBounds(program, bounds, { answers, defaulted, runs }, found);
  const place = ({ where }: Problem) => (where.at === 'choice' ? (program.indexOf.get(where.choice) ?? -1) : -1);
  problems.push(...found.sort((a, b) => place(a) - place(b)));
  return { answers, defaulted, bounds, rulings, fired, runs };
}

/** What rules and formulas look at while answers are read. */
export function factsOf(
  program: Program,
  answers: (Answer | null)[],
  { quantity, group, today, runs, held }: Pick<FormulaInputs & Facts, 'quantity' | 'group' | 'today' | 'runs' | 'held'>,
): FormulaInputs & Facts {
  const inputs: FormulaInputs & Facts = {
    answers,
    base: null,
    quantity,
    group,
    today,
    runs,
    held,
    weight: () => ownWeight(program, answers),
    figure: (place) => {
      const formula = program.formulas[place];
      return formula ? resultOf(runFormula(formula, inputs)) : null;
    },
  };
  return inputs;
}

/** A choice that is asked, and what is said to it. */
interface Asked {
  readonly program: Program;
  readonly choice: ChoiceProgram;
  readonly index: number;
  readonly ruling: Ruling | null;
  readonly reading: AnswerContext;
  readonly raw: unknown;
  /** whether somebody has answered; else a formula, a rule or the default does */
  readonly present: boolean;
}

/** The answer that counts, as far as it may be given. */
function answerTo(asked: Asked, inputs: FormulaInputs, found: Problem[]): Answer | null {
  const { program, choice, ruling, present } = asked;
  const said = answerSaid(asked, inputs, found);
  const problems = present ? found : null;
  const answer = said && offeredAnswer(choice, said, inputs.group, problems);
  return answer && program.rules && ruling && ruling.withheld.size > 0
    ? keptAnswer(program.rules, choice, answer, ruling, problems)
    : answer;
}

/** What is answered, else what a formula, a rule or the default says. */
function answerSaid(
  { program, choice, index, ruling, reading, raw, present }: Asked,
  inputs: FormulaInputs,
  found: Problem[],
): Answer | null {
  if (!present && program.bounding?.defaults.has(index))
    return defaultByFormula(program, choice, index, inputs, reading);
  const preselected = present ? undefined : ruling?.preselected;
  let said = raw;
  if (preselected !== undefined) said = preselected;
  else if (!present) said = choice.defaultRefused ? null : choice.reader.fallback(reading);
  if (said === null || said === undefined) return null;
  // What a rule begins with and can't be is not the fault of who answers.
  return choice.reader.read(said, preselected === undefined ? found : [], reading);
}

/**
 * Answers outside of their bounds don't count. All bounds are worked out from all answers before any answer is found to
 * break one.
 */
function keepBounds(
  program: Program,
  bounds: ReadonlyMap<number, Bounds>,
  {
    answers,
    defaulted,
    runs,
  }: { answers: (Answer | null)[]; defaulted: boolean[]; runs: Map<FormulaProgram, FormulaOutcome> },
  found: Problem[],
): void {
  for (const [index, bound] of bounds) {
    const fault = boundProblem(program, index, answers[index] ?? null, bound);
    if (!fault) continue;
    found.push(fault);
    answers[index] = null;
    defaulted[index] = false;
    // What was worked out from an answer that does not count is worked out anew.
    runs.clear();
  }
}

/** Makes ready to look at what the answers put in slots and what stands for parts, once they are read. */
export type Filling = (answers: readonly (Answer | null)[]) => HeldIn | undefined;

const NOTHING_FILLED: Filling = () => undefined;

const NO_RULINGS: ReadonlyMap<number, Ruling> = new Map();

/**
 * Reads answers that nothing decides about: most products have neither rules nor limits by formula, and are asked at
 * every keystroke.
 */
function readPlainly(
  program: Program,
  given: Readonly<Record<string, unknown>>,
  group: string | null | undefined,
  reading: AnswerContext,
  problems: Problem[],
): ReadAnswers {
  const { choices, formulas } = program;
  const answers: (Answer | null)[] = [];
  const defaulted: boolean[] = [];
  const unsettled: Problem[] = [];
  for (let index = 0; index < choices.length; index += 1) {
    const choice = choices[index];
    let answer: Answer | null = null;
    let present = false;
    if (choice?.asks && (choice.groups.length === 0 || isSeenBy(choice.groups, group))) {
      present = isGiven(program, choice, given);
      const before = problems.length;
      const raw = present ? given[choice.key] : choice.defaultRefused ? null : choice.reader.fallback(reading);
      if (raw !== null && raw !== undefined) answer = choice.reader.read(raw, problems, reading);
      if (answer && choice.options.length > 0) answer = offeredAnswer(choice, answer, group, present ? problems : null);
      if (choice.forWorkshop && !isSettled(choice, answer, null, reading)) unsettled.push(notSettled(choice));
      else if (!answer && choice.required && problems.length === before) problems.push(missing(choice));
    }
    answers.push(answer);
    defaulted.push(!present && answer !== null);
  }
  if (!isUnfinished(problems)) problems.push(...unsettled);
  return {
    answers,
    defaulted,
    bounds: null,
    rulings: NO_RULINGS,
    fired: null,
    runs: formulas.length === 0 ? undefined : new Map(),
  };
}

/**
 * Whether an answer to a choice is given. A name that every object has is none, unless it was given as one; and what
 * the workshop alone sees is answered by nobody but a kit that fixes it: an answer to it is set aside.
 */
function isGiven(
  { fixed }: Program,
  { key, forWorkshop }: ChoiceProgram,
  given: Readonly<Record<string, unknown>>,
): boolean {
  return given[key] !== undefined && Object.hasOwn(given, key) && (!forWorkshop || Object.hasOwn(fixed, key));
}

/**
 * Whether what the workshop alone sees is settled: by an answer, or because it may be left out and nothing is said of
 * it.
 */
function isSettled(
  choice: ChoiceProgram,
  answer: Answer | null,
  ruling: Ruling | null,
  context: AnswerContext,
): boolean {
  if (answer) return true;
  if (choice.required || ruling?.required === true) return false;
  // What a default or a rule says and something else withholds is not passed over in silence.
  return isNothing(ruling?.preselected !== undefined ? ruling.preselected : choice.reader.fallback(context));
}

const isNothing = (raw: unknown) =>
  raw === null || raw === undefined || raw === '' || (Array.isArray(raw) && raw.length === 0);

const notSettled = ({ title }: ChoiceProgram) => problem(AT_ITEM, { code: 'workshopUnsettled', title });

const isUnfinished = (problems: readonly Problem[]) => problems.some(({ code }) => code === 'answerMissing');

const missing = ({ key, title, reader }: ChoiceProgram) =>
  problem(atChoice(key), { code: 'answerMissing', title, ask: reader.ask });

/** An option that the customer's group doesn't see can't be picked; as a default it just doesn't count. */
function offeredAnswer(
  choice: ChoiceProgram,
  answer: Answer,
  group: string | null | undefined,
  problems: Problem[] | null,
): Answer | null {
  if (choice.options.length === 0) return answer;
  for (const { effect } of answer.picks) {
    const option = choice.options[effect];
    if (!option || isSeenBy(option.groups, group)) continue;
    problems?.push(
      problem(atChoice(choice.key), { code: 'optionNotOffered', title: choice.title, option: option.title }),
    );
    return null;
  }
  return answer;
}

/** An option that a rule withholds can't be picked; as a default it just doesn't count. */
function keptAnswer(
  rules: ProductRules,
  choice: ChoiceProgram,
  answer: Answer,
  { withheld }: Ruling,
  problems: Problem[] | null,
): Answer | null {
  for (const { effect } of answer.picks) {
    const rule = withheld.get(effect);
    if (rule === undefined) continue;
    problems?.push(
      problem(atChoice(choice.key), {
        code: 'optionRuledOut',
        title: choice.title,
        option: choice.options[effect]?.title ?? '',
        because: rules.because[rule] ?? null,
      }),
    );
    return null;
  }
  return answer;
}

/**
 * Notes answers to choices that the product does not have; what may be meant is something that this customer is asked.
 */
export function checkUnknownKeys(
  { indexOf, choices }: Program,
  given: Readonly<Record<string, unknown>>,
  group: string | null | undefined,
  problems: Problem[],
): void {
  const unknown = unknownKeys(given, indexOf);
  if (unknown.length === 0) return;
  const known = choices.flatMap(({ key, groups, forWorkshop }) =>
    forWorkshop || !isSeenBy(groups, group) ? [] : [key],
  );
  for (const key of unknown)
    problems.push(problem(AT_SELECTION, { code: 'unknownChoice', key, meant: closest(key, known) }));
}
