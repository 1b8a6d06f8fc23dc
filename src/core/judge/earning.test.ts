import { describe, expect, it } from 'vitest';
import { list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { MARGIN_LIMITS } from '../analysis';
import { Exact } from '../number';
import { faultWords } from '../words';
import { leastEarned } from './earning';
import { listChanges } from './list-changes';

const costs = (stock: string) => (stock === 'body' ? Exact.from('60') : Exact.from('5'));
const earned = (shop: ReturnType<typeof shopOf>, off = '0') => {
  const product = shop.surroundings.products.get('p');
  if (!product) throw new Error('no product');
  const { margin, titles, day, fault } = leastEarned(
    product,
    shop.surroundings,
    { today: TODAY, costs, off: Exact.from(off) },
    MARGIN_LIMITS,
  );
  return {
    ...('margin' in margin
      ? { kind: margin.kind, margin: margin.margin, price: margin.price, group: margin.group }
      : { kind: margin.kind }),
    titles,
    day,
    fault: fault && faultWords(fault.data),
  };
};
const trade = { key: 'trade', title: 'Trade', groups: ['trade'] };

describe('what a product earns at least', () => {
  it('is looked for at the prices of every list, for those they are for', () => {
    expect(earned(shopOf([{ marginFloor: '30' }]))).toMatchObject({
      kind: 'proved',
      margin: '40',
      titles: [],
      fault: null,
    });
    expect(earned(shopOf([{ marginFloor: '30' }], { lists: [{ ...trade, percent: '20' }] }))).toMatchObject({
      kind: 'proved',
      margin: '20',
      price: '80',
      group: 'trade',
      titles: ['Trade'],
      day: TODAY,
      fault: 'At the prices of Trade: As it is it earns €20.00 of €80.00, less than the floor of 30 %.',
    });
  });

  it('counts lists that are still to come, from their day on, and none that are over', () => {
    const sale = { key: 'sale', title: 'Sale', prices: [{ product: 'p', price: '70' }] };
    expect(earned(shopOf([{}], { lists: [{ ...sale, from: '2026-12-01', until: '2026-12-05' }] }))).toMatchObject({
      margin: '10',
      titles: ['Sale'],
      day: '2026-12-01',
    });
    expect(earned(shopOf([{}], { lists: [{ ...sale, until: '2026-11-24' }] }))).toMatchObject({
      margin: '40',
      titles: [],
    });
  });

  it('doesn’t mix one group’s prices with what only another may choose', () => {
    const choices = [
      list('veil', [], {
        required: false,
        options: [{ key: 'plain', title: 'Plain', groups: ['club'], amount: { kind: 'fixed', value: '-30' } }],
      }),
    ];
    const product = { choices };
    const shop = shopOf([product], { lists: [{ ...trade, percent: '10' }] });
    shop.catalog.shop.groups.push({ key: 'club', title: 'Club', code: null, taxShown: null });
    // The club's option takes 30 off 100, trade pays 90: nobody pays 60.
    expect(earned(shop)).toMatchObject({ kind: 'proved', margin: '10', price: '70', group: 'club', titles: [] });
  });

  it('of a kit, and with what is taken along, counts what lists say of those, too', () => {
    const part = { slug: 'box', price: '100' };
    const onPart = { ...trade, prices: [{ product: 'box', price: '75' }] };
    const kit = {
      slug: 'p',
      price: null,
      draws: [],
      partsPrice: { kind: 'sum' },
      parts: [{ key: 'box', title: 'Box', candidates: [{ product: 'box' }] }],
    };
    expect(earned(shopOf([kit, part]))).toMatchObject({ kind: 'proved', margin: '40', price: '100', titles: [] });
    expect(earned(shopOf([kit, part], { lists: [onPart] }))).toMatchObject({
      kind: 'proved',
      margin: '15',
      price: '75',
      group: 'trade',
      titles: ['Trade'],
    });
    const along = {
      price: '100',
      choices: [{ kind: 'addOn', key: 'more', title: 'More', product: 'box', required: true }],
    };
    expect(earned(shopOf([along, part], { lists: [onPart] }))).toMatchObject({
      kind: 'proved',
      margin: '55',
      price: '175',
      group: 'trade',
      titles: ['Trade'],
    });
  });

  it('with so many percent off by a code is what is left then', () => {
    const shop = shopOf([{ marginFloor: '25' }]);
    expect(earned(shop, '20')).toMatchObject({ margin: '20', price: '80', fault: null });
    expect(earned(shop, '21')).toMatchObject({
      margin: '19',
      price: '79',
      fault: 'As it is it earns €19.00 of €79.00, less than the floor of 25 %.',
    });
  });
});

describe('what other lists change', () => {
  it('is told for each thing once, from the first day, for whom it is otherwise', () => {
    const shop = shopOf([{}]);
    const product = shop.surroundings.products.get('p');
    if (!product) throw new Error('no product');
    const { catalog } = shopOf([{}], {
      lists: [
        { ...trade, percent: '10' },
        {
          key: 'sale',
          title: 'Sale',
          from: '2026-12-01',
          until: '2026-12-02',
          prices: [{ product: 'p', price: '95' }],
        },
      ],
    });
    const told = (before: typeof catalog.priceLists, after: typeof catalog.priceLists) =>
      listChanges(product, shop.surroundings, before, after, TODAY).map(({ day, groups, from, to }) => [
        day,
        groups,
        from,
        to,
      ]);
    expect(told([], catalog.priceLists)).toEqual([
      [TODAY, ['trade'], '100', '90'],
      ['2026-12-01', [null], '100', '95'],
    ]);
    expect(told(catalog.priceLists, catalog.priceLists)).toEqual([]);
    expect(told(catalog.priceLists, [])).toEqual([
      [TODAY, ['trade'], '90', '100'],
      ['2026-12-01', [null], '95', '100'],
    ]);
  });
});
