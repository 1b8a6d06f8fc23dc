import { describe, expect, it } from 'vitest';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { NextClick, sellableRange } from '.';
import {
  TODAY,
  keys,
  list,
  is,
  rule,
  formula,
  measure,
  programOf,
  analysed,
  codes,
  prices,
} from '../../../tests/fixtures/analysed';

describe('the next click beside what is typed', () => {
  const look = (product: object, given: Record<string, unknown>, kept: string | null = null) =>
    new NextClick(programOf(product), TODAY).look({ answers: given, quantity: 1 }, { stock: null, today: TODAY }, kept);
  const limited = {
    choices: [list('a', keys('x', 'y')), measure({ unit: 'cm', min: '1', max: '20' })],
    rules: [rule(is('a', 'x'), { kind: 'limit', choice: 'm1', least: null, most: '5' })],
  };

  it('withholds an option that leaves what was typed outside of a limit, and tells the nearest that goes', () => {
    expect(look(limited, { m1: '8' })).toMatchObject({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    expect(look(limited, { m1: '5' })).toMatchObject({ kind: 'open', impossible: new Map() });
    expect(look(limited, { m1: '8', a: 'x' }, 'a')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 'm1', to: '5', toWords: '5 cm' }],
    });
  });

  it('holds for limits that formulas set, too', () => {
    const byFormula = {
      choices: [
        list('a', [
          { key: 'x', title: 'x', properties: { room: { value: '5', unit: 'cm' } } },
          { key: 'y', title: 'y', properties: { room: { value: '15', unit: 'cm' } } },
        ]),
        measure({ unit: 'cm', min: '1', max: '20' }),
      ],
      formulas: [formula('a.room', { kind: 'most', measure: 'm1' })],
    };
    expect(look(byFormula, { m1: '8' })).toMatchObject({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    expect(look(byFormula, { m1: '16' })).toMatchObject({ kind: 'conflict', changes: [{ choice: 'm1', to: '15' }] });
  });

  it('changes the fewest choices, however many options of one of them', () => {
    const several = { kind: 'several', key: 's', title: 's', options: keys('p', 'q', 'r'), required: false };
    const product = {
      choices: [list('a', keys('x', 'y')), several, list('b', keys('x', 'y')), list('c', keys('x', 'y'))],
      rules: [
        rule(
          { kind: 'all', of: [is('a', 'x'), { kind: 'any', of: [is('b', 'x'), is('c', 'x')] }] },
          { kind: 'withhold', choice: 's', options: ['p', 'q', 'r'] },
        ),
      ],
    };
    const outlook = look(product, { s: ['p', 'q', 'r'], b: 'x', c: 'x', a: 'x' }, 'a');
    expect(outlook).toMatchObject({ kind: 'conflict', changes: [{ choice: 's', to: null }] });
  });

  it('names what would do of a text, and never a placeholder', () => {
    const product = {
      choices: [list('a', keys('x', 'y')), { kind: 'text', key: 't', title: 'T', maxCharacters: 20 }],
      rules: [
        rule(
          { kind: 'all', of: [is('a', 'x'), { kind: 'characters', choice: 't', compare: 'more', value: 4 }] },
          { kind: 'refuse', reason: 'Too long.' },
        ),
      ],
    };
    expect(look(product, { t: 'Beekeeper', a: 'x' }, 'a')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 't', from: 'Beekeeper', to: null, anew: { kind: 'characters', least: null, most: 4 } }],
    });
  });

  it('withholds what leads only to prices below nothing', () => {
    const product = {
      price: '10',
      choices: [
        list('a', [
          { key: 'x', title: 'x', amount: { kind: 'fixed', value: '-20' } },
          { key: 'y', title: 'y' },
        ]),
        list('b', [
          { key: 'x', title: 'x', amount: { kind: 'fixed', value: '5' } },
          { key: 'y', title: 'y' },
        ]),
      ],
    };
    expect(look(product, {})).toMatchObject({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    const paid = {
      ...product,
      choices: [
        product.choices[0] ?? {},
        list('b', [
          { key: 'x', title: 'x', amount: { kind: 'fixed', value: '15' } },
          { key: 'y', title: 'y' },
        ]),
      ],
    };
    expect(look(paid, {})).toMatchObject({ kind: 'open', impossible: new Map() });
    expect(look(paid, { b: 'y' })).toMatchObject({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    expect(look(paid, { b: 'y', a: 'x' }, 'a')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 'b', to: 'x' }],
    });
    expect(codes(product)).toContain('optionDead');
  });

  it('knows what is too short for a price of nothing or more, of what is sold or adds by the metre', () => {
    const less = list('a', [
      { key: 'x', title: 'x', amount: { kind: 'fixed', value: '-25' } },
      { key: 'y', title: 'y' },
    ]);
    const sold = {
      price: '10',
      soldBy: { kind: 'measure', measure: 'm1', unit: 'm' },
      choices: [measure({ max: '5', step: '0.5', required: true }), less],
    };
    const adding = {
      price: '0',
      choices: [
        measure({ max: '5', step: '0.5', required: true, amount: { kind: 'perUnit', value: '10', unit: 'm' } }),
        less,
      ],
    };
    for (const product of [sold, adding]) {
      expect(look(product, { m1: '2' })).toMatchObject({ kind: 'open', impossible: new Map([[1, new Set([0])]]) });
      expect(look(product, { m1: '2.5' })).toMatchObject({ kind: 'open', impossible: new Map() });
      expect(look(product, { m1: '2', a: 'x' }, 'a')).toMatchObject({ kind: 'conflict', changes: [{ choice: 'm1' }] });
    }
  });
});

describe('ranges in lists', () => {
  const shares = list('a', [{ key: 'x', title: 'x', amount: { kind: 'percentOfSum', value: '50' } }]);
  const range = (product: object) => {
    const found = sellableRange(programOf(product));
    return found && [found.from.toString(), found.to.toString()];
  };
  it('are worked out as prices are, with rules and without', () => {
    const two = { choices: [shares, { ...shares, key: 'b' }] };
    expect(range(two)).toEqual(['225', '225']);
    expect(range({ ...two, rules: [{ ...rule(null, { kind: 'refuse', reason: 'No' }), on: false }] })).toEqual([
      '225',
      '225',
    ]);
  });

  it('leave out what is not on sale, and what is for others', () => {
    const size = list(
      'size',
      [
        { key: 's', title: 's', sku: 'S' },
        { key: 'm', title: 'm', sku: 'M' },
      ],
      { stocked: true },
    );
    expect(
      range({
        choices: [size],
        variants: [
          { options: { size: 's' }, price: '5', onSale: false },
          { options: { size: 'm' }, price: '9' },
        ],
      }),
    ).toEqual(['9', '9']);
    expect(
      range({
        choices: [
          list('o', [
            { key: 'x', title: 'x', groups: ['trade'], amount: { kind: 'fixed', value: '-50' } },
            { key: 'y', title: 'y' },
          ]),
        ],
      }),
    ).toEqual(['100', '100']);
  });
});

describe('what rules ask of words and days', () => {
  const text = { kind: 'text', key: 't', title: 'T', maxCharacters: 12, required: false };
  const says = (where: string, ...texts: string[]) => ({ kind: 'says', choice: 't', is: 'oneOf', where, texts });

  it('finds what two wordings add together, and what one refuses', () => {
    const analysis = analysed({
      choices: [text],
      rules: [
        rule(says('anywhere', 'wax'), { kind: 'amount', amount: { kind: 'fixed', value: '5' } }),
        rule(says('start', 'Dr'), { kind: 'amount', amount: { kind: 'fixed', value: '7' } }),
      ],
    });
    expect(prices(analysis)).toEqual(['100.00', 'proved', '112.00', 'proved']);
    expect(analysis.neverFire).toEqual([]);
  });

  it('knows that a text of three letters does not hold a word of five', () => {
    expect(
      analysed({
        choices: [{ ...text, maxCharacters: 3 }],
        rules: [rule(says('anywhere', 'queen'), { kind: 'tell', text: 'Long live' })],
      }).neverFire,
    ).toMatchObject([0]);
  });

  it('knows every day of the week and every turn of the season within a window', () => {
    const date = (latest: string) => ({
      kind: 'date',
      key: 'd',
      title: 'D',
      required: false,
      earliest: { kind: 'on', day: '2026-12-01' },
      latest: { kind: 'on', day: latest },
    });
    const sunday = rule(
      { kind: 'weekday', choice: 'd', is: 'oneOf', weekdays: [7] },
      { kind: 'amount', amount: { kind: 'fixed', value: '9' } },
    );
    const newYear = rule(
      { kind: 'season', choice: 'd', is: 'oneOf', from: '01-01', to: '01-01' },
      { kind: 'tell', text: 'Happy new year' },
    );
    // The first of December 2026 is a Tuesday.
    expect(analysed({ choices: [date('2026-12-05')], rules: [sunday, newYear] }).neverFire).toMatchObject([0, 1]);
    expect(analysed({ choices: [date('2026-12-06')], rules: [sunday, newYear] })).toMatchObject({
      neverFire: [1],
      highest: { price: '109.00' },
    });
    expect(analysed({ choices: [date('2027-12-31')], rules: [sunday, newYear] }).neverFire).toEqual([]);
  });

  it('is true of the day it is, where rules ask for it', () => {
    const summer = {
      choices: [],
      rules: [
        rule(
          { kind: 'season', choice: null, is: 'oneOf', from: '05-01', to: '08-31' },
          { kind: 'setPrice', price: '80' },
        ),
      ],
    };
    expect(analysed(summer)).toMatchObject({ lowest: { price: '100.00' }, asOf: TODAY });
    expect(analyseWhole(programOf(summer), '2027-05-01')).toMatchObject({
      lowest: { price: '80.00' },
      asOf: '2027-05-01',
    });
    expect(analysed({ choices: [text] }).asOf).toBeNull();
    const program = programOf(summer);
    expect(['2026-11-25', '2027-06-01', '2026-11-25'].map((day) => sellableRange(program, day)?.to.toString())).toEqual(
      ['100', '80', '100'],
    );
  });

  it('knows what one weighs, with options, several and variants', () => {
    const kg = (value: string) => ({ value, unit: 'kg' });
    const heavy = (value: string) =>
      rule(
        { kind: 'weight', compare: 'atLeast', value, unit: 'kg' },
        { kind: 'amount', amount: { kind: 'fixed', value: '9' } },
      );
    const parts = {
      weight: kg('1'),
      choices: [
        list('a', [
          { key: 'x', title: 'x', weight: kg('2') },
          { key: 'y', title: 'y' },
        ]),
        {
          kind: 'several',
          key: 's',
          title: 's',
          required: false,
          options: [
            { key: 'p', title: 'p', weight: kg('0.5') },
            { key: 'q', title: 'q', weight: { value: '250', unit: 'g' } },
          ],
        },
      ],
    };
    // 1 + 2 + 0.5 + 0.25 is the most.
    expect(analysed({ ...parts, rules: [heavy('3.75'), heavy('3.76')] })).toMatchObject({
      neverFire: [1],
      highest: { price: '109.00' },
    });
    const ofVariants = {
      weight: kg('1'),
      choices: [
        list(
          'a',
          [
            { key: 'x', title: 'x', sku: 'X' },
            { key: 'y', title: 'y', sku: 'Y' },
          ],
          { stocked: true },
        ),
        list('b', [
          { key: 'p', title: 'p', weight: kg('1') },
          { key: 'q', title: 'q' },
        ]),
      ],
      variants: [{ options: { a: 'x' }, weight: kg('4') }, { options: { a: 'y' } }],
    };
    expect(analysed({ ...ofVariants, rules: [heavy('5'), heavy('5.01')] })).toMatchObject({ neverFire: [1] });
    expect(codes({ ...parts, weight: null, choices: [list('a', keys('x'))], rules: [heavy('0')] })).toContain(
      'ruleSilent',
    );
  });

  it('says “another text”, and not how long, where words decide', () => {
    const product = {
      choices: [list('a', keys('x', 'y')), { ...text, required: true }],
      rules: [rule({ kind: 'all', of: [is('a', 'x'), says('anywhere', 'wax')] }, { kind: 'refuse', reason: 'No.' })],
    };
    const outlook = new NextClick(programOf(product), TODAY).look(
      { answers: { t: 'Beeswax', a: 'x' }, quantity: 1 },
      { stock: null, today: TODAY },
      'a',
    );
    expect(outlook).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 't', anew: { kind: 'characters', least: null, most: null } }],
    });
  });
});
