import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { mesh, surroundings } from '../../../tests/fixtures/products';
import { inCurrency, namesCurrency } from './in-currency';
import { productSchema } from './schema';

const product = productSchema.parse({
  ...mesh,
  formulas: [
    {
      key: 'cut',
      title: 'Cutting',
      serves: { kind: 'amount' },
      text: 'EUROPE = length × 2\n1.50 EUR/m × EUROPE + 2 EUR',
    },
  ],
  rules: [
    {
      key: 'r',
      when: {
        kind: 'any',
        of: [
          { kind: 'figure', formula: 'cut', compare: 'more', value: '9', unit: 'EUR' },
          { kind: 'quantity', compare: 'more', value: 3 },
        ],
      },
      then: [{ kind: 'tell', text: 'From 9 EUR on.' }],
    },
    { key: 's', then: [{ kind: 'tell', text: 'Always.' }] },
  ],
});

describe('a product in another currency', () => {
  it('names it wherever it named the former one, and nothing else', () => {
    const changed = inCurrency(product, 'EUR', 'GBP');
    expect(changed.formulas[0]?.text).toBe('EUROPE = length × 2\n1.50 GBP/m × EUROPE + 2 GBP');
    expect(changed.rules.map(({ when }) => when)).toEqual([
      {
        kind: 'any',
        of: [
          { kind: 'figure', formula: 'cut', compare: 'more', value: '9', unit: 'GBP' },
          { kind: 'quantity', compare: 'more', value: 3 },
        ],
      },
      null,
    ]);
    expect({ ...changed, formulas: [], rules: [] }).toEqual({ ...product, formulas: [], rules: [] });
    expect([namesCurrency(product, 'EUR'), namesCurrency(changed, 'EUR'), namesCurrency(changed, 'GBP')]).toEqual([
      true,
      false,
      true,
    ]);
  });

  it('compiles in the shop that has it, as the former did in the former', () => {
    const inPounds = { ...surroundings, shop: { ...surroundings.shop, currency: 'GBP' } };
    const faults = (one: typeof product, around: typeof surroundings) =>
      compile(one, around).faults.map(({ code }) => code);
    expect(faults(inCurrency(product, 'EUR', 'GBP'), inPounds)).toEqual(faults(product, surroundings));
    expect(faults(product, inPounds)).toContain('formula');
  });
});
