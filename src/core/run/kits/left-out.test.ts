import { describe, expect, it } from 'vitest';
import { readiness } from '../../judge';
import { list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';

const variant = (options: object, more: object = {}) => ({ options, stock: 'trim', ...more });
const lid = (more: object = {}) => list('lid', ['tin', 'oak'], { stocked: true, required: false, ...more });
const shop = (variants: object[], more: object = {}) => shopOf([{ draws: [], choices: [lid()], variants, ...more }]);

describe('a stocked choice that may be left out', () => {
  const whole = shop([variant({ lid: 'tin' }), variant({ lid: 'oak' }), variant({}, { stock: 'body', price: '80' })]);

  it('is a combination like any other, with a stock item of its own', () => {
    expect(whole.ask({ lid: null })).toMatchObject({
      state: 'sellable',
      unitPrice: '80.00',
      draws: [{ stock: 'body' }],
    });
    expect(whole.ask({ lid: 'tin' })).toMatchObject({ unitPrice: '100.00', draws: [{ stock: 'trim' }] });
    expect(whole.faults()).toEqual([]);
  });

  it('can’t be left out where nothing is made without it, and readiness says so', () => {
    const { ask, program, surroundings } = shop([variant({ lid: 'tin' }), variant({ lid: 'oak' })]);
    expect(ask({ lid: null })).toMatchObject({
      state: 'unavailable',
      draws: [],
      problems: [{ code: 'combinationNotMade', message: 'without LID is not made.' }],
    });
    expect(ask({})).toMatchObject({ state: 'unavailable' });
    expect(
      readiness(program().product, surroundings, null).map(
        ({ code, path, gravity }) => `${path.join('.')} ${code} ${gravity}`,
      ),
    ).toContain('choices.0.required leftOutNotMade canWait');
  });

  it('must be answered where it is required, as ever', () => {
    const { ask, faults } = shopOf([
      { draws: [], choices: [lid({ required: true })], variants: [variant({ lid: 'tin' }), variant({ lid: 'oak' })] },
    ]);
    expect(ask({ lid: null })).toMatchObject({ state: 'incomplete', problems: [{ code: 'answerMissing' }] });
    expect(faults()).toEqual([]);
    expect(shopOf([{ choices: [lid({ required: true })], variants: [variant({})] }]).faults()).toContain(
      'variants.0.options.lid variantIncomplete',
    );
  });

  it('that a group is not asked is left out, and never sold without stock', () => {
    const { ask } = shopOf([
      {
        draws: [],
        choices: [lid({ required: true, groups: ['trade'] })],
        variants: [variant({ lid: 'tin' }), variant({ lid: 'oak' })],
      },
    ]);
    expect(ask({})).toMatchObject({ state: 'unavailable', problems: [{ code: 'combinationNotMade' }] });
    expect(ask({ lid: 'tin' }, 1, { group: 'trade' })).toMatchObject({ state: 'sellable', draws: [{ stock: 'trim' }] });
  });

  it('is counted by the analysis as it is resolved', () => {
    const count = (variants: object[]) => analyseWhole(shop(variants).program(), TODAY).selections;
    expect(count([variant({ lid: 'tin' }), variant({ lid: 'oak' })])).toBe('2');
    expect(count([variant({ lid: 'tin' }), variant({ lid: 'oak' }), variant({}, { stock: 'body' })])).toBe('3');
    expect(count([variant({ lid: 'tin' }), variant({}, { stock: 'body' })])).toBe('2');
  });
});
