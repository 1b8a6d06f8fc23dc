import { describe, expect, it } from 'vitest';
import { list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../tests/support/analyse-whole';

const kg = (value: string) => ({ value, unit: 'kg' });
const lighter = (value: string, more: object = {}) => ({
  kind: 'yesNo',
  key: 'light',
  title: 'Hollow',
  required: true,
  weight: kg(value),
  ...more,
});
const claims = (product: object) => {
  const { selections, gaps, deadOptions } = analyseWhole(shopOf([product]).program(), TODAY);
  return { selections, gaps: gaps.map(({ kind }) => kind), dead: deadOptions.length };
};

describe('what is made lighter', () => {
  it('is not sold below nothing, and not counted', () => {
    const choices = [lighter('-1.5')];
    expect(claims({ weight: kg('1.5'), choices })).toEqual({ selections: '2', gaps: [], dead: 0 });
    expect(claims({ weight: kg('1.4'), choices })).toEqual({ selections: '1', gaps: [], dead: 0 });
    // Where nothing says what it weighs, what is taken off is all that is known.
    expect(claims({ choices })).toEqual({ selections: '1', gaps: [], dead: 0 });
  });

  it('counts what goes with what makes up for it', () => {
    const lid = list('lid', [], {
      options: [
        { key: 'tin', title: 'Tin', weight: kg('1') },
        { key: 'felt', title: 'Felt' },
      ],
    });
    expect(claims({ weight: kg('1'), choices: [lighter('-1.5'), lid] })).toMatchObject({ selections: '3', gaps: [] });
  });

  it('leaves open what else weighs only where that decides', () => {
    const rules = [
      {
        key: 'r',
        when: { kind: 'quantity', compare: 'atLeast', value: 2 },
        then: [{ kind: 'weight', weight: kg('-1') }],
      },
    ];
    expect(claims({ weight: kg('3'), choices: [lighter('-1.5')], rules }).gaps).toEqual([]);
    expect(claims({ weight: kg('2'), choices: [lighter('-1.5')], rules }).gaps).toEqual(['weightTooWide']);
  });
});
