import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { type Product, productSchema } from '../schema';
import { mesh, suit } from '../../../../tests/fixtures/products';
import { type PriceStep, withEnding, withPrices } from './prices';
import { withTexts } from './texts';

const priced = (price: string | null, own: (string | null)[] = [], wasPrice: string | null = null): Product => ({
  ...suit,
  price,
  wasPrice,
  variants: own.map((value) => ({ ...(suit.variants[0] ?? fail()), price: value })),
});
function fail(): never {
  throw new Error('the suit has no variants');
}
const prices = (product: Product) => [product.price, ...product.variants.map(({ price }) => price)];
const change = (product: Product, step: PriceStep, crossOut = false, currency = 'EUR') =>
  withPrices(product, step, { crossOut, currency });

describe('prices of many', () => {
  it.each<[string, PriceStep, string]>([
    ['10', { kind: 'percent', percent: '7.5', ending: null }, '10.75'],
    ['9.99', { kind: 'percent', percent: '10', ending: null }, '10.99'],
    ['0.05', { kind: 'percent', percent: '-50', ending: null }, '0.03'],
    ['12.37', { kind: 'percent', percent: '0', ending: '0.90' }, '11.90'],
    ['12.40', { kind: 'percent', percent: '0', ending: '0.90' }, '12.90'],
    ['12.41', { kind: 'percent', percent: '0', ending: '0.90' }, '12.90'],
    ['12.45', { kind: 'percent', percent: '0', ending: '0.95' }, '12.95'],
    ['0.30', { kind: 'percent', percent: '0', ending: '0.90' }, '0.90'],
    ['99.50', { kind: 'percent', percent: '0', ending: '0.00' }, '100.00'],
    ['42', { kind: 'by', amount: '-2.50' }, '39.50'],
    ['42', { kind: 'to', price: '39.9' }, '39.9'],
  ])('%s after %o is %s', (price, step, after) => expect(change(priced(price), step).after.price).toBe(after));

  it('are those of variants, too, but for a price that is said', () => {
    expect(prices(change(priced('10', ['12', null, '8']), { kind: 'by', amount: '1' }).after)).toEqual([
      '11.00',
      '13.00',
      null,
      '9.00',
    ]);
    expect(prices(change(priced('10', ['12', null]), { kind: 'to', price: '9' }).after)).toEqual(['9', '12', null]);
    expect(change(priced(null, ['12']), { kind: 'percent', percent: '50', ending: null })).toMatchObject({
      changed: 1,
      after: { price: null },
    });
    expect(change(priced(null), { kind: 'to', price: '9' }).after.price).toBe('9');
  });

  it('never come below nothing: what would stays, and is counted', () => {
    const { after, changed, refused } = change(priced('3', ['12', '1']), { kind: 'by', amount: '-4' });
    expect([prices(after), changed, refused]).toEqual([['3', '8.00', '1'], 1, 2]);
  });

  it('that would be too long to keep stay', () => {
    const huge = '9'.repeat(58);
    expect(change(priced(huge), { kind: 'percent', percent: '900', ending: null })).toMatchObject({
      changed: 0,
      refused: 1,
      after: { price: huge },
    });
  });

  it('leave the former one crossed out where they fall, and no was-price that is no longer more', () => {
    expect(change(priced('10'), { kind: 'by', amount: '-1' }, true).after).toMatchObject({
      price: '9.00',
      wasPrice: '10',
    });
    expect(change(priced('10'), { kind: 'by', amount: '1' }, true).after.wasPrice).toBeNull();
    expect(change(priced('10', [], '12'), { kind: 'by', amount: '1' }).after.wasPrice).toBe('12');
    expect(change(priced('10', [], '12'), { kind: 'by', amount: '2' }).after.wasPrice).toBeNull();
  });

  it('have the places of the currency, and no endings where there are none', () => {
    expect(change(priced('1200'), { kind: 'percent', percent: '3.3', ending: '0.90' }, false, 'JPY').after.price).toBe(
      '1240',
    );
    expect(change(priced('1.5'), { kind: 'percent', percent: '10', ending: '0.90' }, false, 'KWD').after.price).toBe(
      '1.650',
    );
  });

  it('with an ending are as near as any with it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.constantFrom('0.90' as const, '0.95' as const, '0.00' as const),
        (cents, ending) => {
          const price = Exact.of(cents).over(Exact.of(100));
          const ended = withEnding(price, ending);
          expect(ended.minus(Exact.from(ending)).decimalPlaces()).toBe(0);
          const distance = Math.abs(ended.minus(price).toApproximateNumber());
          const low = price.isLess(Exact.from(ending));
          expect(distance).toBeLessThanOrEqual(low ? 0.96 : 0.5 + 1e-9);
        },
      ),
    );
  });

  it('that are the same leave the product as it is', () => {
    const product = priced('10.00', ['12']);
    expect(change(product, { kind: 'percent', percent: '0', ending: null }).after).toBe(product);
    expect(change(product, { kind: 'to', price: '10' }).after).toBe(product);
  });
});

describe('texts of many', () => {
  const product = productSchema.parse({
    ...mesh,
    title: 'Wax cloth',
    summary: 'wax, Wax and waxen',
    sku: 'WAX',
    slug: 'wax-cloth',
    pictures: [{ src: '/pictures/wax.png', alt: 'Wax cloth on a jar' }],
    choices: [
      {
        kind: 'list',
        key: 'wax',
        title: 'Wax',
        help: 'Which wax.',
        options: [{ key: 'wax-bee', title: 'Bee’s wax', description: 'Our own wax.' }],
      },
      { kind: 'paragraph', key: 'p', title: '', text: 'Wax melts.' },
    ],
  });

  it('are replaced wherever customers read them, and nowhere else', () => {
    const { after, places } = withTexts(product, { find: 'wax', replace: 'resin', matchCase: true });
    expect([after.title, after.summary, after.sku, after.slug, after.pictures[0]]).toEqual([
      'Wax cloth',
      'resin, Wax and resinen',
      'WAX',
      'wax-cloth',
      { src: '/pictures/wax.png', alt: 'Wax cloth on a jar', focus: null },
    ]);
    expect(after.choices[0]).toMatchObject({
      key: 'wax',
      title: 'Wax',
      help: 'Which resin.',
      options: [{ key: 'wax-bee', title: 'Bee’s resin', description: 'Our own resin.' }],
    });
    expect(places).toBe(4);
    const any = withTexts(product, { find: 'WAX', replace: 'Resin', matchCase: false }).after;
    expect([any.title, any.summary, any.choices[1]]).toMatchObject([
      'Resin cloth',
      'Resin, Resin and Resinen',
      { text: 'Resin melts.' },
    ]);
  });

  it('that would become too long stay, and are counted', () => {
    const { after, tooLong } = withTexts(product, { find: 'Wax cloth', replace: 'x'.repeat(170), matchCase: true });
    expect([after.title, tooLong]).toEqual(['Wax cloth', 1]);
    expect(after.pictures[0]?.alt).toBe(`${'x'.repeat(170)} on a jar`);
  });

  it('without what is looked for, the product is the same', () => {
    expect(withTexts(product, { find: 'honey', replace: 'x', matchCase: false }).after).toBe(product);
    expect(withTexts(product, { find: '', replace: 'x', matchCase: true }).after).toBe(product);
  });

  it('come back by the opposite where the new one was nowhere', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-y]{1,6}$/), (find) => {
        const there = withTexts(product, { find, replace: 'ZZ', matchCase: true }).after;
        expect(withTexts(there, { find: 'ZZ', replace: find, matchCase: true }).after).toEqual(product);
      }),
    );
  });
});
