import { describe, expect, it } from 'vitest';
import { fixed, is, list, shopOf } from '../../../../tests/fixtures/shop-of';

const finish = list('finish', [], {
  required: false,
  options: [
    { key: 'oil', title: 'Oil', amount: fixed('10'), wasPrice: '16' },
    { key: 'wax', title: 'Wax', amount: { kind: 'percentOfBase', value: '10' } },
  ],
});
const product = (more: object) => shopOf([{ price: '100', wasPrice: '120', choices: [finish], ...more }]);

describe('a was-price', () => {
  it('is what the same selection cost before', () => {
    expect(product({}).ask({})).toMatchObject({ unitPrice: '100.00', wasPrice: '120.00' });
    expect(product({}).ask({ finish: 'oil' })).toMatchObject({ unitPrice: '110.00', wasPrice: '136.00' });
    // A share of the base was a share of the base of then.
    expect(product({}).ask({ finish: 'wax' })).toMatchObject({ unitPrice: '110.00', wasPrice: '132.00' });
  });

  it('is taken along by rules that add, and dropped by one that sets the price', () => {
    const rule = (effect: object) => ({ rules: [{ key: 'r', when: is('finish', 'oil'), then: [effect] }] });
    expect(
      product(rule({ kind: 'amount', amount: { kind: 'percentOfSum', value: '-10' } })).ask({ finish: 'oil' }),
    ).toMatchObject({ unitPrice: '99.00', wasPrice: '122.40' });
    expect(product(rule({ kind: 'setPrice', price: '80' })).ask({ finish: 'oil' })).toMatchObject({
      unitPrice: '80.00',
      wasPrice: null,
    });
    expect(product(rule({ kind: 'setPrice', price: '80' })).ask({})).toMatchObject({ wasPrice: '120.00' });
  });

  it('follows a formula that is worked out from the base, and only that', () => {
    const formula = (text: string) => ({ formulas: [{ key: 'f', title: 'F', text, serves: { kind: 'base' } }] });
    expect(product(formula('base × 1.5')).ask({})).toMatchObject({ unitPrice: '150.00', wasPrice: '180.00' });
    expect(product(formula('70 EUR')).ask({})).toMatchObject({ unitPrice: '70.00', wasPrice: null });
    expect(
      product({ formulas: [{ key: 'f', title: 'F', text: 'base × 0.1', serves: { kind: 'amount' } }] }).ask({}),
    ).toMatchObject({ unitPrice: '110.00', wasPrice: '132.00' });
  });

  it('of a product is not that of a variant with a price of its own', () => {
    const sizes = list('size', ['s', 'm', 'l'], { stocked: true });
    const variants = [
      { options: { size: 's' }, stock: 'body', price: '90' },
      { options: { size: 'm' }, stock: 'body', price: '90', wasPrice: '95' },
      { options: { size: 'l' }, stock: 'body' },
    ];
    const { ask } = product({ choices: [sizes], variants });
    expect(['s', 'm', 'l'].map((size) => ask({ size }).wasPrice)).toEqual([null, '95.00', '120.00']);
  });

  it('of a product sold by measure is taken of what is charged', () => {
    const length = { kind: 'measure', key: 'length', title: 'Length', unit: 'm', min: '1' };
    const { ask } = product({
      choices: [length],
      soldBy: { kind: 'measure', measure: 'length', unit: 'm', charge: { step: '1' } },
    });
    expect(ask({ length: '2.5' })).toMatchObject({ unitPrice: '300.00', wasPrice: '360.00' });
  });

  it('is no was-price when it is not more', () => {
    const { ask, faults } = product({ wasPrice: '100' });
    expect(ask({}).wasPrice).toBeNull();
    expect(faults()).toEqual(['wasPrice wasPriceNotHigher']);
  });
});
