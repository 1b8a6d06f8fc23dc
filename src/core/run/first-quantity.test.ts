import { describe, expect, it } from 'vitest';
import { list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { firstQuantity } from './first-quantity';

const limit = (when: object | null, least: number) => ({
  key: `r${least}`,
  when,
  then: [{ kind: 'limitQuantity', least, most: null }],
});
const first = (rules: object[], more: object = {}) =>
  firstQuantity(
    shopOf([
      {
        price: '1',
        quantity: { minimum: 1, multiple: 5 },
        choices: [list('face', ['plain', 'foil'], { default: 'plain' })],
        rules,
        ...more,
      },
    ]).program(),
    { today: TODAY },
  );

describe('the quantity that a page begins with', () => {
  it('is the product’s own where no rule asks for more', () => {
    expect(first([])).toBe(5);
    expect(first([limit({ kind: 'option', choice: 'face', options: ['foil'] }, 200)])).toBe(5);
  });

  it('is the least that rules ask for of what is answered at the beginning, in the product’s multiples', () => {
    expect(first([limit({ kind: 'option', choice: 'face', options: ['plain'] }, 42)])).toBe(45);
    expect(first([limit(null, 10), limit(null, 20)])).toBe(20);
  });

  it('is one that can be ordered where a rule looks at the quantity and asks for yet another', () => {
    expect(first([limit(null, 10), limit({ kind: 'quantity', compare: 'atLeast', value: 10 }, 30)])).toBe(30);
  });
});
