import { describe, expect, it } from 'vitest';
import { compileFormula } from '@/core/formula';
import { fuzz } from './formulas';

describe('generated and broken formulas, and typed measures', () => {
  it('never throw and never hang; `npm run fuzz` tries a million', () => {
    const { formulas, measures, slowest, slowestText } = fuzz(40_000, 7);
    // Something of everything, or the generator has lost its way.
    for (const figure of [...Object.values(formulas), ...Object.values(measures)]) expect(figure).toBeGreaterThan(50);
    expect(slowest, slowestText).toBeLessThan(2000);
  }, 60_000);

  it.each([
    ['ten thousand lines', Array.from({ length: 10_000 }, (_, index) => `a${index} = ${index}`).join('\n'), 'tooLong'],
    ['a few hundred lines', Array.from({ length: 300 }, (_, index) => `a${index} = ${index}`).join('\n'), 'tooLong'],
    ['a thousand brackets', `${'('.repeat(1000)}1${')'.repeat(1000)}`, 'tooDeep'],
    ['a power of a thousand millions', '2 ^ 1000000000', 'exponent'],
    ['powers of powers', '((((2 ^ 12) ^ 12) ^ 12) ^ 12) ^ 12', null],
    ['a division by nothing', '1 / 0', null],
  ])('%s give a problem, never a hang', (_, text, code) => {
    const formula = compileFormula(text, { currency: 'EUR', names: new Map() });
    if (code) expect(formula.faults[0]?.data.code).toBe(code);
    else expect(formula.run([])).toMatchObject({ code: text.includes('/') ? 'divisionByZero' : 'tooLarge' });
  });
});
