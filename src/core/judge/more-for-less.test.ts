import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf } from '../../../tests/fixtures/shop-of';
import { moreForLessFaults } from '.';

const steps = (...given: [string, string][]) => given.map(([from, value]) => ({ from, value }));
const shop = (product: object) => shopOf([{ price: '5.00', draws: [], ...product }]);

describe('more that cost less', () => {
  it('are told where it is written', () => {
    const faults = (product: object) =>
      moreForLessFaults(shop({ notCounted: 'madeToOrder', ...product }).program()).map(({ path, data }) => [
        path.join('.'),
        data.code,
      ]);
    expect(faults({ breaks: { steps: steps(['10', '4']) } })).toEqual([['breaks.steps.0', 'moreForLess']]);
    expect(faults({ breaks: { steps: steps(['10', '4.50']) } })).toEqual([]);
    // In cases of five, nine can't be bought.
    expect(faults({ quantity: { multiple: 5 }, breaks: { steps: steps(['10', '4']) } })).toEqual([]);
    expect(faults({ breaks: { counting: 'graduated', steps: steps(['10', '1']) } })).toEqual([]);
    // A rule that asks how many, and an option whose amount falls.
    const cheaper = (price: string) => ({
      breaks: null,
      rules: [
        {
          key: 'r',
          when: { kind: 'quantity', compare: 'atLeast', value: 5 },
          then: [{ kind: 'setPrice', price }],
        },
      ],
    });
    expect(faults(cheaper('3.99'))).toEqual([['rules.0', 'moreForLess']]);
    expect(faults(cheaper('4'))).toEqual([]);
    const foil = (from: string) => ({
      price: '1',
      breaks: null,
      choices: [
        list('foil', [], {
          required: false,
          options: [
            {
              key: 'gold',
              title: 'Gold',
              sku: 'G',
              amount: fixed('10'),
              breaks: { steps: steps(['10', from]) },
              notCounted: 'madeToOrder',
            },
          ],
        }),
      ],
    });
    // Nine at 11 are 99, ten at 9.80 are 98.
    expect(faults(foil('8.80'))).toEqual([['choices.0.options.0.breaks.steps.0', 'moreForLess']]);
    expect(faults(foil('9'))).toEqual([]);
  });
});
