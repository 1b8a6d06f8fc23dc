import { describe, expect, it } from 'vitest';
import { resolutionJson } from '../../exchange';
import { Exact } from '../../number';
import { resolve } from '..';
import { stockViewOf } from '../../stock';
import { shopOf } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { faultWords } from '../../words';
import { shop, fixed, draw } from '../../../../tests/fixtures/effects-shop';

describe('variants', () => {
  const option = (key: string, more: object = {}) => ({ key, title: key.toUpperCase(), sku: key, ...more });
  const { ask, program } = shop([
    {
      slug: 'p',
      draws: [],
      weight: { value: '1', unit: 'kg' },
      pictures: [{ src: '/main', alt: 'Main' }],
      choices: [
        {
          kind: 'list',
          key: 'size',
          title: 'Size',
          stocked: true,
          options: [option('s', { picture: '/s', changesPicture: true }), option('l')],
        },
        {
          kind: 'list',
          key: 'wood',
          title: 'Wood',
          stocked: true,
          options: [option('pine'), option('oak', { whenOut: 'orderable', leadDays: 9 })],
        },
      ],
      variants: [
        {
          options: { size: 's', wood: 'pine' },
          stock: 'body',
          price: '12',
          wasPrice: '14',
          weight: { value: '800', unit: 'g' },
          gtin: '4006381333931',
        },
        { options: { size: 'l', wood: 'pine' }, stock: 'body', onSale: false, picture: '/large' },
        { options: { size: 'l', wood: 'oak' }, stock: 'oak' },
      ],
    },
  ]);

  it('have their own price, was-price and weight, else the product’s', () => {
    expect(ask('p', { size: 's', wood: 'pine' })).toMatchObject({
      unitPrice: '12.00',
      wasPrice: '14.00',
      weight: { value: '0.8', unit: 'kg' },
    });
    expect(ask('p', { size: 'l', wood: 'oak' })).toMatchObject({
      unitPrice: '10.00',
      wasPrice: null,
      weight: { value: '1' },
      state: 'sellable',
      availability: { leadDays: 9 },
    });
  });

  it('that are not on sale say so, and that nothing else does', () => {
    expect(ask('p', { size: 'l', wood: 'pine' }).problems[0]).toMatchObject({
      code: 'notOnSale',
      message: 'L · PINE is not on sale at the moment.',
    });
    expect(ask('p', { size: 'l' }).shown[1]?.options.map(({ why, leadDays }) => [why, leadDays])).toEqual([
      ['notOnSale', null],
      [null, 9],
    ]);
    expect(ask('p', { size: 's' }).shown[1]?.options[1]?.why).toBe('notMade');
  });

  it('and options bring their pictures forward', () => {
    const main = (answers: object) => ask('p', answers).pictures[0]?.layers[0]?.src;
    expect([main({}), main({ size: 's' }), main({ size: 'l', wood: 'pine' })]).toEqual(['/main', '/s', '/large']);
  });

  it('have a GTIN of their own with the right check digit', () => {
    const product = program('p').product;
    const faults = (gtins: (string | null)[]) =>
      shop([
        {
          ...product,
          variants: product.variants.map((variant, index) => ({ ...variant, gtin: gtins[index] ?? null })),
        },
      ])
        .program('p')
        .blocking.map(({ data }) => faultWords(data));
    expect(faults(['4006381333932'])).toEqual(['The check digit of GTIN 4006381333932 should be 1.']);
    expect(faults(['40063813'])).toEqual(['The check digit of GTIN 40063813 should be 2.']);
    expect(faults(['123'])).toEqual(['“123” is not a GTIN: it has 8, 12, 13 or 14 digits.']);
    expect(faults(['4006381333931', '4006381333931'])).toEqual([
      'S · PINE and L · PINE both have GTIN 4006381333931. A GTIN belongs to one item only.',
    ]);
  });
});

describe('add-ons', () => {
  const fuel = {
    slug: 'fuel',
    title: 'Fuel',
    sku: 'FUEL',
    price: '7.80',
    weight: { value: '1', unit: 'kg' },
    draws: draw('kit'),
    choices: [
      {
        kind: 'list',
        key: 'scent',
        title: 'Scent',
        options: [
          { key: 'plain', title: 'Plain' },
          { key: 'rose', title: 'Rose', sku: 'R', amount: fixed('1') },
        ],
      },
    ],
  };
  const smoker = (addOn: object) => ({
    slug: 'smoker',
    sku: 'SMOKE',
    weight: { value: '900', unit: 'g' },
    choices: [
      {
        kind: 'addOn',
        key: 'fuel',
        title: 'Fuel with it',
        product: 'fuel',
        answers: { scent: 'rose' },
        required: false,
        mostQuantity: 3,
        ...addOn,
      },
    ],
  });
  const faultsOf = (products: object[]) => shop(products).mustFix('smoker');

  it('bring their own price, SKU, weight and draws', () => {
    const resolution = shop([smoker({}), fuel]).ask('smoker', { fuel: 2 });
    expect(resolution).toMatchObject({
      unitPrice: '27.60',
      weight: { value: '2900', unit: 'g' },
      item: { sku: 'SMOKE-FUEL-R.2' },
      availability: { canSupply: 1, limitedBy: { stock: 'kit' } },
    });
    expect(resolution.working.at(-1)).toMatchObject({ label: 'Fuel with it', of: '2 × €8.80' });
  });

  it('cost less or something else where that is said, in whole cents', () => {
    expect(
      shop([smoker({ price: { kind: 'less', percent: '12.5' } }), fuel]).ask('smoker', { fuel: true }).unitPrice,
    ).toBe('17.70');
    expect(shop([smoker({ price: { kind: 'fixed', value: '5' } }), fuel]).ask('smoker', { fuel: true }).unitPrice).toBe(
      '15.00',
    );
    expect(shop([smoker({}), fuel]).ask('smoker', {}).unitPrice).toBe('10.00');
  });

  it('are faults when they are not there, can’t be sold as they stand, or go round in circles', () => {
    expect(faultsOf([smoker({})])).toEqual(['addOnUnknown']);
    expect(faultsOf([smoker({ answers: {} }), fuel])).toEqual(['addOnUnresolved']);
    expect(
      faultsOf([
        smoker({}),
        {
          ...fuel,
          choices: [...fuel.choices, { kind: 'addOn', key: 'back', title: 'Back', product: 'smoker', required: false }],
        },
      ]),
    ).toEqual(['addOnUnresolved']);
    expect(faultsOf([smoker({ product: 'smoker' })])).toEqual(['addOnCycle']);
  });

  it('cost what they cost the customer’s group', () => {
    const rated = {
      ...fuel,
      choices: [],
      formulas: [{ key: 'f', title: 'F', text: 'discount × 1', serves: { kind: 'amount' } }],
      rates: [{ key: 'discount', title: 'Discount', value: '0', per: null, byGroup: { trade: '-1.80' } }],
    };
    const { program } = shopOf([
      { ...smoker({ answers: {} }), price: '10' },
      { ...rated, draws: [] },
    ]);
    const asked = (group: string | null) =>
      resolutionJson(resolve(program('smoker'), { answers: { fuel: 2 } }, { stock: null, today: '2026-11-24', group }));
    expect([asked(null).unitPrice, asked('trade').unitPrice]).toEqual(['25.60', '22.00']);
    const { lowest, highest } = analyseWhole(program('smoker'), '2026-11-24');
    expect([lowest?.price, highest?.price]).toEqual(['10.00', '33.40']);
  });

  it('can’t be taken along by customers who could not buy them alone, and say so', () => {
    const closed = {
      ...fuel,
      choices: [],
      rules: [
        {
          key: 'r',
          when: { kind: 'group', groups: ['trade'] },
          then: [{ kind: 'refuse', reason: 'Not for the trade.' }],
        },
      ],
    };
    const { program } = shopOf([smoker({ answers: {} }), { ...closed, draws: [] }]);
    const asked = (group: string | null) =>
      resolutionJson(
        resolve(program('smoker'), { answers: { fuel: true } }, { stock: null, today: '2026-11-24', group }),
      );
    expect(asked(null).state).toBe('sellable');
    expect(asked('trade')).toMatchObject({
      state: 'invalid',
      problems: [
        {
          where: 'choice:fuel',
          code: 'partNotReady',
          message: 'Fuel with it can’t be taken along: Not for the trade.',
        },
      ],
    });
  });

  it('have what is paid once for them once on the line, however many are taken', () => {
    const engraved = {
      ...fuel,
      choices: [
        {
          kind: 'yesNo',
          key: 'plate',
          title: 'Plate',
          required: false,
          default: true,
          amount: { kind: 'oncePerLine', value: '12' },
        },
      ],
    };
    const { ask } = shop([smoker({ answers: {} }), engraved]);
    expect(ask('smoker', { fuel: 2 }, 7)).toMatchObject({ unitPrice: '25.60', lineTotal: '191.20' });
    expect(
      ask('smoker', { fuel: 2 }, 7)
        .working.filter(({ per }) => per === 'line')
        .map(({ amount }) => amount),
    ).toEqual(['12']);
    expect(
      shop([smoker({ answers: {}, price: { kind: 'less', percent: '50' } }), engraved]).ask(
        'smoker',
        { fuel: true },
        2,
      ),
    ).toMatchObject({ unitPrice: '13.90', lineTotal: '33.80' });
    expect(
      shop([smoker({ answers: {}, price: { kind: 'fixed', value: '5' } }), engraved]).ask('smoker', { fuel: true }, 2),
    ).toMatchObject({ unitPrice: '15.00', lineTotal: '30.00' });
  });

  it('are cut in the pieces that they take, not in one of their length together', () => {
    const strap = {
      slug: 'fuel',
      title: 'Strap',
      sku: 'STRAP',
      price: '3',
      draws: [{ kind: 'fixed', stock: 'web', quantity: '1', pieces: 2 }],
    };
    const { program } = shopOf([smoker({ answers: {} }), strap], {
      stock: [{ key: 'web', title: 'Webbing', unit: 'm', cutFrom: { kind: 'roll' } }],
    });
    const cut = (lengths: readonly string[], count: number) => {
      const lots = (stock: string) =>
        stock === 'web'
          ? {
              kind: 'roll' as const,
              kerf: Exact.zero,
              smallestOffcut: null,
              lots: lengths.map((length, id) => ({ id, label: String(id), free: Exact.from(length) })),
            }
          : undefined;
      return resolve(
        program('smoker'),
        { answers: { fuel: count } },
        { stock: stockViewOf(() => Exact.of(99), lots), today: '2026-11-24' },
      );
    };
    expect(cut(['1.2', '1.3'], 1).state).toBe('sellable');
    expect(cut(['1.9'], 1).state).toBe('unavailable');
    expect(
      cut(['1.2', '1.3', '2'], 2)
        .availability.cutPlans[0]?.plan.cuts.flatMap(({ pieces }) => pieces.map(({ count }) => count))
        .reduce((a, b) => a + b),
    ).toBe(4);
  });

  it('are faults when two of them have one SKU', () => {
    const twice = smoker({});
    const second = (answers: object) => ({
      ...twice,
      choices: [
        ...twice.choices,
        { kind: 'addOn', key: 'more', title: 'More fuel', product: 'fuel', answers, required: false },
      ],
    });
    expect(faultsOf([second({ scent: 'rose' }), fuel])).toEqual(['skuClash']);
    expect(faultsOf([second({ scent: 'plain' }), fuel])).toEqual([]);
  });
});
