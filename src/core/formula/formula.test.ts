import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { requireUnit } from '../quantity';
import { formulaFaultWords } from '../words';
import {
  compileFormula,
  DEEPEST,
  type Dim,
  dimOf,
  type FormulaScope,
  LONGEST_FORMULA,
  MONEY,
  NUMBER,
  parseFormula,
} from '.';

const LENGTH = dimOf(requireUnit('m'));
const PER_AREA: Dim = { length: -2, mass: 0, money: 1 };
const given: [name: string, dim: Dim, value: string][] = [
  ['width', LENGTH, '2.4'],
  ['height', LENGTH, '1.2'],
  ['waste', NUMBER, '0.1'],
  ['rate', PER_AREA, '14.20'],
  ['timber.density', { length: -3, mass: 1, money: 0 }, '650'],
  ['base', MONEY, '80'],
  ['quantity', NUMBER, '3'],
];
const scope: FormulaScope = {
  currency: 'EUR',
  names: new Map(given.map(([name, dim], slot) => [name, { slot, dim }])),
};
const values = given.map(([, , value]) => Exact.from(value));

function run(text: string, wanted: Dim | null = null) {
  const formula = compileFormula(text, scope, wanted);
  const outcome = formula.run(values);
  return {
    faults: formula.faults.map(({ line, from, to, data }) => ({ line, at: text.slice(from, to), code: data.code })),
    words: formula.faults.map(({ line, data }) => formulaFaultWords(line, data)),
    stop: 'code' in outcome ? outcome : null,
    lines:
      'code' in outcome || formula.faults.length > 0
        ? []
        : outcome.map(({ name, value }) => `${name} ${value.toString()}`),
  };
}
const result = (text: string) => run(text).lines.at(-1)?.split(' ')[1];

describe('a formula', () => {
  it('is named lines of algebra; the last line is the result', () => {
    expect(
      run('area = width × height\nbilled = max(area × (1 + waste), 0.25 m2)\nprice = billed × rate', MONEY),
    ).toEqual({ faults: [], words: [], stop: null, lines: ['area 2.88', 'billed 3.168', 'price 44.9856'] });
  });

  it.each([
    ['2 + 3 × 4', '14'],
    ['(2 + 3) × 4', '20'],
    ['(2 ^ 3) ^ 2', '64'],
    ['-2 ^ 2', '-4'],
    ['10 - 4 - 3', '3'],
    ['24 / 4 / 2', '3'],
    ['1 / 3', '1/3'],
    ['12 % × 200 EUR', '24'],
    ['4 ft + 6 in', '1.3716'],
    ['width / 10 cm', '24'],
    ['2.88 m2 × 14.20 EUR/m2', '40.896'],
    ['0.05 m × width × height × timber.density', '93.6'],
    ['ceil(width × height, 1.44 m2)', '2.88'],
    ['ceil(2.9 m2, 1.44 m2)', '4.32'],
    ['floor(2.9 m2, 1.44 m2)', '2.88'],
    ['round(2.5)', '3'],
    ['round(-2.5)', '-3'],
    ['round(12.345 EUR, 0.05 EUR)', '12.35'],
    ['min(3, 1, 2) + max(3, 1, 2)', '4'],
    ['abs(2 - 5)', '3'],
    ['sqrt(2.25 m2)', '1.5'],
    ['sqrt(2)', '1.414213562373'],
    ['if(width > 2 m and not height ≥ 2 m, 3 EUR, 4.5 EUR)', '3'],
    ['if(width == 240 cm or 1 / 0 > 1, 1, 2)', '1'],
    ['base + quantity × 1.50 EUR # with a remark', '84.5'],
  ])('%s is %s', (text, expected) => expect(result(text)).toBe(expected));

  it.each([
    ['width + width × height', 'width + width × height', 'Line 1 adds an area to a length.'],
    ['a = width\nb = a × height\nb - a', 'b - a', 'Line 3 takes a length from an area.'],
    ['width > 1', 'width > 1', 'Line 1 compares a length with a plain number.'],
    ['if(width > 1 m, 1 EUR, 1 m)', 'if(width > 1 m, 1 EUR, 1 m)', 'Line 1 chooses between money and a length.'],
    ['widht × 2', 'widht', 'Line 1: there is nothing called “widht” here. Is width meant?'],
    ['3 furlongs', 'furlongs', 'Line 1: “furlongs” is not a unit we know.'],
    ['10 USD', 'USD', 'Line 1: “USD” is not a unit we know.'],
    ['cos(1)', 'cos', 'Line 1: there is no function “cos”.'],
    ['round(width)', 'round(width)', 'Line 1: say to what step round brings a length, as in round(…, 0.1 m).'],
    ['sqrt(width)', 'sqrt(width)', 'Line 1: there is no square root of a length.'],
    ['2 ^ waste', 'waste', 'Line 1: a power must be a whole number from 0 to 12.'],
    ['2 ^ 1000000000', '1000000000', 'a whole number from 0 to 12'],
    ['min()', 'min()', 'Line 1: min takes 1 to 20 values, not 0.'],
    ['if(1, 2, 3)', '1', 'Line 1: the first part of “if” must be a comparison'],
    ['2 × (1 > 2)', '1 > 2', 'is a comparison, not a value'],
    ['a = 1\na = 2\na', 'a', 'Line 2: “a” has been named on an earlier line.'],
    ['width = 3 m\nwidth', 'width', 'Line 1: “width” already means something here.'],
    ['1\n2', '1', 'Line 1 has no name.'],
    ['a = 3 +', '+', 'Line 1 can’t be read'],
    ['', '', 'The formula is empty.'],
  ])('%s is marked at “%s”: %s', (text, at, words) => {
    const { faults, words: said } = run(text);
    expect(faults[0]?.at ?? '').toBe(at);
    expect(said[0]).toContain(words);
  });

  it('must come out as what it is for', () => {
    expect(run('width × height', MONEY).words).toEqual(['Line 1 comes out as an area; money is needed here.']);
    expect(run('width × rate', MONEY).words).toEqual(['Line 1 comes out as money per length; money is needed here.']);
  });

  it('says one fault once, however often the line is used', () =>
    expect(run('a = widht\nb = a + a\na + b').faults).toHaveLength(1));

  it.each([
    ['1 / (quantity - 3)', 'divisionByZero'],
    ['floor(width, 0 m)', 'divisionByZero'],
    ['sqrt(1 - quantity)', 'rootOfNegative'],
    [
      `${Array.from({ length: 60 }, (_, index) => `x${index} = (${index === 0 ? '7' : `x${index - 1}`}) ^ 12`).join('\n')}\nx59`,
      'tooLarge',
    ],
  ])('stops at what has no value', (text, code) => expect(run(text).stop).toMatchObject({ code }));

  it('is bounded in length and depth', () => {
    expect(run('1\n'.repeat(LONGEST_FORMULA)).words).toEqual([
      `A formula can have at most ${LONGEST_FORMULA.toLocaleString('en-GB')} characters.`,
    ]);
    expect(run(`${'('.repeat(1000)}1${')'.repeat(1000)}`).faults[0]?.code).toBe('tooDeep');
    expect(result(`${'('.repeat(DEEPEST - 1)}1${')'.repeat(DEEPEST - 1)}`)).toBe('1');
    expect(run(Array.from({ length: 201 }, (_, index) => `a${index} = 1`).join('\n')).faults[0]?.code).toBe('tooLong');
  });

  it('never throws and never hangs, whatever is typed', () => {
    const pieces = fc.constantFrom(
      'width',
      'height',
      'rate',
      '2',
      '0.25',
      ' m2',
      ' EUR',
      '/',
      '*',
      '+',
      '-',
      '^',
      '(',
      ')',
      ',',
      '=',
      '\n',
      'if',
      'max',
      'and',
      'not',
      '<',
      '==',
      '%',
      '"',
      '\u0000',
      '€',
      'ß',
      '🐝',
      '1e9',
      '..',
    );
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 40 }), (parts) => {
        const text = parts.join('');
        const formula = compileFormula(text, scope);
        for (const { from, to } of formula.faults) expect(from <= to && to <= Math.max(text.length, 1)).toBe(true);
        formula.run(values);
        expect(parseFormula(text).faults.length > 0 ? formula.result : null).toBeNull();
      }),
      { numRuns: 3000 },
    );
  });
});
