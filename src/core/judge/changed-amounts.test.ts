import { describe, expect, it } from 'vitest';
import { breaksSchema } from '../pricing';
import { choiceSchema, placementSchema, type Product, productSchema, sheetSchema } from '../catalog';
import { compile } from '../compile/compile';
import { changedAmountWords } from '../words';
import { mesh, suit, surroundings } from '../../../tests/fixtures/products';
import { changedAmounts } from './changed-amounts';

const TODAY = '2026-11-25';

/** What a recipe changes in a product, in sentences. */
function told(
  product: Product,
  recipe: (changed: Product) => void,
  around = surroundings,
  aroundAfter = around,
): string[] {
  const changed = structuredClone(product);
  recipe(changed);
  return changedAmounts(compile(product, around), compile(changed, aroundAfter), TODAY).map((change) =>
    changedAmountWords(change, 'EUR'),
  );
}

const face = (...amounts: (string | null)[]) =>
  choiceSchema.parse({
    kind: 'list',
    key: 'face',
    title: 'Face',
    options: amounts.map((value, place) => ({
      key: `o${place}`,
      title: `Face ${place}`,
      amount: value === null ? null : { kind: 'fixed', value },
    })),
  });

describe('what a price comes from, before and after a change', () => {
  const plain: Product = { ...mesh, choices: [...mesh.choices, face('0', '5', '9')] };

  it('is told in the middle of a range, though its ends stay', () => {
    const middle = (changed: Product, value: string) =>
      void (changed.choices = [...mesh.choices, face('0', value, '9')]);
    expect(told(plain, (changed) => middle(changed, '7.5'))).toEqual(['Face, Face 1: +€7.50, was +€5.00.']);
    expect(told(plain, (changed) => middle(changed, '0'))).toEqual(['Face, Face 1: nothing, was +€5.00.']);
    expect(told(plain, (changed) => middle(changed, '5'))).toEqual([]);
  });

  it('an amount of nothing is none', () => {
    expect(
      told(
        { ...mesh, choices: [...mesh.choices, face('0', null)] },
        (changed) => void (changed.choices = [...mesh.choices, face(null, '0')]),
      ),
    ).toEqual([]);
  });

  it('is a base price, a variant’s own, a rate and what rules add or set', () => {
    expect(told(mesh, (changed) => void (changed.price = '20'))).toEqual(['Price: €20.00 / m, was €18.50 / m.']);
    const ruled: Product = {
      ...mesh,
      rates: [{ key: 'work', title: 'Work', value: '2', per: 'h', byGroup: { trade: '1' }, steps: [] }],
      rules: [
        {
          key: 'r',
          title: '',
          on: true,
          when: null,
          then: [
            { kind: 'amount', amount: { kind: 'percentOfBase', value: '5' } },
            { kind: 'setPrice', price: '9', addOns: 'covered' },
          ],
        },
      ],
    };
    expect(
      told(ruled, (changed) => {
        changed.rates = [{ key: 'work', title: 'Work', value: '2.50', per: 'h', byGroup: { trade: '1.5' }, steps: [] }];
        changed.rules[0]?.then.splice(
          0,
          2,
          { kind: 'amount', amount: { kind: 'percentOfBase', value: '-5' } },
          { kind: 'setPrice', price: '8', addOns: 'covered' },
        );
      }),
    ).toEqual([
      'Work: €2.50 / h, was €2.00 / h.',
      'Work, trade: €1.50 / h, was €1.00 / h.',
      'Rule 1: −5 %, was +5 %.',
      'Rule 1: €8.00, was €9.00.',
    ]);
    expect(
      told(ruled, (changed) => void (changed.rules = ruled.rules.map((rule) => ({ ...rule, on: false })))),
    ).toEqual(['Rule 1: nothing, was +5 %.', 'Rule 1: nothing, was €9.00.']);
  });

  it('is what a formula gives for what is selected at the beginning, or that it is worked out otherwise', () => {
    const formula = (text: string) => ({ key: 'cut', title: 'Cutting', serves: { kind: 'amount' as const }, text });
    const cut: Product = { ...mesh, formulas: [formula('1.50 EUR')] };
    expect(told(cut, (changed) => void (changed.formulas = [formula('2 EUR')]))).toEqual([
      'Cutting: €2.00 to begin with, was €1.50 to begin with.',
    ]);
    expect(told(cut, (changed) => void (changed.formulas = [formula('0.75 EUR × 2')]))).toEqual([
      'Cutting: worked out otherwise.',
    ]);
  });

  it('is told of a sheet’s own formulas, rates and rules, too', () => {
    const sheet = (text: string, rate: string, amount: string) =>
      sheetSchema.parse({
        key: 'care',
        title: 'Care',
        formulas: [{ key: 'f', title: 'Waxing', serves: { kind: 'amount' }, text }],
        rates: [{ key: 'wax', title: 'Wax', value: rate }],
        rules: [{ key: 'r', title: 'In winter', then: [{ kind: 'amount', amount: { kind: 'fixed', value: amount } }] }],
      });
    const placed: Product = { ...mesh, sheets: [placementSchema.parse({ key: 'care' })] };
    const around = (one: ReturnType<typeof sheet>) => ({ ...surroundings, sheets: new Map([['care', one]]) });
    expect(
      told(placed, () => undefined, around(sheet('wax × 2', '1', '3')), around(sheet('wax × 2', '1.5', '4'))),
    ).toEqual([
      'Wax: €1.50, was €1.00.',
      'In winter: +€4.00, was +€3.00.',
      'Waxing: €3.00 to begin with, was €2.00 to begin with.',
    ]);
  });

  it('is what more of it costs, of the product, a variant and an option', () => {
    const breaks = (from: string, value: string) => breaksSchema.parse({ steps: [{ from, value }] });
    const broken: Product = { ...mesh, breaks: breaks('10', '16') };
    expect(told(broken, (changed) => void (changed.breaks = breaks('10', '15.50')))).toEqual([
      'Quantity breaks: from 10 €15.50, was from 10 €16.00.',
    ]);
    expect(
      told(
        mesh,
        (changed) =>
          void (changed.breaks = { ...breaks('10', '5'), over: 'measure', counting: 'graduated', gives: 'percent' }),
      ),
    ).toEqual(['Quantity breaks: beyond 10 m 5 % less, was nothing.']);
    expect(
      told(
        suit,
        (changed) =>
          void changed.variants.splice(
            0,
            1,
            ...changed.variants.slice(0, 1).map((variant) => ({ ...variant, breaks: breaks('3', '99') })),
          ),
      )[0],
    ).toContain('quantity breaks: from 3 €99.00, was nothing.');
  });

  it('is told of another product that comes with it', () => {
    const kit = productSchema.parse({
      slug: 'kit',
      title: 'Kit',
      sku: 'KIT',
      parts: [{ key: 'a', candidates: [{ product: suit.slug }] }],
    });
    const beside = (product: Product) => ({ ...surroundings, products: new Map([[product.slug, product]]) });
    const dearer = structuredClone(suit);
    dearer.price = '200';
    expect(told(kit, () => undefined, beside(suit), beside(dearer))).toEqual([
      'Bee suit, price: €200.00, was €129.00.',
    ]);
    expect(
      told(
        { ...kit, partsPrice: { kind: 'lessPercent', percent: '10' } },
        (changed) => void (changed.partsPrice = { kind: 'lessPercent', percent: '12' }),
        beside(suit),
      ),
    ).toEqual(['Off the parts: 12 % off, was 10 % off.']);
  });
});
