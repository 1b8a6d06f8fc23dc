import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';

describe('what is paid once for a part', () => {
  const once = (value: string) => ({ kind: 'oncePerLine', value });
  const lid = (amount: object) => ({
    slug: 'lid',
    price: '46',
    choices: [
      list('wood', [], {
        required: true,
        options: [
          { key: 'pine', title: 'Pine', amount: fixed('20') },
          { key: 'oak', title: 'Oak', amount },
        ],
      }),
    ],
  });
  const told = (price: string, amount: object, partsPrice: object = { kind: 'own', extras: 'onTop' }) => {
    const parts = [{ key: 'lid', title: 'Lid', candidates: [{ product: 'lid' }], optional: true, taken: true }];
    const kit = { price, draws: [], partsPrice, parts, quantity: { maximum: 1 } };
    const { gaps, selections, selectionsBetween } = analyseWhole(shopOf([kit, lid(amount)]).program(), TODAY);
    return { gaps: gaps.map(({ kind }) => kind), selections, selectionsBetween };
  };
  const gap = ['onceInside'];

  it('may bring an order line below nothing, where leaving it out takes it off: that is a gap', () => {
    // Without the lid 50 − 46 and 7 once are less than nothing, which nobody can buy: two of three are sold.
    expect(told('50', once('7'))).toMatchObject({ gaps: gap, selections: null, selectionsBetween: ['0', '3'] });
    // From 53 on it can be bought.
    expect(told('53', once('7'))).toMatchObject({ gaps: [], selections: '3' });
    expect(told('50', fixed('2'))).toMatchObject({ gaps: [], selections: '3' });
  });

  it('takes nothing off where its price is added, unless it is less than nothing itself', () => {
    expect(told('0', once('7'), { kind: 'sum' })).toMatchObject({ gaps: [], selections: '3' });
    expect(told('0', once('-7'), { kind: 'sum' })).toMatchObject({ gaps: gap });
  });
});
