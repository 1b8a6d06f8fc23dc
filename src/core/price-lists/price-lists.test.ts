import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fixed, is, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { compile } from '../compile';
import { customerView, resolutionJson } from '../exchange';
import { Exact } from '../number';
import { resolve } from '../run';
import { pricedFor } from './in-force';
import { lowestBefore } from './lowest';
import { pricingsOf } from './pricings';

const trade = { key: 'trade', title: 'Trade', groups: ['trade'] };
const named = (price: string, of: object = { kind: 'product' }, more: object = {}) => ({
  product: 'p',
  price,
  of,
  ...more,
});
const TRADE = { group: 'trade' };

describe('prices of a list', () => {
  it('take the place of the base price for its customers alone, and the working says so', () => {
    const shop = shopOf([{}], { lists: [{ ...trade, prices: [named('82.50')] }] });
    expect(shop.ask({}, 2, TRADE)).toMatchObject({
      unitPrice: '82.50',
      lineTotal: '165.00',
      working: [{ label: 'Price: Trade', amount: '82.5', of: '€82.50 instead of €100.00' }],
    });
    expect(shop.ask({}, 2)).toMatchObject({ unitPrice: '100.00', working: [{ label: 'Base price', of: null }] });
  });

  it('hold from the first to the last of their days, both of them', () => {
    const shop = shopOf([{}], {
      lists: [{ key: 'sale', from: '2026-12-01', until: '2026-12-24', prices: [named('79')] }],
    });
    const on = (today: string) => shop.ask({}, 1, { today }).unitPrice;
    expect(['2026-11-30', '2026-12-01', '2026-12-24', '2026-12-25'].map(on)).toEqual([
      '100.00',
      '79.00',
      '79.00',
      '100.00',
    ]);
  });

  it('are for variants and options, too; a variant with a price of its own keeps it where only the product is named', () => {
    const shop = shopOf(
      [
        {
          choices: [
            list('size', ['s', 'l'], { required: true, stocked: true }),
            list('face', [], {
              required: false,
              options: [
                { key: 'foil', title: 'Foil', amount: fixed('12') },
                { key: 'deep', title: 'Deep', amount: { kind: 'percentOfBase', value: '10' } },
              ],
            }),
            {
              kind: 'text',
              key: 'name',
              title: 'Name',
              required: false,
              amount: { kind: 'perCharacter', value: '0.80' },
            },
          ],
          variants: [
            { options: { size: 's' }, stock: 'body' },
            { options: { size: 'l' }, stock: 'trim', price: '130' },
          ],
        },
      ],
      {
        lists: [
          {
            ...trade,
            prices: [
              named('80'),
              named('9', { kind: 'option', choice: 'face', option: 'foil' }),
              named('5', { kind: 'option', choice: 'face', option: 'deep' }),
              named('0.50', { kind: 'option', choice: 'name', option: null }),
            ],
          },
          {
            key: 'gold',
            groups: ['gold'],
            title: 'Gold',
            prices: [named('111', { kind: 'variant', options: { size: 'l' } })],
          },
        ],
      },
    );
    expect(shop.ask({ size: 's', face: 'foil', name: 'Ada' }, 1, TRADE)).toMatchObject({ unitPrice: '90.50' });
    expect(shop.ask({ size: 's', face: 'deep' }, 1, TRADE)).toMatchObject({ unitPrice: '84.00' });
    expect(shop.ask({ size: 'l' }, 1, TRADE)).toMatchObject({ unitPrice: '130.00' });
    expect(shop.ask({ size: 'l' }, 1, { group: 'gold' })).toMatchObject({
      unitPrice: '111.00',
      working: [{ label: 'Price: Gold, L' }],
    });
    expect(shop.ask({ size: 's' }, 1, { group: 'gold' })).toMatchObject({ unitPrice: '100.00' });
  });

  it('so many percent less are paid as finely as prices are written, and only where they are placed', () => {
    const shop = shopOf([{ price: '10.99' }, { slug: 'fine', price: '0.0125' }], {
      lists: [{ ...trade, percent: '15', places: [{ category: 'c' }] }],
    });
    // 10.99 × 0.85 = 9.3415; 0.0125 × 0.85 = 0.010625, written with four places.
    expect(shop.ask({}, 1, TRADE).unitPrice).toBe('9.34');
    expect(shop.program('fine', TRADE).base.price?.toString()).toBe('0.0106');
    expect(
      shopOf([{ category: 'D' }], { lists: [{ ...trade, percent: '15', places: [{ category: 'c' }] }] }).ask(
        {},
        1,
        TRADE,
      ).unitPrice,
    ).toBe('100.00');
  });

  it('follow another list where they say nothing, and take their percentage off that', () => {
    const lists = [
      {
        key: 'gold',
        groups: ['gold'],
        title: 'Gold',
        follows: 'trade',
        percent: '5',
        prices: [named('3', { kind: 'product' }, { product: 'q' })],
      },
      { ...trade, percent: '10', prices: [named('80')] },
    ];
    const shop = shopOf([{}, { slug: 'q' }, { slug: 'r', price: '50' }], { lists });
    const price = (slug: string, group: string) => shop.program(slug, { group }).base.price?.toString();
    // Named 80 less 5 %; named 3; 50 less 10 % less 5 %.
    expect(['p', 'q', 'r'].map((slug) => price(slug, 'gold'))).toEqual(['76', '3', '42.75']);
    expect(['p', 'q', 'r'].map((slug) => price(slug, 'trade'))).toEqual(['80', '90', '45']);
  });

  it('that follow each other in a circle end', () => {
    const shop = shopOf([{}], {
      lists: [
        { ...trade, follows: 'other', percent: '10' },
        { key: 'other', follows: 'trade', groups: ['x'], percent: '10' },
      ],
    });
    expect(shop.ask({}, 1, TRADE).unitPrice).toBe('81.00');
  });

  it('have the word in their order: the first that says a price', () => {
    const sale = { key: 'sale', title: 'Sale', prices: [named('70')] };
    const price = (lists: object[]) => shopOf([{}], { lists }).ask({}, 1, TRADE).unitPrice;
    expect(price([{ ...trade, prices: [named('75')] }, sale])).toBe('75.00');
    expect(price([sale, { ...trade, prices: [named('75')] }])).toBe('70.00');
    expect(price([{ ...trade, prices: [] }, sale])).toBe('70.00');
  });
});

describe('with what was there before', () => {
  const breaks = { steps: [{ from: '10', value: '90' }] };

  it('tables that give prices go with the usual price, those that say how much less hold on', () => {
    const lists = [{ ...trade, prices: [named('80')] }];
    expect(shopOf([{ breaks, draws: [] }], { lists }).ask({}, 10, TRADE).unitPrice).toBe('80.00');
    expect(
      shopOf([{ breaks: { gives: 'percent', steps: [{ from: '10', value: '25' }] }, draws: [] }], { lists }).ask(
        {},
        10,
        TRADE,
      ).unitPrice,
    ).toBe('60.00');
    expect(shopOf([{ breaks, draws: [] }], { lists: [{ ...trade, percent: '10' }] }).ask({}, 10, TRADE).unitPrice).toBe(
      '81.00',
    );
    expect(
      shopOf([{ breaks, draws: [] }], {
        lists: [{ ...trade, prices: [named('80', undefined, { breaks: { steps: [{ from: '5', value: '77' }] } })] }],
      }).ask({}, 5, TRADE).unitPrice,
    ).toBe('77.00');
  });

  it('what a formula gives is made less by a line that the working shows', () => {
    const product = {
      price: null,
      rates: [{ key: 'wage', title: 'Wage', value: '12', per: null }],
      formulas: [
        { key: 'f', title: 'By work', serves: { kind: 'base' }, text: 'hours = 3\nmax(hours × wage, 20 EUR)' },
      ],
    };
    const shop = shopOf([product], { lists: [{ ...trade, percent: '12.5' }] });
    expect(shop.faults()).toEqual([]);
    expect(shop.ask({}, 1, TRADE)).toMatchObject({ unitPrice: '31.50' });
    expect(shop.ask({}, 1, TRADE).working[0]?.of).toBe('hours 3 · usual_price €36.00 · list_takes €4.50');
    expect(shop.ask({}, 1)).toMatchObject({ unitPrice: '36.00' });
    // 36 less 10 %, and 5 % off that.
    const gold = shopOf([product], {
      lists: [
        { key: 'gold', groups: ['gold'], follows: 'trade', percent: '5' },
        { ...trade, percent: '10' },
      ],
    });
    expect(gold.ask({}, 1, { group: 'gold' })).toMatchObject({ unitPrice: '30.78' });
  });

  it('parts that are sold as if alone, and kits that cost what they do, follow the list', () => {
    const kit = [
      {
        price: null,
        draws: [],
        parts: [{ key: 'box', candidates: [{ product: 'box' }], quantity: { least: 2, usual: 2, most: 2 } }],
      },
      { slug: 'box', price: '10' },
    ];
    const shop = shopOf(kit, { lists: [{ ...trade, prices: [{ product: 'box', price: '8' }] }] });
    expect(shop.ask({}, 1, TRADE).unitPrice).toBe('16.00');
    expect(shop.ask({}, 1).unitPrice).toBe('20.00');
  });

  it('customers are sent what holds for them, and resolve to the same', () => {
    const shop = shopOf(
      [
        {
          tags: ['secret tag'],
          choices: [
            list('face', [], { required: false, options: [{ key: 'foil', title: 'Foil', amount: fixed('12') }] }),
          ],
        },
      ],
      {
        lists: [
          {
            ...trade,
            percent: '10',
            places: [{ tag: 'secret tag' }],
            follows: 'inner',
            prices: [named('7', { kind: 'option', choice: 'face', option: 'foil' })],
          },
          { key: 'inner', title: 'Inner name', groups: ['x'], prices: [named('95')] },
        ],
      },
    );
    const product = shop.surroundings.products.get('p');
    if (!product) throw new Error('no product');
    const view = customerView(product, pricedFor(shop.surroundings, 'trade', TODAY), 'trade');
    expect(JSON.stringify([...(view.surroundings.prices?.lists ?? [])])).not.toMatch(/secret tag|Inner name/);
    const asCustomer = resolutionJson(
      resolve(
        compile(view.product, view.surroundings),
        { answers: { face: 'foil' } },
        { stock: null, today: TODAY, group: view.group },
      ),
    );
    expect(asCustomer).toMatchObject({ unitPrice: '92.50', working: shop.ask({ face: 'foil' }, 1, TRADE).working });
  });
});

describe('the lowest price of the days before', () => {
  const sale = {
    key: 'sale',
    title: 'Sale',
    groups: [],
    from: '2026-12-01',
    until: null,
    showsLowest: true,
    follows: null,
    percent: null,
    places: [],
    prices: [],
  };
  const state = (from: string, price: string | null, lists: object[] = []) => {
    const shop = shopOf([{ price: price ?? '1' }], { lists });
    return {
      from,
      product: price === null ? null : (shop.surroundings.products.get('p') ?? null),
      lists: shop.catalog.priceLists,
    };
  };
  const lowest = (...past: ReturnType<typeof state>[]) => lowestBefore(sale, past, 2)[0]?.price ?? null;

  it('is the lowest of the 30 days, not what stood last and not what was earlier', () => {
    expect(
      lowest(
        state('2026-01-01', '60'),
        state('2026-10-01', '100'),
        state('2026-11-10', '90'),
        state('2026-11-20', '110'),
      ),
    ).toBe('90');
    // The 1st of November is the thirtieth day before the 1st of December; what held up to the 31st of October is too
    // old, on which day it changed.
    expect(lowest(state('2026-01-01', '60'), state('2026-10-31', '100'))).toBe('100');
    expect(lowest(state('2026-01-01', '60'), state('2026-11-01', '100'))).toBe('60');
  });

  it('counts what other lists made of it meanwhile, and only the days on which it was in the shop', () => {
    expect(
      lowest(
        state('2026-10-01', '100', [{ key: 'flash', from: '2026-11-05', until: '2026-11-06', prices: [named('75')] }]),
      ),
    ).toBe('75');
    expect(lowest(state('2026-10-01', null), state('2026-11-20', '120'))).toBe('120');
    expect(lowest(state('2026-10-01', null))).toBeNull();
    expect(lowest(state('2026-12-01', '50'))).toBeNull();
  });

  it('is crossed out beside the reduced price', () => {
    const shop = shopOf([{ wasPrice: '150' }], { lists: [{ ...sale, prices: [named('80')] }] });
    const product = shop.surroundings.products.get('p');
    if (!product) throw new Error('no product');
    const told = (price: string) =>
      resolve(
        compile(
          product,
          pricedFor(
            {
              ...shop.surroundings,
              priceLists: shop.catalog.priceLists.map((known) => ({
                ...known,
                lowest: [{ product: 'p', of: { kind: 'product' }, price, breaks: null }],
              })),
            },
            null,
            '2026-12-02',
          ),
        ),
        { answers: {} },
        { stock: null, today: '2026-12-02' },
      );
    expect([told('95').wasPrice?.toString(), told('95').wasLowest]).toEqual(['95', true]);
    // Nothing is crossed out that was no more.
    expect([told('80').wasPrice, told('80').wasLowest]).toEqual([null, false]);
  });
});

describe('all prices that will hold', () => {
  it('are told apart by the day they begin and by whom they are for', () => {
    const { catalog } = shopOf([{}], {
      lists: [
        { ...trade, percent: '10' },
        { key: 'sale', title: 'Sale', from: '2026-12-01', until: '2026-12-24', percent: '20' },
      ],
    });
    const found = pricingsOf(catalog.priceLists, ['trade', 'club'], TODAY).map(({ day, groups, titles }) => [
      day,
      groups,
      titles,
    ]);
    expect(found).toEqual([
      [TODAY, [null, 'club'], []],
      [TODAY, ['trade'], ['Trade']],
      ['2026-12-01', [null, 'club'], ['Sale']],
      ['2026-12-01', ['trade'], ['Trade', 'Sale']],
    ]);
  });
});

describe('whatever the lists', () => {
  const money = fc.integer({ min: 1, max: 99_999 }).map((cents) => (cents / 100).toFixed(2));
  it('the working adds up to the price, and a percentage never makes it more', () => {
    fc.assert(
      fc.property(
        money,
        money,
        fc.integer({ min: 0, max: 100 }),
        fc.boolean(),
        fc.integer({ min: 1, max: 20 }),
        (price, foil, percent, isNamed, quantity) => {
          const shop = shopOf(
            [
              {
                price,
                draws: [],
                choices: [
                  list('face', ['plain', 'foil'], {
                    required: false,
                    options: [
                      { key: 'foil', title: 'F', amount: fixed(foil) },
                      { key: 'share', title: 'S', amount: { kind: 'percentOfBase', value: '7.5' } },
                    ],
                  }),
                ],
                rules: [
                  { key: 'r', when: is('face', 'share'), then: [{ kind: 'add', amount: '1.11', title: 'R' }] },
                ].slice(1),
              },
            ],
            { lists: [{ ...trade, percent: String(percent), prices: isNamed ? [named(foil)] : [] }] },
          );
          for (const face of [null, 'foil', 'share']) {
            const { unitPrice, lineTotal, working } = shop.resolve({ face }, quantity, TRADE);
            const unit = working
              .filter(({ per }) => per === 'unit')
              .reduce((sum, { amount }) => sum.plus(amount), Exact.zero);
            expect(unit.toString()).toBe(unitPrice?.toString());
            expect(lineTotal?.toString()).toBe(unit.times(Exact.of(quantity)).toString());
            if (!isNamed)
              expect(shop.resolve({ face }, quantity).unitPrice?.isLess(unitPrice ?? Exact.zero)).toBe(false);
          }
        },
      ),
    );
  });
});
