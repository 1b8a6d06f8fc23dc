import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { compileFormula, NUMBER, only, type Range } from '.';

const names = new Map(['a', 'b', 'c'].map((name, slot) => [name, { slot, dim: NUMBER }]));
const leaf = fc.oneof(
  fc.constantFrom('a', 'b', 'c'),
  fc.integer({ min: 0, max: 6 }).map(String),
  fc.constantFrom('0.5', '2.25'),
);
const { expression } = fc.letrec<{ expression: string; condition: string }>((tie) => ({
  expression: fc.oneof(
    { depthSize: 'small' },
    leaf,
    fc
      .tuple(tie('expression'), fc.constantFrom('+', '-', '*', '/'), tie('expression'))
      .map(([a, sign, b]) => `(${a} ${sign} ${b})`),
    fc
      .tuple(fc.constantFrom('abs', 'floor', 'ceil', 'round', 'sqrt'), tie('expression'))
      .map(([name, a]) => `${name}(${a})`),
    fc
      .tuple(fc.constantFrom('min', 'max', 'floor', 'ceil', 'round'), tie('expression'), tie('expression'))
      .map(([name, a, b]) => `${name}(${a}, ${b})`),
    fc.tuple(tie('expression'), fc.integer({ min: 0, max: 3 })).map(([a, power]) => `(${a}) ^ ${power}`),
    fc.tuple(tie('condition'), tie('expression'), tie('expression')).map(([test, a, b]) => `if(${test}, ${a}, ${b})`),
  ),
  condition: fc.oneof(
    { depthSize: 'small' },
    fc
      .tuple(tie('expression'), fc.constantFrom('<', '<=', '==', '!=', '>', '>='), tie('expression'))
      .map(([a, sign, b]) => `${a} ${sign} ${b}`),
    fc
      .tuple(tie('condition'), fc.constantFrom('and', 'or'), tie('condition'))
      .map(([a, sign, b]) => `(${a}) ${sign} (${b})`),
    tie('condition').map((test) => `not (${test})`),
  ),
}));
const value = fc.integer({ min: -12, max: 12 }).map((quarters) => Exact.of(quarters, 4));
const inputs = fc.tuple(value, value, fc.integer({ min: 0, max: 8 })).map(([a, b, part]) => {
  const [low, high] = a.isMore(b) ? [b, a] : [a, b];
  return { range: { low, high }, inside: low.plus(high.minus(low).times(Exact.of(part, 8))) };
});

const isIn = ({ low, high }: Range, at: Exact) => !(low && at.isLess(low)) && !(high && at.isMore(high));

describe('the range of a formula', () => {
  it('has every value that the formula comes to inside of ranges', () => {
    fc.assert(
      fc.property(expression, fc.tuple(inputs, inputs, inputs), (text, given) => {
        const formula = compileFormula(text, { currency: 'EUR', names });
        fc.pre(formula.faults.length === 0);
        const outcome = formula.run(given.map(({ inside }) => inside));
        const range = formula.range(given.map((input) => input.range));
        if ('code' in outcome) return;
        const result = outcome.at(-1)?.value ?? Exact.zero;
        expect(
          range && isIn(range, result),
          `${text} is ${result.toString()}, not in ${range?.low?.toString()} to ${range?.high?.toString()}`,
        ).toBe(true);
      }),
      { numRuns: 3000 },
    );
  });

  it('is one value where all that it is worked out from are', () => {
    fc.assert(
      fc.property(expression, fc.tuple(value, value, value), (text, given) => {
        const formula = compileFormula(text, { currency: 'EUR', names });
        fc.pre(formula.faults.length === 0);
        const outcome = formula.run(given);
        const range = formula.range(given.map(only));
        if ('code' in outcome) return;
        const result = outcome.at(-1)?.value.toString();
        if (range?.low && range.high && range.low.equals(range.high)) expect(range.low.toString()).toBe(result);
      }),
      { numRuns: 1000 },
    );
  });

  const ends = (text: string, low: string, high: string) => {
    const range = compileFormula(text, { currency: 'EUR', names }).range([
      { low: Exact.from(low), high: Exact.from(high) },
    ]);
    return range && [range.low?.toString() ?? null, range.high?.toString() ?? null];
  };

  it.each([
    ['a × a', '2', '3', ['4', '9']],
    ['a ^ 2', '-2', '3', ['0', '9']],
    ['1 / a', '0', '4', ['0.25', null]],
    ['1 / a', '-1', '1', [null, null]],
    ['1 / (a - a)', '1', '1', null],
    ['sqrt(a)', '-4', '9', ['0', '3']],
    ['sqrt(a)', '-4', '-1', null],
    ['ceil(a, 12)', '1', '13', ['12', '24']],
    ['if(a > 5, 1 / 0, 7)', '1', '5', ['7', '7']],
    ['if(a > 5, 2, 7)', '1', '6', ['2', '7']],
  ])('%s from %s to %s', (text, low, high, expected) => expect(ends(text, low, high)).toEqual(expected));
});

describe('where a formula begins to behave in another way', () => {
  const kinks = (text: string, a: string) =>
    compileFormula(text, { currency: 'EUR', names })
      .kinks([Exact.from(a)])
      .map(({ value: at, at: where }) => `${at?.toString() ?? 'stopped'} ${where}`);

  it('is told by what passes nothing or a whole number', () => {
    expect(kinks('1 / ((a - 1) × (a - 10))', '4')).toEqual(['3 nothing', '-6 nothing']);
    expect(kinks('sqrt(a - 37) + sqrt(38 - a)', '40')).toEqual(['3 nothing', '-2 nothing']);
    expect(kinks('x = ceil(a, 12)\nmax(x, 24)', '6')).toEqual(['12 nothing', '0.5 wholes', '12 nothing']);
    expect(kinks('round(1 / a)', '0')).toEqual(['0 nothing', 'stopped halves']);
  });
});

describe('a name that is a unit, too', () => {
  const scope = {
    currency: 'EUR',
    names: new Map([
      ['m', { slot: 0, dim: { length: 1, mass: 0, money: 0 } }],
      ['wid', { slot: 1, dim: { length: 1, mass: 0, money: 0 } }],
    ]),
  };
  it.each(['ceil(wid/m) × 10 EUR', 'ceil(wid / m) × 10 EUR', 'ceil(wid /m) × 10 EUR'])(
    'means the name, whatever the spaces: %s',
    (text) => {
      const outcome = compileFormula(text, scope).run([Exact.of(2), Exact.of(5)]);
      expect('code' in outcome ? outcome.code : outcome.at(-1)?.value.toString()).toBe('30');
    },
  );

  it('is told where a line of the formula has it', () => {
    expect(compileFormula('m2 = 3 m × 2 m\nm2 × 5 EUR/kg', { currency: 'EUR', names: new Map() }).unitNames).toEqual([
      'm2',
    ]);
  });
});
