import { describe, expect, it } from 'vitest';
import { shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { catalogSchema } from '../../catalog';
import { compile } from '../../compile';
import { pathText, resolutionJson, surroundingsOf } from '../../exchange';
import { sellableRange } from '../../analysis';
import { readiness } from '../../judge';
import { Exact } from '../../number';
import { resolve } from '..';
import { stockViewOf } from '../../stock';
import { faultWords } from '../../words';

const wrap = {
  slug: 'wrap',
  title: 'Hive wrap',
  sku: 'WRAP',
  category: 'Hive parts',
  choices: [
    { kind: 'measure', key: 'wall-width', title: 'Width', unit: 'cm', min: '10', max: '300' },
    { kind: 'measure', key: 'height', title: 'Height', unit: 'm', min: '0.1', max: '2' },
    { kind: 'number', key: 'eyelets', title: 'Eyelets', required: false, min: '0' },
    {
      kind: 'list',
      key: 'felt',
      title: 'Felt',
      options: [
        {
          key: 'thin',
          title: 'Thin',
          properties: { density: { value: '180', unit: 'kg' }, thickness: { value: '4', unit: 'mm' } },
        },
        {
          key: 'thick',
          title: 'Thick',
          properties: { density: { value: '200', unit: 'kg' }, thickness: { value: '10', unit: 'mm' } },
        },
      ],
    },
  ],
  rates: [{ key: 'felt-rate', title: 'Felt', value: '24.00', per: 'm2', byGroup: { trade: '20' } }],
  formulas: [
    {
      key: 'price',
      title: 'Wrap',
      serves: { kind: 'base' },
      text: 'area = wall_width × height\nbilled = max(area × 1.1, 0.25 m2)\nbilled × felt_rate',
    },
    { key: 'holes', title: 'Eyelets', serves: { kind: 'amount' }, text: 'eyelets × 0.35 EUR' },
    {
      key: 'mass',
      title: 'Weight',
      serves: { kind: 'weight' },
      text: 'wall_width × height × felt.thickness × felt.density / 1 m3',
    },
    { key: 'cloth', title: 'Cloth', serves: { kind: 'draw', stock: 'cloth' }, text: 'wall_width × height × 1.1' },
    { key: 'edge', title: 'Edge to sew', serves: { kind: 'shown' }, text: '2 × (wall_width + height)' },
  ],
};

function world(changes: object = {}, sheets: object[] = []) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'S', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [{ key: 'cloth', title: 'Cloth', unit: 'm2', onHand: '10' }],
    sheets,
    products: [{ ...wrap, ...changes }],
  });
  const surroundings = surroundingsOf(catalog);
  const [product] = catalog.products;
  if (!product) throw new Error('no product');
  const program = compile(product, surroundings);
  const ask = (answers: object, quantity = 1, group?: string) =>
    resolutionJson(
      resolve(program, { answers, quantity }, { stock: stockViewOf(() => Exact.of(10)), today: '2026-11-24', group }),
    );
  return { product, surroundings, program, ask };
}

const measured = { 'wall-width': '150', height: '80 cm', felt: 'thick' };

describe('formulas of a product', () => {
  it('give price, weight, what is taken from stock, and what is shown, each exactly', () => {
    const resolution = world().ask({ ...measured, eyelets: 6 }, 2);
    expect(resolution.working.map(({ label, kind, of, amount }) => [label, kind, of, amount])).toEqual([
      ['Wrap', 'base', 'area 1.2 m² · billed 1.32 m²', '31.68'],
      ['Eyelets', 'formula', null, '2.1'],
    ]);
    expect(resolution).toMatchObject({
      state: 'sellable',
      unitPrice: '33.78',
      lineTotal: '67.56',
      weight: { value: '2400', unit: 'g' },
    });
    expect(resolution.draws).toMatchObject([
      { stock: 'cloth', perItem: { value: '1.32', unit: 'm2' }, total: { value: '2.64' } },
    ]);
    expect(resolution.availability.canSupply).toBe(7);
    expect(resolution.measures.filter(({ forCustomers }) => forCustomers)).toEqual([
      { formula: 'Edge to sew', name: 'Edge to sew', value: '4.6', shown: '4.6 m', forCustomers: true },
    ]);
  });

  it('know a minimum charge, and the rates of a customer group', () => {
    expect(world().ask({ 'wall-width': '30', height: '0.4', felt: 'thin' }).unitPrice).toBe('6.00');
    expect(world().ask(measured, 1, 'trade').unitPrice).toBe('26.40');
  });

  it('give no price while what they use is not answered, and leave an extra out', () => {
    const resolution = world().ask({ height: '1', felt: 'thin' });
    expect(resolution).toMatchObject({ state: 'incomplete', unitPrice: null, working: [] });
    expect(world().ask(measured).working).toHaveLength(1);
  });

  it('make a product ready that has no price or draws of its own, and say where it begins', () => {
    const { product, surroundings, program } = world();
    expect(readiness(product, surroundings, null).map(({ code }) => code)).toEqual(['pictureMissing']);
    expect(sellableRange(program)?.from.toString()).toBe('6');
  });

  it('take the base price, and how many are taken', () => {
    const formulas = [
      { key: 'p', title: 'Less for many', serves: { kind: 'amount' }, text: 'if(quantity >= 10, -base × 10 %, 0 EUR)' },
    ];
    const { ask } = world({ formulas, price: '20', draws: [{ kind: 'fixed', stock: 'cloth', quantity: '1' }] });
    expect([ask(measured, 9).unitPrice, ask(measured, 10).unitPrice]).toEqual(['20.00', '18.00']);
  });

  it('are faults at their place when they don’t fit what they are for', () => {
    const faults = (formula: object, changes: object = {}) => {
      const { product, surroundings } = world({
        ...changes,
        formulas: [...wrap.formulas.slice(0, 1), { key: 'x', title: 'X', ...formula }],
      });
      return compile(product, surroundings).faults.map(({ path, data }) => `${pathText(path)} ${faultWords(data)}`);
    };
    expect(faults({ serves: { kind: 'draw', stock: 'cloth' }, text: 'height' })).toEqual([
      '$.formulas[1].text X: Line 1 comes out as a length; an area is needed here.',
    ]);
    expect(faults({ serves: { kind: 'weight' }, text: 'height + wall_width × height' })).toEqual([
      '$.formulas[1].text X: Line 1 adds an area to a length.',
    ]);
    expect(faults({ serves: { kind: 'draw', stock: 'gone' }, text: 'height' })).toEqual([
      '$.formulas[1].serves.stock There is no stock item “gone”.',
    ]);
    expect(faults({ serves: { kind: 'base' }, text: 'eyelets × 1 EUR' })).toContain(
      '$.choices[2].required Eyelets says how much is sold, so it must be required.',
    );
    expect(
      faults(
        { serves: { kind: 'shown' }, text: '1' },
        { rates: [{ key: 'felt-rate', title: 'R', value: 'much', per: 'furlong' }] },
      )[0],
    ).toContain('$.rates[0].value');
  });

  it('that divide by nothing, or come out below it, keep the item from being sold and say why', () => {
    const stopped = (serves: object, text: string) =>
      world({ formulas: [...wrap.formulas, { key: 'x', title: 'X', serves, text }] }).ask(measured).problems[0]
        ?.message;
    expect(stopped({ kind: 'shown' }, '1 / (height - 0.8 m)')).toBe(
      'X can’t be worked out: it divides by nothing in “result”.',
    );
    expect(stopped({ kind: 'weight' }, '1 kg - 2 kg')).toBe(
      'X can’t be worked out: it comes out below nothing in “result”.',
    );
  });
});

describe('formulas of a sheet', () => {
  const fence = {
    key: 'fence',
    title: 'Fence',
    choices: [{ kind: 'measure', key: 'run', title: 'Run', unit: 'm', min: '1' }],
    rates: [{ key: 'post', title: 'Post', value: '6.40' }],
    formulas: [
      { key: 'posts', title: 'Posts', serves: { kind: 'amount' }, text: 'posts = ceil(run / 2.5 m) + 1\nposts × post' },
    ],
  };

  it('use the sheet’s own names, and each product’s base', () => {
    const { program, ask } = world(
      {
        sheets: [{ key: 'fence' }],
        formulas: [],
        price: '10',
        draws: [{ kind: 'fixed', stock: 'cloth', quantity: '1' }],
      },
      [fence],
    );
    expect(program.faults.filter(({ gravity }) => gravity === 'mustFix')).toEqual([]);
    const resolution = ask({ ...measured, 'fence.run': '11 m' });
    expect(resolution.working.at(-1)).toMatchObject({ label: 'Posts', of: 'posts 6', amount: '38.4' });
  });

  it('point to the sheet when something is wrong with them', () => {
    const broken = { ...fence, formulas: [{ ...fence.formulas[0], text: 'run × post' }] };
    const { program } = world({ sheets: [{ key: 'fence' }] }, [broken]);
    expect(program.faults.map(({ path }) => pathText(path))).toContain('$.sheets.fence.formulas[0].text');
  });
});

describe('rates that change with the number', () => {
  const product = {
    price: null,
    draws: [],
    choices: [{ kind: 'measure', key: 'width', title: 'Width', unit: 'm', min: '1', max: '2', required: true }],
    rates: [
      {
        key: 'cloth',
        title: 'Cloth',
        value: '10',
        per: 'm',
        byGroup: { trade: '7' },
        steps: [
          { from: '50', value: '8' },
          { from: '10', value: '9.50' },
        ],
      },
    ],
    formulas: [{ key: 'f', title: 'Cloth', serves: { kind: 'base' }, text: 'width × cloth' }],
  };
  const shop = shopOf([product]);
  const each = (quantity: number, group: string | null = null) =>
    shop.ask({ width: '1.5' }, quantity, { stock: null, group }).unitPrice;

  it('hold from their step on for all pieces, and not for groups with a rate of their own', () => {
    expect([1, 9, 10, 49, 50, 500].map((quantity) => each(quantity))).toEqual([
      '15.00',
      '15.00',
      '14.25',
      '14.25',
      '12.00',
      '12.00',
    ]);
    expect([each(1, 'trade'), each(50, 'trade')]).toEqual(['10.50', '10.50']);
  });

  it('are seen by the price range, and told as faults where they can’t be read', () => {
    const { lowest, highest } = analyseWhole(
      shopOf([{ ...product, rates: [{ ...product.rates[0], byGroup: {} }] }]).program(),
      TODAY,
    );
    expect([lowest?.price, highest?.price]).toEqual(['8.00', '20.00']);
    const faults = shopOf([
      {
        ...product,
        rates: [
          {
            ...product.rates[0],
            steps: [
              { from: '0', value: 'x' },
              { from: '2.5', value: '1' },
              { from: '3', value: '1' },
              { from: '3', value: '2' },
            ],
          },
        ],
      },
    ]).faults();
    expect(faults).toEqual([
      'rates.0.steps.0.from breakFromNothing',
      'rates.0.steps.0.value notDecimal',
      'rates.0.steps.1.from breakNotWhole',
      'rates.0.steps.3.from quantityTwice',
    ]);
  });
});
