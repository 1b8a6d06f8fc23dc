import { describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { compile } from '@/core/compile';
import { resolve } from '@/core/run';
import { context, surroundings } from '../fixtures/products';

/** Prices a product of one choice of each priced kind. */
function priced(fields: object, answers: Record<string, unknown>, quantity = 1) {
  const product = productSchema.parse({ slug: 'x', title: 'X', sku: 'X', ...fields });
  const { unitPrice, lineTotal, working } = resolve(
    compile(product, surroundings),
    { answers, quantity },
    { ...context, stock: null },
  );
  return {
    unit: unitPrice?.toFixed(2),
    total: lineTotal?.toFixed(2),
    amounts: working.map(({ amount }) => amount.toString()),
  };
}

const option = (key: string, amount: object) => ({ key, title: key, amount });
const percent = (value: string) => ({ kind: 'percentOfBase', value });

describe('amounts worked by hand (common practice)', () => {
  it('a percentage is of the base, never of other extras: 200 + 10 % + 15 % = 250, not 253', () => {
    const choices = [
      { kind: 'list', key: 'a', title: 'A', options: [option('on', percent('10'))] },
      { kind: 'list', key: 'b', title: 'B', options: [option('on', percent('15'))] },
    ];
    expect(priced({ price: '200', choices }, { a: 'on', b: 'on' })).toEqual({
      unit: '250.00',
      total: '250.00',
      amounts: ['200', '20', '30'],
    });
  });

  it('a percentage beside a fixed extra: 80 + 5 + 12.5 % of 80 = 95', () => {
    const choices = [
      { kind: 'list', key: 'a', title: 'A', options: [option('on', { kind: 'fixed', value: '5' })] },
      { kind: 'list', key: 'b', title: 'B', options: [option('on', percent('12.5'))] },
    ];
    expect(priced({ price: '80', choices }, { a: 'on', b: 'on' }).unit).toBe('95.00');
  });

  it('a reduction is a negative amount: 49.90 − 20 % = 39.92', () => {
    const choices = [{ kind: 'yesNo', key: 'second', title: 'Second choice', required: false, amount: percent('-20') }];
    expect(priced({ price: '49.90', choices }, { second: true }).unit).toBe('39.92');
  });

  it('engraving by the character, spaces free: “Bee Happy” has 8 letters, 12 + 8 × 0.75 = 18', () => {
    const choices = [{ kind: 'text', key: 'text', title: 'Text', amount: { kind: 'perCharacter', value: '0.75' } }];
    expect(priced({ price: '12', choices }, { text: 'Bee Happy' }).unit).toBe('18.00');
  });

  it('and with spaces charged: 9 × 0.75, so 18.75', () => {
    const choices = [
      { kind: 'text', key: 'text', title: 'Text', amount: { kind: 'perCharacter', value: '0.75', spaces: 'counted' } },
    ];
    expect(priced({ price: '12', choices }, { text: 'Bee Happy' }).unit).toBe('18.75');
  });

  const byTheMetre = {
    price: '18.50',
    soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
    choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm' }],
  };

  it('a quarter metre three times at 18.50 a metre: each piece is rounded to the cent, 3 × 4.63 = 13.89', () => {
    expect(priced(byTheMetre, { length: '0.25' }, 3)).toEqual({
      unit: '4.63',
      total: '13.89',
      amounts: ['4.625', '0.005'],
    });
  });

  it('4 ft 6 in at 18.50 a metre: 1.3716 m × 18.50 = 25.3746, so 25.37', () => {
    expect(priced(byTheMetre, { length: '4 ft 6 in' }).unit).toBe('25.37');
  });

  it('a price by the foot for a length in centimetres: 152.4 cm are 5 ft, 5 × 3.20 = 16', () => {
    const byTheFoot = { ...byTheMetre, price: '3.20', soldBy: { kind: 'measure', measure: 'length', unit: '[ft_i]' } };
    expect(priced(byTheFoot, { length: '152.4 cm' }).unit).toBe('16.00');
  });

  it('adds tenths that binary fractions can’t: 0.10 + 0.20 is 0.30', () => {
    const choices = [{ kind: 'list', key: 'a', title: 'A', options: [option('on', { kind: 'fixed', value: '0.20' })] }];
    expect(priced({ price: '0.10', choices }, { a: 'on' }, 3)).toMatchObject({ unit: '0.30', total: '0.90' });
  });
});
