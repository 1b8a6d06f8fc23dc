import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stockView } from '../../stock';
import { list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { resolve } from '../resolve';
import { isSoldOut, soldOutClauses } from './sold-out';

const draw = (stock: string, quantity = '1') => ({ kind: 'fixed', stock, quantity });
const option = (key: string, more: object) => ({ key, title: key, ...more });
const keys = ['body', 'trim', 'a', 'b', 'c', 'web'] as const;
const stock = ['a', 'b', 'c']
  .map((key) => ({ key, title: key, unit: '1' }))
  .concat([{ key: 'web', title: 'Web', unit: 'm', cutFrom: { kind: 'roll' } } as never]);

const stocked = list('size', [], {
  stocked: true,
  options: [option('s', {}), option('m', { whenOut: 'orderable', leadDays: 5 }), option('l', {})],
});
const products = {
  'takes the same whatever is chosen': { draws: [draw('body', '2'), draw('trim')] },
  'takes what is picked': {
    draws: [],
    choices: [
      list('box', [], {
        options: [option('x', { draws: [draw('a', '3')] }), option('y', { draws: [draw('b'), draw('c')] })],
      }),
    ],
  },
  'has a way that takes nothing': {
    draws: [],
    choices: [list('box', [], { options: [option('x', { draws: [draw('a')] }), option('y', {})] })],
  },
  'has an option that can be ordered': {
    draws: [],
    choices: [
      list('box', [], {
        options: [
          option('x', { draws: [draw('a')] }),
          option('y', { whenOut: 'orderable', leadDays: 9, draws: [draw('b')] }),
        ],
      }),
    ],
  },
  'has options for others only': {
    draws: [],
    choices: [list('box', [], { options: [option('x', { groups: ['trade'] }), option('y', { draws: [draw('c')] })] })],
  },
  'begins with a default': {
    draws: [],
    choices: [
      list('box', [], {
        default: 'x',
        options: [option('x', { draws: [draw('a')] }), option('y', { draws: [draw('b')] })],
      }),
    ],
  },
  'is kept in variants': {
    draws: [],
    choices: [stocked],
    variants: [
      { options: { size: 's' }, stock: 'a' },
      { options: { size: 'l' }, stock: 'b' },
      { options: { size: 'm' }, stock: 'c', onSale: false },
    ],
  },
  'is cut in pieces': { draws: [{ ...draw('web', '2'), pieces: 2 }] },
};

describe('a product is sold out', () => {
  it.each(Object.entries(products))(
    'as resolving it with nothing chosen, and nothing taken for granted, says: %s',
    (_, product) => {
      const program = shopOf([product], { stock }).program();
      const clauses = soldOutClauses(program);
      fc.assert(
        fc.property(
          fc.tuple(...keys.map(() => fc.integer({ min: -1, max: 4 }))),
          fc.array(fc.constantFrom('1.5', '2', '3.5', '4'), { maxLength: 3 }),
          (levels, lots) => {
            const view = stockView(
              keys.map((key, place) => ({
                key,
                available: String(levels[place] ?? 0),
                lying:
                  key === 'web'
                    ? {
                        kind: 'roll' as const,
                        kerf: '0',
                        smallestOffcut: null,
                        lots: lots.map((free, id) => ({ id, label: String(id), free })),
                      }
                    : null,
              })),
            );
            const { shown, availability } = resolve(
              program,
              { answers: Object.fromEntries(program.choices.map(({ key }) => [key, null])) },
              { stock: view, today: TODAY },
            );
            const nothingOffered = shown.some(
              ({ options }) => options.length > 0 && options.every(({ offered }) => !offered),
            );
            expect(isSoldOut(clauses, view, null)).toBe(nothingOffered || availability.canSupply === 0);
          },
        ),
        { numRuns: 60 },
      );
    },
  );

  it('for those alone for whom something of it is', () => {
    const forTrade = option('x', { groups: ['trade'], draws: [draw('a')] });
    const shop = (box: object) => soldOutClauses(shopOf([{ draws: [], choices: [box] }], { stock }).program());
    const none = stockView([{ key: 'a', available: '0' }]);
    const some = stockView([{ key: 'a', available: '1' }]);
    const clauses = shop(list('box', [], { options: [forTrade] }));
    expect([isSoldOut(clauses, none), isSoldOut(clauses, none, 'trade'), isSoldOut(clauses, none, null)]).toEqual([
      true,
      true,
      false,
    ]);
    expect(isSoldOut(clauses, some)).toBe(false);
    const withOther = shop(list('box', [], { options: [forTrade, option('y', { draws: [draw('b')] })] }));
    expect([isSoldOut(withOther, some, 'trade'), isSoldOut(withOther, some, null)]).toEqual([false, true]);
  });

  it('not when what is out may be left out, hidden by a rule, or is asked of some alone', () => {
    const box = (more: object) => list('box', [], { options: [option('x', { draws: [draw('a')] })], ...more });
    const clausesOf = (product: object) => soldOutClauses(shopOf([{ draws: [], ...product }], { stock }).program());
    const hidden = { when: null, then: [{ kind: 'hide', choices: ['box'] }] };
    expect(clausesOf({ choices: [box({})] })).toHaveLength(1);
    expect(clausesOf({ choices: [box({ required: false })] })).toEqual([]);
    expect(clausesOf({ choices: [box({ groups: ['trade'] })] })).toEqual([]);
    expect(clausesOf({ choices: [box({})], rules: [{ key: 'r', title: '', ...hidden }] })).toEqual([]);
  });

  it('as a kit when a part that belongs to it is, whichever it is, and never while some selection can be sold', () => {
    const kit = {
      price: null,
      draws: [],
      parts: [
        { key: 'box', candidates: [{ product: 'box' }], quantity: { least: 2, usual: 3, most: 3 } },
        { key: 'gift', candidates: [{ product: 'one' }, { product: 'other' }] },
        { key: 'more', optional: true, taken: true, candidates: [{ product: 'one' }] },
      ],
    };
    const box = {
      slug: 'box',
      draws: [],
      choices: [
        list('size', [], {
          default: 's',
          options: [option('s', { draws: [draw('a')] }), option('l', { draws: [draw('b')] })],
        }),
      ],
    };
    const program = shopOf([kit, box, { slug: 'one', draws: [draw('c')] }, { slug: 'other', draws: [draw('trim')] }], {
      stock,
    }).program();
    const clauses = soldOutClauses(program);
    const selections = ['s', 'l'].flatMap((size) =>
      ['one', 'other'].map((product) => ({
        answers: {},
        parts: { box: { answers: { size }, quantity: 2 }, gift: { answers: {}, product }, more: null },
      })),
    );
    const seen = new Set<boolean>();
    fc.assert(
      fc.property(fc.tuple(...keys.map(() => fc.integer({ min: 0, max: 3 }))), (levels) => {
        const view = stockView(keys.map((key, place) => ({ key, available: String(levels[place] ?? 0) })));
        const sells = selections.some(
          (selection) => resolve(program, selection, { stock: view, today: TODAY }).state === 'sellable',
        );
        expect(isSoldOut(clauses, view)).toBe(!sells);
        seen.add(sells);
      }),
    );
    expect(seen.size).toBe(2);
  });
});
