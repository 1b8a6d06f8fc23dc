import { describe, expect, it } from 'vitest';
import { type Product, productSchema } from '../catalog';
import { compile } from '../compile';
import { mesh, suit, surroundings } from '../../../tests/fixtures/products';
import { ANY_QUANTITY } from '../ordering';
import { amountWords, counted, facetWords, faultWords, priceWords, quantityWords } from '.';

const pricedWords = (product: Product) => priceWords(compile(product, surroundings));

describe('words', () => {
  it('say what a product is', () => {
    expect(facetWords(suit)).toEqual(['2 variants', '4 choices']);
    expect(facetWords({ ...mesh, quantity: { ...ANY_QUANTITY, minimum: 2, multiple: 2 } })).toEqual([
      'by the metre',
      '1 choice',
      'in multiples of 2',
    ]);
    expect(facetWords({ ...mesh, soldBy: { kind: 'each' }, choices: [] })).toEqual(['plain']);
  });

  it('say what a product costs, from the cheapest to the dearest answers', () => {
    expect(pricedWords(mesh)).toBe('€18.50 / m');
    // 129 less the gift box's 1.50; 135 plus fencing 13.50, twelve letters 4.80 and four pockets 13. Moss is not made.
    expect(pricedWords(suit)).toBe('€127.50 – €166.30');
    expect(pricedWords({ ...mesh, price: null })).toBeNull();
    expect(pricedWords({ ...suit, choices: suit.choices.filter(({ kind }) => kind === 'text'), variants: [] })).toBe(
      '€129.00 – €133.80',
    );
  });

  it('say the price of a unit without what is for the whole piece, and with what is for the unit', () => {
    const hem = { kind: 'yesNo', key: 'hem', title: 'Hem', required: false, amount: { kind: 'fixed', value: '2.40' } };
    const fine = {
      kind: 'list',
      key: 'fine',
      title: 'Fine',
      options: [{ key: 'fine', title: 'Fine', amount: { kind: 'perUnit', value: '1', unit: '[ft_i]', of: 'length' } }],
    };
    const product = productSchema.parse({ ...mesh, choices: [...mesh.choices, hem, fine] });
    // 1 a foot is 3.2808 a metre.
    expect(pricedWords(product)).toBe('from €21.78 / m');
  });

  it.each([
    [{ kind: 'fixed', value: '9.5' } as const, '+€9.50'],
    [{ kind: 'fixed', value: '-1.50' } as const, '−€1.50'],
    [{ kind: 'percentOfBase', value: '8' } as const, '+8 %'],
    [{ kind: 'perCharacter', value: '0.85', of: null, spaces: 'free' } as const, '+€0.85 per character'],
    [{ kind: 'perUnit', value: '3.2', unit: 'm', of: null } as const, '+€3.20 / m'],
    [{ kind: 'perUnit', value: '4.25', unit: '1', of: null } as const, '+€4.25 each'],
    [{ kind: 'fixed', value: '0.00' } as const, ''],
    [{ kind: 'fixed', value: 'x' } as const, ''],
    [null, ''],
  ])('say what %o adds', (amount, words) => expect(amountWords(amount, 'EUR')).toBe(words));

  it('count', () => {
    expect(counted(1, 'piece')).toBe('1 piece');
    expect(counted(0, 'piece')).toBe('0 pieces');
    expect(quantityWords({ value: '1', unit: '1' })).toBe('1 piece');
    expect(quantityWords({ value: '0.75', unit: 'm' })).toBe('0.75 m');
  });
});

describe('what has still to be named', () => {
  it.each([
    ['together', 'Enter what products are counted together with: a name that all of them have.'],
    ['place', 'Select the slot or part that must fit.'],
    ['choices', 'Select the choices for this rule.'],
  ] as const)('is said for what it is: %s', (what, said) =>
    expect(faultWords({ code: 'nothingNamed', what })).toBe(said),
  );
});
