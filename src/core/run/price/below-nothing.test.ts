import { describe, expect, it } from 'vitest';
import { analysisFaults } from '../../analysis';
import { resolve } from '..';
import { fixed, is, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { problemWords } from '../../words';

const off = (value: string) => ({
  kind: 'yesNo',
  key: 'off',
  title: 'Off',
  sku: 'OFF',
  required: false,
  default: false,
  amount: { kind: 'oncePerLine', value },
});

describe('an order line', () => {
  const { ask } = shopOf([{ price: '20', choices: [off('-50')] }]);

  it('can’t cost less than nothing', () => {
    expect(ask({ off: true })).toMatchObject({
      state: 'invalid',
      lineTotal: '-30.00',
      problems: [{ where: 'item', code: 'lineBelowNothing' }],
    });
    expect(ask({ off: true }, 2)).toMatchObject({ state: 'invalid', lineTotal: '-10.00' });
  });

  it('can cost exactly nothing, and more', () => {
    expect(shopOf([{ price: '20', choices: [off('-60')] }]).ask({ off: true }, 3)).toMatchObject({
      state: 'sellable',
      lineTotal: '0.00',
    });
    expect(ask({ off: true }, 3)).toMatchObject({ state: 'sellable', lineTotal: '10.00' });
  });

  it('is said by the analysis, whatever the rest of the selection and the quantity', () => {
    const found = (product: object) => {
      const { program } = shopOf([product]);
      const analysis = analyseWhole(program(), TODAY);
      return {
        codes: analysisFaults(program(), analysis).map(({ code }) => code),
        example: analysis.lineBelowNothing?.words ?? null,
      };
    };
    expect(found({ price: '20', choices: [off('-50')] })).toEqual({ codes: ['lineBelowNothing'], example: 'Off Yes' });
    expect(found({ price: '20', choices: [off('-20')] })).toEqual({ codes: [], example: null });
    expect(found({ price: '20', quantity: { minimum: 3 }, choices: [off('-50')] }).codes).toEqual([]);
    expect(
      found({
        price: '20',
        choices: [list('box', ['a', 'b'])],
        rules: [
          { key: 'r', when: is('box', 'b'), then: [{ kind: 'amount', amount: { kind: 'oncePerLine', value: '-21' } }] },
        ],
      }),
    ).toEqual({ codes: ['lineBelowNothing'], example: 'BOX B' });
    // Only for a group of customers.
    expect(found({ price: '20', choices: [{ ...off('-50'), groups: ['trade'] }] }).codes).toEqual(['lineBelowNothing']);
    expect(found({ price: '20', choices: [{ ...off('0'), groups: ['trade'], amount: fixed('-21') }] }).codes).toEqual([
      'belowNothing',
    ]);
  });

  it('can’t weigh less than nothing', () => {
    const light = { ...off('0'), weight: { value: '-200', unit: 'g' } };
    const product = shopOf([{ weight: { value: '150', unit: 'g' }, choices: [light] }]);
    expect(product.ask({ off: true })).toMatchObject({ state: 'invalid', problems: [{ code: 'weightBelowNothing' }] });
    expect(product.ask({})).toMatchObject({ state: 'sellable' });
    expect(shopOf([{ weight: { value: '-1', unit: 'g' } }]).faults()).toEqual(['weight.value negative']);
  });
});

describe('a number that a price counts', () => {
  const count = (more: object = {}) =>
    shopOf([
      {
        choices: [
          {
            kind: 'number',
            key: 'hooks',
            title: 'Hooks',
            required: false,
            amount: { kind: 'perUnit', value: '2', unit: '1' },
            ...more,
          },
        ],
      },
    ]);

  it('is whole and not negative, unless the manager says otherwise', () => {
    expect(count().ask({ hooks: '-5' })).toMatchObject({
      state: 'invalid',
      problems: [{ code: 'belowMinimum', remedy: 'Nearest: 0.' }],
    });
    expect(count().ask({ hooks: '2.5' })).toMatchObject({
      state: 'invalid',
      problems: [{ code: 'offStep', remedy: 'Nearest: 2 or 3.' }],
    });
    expect(count().ask({ hooks: '3' })).toMatchObject({ state: 'sellable', unitPrice: '106.00' });
    expect(count({ parts: true }).ask({ hooks: '2.5' })).toMatchObject({ state: 'sellable', unitPrice: '105.00' });
    expect(count({ belowNothing: true }).ask({ hooks: '-5' })).toMatchObject({ state: 'sellable', unitPrice: '90.00' });
  });

  it('has limits that agree with that', () => {
    expect(count({ min: '0.5' }).faults()).toEqual(['choices.0.min partsNotAnswers']);
    expect(count({ min: '-3' }).faults()).toEqual(['choices.0.min belowNothingNotAnswers']);
    expect(count({ max: '-1' }).faults()).toEqual(['choices.0.min limitsCross']);
    expect(count({ min: '-3', step: '0.5', parts: true, belowNothing: true }).faults()).toEqual([]);
  });
});

describe('limits of rules', () => {
  const rule = (...then: object[]) => ({ key: 'r', when: is('box', 'deep'), then });
  const product = (quantity: object, ...then: object[]) =>
    shopOf([{ quantity, choices: [list('box', ['flat', 'deep'])], rules: [rule(...then)] }]);
  const caseOf = { minimum: 1, maximum: null, multiple: 6 };

  it('keep to the multiples of the product', () => {
    const { ask } = product(caseOf, { kind: 'limitQuantity', least: 20, most: 40 });
    expect(ask({ box: 'deep' }, 6, { stock: null }).problems[0]).toMatchObject({
      message: 'The smallest quantity is 24.',
      remedy: 'Nearest: 24.',
    });
    expect(ask({ box: 'deep' }, 42, { stock: null }).problems[0]).toMatchObject({
      message: 'The largest quantity is 36.',
      remedy: 'Nearest: 36.',
    });
    expect(ask({ box: 'flat' }, 6)).toMatchObject({ state: 'sellable' });
    expect(ask({ box: 'deep' }, 24).problems.map(({ code }) => code)).toEqual(['notEnoughStock']);
  });

  it('of several rules hold together', () => {
    const { ask, faults } = shopOf([
      {
        choices: [list('box', ['flat', 'deep'])],
        rules: [
          { key: 'a', when: null, then: [{ kind: 'limitQuantity', least: 4 }] },
          { key: 'b', when: is('box', 'deep'), then: [{ kind: 'limitQuantity', most: 3 }] },
        ],
      },
    ]);
    expect(faults()).toEqual([]);
    expect(ask({ box: 'flat' }, 4).state).toBe('sellable');
    expect(ask({ box: 'deep' }, 4).problems[0]?.message).toBe(
      'No quantity can be ordered: it would be at least 4, at most 3.',
    );
  });

  it('that nothing satisfies are faults', () => {
    expect(product(caseOf, { kind: 'limitQuantity', least: 20, most: 10 }).faults()).toEqual([
      'rules.0.then.0.least noQuantityFits',
    ]);
    expect(product(caseOf, { kind: 'limitQuantity', least: 7, most: 11 }).faults()).toEqual([
      'rules.0.then.0.least noQuantityFits',
    ]);
    expect(product({ minimum: 1, maximum: 5, multiple: 1 }, { kind: 'limitQuantity', least: 6 }).faults()).toEqual([
      'rules.0.then.0.least noQuantityFits',
    ]);
  });

  it('of a measure that nothing satisfies are faults, too', () => {
    const measured = (limit: object, more: object = {}) =>
      shopOf([
        {
          choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm', min: '1', max: '5', ...more }],
          rules: [{ key: 'r', when: null, then: [{ kind: 'limit', choice: 'length', ...limit }] }],
        },
      ]).faults();
    expect(measured({ least: '3', most: '2' })).toEqual(['rules.0.then.0.least limitsCross']);
    expect(measured({ least: '6' })).toEqual(['rules.0.then.0.least noAnswerFits']);
    expect(measured({ least: '1.2', most: '1.4' }, { step: '0.5' })).toEqual(['rules.0.then.0.least noAnswerFits']);
    expect(measured({ least: '1.2', most: '1.5' }, { step: '0.5' })).toEqual([]);
    expect(
      shopOf([{ choices: [{ kind: 'measure', key: 'l', title: 'L', unit: 'm', max: '0.5', step: '1' }] }]).faults(),
    ).toEqual(['choices.0.max noAnswerFits']);
  });
});

describe('what was written of a selection', () => {
  it('has names that mean something', () => {
    const { program } = shopOf([{ choices: [list('box', ['flat', 'deep'], { ownQuantity: true })] }]);
    const said = (selection: object) =>
      resolve(program(), selection, { stock: null, today: TODAY }).problems.map(
        ({ code, data }) => `${code}: ${problemWords(data).remedy}`,
      );
    expect(said({ answers: { box: 'flat' }, quantiy: 3 })).toEqual([
      'unknownKey: “quantity” may be meant. What it can have: answers, quantity, parts.',
    ]);
    expect(said({ answers: { bos: 'flat', box: 'flat' } })).toEqual(['unknownChoice: “box” may be meant.']);
    expect(said({ answers: { box: { option: 'flat', quantty: 3 } } })[0]).toMatch(/^unknownPickKey/);
    expect(said(JSON.parse('{"answers": {"box": "flat"}, "__proto__": 1}'))).toEqual([
      'unknownKey: What it can have: answers, quantity, parts.',
    ]);
  });

  it('a fixed amount of money may be taken off down to nothing', () => {
    const { ask } = shopOf([
      { choices: [list('box', ['flat'], { options: [{ key: 'flat', title: 'Flat', amount: fixed('-100') }] })] },
    ]);
    expect(ask({ box: 'flat' })).toMatchObject({ state: 'sellable', unitPrice: '0.00' });
  });
});
