import { describe, expect, it } from 'vitest';
import { compile } from '../compile';
import { resolve } from '../run';
import { fixed, is, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { askedTwice } from './asked-twice';
import { mendsOf } from './mends';
import { readiness } from './readiness';

const cloth = {
  key: 'cloth',
  title: 'Cloth',
  kind: 'list',
  options: [
    { key: 'slate', title: 'Slate', amount: fixed('5') },
    { key: 'moss', title: 'Moss' },
  ],
};
const shop = shopOf(
  [
    {
      choices: [cloth, list('size', ['s', 'l'])],
      sheets: [{ key: 'cloths' }],
      rules: [{ key: 'r', when: is('cloth', 'slate'), then: [{ kind: 'amount', amount: fixed('1') }] }],
      proofs: [{ key: 'p1', title: 'P', answers: { cloth: 'slate' }, expects: {} }],
    },
  ],
  { sheets: [{ key: 'cloths', choices: [{ ...cloth, title: ' cloth ' }] }] },
);

describe('a choice that stands on a product beside a sheet that was copied from it', () => {
  it('is told, and taken away by a press, with what refers to it', () => {
    const [product] = shop.catalog.products;
    if (!product) throw new Error('no product');
    expect(askedTwice(shop.program())).toEqual([{ index: 0, title: 'Cloth', other: 'cloths.cloth' }]);
    const fault = readiness(product, shop.surroundings, null).find(({ code }) => code === 'askedTwice');
    expect(fault?.gravity).toBe('canWait');
    const [mend] = fault ? mendsOf(fault, product) : [];
    const draft = structuredClone(product);
    mend?.apply(draft);
    const program = compile(draft, shop.surroundings);
    expect(askedTwice(program)).toEqual([]);
    expect([draft.choices.map(({ key }) => key), draft.proofs[0]?.answers]).toEqual([
      ['size'],
      { 'cloths.cloth': 'slate' },
    ]);
    expect(
      resolve(
        program,
        { answers: { 'cloths.cloth': 'slate', size: 's' } },
        { stock: null, today: TODAY },
      ).unitPrice?.toFixed(2),
    ).toBe('106.00');
  });
});
