import { describe, expect, it } from 'vitest';
import { compile } from '../compile';
import { surroundingsOf } from '../exchange';
import { readiness } from '../judge';
import { resolve } from '../run';
import { catalogSchema, type PatternKey, patternKeys, patterns, productSchema } from '.';

const surroundings = surroundingsOf(
  catalogSchema.parse({ format: 'oak-knot/catalog', version: 2, shop: { name: 'Test', currency: 'EUR' } }),
);
const programOf = (pattern: PatternKey) =>
  compile(
    productSchema.parse({ ...patterns[pattern].begins, slug: 'p', title: 'P', sku: 'P', price: '10', category: 'C' }),
    surroundings,
  );
const sold: Readonly<Partial<Record<PatternKey, readonly [answers: object, price: string, sku: string]>>> = {
  sizesAndColours: [{ size: 'm', colour: 'green' }, '10', 'P-M-GR'],
  personalised: [{ words: 'Ada' }, '15', 'P'],
  byLength: [{ length: '2.5 m' }, '25', 'P'],
  // 1 m by 50 cm, and a tenth more; the least is a quarter of a square metre.
  byArea: [{ width: '1 m', height: '50 cm' }, '5.5', 'P'],
  toOrder: [{ finish: 'oiled' }, '18', 'P-OI'],
};

describe('a pattern to begin with', () => {
  it('is one that can be sold, or says what is to be filled first, which is there', () => {
    for (const pattern of patternKeys) {
      const { fillFirst } = patterns[pattern];
      expect(fillFirst === null, pattern).toBe(sold[pattern] !== undefined);
      const { product } = programOf(pattern);
      const keys = product.choices.map(({ key }) => `choice:${key}`);
      if (fillFirst !== null) expect(['parts', ...keys], pattern).toContain(fillFirst);
    }
    // What has to be filled says so, and nothing else is wrong with it.
    expect([...new Set(programOf('inSteps').faults.map(({ data }) => data.code))]).toEqual(['noOptions']);
  });

  it.each(patternKeys.filter((pattern) => sold[pattern] !== undefined))('%s can be sold as it is', (pattern) => {
    const [answers, price, sku] = sold[pattern] ?? [{}, '', ''];
    const program = programOf(pattern);
    expect(program.blocking).toEqual([]);
    const resolution = resolve(program, { answers }, { stock: null, today: '2026-11-25' });
    expect(resolution.problems).toEqual([]);
    expect([resolution.state, resolution.unitPrice?.toString(), resolution.item.sku]).toEqual(['sellable', price, sku]);
  });

  it.each(patternKeys.filter((pattern) => pattern !== 'sizesAndColours' && sold[pattern] !== undefined))(
    '%s wants nothing but a picture before it is published',
    (pattern) => {
      const { product } = programOf(pattern);
      expect(
        readiness(product, surroundings, null)
          .filter(({ data }) => data.code !== 'pictureMissing')
          .map(({ data }) => data.code),
      ).toEqual([]);
    },
  );
});
