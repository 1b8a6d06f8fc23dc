import { describe, expect, it } from 'vitest';
import { type Product } from '@/core/catalog';
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
import { resolve } from '@/core/run';
import { stockViewOf } from '@/core/stock';
import { problemWords } from '@/core/words';
import { shopOf, TODAY } from '../fixtures/shop-of';
import { SECRET, trade, full, sheets } from '../fixtures/with-secrets';

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
