import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { Exact } from '../../number';
import { type CostOf } from '../../run';
import { lowestMargin, MARGIN_LIMITS } from './margin';

const costs =
  (given: Record<string, string>): CostOf =>
  (stock) =>
    given[stock] === undefined ? null : Exact.from(given[stock]);
const COSTS = costs({ body: '6', trim: '2.50' });
const least = (shop: ReturnType<typeof shopOf>, floor = '0', of = COSTS) =>
  lowestMargin(shop.program(), TODAY, of, Exact.from(floor), MARGIN_LIMITS);
const draw = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const times = (least_: number, most = least_) => ({ least: least_, usual: least_, most });

const suit = {
  slug: 'suit',
  price: '40',
  draws: draw('body', '3'),
  choices: [
    list('veil', [], {
      required: true,
      options: [
        { key: 'round', title: 'Round', amount: fixed('5'), draws: draw('trim') },
        { key: 'none', title: 'None', amount: fixed('-8') },
      ],
    }),
  ],
};
const tool = { slug: 'tool', price: '9', draws: draw('body') };
const kit = (more: object) => ({
  slug: 'p',
  price: null,
  draws: [],
  parts: [
    { key: 'suit', title: 'Suit', candidates: [{ product: 'suit' }] },
    { key: 'tool', title: 'Tool', candidates: [{ product: 'tool' }], quantity: times(2) },
  ],
  ...more,
});

describe('the lowest margin of a kit', () => {
  it('is that of its parts together, by the sum of their prices, less a percentage or an amount', () => {
    // The suit without a veil costs 32 and takes 18; two tools cost 18 and take 12. 50 − 30 = 20.
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' } }), suit, tool]))).toMatchObject({
      kind: 'proved',
      price: '50',
      cost: '30',
      margin: '20',
      words: 'Suit (None) · 2 × Tool',
    });
    // Less 12 %: 44 − 30.
    expect(least(shopOf([kit({ partsPrice: { kind: 'lessPercent', percent: '12' } }), suit, tool]))).toMatchObject({
      kind: 'proved',
      price: '44',
      margin: '14',
    });
    expect(least(shopOf([kit({ partsPrice: { kind: 'lessAmount', amount: '7.50' } }), suit, tool]))).toMatchObject({
      kind: 'proved',
      price: '42.5',
      margin: '12.5',
    });
  });

  it('with a price of its own is where its parts cost most, or least pay for what they cost more', () => {
    // All in for 60: with the veil the suit takes 20.50, two tools 12.
    expect(
      least(shopOf([kit({ price: '60', partsPrice: { kind: 'own', extras: 'included' } }), suit, tool])),
    ).toMatchObject({ kind: 'proved', price: '60', cost: '32.5', margin: '27.5', words: 'Suit (Round) · 2 × Tool' });
    // Extras on top: usually it comes with none, the cheapest answer, and takes 30; the veil costs 13 more and takes
    // 2.50.
    expect(
      least(shopOf([kit({ price: '60', partsPrice: { kind: 'own', extras: 'onTop' } }), suit, tool])),
    ).toMatchObject({ kind: 'proved', price: '60', cost: '30', margin: '30' });
  });

  it('of graduated breaks is what all pieces leave together, those beyond each step included', () => {
    const breaks = (steps: object[]) => ({
      gives: 'price',
      counting: 'graduated',
      over: 'pieces',
      across: 'line',
      steps,
    });
    const parts = [{ key: 'tool', title: 'Tool', candidates: [{ product: 'tool' }], quantity: times(5) }];
    const graduated = {
      ...tool,
      breaks: breaks([
        { from: '2', value: '7' },
        { from: '4', value: '5' },
      ]),
    };
    // Two at 9, two at 7 and one at 5 are 37; five take 30.
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' }, parts }), graduated]))).toMatchObject({
      kind: 'proved',
      price: '37',
      margin: '7',
    });
    // What is picked of it may have graduated breaks, too: two at 4 and three at 1 more.
    const handle = list('handle', [], {
      required: true,
      options: [{ key: 'ash', title: 'Ash', amount: fixed('4'), breaks: breaks([{ from: '2', value: '1' }]) }],
    });
    const withHandle = { ...graduated, choices: [handle] };
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' }, parts }), withHandle]))).toMatchObject({
      kind: 'proved',
      price: '48',
      margin: '18',
    });
  });

  it('does not stay open where customers are not asked what others are', () => {
    const forTrade = list('handle', [], {
      required: true,
      groups: ['trade'],
      options: [{ key: 'ash', title: 'Ash', properties: { long: { value: '60', unit: 'cm' } } }],
    });
    const parts = [{ key: 'tool', title: 'Tool', candidates: [{ product: 'tool' }] }];
    const formulas = [{ key: 'f', title: 'F', serves: { kind: 'shown' }, text: 'sum(tool.long) / 1 m' }];
    const shop = shopOf([kit({ partsPrice: { kind: 'sum' }, parts, formulas }), { ...tool, choices: [forTrade] }]);
    expect(least(shop)).toMatchObject({ kind: 'proved', margin: '3' });
  });

  it('leaves out what may be left out where that earns less, takes the number that earns least, and the product', () => {
    const loss = { slug: 'loss', title: 'Loss', price: '1', draws: draw('body') };
    const parts = [
      { key: 'suit', title: 'Suit', candidates: [{ product: 'suit' }], optional: true },
      {
        key: 'any',
        title: 'Any',
        candidates: [{ product: 'tool' }, { product: 'loss' }],
        quantity: { least: 1, usual: 1, most: 3 },
      },
    ];
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' }, parts }), suit, tool, loss]))).toMatchObject({
      kind: 'proved',
      price: '3',
      cost: '18',
      margin: '-15',
      words: '3 × Any: Loss',
    });
  });

  it('of a part that comes in many numbers is at one end of them, as long as one costs the same in any', () => {
    const many = (slug: string) =>
      kit({
        partsPrice: { kind: 'sum' },
        parts: [
          { key: 'any', title: 'Any', candidates: [{ product: slug }], quantity: { least: 10, usual: 10, most: 30 } },
        ],
      });
    expect(least(shopOf([many('tool'), tool]))).toMatchObject({ kind: 'proved', margin: '30', words: '10 × Any' });
    const loss = { slug: 'loss', price: '5', draws: draw('body') };
    expect(least(shopOf([many('loss'), loss]))).toMatchObject({ kind: 'proved', margin: '-30', words: '30 × Any' });
    expect(least(shopOf([many('loss'), { ...loss, breaks: { steps: [{ from: '20', value: '4' }] } }]))).toMatchObject({
      kind: 'found',
      margin: '-60',
      words: '30 × Any',
      bound: null,
    });
  });

  it('has what the kit itself takes, adds and takes off', () => {
    const own = {
      draws: draw('trim', '2'),
      choices: [
        { kind: 'yesNo', key: 'gift', title: 'Gift', required: false, amount: fixed('-4'), draws: draw('trim') },
      ],
    };
    // 50 − 4 − (30 + 5 + 2.50).
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' }, ...own }), suit, tool]))).toMatchObject({
      kind: 'proved',
      price: '46',
      cost: '37.5',
      margin: '8.5',
      words: 'Gift Yes · Suit (None) · 2 × Tool',
    });
  });

  it('goes down through kits in kits, and takes along what is taken along', () => {
    const inner = {
      slug: 'inner',
      price: null,
      draws: [],
      partsPrice: { kind: 'lessPercent', percent: '10' },
      parts: [{ key: 'tool', title: 'Tool', candidates: [{ product: 'tool' }] }],
    };
    // 8.10 twice, less 6 twice.
    expect(
      least(
        shopOf([
          kit({
            partsPrice: { kind: 'sum' },
            parts: [{ key: 'in', title: 'In', candidates: [{ product: 'inner' }], quantity: times(2) }],
          }),
          inner,
          tool,
        ]),
      ),
    ).toMatchObject({ kind: 'proved', price: '16.2', margin: '4.2' });
    const along = shopOf([
      {
        price: '10',
        draws: draw('trim'),
        choices: [
          {
            kind: 'addOn',
            key: 'more',
            title: 'More',
            product: 'tool',
            required: false,
            mostQuantity: 2,
            price: { kind: 'less', percent: '50' },
          },
        ],
      },
      tool,
    ]);
    // Each tool along is paid 4.50 and takes 6: two of them lose 3 of the 7.50.
    expect(least(along)).toMatchObject({ kind: 'proved', price: '19', cost: '14.5', margin: '4.5' });
  });

  it('is that of one group of customers, never of one part at one group’s price and another at another’s', () => {
    const lists = [{ key: 'l', groups: ['trade'], percent: '-30', prices: [], places: [{}] }];
    const plain = shopOf(
      [
        kit({ partsPrice: { kind: 'sum' } }),
        { ...suit, choices: [] },
        {
          ...tool,
          choices: [
            list('colour', [], {
              required: true,
              options: [
                { key: 'a', title: 'A' },
                { key: 'b', title: 'B', amount: fixed('-1'), groups: ['trade'] },
              ],
            }),
          ],
        },
      ],
      { lists },
    );
    // Everybody: 40 + 18 − 30; trade: two tools at 8.
    expect(least(plain)).toMatchObject({ kind: 'proved', group: 'trade', price: '56', margin: '26' });
  });

  it('knows what many of it cost: breaks of the kit, of its parts’ sum and of all of it', () => {
    const broken = (gives: string, value: string, more: object = {}) =>
      least(
        shopOf([
          kit({ partsPrice: { kind: 'sum' }, breaks: { gives, steps: [{ from: '5', value }] }, ...more }),
          suit,
          tool,
        ]),
      );
    // 50 less 20 % is 40, and takes 30; less 6 is 44; for 45 the suit with its veil takes most: 32.50.
    expect(broken('percent', '20')).toMatchObject({
      kind: 'proved',
      price: '40',
      margin: '10',
      selection: { quantity: expect.anything() },
    });
    expect(broken('less', '6')).toMatchObject({ kind: 'proved', price: '44', margin: '14' });
    expect(broken('price', '45')).toMatchObject({ kind: 'proved', price: '45', cost: '32.5', margin: '12.5' });
    // Of all of it, with a gift for 10: 60 less 60 % is 24, without it 20.
    const gift = { choices: [{ kind: 'yesNo', key: 'gift', title: 'Gift', required: false, amount: fixed('10') }] };
    expect(broken('percentOfAll', '60', gift)).toMatchObject({ kind: 'proved', price: '20', margin: '-10' });
    // A step that nobody reaches is none.
    expect(broken('percent', '20', { quantity: { maximum: 4 } })).toMatchObject({
      kind: 'proved',
      price: '50',
      margin: '20',
    });
    expect(broken('percent', '20', { partsPrice: { kind: 'own' }, price: '60' })).toMatchObject({
      kind: 'proved',
      price: '48',
      margin: '18',
    });
  });

  it('knows what is a share of it: answers that take a percentage of the parts', () => {
    const shares = (kind: string, more: object = {}) =>
      least(
        shopOf([
          kit({
            partsPrice: { kind: 'sum' },
            choices: [
              list('wrap', [], {
                required: true,
                options: [
                  { key: 'none', title: 'None' },
                  { key: 'used', title: 'Used', amount: { kind, value: '-50' }, draws: draw('trim') },
                ],
              }),
              { kind: 'yesNo', key: 'club', title: 'Club', required: false, amount: { kind, value: '-10' } },
            ],
            ...more,
          }),
          suit,
          tool,
        ]),
      );
    // Half of 50 and a tenth less: 20, less 30 and a trim; of the sum, a tenth of the half: 22.50.
    expect(shares('percentOfBase')).toMatchObject({ kind: 'proved', price: '20', cost: '32.5', margin: '-12.5' });
    expect(shares('percentOfSum')).toMatchObject({ kind: 'proved', price: '22.5', cost: '32.5', margin: '-10' });
    // Together they take more than there is, which nobody can buy: what is found is told, and what it may come to.
    const half = (key: string) => ({
      kind: 'yesNo',
      key,
      title: key,
      required: false,
      amount: { kind: 'percentOfBase', value: '-60' },
    });
    expect(shares('percentOfBase', { choices: [half('a'), half('b')] })).toMatchObject({
      kind: 'found',
      price: '20',
      margin: '-10',
    });
  });

  it('goes down with every one of an option that adds less of the base than it costs', () => {
    const handle = list('handle', [], {
      required: true,
      ownQuantity: true,
      mostEach: 3,
      options: [
        { key: 'brass', title: 'Brass', amount: { kind: 'percentOfBase', value: '10' }, draws: draw('body', '2') },
      ],
    });
    const parts = [{ key: 'tool', title: 'Tool', candidates: [{ product: 'tool' }] }];
    const own = kit({ price: '99', partsPrice: { kind: 'own', extras: 'all' }, parts, choices: [handle] });
    // Each adds 9.90 and takes 12, the tool takes 6: 99 + 29.70 − 36 − 6 for three, and 90.90 for one.
    expect(least(shopOf([own, tool]))).toMatchObject({ price: '128.7', cost: '42', margin: '86.7' });
  });

  it('is found where rules tie parts to the price, and asks what they cost', () => {
    const rules = [
      {
        key: 'r',
        when: { kind: 'quantity', compare: 'atLeast', value: 3 },
        then: [{ kind: 'amount', amount: { kind: 'percentOfBase', value: '-5' } }],
      },
    ];
    // A twentieth less of 50.
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' }, rules }), suit, tool]))).toMatchObject({
      kind: 'proved',
      price: '47.5',
      margin: '17.5',
      words: 'Suit (None) · 2 × Tool · 3 pieces',
    });
    // What earns least would come below nothing, which nobody can buy: then nothing is claimed.
    expect(least(shopOf([kit({ partsPrice: { kind: 'lessAmount', amount: '51' } }), suit, tool]))).toEqual({
      kind: 'notFound',
    });
    expect(least(shopOf([kit({ partsPrice: { kind: 'sum' } }), suit, tool]), '0', costs({ body: '1' }))).toEqual({
      kind: 'costsMissing',
      items: ['Trim'],
    });
  });
});
