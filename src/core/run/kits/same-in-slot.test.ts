import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf } from '../../../../tests/fixtures/shop-of';

const jar = {
  slug: 'jar',
  title: 'Jar',
  price: '3',
  breaks: { steps: [{ from: '3', value: '2' }] },
  choices: [
    list('lid', [], {
      required: false,
      options: [
        { key: 'gold', title: 'Gold', amount: fixed('1') },
        { key: 'tin', title: 'Tin' },
      ],
    }),
    {
      kind: 'yesNo',
      key: 'stamp',
      title: 'Stamp',
      required: false,
      default: true,
      amount: { kind: 'oncePerLine', value: '5' },
    },
  ],
};
const build = (more: object = {}) =>
  shopOf([
    {
      price: null,
      draws: [],
      choices: [{ kind: 'slot', key: 'in', title: 'In', most: 9, options: [{ key: 'jar', title: '' }], ...more }],
    },
    jar,
  ]);
const gold = { product: 'jar', answers: { lid: 'gold' } };

describe('the same things in a slot', () => {
  it('are one entry with a number, for every sum, however they are put in', () => {
    const { take } = build();
    const ways = [[{ ...gold, quantity: 3 }], [gold, { ...gold, quantity: 2 }], [gold, gold, gold]].map((entries) =>
      take({ answers: { in: entries } }),
    );
    expect(ways.map(({ lineTotal, item }) => [lineTotal?.toFixed(2), item.key])).toEqual(
      Array(3).fill(['14.00', ways[0]?.item.key]),
    );
    expect(ways.map(({ parts }) => parts.map(({ part, beside, pieces }) => [part, beside, pieces]))).toEqual([
      [['in#1', [], 3]],
      [['in#1', ['in#2'], 3]],
      [['in#1', ['in#2', 'in#3'], 3]],
    ]);
    // A jar with another lid is another thing.
    expect(
      take({ answers: { in: [gold, gold, { product: 'jar', answers: { lid: 'tin' } }] } }).lineTotal?.toFixed(2),
    ).toBe('21.00');
  });

  it('keep their places where the order counts, and are counted together all the same', () => {
    const { take } = build({ keepsOrder: true });
    const found = take({
      answers: { in: [gold, { product: 'jar', answers: { lid: 'tin' } }, { ...gold, quantity: 2 }] },
    });
    // Three with gold at 3 and one without at 3; a stamp for each kind.
    expect(found.lineTotal?.toFixed(2)).toBe('22.00');
    expect(
      found.parts.map(({ part, pieces, alone, once }) => [part, pieces, alone?.toFixed(2), once.toFixed(2)]),
    ).toEqual([
      ['in#1', 1, '3.00', '5.00'],
      ['in#2', 1, '3.00', '5.00'],
      ['in#3', 2, '6.00', '0.00'],
    ]);
  });

  it('are refused in a number in which they are refused, however they are put in', () => {
    const rule = (compare: string, value: number) => ({
      key: 'n',
      when: { kind: 'quantity', compare, value },
      then: [{ kind: 'refuse', reason: 'No.' }],
    });
    const plain = { slug: 'jar', title: 'Jar', price: '3' };
    const asked = (one: object, more: object = {}) => {
      const { take } = shopOf([
        {
          price: '50',
          draws: [],
          choices: [{ kind: 'slot', key: 'in', title: 'In', most: 9, options: [{ key: 'jar', title: '' }], ...more }],
        },
        one,
      ]);
      return [['jar'], ['jar', 'jar'], [{ product: 'jar', quantity: 2 }]].map((entries) =>
        take({ answers: { in: entries } }).problems.map(({ code, where }) => `${where.part.join()} ${code}`),
      );
    };
    const pair = [[], ['in#1 refusedByRule'], ['in#1 refusedByRule']];
    expect(asked({ ...plain, rules: [rule('is', 2)] })).toEqual(pair);
    expect(asked({ ...plain, rules: [rule('is', 2)] }, { keepsOrder: true })).toEqual(pair);
    // One alone is refused, and two are sold.
    expect(asked({ ...plain, rules: [rule('is', 1)] })).toEqual([['in#1 refusedByRule'], [], []]);
    const breaks = { gives: 'less', steps: [{ from: '2', value: '4' }] };
    expect(asked({ ...plain, price: '3.50', breaks })[1]).toEqual(['in#1 priceBelowNothing']);
    expect(asked({ ...plain, price: '3.50', breaks })[2]).toEqual(['in#1 priceBelowNothing']);
  });

  it('of which there are too few are unfinished, and what is there counts', () => {
    const found = build({ least: 3 }).take({ answers: { in: [gold] } });
    expect(found).toMatchObject({ state: 'incomplete', problems: [{ code: 'slotTooFew' }] });
    expect(found.unitPrice?.toFixed(2)).toBe('4.00');
  });
});
