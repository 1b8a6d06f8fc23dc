import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { fixed, list, shopOf } from '../../../../tests/fixtures/shop-of';
import { type Resolution } from '../resolution';

const OWN = { kind: 'own', extras: 'onTop' };
const part = (product: string, more: object = {}, candidate: object = {}) => ({
  key: product,
  candidates: [{ product, ...candidate }],
  ...more,
});
const some = (least: number, usual: number, most: number) => ({ quantity: { least, usual, most } });
const kit = (parts: object[], more: object = {}) => ({ price: '80', draws: [], partsPrice: OWN, parts, ...more });
const money = ({ unitPrice }: Pick<Resolution, 'unitPrice'>) => unitPrice?.toFixed(2);
const total = ({ lineTotal }: Pick<Resolution, 'lineTotal'>) => lineTotal?.toFixed(2);

const board = {
  slug: 'board',
  title: 'Board',
  price: null,
  choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm', min: '0.5', max: '3', default: '1' }],
  rates: [{ key: 'wood', title: 'Wood', value: '9.95', per: 'm' }],
  formulas: [{ key: 'f', title: 'By length', serves: { kind: 'base' }, text: 'length × wood' }],
};
const jar = { slug: 'jar', title: 'Jar', price: '3', breaks: { steps: [{ from: '10', value: '2' }] } };
const suit = {
  slug: 'suit',
  title: 'Suit',
  price: '40',
  choices: [
    list('size', [], {
      options: [
        { key: 'm', title: 'M', amount: fixed('4') },
        { key: 'xl', title: 'XL', amount: fixed('9') },
      ],
    }),
    list('veil', [], {
      required: false,
      default: 'round',
      options: [
        { key: 'round', title: 'Round', amount: fixed('6') },
        { key: 'none', title: 'None' },
      ],
    }),
  ],
};
const third = {
  slug: 'third',
  title: 'Third',
  price: '10',
  choices: [
    list('cut', [], {
      default: 'off',
      options: [
        { key: 'off', title: 'Off', amount: { kind: 'percentOfBase', value: '-33.333' } },
        { key: 'on', title: 'On' },
      ],
    }),
  ],
};

describe('a kit with a price of its own, left as it is, costs what was typed', () => {
  it.each<[string, object[], object[]]>([
    ['with a part priced by formula', [part('board')], [board]],
    ['with a length that the manager settled', [part('board', {}, { fixed: { length: '2.5' } })], [board]],
    ['with a part in a number that reaches its breaks', [part('jar', some(10, 10, 10))], [jar]],
    ['with a size that is still to be chosen, and a default that costs more', [part('suit')], [suit]],
    ['with a size that the manager settled', [part('suit', {}, { fixed: { size: 'xl' } })], [suit]],
    ['with a part of which more come usually than must', [part('jar', some(1, 2, 12))], [jar]],
    ['with a part that comes unless it is declined', [part('jar', { optional: true, taken: true })], [jar]],
    ['with a price that is rounded', [part('third', some(3, 3, 3))], [third]],
    [
      'with a kit in it that has to be chosen in',
      [part('inner')],
      [
        { slug: 'inner', title: 'Inner', price: null, draws: [], parts: [part('suit'), part('jar', some(10, 12, 20))] },
        suit,
        jar,
      ],
    ],
  ])('%s', (_, parts, others) => {
    const { take } = shopOf([kit(parts), ...others]);
    const asItIs = take({
      parts: parts.some((one) => JSON.stringify(one).includes('"suit"') && !JSON.stringify(one).includes('fixed'))
        ? { suit: { answers: { size: 'm' } } }
        : {},
    });
    expect(money(take({}))).toBe('80.00');
    expect(money(asItIs)).toBe('80.00');
  });

  it('and what is on top is the difference to that', () => {
    const { take } = shopOf([kit([part('suit', {}, {}), part('jar', some(1, 10, 30))]), suit, jar]);
    const of = (suitAnswers: object, jars = 10) =>
      money(take({ parts: { suit: { answers: suitAnswers }, jar: { quantity: jars } } }));
    // Usual: M, 44, with the round veil, 50; ten jars at 2.
    expect([
      of({ size: 'm' }),
      of({ size: 'xl' }),
      of({ size: 'm', veil: 'none' }),
      of({ size: 'm' }, 12),
      of({ size: 'm' }, 9),
    ]).toEqual(['80.00', '85.00', '74.00', '84.00', '87.00']);
  });

  it('and takes something off for what is cheaper only where the manager says so', () => {
    const { take } = shopOf([
      kit([part('suit'), part('jar', { optional: true, taken: true })], { partsPrice: { ...OWN, cheaperLess: false } }),
      suit,
      jar,
    ]);
    const of = (veil: string, jars: number) =>
      money(take({ parts: { suit: { answers: { size: 'xl', veil } }, jar: { quantity: jars } } }));
    expect([of('round', 1), of('none', 1), of('round', 0)]).toEqual(['85.00', '80.00', '85.00']);
    expect(
      money(shopOf([kit([part('jar', { optional: true, taken: true })]), jar]).take({ parts: { jar: null } })),
    ).toBe('77.00');
  });

  it('where what comes usually is included, has further pieces, optional parts and slots on top; or nothing', () => {
    const slot = {
      kind: 'slot',
      key: 'more',
      title: 'More',
      required: false,
      most: 3,
      options: [{ key: 'jar', title: '' }],
    };
    const parts = [
      part('suit'),
      part('jar', some(1, 9, 30)),
      { key: 'extra', title: 'Extra', candidates: [{ product: 'jar' }], optional: true },
    ];
    const of = (extras: string, jars: number, extra: number, answers: object = {}) =>
      money(
        shopOf([kit(parts, { choices: [slot], partsPrice: { kind: 'own', extras } }), suit, jar]).take({
          answers,
          parts: {
            suit: { answers: { size: 'xl', veil: 'none' } },
            jar: { quantity: jars },
            extra: { quantity: extra },
          },
        }),
      );
    expect([
      of('included', 9, 0),
      of('included', 1, 0),
      of('included', 9, 1),
      of('included', 9, 0, { more: 'jar' }),
    ]).toEqual(['80.00', '80.00', '83.00', '83.00']);
    // Nine jars at 3 are 27; twenty at 2 are 40. Ten are 20, and nothing is given back for that.
    expect([of('included', 20, 0), of('included', 10, 0)]).toEqual(['93.00', '80.00']);
    expect(of('all', 30, 1, { more: 'jar' })).toBe('80.00');
  });

  it('has in its slots what is there to begin with', () => {
    const slot = {
      kind: 'slot',
      key: 'more',
      title: 'More',
      required: false,
      most: 3,
      default: ['jar', 'jar'],
      options: [
        { key: 'jar', title: '' },
        { key: 'board', title: '' },
      ],
    };
    const { take } = shopOf([kit([], { choices: [slot] }), jar, board]);
    const of = (answers: object) => money(take({ answers }));
    expect([of({}), of({ more: ['jar'] }), of({ more: ['jar', 'jar', 'board'] }), of({ more: null })]).toEqual([
      '80.00',
      '77.00',
      '89.95',
      '74.00',
    ]);
  });

  it('has what is paid once for its parts in its price, too', () => {
    const stamped = {
      ...jar,
      breaks: null,
      choices: [
        {
          kind: 'yesNo',
          key: 'stamp',
          title: 'Stamp',
          required: false,
          default: true,
          amount: { kind: 'oncePerLine', value: '6' },
        },
        { kind: 'yesNo', key: 'gilt', title: 'Gilt', required: false, amount: { kind: 'oncePerLine', value: '11' } },
      ],
    };
    const { take } = shopOf([kit([part('jar')]), stamped]);
    expect([
      total(take({ quantity: 7 })),
      total(take({ quantity: 7, parts: { jar: { answers: { gilt: true } } } })),
    ]).toEqual(['560.00', '571.00']);
  });

  it('is what a list says where the list names a price for it, with dearer parts on top', () => {
    const lists = [{ key: 'sale', groups: [], prices: [{ product: 'p', price: '15' }] }];
    const sum = { price: null, partsPrice: { kind: 'sum' } };
    const { take } = shopOf(
      [kit([part('jar', some(1, 2, 12)), part('suit', {}, { fixed: { size: 'm' } })], sum), jar, suit],
      { lists },
    );
    expect([money(take({})), money(take({ parts: { jar: { quantity: 3 } } }))]).toEqual(['15.00', '18.00']);
    expect(take({}).working.map(({ label, of }) => [label, of])).toEqual([['Price: List', null]]);
    expect(
      money(
        shopOf([kit([part('jar')], { ...sum, price: '5' }), jar], {
          lists: [{ key: 'sale', groups: [], percent: '50' }],
        }).take({}),
      ),
    ).toBe('4.00');
  });

  it('whatever it is made of, and in whatever number it is bought', () => {
    const cents = (from: number, to: number) =>
      fc.integer({ min: from, max: to }).map((amount) => Exact.of(amount, 100).toString());
    const option = (key: string) =>
      cents(-300, 900).map((value) => ({
        key,
        title: key,
        amount: { kind: key === 'c' ? 'percentOfBase' : 'fixed', value },
      }));
    const product = (slug: string) =>
      fc
        .record({
          price: cents(900, 9000),
          options: fc.tuple(option('a'), option('b'), option('c')),
          required: fc.boolean(),
          begins: fc.boolean(),
          breaks: fc.option(cents(100, 900)),
          once: fc.option(cents(1, 900)),
        })
        .map(({ price, options, required, begins, breaks, once }) => ({
          slug,
          title: slug,
          price,
          breaks: breaks ? { gives: 'less', steps: [{ from: '3', value: breaks }] } : null,
          choices: [
            list('of', [], { required, default: begins ? 'b' : null, options }),
            ...(once
              ? [
                  {
                    kind: 'yesNo',
                    key: 'once',
                    title: 'Once',
                    required: false,
                    default: true,
                    amount: { kind: 'oncePerLine', value: once },
                  },
                ]
              : []),
          ],
        }));
    const made = fc.record({
      x: product('x'),
      y: product('y'),
      counts: fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 })),
      optional: fc.boolean(),
      quantity: fc.integer({ min: 1, max: 7 }),
      extras: fc.constantFrom('onTop', 'included', 'all'),
      cheaperLess: fc.boolean(),
    });
    fc.assert(
      fc.property(made, ({ x, y, counts: [few, many], optional, quantity, extras, cheaperLess }) => {
        const { take } = shopOf([
          kit([part('x', some(1, few, 6)), part('y', { ...some(1, many, 6), optional, taken: optional })], {
            partsPrice: { kind: 'own', extras, cheaperLess },
          }),
          x,
          y,
        ]);
        const begin = take({ quantity }, { stock: null });
        expect(money(begin)).toBe('80.00');
        // Of all the ways to finish it one costs what was typed, and none less.
        const totals = ['a', 'b', 'c'].flatMap((inX) =>
          ['a', 'b', 'c'].map((inY) => {
            const answers = (of: string, { choices: [choice] }: typeof x) =>
              choice && 'required' in choice && choice.required && !('default' in choice && choice.default)
                ? { of }
                : {};
            return take(
              { quantity, parts: { x: { answers: answers(inX, x) }, y: { answers: answers(inY, y) } } },
              { stock: null },
            ).lineTotal;
          }),
        );
        const least = totals.reduce((low, one) => (low && one?.isLess(low) ? one : low));
        if (least) expect(least.toFixed(2)).toBe(Exact.of(80 * quantity).toFixed(2));
      }),
      { numRuns: 200 },
    );
  });
});
