import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkQuantity, LARGEST_QUANTITY, orderableRange, type QuantityRule } from './quantity-rule';

const rules: fc.Arbitrary<QuantityRule> = fc.record({
  minimum: fc.integer({ min: 1, max: 500 }),
  maximum: fc.option(fc.integer({ min: 1, max: 2000 })),
  multiple: fc.integer({ min: 1, max: 60 }),
});

describe('checkQuantity', () => {
  const dozens = { minimum: 24, maximum: 100, multiple: 12 };

  it.each([
    [24, null],
    [96, null],
    [12, { code: 'quantityBelow', minimum: 24, nearest: [24] }],
    [30, { code: 'quantityMultiple', multiple: 12, nearest: [24, 36] }],
    [100, { code: 'quantityMultiple', multiple: 12, nearest: [96] }],
    [108, { code: 'quantityAbove', maximum: 96, nearest: [96] }],
    [24.5, { code: 'quantityNotWhole', given: '24.5', nearest: [24, 36] }],
    [0, { code: 'quantityBelow', minimum: 24, nearest: [24] }],
    [-5, { code: 'quantityBelow', minimum: 24, nearest: [24] }],
    [Number.NaN, { code: 'quantityNotWhole', given: 'NaN', nearest: [24] }],
  ])('%d of a dozen at a time', (given, expected) => expect(checkQuantity(dozens, given)).toEqual(expected));

  it('refuses more than any order line holds', () => {
    expect(checkQuantity({ minimum: 1, maximum: null, multiple: 1 }, LARGEST_QUANTITY + 1)?.code).toBe('quantityAbove');
    expect(checkQuantity({ minimum: 1, maximum: null, multiple: 1 }, Infinity)?.code).toBe('quantityNotWhole');
  });

  it('only ever suggests quantities that it would take', () => {
    fc.assert(
      fc.property(rules, fc.oneof(fc.integer({ min: -10, max: 3000 }), fc.double({ min: -10, max: 3000 })), (rule, given) => {
        const fault = checkQuantity(rule, given);
        for (const nearest of fault && 'nearest' in fault ? fault.nearest : []) expect(checkQuantity(rule, nearest)).toBeNull();
      }),
    );
  });

  it('takes a quantity exactly when it is within the bounds and a multiple', () => {
    fc.assert(
      fc.property(rules, fc.integer({ min: 1, max: 3000 }), (rule, given) => {
        const right = given >= rule.minimum && given <= (rule.maximum ?? Infinity) && given % rule.multiple === 0;
        expect(checkQuantity(rule, given) === null).toBe(right);
      }),
    );
  });

  it('knows a rule that nothing keeps', () => {
    expect(orderableRange({ minimum: 1, maximum: 5, multiple: 12 })).toBeNull();
    expect(orderableRange({ minimum: 5, maximum: 40, multiple: 12 })).toEqual({ least: 12, most: 36 });
  });
});
