import { describe, expect, it } from 'vitest';
import { keys, list, is, rule, formula, measure, analysed, codes, prices } from '../../../tests/fixtures/analysed';

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
