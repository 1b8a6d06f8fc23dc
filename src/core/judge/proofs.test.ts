import { describe, expect, it } from 'vitest';
import { type Product, type Proof } from '../catalog';
import { compile } from '../compile/compile';
import { proofOf } from '../exchange';
import { mesh, suit, surroundings } from '../../../tests/fixtures/products';
import { prove } from './proofs';

const TODAY = '2026-11-25';
const keep = (product: Product, answers: Proof['answers'], quantity = 1) =>
  proofOf(compile(product, surroundings), { key: 'p', title: 'P', answers, quantity, group: null }, TODAY);
const check = (product: Product, proof: Proof) => prove(compile(product, surroundings), [proof], TODAY)[0];

describe('a proof', () => {
  const proof = keep(mesh, { length: '0.25' }, 3);

  it('holds as long as nothing changes', () => {
    expect(proof.expects).toEqual({
      state: 'sellable',
      sku: 'MESH',
      unitPrice: '4.63',
      lineTotal: '13.89',
      draws: [{ stock: 'mesh-roll', quantity: '0.75' }],
    });
    expect(check(mesh, proof)).toMatchObject({ holds: true, differences: [] });
  });

  it('says what no longer holds, and keeps the working that did', () => {
    const broken = check({ ...mesh, price: '20.00' }, proof);
    expect(broken?.differences).toEqual([
      { what: 'unitPrice', expected: '4.63', found: '5.00' },
      { what: 'lineTotal', expected: '13.89', found: '15.00' },
    ]);
    expect(proof.working.map(({ of, amount }) => [of, amount])).toEqual([
      ['0.25 m × €18.50 / m', '4.625'],
      [null, '0.005'],
    ]);
    expect(check({ ...mesh, sku: 'M', draws: [] }, proof)?.differences.map(({ what }) => what)).toEqual([
      'sku',
      'draws',
    ]);
  });

  it('notices a changed amount that is paid once, though the price of one stays', () => {
    const setUp = {
      ...mesh,
      rules: [
        {
          key: 'once',
          title: '',
          on: true,
          when: null,
          then: [{ kind: 'amount' as const, amount: { kind: 'oncePerLine' as const, value: '2' } }],
        },
      ],
    };
    expect(check(setUp, proof)?.differences).toEqual([{ what: 'lineTotal', expected: '13.89', found: '15.89' }]);
  });

  it('leaves free what it says nothing about', () => {
    const loose: Proof = {
      ...proof,
      expects: { state: 'sellable', sku: null, unitPrice: null, lineTotal: null, draws: null },
    };
    expect(check({ ...mesh, sku: 'M', price: '99', draws: [] }, loose)?.holds).toBe(true);
  });

  it('may be of a selection that must be refused', () => {
    const refused = keep(mesh, { length: '40' });
    expect(refused.expects).toMatchObject({ state: 'invalid', unitPrice: null });
    const longer = {
      ...mesh,
      choices: mesh.choices.map((choice) => (choice.kind === 'measure' ? { ...choice, max: '50' } : choice)),
    };
    expect(check(longer, refused)?.differences).toContainEqual({
      what: 'state',
      expected: 'invalid',
      found: 'sellable',
    });
  });

  it('has nothing to do with what is in stock today', () => {
    const out = keep(suit, { size: 'l', cloth: 'slate' });
    expect(out.expects.state).toBe(keep(suit, { size: 'm', cloth: 'slate' }).expects.state);
  });
});
