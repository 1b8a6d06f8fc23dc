import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Product, productSchema } from '@/core/catalog';
import { compile } from '@/core/compile';
import {
  customerResolution,
  customerView,
  packSurroundings,
  pageView,
  resolutionJson,
  unpackSurroundings,
} from '@/core/exchange';
import { Exact } from '@/core/number';
import { isSeenBy, resolve, stockOf } from '@/core/run';
import { mustBeAsked, stockView, stockViewOf, toldOf } from '@/core/stock';
import { problemWords } from '@/core/words';
import { openShopProductView } from '@/services/selling/shop';
import { enterGroupCode } from '@/services/settings/settings';
import { shopOf, TODAY } from '../fixtures/shop-of';
import { openServices, type TestServices } from '../support/services';

const SECRET = 'secret';
const trade = { groups: ['trade'] };

/** A product with something in every place that is the manager's. */
const full = {
  supplier: `${SECRET} supplier`,
  tags: [`${SECRET} tag`],
  price: '100',
  choices: [
    {
      kind: 'list',
      key: 'size',
      title: 'Size',
      insideName: `${SECRET} inside name`,
      stocked: true,
      options: [
        { key: 's', title: 'S', sku: 'S' },
        { key: 'x', title: `${SECRET} size`, sku: 'SECRETSKU', ...trade },
      ],
    },
    {
      kind: 'list',
      key: 'pack',
      title: 'Pack',
      required: false,
      options: [
        { key: 'a', title: 'A' },
        {
          key: 'b',
          title: `${SECRET} pack`,
          amount: { kind: 'fixed', value: '77.77' },
          draws: [{ kind: 'fixed', stock: 'trim', quantity: '1' }],
          ...trade,
        },
      ],
    },
    {
      kind: 'text',
      key: 'ref',
      title: `${SECRET} question`,
      help: `${SECRET} help`,
      required: false,
      amount: { kind: 'fixed', value: '66.66' },
      ...trade,
    },
  ],
  variants: [
    { options: { size: 's' }, stock: 'body' },
    { options: { size: 'x' }, stock: 'trim', price: '55.55', gtin: '4006381333931' },
  ],
  rates: [{ key: 'rate', title: 'Rate', value: '2', per: null, byGroup: { trade: '44.44' } }],
  formulas: [{ key: 'f', title: 'Extra', text: 'rate × 1', serves: { kind: 'amount' } }],
  rules: [
    {
      key: 'r',
      when: { kind: 'group', groups: ['trade'] },
      then: [{ kind: 'amount', amount: { kind: 'fixed', value: '-1' } }],
    },
    {
      key: 'w',
      when: { kind: 'group', is: 'noneOf', groups: ['trade'] },
      then: [{ kind: 'withhold', choice: 'pack', options: ['a'] }],
    },
    {
      key: 'from',
      when: { kind: 'supplier', suppliers: [`${SECRET} other`, `${SECRET}  SUPPLIER`] },
      then: [{ kind: 'amount', amount: { kind: 'fixed', value: '-2' } }],
    },
    {
      key: 'not-from',
      when: { kind: 'supplier', is: 'noneOf', suppliers: [`${SECRET} other`] },
      then: [{ kind: 'amount', amount: { kind: 'fixed', value: '3' } }],
    },
    {
      key: 'tagged',
      when: {
        kind: 'all',
        of: [
          { kind: 'tag', tags: [`${SECRET} tag`] },
          { kind: 'none', of: [{ kind: 'tag', tags: [`${SECRET} other tag`] }] },
        ],
      },
      then: [{ kind: 'amount', amount: { kind: 'fixed', value: '5' } }],
    },
  ],
  proofs: [{ key: 'p', title: `${SECRET} proof`, expects: {} }],
  sheets: [{ key: 'sheet' }],
  draws: [],
};
const sheets = [
  {
    key: 'sheet',
    title: `${SECRET} sheet`,
    note: `${SECRET} note`,
    places: [{ tag: `${SECRET} tag` }],
    choices: [
      { kind: 'yesNo', key: 'gift', title: 'Gift', required: false, default: false, insideName: `${SECRET} inside` },
    ],
  },
];

describe('what a customer may know', () => {
  const { surroundings } = shopOf([full], { sheets });
  const product = surroundings.products.get('p');
  if (!product) throw new Error('no product');

  it('has nothing in it that is the manager’s', () => {
    const view = customerView(product, surroundings, null);
    const sent = JSON.stringify({ product: view.product, surroundings: packSurroundings(view.surroundings) });
    expect(sent).not.toContain(SECRET);
    for (const word of ['SECRETSKU', 'trade', 'Trade', 'SESAME', '77.77', '66.66', '55.55', '44.44', '4006381333931'])
      expect(sent).not.toContain(word);
  });

  it('has what is for the customer’s own group, and no more', () => {
    const view = customerView(product, surroundings, 'trade');
    const sent = JSON.stringify({ product: view.product, surroundings: packSurroundings(view.surroundings) });
    for (const word of [`${SECRET} size`, `${SECRET} pack`, `${SECRET} question`, '77.77', '44.44'])
      expect(sent).toContain(word);
    for (const word of [
      `${SECRET} supplier`,
      `${SECRET} tag`,
      `${SECRET} note`,
      `${SECRET} inside`,
      `${SECRET} proof`,
      'SESAME',
      '"trade"',
    ])
      expect(sent).not.toContain(word);
  });

  it('calls stock by what customers see of it, and never by what the shop calls it inside', () => {
    const inside = ['shelf-m', 'shelf-l', 'shelf-trade', 'thread', 'jig', 'lid'].map((key) => ({
      key,
      title: `${SECRET} ${key}`,
      unit: '1',
    }));
    const { surroundings: around } = shopOf(
      [
        {
          title: 'Suit',
          choices: [
            {
              kind: 'list',
              key: 'size',
              title: 'Size',
              stocked: true,
              options: [
                { key: 'm', title: 'M', sku: 'M' },
                { key: 'l', title: 'L', sku: 'L' },
                { key: 't', title: `${SECRET} size`, sku: 'T', groups: ['trade'] },
              ],
            },
            {
              kind: 'list',
              key: 'veil',
              title: 'Veil',
              required: false,
              options: [
                { key: 'round', title: 'Round', draws: [{ kind: 'fixed', stock: 'thread', quantity: '1' }] },
                {
                  key: 'inner',
                  title: 'Inner',
                  groups: ['trade'],
                  draws: [{ kind: 'fixed', stock: 'jig', quantity: '1' }],
                },
              ],
            },
          ],
          variants: [
            { options: { size: 'm' }, stock: 'shelf-m' },
            { options: { size: 'l' }, stock: 'shelf-l' },
            { options: { size: 't' }, stock: 'shelf-trade' },
          ],
          draws: [],
          parts: [{ key: 'box', candidates: [{ product: 'box' }] }],
        },
        { slug: 'box', title: 'Box', draws: [{ kind: 'fixed', stock: 'lid', quantity: '1' }] },
      ],
      { stock: inside },
    );
    const suit = around.products.get('p');
    if (!suit) throw new Error('no suit');
    const view = customerView(suit, around, null);
    expect([...view.surroundings.stock].map(([key, { title }]) => [key, title])).toEqual([
      ['shelf-m', 'Suit M'],
      ['shelf-l', 'Suit L'],
      ['shelf-trade', 'Suit'],
      ['thread', 'Suit, Round'],
      ['jig', 'Suit'],
      ['lid', 'Box'],
    ]);
    const none = { stock: stockViewOf(() => Exact.zero), today: TODAY, group: view.group };
    const { problems } = resolve(compile(view.product, view.surroundings), { answers: { size: 'l' } }, none);
    expect(problems.map(({ data }) => problemWords(data).message)).toEqual(['Suit L is out of stock.']);
  });

  it('has no rule of another day in it, and all that hold today', () => {
    const rule = (key: string, when: object, amount: string) => ({
      key,
      title: `Rule ${key}`,
      when,
      then: [{ kind: 'amount', amount: { kind: 'fixed', value: amount } }],
    });
    const { surroundings: around } = shopOf([
      {
        rules: [
          rule('winter', { kind: 'season', choice: null, is: 'oneOf', from: '11-01', to: '02-28' }, '11.11'),
          rule('summer', { kind: 'season', choice: null, is: 'oneOf', from: '06-01', to: '08-31' }, '22.22'),
          rule('not-winter', { kind: 'season', choice: null, is: 'noneOf', from: '11-01', to: '02-28' }, '33.33'),
          rule(
            'monday',
            {
              kind: 'all',
              of: [
                { kind: 'weekday', choice: null, is: 'oneOf', weekdays: [1] },
                { kind: 'quantity', compare: 'more', value: 2 },
              ],
            },
            '44.44',
          ),
        ],
      },
    ]);
    const one = around.products.get('p');
    if (!one) throw new Error('no product');
    // A Wednesday in November.
    const rules = (today: string | null) => customerView(one, around, null, today).product.rules.map(({ key }) => key);
    expect([rules(TODAY), rules('2026-07-06'), rules(null)]).toEqual([
      ['winter'],
      ['summer', 'not-winter', 'monday'],
      ['winter', 'summer', 'not-winter', 'monday'],
    ]);
    const whole = resolve(compile(one, around), { answers: {} }, { stock: null, today: TODAY });
    const view = customerView(one, around, null, TODAY);
    expect(
      resolve(compile(view.product, view.surroundings), { answers: {} }, { stock: null, today: TODAY }).unitPrice,
    ).toEqual(whole.unitPrice);
  });

  it('sends a page no key of what only others, or the workshop, see; and it comes to the same', () => {
    const HUSH = 'hush';
    const shop = shopOf(
      [
        {
          choices: [
            {
              kind: 'list',
              key: 'size',
              title: 'Size',
              options: [
                { key: 's', title: 'S', sku: 'S' },
                { key: `${HUSH}-x`, title: 'X', ...trade },
              ],
            },
            {
              kind: 'list',
              key: `${HUSH}-jig`,
              title: 'Jig',
              forWorkshop: true,
              default: `${HUSH}-long`,
              options: [
                {
                  key: `${HUSH}-long`,
                  title: 'Long',
                  sku: 'HUSHED',
                  draws: [{ kind: 'fixed', stock: 'trim', quantity: '2' }],
                  properties: { reach: { value: '3' } },
                },
              ],
            },
            {
              kind: 'list',
              key: `${HUSH}-mark`,
              title: 'Mark',
              ...trade,
              required: false,
              options: [
                { key: `${HUSH}-a`, title: 'A', properties: { reach: { value: '1' } } },
                { key: 'b', title: 'B', properties: { reach: { value: '1' } } },
              ],
            },
            {
              kind: 'slot',
              key: 'roof',
              title: 'Roof',
              required: false,
              options: [
                { key: 'flat', title: '' },
                { key: `${HUSH}-roof`, title: '', ...trade },
              ],
              settled: { [`${HUSH}-roof`]: { fixed: { a: 'x' } } },
            },
          ],
          sheets: [{ key: 'extras', overrides: { [`${HUSH}-note`]: { required: false } } }],
          formulas: [{ key: 'f', title: 'F', text: `${HUSH}_jig.reach × 2 EUR`, serves: { kind: 'amount' } }],
          rules: [
            {
              key: 'r1',
              when: { kind: 'option', choice: `${HUSH}-jig`, options: [`${HUSH}-long`] },
              then: [{ kind: 'amount', amount: { kind: 'fixed', value: '1' } }],
            },
            {
              key: 'r2',
              when: { kind: 'option', choice: 'roof', options: [`${HUSH}-roof`] },
              then: [{ kind: 'hide', choices: [`extras.${HUSH}-note`] }],
            },
            {
              key: 'r3',
              when: { kind: 'option', choice: `${HUSH}-mark`, options: [`${HUSH}-a`] },
              then: [{ kind: 'withhold', choice: 'size', options: [`${HUSH}-x`] }],
            },
          ],
          tables: [
            { key: 't', says: 'notMade', choices: ['size', `${HUSH}-mark`], rows: [[`${HUSH}-x`, `${HUSH}-a`]] },
          ],
          forCustomers: { sku: false },
          prepared: [
            {
              key: 'one',
              title: 'One',
              answers: {
                size: 's',
                [`${HUSH}-mark`]: 'b',
                [`${HUSH}-jig`]: `${HUSH}-long`,
                roof: [{ product: 'flat', answers: { [`${HUSH}-back`]: 'x' } }],
              },
            },
          ],
        },
        {
          slug: 'flat',
          title: 'Flat',
          sku: 'F',
          price: '20',
          forCustomers: { sku: false },
          choices: [
            {
              kind: 'list',
              key: `${HUSH}-back`,
              title: 'Back',
              ...trade,
              options: [{ key: 'x', title: 'X' }],
              required: false,
            },
          ],
        },
        {
          slug: `${HUSH}-roof`,
          title: 'Their roof',
          sku: 'HR',
          price: '33.33',
          choices: [{ kind: 'list', key: 'a', title: 'A', options: [{ key: 'x', title: 'X' }] }],
          properties: { reach: { value: '1' } },
        },
      ],
      {
        sheets: [
          {
            key: 'extras',
            choices: [
              { kind: 'text', key: `${HUSH}-note`, title: 'Note', required: false, ...trade },
              {
                kind: 'yesNo',
                key: 'box',
                title: 'Box',
                required: false,
                default: false,
                amount: { kind: 'fixed', value: '4' },
              },
            ],
            rules: [
              {
                key: 's',
                when: { kind: 'answered', choice: `${HUSH}-note`, answered: true },
                then: [{ kind: 'hide', choices: ['box'] }],
              },
            ],
          },
        ],
      },
    );
    const each = shop.surroundings.products.get('p');
    if (!each) throw new Error('no product');
    const whole = compile(each, shop.surroundings);
    expect(whole.blocking).toEqual([]);
    const page = pageView(customerView(each, shop.surroundings, null, TODAY));
    const sent = JSON.stringify({
      product: page.product,
      surroundings: packSurroundings(page.surroundings),
      stock: [...page.surroundings.stock],
    });
    expect(sent).not.toContain(HUSH);
    expect(sent).not.toMatch(/33\.33|Their roof|HUSHED/);
    expect(page.product.prepared[0]?.answers).toEqual({ size: 's', roof: [{ product: 'flat', answers: {} }] });
    const known = compile(page.product, page.surroundings);
    expect(known.blocking).toEqual([]);
    for (const answers of [{ size: 's' }, { size: 's', 'extras.box': true, roof: ['flat'] }]) {
      const [all, told] = [
        [whole, null],
        [known, page.group],
      ].map(([program, group]) =>
        resolve(
          program as typeof whole,
          { answers },
          { stock: stockViewOf(() => Exact.of(50)), today: TODAY, group: group as string | null },
        ),
      );
      const same = (resolution: typeof all) => [
        resolution?.state,
        String(resolution?.unitPrice),
        resolution?.draws.map(({ stock, total }) => `${total.value} ${stock}`),
      ];
      expect(same(told)).toEqual(same(all));
      expect(told?.state).toBe('sellable');
    }
    // Nor is it told as what may have been meant.
    const guessed = resolve(
      whole,
      { answers: { [`${HUSH}-marc`]: 'b', sise: 's' } },
      { stock: null, today: TODAY, group: null },
    ).problems.flatMap(({ data }) => (data.code === 'unknownChoice' ? [data.meant] : []));
    expect(guessed).toEqual([null, 'size']);
    // Whoever belongs to them is asked it by its own name.
    expect(
      JSON.stringify(
        pageView(customerView(each, shop.surroundings, 'trade', TODAY)).product.choices.map(({ key }) => key),
      ),
    ).toContain(`${HUSH}-mark`);
  });

  it('says why something is not offered without the name of a group', () => {
    const view = customerView(product, surroundings, null);
    const resolution = resolve(
      compile(view.product, view.surroundings),
      { answers: { size: 's', pack: 'a' } },
      { stock: null, today: TODAY, group: view.group },
    );
    expect(resolution.problems.map(({ data }) => problemWords(data).message)).toEqual([
      'Pack: A can’t be had when the customer does not belong to other customers.',
    ]);
  });

  it.each([[null], ['trade']])('resolves to the same as the whole definition, for %s', (group) => {
    const whole = compile(product, surroundings);
    const view = customerView(product, surroundings, group);
    const travelled = JSON.parse(
      JSON.stringify({ product: view.product, surroundings: packSurroundings(view.surroundings) }),
    ) as { product: Product; surroundings: ReturnType<typeof packSurroundings> };
    const known = compile(travelled.product, unpackSurroundings(travelled.surroundings, surroundings.stock));
    expect(known.blocking).toEqual([]);
    for (const answers of [
      { size: 's' },
      { size: 's', pack: null, 'sheet.gift': true },
      ...(group ? [{ size: 'x', pack: 'b', ref: 'PO 7' }] : []),
    ]) {
      const [all, told] = [
        resolve(whole, { answers }, { stock: stockViewOf(() => Exact.of(5)), today: TODAY, group }),
        resolve(known, { answers }, { stock: stockViewOf(() => Exact.of(5)), today: TODAY, group: view.group }),
      ];
      expect(told.state).toBe('sellable');
      const same = (resolution: typeof all) => ({
        state: resolution.state,
        item: resolution.item,
        unitPrice: String(resolution.unitPrice),
        draws: resolution.draws.map(({ stock, total }) => `${total.value} ${stock}`),
      });
      expect(same(told)).toEqual(same(all));
    }
  });

  const KEYS = ['a', 'b', 'c'];
  const OPTIONS = ['x', 'y', 'z'];
  const groups = fc.constantFrom([], [], ['trade'], ['club'], ['trade', 'club']);
  const condition = fc.oneof(
    fc.record({
      kind: fc.constant('group'),
      is: fc.constantFrom('oneOf', 'noneOf'),
      groups: fc.constantFrom(['trade'], ['club'], ['trade', 'club']),
    }),
    fc.record({
      kind: fc.constant('option'),
      choice: fc.constantFrom(...KEYS),
      is: fc.constantFrom('oneOf', 'noneOf'),
      options: fc.subarray(OPTIONS, { minLength: 1 }),
    }),
  );
  const effect = fc.oneof(
    fc
      .integer({ min: -5, max: 9 })
      .map((value) => ({ kind: 'amount', amount: { kind: 'fixed', value: String(value) } })),
    fc.record({
      kind: fc.constantFrom('withhold', 'offer'),
      choice: fc.constantFrom(...KEYS),
      options: fc.subarray(OPTIONS, { minLength: 1 }),
    }),
    fc.record({ kind: fc.constantFrom('show', 'hide', 'require'), choices: fc.subarray(KEYS, { minLength: 1 }) }),
  );
  const wild = fc.record({
    choices: fc.tuple(
      ...KEYS.map((key) =>
        fc.record({ groups, of: fc.tuple(...OPTIONS.map(() => groups)) }).map(({ groups: seenBy, of }) => ({
          kind: 'list',
          key,
          title: key,
          required: false,
          groups: seenBy,
          options: OPTIONS.map((option, place) => ({
            key: option,
            title: option,
            sku: option.toUpperCase(),
            amount: { kind: 'fixed', value: String(place + 1) },
            groups: of[place],
          })),
        })),
      ),
    ),
    rules: fc.array(
      fc.record({
        when: fc.oneof(
          condition,
          fc.record({
            kind: fc.constantFrom('all', 'any', 'none'),
            of: fc.array(condition, { minLength: 1, maxLength: 3 }),
          }),
        ),
        then: fc.array(effect, { minLength: 1, maxLength: 2 }),
      }),
      { maxLength: 5 },
    ),
    rates: fc.constant([{ key: 'rate', title: 'Rate', value: '2', per: null, byGroup: { trade: '3', club: '4' } }]),
    formulas: fc.constantFrom([], [{ key: 'f', title: 'F', text: 'rate × 2', serves: { kind: 'amount' } }]),
  });

  it('resolves every selection of any product to the same, as far as customers see its options', () => {
    fc.assert(
      fc.property(wild, fc.constantFrom(null, 'trade', 'club'), ({ rules, ...rest }, group) => {
        const parsed = shopOf([{ ...rest, rules: rules.map((rule, place) => ({ key: `r${place}`, ...rule })) }]);
        const around = {
          ...parsed.surroundings,
          shop: {
            ...parsed.surroundings.shop,
            groups: ['trade', 'club'].map((key) => ({ key, title: key, code: null, taxShown: null })),
          },
        };
        const each = parsed.surroundings.products.get('p');
        if (!each) throw new Error('no product');
        const all = compile(each, around);
        if (all.blocking.length > 0) return;
        const view = customerView(each, around, group);
        const told = compile(view.product, view.surroundings);
        const page = pageView(view);
        const onPage = compile(page.product, page.surroundings);
        const answer = (key: string) => [
          null,
          ...(all.choices[KEYS.indexOf(key)]?.options ?? []).flatMap((option) =>
            isSeenBy(option.groups, group) && isSeenBy(all.choices[KEYS.indexOf(key)]?.groups ?? [], group)
              ? [option.key]
              : [],
          ),
        ];
        for (const a of answer('a'))
          for (const b of answer('b'))
            for (const c of answer('c')) {
              const context = { stock: null, today: TODAY };
              const same = ({ state, item, unitPrice, problems, counted }: ReturnType<typeof resolve>) => [
                state,
                item.key,
                item.sku,
                String(unitPrice),
                problems.map(({ code, where }) => `${where} ${code}`),
                counted.map(({ choice, value }) => `${choice} ${value}`),
              ];
              const whole = same(resolve(all, { answers: { a, b, c } }, { ...context, group }));
              expect(same(resolve(told, { answers: { a, b, c } }, { ...context, group: view.group }))).toEqual(whole);
              // A page asks for nothing but what it knows.
              const known = Object.fromEntries(Object.entries({ a, b, c }).filter(([key]) => onPage.indexOf.has(key)));
              expect(same(resolve(onPage, { answers: known }, { ...context, group: page.group }))).toEqual(whole);
            }
      }),
      { numRuns: 120 },
    );
  });

  it('leaves out of a resolution what is taken from stock, and how much there is', () => {
    const json = resolutionJson(
      resolve(
        compile(product, surroundings),
        { answers: { size: 's', pack: null } },
        { stock: stockViewOf(() => Exact.of(8347)), today: TODAY },
      ),
    );
    const told = JSON.stringify(customerResolution(json));
    for (const word of ['draws', 'canSupply', 'limitedBy', 'cutPlans', '8347', 'rules'])
      expect(told).not.toContain(word);
  });
});

describe('how a price comes about', () => {
  const told = (forCustomers: object) => {
    const { surroundings } = shopOf([
      {
        price: '10',
        forCustomers,
        choices: [
          {
            kind: 'list',
            key: 'a',
            title: 'A',
            options: [{ key: 'x', title: 'X', sku: 'X', amount: { kind: 'fixed', value: '5' } }],
          },
        ],
      },
    ]);
    const product = surroundings.products.get('p');
    if (!product) throw new Error('no product');
    return customerResolution(
      resolutionJson(resolve(compile(product, surroundings), { answers: { a: 'x' } }, { stock: null, today: TODAY })),
    );
  };

  it.each([
    [{}, 2, 'P-X'],
    [{ working: 'total' }, 0, 'P-X'],
    [{ working: 'none', sku: false }, 0, ''],
  ])('is told as the product says: %o', (forCustomers, lines, sku) => {
    expect(told(forCustomers)).toMatchObject({ unitPrice: '15.00', lineTotal: '15.00', item: { sku } });
    expect(told(forCustomers).working).toHaveLength(lines);
  });
});

describe('what a browser is told of stock', () => {
  const item = (available: string, lots: readonly string[] | null = null) => ({
    key: 'k',
    title: 'K',
    unit: 'm',
    available,
    lying: lots && {
      kind: 'roll' as const,
      kerf: '0',
      smallestOffcut: null,
      lots: lots.map((free, id) => ({ id, label: `Roll ${id}`, free })),
    },
  });

  it('is exact only of what is scarce', () => {
    expect([
      toldOf(item('3')).available,
      toldOf(item('19.999')).available,
      toldOf(item('20')).available,
      toldOf(item('8347')).available,
      toldOf(item('-2')).available,
    ]).toEqual(['3', '19.999', null, null, '-2']);
  });

  it('is the longest lots, without their names', () => {
    const told = toldOf(item('61', ['1', '12', '7', '15', '26']));
    expect(told.lying).toMatchObject({ lots: [{ free: '20' }], more: true });
    expect(toldOf(item('35', ['20', '15'])).lying).toMatchObject({ lots: [{ free: '20' }], more: true });
    expect(JSON.stringify(told)).not.toContain('Roll');
    expect(toldOf(item('4', ['1', '3'])).lying).toMatchObject({ lots: [{ free: '3' }, { free: '1' }], more: false });
  });

  it('never makes it say that something can’t be had which can: then it must ask', () => {
    const { surroundings } = shopOf(
      [
        {
          soldBy: { kind: 'each' },
          choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm' }],
          draws: [
            { kind: 'measure', stock: 'roll', measure: 'length' },
            { kind: 'fixed', stock: 'body', quantity: '25' },
          ],
        },
      ],
      {
        stock: [{ key: 'roll', title: 'Roll', unit: 'm', cutFrom: { kind: 'roll' }, lots: [] }],
      },
    );
    const product = surroundings.products.get('p');
    if (!product) throw new Error('no product');
    const program = compile(productSchema.parse(product), surroundings);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.array(fc.integer({ min: 1, max: 300 }), { maxLength: 8 }),
        fc.integer({ min: 1, max: 250 }),
        fc.integer({ min: 1, max: 5 }),
        (bodies, rolls, decimetres, quantity) => {
          const stock = [
            { ...item(String(bodies)), key: 'body', title: 'Body', unit: '1' },
            {
              ...item(
                '0',
                rolls.map((length) => String(Exact.of(length, 10))),
              ),
              key: 'roll',
              title: 'Roll',
            },
          ];
          const asked = { answers: { length: `${decimetres} dm` }, quantity };
          const told = stock.map(toldOf);
          const exact = resolve(program, asked, { stock: stockView(stock), today: TODAY });
          const known = resolve(program, asked, { stock: stockView(told), today: TODAY });
          if (known.state === 'unavailable') expect(exact.state).toBe('unavailable');
          else if (exact.state === 'unavailable')
            expect(mustBeAsked(known.draws, known.availability.cutPlans, told)).toBe(true);
        },
      ),
    );
  });
});

describe('the product page', () => {
  let context: TestServices;
  beforeEach(async () => {
    context = await openServices();
  });
  afterEach(() => context.close());

  it('is sent every stock item that rules, options and what is taken along can draw, and no other', async () => {
    const { program } = shopOf(
      [
        {
          choices: [
            {
              kind: 'list',
              key: 'box',
              title: 'Box',
              options: [{ key: 'a', title: 'A', draws: [{ kind: 'fixed', stock: 'lid', quantity: '1' }] }],
            },
            { kind: 'addOn', key: 'fuel', title: 'Fuel', product: 'fuel', required: false },
          ],
          rules: [
            { key: 'r', when: null, then: [{ kind: 'draw', draw: { kind: 'fixed', stock: 'ridge', quantity: '1' } }] },
          ],
        },
        { slug: 'fuel', draws: [{ kind: 'fixed', stock: 'trim', quantity: '1' }] },
      ],
      { stock: ['lid', 'ridge', 'other'].map((key) => ({ key, title: key, unit: '1' })) },
    );
    expect([...stockOf(program()).keys()].sort()).toEqual(['body', 'lid', 'ridge', 'trim']);
  });

  it('calls the customer’s group by no name', async () => {
    const { token } = await enterGroupCode(context, undefined, 'HONEYTRADE');
    const view = await openShopProductView(context, 'honey-jars', token);
    expect(view.group).toBe('your group');
    expect(JSON.stringify(view)).not.toMatch(/HONEYTRADE|Trade customers|"trade"/);
    expect(view.product.choices.length + view.surroundings.sheets.length).toBeGreaterThan(1);
  });
});
