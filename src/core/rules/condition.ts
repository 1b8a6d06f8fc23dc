import { isDayOfYear, isInSeason, parseDay, weekdayOf } from '../calendar';
import { type Condition, DEEPEST_CONDITION, kindOf, type Product, type Report, type Test } from '../catalog';
import { type TestOfChoice } from '../catalog/choices';
import { type Dim, dimOf, dimWords, MONEY, sameDim } from '../formula';
import { Exact } from '../number';
import { type Path, type Wanted } from '../problems';
import { compares } from '../problems/comparison';
import { unitByCode } from '../quantity';
import { type Answer } from '../selection';
import { finderOf, plainWords } from '../text';

/** What conditions look at. */
export interface Facts {
  readonly answers: readonly (Answer | null)[];
  readonly quantity: number;
  readonly group: string | null | undefined;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** what a formula comes to, by its position, in base units; absent where none is asked */
  readonly figure?: (formula: number) => Exact | null;
  /** what one weighs, in kilograms; absent where none is asked */
  readonly weight?: () => Exact | null;
}

/** A formula that conditions can ask about. */
export interface Figure {
  /** position among the product’s formulas */
  readonly place: number;
  readonly title: string;
  /** what it measures; null while it has faults */
  readonly dim: Dim | null;
  /** positions of the choices that it is worked out from */
  readonly uses: readonly number[];
  /** whether it is worked out from the base price, which is only known when all is answered */
  readonly ofBase: boolean;
}

/** A condition made ready: what it reads, and whether it holds. */
export interface ConditionProgram {
  /** positions of the choices it reads */
  readonly reads: ReadonlySet<number>;
  holds(facts: Facts): boolean;
}

/** What the weight of one follows from. */
export interface Weighing {
  /** positions of the choices that it depends on */
  readonly reads: readonly number[];
  /** what else it follows from, so that no condition can ask for it; null for nothing */
  readonly follows: 'measure' | 'parts' | null;
}

/** What compiling conditions needs of the product. */
export interface ConditionScope {
  readonly product: Pick<Product, 'choices' | 'category' | 'title' | 'tags' | 'supplier'>;
  readonly groups: readonly { readonly key: string }[];
  /** formulas by key; absent for none */
  readonly figures?: ReadonlyMap<string, Figure>;
  readonly currency?: string;
  readonly weighing?: Weighing;
  readonly report: Report;
}

type Holds = (facts: Facts) => boolean;

const never: Holds = () => false;

/** Several parts as one, all of them or any. Conditions are asked at every keystroke: pairs are what engines run fastest. */
function together(parts: readonly Holds[], all: boolean): Holds {
  const [first, second, ...rest] = parts;
  if (!first) return () => all;
  if (!second) return first;
  const pair: Holds = all ? (facts) => first(facts) && second(facts) : (facts) => first(facts) || second(facts);
  return rest.length === 0 ? pair : together([pair, ...rest], all);
}

/** Checks a condition and makes it ready; what is wrong is reported and does not hold. */
export function compileCondition(condition: Condition | null, path: Path, scope: ConditionScope): ConditionProgram {
  const reads = new Set<number>();
  return { reads, holds: condition === null ? () => true : compile(condition, path, scope, reads, 0) };
}

function compile(condition: Condition, path: Path, scope: ConditionScope, reads: Set<number>, depth: number): Holds {
  if (depth > DEEPEST_CONDITION) {
    scope.report(path, { code: 'conditionTooDeep', most: DEEPEST_CONDITION });
    return never;
  }
  switch (condition.kind) {
    case 'all':
    case 'any':
    case 'none': {
      const parts = condition.of.map((part, index) => compile(part, [...path, 'of', index], scope, reads, depth + 1));
      if (parts.length === 0) scope.report(path, { code: 'conditionEmpty' });
      if (condition.kind === 'all') return together(parts, true);
      const any = together(parts, false);
      return condition.kind === 'any' ? any : (facts) => !any(facts);
    }
    default:
      return compileTest(condition, path, scope, reads);
  }
}

/** What a test asks for, in a fault. */
const WANTED: Readonly<Record<TestOfChoice, Wanted>> = {
  option: 'options',
  pieces: 'slot',
  said: 'question',
  answered: 'choice',
  value: 'value',
  characters: 'text',
  says: 'text',
  day: 'date',
  weekday: 'date',
  season: 'date',
};

function compileTest(test: Test, path: Path, scope: ConditionScope, reads: Set<number>): Holds {
  const { product, report } = scope;
  if (test.kind === 'quantity') return ({ quantity }) => compares(test.compare, quantity - test.value);
  if (test.kind === 'group') {
    for (const group of test.groups) if (!scope.groups.some(({ key }) => key === group)) report([...path, 'groups'], { code: 'groupUnknown', key: group });
    const groups = new Set(test.groups);
    return ({ group }) => groups.has(group ?? '') === (test.is === 'oneOf');
  }
  if (test.kind === 'category' || test.kind === 'name' || test.kind === 'tag' || test.kind === 'supplier') {
    if (namesOf(test).every((name) => plainWords(name) === '')) report([...path, FIELD_OF_NAMES[test.kind]], { code: 'conditionEmpty' });
    const holds = holdsOfProduct(test, product) === (test.is === 'oneOf');
    return () => holds;
  }
  if (test.kind === 'figure') return compileFigure(test, path, scope, reads);
  if (test.kind === 'weight') return compileWeightTest(test, path, scope, reads);
  if ((test.kind === 'weekday' || test.kind === 'season') && test.choice === null) {
    const holds = compileDay(test, path, report);
    return ({ today }) => holds(today);
  }
  const named = test.choice ?? '';
  const index = product.choices.findIndex(({ key }) => key === named);
  const choice = product.choices[index];
  if (!choice) {
    report([...path, 'choice'], named === '' ? { code: 'nothingNamed', what: 'choice' } : { code: 'unknownReference', what: 'choice', given: named });
    return never;
  }
  if (test.kind !== 'answered' && !kindOf(choice).tests.includes(test.kind)) {
    report([...path, 'choice'], { code: 'referenceKind', title: choice.title, wanted: WANTED[test.kind] });
    return never;
  }
  reads.add(index);
  switch (test.kind) {
    case 'option': {
      const options = 'options' in choice ? choice.options : [];
      const wanted = new Set<number>();
      for (const key of test.options) {
        const place = options.findIndex((option) => option.key === key);
        if (place < 0) report([...path, 'options'], { code: 'unknownReference', what: 'option', given: key });
        else wanted.add(place);
      }
      if (test.options.length === 0) report([...path, 'options'], { code: 'conditionEmpty' });
      const isWanted = Uint8Array.from(options, (_, place) => (wanted.has(place) ? 1 : 0));
      const among = test.is === 'oneOf';
      if (choice.kind !== 'several' && choice.kind !== 'slot') {
        return ({ answers }) => {
          const answer = answers[index];
          return answer ? (isWanted[answer.picks[0]?.effect ?? -1] === 1) === among : false;
        };
      }
      return ({ answers }) => {
        const answer = answers[index];
        return answer ? answer.picks.some(({ effect }) => isWanted[effect] === 1) === among : false;
      };
    }
    case 'pieces':
      return ({ answers }) => compares(test.compare, piecesOf(answers[index]) - test.value);
    case 'said':
      // A question that is left alone is answered with no; terms are agreed to or not answered.
      return choice.kind === 'agreement' ? ({ answers }) => ((answers[index] ?? null) !== null) === test.yes : ({ answers }) => (answers[index]?.picks.length ?? 0) > 0 === test.yes;
    case 'answered':
      return ({ answers }) => ((answers[index] ?? null) !== null) === test.answered;
    case 'value': {
      const value = Exact.parse(test.value);
      if (!value) {
        report([...path, 'value'], { code: 'notDecimal', given: test.value });
        return never;
      }
      return ({ answers }) => {
        const given = answers[index]?.value;
        return given ? compares(test.compare, given.compare(value)) : false;
      };
    }
    case 'characters':
      return ({ answers }) => {
        const answer = answers[index];
        return answer ? compares(test.compare, answer.characters - test.value) : false;
      };
    case 'day':
      if (parseDay(test.day) === null) report([...path, 'day'], { code: 'badDay', given: test.day });
      return ({ answers }) => {
        const day = answers[index]?.canonical;
        return day === undefined ? false : compares(test.compare, day < test.day ? -1 : day > test.day ? 1 : 0);
      };
    case 'weekday':
    case 'season': {
      const holds = compileDay(test, path, report);
      return ({ answers }) => {
        const day = answers[index]?.canonical;
        return day === undefined ? false : holds(day);
      };
    }
    case 'says': {
      if (test.texts.every((text) => plainWords(text) === '')) report([...path, 'texts'], { code: 'conditionEmpty' });
      const finds = finderOf(test);
      const wanted = test.is === 'oneOf';
      return ({ answers }) => {
        const text = answers[index]?.canonical;
        return text === undefined ? false : finds(text) === wanted;
      };
    }
  }
}

type TestOfProduct = Extract<Test, { kind: 'category' | 'name' | 'tag' | 'supplier' }>;

const FIELD_OF_NAMES: Readonly<Record<TestOfProduct['kind'], string>> = { category: 'categories', name: 'texts', tag: 'tags', supplier: 'suppliers' };

/** What a test of the product looks for. */
function namesOf(test: TestOfProduct): readonly string[] {
  switch (test.kind) {
    case 'category':
      return test.categories;
    case 'name':
      return test.texts;
    case 'tag':
      return test.tags;
    case 'supplier':
      return test.suppliers;
  }
}

/** Whether the product is one of those that a test names: the same whatever is chosen. */
function holdsOfProduct(test: TestOfProduct, product: ConditionScope['product']): boolean {
  if (test.kind === 'name') return finderOf(test)(product.title);
  const own = test.kind === 'tag' ? product.tags : [(test.kind === 'category' ? product.category : product.supplier) ?? ''];
  const wanted = new Set(namesOf(test).map(plainWords));
  return own.some((name) => wanted.has(plainWords(name)));
}

/** A test of a day, given as YYYY-MM-DD. */
function compileDay(test: Extract<Test, { kind: 'weekday' | 'season' }>, path: Path, report: Report): (day: string) => boolean {
  if (test.kind === 'weekday') {
    if (test.weekdays.length === 0) report([...path, 'weekdays'], { code: 'conditionEmpty' });
  } else {
    for (const end of ['from', 'to'] as const) if (!isDayOfYear(test[end])) report([...path, end], { code: 'badDayOfYear', given: test[end] });
  }
  return (day) => holdsOnDay(test, day) === true;
}

/** Whether a test of a day holds on one, given as YYYY-MM-DD; null for a season whose ends are no days. */
export function holdsOnDay(test: Extract<Test, { kind: 'weekday' | 'season' }>, given: string): boolean | null {
  const wanted = test.is === 'oneOf';
  const day = parseDay(given) ?? 0;
  if (test.kind === 'weekday') return test.weekdays.includes(weekdayOf(day)) === wanted;
  return isDayOfYear(test.from) && isDayOfYear(test.to) ? isInSeason(day, test.from, test.to) === wanted : null;
}

/** A test of what one weighs; it does not hold where nothing says what that is. */
function compileWeightTest(test: Extract<Test, { kind: 'weight' }>, path: Path, { report, weighing }: ConditionScope, reads: Set<number>): Holds {
  if (weighing && weighing.follows !== null) report(path, { code: 'weightFollows', from: weighing.follows });
  const unit = unitByCode(test.unit);
  const value = Exact.parse(test.value);
  if (!value) report([...path, 'value'], { code: 'notDecimal', given: test.value });
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: test.unit });
  else if (unit.dimension !== 'mass') report([...path, 'unit'], { code: 'unitMismatch', unit: unit.words[1], wanted: 'kilograms' });
  if (!value || unit?.dimension !== 'mass') return never;
  for (const index of weighing?.reads ?? []) reads.add(index);
  const limit = value.times(unit.factor);
  return ({ weight }) => {
    const given = weight?.() ?? null;
    return given !== null && compares(test.compare, given.compare(limit));
  };
}

/** How many pieces an answer puts in a slot. */
function piecesOf(answer: Answer | null | undefined): number {
  return answer?.picks.reduce((sum, { count }) => sum + count, 0) ?? 0;
}

/** A test of what a formula comes to; it does not hold while that is not known. */
function compileFigure(test: Extract<Test, { kind: 'figure' }>, path: Path, { report, figures, currency = '' }: ConditionScope, reads: Set<number>): Holds {
  const figure = figures?.get(test.formula);
  if (!figure) {
    report([...path, 'formula'], { code: 'unknownReference', what: 'formula', given: test.formula });
    return never;
  }
  if (figure.ofBase) {
    report([...path, 'formula'], { code: 'referenceKind', title: figure.title, wanted: 'withoutBase' });
    return never;
  }
  const known = unitByCode(test.unit);
  const unit = known ? { factor: known.factor, dim: dimOf(known) } : test.unit === currency ? { factor: Exact.one, dim: MONEY } : undefined;
  const value = Exact.parse(test.value);
  if (!value) report([...path, 'value'], { code: 'notDecimal', given: test.value });
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: test.unit });
  else if (figure.dim && !sameDim(figure.dim, unit.dim)) report([...path, 'unit'], { code: 'unitMismatch', unit: dimWords(unit.dim), wanted: dimWords(figure.dim) });
  if (!value || !unit) return never;
  for (const choice of figure.uses) reads.add(choice);
  const limit = value.times(unit.factor);
  return ({ figure: ask }) => {
    const given = ask?.(figure.place) ?? null;
    return given !== null && compares(test.compare, given.compare(limit));
  };
}
