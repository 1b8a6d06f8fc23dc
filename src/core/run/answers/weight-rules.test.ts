import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../../catalog';
import { compile } from '../../compile';
import { surroundingsOf } from '../../exchange';
import { resolve } from '..';

const kg = (value: string) => ({ value, unit: 'kg' });
const option = (key: string, weight: object | null = null) => ({ key, title: key, weight });

function programOf(product: object) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR' },
    products: [{ slug: 'p', title: 'P', sku: 'P', price: '10', ...product }],
  });
  return compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog));
}

describe('a rule that asks what one weighs', () => {
  const freight = {
    key: 'freight',
    title: 'Freight',
    when: { kind: 'weight', compare: 'more', value: '3000', unit: 'g' },
    then: [
      { kind: 'amount', amount: { kind: 'fixed', value: '7' } },
      { kind: 'weight', weight: kg('1') },
    ],
  };
  const priceOf = (product: object, answers: object) =>
    resolve(programOf(product), { answers }, { stock: null, today: '2026-11-25' }).unitPrice?.toString();

  it('fires above its weight, not at it, whatever rules add to that', () => {
    const box = {
      weight: kg('2'),
      rules: [freight],
      choices: [
        {
          kind: 'list',
          key: 'lid',
          title: 'Lid',
          options: [option('felt'), option('tin', kg('1')), option('slate', kg('1.001'))],
        },
      ],
    };
    expect(['felt', 'tin', 'slate'].map((lid) => priceOf(box, { lid }))).toEqual(['10', '10', '17']);
  });

  it('knows the weights of variants, and of options that take a number', () => {
    const suit = {
      weight: kg('1'),
      rules: [freight],
      choices: [
        { kind: 'list', key: 'size', title: 'Size', stocked: true, options: [option('s'), option('l')] },
        {
          kind: 'several',
          key: 'weights',
          title: 'Weights',
          required: false,
          ownQuantity: true,
          options: [option('lead', kg('0.5'))],
        },
      ],
      variants: [{ options: { size: 's' } }, { options: { size: 'l' }, weight: kg('2.5') }],
    };
    const lead = (quantity: number) => ({ weights: [{ option: 'lead', quantity }] });
    expect([priceOf(suit, { size: 's', ...lead(4) }), priceOf(suit, { size: 's', ...lead(5) })]).toEqual(['10', '17']);
    expect([priceOf(suit, { size: 'l', ...lead(1) }), priceOf(suit, { size: 'l', ...lead(2) })]).toEqual(['10', '17']);
  });

  it('says what to write where the weight follows from how much is taken, or from parts', () => {
    const codes = (product: object) => programOf(product).faults.map(({ data }) => data.code);
    expect(
      codes({
        choices: [{ kind: 'measure', key: 'm', title: 'M', unit: 'm' }],
        soldBy: { kind: 'measure', measure: 'm', unit: 'm' },
        rules: [freight],
      }),
    ).toContain('weightFollows');
    expect(codes({ rules: [freight], weight: kg('1') })).not.toContain('weightFollows');
    expect(codes({ rules: [{ ...freight, when: { ...freight.when, unit: 'm' } }] })).toContain('unitMismatch');
  });

  it('does not decide about what the weight follows from', () => {
    const circle = {
      weight: kg('1'),
      rules: [{ key: 'r', when: freight.when, then: [{ kind: 'hide', choices: ['lid'] }] }],
      choices: [{ kind: 'list', key: 'lid', title: 'Lid', required: false, options: [option('slate', kg('5'))] }],
    };
    expect(programOf(circle).faults.map(({ data }) => data.code)).toContain('ruleCycle');
  });
});
