import { describe, expect, it } from 'vitest';
import { productSchema, referencesOf, withStock } from '.';

describe('a product that takes from other stock items', () => {
  const draw = (stock: string) => ({ kind: 'fixed', stock, quantity: '1' });
  const product = productSchema.parse({
    slug: 'p',
    title: 'P',
    sku: 'P',
    draws: [draw('a')],
    choices: [
      { kind: 'list', key: 'o', title: 'O', options: [{ key: 'x', title: 'X', draws: [draw('b')] }] },
      { kind: 'yesNo', key: 'q', title: 'Q', draws: [draw('c')] },
    ],
    variants: [{ options: {}, stock: 'd' }, { options: { o: 'x' } }],
    formulas: [{ key: 'f', title: 'F', text: '1', serves: { kind: 'draw', stock: 'e' } }],
    rules: [{ key: 'r', then: [{ kind: 'draw', draw: draw('f') }] }],
    proofs: [{ key: 'k', title: 'K', answers: {}, expects: { draws: [{ stock: 'a', quantity: '1' }] } }],
  });

  it('does so wherever it takes from any', () => {
    const moved = withStock(product, (key) => `${key}2`);
    expect([...referencesOf(product).stock].sort()).toEqual(['a', 'b', 'c', 'd', 'e', 'f']);
    expect([...referencesOf(moved).stock].sort()).toEqual(['a2', 'b2', 'c2', 'd2', 'e2', 'f2']);
    // What a proof says of it is said of the other, so that it still holds.
    expect(moved.proofs[0]?.expects.draws).toEqual([{ stock: 'a2', quantity: '1' }]);
  });

  it('is otherwise as it was', () => expect(withStock(product, (key) => key)).toEqual(product));
});
