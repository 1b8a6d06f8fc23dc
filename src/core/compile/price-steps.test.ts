import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf } from '../../../tests/fixtures/shop-of';

const paid = { amount: fixed('1') };
const rule = (key: string, effect: object) => ({ key, when: null, then: [effect] });
const product = {
  formulas: [
    { key: 'area', title: 'Area', text: '2 EUR', serves: { kind: 'amount' } },
    { key: 'shown', title: 'Shown', text: '2', serves: { kind: 'shown' } },
  ],
  rules: [
    rule('tell', { kind: 'tell', text: 'Hello.' }),
    rule('set', { kind: 'setPrice', price: '9' }),
    rule('add', { kind: 'amount', amount: fixed('3') }),
    { ...rule('off', { kind: 'setPrice', price: '1' }), on: false },
  ],
  choices: [
    { kind: 'text', key: 'free', title: 'Free' },
    { kind: 'text', key: 'name', title: 'Name', ...paid },
    { kind: 'addOn', key: 'fuel', title: 'Fuel', product: 'q', required: false },
    list('lid', [], {
      options: [
        { key: 'flat', title: 'Flat' },
        { key: 'deep', title: 'Deep', ...paid },
      ],
    }),
    { kind: 'heading', key: 'more', title: 'More' },
  ],
};
const other = { slug: 'q', title: 'Q', sku: 'Q', price: '2' };

describe('the steps of a price', () => {
  const { priceSteps, priceSources, choices } = shopOf([product, other]).program();

  it('follow the page, then formulas, then rules, and leave out what can’t change it', () => {
    const named = priceSteps.map((step) => {
      switch (step.kind) {
        case 'choice':
          return choices[step.choice]?.key;
        case 'addOn':
          return `part ${step.addOn.key}`;
        case 'formula':
          return `formula ${step.formula}`;
        case 'rule':
          return step.effect.source;
      }
    });
    expect(named).toEqual(['name', 'part fuel', 'lid', 'formula 0', 'rule:set', 'rule:add']);
  });

  it('begin with the variant’s own price, else the product’s; or with a formula, where one gives it, and nothing else', () => {
    expect(priceSources).toEqual([{ kind: 'variant' }, { kind: 'product' }]);
    const byFormula = shopOf([
      {
        formulas: [
          { key: 'f', title: 'F', text: '2', serves: { kind: 'shown' } },
          { key: 'b', title: 'B', text: '4 EUR', serves: { kind: 'base' } },
        ],
      },
    ]);
    expect(byFormula.program().priceSources).toEqual([{ kind: 'formula', formula: 1 }]);
    expect(byFormula.ask({}).unitPrice).toBe('4.00');
  });
});
