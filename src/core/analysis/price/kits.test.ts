import { describe, expect, it } from 'vitest';
import { list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { sellableRange } from './price-range';

const draws = (stock: string) => [{ kind: 'fixed', stock, quantity: '1' }];
const priced = (key: string, value: string) => ({
  key,
  title: key,
  sku: key.toUpperCase(),
  amount: { kind: 'fixed', value },
});
const suit = {
  slug: 'suit',
  title: 'Suit',
  sku: 'SUIT',
  price: '129',
  choices: [list('size', [], { options: [priced('m', '0'), priced('l', '6'), priced('xl', '-4')] })],
};
const smoker = { slug: 'smoker', title: 'Smoker', sku: 'SMOK', price: '40', draws: draws('trim') };
const part = (product: string, more: object = {}, candidate: object = {}) => ({
  key: product,
  candidates: [{ product, ...candidate }],
  ...more,
});
const kit = (parts: object[], more: object = {}) =>
  shopOf([{ price: null, draws: [], parts, ...more }, suit, smoker]).program();
const range = (parts: object[], more: object = {}) => {
  const found = sellableRange(kit(parts, more));
  return found && [found.from.toFixed(2), found.to.toFixed(2), found.isProved];
};

describe('the range of a kit', () => {
  it('goes from the cheapest of each part to the dearest', () => {
    expect(range([part('suit'), part('smoker')])).toEqual(['165.00', '175.00', true]);
    expect(range([part('suit'), part('smoker')], { partsPrice: { kind: 'lessPercent', percent: '10' } })).toEqual([
      '148.50',
      '157.50',
      true,
    ]);
    expect(range([part('suit', {}, { fixed: { size: 'l' } })])).toEqual(['135.00', '135.00', true]);
    expect(range([part('suit', {}, { narrowed: { size: ['m', 'l'] } })])).toEqual(['129.00', '135.00', true]);
  });

  it('counts what may be left out, taken several times or be something else, and its own choices', () => {
    expect(range([part('smoker', { optional: true }), part('suit')])).toEqual(['125.00', '175.00', true]);
    expect(range([part('smoker', { quantity: { least: 1, usual: 2, most: 3 } })])).toEqual(['40.00', '120.00', true]);
    expect(range([{ key: 'gift', candidates: [{ product: 'suit' }, { product: 'smoker' }] }])).toEqual([
      '40.00',
      '135.00',
      true,
    ]);
    expect(
      range([part('smoker')], {
        price: '2',
        choices: [
          list('wrap', [], {
            options: [{ key: 'a', title: 'A', amount: { kind: 'percentOfBase', value: '10' } }, priced('b', '1')],
          }),
        ],
      }),
    ).toEqual(['43.00', '46.20', true]);
  });

  it('of a price of its own has what parts cost more or less than usual', () => {
    expect(
      range([part('suit'), part('smoker', { optional: true })], { price: '150', partsPrice: { kind: 'own' } }),
    ).toEqual(['150.00', '200.00', true]);
    expect(range([part('suit')], { price: '150', partsPrice: { kind: 'own', extras: 'included' } })).toEqual([
      '150.00',
      '150.00',
      true,
    ]);
  });

  it('is none where a part that belongs to it can’t be had', () => {
    expect(range([part('suit', {}, { narrowed: { size: ['xxl'] } })])).toBeNull();
  });
});

describe('everything that is true of a kit', () => {
  const of = (parts: object[], more: object = {}) => analyseWhole(kit(parts, more), TODAY);

  it('counts its selections: those of its own choices times those of each part', () => {
    expect(
      of(
        [
          part('suit'),
          part('suit', { key: 'second' }),
          part('smoker', { optional: true, quantity: { least: 1, usual: 1, most: 2 } }),
        ],
        { price: '0', choices: [list('wrap', ['a', 'b'])] },
      ).selections,
    ).toBe(String(2 * 3 * 3 * 3));
    expect(of([part('suit', {}, { fixed: { size: 'm' } })]).selections).toBe('1');
  });

  it('shows its lowest and highest price with the selection', () => {
    const found = of([part('suit'), part('smoker', { optional: true })]);
    expect(found.lowest).toMatchObject({
      price: '125.00',
      coverage: { kind: 'proved' },
      words: 'Suit (xl)',
      selection: { parts: { suit: { answers: { size: 'xl' } }, smoker: { quantity: 0 } } },
    });
    expect(found.highest).toMatchObject({ price: '175.00', words: 'Suit (l) · Smoker' });
  });

  it('says that nothing can be sold where a part can’t', () => {
    const never = { slug: 'smoker', rules: [{ key: 'no', then: [{ kind: 'refuse', reason: 'No.' }] }] };
    expect(
      analyseWhole(
        shopOf([
          { price: null, draws: [], parts: [part('smoker')] },
          { ...smoker, ...never },
        ]).program(),
        TODAY,
      ),
    ).toMatchObject({ selections: '0', nothingSells: { without: [] } });
  });
});
