import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile';
import { catalogOf } from '../support/surroundings';
import { tryWildRules, wildProduct } from './rules';

describe('rules that contradict, wait for each other, and nest a thousand deep', () => {
  it('never throw and never hang: compiled, resolved, analysed, clicked', { timeout: 60_000 }, () => {
    const start = performance.now();
    tryWildRules(1, 600);
    // No single one may hang: on the slowest machine this is a tenth of what it may take.
    expect(performance.now() - start).toBeLessThan(50_000);
  });

  it('are told: a circle, a depth, and what is not there', () => {
    const codes = new Set(
      Array.from({ length: 300 }, (_, seed) =>
        compile(wildProduct(seed), catalogOf([])).faults.map(({ code }) => code),
      ).flat(),
    );
    for (const code of [
      'ruleCycle',
      'conditionTooDeep',
      'unknownReference',
      'conditionEmpty',
      'ruleWithoutEffect',
      'notDecimal',
    ])
      expect(codes).toContain(code);
  });
});
