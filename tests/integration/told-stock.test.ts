import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog';
import { compile } from '@/core/compile';
import { Exact } from '@/core/number';
import { resolve, stockOf } from '@/core/run';
import { mustBeAsked, stockView, toldOf } from '@/core/stock';
import { openShopProductView } from '@/services/selling/shop';
import { enterGroupCode } from '@/services/settings/settings';
import { shopOf, TODAY } from '../fixtures/shop-of';
import { openServices, type TestServices } from '../support/services';

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
          const told = stock.map((item) => toldOf(item));
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
