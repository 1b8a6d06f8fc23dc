import { testsOf } from '@/core/analysis/model/candidates';
import { type Choice, hasOptions } from '@/core/catalog';
import { type Program } from '@/core/compile';

/** Texts that rules ask of a choice. */
const textsAsked = (rules: Program['written']['rules'], choice: string): string[] =>
  rules
    .flatMap(({ value }) => [...testsOf(value.when)])
    .flatMap((test) => (test.kind === 'says' && test.choice === choice ? test.texts : []));

/** The days that are tried. */
const DAYS = ['2026-12-01', '2026-12-02', '2026-12-03', '2026-12-04'];

/** What is typed where a test asks for a text: it alone, and with something before and after it, short and long. */
const around = (text: string) => [
  text,
  `${text}q`,
  `q${text}`,
  `q${text}q`,
  text.padStart(LONG, 'q'),
  text.padEnd(LONG, 'q'),
];

/** So many characters are many for the choices of made products. */
const LONG = 4;

/**
 * Answers of a choice: all there are, or of what is typed the ends, steps, what lies between and next to them, and what
 * the rules of its product ask for.
 */
export function answersOf(choice: Choice, rules: Program['written']['rules']): { values: unknown[]; whole: boolean } {
  if (choice.kind === 'several') {
    const each = choice.ownQuantity ? Array.from({ length: choice.mostEach }, (_, count) => count + 1) : [1];
    const subsets = choice.options.reduce<unknown[][]>(
      (lists, { key }) => [
        ...lists,
        ...lists.flatMap((list) =>
          each.map((count) => [...list, count === 1 ? key : { option: key, quantity: count }]),
        ),
      ],
      [[]],
    );
    return { values: subsets.map((list) => (list.length === 0 ? null : list)), whole: true };
  }
  if (choice.kind === 'slot') {
    const sorted = (from: number, left: number): unknown[][] =>
      left === 0
        ? [[]]
        : choice.options
            .slice(from)
            .flatMap(({ key }, place) => sorted(from + place, left - 1).map((rest) => [key, ...rest]));
    return {
      values: [
        null,
        ...Array.from({ length: choice.most - choice.least + 1 }, (_, more) => sorted(0, choice.least + more)).flat(),
      ],
      whole: true,
    };
  }
  if (hasOptions(choice))
    return {
      values: [
        null,
        ...choice.options.flatMap(({ key }) =>
          choice.ownQuantity
            ? Array.from({ length: choice.mostEach }, (_, count) =>
                count === 0 ? key : { option: key, quantity: count + 1 },
              )
            : [key],
        ),
      ],
      whole: true,
    };
  switch (choice.kind) {
    case 'yesNo':
      return { values: [null, false, true], whole: true };
    case 'addOn':
      return {
        values: [
          null,
          false,
          ...Array.from({ length: choice.mostQuantity }, (_, count) => (count === 0 ? true : count + 1)),
        ],
        whole: true,
      };
    case 'agreement':
      return { values: [null, true], whole: true };
    case 'text':
    case 'longText':
      return {
        values: [
          ...new Set([
            null,
            ...['a', 'ab', 'abc', 'a c', 'abcd', 'a cd', 'a  d', 'B', 'xb', 'ax', 'cxAb', 'zz'],
            choice.default ?? 'zz',
            ...textsAsked(rules, choice.key).flatMap(around),
          ]),
        ],
        whole: true,
      };
    case 'date': {
      const isAnyDay = choice.months.length === 12 && choice.weekdays.length === 7 && !choice.past;
      const isTried = (end: typeof choice.earliest) => end?.kind === 'on' && DAYS.includes(end.day);
      return { values: [null, ...DAYS], whole: isAnyDay && isTried(choice.earliest) && isTried(choice.latest) };
    }
    case 'file':
      return { values: [null, ['t']], whole: true };
    case 'number':
    case 'measure': {
      const step = choice.step ?? (choice.kind === 'number' && !choice.parts ? '1' : null);
      const [min, max] = [Number(choice.min ?? '0'), Number(choice.max ?? '7')];
      const near = 1e-9;
      const list = step
        ? Array.from({ length: Math.floor((max - min) / Number(step)) + 1 }, (_, count) => min + count * Number(step))
        : Array.from({ length: 15 }, (_, half) => half / 2).flatMap((at) => [at - near, at, at + near, at + 0.25]);
      return {
        values: [null, ...list.filter((at) => at >= 0 && at <= max + 1).map((at) => String(Number(at.toFixed(9))))],
        whole: step !== null && choice.max !== null,
      };
    }
    default:
      return { values: [null], whole: true };
  }
}
