import { type Choice, kindOf, type Test } from '@/core/catalog';
import { type TestOfChoice } from '@/core/catalog/choices';
import { type Comparison } from '@/core/conditions';
import { SAYS } from '@/core/words';
import { type Alternative } from '@/ui/field';
import { freshTest } from './choosing';

/** A verb of a condition: the words for it, and what becomes of a test that is said so. */
interface Verb<T extends Test> {
  readonly words: string;
  with(test: T): T;
  isOf(test: T): boolean;
}

type Verbs = { readonly [Kind in Test['kind']]: readonly Verb<Extract<Test, { kind: Kind }>>[] };

type Among = { readonly is: 'oneOf' | 'noneOf' };
type Comparing = { readonly compare: Comparison };

const among = <T extends Test & Among>(one: string, none: string): Verb<T>[] =>
  (
    [
      [one, 'oneOf'],
      [none, 'noneOf'],
    ] as const
  ).map(([words, is]) => ({ words, with: (test) => ({ ...test, is }), isOf: (test) => test.is === is }));

const comparing = <T extends Test & Comparing>(words: Readonly<Record<Comparison, string>>): Verb<T>[] =>
  comparisonsOf(words).map(([compare, said]) => ({
    words: said,
    with: (test) => ({ ...test, compare }),
    isOf: (test) => test.compare === compare,
  }));

function comparisonsOf(words: Readonly<Record<Comparison, string>>): [Comparison, string][] {
  return (['is', 'isNot', 'less', 'atMost', 'more', 'atLeast'] as const).map((compare) => [compare, words[compare]]);
}

const saying = <T extends Test & Among & { readonly where: keyof typeof SAYS }>(): Verb<T>[] =>
  (['whole', 'anywhere', 'start', 'end'] as const).flatMap((where) =>
    (['oneOf', 'noneOf'] as const).map((is): Verb<T> => ({
      words: SAYS[where][is],
      with: (test) => ({ ...test, where, is }),
      isOf: (test) => test.where === where && test.is === is,
    })),
  );

const AS_NUMBERS = {
  is: 'is',
  isNot: 'is not',
  less: 'is less than',
  atMost: 'is at most',
  more: 'is more than',
  atLeast: 'is at least',
};
const AS_COUNTS = {
  is: 'has exactly',
  isNot: 'has not',
  less: 'has fewer than',
  atMost: 'has at most',
  more: 'has more than',
  atLeast: 'has at least',
};
const AS_DAYS = {
  is: 'is',
  isNot: 'is not',
  less: 'is before',
  atMost: 'is not after',
  more: 'is after',
  atLeast: 'is not before',
};

const VERBS: Verbs = {
  option: among('is', 'is not'),
  pieces: comparing(AS_COUNTS),
  figure: comparing(AS_NUMBERS),
  said: [
    { words: 'is taken', with: (test) => ({ ...test, yes: true }), isOf: ({ yes }) => yes },
    { words: 'is not taken', with: (test) => ({ ...test, yes: false }), isOf: ({ yes }) => !yes },
  ],
  answered: [
    { words: 'is answered', with: (test) => ({ ...test, answered: true }), isOf: ({ answered }) => answered },
    { words: 'is left empty', with: (test) => ({ ...test, answered: false }), isOf: ({ answered }) => !answered },
  ],
  value: comparing(AS_NUMBERS),
  characters: comparing(AS_COUNTS),
  says: saying(),
  day: comparing(AS_DAYS),
  weekday: among('is a', 'is not a'),
  season: among('is in the season', 'is not in the season'),
  weight: comparing(AS_NUMBERS),
  quantity: comparing(AS_NUMBERS),
  group: among('is', 'is not'),
  category: among('is', 'is not'),
  name: saying(),
  tag: among('hold', 'do not hold'),
  supplier: among('is', 'is not'),
};

const verbsOf = <T extends Test>(kind: T['kind']) => VERBS[kind] as unknown as readonly Verb<T>[];

const NAMED = ' ';

/** What can be said of what a test is about, and what is said of it now. */
export function verbsFor(test: Test, choices: readonly Choice[]): { value: string; alternatives: Alternative[] } {
  const alternatives = kindsBeside(test, choices).flatMap((kind) =>
    verbsOf(kind).map(({ words }, place) => ({ value: `${kind}${NAMED}${place}`, label: words })),
  );
  const place = verbsOf(test.kind).findIndex(({ isOf }) => isOf(test));
  return { value: `${test.kind}${NAMED}${place}`, alternatives };
}

/** A test said by another verb: what the two have in common stays. */
export function withVerb(test: Test, value: string, choices: readonly Choice[]): Test {
  const [wanted = '', place = ''] = value.split(NAMED);
  const kind = kindsBeside(test, choices).find((known) => known === wanted);
  if (!kind) return test;
  const begun = kind === test.kind ? test : freshBeside(test, kind);
  return verbsOf(kind)[Number(place)]?.with(begun) ?? begun;
}

/** The kinds of test that ask about the same thing. */
function kindsBeside(test: Test, choices: readonly Choice[]): readonly Test['kind'][] {
  if (!('choice' in test)) return [test.kind];
  if (test.choice === null) return ['weekday', 'season'];
  const choice = choices.find(({ key }) => key === test.choice);
  const known = choice ? kindOf(choice).tests : [];
  return known.some((kind) => kind === test.kind) ? known : [test.kind, ...known];
}

function freshBeside(test: Test, kind: Test['kind']): Test {
  if (!('choice' in test)) return test;
  if (kind === 'weekday' || kind === 'season')
    return { ...freshTest(kind, test.choice ?? ''), choice: test.choice } as Test;
  return freshTest(kind as TestOfChoice, test.choice ?? '');
}
