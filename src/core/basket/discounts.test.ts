import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { type Discount, discountSchema, type Tax } from '../catalog';
import { Exact } from '../number';
import { type DiscountLine, discountsFor, discountsOf, mostOff } from './discounts';
import { quote } from './quote';
import { type Terms } from './to-pay';

const discount = (given: object): Discount =>
  discountSchema.parse({ key: 'ten', title: 'Ten', gives: { kind: 'percent', percent: '10' }, ...given });
const entered = (given: object = {}, used = 0) => ({ code: 'CODE', discount: discount(given), used });
const line = (total: string, more: Partial<DiscountLine> = {}): DiscountLine => ({
  slug: 'p',
  total: Exact.from(total),
  unitPrice: Exact.from(total),
  quantity: 1,
  discounts: ['ten', 'five', 'gift', 'post'],
  ...more,
});
const shopping = { today: TODAY, group: null, places: 2, rounding: 'halfAwayFromZero', delivery: Exact.zero } as const;
const worked = (
  codes: ReturnType<typeof entered>[],
  lines: DiscountLine[],
  more: Partial<Parameters<typeof discountsOf>[2]> = {},
) =>
  discountsOf(codes, lines, { ...shopping, ...more }).map(
    ({ amount, shares, freeDelivery, why }) =>
      why?.kind ?? (freeDelivery ? 'free' : [amount.toString(), shares.map(String)]),
  );

describe('a code', () => {
  it('takes a percentage off, allocated to the lines to the cent by the largest remainder', () => {
    // 10 % of 33.33 + 33.33 + 33.34 = 10.00: 3.333, 3.333 and 3.334 in cents.
    expect(worked([entered()], [line('33.33'), line('33.33'), line('33.34')])).toEqual([
      ['-10', ['-3.33', '-3.33', '-3.34']],
    ]);
    // 10 % of 0.15 is 0.015, which is 0.02; the lines share it two to one.
    expect(worked([entered()], [line('0.10'), line('0.05')])).toEqual([['-0.02', ['-0.01', '-0.01']]]);
  });

  it('takes an amount off, and never more than there is', () => {
    const five = { key: 'five', gives: { kind: 'amount', amount: '5' } };
    expect(worked([entered(five)], [line('20'), line('10')])).toEqual([['-5', ['-3.33', '-1.67']]]);
    expect(worked([entered(five)], [line('3.10')])).toEqual([['-3.1', ['-3.1']]]);
    expect(worked([entered(five)], [line('0')])).toEqual(['nothingForIt']);
  });

  it('gives the cheapest of a product for nothing, where it is in the basket', () => {
    const gift = { key: 'gift', gives: { kind: 'product', product: 'book', pieces: 3 } };
    const books = [
      line('30', { slug: 'book', unitPrice: Exact.from('15'), quantity: 2 }),
      line('12', { slug: 'book', unitPrice: Exact.from('12') }),
      line('50'),
    ];
    expect(worked([entered(gift)], books)).toEqual([['-42', ['-30', '-12', '0']]]);
    expect(worked([entered({ ...gift, gives: { ...gift.gives, pieces: 2 } })], books)).toEqual([
      ['-27', ['-15', '-12', '0']],
    ]);
    expect(worked([entered(gift)], [line('50')])).toEqual(['nothingForIt']);
  });

  it('says why it gives nothing', () => {
    const lines = [line('40')];
    expect(worked([entered({ from: '2026-11-26' })], lines)).toEqual(['notYet']);
    expect(worked([entered({ until: '2026-11-24' })], lines)).toEqual(['over']);
    expect(worked([entered({ from: TODAY, until: TODAY })], lines)).toEqual([['-4', ['-4']]]);
    expect(worked([entered({ groups: ['trade'] })], lines)).toEqual(['otherGroup']);
    expect(worked([entered({ groups: ['trade'] })], lines, { group: 'trade' })).toEqual([['-4', ['-4']]]);
    expect(worked([entered({ uses: 2 }, 2)], lines)).toEqual(['usedUp']);
    expect(worked([entered({ key: 'other' })], lines)).toEqual(['nothingForIt']);
    expect(discountsOf([entered({ least: '60' })], lines, shopping)[0]?.why).toMatchObject({
      kind: 'tooLittle',
      missing: Exact.from('20'),
    });
    expect(worked([entered({ least: '40' })], lines)).toEqual([['-4', ['-4']]]);
  });

  it('goes with others only where each of them may; one that gives nothing keeps no other away', () => {
    const five = { key: 'five', title: 'Five', gives: { kind: 'amount', amount: '5' } };
    expect(worked([entered(), entered({ ...five, combines: true })], [line('40')])).toEqual([
      ['-4', ['-4']],
      'notTogether',
    ]);
    expect(worked([entered({ least: '99' }), entered({ ...five, combines: true })], [line('40')])).toEqual([
      'tooLittle',
      ['-5', ['-5']],
    ]);
    // The percentage comes first, whatever was typed first: 40 − 4 − 5.
    const together = [entered({ combines: true }), entered({ ...five, combines: true })];
    expect(worked(together, [line('40')])).toEqual([
      ['-4', ['-4']],
      ['-5', ['-5']],
    ]);
    expect(worked(together.toReversed(), [line('40')])).toEqual([
      ['-5', ['-5']],
      ['-4', ['-4']],
    ]);
  });

  it('is for products by what is said of them, or named', () => {
    const { surroundings } = shopOf([{ category: 'Hives' }, { slug: 'q', category: 'Tools' }]);
    const isFor = (given: object) =>
      [...surroundings.products.values()].map(
        (product) => discountsFor(product, [{ discount: discount(given) }]).length,
      );
    expect([
      isFor({}),
      isFor({ places: [{ category: 'hives' }] }),
      isFor({ products: ['q'] }),
      isFor({ places: [{ category: 'hives' }], products: ['q'] }),
    ]).toEqual([
      [1, 1],
      [1, 0],
      [0, 1],
      [1, 1],
    ]);
  });

  it('whatever there is: shares add up, no line falls below nothing, and the order of lines makes no difference', () => {
    const cents = fc.integer({ min: 0, max: 5000 }).map((value) => (value / 100).toFixed(2));
    fc.assert(
      fc.property(
        fc.array(cents, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 100 }),
        cents,
        (totals, percent, amount) => {
          const codes = [
            entered({ combines: true, gives: { kind: 'percent', percent: String(percent) } }),
            entered({ key: 'five', combines: true, gives: { kind: 'amount', amount } }),
          ];
          const found = discountsOf(
            codes,
            totals.map((total) => line(total)),
            shopping,
          );
          totals.forEach((total, place) => {
            const left = found.reduce((sum, { shares }) => sum.plus(shares[place] ?? Exact.zero), Exact.from(total));
            expect(left.sign()).toBeGreaterThanOrEqual(0);
          });
          for (const { amount: off, shares } of found)
            expect(shares.reduce((sum, share) => sum.plus(share), Exact.zero).toString()).toBe(off.toString());
          const turned = discountsOf(
            codes,
            totals.toReversed().map((total) => line(total)),
            shopping,
          );
          expect(turned.map(({ amount: off }) => off.toString())).toEqual(
            found.map(({ amount: off }) => off.toString()),
          );
        },
      ),
    );
  });
});

describe('the most that a code can take off', () => {
  const of = (gives: object, least: string | null = null) =>
    mostOff(discount({ gives, least }))?.rounded(4).toString() ?? null;

  it('is its percentage; of an amount its share of the least value; and all of what is for nothing', () => {
    expect(of({ kind: 'percent', percent: '12.5' })).toBe('12.5');
    expect(of({ kind: 'amount', amount: '5' }, '40')).toBe('12.5');
    expect(of({ kind: 'amount', amount: '5' }, '30')).toBe('16.6667');
    // Without a least value, or with a smaller one, nothing may be left.
    expect([
      of({ kind: 'amount', amount: '5' }),
      of({ kind: 'amount', amount: '5' }, '5'),
      of({ kind: 'amount', amount: '5' }, '3'),
    ]).toEqual(['100', '100', '100']);
    expect([of({ kind: 'product', product: 'p' }), of({ kind: 'delivery' })]).toEqual(['100', null]);
  });

  it('is never exceeded by the share of any line, but for what rounding to the cent takes', () => {
    const cents = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(fc.array(cents, { minLength: 1, maxLength: 6 }), cents, cents, (totals, amount, least) => {
        const money = (value: number) => Exact.of(value, 100).toString();
        const code = entered({ gives: { kind: 'amount', amount: money(amount) }, least: money(least) });
        const [outcome] = discountsOf(
          [code],
          totals.map((total) => line(money(total))),
          shopping,
        );
        const most = mostOff(code.discount) ?? Exact.zero;
        outcome?.shares.forEach((share, place) => {
          const allowed = Exact.of(totals[place] ?? 0, 100)
            .times(most)
            .over(Exact.of(100))
            .plus(Exact.of(1, 100));
          expect(share.negated().isMore(allowed)).toBe(false);
        });
      }),
    );
  });
});

describe('what is paid', () => {
  const shop = shopOf([
    { price: '12.30', draws: [] },
    { slug: 'q', price: '0.99', taxClass: 'books', draws: [] },
  ]);
  const tax: Tax = {
    name: 'VAT',
    pricesInclude: true,
    country: 'AT',
    classes: [
      { key: 'usual', title: 'Usual' },
      { key: 'books', title: 'Books' },
    ],
    rates: [
      { class: 'usual', country: 'AT', percent: '20' },
      { class: 'books', country: 'AT', percent: '10' },
      { class: 'usual', country: 'DE', percent: '19' },
      { class: 'books', country: 'DE', percent: '7' },
    ],
    rounding: 'line',
    shown: 'with',
  };
  const terms = (more: Partial<Terms> = {}): Terms => ({
    codes: [],
    group: null,
    tax: null,
    delivery: [],
    country: null,
    ...more,
  });
  const bought = (more: Partial<Terms>, quantities = [3, 7]) => {
    const lines = ['p', 'q'].map((slug, place) => ({
      program: shop.program(slug),
      selection: { answers: {}, quantity: quantities[place] ?? 1 },
      group: null,
      discounts: ['ten', 'post'],
    }));
    const { goods, delivery, taxation, total } = quote(lines, { stock: null, today: TODAY }, [], terms(more));
    return {
      goods: goods?.toFixed(2),
      delivery: delivery?.price.toFixed(2),
      taxes: taxation?.sums.map(({ percent, net, tax: paid }) => [percent.toString(), net.toFixed(2), paid.toFixed(2)]),
      total: total?.toFixed(2),
    };
  };

  it('is the goods, less what codes take off, with delivery and tax', () => {
    // 36.90 + 6.93 = 43.83. Of 36.90 with 20 % the tax is 6.15, of 6.93 with 10 % it is 0.63.
    expect(bought({ tax })).toEqual({
      goods: '43.83',
      delivery: undefined,
      taxes: [
        ['20', '30.75', '6.15'],
        ['10', '6.30', '0.63'],
      ],
      total: '43.83',
    });
    // Ten percent off: 4.38, of which 3.69 and 0.69; delivery 5.90 is taxed as usual: (33.21 + 5.90) has 5.54 + 0.98.
    expect(bought({ tax, codes: [entered()], delivery: [{ country: null, price: '5.90', freeFrom: '50' }] })).toEqual({
      goods: '43.83',
      delivery: '5.90',
      taxes: [
        ['20', '32.59', '6.52'],
        ['10', '5.67', '0.57'],
      ],
      total: '45.35',
    });
  });

  it('without tax in the prices is what they are, with tax on top; in each country its own', () => {
    const without = { ...tax, pricesInclude: false };
    expect(bought({ tax: without })).toMatchObject({
      taxes: [
        ['20', '36.90', '7.38'],
        ['10', '6.93', '0.69'],
      ],
      total: '51.90',
    });
    expect(bought({ tax: without, country: 'DE' })).toMatchObject({
      taxes: [
        ['19', '36.90', '7.01'],
        ['7', '6.93', '0.49'],
      ],
      total: '51.33',
    });
    expect(bought({ tax, country: 'DE' })).toMatchObject({
      total: '43.83',
      taxes: [
        ['19', '31.01', '5.89'],
        ['7', '6.48', '0.45'],
      ],
    });
  });

  it('delivery costs nothing from so much on, by a code, and where nothing is said', () => {
    const delivery = [
      { country: 'DE', price: '9.90', freeFrom: null },
      { country: null, price: '5', freeFrom: '40' },
    ];
    // 43.83, 36.90 + 2.97 = 39.87, and 13.29.
    expect([
      bought({ delivery }).delivery,
      bought({ delivery, country: 'DE' }).delivery,
      bought({ delivery }, [3, 3]).delivery,
      bought({ delivery }, [1, 1]).delivery,
    ]).toEqual(['0.00', '9.90', '5.00', '5.00']);
    expect(
      bought({ delivery, country: 'DE', codes: [entered({ key: 'post', gives: { kind: 'delivery' } })] }),
    ).toMatchObject({ delivery: '0.00', total: '43.83' });
  });

  it('may come to nothing', () => {
    expect(bought({ tax, codes: [entered({ gives: { kind: 'percent', percent: '100' } })] })).toMatchObject({
      total: '0.00',
      taxes: [
        ['20', '0.00', '0.00'],
        ['10', '0.00', '0.00'],
      ],
    });
  });
});
