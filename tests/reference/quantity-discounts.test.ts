import { describe, expect, it } from 'vitest';
import { shopOf } from '../fixtures/shop-of';

/**
 * All-units and incremental quantity discounts as inventory theory has them: S. Nahmias, Production and Operations
 * Analysis, chapter on inventory control with known demand; G. Hadley and T. M. Whitin, Analysis of Inventory Systems
 * (1963), sections on quantity discounts. The schedule 0.30, 0.29 from 500, 0.28 from 1000 is the usual textbook one,
 * from memory; the formulas are written out below and worked by themselves.
 */
const steps = [
  { from: '500', value: '0.29' },
  { from: '1000', value: '0.28' },
];
const schedule = (counting: 'allUnits' | 'graduated') =>
  shopOf([{ price: '0.30', draws: [], breaks: { counting, steps } }]);
const total = (shop: ReturnType<typeof shopOf>, quantity: number) =>
  shop.resolve({}, quantity, { stock: null }).lineTotal?.toFixed(2);

const QUANTITIES = [1, 499, 500, 501, 750, 999, 1000, 1001, 1500, 20_000];

describe('quantity discounts beside inventory theory', () => {
  it('all-units: C(Q) = c_j Q for q_j <= Q < q_j+1', () => {
    const shop = schedule('allUnits');
    const cost = (quantity: number) => (quantity < 500 ? 30 : quantity < 1000 ? 29 : 28) * quantity;
    expect(QUANTITIES.map((quantity) => total(shop, quantity))).toEqual(
      QUANTITIES.map((quantity) => (cost(quantity) / 100).toFixed(2)),
    );
    // The fall at a step that makes 500 cheaper than 484 and more: 500 × 0.29 = 145.00 < 484 × 0.30 = 145.20.
    expect([total(shop, 483), total(shop, 484), total(shop, 500)]).toEqual(['144.90', '145.20', '145.00']);
  });

  it('incremental: C(Q) = R_j + c_j (Q - q_j), with R_j the cost of q_j, so 5 + 0.29 Q from 500 and 15 + 0.28 Q from 1000', () => {
    const shop = schedule('graduated');
    const cost = (quantity: number) =>
      quantity <= 500 ? 30 * quantity : quantity <= 1000 ? 500 + 29 * quantity : 1500 + 28 * quantity;
    expect(QUANTITIES.map((quantity) => total(shop, quantity))).toEqual(
      QUANTITIES.map((quantity) => (cost(quantity) / 100).toFixed(2)),
    );
  });

  // Worked by hand: 7 pieces at 12.50, from 5 on 12 % off the whole with an engraving of 1.25:
  // 13.75 × 0.88 = 12.10; × 7 = 84.70; with a set-up fee of 8.00 once 92.70.
  it('by hand: a percentage off the whole, beside what is paid once', () => {
    const choices = [
      { kind: 'text', key: 'name', title: 'Name', required: true, amount: { kind: 'fixed', value: '1.25' } },
      { kind: 'yesNo', key: 'set', title: 'Set up', required: true, amount: { kind: 'oncePerLine', value: '8' } },
    ];
    const shop = shopOf([
      { price: '12.50', draws: [], choices, breaks: { gives: 'percentOfAll', steps: [{ from: '5', value: '12' }] } },
    ]);
    const { unitPrice, lineTotal } = shop.ask({ name: 'Ada', set: true }, 7, { stock: null });
    expect([unitPrice, lineTotal]).toEqual(['12.10', '92.70']);
  });

  // Worked by hand: 22.4 m of tape in 7 pieces of 3.2 m at 1.85 / m, graduated over the metres: beyond 10 m at 1.60,
  // beyond 20 m at 1.40. A piece is 5.92, 5.12 or 4.48. 10 m are 3.125 pieces, the next 10 m too, 2.4 m are 0.75:
  // 3.125 × 5.92 + 3.125 × 5.12 + 0.75 × 4.48 = 18.50 + 16.00 + 3.36 = 37.86.
  it('by hand: graduated over a measure, with pieces that lie across a step', () => {
    const shop = shopOf([
      {
        price: '1.85',
        draws: [],
        soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
        choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm' }],
        breaks: {
          counting: 'graduated',
          over: 'measure',
          steps: [
            { from: '10', value: '1.60' },
            { from: '20', value: '1.40' },
          ],
        },
      },
    ]);
    expect(shop.ask({ length: '3.2' }, 7, { stock: null }).lineTotal).toBe('37.86');
  });
});
