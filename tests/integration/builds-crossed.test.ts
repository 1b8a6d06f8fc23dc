import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { importCatalog } from '@/services/importing/catalog-import';
import { catalogSchema } from '@/core/catalog';
import { addToBasket } from '@/services/selling/basket';
import { resolveForCustomer, viewBasket } from '@/services/selling/shop';
import { readOrder } from '@/services/selling/orders';
import { openServices, order, type TestServices } from '../support/services';

/** Builds beside everything that was there before; every sum is worked out by hand beside it. */
let context: TestServices;
beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());

const stock = (key: string, onHand = '50') => ({ key, title: key, unit: '1', onHand });
const draws = (key: string) => [{ kind: 'fixed', stock: key, quantity: '1' }];
const cm = (value: string) => ({ value, unit: 'cm' });
const slot = (key: string, candidates: (string | object)[], more: object = {}) => ({
  kind: 'slot',
  key,
  title: key,
  options: candidates.map((candidate) =>
    typeof candidate === 'string' ? { key: candidate, title: '' } : { title: '', ...candidate },
  ),
  ...more,
});
const product = (slug: string, price: string | null, more: object = {}) => ({
  slug,
  title: slug,
  sku: slug.toUpperCase().slice(0, 6),
  price,
  category: 'Stands',
  ...more,
});

async function shop(products: object[], more: object = {}): Promise<void> {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade', code: 'SESAME' }] },
    stock: ['beam', 'foot', 'top', 'bolt'].map((key) => stock(key)),
    products,
    ...more,
  });
  await importCatalog(context, catalog, () => Promise.reject(new Error('no pictures')));
}

const BEAM = product('beam', '12.50', {
  draws: draws('beam'),
  weight: { value: '1.2', unit: 'kg' },
  properties: { long: cm('80') },
  choices: [
    { kind: 'text', key: 'mark', title: 'Mark', required: false, amount: { kind: 'perCharacter', value: '0.40' } },
    {
      kind: 'yesNo',
      key: 'drilled',
      title: 'Drilled',
      required: false,
      default: false,
      amount: { kind: 'oncePerLine', value: '7' },
    },
  ],
});
const FOOT = product('foot', '3.35', {
  draws: draws('foot'),
  weight: { value: '250', unit: 'g' },
  properties: { long: cm('80') },
});
const TOP = product('top', '20', {
  draws: draws('top'),
  quantity: { minimum: 4, multiple: 4 },
  properties: { long: { value: '0.8', unit: 'm' } },
});
const bill = (problems: readonly { where: string; code: string }[]) =>
  problems.map(({ where, code }) => `${where} ${code}`);

describe('a build', () => {
  it('× once per line × seven × percentages: pays once what is once, for the line of the build', async () => {
    const stand = product('stand', null, {
      partsPrice: { kind: 'lessPercent', percent: '10' },
      choices: [
        slot('beams', ['beam'], { most: 4 }),
        slot('feet', ['foot'], { least: 2, most: 4 }),
        {
          kind: 'yesNo',
          key: 'oil',
          title: 'Oiled',
          required: false,
          default: false,
          amount: { kind: 'percentOfBase', value: '20' },
        },
      ],
    });
    await shop([BEAM, FOOT, stand]);
    const basket = await addToBasket(context, undefined, {
      slug: 'stand',
      quantity: 7,
      answers: {
        beams: [{ product: 'beam', quantity: 2, answers: { mark: 'AB', drilled: true } }, 'beam'],
        feet: [{ product: 'foot', quantity: 3 }],
        oil: true,
      },
    });
    const [line] = (await viewBasket(context, basket)).lines;
    // Beams 2 × (12.50 + 0.80) + 12.50 = 39.10; feet 10.05; 49.15 less 4.915 = 44.235; a fifth of that 8.847: 53.082,
    // rounded 53.08. Seven of it 371.56, drilling once 7.
    expect([line?.resolution?.unitPrice, line?.resolution?.lineTotal]).toEqual(['53.08', '378.56']);
    const placed = await order(context, basket);
    const [kept] = (await readOrder(context, placed.number)).lines;
    const shares = kept?.resolution.parts.map(({ part, share }) => [part, share?.unit, share?.once]);
    // By what each costs alone, in cents: 2660, 1250, 1005 of 4915; what was paid once stays with what it was paid for.
    expect(shares).toEqual([
      ['beams#1', '28.73', '7.00'],
      ['beams#2', '13.50', '0.00'],
      ['feet#1', '10.85', '0.00'],
    ]);
    expect(kept?.resolution.weight).toEqual({ value: '4.35', unit: 'kg' });
    expect(kept?.resolution.draws.map(({ stock: key, total }) => [key, total.value])).toEqual([
      ['beam', '21'],
      ['foot', '21'],
    ]);
  });

  it('× a part × a kit: stands in a kit beside other parts, with its slots answered there', async () => {
    const stand = product('stand', '5', { choices: [slot('beams', ['beam'], { most: 2 })], draws: draws('bolt') });
    const set = product('set', null, {
      partsPrice: { kind: 'lessAmount', amount: '2.50' },
      parts: [
        { key: 'two', candidates: [{ product: 'stand' }], quantity: { least: 2, usual: 2, most: 2 } },
        { key: 'foot', candidates: [{ product: 'foot' }] },
      ],
    });
    await shop([BEAM, FOOT, stand, set]);
    const refused = await resolveForCustomer(context, 'set', { answers: {} }, undefined);
    expect(bill(refused.problems)).toEqual(['part:two/choice:beams answerMissing']);
    const basket = await addToBasket(context, undefined, {
      slug: 'set',
      answers: {},
      parts: { two: { quantity: 2, answers: { beams: ['beam', 'beam'] } } },
    });
    const [line] = (await viewBasket(context, basket)).lines;
    // A stand: 25.00 and its own 5.00; two of it 60.00; a foot 3.35; less 2.50.
    expect(line?.resolution?.unitPrice).toBe('60.85');
    const placed = await order(context, basket);
    const [kept] = (await readOrder(context, placed.number)).lines;
    expect(kept?.resolution.draws.map(({ stock: key, total }) => [key, total.value])).toEqual([
      ['bolt', '2'],
      ['beam', '4'],
      ['foot', '1'],
    ]);
    expect(kept?.sku).toBe('SET-STAND-BEAM.2.2');
  });

  it('× a sheet × a rule: a slot of a sheet joins a product by a condition, is required by its rule and fits what the product has', async () => {
    const sheet = {
      key: 'tops',
      title: 'Tops',
      places: [{ category: 'Stands', supplier: null, tag: 'table' }],
      choices: [
        slot('top', [], {
          required: false,
          joins: [{ property: { name: 'long', is: cm('80') }, category: null, supplier: null, tag: 'top' }],
        }),
      ],
      rules: [
        {
          key: 'r',
          when: { kind: 'answered', choice: 'top', answered: true },
          then: [{ kind: 'amount', amount: { kind: 'fixed', value: '1.10' } }],
        },
      ],
    };
    const stand = product('stand', null, {
      tags: ['table'],
      choices: [slot('beams', ['beam'])],
      fits: [{ key: 'f', place: 'tops.top', property: 'long', other: { place: 'beams', property: 'long' } }],
      rules: [
        {
          key: 'need',
          when: { kind: 'pieces', choice: 'beams', compare: 'is', value: 1 },
          then: [{ kind: 'require', choices: ['tops.top'] }],
        },
      ],
    });
    const short = product('short-top', '15', { tags: ['top'], draws: draws('top'), properties: { long: cm('60') } });
    await shop([BEAM, { ...TOP, tags: ['top'] }, short, stand], { sheets: [sheet] });
    expect(
      bill((await resolveForCustomer(context, 'stand', { answers: { beams: 'beam' } }, undefined)).problems),
    ).toEqual(['choice:tops.top answerMissing']);
    expect(
      bill(
        (await resolveForCustomer(context, 'stand', { answers: { beams: 'beam', 'tops.top': 'short-top' } }, undefined))
          .problems,
      ),
    ).toEqual(['choice:tops.top unknownOption']);
    const { state, unitPrice } = await resolveForCustomer(
      context,
      'stand',
      { answers: { beams: 'beam', 'tops.top': 'top' } },
      undefined,
    );
    // A top is sold alone by four; in a build the build says how many: 12.50, 20.00 and 1.10 by the rule.
    expect([state, unitPrice]).toEqual(['sellable', '33.60']);
  });

  it('× a customer group × a candidate’s own surcharge: what is for some is offered to them alone', async () => {
    const stand = product('stand', null, {
      choices: [
        slot('feet', ['foot', { key: 'top', groups: ['trade'], amount: { kind: 'fixed', value: '-0.50' } }], {
          most: 3,
        }),
      ],
    });
    await shop([FOOT, TOP, stand]);
    const refused = await resolveForCustomer(context, 'stand', { answers: { feet: ['foot', 'top'] } }, undefined);
    expect([refused.state, bill(refused.problems)]).toEqual(['invalid', ['choice:feet optionNotOffered']]);
    expect(JSON.stringify(refused)).not.toContain('trade');
  });

  it('× a measure × lots of nothing: a slot that may stay empty costs, weighs and takes nothing', async () => {
    const stand = product('stand', null, {
      choices: [slot('beams', ['beam']), slot('feet', ['foot'], { required: false, most: 4 })],
      formulas: [
        { key: 'bolts', title: 'Bolts', serves: { kind: 'draw', stock: 'bolt' }, text: '2 × feet' },
        { key: 'price', title: 'Bolts', serves: { kind: 'amount' }, text: '0.05 EUR × 2 × feet' },
      ],
    });
    await shop([BEAM, FOOT, stand]);
    const price = async (feet: unknown) =>
      (await resolveForCustomer(context, 'stand', { answers: { beams: 'beam', feet } }, undefined)).unitPrice;
    // 12.50; with three feet 10.05 and six bolts of five cents.
    expect([await price(null), await price([{ product: 'foot', quantity: 3 }])]).toEqual(['12.50', '22.85']);
    const placed = await order(
      context,
      await addToBasket(context, undefined, { slug: 'stand', answers: { beams: 'beam', feet: null } }),
    );
    expect(
      (await readOrder(context, placed.number)).lines[0]?.resolution.draws.map(({ stock: key, total }) => [
        key,
        total.value,
      ]),
    ).toEqual([
      ['beam', '1'],
      ['bolt', '0'],
    ]);
  });
});
