import { describe, expect, it } from 'vitest';
import { resolutionJson } from '../../exchange';
import { readiness } from '../../judge';
import { Exact } from '../../number';
import { whereText } from '../../selection';
import { stockView } from '../../stock';
import { fixed, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { resolve } from '../resolve';
import { stockOf } from '../stock-of';

const draws = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const rope = { key: 'rope', title: 'Rope', unit: 'm' };
const strap = {
  slug: 'strap',
  title: 'Strap',
  sku: 'STRAP',
  price: '3.33',
  weight: { value: '100', unit: 'g' },
  quantity: { minimum: 2, multiple: 2 },
  draws: draws('rope', '0.75'),
  choices: [
    list('colour', ['red', 'blue'], {
      options: [
        { key: 'red', title: 'Red', sku: 'R', amount: fixed('0.10') },
        { key: 'blue', title: 'Blue', sku: 'B' },
      ],
    }),
    {
      kind: 'yesNo',
      key: 'stamp',
      title: 'Stamp',
      required: false,
      default: true,
      amount: { kind: 'oncePerLine', value: '5' },
    },
  ],
};
const along = (more: object = {}) => ({
  kind: 'addOn',
  key: 'strap',
  title: 'A pair of straps',
  product: 'strap',
  required: false,
  answers: { colour: 'red' },
  mostQuantity: 3,
  ...more,
});
const box = (more: object = {}) => ({ price: '20', weight: { value: '1', unit: 'kg' }, choices: [along(more)] });
const shop = (more: object = {}, others: object[] = []) => shopOf([box(more), strap, ...others], { stock: [rope] });

describe('a part', () => {
  it('comes in the number said there, whatever rule holds for it alone, priced to the cent, and paid once what is paid once', () => {
    const { ask } = shop();
    // 3.33 + 0.10 = 3.43 for one, twice for each of three boxes; the stamp once for the line. Alone, straps are sold in
    // pairs.
    expect(ask({ strap: 2 }, 3)).toMatchObject({
      state: 'sellable',
      unitPrice: '26.86',
      lineTotal: '85.58',
      weight: { value: '1.2', unit: 'kg' },
    });
    expect(ask({ strap: 2 }, 3).draws).toMatchObject([
      { stock: 'body', total: { value: '3' } },
      { stock: 'rope', perItem: { value: '1.5' }, total: { value: '4.5' } },
    ]);
    expect(ask({}, 3)).toMatchObject({ unitPrice: '20.00', lineTotal: '60.00', weight: { value: '1' } });
  });

  it('is shown as it resolves by itself, and says which of the draws are its own', () => {
    const { parts, draws: taken, item } = shop().resolve({ strap: 2 }, 3);
    expect(
      parts.map(({ part, count, resolution }) => [
        part,
        count,
        resolution.quantity,
        resolution.unitPrice?.toString(),
        resolution.item.sku,
      ]),
    ).toEqual([['strap', 2, 1, '3.43', 'STRAP-R']]);
    expect(taken.map(({ stock, by }) => [stock, by])).toEqual([
      ['body', [null]],
      ['rope', ['strap']],
    ]);
    expect(item.sku).toBe('P-STRAP-R.2');
  });

  it('is within a set price or on top of it, as the rule says, and the price range and the working say the same', () => {
    const set = (addOns: string) => ({
      key: 'set',
      on: true,
      when: null,
      then: [
        { kind: 'setPrice', price: '15', addOns },
        { kind: 'amount', amount: { kind: 'percentOfSum', value: '10' } },
      ],
    });
    const ruled = (addOns: string) => shopOf([{ ...box(), rules: [set(addOns)] }, strap], { stock: [rope] });
    // Covered: 15 and a tenth of it. On top: 15 + 2 × 3.43 = 21.86, and a tenth of that is 2.186. The stamp stays once
    // for the line.
    expect(ruled('covered').ask({ strap: 2 })).toMatchObject({ unitPrice: '16.50', lineTotal: '21.50' });
    const onTop = ruled('onTop').ask({ strap: 2 });
    expect(onTop).toMatchObject({ unitPrice: '24.05', lineTotal: '29.05' });
    expect(onTop.working.map(({ amount, of }) => [amount, of])).toEqual([
      ['20', null],
      ['6.86', '2 × €3.43'],
      ['-5', 'in the place of €20.00'],
      ['2.186', '10 % of €21.86'],
      ['0.004', null],
      ['5', null],
    ]);
    const range = (addOns: string) => {
      const { lowest, highest } = analyseWhole(ruled(addOns).program(), TODAY);
      return [lowest?.price, highest?.price];
    };
    expect(range('covered')).toEqual(['16.50', '16.50']);
    // Three straps: 15 + 10.29 = 25.29, and a tenth.
    expect(range('onTop')).toEqual(['16.50', '27.82']);
  });

  it('shares a stock item with the product: what is taken is taken together', () => {
    const { program } = shopOf([{ ...box(), draws: draws('rope', '1.1') }, strap], { stock: [rope] });
    const ask = (there: string) =>
      resolve(
        program(),
        { answers: { strap: true }, quantity: 2 },
        { stock: stockView([{ key: 'rope', available: there }]), today: TODAY },
      );
    // 1.1 and a strap of 0.75 are 1.85 for one box.
    expect(ask('3.7').state).toBe('sellable');
    expect(ask('3.69')).toMatchObject({
      state: 'unavailable',
      problems: [{ code: 'notEnoughStock', data: { canSupply: 1 } }],
    });
    expect(ask('3.7').draws).toMatchObject([{ stock: 'rope', by: [null, 'strap'] }]);
  });

  it('within a part is resolved within it, for the same customer', () => {
    const buckle = {
      slug: 'buckle',
      title: 'Buckle',
      sku: 'BU',
      price: '1',
      draws: draws('trim'),
      rates: [{ key: 'less', title: 'Less', value: '0', byGroup: { trade: '-0.4' } }],
      formulas: [{ key: 'f', title: 'F', text: 'less × 1', serves: { kind: 'amount' } }],
    };
    const { program } = shopOf(
      [
        box(),
        {
          ...strap,
          quantity: { minimum: 1 },
          choices: [
            ...strap.choices,
            { kind: 'addOn', key: 'buckle', title: 'Buckle', product: 'buckle', required: false, default: true },
          ],
        },
        buckle,
      ],
      { stock: [rope] },
    );
    const asked = (group: string | null) =>
      resolve(program(), { answers: { strap: 2 }, quantity: 1 }, { stock: null, today: TODAY, group });
    expect([asked(null), asked('trade')].map(({ unitPrice }) => unitPrice?.toString())).toEqual(['28.86', '28.06']);
    expect(asked(null).draws.find(({ stock }) => stock === 'trim')).toMatchObject({
      perItem: { value: Exact.of(2) },
      by: ['strap'],
    });
    expect([...stockOf(program(), { today: TODAY }).keys()]).toEqual(['body', 'rope', 'trim']);
  });

  it('that can’t be had is a problem beside its choice, and a thing to mend while it is edited', () => {
    const { resolve: ask, catalog, surroundings } = shop({ answers: {} });
    expect(ask({ strap: true })).toMatchObject({
      state: 'invalid',
      problems: [
        {
          where: { at: 'choice', choice: 'strap' },
          code: 'partNotReady',
          data: { first: { code: 'answerMissing', title: 'COLOUR' } },
        },
      ],
      parts: [],
    });
    expect(ask({}).state).toBe('sellable');
    const [product] = catalog.products;
    expect(
      product &&
        readiness(product, surroundings, null).flatMap(({ code, gravity }) => (gravity === 'mustFix' ? code : [])),
    ).toEqual(['addOnUnresolved']);
  });

  it('that is not in the shop any more can’t be taken along; the product goes on being sold where it may be left out', () => {
    const gone = shopOf([box({ default: true })], { stock: [rope] });
    expect(gone.resolve({})).toMatchObject({ state: 'sellable', parts: [], item: { sku: 'P' } });
    expect(gone.ask({ strap: 2 })).toMatchObject({
      state: 'invalid',
      problems: [
        {
          where: 'choice:strap',
          code: 'partNotReady',
          message: 'A pair of straps can’t be taken along: it is not in the shop now.',
          remedy: 'Leave it out.',
        },
      ],
    });
    const [product] = gone.catalog.products;
    expect(
      product &&
        readiness(product, gone.surroundings, null).flatMap(({ code, gravity }) => (gravity === 'mustFix' ? code : [])),
    ).toEqual(['addOnUnknown']);
    const { selections, lowest, highest } = analyseWhole(gone.program(), TODAY);
    expect([selections, lowest?.price, highest?.price]).toEqual(['1', '20.00', '20.00']);
    expect(
      shopOf([box({ required: true })], { stock: [rope] })
        .resolve({ strap: true })
        .problems.map(({ code }) => code),
    ).toContain('productNotReady');
  });

  it('that is required can’t be declined', () => {
    const { ask, program } = shop({ required: true, default: null });
    expect(
      [ask({ strap: false }), ask({ strap: 0 }), ask({})].map(({ state, problems }) => [state, problems[0]?.code]),
    ).toEqual(Array(3).fill(['incomplete', 'answerMissing']));
    expect(ask({ strap: true }).state).toBe('sellable');
    expect(analyseWhole(program(), TODAY).lowest?.price).toBe('23.43');
  });

  it('that leads back to its product is a fault, whether or not it may be left out', () => {
    expect(shopOf([box({ product: 'p' })]).resolve({})).toMatchObject({
      state: 'invalid',
      problems: [{ code: 'productNotReady', data: { first: { code: 'addOnCycle' } } }],
    });
  });

  it('that a group can’t have is never claimed to be sold to it', () => {
    const closed = {
      ...strap,
      rules: [{ key: 'r', when: { kind: 'group', groups: ['trade'] }, then: [{ kind: 'refuse', reason: 'No.' }] }],
    };
    const { program } = shopOf(
      [
        {
          ...box({ required: true }),
          choices: [
            along({ required: false }),
            {
              ...list('lid', ['flat', 'deep']),
              options: [
                { key: 'flat', title: 'Flat', groups: ['trade'] },
                { key: 'deep', title: 'Deep' },
              ],
            },
          ],
          rules: [
            {
              key: 'x',
              when: { kind: 'option', choice: 'lid', options: ['flat'] },
              then: [{ kind: 'require', choices: ['strap'] }],
            },
          ],
        },
        closed,
      ],
      { stock: [rope] },
    );
    for (const strapTaken of [true, 3])
      expect(
        resolve(
          program(),
          { answers: { lid: 'flat', strap: strapTaken } },
          { stock: null, today: TODAY, group: 'trade' },
        ).state,
      ).toBe('invalid');
    const { lowest, highest } = analyseWhole(program(), TODAY);
    expect([lowest?.price, highest?.price]).toEqual(['20.00', '30.29']);
  });
});

describe('what is said of parts in a selection', () => {
  const said = (selection: object) =>
    resolve(shop().program(), { answers: {}, ...selection }, { stock: null, today: TODAY });

  it('is refused where nothing of them is left to choose, or where there is no such part', () => {
    expect(said({ parts: { strap: { answers: { colour: 'blue' } } } }).problems).toMatchObject([
      { where: { part: ['strap'], at: 'selection' }, code: 'partFixed' },
    ]);
    expect(resolutionJson(said({ parts: { strip: {}, strap: {} } })).problems).toEqual([
      {
        where: 'selection',
        code: 'unknownPart',
        message: 'This product has no part “strip”.',
        remedy: '“strap” may be meant.',
      },
      {
        where: 'part:strap/selection',
        code: 'partFixed',
        message: 'A pair of straps comes as it is: nothing of it can be chosen.',
        remedy: 'Leave out what is said of it.',
      },
    ]);
  });

  it.each([['parts'], [7], [null], [null]])('is told when it has no form: %o', (parts) => {
    expect(said({ parts }).problems.map(({ code, where }) => `${whereText(where)} ${code}`)).toEqual([
      'selection selectionMalformed',
    ]);
  });
});
