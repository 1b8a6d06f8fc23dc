import { describe, expect, it } from 'vitest';
import { resolutionJson } from '@/core/exchange';
import { list, shopOf } from '../../../../tests/fixtures/shop-of';
import { openVariants } from './open-variants';

const suit = {
  slug: 'suit',
  choices: [list('size', ['m', 'l'], { required: true, stocked: true }), list('veil', ['a'], { required: true })],
  variants: [
    { options: { size: 'm' }, stock: 'body' },
    { options: { size: 'l' }, stock: 'trim' },
  ],
};

describe('what a margin waits for', () => {
  it('is the stocked choices that are open, of parts, too', () => {
    const shop = shopOf([
      { price: null, draws: [], parts: [{ key: 'suit', candidates: [{ product: 'suit' }] }] },
      suit,
    ]);
    const of = (answers: object) =>
      openVariants(shop.program(), resolutionJson(shop.take({ parts: { suit: { answers } } })));
    expect([of({}), of({ size: 'm' })]).toEqual([['SIZE'], []]);
    expect(openVariants(shop.program('suit'), resolutionJson(shop.take({})))).toEqual([]);
  });
});
