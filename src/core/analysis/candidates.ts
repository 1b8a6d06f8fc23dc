import { type Answer } from '../selection';
import { type AnswerContext, type Condition, dayWindow, LONGEST_LONG_TEXT, LONGEST_TEXT, numberLimits, type RuleEffect, type Test } from '../catalog';
import { dayText, parseDay } from '../calendar';
import { Exact } from '../number';
import { checkQuantity, orderableRange } from '../ordering';
import { type Program } from '../compile';

/** A possible answer to a choice: what a selection would say, and how it is read. */
export interface Candidate {
  /** null for leaving it out */
  readonly raw: unknown;
  readonly answer: Answer | null;
  /** position of the option that is picked, or null */
  readonly option: number | null;
  /** candidates that count as the same are one when selections are counted */
  readonly same: number;
  /** whether it stands for not being asked at all; absent for no */
  readonly hidden?: boolean;
}

/** How far the candidates of something typed stand for all its answers. */
export type Coverage = 'every' | 'ends';

export interface Candidates {
  readonly list: readonly Candidate[];
  /** whether its answers are counted one by one: what is picked from a list, and yes or no */
  readonly counted: boolean;
  readonly coverage: Coverage;
  /** whether answers can be larger than any candidate */
  readonly openAbove: boolean;
}

/** A measure with so many steps at most is looked at step by step. */
const MOST_STEPS = 40;

const LEFT_OUT: Candidate = { raw: null, answer: null, option: null, same: -1 };
const HIDDEN: Candidate = { ...LEFT_OUT, hidden: true };

/** How a choice is answered when it is not: left out, or not asked where customers may not see it. */
export function withoutAnswer(program: Program, index: number): readonly Candidate[] {
  const hides = program.rules?.program.onChoice.get(index)?.some(({ effect }) => effect.kind === 'show' || effect.kind === 'hide') ?? false;
  return hides || (program.choices[index]?.groups.length ?? 0) > 0 ? [LEFT_OUT, HIDDEN] : [LEFT_OUT];
}

/** Every test of a condition, however deep. */
export function* testsOf(condition: Condition | null): Generator<Test> {
  if (condition === null) return;
  if ('of' in condition) for (const part of condition.of) yield* testsOf(part);
  else yield condition;
}

/** The values at which rules change what they say of a choice. */
function thresholdsOf(program: Program, key: string): string[] {
  const found: string[] = [];
  for (const { rule } of program.rules?.program.rules ?? []) {
    for (const test of testsOf(rule.when)) {
      if (!('choice' in test) || test.choice !== key) continue;
      if (test.kind === 'value' || test.kind === 'characters') found.push(String(test.value));
      else if (test.kind === 'day') found.push(test.day);
    }
    for (const effect of rule.then) if (effect.kind === 'limit' && effect.choice === key) found.push(...[effect.least, effect.most].filter((text) => text !== null));
  }
  return found;
}

/** What an analysis knows of files: that one that fits is given. */
export const anyFile = (program: Program): NonNullable<AnswerContext['files']> => (token) => {
  const choice = program.product.choices[Number(token.split('.')[0])];
  const type = choice?.kind === 'file' ? choice.types[0] : undefined;
  return type && { name: `any ${type}`, type, size: 1 };
};

/**
 * Possible answers to a choice: every option of a list; of something typed its ends, where rules change, and something
 * in between each. Answers that would be refused are none.
 *
 * @param further values of a measure or number to look at, too
 * @returns null for what asks nothing
 */
export function candidatesOf(program: Program, index: number, today: string, further: readonly Exact[] = []): Candidates | null {
  const choice = program.product.choices[index];
  const compiled = program.choices[index];
  if (!choice || !compiled?.asks) return null;
  const context: AnswerContext = { today, files: anyFile(program) };
  const read = (raw: unknown, same: number): Candidate[] => {
    const problems: never[] = [];
    const answer = compiled.reader.read(raw, problems, context);
    return answer && problems.length === 0 ? [{ raw, answer, option: null, same }] : [];
  };
  const whole = (list: readonly Candidate[], counted: boolean, rest: Partial<Candidates> = {}): Candidates => ({ list: [...withoutAnswer(program, index), ...list], counted, coverage: 'every', openAbove: false, ...rest });
  switch (choice.kind) {
    case 'list':
    case 'swatch':
    case 'lettering':
      return whole(
        choice.options.flatMap(({ key }, option) =>
          [...read(key, option), ...(choice.ownQuantity ? read({ option: key, quantity: choice.mostEach }, option) : [])].map((candidate) => ({ ...candidate, option })),
        ),
        true,
      );
    case 'yesNo':
      // To leave a question alone is to say no.
      return whole([...read(false, -1), ...read(true, 1)], true);
    case 'addOn':
      return whole([...read(false, -1), ...read(true, 1), ...(choice.mostQuantity > 1 ? read(choice.mostQuantity, 1) : [])], true);
    case 'agreement':
      return whole(read(true, 0), false);
    case 'file':
      return whole(read(Array.from({ length: choice.least }, (_, number) => `${index}.${number}`), 0), false);
    case 'measure':
    case 'number': {
      const { values, coverage, openAbove } = numbersOf(choice.kind === 'number' ? { ...choice, ...numberLimits(choice) } : choice, [...thresholdsOf(program, choice.key).flatMap((text) => Exact.parse(text) ?? []), ...further]);
      return whole(values.flatMap((value) => read(value.toString(), 0)), false, { coverage, openAbove });
    }
    case 'text':
    case 'longText': {
      const longest = choice.maxCharacters ?? (choice.kind === 'text' ? LONGEST_TEXT : LONGEST_LONG_TEXT);
      const lengths = new Set([choice.minCharacters ?? 1, longest, ...thresholdsOf(program, choice.key).flatMap((text) => [Number(text) - 1, Number(text), Number(text) + 1])]);
      return whole([...lengths].filter((length) => length > 0 && length <= longest).flatMap((length) => read('x'.repeat(length), 0)), false);
    }
    case 'date': {
      const window = dayWindow(choice, today);
      const now = parseDay(today) ?? 0;
      const around = [window.first ?? now, window.last ?? now + 1, ...thresholdsOf(program, choice.key).flatMap((day) => parseDay(day) ?? [])];
      const days = new Set(around.flatMap((day) => [...(window.allows(day) ? [day] : []), window.nearest(day, -1), window.nearest(day, 1)].filter((found) => found !== null)));
      return whole([...days].flatMap((day) => read(dayText(day), 0)), false);
    }
    case 'several':
      // One variable an option: see the model.
      return { list: [], counted: true, coverage: 'every', openAbove: false };
    case 'heading':
    case 'paragraph':
    case 'link':
    case 'divider':
      return null;
  }
}

interface Bounded {
  readonly min: string | null;
  readonly max: string | null;
  readonly step: string | null;
  readonly default: string | null;
}

function numbersOf(choice: Bounded, thresholds: readonly Exact[]): { values: Exact[]; coverage: Coverage; openAbove: boolean } {
  const read = (text: string | null) => (text === null ? null : Exact.parse(text));
  const [min, max, step] = [read(choice.min), read(choice.max), read(choice.step)];
  const origin = min ?? Exact.zero;
  const onGrid = (count: bigint): Exact => origin.plus((step ?? Exact.one).times(Exact.of(count)));
  if (step && step.sign() > 0 && max) {
    const last = max.minus(origin).over(step).floor();
    if (last >= 0n && last < BigInt(MOST_STEPS)) return { values: Array.from({ length: Number(last) + 1 }, (_, count) => onGrid(BigInt(count))), coverage: 'every', openAbove: false };
  }
  const given = [min, max, read(choice.default), ...thresholds].filter((value) => value !== null);
  const points = given.sort((a, b) => a.compare(b)).filter((value, place) => place === 0 || !value.equals(given[place - 1] ?? Exact.zero));
  const [lowest, highest] = [points[0] ?? Exact.one, points.at(-1) ?? Exact.one];
  const outside = [...(min ? [] : [lowest.over(Exact.of(2)), lowest.minus(Exact.one)]), ...(max ? [] : [highest.plus(highest).plus(Exact.one)])];
  let values: Exact[];
  if (step && step.sign() > 0) {
    const places = [...points, ...outside].map((point) => point.minus(origin).over(step));
    const counts = new Set(places.flatMap((place) => [place.floor() - 1n, place.floor(), place.ceiling(), place.ceiling() + 1n]));
    values = [...counts].map(onGrid);
  } else {
    const between = points.slice(1).map((point, place) => point.plus(points[place] ?? point).over(Exact.of(2)));
    values = [...points, ...between, ...outside];
  }
  return { values: values.sort((a, b) => a.compare(b)), coverage: 'ends', openAbove: max === null };
}

/** Quantities at which something may change. */
export function quantitiesOf(program: Program): number[] {
  const range = orderableRange(program.quantity);
  if (!range) return [];
  const { multiple } = program.quantity;
  const found = new Set([range.least, range.most, program.defaultQuantity]);
  const near = (value: number) => {
    const below = Math.floor(value / multiple) * multiple;
    for (const quantity of [below - multiple, below, below + multiple, below + 2 * multiple]) found.add(quantity);
  };
  const limits = (effect: RuleEffect) => effect.kind === 'limitQuantity' && [effect.least, effect.most].forEach((value) => value !== null && near(value));
  for (const { rule } of program.rules?.program.rules ?? []) {
    for (const test of testsOf(rule.when)) if (test.kind === 'quantity') near(test.value);
    rule.then.forEach(limits);
  }
  return [...found].filter((quantity) => checkQuantity(program.quantity, quantity) === null).sort((a, b) => a - b);
}
