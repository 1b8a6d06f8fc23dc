import { compileFormula, dimOf, type FormulaScope, MONEY } from '@/core/formula';
import { Exact } from '@/core/number';
import { readMeasure, readNumber, requireUnit, units } from '@/core/quantity';

/** What came of many generated texts. */
export interface FuzzReport {
  readonly formulas: { readonly right: number; readonly refused: number; readonly stopped: number };
  readonly measures: { readonly read: number; readonly refused: number };
  /** the longest that any single text took, in milliseconds */
  readonly slowest: number;
  readonly slowestText: string;
}

const scope: FormulaScope = {
  currency: 'EUR',
  names: new Map([
    ['width', { slot: 0, dim: dimOf(requireUnit('m')) }],
    ['height', { slot: 1, dim: dimOf(requireUnit('m')) }],
    ['count', { slot: 2, dim: dimOf(requireUnit('1')) }],
    ['felt_rate', { slot: 3, dim: { length: -2, mass: 0, money: 1 } }],
    ['base', { slot: 4, dim: MONEY }],
  ]),
};
const VALUES = [Exact.from('1.3716'), Exact.zero, Exact.of(-7, 3), Exact.from('38.00'), Exact.of(10n ** 12n, 7n)];

const WORDS = [
  'width',
  'height',
  'count',
  'felt_rate',
  'base',
  'area',
  'x',
  'width × height',
  'area = width × height\n',
  '0',
  '1',
  '2.5',
  '0.25 m2',
  '14.20 EUR/m2',
  '10 %',
  '1e9',
  '999999999999999999999',
  '10 ^ 9',
  '(',
  ')',
  '((((',
  '))))',
  ',',
  ' + ',
  ' - ',
  ' × ',
  ' * ',
  ' ÷ ',
  ' / ',
  '^',
  '^ 12',
  '^ 999999999',
  ' < ',
  ' <= ',
  ' == ',
  ' != ',
  '=',
  'and',
  'or',
  'not ',
  'min(',
  'max(',
  'if(',
  'ceil(',
  'floor(',
  'round(',
  'sqrt(',
  'abs(',
  'nonsense(',
  '\n',
  '\n\n',
  '# note\n',
  '\t',
  ' ',
  '½',
  'm',
  'm2',
  'kg',
  'furlongs',
  'ⅷ',
  '\u0000',
  '\ud83d\udc1d',
  '"',
  "'",
  '\\',
  '${x}',
  '__proto__',
  'constructor',
  'toString',
];
const STARTS = [
  'area = width × height\nbilled = max(area × (1 + 10 %), 0.25 m2)\nbilled × felt_rate',
  'ceil(width / 2.5 m) + count',
  'if(width > 1 m, base, base × 2)',
  'sqrt(width × height) × count ^ 3',
  'round(width, 0.1 m) / height',
];
const MEASURE_PARTS = [
  '1',
  '0',
  '12',
  '.5',
  '1,2',
  '1,200',
  '1.200,5',
  '3 1/2',
  '1/0',
  '½',
  '-',
  '+',
  ' ',
  'm',
  'cm',
  'ft',
  'in',
  "'",
  '"',
  '′',
  'sq ft',
  'm²',
  'kg',
  'L',
  'furlong',
  'e9',
  '\u00a0',
  '\u0000',
  '∞',
  'NaN',
  '٣',
  '\ud83d\udc1d',
  '9'.repeat(70),
  '/',
  '//',
  'x',
];

/** A fixed sequence of whole numbers below a bound. */
function sequence(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
    return Math.floor((state / 4_294_967_296) * below);
  };
}

/**
 * Compiles and runs generated and broken formulas, and reads generated measures; the same ones for the same seed.
 *
 * @param count how many of each
 * @throws whatever any of them throws, with the text that did
 */
export function fuzz(count: number, seed: number): FuzzReport {
  const next = sequence(seed);
  const pick = <T>(list: readonly T[]): T | undefined => list[next(list.length)];
  const formulas = { right: 0, refused: 0, stopped: 0 };
  const measures = { read: 0, refused: 0 };
  let [slowest, slowestText] = [0, ''];
  const timed = (text: string, run: () => void) => {
    const start = performance.now();
    try {
      run();
    } catch (error) {
      throw new Error(`${JSON.stringify(text)} throws`, { cause: error });
    }
    const took = performance.now() - start;
    if (took > slowest) [slowest, slowestText] = [took, text];
  };
  for (let index = 0; index < count; index += 1) {
    const text =
      next(3) === 0
        ? broken(pick(STARTS) ?? '', next, () => pick(WORDS) ?? '')
        : Array.from({ length: 1 + next(14) }, () => pick(WORDS)).join('');
    timed(text, () => {
      const formula = compileFormula(text, scope, next(2) === 0 ? MONEY : null);
      if (formula.faults.length > 0) formulas.refused += 1;
      else if ('code' in formula.run(VALUES)) formulas.stopped += 1;
      else formulas.right += 1;
    });
    const typed = Array.from({ length: 1 + next(6) }, () => pick(MEASURE_PARTS)).join('');
    timed(typed, () => {
      const unit = pick(units) ?? requireUnit('m');
      if (readMeasure(typed, unit).fault) measures.refused += 1;
      else measures.read += 1;
      readNumber(typed);
    });
  }
  return { formulas, measures, slowest, slowestText };
}

/** A text with a few things cut out of it, doubled, or put into it. */
function broken(text: string, next: (below: number) => number, word: () => string): string {
  let result = text;
  for (let times = next(4); times >= 0; times -= 1) {
    const [from, to] = [next(result.length + 1), next(result.length + 1)].sort((a, b) => a - b);
    const part = result.slice(from, to);
    result =
      result.slice(0, from) + ([word(), '', part + part][next(3)] ?? '') + result.slice(next(2) === 0 ? from : to);
  }
  return result.slice(0, 4000);
}
