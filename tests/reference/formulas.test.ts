import { all, create, type Unit } from 'mathjs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileFormula, type Dim, dimOf, type FormulaScope, NUMBER } from '@/core/formula';
import { Exact } from '@/core/number';
import { requireUnit } from '@/core/quantity';

/**
 * Formulas beside a general-purpose maths-expression library: values in its exact fractions, dimensions by its units.
 */
const fractions = create(all ?? {}, { number: 'Fraction' });
const measured = create(all ?? {}, {});

const scope: FormulaScope = {
  currency: 'EUR',
  names: new Map(['a', 'b', 'c'].map((name, slot) => [name, { slot, dim: NUMBER }])),
};

/** Expressions that both languages read alike. */
const { expression } = fc.letrec<{
  expression: string;
  leaf: string;
  sum: string;
  product: string;
  power: string;
  call: string;
  choice: string;
}>((tie) => ({
  expression: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    tie('leaf'),
    tie('sum'),
    tie('product'),
    tie('power'),
    tie('call'),
    tie('choice'),
  ),
  leaf: fc.oneof(
    fc.constantFrom('a', 'b', 'c'),
    fc.integer({ min: 0, max: 99 }).map(String),
    fc.integer({ min: 1, max: 999 }).map((n) => (n / 100).toFixed(2)),
  ),
  sum: fc
    .tuple(tie('expression'), fc.constantFrom('+', '-'), tie('expression'))
    .map(([x, sign, y]) => `(${x} ${sign} ${y})`),
  product: fc
    .tuple(tie('expression'), fc.constantFrom('*', '/'), tie('expression'))
    .map(([x, sign, y]) => `(${x} ${sign} ${y})`),
  power: fc.tuple(tie('expression'), fc.integer({ min: 0, max: 3 })).map(([x, n]) => `(${x}) ^ ${n}`),
  call: fc.oneof(
    fc
      .tuple(fc.constantFrom('min', 'max'), tie('expression'), tie('expression'))
      .map(([name, x, y]) => `${name}(${x}, ${y})`),
    fc.tuple(fc.constantFrom('abs', 'floor', 'ceil'), tie('expression')).map(([name, x]) => `${name}(${x})`),
  ),
  choice: fc
    .tuple(
      tie('expression'),
      fc.constantFrom('<', '<=', '>', '>=', '==', '!='),
      tie('expression'),
      tie('expression'),
      tie('expression'),
    )
    .map(([x, sign, y, then, otherwise]) => `if(${x} ${sign} ${y}, ${then}, ${otherwise})`),
}));

const asTheirs = (text: string) => text.replace(/if\(/g, 'choose(');

describe('values', () => {
  it('are those of the library, exactly, on thousands of generated formulas', () => {
    fractions.import(
      { choose: (test: boolean, then: unknown, otherwise: unknown) => (test ? then : otherwise) },
      { override: true },
    );
    const numbers = fc.tuple(...Array.from({ length: 3 }, () => fc.integer({ min: -400, max: 400 })));
    let compared = 0;
    fc.assert(
      fc.property(expression, numbers, (text, given) => {
        const formula = compileFormula(text, scope);
        if (formula.faults.length > 0) return; // nested deeper than is allowed
        const outcome = formula.run(given.map((n) => Exact.of(n, 8)));
        let theirs: string;
        try {
          const value: unknown = fractions.evaluate(
            asTheirs(text),
            Object.fromEntries(given.map((n, index) => ['abc'[index], fractions.fraction(n, 8)])),
          );
          // Where a fraction becomes too large for it, the library goes over to binary numbers.
          if (!fractions.isFraction(value)) return;
          theirs = value.toFraction();
        } catch {
          return; // it divides by nothing on a side that is not taken, or overflows
        }
        if ('code' in outcome) return;
        const [n, d = '1'] = theirs.split('/');
        expect(outcome.at(-1)?.value.equals(Exact.of(BigInt(n ?? '0'), BigInt(d)))).toBe(true);
        compared += 1;
      }),
      { numRuns: 4000 },
    );
    expect(compared).toBeGreaterThan(2000);
  });
});

describe('dimensions', () => {
  const units = ['m', 'cm', 'm2', 'kg', 'g', 'L', 'ft'];
  const leaf = fc.tuple(fc.integer({ min: 1, max: 50 }), fc.constantFrom(...units)).map(([n, unit]) => `${n} ${unit}`);
  const { term } = fc.letrec<{ term: string }>((tie) => ({
    term: fc.oneof(
      { maxDepth: 3 },
      leaf,
      fc
        .tuple(tie('term'), fc.constantFrom('+', '-', '*', '/'), tie('term'))
        .map(([x, sign, y]) => `(${x} ${sign} ${y})`),
    ),
  }));

  function theirDim(text: string): Dim | null {
    try {
      const value: unknown = measured.evaluate(text);
      if (typeof value === 'number') return NUMBER;
      // Its vector of base dimensions: mass, length, time and so on.
      const { dimensions } = value as Unit & { dimensions: number[] };
      return { mass: dimensions[0] ?? 0, length: dimensions[1] ?? 0, money: 0 };
    } catch {
      return null;
    }
  }

  it('are those of a units library, and what it refuses is refused', () => {
    fc.assert(
      fc.property(term, (text) => {
        const ours = compileFormula(text, { currency: 'EUR', names: new Map() });
        const theirs = theirDim(text);
        if (theirs === null) expect(ours.faults[0]?.data.code).toBe('mixedDimensions');
        else expect(ours.result).toEqual(theirs);
      }),
      { numRuns: 1500 },
    );
  });
});

describe('worked by hand (common practice)', () => {
  const LENGTH = dimOf(requireUnit('m'));
  const names = new Map([
    ['length', { slot: 0, dim: LENGTH }],
    ['width', { slot: 1, dim: LENGTH }],
  ]);
  const worked = (text: string, length: string, width = '1') => {
    const outcome = compileFormula(text, { currency: 'EUR', names }).run([Exact.from(length), Exact.from(width)]);
    return 'code' in outcome ? outcome.code : outcome.at(-1)?.value.toString();
  };

  it('a quarter metre at 18.50 a metre is 4.625', () => expect(worked('length × 18.50 EUR/m', '0.25')).toBe('4.625'));
  it('2.9 m² in packs of 1.44 m² are three packs, 4.32 m²', () =>
    expect(worked('ceil(length × width, 1.44 m2)', '2.9')).toBe('4.32'));
  it('posts every 2.5 m along 11 m, and one at the end, are six', () =>
    expect(worked('ceil(length / 2.5 m) + 1', '11')).toBe('6'));
  it('a minimum charge of 0.25 m² counts for 30 cm × 40 cm', () =>
    expect(worked('max(length × width, 0.25 m2) × 40 EUR/m2', '0.3', '0.4')).toBe('10'));
});
