import { describe, expect, it } from 'vitest';
import { list, shopOf } from '../../../../tests/fixtures/shop-of';
import { sellableRange } from '../../analysis';
import { placedQuantityFor, placedQuantitySchema } from '../../catalog';
import { customerView } from '../../exchange';
import { compile } from '../../compile';
import { Exact } from '../../number';
import { stockViewOf } from '../../stock';
import { firstQuantity } from '../first-quantity';

const DRAW = { kind: 'fixed', stock: 'body', quantity: '1' };
const dozens = { minimum: 12, multiple: 12 };
const asked = (resolution: { problems: readonly { code: string }[] }) => resolution.problems.map(({ code }) => code);

describe('who has the word about the quantity', () => {
  const shop = shopOf([
    {
      quantity: { minimum: 2 },
      quantityByGroup: { trade: { minimum: 10, multiple: 5 } },
      choices: [
        list('size', ['s', 'l'], { required: true, stocked: true }),
        {
          ...list('face', []),
          required: false,
          options: [
            { key: 'plain', title: 'Plain' },
            { key: 'foil', title: 'Foil', quantity: dozens },
          ],
        },
        {
          ...list('box', []),
          required: false,
          options: [
            { key: 'none', title: 'None' },
            { key: 'gift', title: 'Gift', quantity: { list: [{ quantity: 24, caption: 'a carton' }] } },
          ],
        },
      ],
      variants: [
        { options: { size: 's' }, stock: 'body' },
        { options: { size: 'l' }, stock: 'body', quantity: { maximum: 3 } },
      ],
      draws: [],
    },
  ]);
  const fault = (answers: object, quantity: number, group: string | null = null) =>
    asked(shop.resolve(answers, quantity, { group, stock: null }));

  it('is the last chosen option, then the variant, the group, the product', () => {
    expect([fault({ size: 's' }, 1), fault({ size: 's' }, 2), fault({ size: 's' }, 5)]).toEqual([
      ['quantityBelow'],
      [],
      [],
    ]);
    expect([
      fault({ size: 's' }, 9, 'trade'),
      fault({ size: 's' }, 12, 'trade'),
      fault({ size: 's' }, 15, 'trade'),
    ]).toEqual([['quantityBelow'], ['quantityMultiple'], []]);
    // The variant has the word before the group.
    expect([fault({ size: 'l' }, 1, 'trade'), fault({ size: 'l' }, 4, 'trade')]).toEqual([[], ['quantityAbove']]);
    expect([
      fault({ size: 'l', face: 'foil' }, 3),
      fault({ size: 'l', face: 'foil' }, 24),
      fault({ size: 'l', face: 'plain' }, 3),
    ]).toEqual([['quantityBelow'], [], []]);
    expect([
      fault({ size: 'l', face: 'foil', box: 'gift' }, 12),
      fault({ size: 'l', face: 'foil', box: 'gift' }, 24),
    ]).toEqual([['quantityNotListed'], []]);
    expect(shop.resolve({ size: 's', face: 'foil' }, 1).quantityFrom).toEqual({ kind: 'option', title: 'FACE: Foil' });
    expect(shop.resolve({ size: 's' }, 1, { group: 'trade' }).quantityFrom).toEqual({
      kind: 'productForGroup',
      group: 'Trade',
    });
  });

  it('decides how few are too few of stock', () => {
    const view = stockViewOf(() => Exact.of(3));
    const told = (answers: object, quantity: number, group: string | null) =>
      asked(shop.resolve(answers, quantity, { group, stock: view }));
    // One large can be had in any number, and of three there are three, whatever the least of the others is.
    expect([told({ size: 'l' }, 1, 'trade'), told({ size: 's' }, 3, null)]).toEqual([[], []]);
    expect([told({ size: 's' }, 10, 'trade'), told({ size: 's' }, 4, null)]).toEqual([
      ['outOfStock'],
      ['notEnoughStock'],
    ]);
    const trial = shopOf([{ quantity: { minimum: 5 }, quantityByGroup: { trade: { minimum: 1 } }, draws: [DRAW] }]);
    const codes = (quantity: number, group: string | null) =>
      asked(trial.resolve({}, quantity, { group, stock: view }));
    expect([codes(2, 'trade'), codes(4, 'trade'), codes(5, null)]).toEqual([[], ['notEnoughStock'], ['outOfStock']]);
  });

  it('says the nearest with its caption', () => {
    const [problem] = shop.ask({ size: 's', box: 'gift' }, 20, { stock: null }).problems;
    expect(problem).toMatchObject({
      where: 'quantity',
      nearest: ['24'],
      nearestTold: ['24 (a carton)'],
      message: '20 is not a quantity that this is sold in.',
      remedy: 'Nearest: 24 (a carton).',
    });
  });

  it('is what customers of a group are sent as the product’s own, and nothing of others', () => {
    const [product] = [...shop.surroundings.products.values()];
    if (!product) throw new Error('no product');
    const of = (group: string | null) => customerView(product, shop.surroundings, group);
    expect([of('trade').product.quantity?.minimum, of(null).product.quantity?.minimum]).toEqual([10, 2]);
    expect(JSON.stringify(of(null))).not.toContain('"minimum":10');
    expect(asked({ problems: compile(of('trade').product, of('trade').surroundings).faults })).toEqual([]);
  });
});

describe('rules for many products', () => {
  const rules = [
    { key: 'all', title: 'All', rule: { maximum: 100 } },
    { key: 'jars', title: 'Jars by the case', places: [{ category: 'Jars' }], rule: { multiple: 6 } },
    { key: 'big', title: 'Big jars', places: [{ category: 'Jars', tag: 'big' }], rule: { multiple: 3 } },
    { key: 'trade', title: 'Trade', groups: ['trade'], rule: { minimum: 20 } },
    { key: 'kits', title: 'Kits', places: [{ facet: 'kit' }], rule: { maximum: 2 } },
  ].map((rule) => placedQuantitySchema.parse(rule));
  const shelved = (more: object = {}) => ({
    category: null,
    supplier: null,
    tags: [],
    soldBy: { kind: 'each' },
    variants: [],
    parts: [],
    choices: [],
    ...more,
  });
  const nearest = (product: object, group: string | null = null) =>
    placedQuantityFor(shelved(product), rules, group)?.key;

  it('hold as far as they say most about a product; the first of those that say as much', () => {
    expect(nearest({})).toBe('all');
    expect(nearest({ category: 'jars ' })).toBe('jars');
    expect(nearest({ category: 'Jars', tags: ['big'] })).toBe('big');
    expect(nearest({ parts: [{}] })).toBe('kits');
    expect([
      nearest({}, 'trade'),
      nearest({ category: 'Jars' }, 'trade'),
      nearest({ category: 'Jars', tags: ['big'] }, 'trade'),
    ]).toEqual(['trade', 'jars', 'big']);
  });

  it('give way to what a product says itself', () => {
    const shop = shopOf([{ category: 'Jars' }, { slug: 'own', category: 'Jars', quantity: {} }]);
    const surroundings = { ...shop.surroundings, shop: { ...shop.surroundings.shop, quantityRules: rules } };
    const program = (slug: string) => {
      const product = surroundings.products.get(slug);
      if (!product) throw new Error(slug);
      return compile(product, surroundings);
    };
    expect(program('p').quantities.usual).toMatchObject({
      from: { kind: 'placed', title: 'Jars by the case' },
      orderable: { multiple: 6 },
    });
    expect(program('p').defaultQuantity).toBe(6);
    expect(program('own').quantities.usual).toMatchObject({ from: { kind: 'product' }, orderable: { multiple: 1 } });
  });
});

describe('what follows from it', () => {
  it('a page begins with a quantity that can be bought with what is chosen beforehand', () => {
    const options = [
      { key: 'loose', title: 'Loose' },
      { key: 'case', title: 'Case', quantity: { list: [{ quantity: 48 }, { quantity: 12 }] } },
    ];
    const first = (fallback: string) =>
      firstQuantity(shopOf([{ choices: [{ ...list('how', []), options, default: fallback }] }]).program(), {
        today: '2026-11-25',
      });
    expect([first('loose'), first('case')]).toEqual([1, 12]);
  });

  it('the price in a list counts what is bought by the dozen at a dozen', () => {
    const options = [
      { key: 'loose', title: 'Loose', amount: { kind: 'fixed', value: '5' } },
      { key: 'case', title: 'Case', quantity: dozens, amount: { kind: 'fixed', value: '-20' } },
    ];
    const range = sellableRange(shopOf([{ choices: [{ ...list('how', []), options, required: true }] }]).program());
    expect([range?.from.toString(), range?.to.toString()]).toEqual(['80', '105']);
  });

  it('faults are told where the rule is written', () => {
    const { faults } = shopOf([
      {
        quantityByGroup: { nobody: {}, trade: { maximum: 3, multiple: 5 } },
        choices: [
          {
            ...list('how', []),
            options: [{ key: 'a', title: 'A', quantity: { list: [{ quantity: 5 }, { quantity: 5 }] } }],
          },
        ],
      },
    ]);
    expect(faults()).toEqual(
      expect.arrayContaining([
        'quantityByGroup.nobody groupUnknown',
        'quantityByGroup.trade.maximum quantityImpossible',
        'choices.0.options.0.quantity.list.1 quantityTwice',
      ]),
    );
  });

  it('a kit’s parts come in the kit’s number, whatever their options say', () => {
    const shop = shopOf([
      {
        slug: 'p',
        draws: [],
        price: null,
        parts: [{ key: 'jar', candidates: [{ product: 'jar' }], quantity: { least: 1, usual: 1, most: 5 } }],
      },
      {
        slug: 'jar',
        price: '4',
        quantity: dozens,
        choices: [
          {
            ...list('lid', []),
            options: [{ key: 'a', title: 'A', quantity: { minimum: 48 } }],
            default: 'a',
            required: true,
          },
        ],
      },
    ]);
    expect(shop.take({}).state).toBe('sellable');
  });
});
