import { isDayOfYear, isInSeason, parseDay, weekdayOf } from '../calendar';
import { type Choice, kindOf, type Product, type Report } from '../catalog';
import { type TestOfChoice } from '../catalog/choices';
import { compares, type Test } from '../conditions';
import { type Dim, dimOf, dimWords, MONEY, sameDim } from '../formula';
import { Exact } from '../number';
import { type Path, type Wanted } from '../problems';
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

export type Holds = (facts: Facts) => boolean;

export const never: Holds = () => false;

/** Where a test stands, and what it is compiled with. */
interface At {
  readonly path: Path;
  readonly scope: ConditionScope;
  /** takes the positions of the choices that it reads */
  readonly reads: Set<number>;
}

/** Where a test of a choice stands, and that choice. */
interface AtChoice extends At {
  readonly choice: Choice;
  readonly index: number;
}

/**
 * What is known of a kind of test beside its schema: what it is asked of, so that the analysis sees it, and whether it
 * holds.
 */
type KindOfTest<T extends Test> =
  | { readonly of: 'choice'; readonly wanted: Wanted; compile(test: T, at: AtChoice): Holds }
  /** of a date that is asked for, or of the day it is */
  | {
      readonly of: 'choiceOrToday';
      readonly wanted: Wanted;
      compile(test: T, at: AtChoice): Holds;
      ofToday(test: T, at: At): Holds;
    }
  /** of the product, whatever is chosen of it; or of what a selection has beside its answers */
  | { readonly of: 'product' | 'quantity' | 'group' | 'figure' | 'weight'; compile(test: T, at: At): Holds };

type Kind<K extends Test['kind']> = KindOfTest<Extract<Test, { kind: K }>>;

const ofProduct: KindOfTest<TestOfProduct> = {
  of: 'product',
  compile(test, { path, scope: { product, report } }) {
    if (namesOf(test).every((name) => plainWords(name) === ''))
      report([...path, FIELD_OF_NAMES[test.kind]], { code: 'conditionEmpty' });
    const holds = holdsOfProduct(test, product) === (test.is === 'oneOf');
    return () => holds;
  },
};

const ofDay: KindOfTest<TestOfDay> = {
  of: 'choiceOrToday',
  wanted: 'date',
  compile(test, { path, scope: { report }, index }) {
    const holds = compileDay(test, path, report);
    return ({ answers }) => {
      const day = answers[index]?.canonical;
      return day === undefined ? false : holds(day);
    };
  },
  ofToday(test, { path, scope: { report } }) {
    const holds = compileDay(test, path, report);
    return ({ today }) => holds(today);
  },
};

/** All kinds of test; one that is forgotten does not compile. */
const kinds: { readonly [K in Test['kind']]: Kind<K> } = {
  option: { of: 'choice', wanted: 'options', compile: compileOption },
  pieces: {
    of: 'choice',
    wanted: 'slot',
    compile:
      (test, { index }) =>
      ({ answers }) =>
        compares(test.compare, piecesOf(answers[index]) - test.value),
  },
  // A question that is left alone is answered with no; terms are agreed to or not answered.
  said: {
    of: 'choice',
    wanted: 'question',
    compile: (test, { choice, index }) =>
      choice.kind === 'agreement'
        ? ({ answers }) => ((answers[index] ?? null) !== null) === test.yes
        : ({ answers }) => (answers[index]?.picks.length ?? 0) > 0 === test.yes,
  },
  answered: {
    of: 'choice',
    wanted: 'choice',
    compile:
      (test, { index }) =>
      ({ answers }) =>
        ((answers[index] ?? null) !== null) === test.answered,
  },
  value: { of: 'choice', wanted: 'value', compile: compileValue },
  characters: {
    of: 'choice',
    wanted: 'text',
    compile:
      (test, { index }) =>
      ({ answers }) => {
        const answer = answers[index];
        return answer ? compares(test.compare, answer.characters - test.value) : false;
      },
  },
  day: {
    of: 'choice',
    wanted: 'date',
    compile(test, { path, scope: { report }, index }) {
      if (parseDay(test.day) === null) report([...path, 'day'], { code: 'badDay', given: test.day });
      return ({ answers }) => {
        const day = answers[index]?.canonical;
        return day === undefined ? false : compares(test.compare, day < test.day ? -1 : day > test.day ? 1 : 0);
      };
    },
  },
  says: {
    of: 'choice',
    wanted: 'text',
    compile(test, { path, scope: { report }, index }) {
      if (test.texts.every((text) => plainWords(text) === '')) report([...path, 'texts'], { code: 'conditionEmpty' });
      const finds = finderOf(test);
      const wanted = test.is === 'oneOf';
      return ({ answers }) => {
        const text = answers[index]?.canonical;
        return text === undefined ? false : finds(text) === wanted;
      };
    },
  },
  weekday: ofDay,
  season: ofDay,
  weight: { of: 'weight', compile: compileWeightTest },
  figure: { of: 'figure', compile: compileFigure },
  quantity: {
    of: 'quantity',
    compile:
      (test) =>
      ({ quantity }) =>
        compares(test.compare, quantity - test.value),
  },
  group: {
    of: 'group',
    compile(test, { path, scope }) {
      for (const group of test.groups)
        if (!scope.groups.some(({ key }) => key === group))
          scope.report([...path, 'groups'], { code: 'groupUnknown', key: group });
      const groups = new Set(test.groups);
      return ({ group }) => groups.has(group ?? '') === (test.is === 'oneOf');
    },
  },
  category: ofProduct,
  name: ofProduct,
  tag: ofProduct,
  supplier: ofProduct,
};

/** What is known of a test's kind. */
function kindOfTest<T extends Test>(test: T): KindOfTest<T> {
  // The record has for each kind what fits that kind; that the two belong together is more than the compiler can
  // follow.
  return kinds[test.kind] as unknown as KindOfTest<T>;
}

/** What a test is asked of; one of the day it is, of today. */
export function askedOf(test: Test): Exclude<KindOfTest<Test>['of'], 'choiceOrToday'> | 'today' {
  const { of } = kindOfTest(test);
  if (of !== 'choiceOrToday') return of;
  return choiceOf(test) === null ? 'today' : 'choice';
}

const choiceOf = (test: Test): string | null => ('choice' in test ? test.choice : null);

/** Checks a test and makes it ready; what is wrong is reported and does not hold. */
export function compileTest(test: Test, at: At): Holds {
  const kind = kindOfTest(test);
  if (kind.of !== 'choice' && kind.of !== 'choiceOrToday') return kind.compile(test, at);
  const named = choiceOf(test);
  if (named === null) return kind.of === 'choiceOrToday' ? kind.ofToday(test, at) : never;
  const { path, scope, reads } = at;
  const { choices } = scope.product;
  const index = choices.findIndex(({ key }) => key === named);
  const choice = choices[index];
  if (!choice) {
    scope.report(
      [...path, 'choice'],
      named === ''
        ? { code: 'nothingNamed', what: 'choice' }
        : { code: 'unknownReference', what: 'choice', given: named },
    );
    return never;
  }
  if (test.kind !== 'answered' && !kindOf(choice).tests.includes(test.kind as TestOfChoice)) {
    scope.report([...path, 'choice'], { code: 'referenceKind', title: choice.title, wanted: kind.wanted });
    return never;
  }
  reads.add(index);
  return kind.compile(test, { ...at, choice, index });
}

function compileOption(
  test: Extract<Test, { kind: 'option' }>,
  { path, scope: { report }, choice, index }: AtChoice,
): Holds {
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

function compileValue(test: Extract<Test, { kind: 'value' }>, { path, scope: { report }, index }: AtChoice): Holds {
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

type TestOfDay = Extract<Test, { kind: 'weekday' | 'season' }>;

type TestOfProduct = Extract<Test, { kind: 'category' | 'name' | 'tag' | 'supplier' }>;

const FIELD_OF_NAMES: Readonly<Record<TestOfProduct['kind'], string>> = {
  category: 'categories',
  name: 'texts',
  tag: 'tags',
  supplier: 'suppliers',
};

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
  const own =
    test.kind === 'tag' ? product.tags : [(test.kind === 'category' ? product.category : product.supplier) ?? ''];
  const wanted = new Set(namesOf(test).map(plainWords));
  return own.some((name) => wanted.has(plainWords(name)));
}

/** A test of a day, given as YYYY-MM-DD. */
function compileDay(
  test: Extract<Test, { kind: 'weekday' | 'season' }>,
  path: Path,
  report: Report,
): (day: string) => boolean {
  if (test.kind === 'weekday') {
    if (test.weekdays.length === 0) report([...path, 'weekdays'], { code: 'conditionEmpty' });
  } else {
    for (const end of ['from', 'to'] as const)
      if (!isDayOfYear(test[end])) report([...path, end], { code: 'badDayOfYear', given: test[end] });
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
function compileWeightTest(
  test: Extract<Test, { kind: 'weight' }>,
  { path, scope: { report, weighing }, reads }: At,
): Holds {
  if (weighing && weighing.follows !== null) report(path, { code: 'weightFollows', from: weighing.follows });
  const unit = unitByCode(test.unit);
  const value = Exact.parse(test.value);
  if (!value) report([...path, 'value'], { code: 'notDecimal', given: test.value });
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: test.unit });
  else if (unit.dimension !== 'mass')
    report([...path, 'unit'], { code: 'unitMismatch', unit: unit.words[1], wanted: 'kilograms' });
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
function compileFigure(
  test: Extract<Test, { kind: 'figure' }>,
  { path, scope: { report, figures, currency = '' }, reads }: At,
): Holds {
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
  const unit = known
    ? { factor: known.factor, dim: dimOf(known) }
    : test.unit === currency
      ? { factor: Exact.one, dim: MONEY }
      : undefined;
  const value = Exact.parse(test.value);
  if (!value) report([...path, 'value'], { code: 'notDecimal', given: test.value });
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: test.unit });
  else if (figure.dim && !sameDim(figure.dim, unit.dim))
    report([...path, 'unit'], { code: 'unitMismatch', unit: dimWords(unit.dim), wanted: dimWords(figure.dim) });
  if (!value || !unit) return never;
  for (const choice of figure.uses) reads.add(choice);
  const limit = value.times(unit.factor);
  return ({ figure: ask }) => {
    const given = ask?.(figure.place) ?? null;
    return given !== null && compares(test.compare, given.compare(limit));
  };
}
