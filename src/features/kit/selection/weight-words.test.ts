import { describe, expect, it } from 'vitest';
import { weightOfAll, weightWords } from './weight-words';

describe('a weight', () => {
  it.each([
    ['999', 'g', 1, '999 g'],
    ['1000', 'g', 1, '1 kg'],
    ['2000', 'g', 1, '2 kg'],
    ['350.5', 'g', 4, '1.402 kg'],
    ['0', 'g', 7, '0 g'],
    ['1500', 'kg', 1, '1500 kg'],
  ])('of %s %s × %i is “%s”', (value, unit, pieces, words) => expect(weightOfAll({ value, unit }, pieces)).toBe(words));

  it('is told of one and of all', () => {
    expect(weightWords({ value: '600', unit: 'g' }, 1)).toBe('600 g');
    expect(weightWords({ value: '600', unit: 'g' }, 5)).toBe('600 g each, 3 kg together');
  });
});
