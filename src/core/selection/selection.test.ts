import { describe, expect, it } from 'vitest';
import { AT_ITEM, AT_QUANTITY, AT_SELECTION, atChoice, selectionSchema, whereText } from '.';

const parse = (value: unknown) => selectionSchema.safeParse(value);
/** A selection with parts within parts, so deep. */
const nested = (depth: number): object =>
  depth === 0 ? { answers: { a: 1 } } : { parts: { inner: nested(depth - 1) } };

describe('the form of a selection', () => {
  it('takes every form that an answer has, and what a selection of nothing is', () => {
    const answers = {
      text: 'x',
      number: 1.5,
      yes: true,
      left: null,
      one: { option: 'm', quantity: 2 },
      several: ['a', { option: 'b', quantity: 3 }],
    };
    expect(parse({ answers, quantity: 3 }).data).toEqual({ answers, quantity: 3 });
    expect(parse({}).data).toEqual({ answers: {} });
  });

  it('keeps names that it does not have, so that resolving can tell what may be meant', () => {
    expect(parse({ answers: {}, quantiy: 3 }).data).toEqual({ answers: {}, quantiy: 3 });
  });

  it.each([
    ['no object', 7],
    ['answers that are a list', { answers: [] }],
    ['an answer that is an object of something else', { answers: { a: { b: 1 } } }],
    ['an answer that nests', { answers: { a: [['b']] } }],
    ['a text longer than any field', { answers: { a: 'x'.repeat(60_001) } }],
    ['a key longer than any', { answers: { ['k'.repeat(131)]: 'x' } }],
    ['a quantity as text', { quantity: '3' }],
    ['parts that are a list', { parts: [] }],
    ['a part that has names of its own', { parts: { suit: { answers: {}, colour: 'red' } } }],
  ])('refuses %s', (_, value) => expect(parse(value).success).toBe(false));

  it('nests eight deep and no deeper; what nests a thousand deep is refused and not followed', () => {
    expect(parse(nested(8)).success).toBe(true);
    expect(parse(nested(9)).success).toBe(false);
    expect(parse(nested(1000)).success).toBe(false);
  });
});

describe('a place in a selection', () => {
  it('is written as the open format writes it', () => {
    expect([AT_QUANTITY, AT_ITEM, AT_SELECTION, atChoice('gift.card')].map(whereText)).toEqual([
      'quantity',
      'item',
      'selection',
      'choice:gift.card',
    ]);
    expect(whereText({ part: ['suit', 'veil'], at: 'choice', choice: 'size' })).toBe('part:suit/part:veil/choice:size');
  });
});
