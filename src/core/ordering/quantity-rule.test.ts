import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ANY_QUANTITY,
  captionOf,
  checkQuantity,
  everyOrderable,
  LARGEST_QUANTITY,
  nearestOrderable,
  orderable,
  orderableRange,
  type QuantityRule,
  quantityRuleSchema,
  within,
} from './quantity-rule';

const rule = (given: Partial<QuantityRule>) => orderable(quantityRuleSchema.parse(given));
const one = fc.integer({ min: 1, max: 500 });

const rules: fc.Arbitrary<QuantityRule> = fc.record({
  minimum: one,
  maximum: fc.option(fc.integer({ min: 1, max: 2000 })),
  multiple: fc.integer({ min: 1, max: 60 }),
  countedFrom: fc.constantFrom('zero', 'minimum'),
  list: fc
    .array(fc.record({ quantity: one, caption: fc.constantFrom('', 'a case') }), { maxLength: 8 })
    .map((list) => (list.length < 4 ? [] : list)),
  asked: fc.constant('field'),
});

/** What a rule says, by its words alone. */
const isRight = ({ minimum, maximum, multiple, countedFrom, list }: QuantityRule, asked: number) =>
  list.length > 0
    ? list.some(({ quantity }) => quantity === asked)
    : asked >= minimum &&
      asked <= (maximum ?? Infinity) &&
      (asked - (countedFrom === 'minimum' ? minimum : 0)) % multiple === 0;

const near = (...quantities: number[]) => quantities.map((quantity) => ({ quantity, caption: '' }));

describe('checkQuantity', () => {
  const dozens = rule({ minimum: 24, maximum: 100, multiple: 12 });

  it.each([
    [24, null],
    [96, null],
    [12, { code: 'quantityBelow', minimum: 24, nearest: near(24) }],
    [30, { code: 'quantityMultiple', multiple: 12, start: 0, nearest: near(24, 36) }],
    [100, { code: 'quantityMultiple', multiple: 12, start: 0, nearest: near(96) }],
    [108, { code: 'quantityAbove', maximum: 96, nearest: near(96) }],
    [24.5, { code: 'quantityNotWhole', given: '24.5', nearest: near(24, 36) }],
    [0, { code: 'quantityBelow', minimum: 24, nearest: near(24) }],
    [-5, { code: 'quantityBelow', minimum: 24, nearest: near(24) }],
    [Number.NaN, { code: 'quantityNotWhole', given: 'NaN', nearest: near(24) }],
  ])('%d of a dozen at a time', (given, expected) => expect(checkQuantity(dozens, given)).toEqual(expected));

  it('counts multiples from the minimum where that is said', () => {
    const fives = rule({ minimum: 3, maximum: 20, multiple: 5, countedFrom: 'minimum' });
    expect([3, 8, 13, 18].map((asked) => checkQuantity(fives, asked))).toEqual([null, null, null, null]);
    expect(checkQuantity(fives, 10)).toEqual({ code: 'quantityMultiple', multiple: 5, start: 3, nearest: near(8, 13) });
    expect(checkQuantity(fives, 20)).toEqual({ code: 'quantityMultiple', multiple: 5, start: 3, nearest: near(18) });
    // A rule that asks for more leaves the steps where they are.
    expect(orderableRange(within(fives, { least: 5, most: 15 }))).toEqual({ least: 8, most: 13 });
  });

  it('takes nothing but what a list says, and tells the nearest with their captions', () => {
    const cases = rule({
      minimum: 50,
      list: [
        { quantity: 576, caption: 'a pallet layer' },
        { quantity: 12, caption: 'one case' },
        { quantity: 48, caption: 'four cases' },
      ],
    });
    expect([12, 48, 576].map((asked) => checkQuantity(cases, asked))).toEqual([null, null, null]);
    expect(checkQuantity(cases, 30)).toEqual({
      code: 'quantityNotListed',
      given: 30,
      nearest: [
        { quantity: 12, caption: 'one case' },
        { quantity: 48, caption: 'four cases' },
      ],
    });
    expect(checkQuantity(cases, 1000)).toEqual({
      code: 'quantityNotListed',
      given: 1000,
      nearest: [{ quantity: 576, caption: 'a pallet layer' }],
    });
    expect(checkQuantity(within(cases, { least: 13, most: null }), 12)).toEqual({
      code: 'quantityNotListed',
      given: 12,
      nearest: [{ quantity: 48, caption: 'four cases' }],
    });
    expect(captionOf(cases, 48)).toBe('four cases');
    expect(everyOrderable(within(cases, { least: null, most: 100 }))?.map(({ quantity }) => quantity)).toEqual([
      12, 48,
    ]);
  });

  it('refuses more than any order line holds', () => {
    expect(checkQuantity(orderable(ANY_QUANTITY), LARGEST_QUANTITY + 1)?.code).toBe('quantityAbove');
    expect(checkQuantity(orderable(ANY_QUANTITY), Infinity)?.code).toBe('quantityNotWhole');
  });

  it('only ever suggests quantities that it would take', () => {
    fc.assert(
      fc.property(
        rules,
        fc.oneof(fc.integer({ min: -10, max: 3000 }), fc.double({ min: -10, max: 3000 })),
        (given, asked) => {
          const fault = checkQuantity(orderable(given), asked);
          for (const { quantity } of fault && 'nearest' in fault ? fault.nearest : [])
            expect(isRight(given, quantity)).toBe(true);
        },
      ),
    );
  });

  it('takes a quantity exactly when the words of the rule do', () => {
    fc.assert(
      fc.property(
        rules,
        fc.integer({ min: 1, max: 3000 }),
        (given, asked) => void expect(checkQuantity(orderable(given), asked) === null).toBe(isRight(given, asked)),
      ),
    );
  });

  it('finds nothing nearer than the nearest on either side', () => {
    fc.assert(
      fc.property(rules, fc.integer({ min: -20, max: 2100 }), (given, asked) => {
        const { below, above } = nearestOrderable(orderable(given), asked);
        for (let quantity = 1; quantity <= 2000; quantity += 1) {
          if (!isRight(given, quantity)) continue;
          if (quantity <= asked) expect(below).toBeGreaterThanOrEqual(quantity);
          if (quantity >= asked) expect(above).toBeLessThanOrEqual(quantity);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('knows a rule that nothing keeps', () => {
    expect(orderableRange(rule({ minimum: 1, maximum: 5, multiple: 12 }))).toBeNull();
    expect(orderableRange(rule({ minimum: 5, maximum: 40, multiple: 12 }))).toEqual({ least: 12, most: 36 });
    expect(everyOrderable(rule({ minimum: 1, maximum: 5, multiple: 12 }))).toEqual([]);
    expect(everyOrderable(rule({ minimum: 1 }))).toBeNull();
  });
});
