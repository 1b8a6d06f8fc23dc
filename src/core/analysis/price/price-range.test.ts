import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Product, productSchema } from '../../catalog';
import { compile } from '../../compile';
import { sellableRange } from '..';
import { resolve } from '../../run';
import { context, mesh, suit, surroundings } from '../../../../tests/fixtures/products';

const amounts = fc.oneof(
  fc.constant(null),
  fc.record({
    kind: fc.constant('fixed' as const),
    value: fc.integer({ min: -900, max: 2000 }).map((cents) => (cents / 100).toFixed(2)),
  }),
  fc.record({ kind: fc.constant('percentOfBase' as const), value: fc.integer({ min: -20, max: 60 }).map(String) }),
);
const choices = fc.record({
  required: fc.boolean(),
  amounts: fc.array(amounts, { minLength: 1, maxLength: 3 }),
  yesNo: fc.boolean(),
});

const products: fc.Arbitrary<Product> = fc
  .tuple(fc.integer({ min: 10_000, max: 50_000 }), fc.array(choices, { maxLength: 4 }))
  .map(([cents, list]) =>
    productSchema.parse({
      slug: 'any',
      title: 'Any',
      sku: 'ANY',
      price: (cents / 100).toFixed(2),
      choices: list.map(({ required, amounts: given, yesNo }, index) =>
        yesNo
          ? { kind: 'yesNo', key: `c${index}`, title: `C${index}`, required, amount: given[0] }
          : {
              kind: 'list',
              key: `c${index}`,
              title: `C${index}`,
              required,
              options: given.map((amount, option) => ({ key: `o${option}`, title: `O${option}`, amount })),
            },
      ),
    }),
  );

/** Every selection of a product whose choices are lists and yes-or-no questions. */
function selectionsOf(product: Product): Record<string, string | boolean | null>[] {
  return product.choices.reduce<Record<string, string | boolean | null>[]>(
    (partial, choice) => {
      const answers =
        choice.kind === 'list'
          ? [...choice.options.map(({ key }) => key), ...(choice.required ? [] : [null])]
          : [true, false];
      return partial.flatMap((selection) => answers.map((answer) => ({ ...selection, [choice.key]: answer })));
    },
    [{}],
  );
}

const rangeOf = (product: Product) => sellableRange(compile(product, surroundings));

describe('the price range of a list', () => {
  it('is what trying every selection gives', () => {
    fc.assert(
      fc.property(products, (product) => {
        const program = compile(product, surroundings);
        const prices = selectionsOf(product).map((answers) =>
          Number(resolve(program, { answers }, { ...context, stock: null }).unitPrice?.toFixed(2)),
        );
        const range = sellableRange(program);
        expect(Number(range?.from.toFixed(2))).toBe(Math.min(...prices));
        expect(Number(range?.to.toFixed(2))).toBe(Math.max(...prices));
        expect(range?.open).toBe(false);
      }),
      { numRuns: 150 },
    );
  });

  it('spans the own prices of variants that are made', () => {
    const priced = {
      ...suit,
      choices: suit.choices.slice(0, 2),
      variants: suit.variants.map((variant, index) => ({ ...variant, price: index === 0 ? '90' : '140' })),
    };
    const range = rangeOf({ ...priced, price: null });
    expect([range?.from.toString(), range?.to.toString()]).toEqual(['90', '140']);
  });

  it('is open where a measure without a most may add to it, and none without a price', () => {
    const long = {
      ...mesh,
      soldBy: { kind: 'each' as const },
      choices: [{ ...mesh.choices[0], max: null, amount: { kind: 'perUnit', value: '2', unit: 'm' } }],
    };
    expect(rangeOf(productSchema.parse(long))?.open).toBe(true);
    expect(rangeOf(suit)?.open).toBe(false);
    expect(rangeOf(mesh)).toMatchObject({ per: 'm', open: false });
    expect(rangeOf({ ...mesh, price: null })).toBeNull();
    expect(rangeOf({ ...mesh, price: 'soon' })).toBeNull();
  });
});
