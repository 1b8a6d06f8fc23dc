import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { Exact } from '../../number';
import { type CostOf, resolve } from '../../run';
import { lowestMargin, MARGIN_LIMITS } from './margin';

const PRICES: Record<string, string> = { board: '6', frame: '1.25', tin: '2.50' };
const COSTS: CostOf = (stock) => (PRICES[stock] === undefined ? null : Exact.from(PRICES[stock]));
const stock = Object.keys(PRICES).map((key) => ({ key, title: key, unit: '1' }));
const put = (products: object[], more: object = {}) => shopOf(products, { stock, ...more });
const least = (shop: ReturnType<typeof shopOf>, floor = '0') =>
  lowestMargin(shop.program(), TODAY, COSTS, Exact.from(floor), MARGIN_LIMITS);
const draw = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const slot = (key: string, candidates: string[], more: object = {}) => ({
  kind: 'slot',
  key,
  title: key,
  options: candidates.map((candidate) => ({ key: candidate, title: '' })),
  ...more,
});

/** 40 less 18; of cedar 52 less 30. */
const box = {
  slug: 'box',
  title: 'Box',
  price: '40',
  draws: draw('board', '3'),
  choices: [
    list('timber', [], {
      required: true,
      options: [
        { key: 'pine', title: 'Pine', properties: { timber: { text: 'pine' } } },
        {
          key: 'cedar',
          title: 'Cedar',
          amount: fixed('12'),
          draws: draw('board', '2'),
          properties: { timber: { text: 'cedar' } },
        },
      ],
    }),
  ],
};
/** 15 less 12 */
const low = {
  slug: 'low',
  title: 'Low box',
  price: '15',
  draws: draw('board', '2'),
  properties: { timber: { text: 'pine' } },
};
/** 20 less 2.50 */
const tin = {
  slug: 'tin',
  title: 'Tin roof',
  price: '20',
  draws: draw('tin'),
  properties: { timber: { text: 'pine' } },
};
/** 10 less 6 */
const roof = {
  slug: 'roof',
  title: 'Roof',
  price: '10',
  draws: draw('board'),
  properties: { timber: { text: 'cedar' } },
};
const build = (more: object = {}) => ({
  slug: 'p',
  price: null,
  draws: [],
  partsPrice: { kind: 'sum' },
  choices: [slot('boxes', ['box', 'low'], { most: 3 }), slot('lid', ['tin', 'roof'])],
  ...more,
});
const all = (more: object = {}) => put([build(more), box, low, tin, roof]);

describe('the lowest margin of a build', () => {
  it('is where what is put in each slot leaves least, in the number that leaves least', () => {
    // One low box leaves 3, the roof 4.
    expect(least(all())).toMatchObject({ kind: 'proved', price: '25', cost: '18', margin: '7' });
    // Less half: a box of cedar leaves 26 − 30, three of them take 12; of the low box 7.50 − 12 is left, three times.
    expect(least(all({ partsPrice: { kind: 'lessPercent', percent: '50' } }))).toMatchObject({
      kind: 'proved',
      price: '27.5',
      cost: '42',
      margin: '-14.5',
    });
  });

  it('keeps to what fits: under a roof of cedar there is no low box', () => {
    const fits = [{ key: 'f', place: 'lid', property: 'timber', other: { place: 'boxes', property: 'timber' } }];
    // The low box goes with the tin roof alone: 3 + 17.50; a box of cedar under the roof leaves 22 + 4.
    expect(least(all({ fits }))).toMatchObject({ kind: 'proved', price: '35', cost: '14.5', margin: '20.5' });
  });

  it('counts what follows from what is in it: nine frames for every box', () => {
    const frames = {
      formulas: [{ key: 'f', title: 'Frames', text: 'count(boxes) × 9', serves: { kind: 'draw', stock: 'frame' } }],
    };
    // Each box takes nine frames, 11.25: three low boxes leave 3 × (3 − 11.25), the roof 4.
    expect(least(all(frames))).toMatchObject({ kind: 'proved', price: '55', cost: '75.75', margin: '-20.75' });
  });

  it('has parts, choices and a price of its own beside its slots', () => {
    const own = {
      price: '60',
      parts: [{ key: 'stand', title: 'Stand', candidates: [{ product: 'low' }], optional: true }],
      choices: [...build().choices, { kind: 'yesNo', key: 'gift', title: 'Gift', required: false, draws: draw('tin') }],
    };
    // All in for 60, with a stand (12), three boxes of cedar (90) and a roof (6), wrapped in a tin for nothing.
    expect(least(all({ ...own, partsPrice: { kind: 'own', extras: 'all' } }))).toMatchObject({
      kind: 'proved',
      price: '60',
      cost: '110.5',
      margin: '-50.5',
    });
    // What stands in slots and the stand are on top, whether or not what comes usually is included: what leaves least
    // is the low box and the roof, no stand, and the tin.
    for (const extras of ['onTop', 'included'])
      expect(least(all({ ...own, partsPrice: { kind: 'own', extras } }))).toMatchObject({
        kind: 'proved',
        price: '85',
        cost: '20.5',
        margin: '64.5',
      });
  });

  it('goes down into builds that are put into builds', () => {
    const hive = {
      slug: 'hive',
      title: 'Hive',
      price: null,
      draws: [],
      partsPrice: { kind: 'lessPercent', percent: '10' },
      choices: [slot('inner', ['low', 'tin'])],
    };
    // 13.50 − 12.
    expect(least(put([build({ choices: [slot('in', ['hive', 'roof'])] }), hive, low, tin, roof]))).toMatchObject({
      kind: 'proved',
      margin: '1.5',
    });
  });

  it('is that of one customer group at a time', () => {
    const traded = {
      ...low,
      choices: [
        list('grade', [], {
          required: true,
          options: [
            { key: 'first', title: 'First' },
            { key: 'second', title: 'Second', amount: fixed('-4'), groups: ['trade'] },
          ],
        }),
      ],
    };
    const tradeRoof = {
      ...roof,
      choices: [
        list('grade', [], {
          required: true,
          options: [
            { key: 'first', title: 'First', amount: fixed('5'), groups: ['trade'] },
            { key: 'second', title: 'Second', amount: fixed('6') },
          ],
        }),
      ],
    };
    // Trade: three low boxes of 11 lose 1 each, the roof of 15 leaves 9. Everybody: a low box leaves 3, the roof of 16
    // leaves 10.
    expect(
      least(put([build({ choices: [slot('boxes', ['low'], { most: 3 }), slot('lid', ['roof'])] }), traded, tradeRoof])),
    ).toMatchObject({ kind: 'proved', group: 'trade', margin: '6' });
  });

  it('knows what costs otherwise in another number, and a share of it', () => {
    const broken = { ...low, breaks: { steps: [{ from: '2', value: '1' }] } };
    // Three low boxes at 1 less 12 each, and a roof that leaves 4.
    expect(least(put([build(), box, broken, tin, roof]))).toMatchObject({ kind: 'proved', margin: '-29' });
    expect(
      least(
        all({
          choices: [
            ...build().choices,
            {
              kind: 'yesNo',
              key: 'gift',
              title: 'Gift',
              required: false,
              amount: { kind: 'percentOfBase', value: '-5' },
            },
          ],
        }),
      ),
      // 25, a twentieth less, and what it takes costs 18.
    ).toMatchObject({ kind: 'proved', price: '23.75', cost: '18', margin: '5.75' });
  });
});

describe('the lowest margin of made builds, beside every selection', () => {
  const money = (from: number, to: number) =>
    fc.integer({ min: from, max: to }).map((cents) => (cents / 100).toFixed(2));
  const option = (key: string) =>
    fc
      .record({
        amount: fc.option(money(-200, 900).map(fixed)),
        pieces: fc.integer({ min: 0, max: 3 }),
        timber: fc.constantFrom('pine', 'cedar'),
        group: fc.boolean(),
      })
      .map(({ amount, pieces, timber, group }) => ({
        key,
        title: key,
        amount,
        properties: { timber: { text: timber } },
        draws: pieces > 0 ? draw('tin', String(pieces)) : [],
        groups: group && key === 'y' ? ['trade'] : [],
      }));
  const product = (slug: string) =>
    fc
      .record({
        price: money(1000, 4000),
        boards: fc.integer({ min: 1, max: 4 }),
        options: fc.tuple(option('x'), option('y')),
      })
      .map(({ price, boards, options }) => ({
        slug,
        title: slug,
        price,
        draws: boards > 0 ? draw('board', String(boards)) : [],
        choices: [list('of', [], { required: true, options })],
      }));
  const partsPrice = fc.constantFrom<object>(
    { kind: 'sum' },
    { kind: 'lessPercent', percent: '12.5' },
    { kind: 'lessAmount', amount: '2.30' },
    { kind: 'own', extras: 'onTop' },
    { kind: 'own', extras: 'onTop', cheaperLess: false },
    { kind: 'own', extras: 'included' },
    { kind: 'own', extras: 'all' },
  );
  const made = fc.record({
    a: product('a'),
    b: product('b'),
    partsPrice,
    fits: fc.boolean(),
    frames: fc.boolean(),
    empty: fc.boolean(),
    part: fc.boolean(),
    keepsOrder: fc.boolean(),
    own: money(0, 500),
    floor: fc.constantFrom('0', '25'),
  });

  it('is proved, and nothing earns less', () => {
    fc.assert(
      fc.property(made, ({ a, b, partsPrice: how, fits, frames, empty, part, keepsOrder, own, floor }) => {
        const isOwn = 'extras' in how;
        const program = put([
          {
            slug: 'p',
            price: isOwn ? '45' : null,
            draws: draw('tin'),
            partsPrice: how,
            choices: [
              slot('one', ['a', 'b'], { most: 2, keepsOrder }),
              slot('two', ['b', 'a'], { required: !empty }),
              { kind: 'yesNo', key: 'gift', title: 'Gift', required: false, amount: fixed(isOwn ? own : `-${own}`) },
            ],
            parts: part ? [{ key: 'low', title: 'Low', candidates: [{ product: 'low' }] }] : [],
            fits: fits
              ? [{ key: 'f', place: 'one', property: 'timber', other: { place: 'two', property: 'timber' } }]
              : [],
            formulas: frames
              ? [{ key: 'n', title: 'Frames', text: 'count(one) × 3', serves: { kind: 'draw', stock: 'frame' } }]
              : [],
          },
          a,
          b,
          low,
        ]).program();
        const found = lowestMargin(program, TODAY, COSTS, Exact.from(floor), MARGIN_LIMITS);
        const kept = Exact.of(100).minus(Exact.from(floor)).over(Exact.of(100));
        let lowest: Exact | null = null;
        const each = ['a', 'b'].flatMap((slug) =>
          ['x', 'y'].map((of) => ({ product: slug, answers: { of }, quantity: 1 })),
        );
        const ones = [
          ...each.map((entry) => [entry]),
          ...each.flatMap((first) => each.map((second) => [first, second])),
        ];
        const twos = [...each.map((entry) => [entry]), ...(empty ? [[]] : [])];
        for (const group of [null, 'trade'])
          for (const gift of [true, false])
            for (const one of ones)
              for (const two of twos) {
                const { state, unitPrice, cost } = resolve(
                  program,
                  { answers: { gift, one, two }, quantity: 1 },
                  { stock: null, today: TODAY, group, costs: COSTS },
                );
                const value =
                  state === 'sellable' && unitPrice && cost ? unitPrice.times(kept).minus(cost.known) : null;
                if (value && (!lowest || value.isLess(lowest))) lowest = value;
              }
        if (!lowest) return expect(['nothingSold', 'notFound', 'notLookedAt']).toContain(found.kind);
        expect(found.kind).toBe('proved');
        if (!('margin' in found)) return;
        const value = Exact.from(found.price).times(kept).minus(Exact.from(found.cost));
        expect(value.minus(lowest).toApproximateNumber()).toBeLessThanOrEqual(0.03);
        expect(value.isLess(lowest)).toBe(false);
      }),
      { numRuns: 30 },
    );
  });
});
