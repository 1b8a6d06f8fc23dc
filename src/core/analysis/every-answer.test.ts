import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../catalog';
import { compile, type Program } from '../compile';
import { surroundingsOf } from '../exchange';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { analysisFaults, NextClick, sellableRange } from '.';

/**
 * What is claimed of answers that nobody looked at one by one: between ends, next to steps, where divisors are nothing.
 */
const TODAY = '2026-11-25';
const keys = (...names: string[]) => names.map((key) => ({ key, title: key }));
const list = (key: string, options: readonly object[], more: object = {}) => ({
  kind: 'list',
  key,
  title: key,
  options,
  ...more,
});
const is = (choice: string, ...options: string[]) => ({ kind: 'option', choice, options });
let made = 0;
const rule = (when: object | null, ...then: object[]) => ({ key: `r${(made += 1)}`, title: '', when, then });
const formula = (text: string, serves: object = { kind: 'amount' }) => ({ key: 'f', title: 'F', serves, text });
const measure = (more: object) => ({ kind: 'measure', key: 'm1', title: 'Long', unit: 'm', ...more });

function programOf(product: object): Program {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    products: [{ slug: 'p', title: 'P', sku: 'P', price: '100', ...product }],
  });
  const program = compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog));
  expect(program.blocking).toEqual([]);
  return program;
}

const analysed = (product: object) => analyseWhole(programOf(product), TODAY);
const codes = (product: object) => {
  const program = programOf(product);
  return analysisFaults(program, analyseWhole(program, TODAY)).map(({ code }) => code);
};
const prices = ({ lowest, highest }: ReturnType<typeof analysed>) => [
  lowest?.price,
  lowest?.coverage.kind,
  highest?.price,
  highest?.coverage.kind,
];

describe('numbers that are not their ends', () => {
  it('a quantity between two with which a formula stops sells', () => {
    const analysis = analysed({
      quantity: { maximum: 10 },
      formulas: [formula('1 EUR / ((quantity - 1) × (quantity - 10))')],
    });
    expect(analysis.nothingSells).toBeNull();
    // Of 2 and 9 a divisor of -8, of 5 and 6 one of -20.
    expect(prices(analysis)).toEqual(['99.88', 'proved', '99.95', 'proved']);
  });

  it('a quantity among thousands, two of which stop a formula, is known to sell, and between which prices it does', () => {
    const analysis = analysed({
      quantity: { minimum: 1, maximum: 5000 },
      formulas: [formula('1000 EUR / ((quantity - 1) × (quantity - 5000))')],
    });
    expect(analysis.nothingSells).toBeNull();
    expect(prices(analysis)).toEqual(['99.80', 'proved', '100.00', 'proved']);
  });

  it('a measure sells where both of two roots can be drawn', () => {
    const analysis = analysed({
      choices: [measure({ unit: 'cm', min: '0', max: '100' })],
      formulas: [formula('sqrt(m1 / 1 cm - 37) + sqrt(38 - m1 / 1 cm)', { kind: 'shown' })],
    });
    expect([analysis.nothingSells, analysis.selections]).toEqual([null, '1']);
    expect(
      analysed({
        choices: [measure({ unit: 'cm', min: '0', max: '100' })],
        formulas: [formula('sqrt(m1 / 1 cm - 38) + sqrt(37 - m1 / 1 cm)', { kind: 'shown' })],
      }).nothingSells,
    ).not.toBeNull();
  });

  it('steps up and down are followed', () => {
    expect(
      prices(analysed({ quantity: { maximum: 15 }, formulas: [formula('ceil(quantity / 12) × 6 EUR / quantity')] })),
    ).toEqual(['100.50', 'proved', '106.00', 'proved']);
    // 600 pieces in packs of 144: five packs; 576 fill four.
    expect(
      prices(
        analysed({ quantity: { maximum: 600 }, formulas: [formula('ceil(quantity / 144) × 100 EUR / quantity')] }),
      ),
    ).toEqual(['100.69', 'proved', '200.00', 'proved']);
  });

  it('spaces that are free make a text cheaper, or dearer where letters take away', () => {
    const text = (value: string) => ({
      kind: 'text',
      key: 't',
      title: 'T',
      minCharacters: 5,
      maxCharacters: 5,
      amount: { kind: 'perCharacter', value, spaces: 'free' },
    });
    // Two letters are the fewest: what lies at the ends of a text is no space.
    expect(prices(analysed({ choices: [text('2')] }))).toEqual(['104.00', 'proved', '110.00', 'proved']);
    expect(prices(analysed({ choices: [text('-2')] }))).toEqual(['90.00', 'proved', '96.00', 'proved']);
  });

  it('a measure without a least or a most has none', () => {
    expect(
      prices(analysed({ choices: [measure({ max: '5', amount: { kind: 'perUnit', value: '10', unit: 'm' } })] })),
    ).toEqual(['100.00', 'proved', '150.00', 'proved']);
    const { lowest, highest } = analysed({
      choices: [measure({ amount: { kind: 'perUnit', value: '10', unit: 'm' } })],
    });
    expect([lowest?.price, lowest?.coverage, highest?.coverage]).toEqual([
      '100.00',
      { kind: 'proved' },
      { kind: 'open', titles: ['Long'] },
    ]);
  });

  it('what takes back what another adds is known between the ends, too', () => {
    const both = {
      choices: [
        measure({ min: '1', max: '9', amount: { kind: 'perUnit', value: '10', unit: 'm' } }),
        list('o', [{ key: 'a', title: 'a', amount: { kind: 'perUnit', value: '-8', unit: 'm', of: 'm1' } }]),
      ],
    };
    expect(prices(analysed(both))).toEqual(['102.00', 'proved', '118.00', 'proved']);
    // Dearest in the middle: 4 × 4 at 4 m; the formula says the answer twice.
    const dome = (step: string) =>
      prices(
        analysed({
          choices: [measure({ min: '0', max: '8', step })],
          formulas: [formula('m1 × (8 m - m1) × 1 EUR / 1 m2')],
        }),
      );
    expect(dome('0.1')).toEqual(['100.00', 'proved', '116.00', 'proved']);
    expect(dome('0.001')).toEqual(['100.00', 'proved', '116.00', 'within']);
  });

  it('says where it could not prove an end, and between what it lies', () => {
    const { highest } = analysed({
      choices: [measure({ min: '0', max: '8' }), measure({ key: 'm2', title: 'Wide', min: '0', max: '7' })],
      formulas: [formula('(m1 × (8 m - m1) + m2 × (7 m - m2) - m1 × m2 / 3) × 1 EUR / 1 m2')],
    });
    if (highest?.coverage.kind === 'within')
      expect(Number(highest.coverage.bound)).toBeGreaterThanOrEqual(Number(highest.price));
    expect(Number(highest?.price)).toBeGreaterThan(121);
  });

  it('a quantity of an option that is neither one nor the most writes its own SKU', () => {
    const { sharedSkus } = analysed({
      choices: [
        list(
          'o',
          [
            { key: 'a', title: 'a', sku: 'A' },
            { key: 'b', title: 'b', sku: 'A.3' },
          ],
          { ownQuantity: true, mostEach: 5 },
        ),
      ],
    });
    expect(sharedSkus).toMatchObject([{ sku: 'P-A.3', first: { words: 'o 3 × a' }, second: { words: 'o b' } }]);
    expect(
      analysed({
        choices: [
          list(
            'o',
            [
              { key: 'a', title: 'a', sku: 'A' },
              { key: 'b', title: 'b', sku: 'A.30' },
            ],
            { ownQuantity: true, mostEach: 50 },
          ),
        ],
      }).sharedSkus,
    ).toMatchObject([{ sku: 'P-A.30' }]);
    expect(
      analysed({
        choices: [
          list(
            'o',
            [
              { key: 'a', title: 'a', sku: 'A' },
              { key: 'b', title: 'b', sku: 'A.7' },
            ],
            { ownQuantity: true, mostEach: 5 },
          ),
        ],
      }).sharedSkus,
    ).toEqual([]);
  });
});

describe('rules that oppose each other', () => {
  const a = list('a', keys('x', 'y'));
  const b = list('b', keys('x', 'y'), { required: false });
  it('do so where one selection fires both, though one of them shows what the other waits for', () => {
    const { contradictions } = analysed({
      choices: [a, b],
      rules: [
        rule(is('a', 'x'), { kind: 'show', choices: ['b'] }, { kind: 'setPrice', price: '10' }),
        rule(is('b', 'x'), { kind: 'setPrice', price: '20' }),
      ],
    });
    expect(contradictions).toMatchObject([{ first: 0, second: 1, example: { words: 'a x · b x' } }]);
  });

  it('do not where no selection fires both', () => {
    const { contradictions } = analysed({
      choices: [{ ...a, required: false }, b],
      rules: [
        rule(is('a', 'x'), { kind: 'setPrice', price: '10' }),
        rule(null, { kind: 'hide', choices: ['a'] }, { kind: 'setPrice', price: '20' }),
      ],
    });
    expect(contradictions).toEqual([]);
  });

  it('do where nothing is left to choose, shown without those two', () => {
    const { contradictions } = analysed({
      choices: [a, list('b', keys('x', 'y'))],
      rules: [
        rule(is('a', 'x'), { kind: 'offer', choice: 'b', options: ['x'] }),
        rule(is('a', 'x'), { kind: 'withhold', choice: 'b', options: ['x'] }),
      ],
    });
    expect(contradictions).toMatchObject([{ first: 0, second: 1 }]);
  });
});

describe('findings that are two things', () => {
  it('a product without a price, and one of which nothing can be sold', () => {
    expect(analysed({ price: null })).toMatchObject({ faulty: true, selections: null });
    expect(
      analysed({ choices: [list('a', keys('x'))], rules: [rule(null, { kind: 'refuse', reason: 'No' })] }),
    ).toMatchObject({ faulty: false, selections: '0' });
  });

  it('a choice that is never asked, and one that is, but of which nothing can be chosen', () => {
    const withheld = {
      choices: [list('a', keys('x')), list('b', keys('x', 'y'), { required: false })],
      rules: [rule(null, { kind: 'withhold', choice: 'b', options: ['x', 'y'] })],
    };
    expect(codes(withheld)).toEqual(['choiceNothingOffered']);
    expect(codes({ ...withheld, rules: [rule(null, { kind: 'hide', choices: ['b'] })] })).toEqual(['choiceNeverShown']);
  });

  it('a stocked choice left out has the price of what is made without it, or none', () => {
    const size = list(
      'size',
      [
        { key: 's', title: 's', sku: 'S' },
        { key: 'm', title: 'm', sku: 'M' },
      ],
      { stocked: true, required: false },
    );
    const only = (variants: object[], price: string | null) => analysed({ choices: [size], variants, price });
    const [small, without] = [
      { options: { size: 's' }, stock: null },
      { options: {}, stock: null },
    ];
    expect(only([{ ...small, price: '5' }], null)).toMatchObject({ selections: '1', highest: { price: '5.00' } });
    expect(
      only(
        [
          { ...small, price: '5' },
          { ...without, price: null },
        ],
        null,
      ),
    ).toMatchObject({ selections: '1' });
    expect(only([{ ...small, price: '5' }, without], '3')).toMatchObject({
      selections: '2',
      lowest: { price: '3.00' },
    });
  });
});

describe('the next click beside what is typed', () => {
  const look = (product: object, given: Record<string, unknown>, kept: string | null = null) =>
    new NextClick(programOf(product), TODAY).look(given, 1, { stock: null, today: TODAY }, kept);
  const limited = {
    choices: [list('a', keys('x', 'y')), measure({ unit: 'cm', min: '1', max: '20' })],
    rules: [rule(is('a', 'x'), { kind: 'limit', choice: 'm1', least: null, most: '5' })],
  };

  it('withholds an option that leaves what was typed outside of a limit, and tells the nearest that goes', () => {
    expect(look(limited, { m1: '8' })).toEqual({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    expect(look(limited, { m1: '5' })).toEqual({ kind: 'open', impossible: new Map() });
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
    expect(look(byFormula, { m1: '8' })).toEqual({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
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
    expect(look(product, {})).toEqual({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
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
    expect(look(paid, {})).toEqual({ kind: 'open', impossible: new Map() });
    expect(look(paid, { b: 'y' })).toEqual({ kind: 'open', impossible: new Map([[0, new Set([0])]]) });
    expect(look(paid, { b: 'y', a: 'x' }, 'a')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 'b', to: 'x' }],
    });
    expect(codes(product)).toContain('optionDead');
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
      { t: 'Beeswax', a: 'x' },
      1,
      { stock: null, today: TODAY },
      'a',
    );
    expect(outlook).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 't', anew: { kind: 'characters', least: null, most: null } }],
    });
  });
});
