import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fixed, list, shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { Exact } from '../../number';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { breakRows, moreForLess } from '../break-rows';

const steps = (...list: [string, string][]) => list.map(([from, value]) => ({ from, value }));
const shop = (product: object) => shopOf([{ price: '5.00', draws: [], ...product }]);
const money = (amount: Exact | null) => amount?.toFixed(2);
/** unit price and total of so many, and the lines of the working that breaks write */
const bought = (given: ReturnType<typeof shopOf>, quantity: number, answers: object = {}) => {
  const { unitPrice, lineTotal, working } = given.ask(answers, quantity, { stock: null });
  return [
    unitPrice,
    lineTotal,
    ...working
      .filter(({ kind }) => kind === 'break')
      .map(({ label, of, amount }) => `${label}: ${of ?? ''} = ${amount}`),
  ];
};

describe('breaks for all units', () => {
  it('put another base price in the place of the usual from a step on', () => {
    const jars = shop({ breaks: { steps: steps(['10', '4.50'], ['50', '4']) } });
    expect(bought(jars, 9)).toEqual(['5.00', '45.00']);
    expect(bought(jars, 10)).toEqual(['4.50', '45.00', 'From 10: €4.50 instead of €5.00 = -0.5']);
    expect(bought(jars, 50)).toEqual(['4.00', '200.00', 'From 50: €4.00 instead of €5.00 = -1']);
  });

  it('take so much, or so many percent, off the base; percentages of the base are of what is left', () => {
    const choices = [
      list('face', ['plain', 'foil'], {
        required: true,
        options: [{ key: 'foil', title: 'Foil', amount: { kind: 'percentOfBase', value: '10' } }],
      }),
    ];
    expect(bought(shop({ breaks: { gives: 'less', steps: steps(['3', '1']) }, choices }), 3, { face: 'foil' })).toEqual(
      ['4.40', '13.20', 'From 3: €4.00 instead of €5.00 = -1'],
    );
    expect(
      bought(shop({ breaks: { gives: 'percent', steps: steps(['3', '20']) }, choices }), 3, { face: 'foil' }),
    ).toEqual(['4.40', '13.20', 'From 3: €4.00 instead of €5.00 = -1']);
  });

  it('take so many percent off the whole, with all that is chosen', () => {
    const choices = [
      list('face', [], { required: true, options: [{ key: 'foil', title: 'Foil', amount: fixed('2.55') }] }),
    ];
    // 7.55 less 12.5 % is 6.60625, which is paid as 6.61.
    expect(
      bought(shop({ breaks: { gives: 'percentOfAll', steps: steps(['2', '12.5']) }, choices }), 2, { face: 'foil' }),
    ).toEqual(['6.61', '13.22', 'From 2: −12.5 % of €7.55 = -0.94375']);
  });

  it('of a variant take the place of the product’s', () => {
    const choices = [list('size', ['s', 'l'], { required: true, stocked: true })];
    const variants = [
      { options: { size: 's' } },
      { options: { size: 'l' }, price: '8', breaks: { gives: 'less', steps: steps(['2', '3']) } },
    ];
    const both = shop({ breaks: { steps: steps(['2', '4']) }, choices, variants });
    expect([bought(both, 2, { size: 's' })[0], bought(both, 2, { size: 'l' })[0]]).toEqual(['4.00', '5.00']);
  });

  it('of an option change what it adds, as many times as it is taken', () => {
    const choices = [
      {
        kind: 'several',
        key: 'tags',
        title: 'Tags',
        ownQuantity: true,
        mostEach: 5,
        required: false,
        options: [{ key: 'brass', title: 'Brass', amount: fixed('1.20'), breaks: { steps: steps(['10', '0.90']) } }],
      },
    ];
    expect(bought(shop({ choices }), 10, { tags: [{ option: 'brass', quantity: 3 }] })).toEqual([
      '7.70',
      '77.00',
      'Tags: Brass, from 10: 3 × −€0.30 = -0.9',
    ]);
  });

  it('of a name that is engraved change the price of a character', () => {
    const choices = [
      {
        kind: 'text',
        key: 'name',
        title: 'Name',
        required: false,
        amount: { kind: 'perCharacter', value: '0.40' },
        breaks: { gives: 'percent', steps: steps(['2', '50']) },
      },
    ];
    expect(bought(shop({ choices }), 2, { name: 'Ada L' })[0]).toBe('5.80');
  });

  it('count what is charged of a measure', () => {
    const mesh = shop({
      price: '18.50',
      soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
      choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'cm' }],
      breaks: { over: 'measure', steps: steps(['10', '16']) },
    });
    expect(bought(mesh, 6, { length: '150' })).toEqual(['27.75', '166.50']);
    expect(bought(mesh, 7, { length: '150' })).toEqual([
      '24.00',
      '168.00',
      'From 10 m: €24.00 instead of €27.75 = -3.75',
    ]);
    // Ten metres in two cuts cost less than nine and a half in one.
    expect(bought(mesh, 2, { length: '500' })[1]).toBe('160.00');
  });
});

describe('graduated breaks', () => {
  const sheets = shop({ breaks: { counting: 'graduated', steps: steps(['10', '4.50'], ['50', '4']) } });

  it('charge only what lies beyond a step otherwise, and show each step', () => {
    expect(bought(sheets, 10)).toEqual(['5.00', '50.00']);
    expect(bought(sheets, 11)).toEqual(['5.00', '54.50', 'Beyond 10: 1 × €4.50 instead of €5.00 = -0.5']);
    // 10 at 5, 40 at 4.50, 7 at 4.
    expect(bought(sheets, 57)).toEqual([
      '5.00',
      '258.00',
      'Beyond 10: 40 × €4.50 instead of €5.00 = -20',
      'Beyond 50: 7 × €4.00 instead of €5.00 = -7',
    ]);
  });

  it('of a measure part pieces where a step lies within one', () => {
    const mesh = shop({
      price: '10',
      soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
      choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'm' }],
      breaks: { counting: 'graduated', over: 'measure', gives: 'percent', steps: steps(['5', '20']) },
    });
    // Three pieces of 2.5 m: 5 m at 10, 2.5 m at 8.
    expect(bought(mesh, 3, { length: '2.5' })).toEqual([
      '25.00',
      '70.00',
      'Beyond 5 m: 2.5 m × €20.00 instead of €25.00 = -5',
    ]);
  });

  it('of several tables together are parted at all their steps', () => {
    const choices = [
      list('face', [], {
        required: true,
        options: [
          {
            key: 'foil',
            title: 'Foil',
            amount: fixed('1'),
            breaks: { counting: 'graduated', steps: steps(['20', '0.50']) },
          },
        ],
      }),
    ];
    const both = shop({ breaks: { counting: 'graduated', steps: steps(['10', '4']) }, choices });
    // 10 × 6 + 10 × 5 + 5 × 4.50
    expect(bought(both, 25, { face: 'foil' })[1]).toBe('132.50');
  });

  it('never cost less for more', () => {
    const table = fc.record({
      counting: fc.constant('graduated'),
      gives: fc.constantFrom('price', 'percent', 'percentOfAll'),
      steps: fc
        .uniqueArray(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 4 })
        .chain((froms) =>
          fc.tuple(
            ...froms.map((from) =>
              fc.integer({ min: 0, max: 99 }).map((value) => ({ from: String(from), value: String(value) })),
            ),
          ),
        ),
    });
    fc.assert(
      fc.property(table, fc.constantFrom('0.01', '3.33', '19.99'), (breaks, price) => {
        const given = shop({ price, breaks });
        let before = Exact.zero;
        for (let quantity = 1; quantity <= 34; quantity += 1) {
          const { lineTotal } = given.resolve({}, quantity, { stock: null });
          if (!lineTotal) throw new Error('no total');
          expect(lineTotal.isLess(before)).toBe(false);
          before = lineTotal;
        }
      }),
      { numRuns: 40 },
    );
  });

  it('that lead below nothing for what is chosen are no price', () => {
    const choices = [
      list('how', [], { required: true, options: [{ key: 'bare', title: 'Bare', amount: fixed('-4.50') }] }),
    ];
    const given = shop({ breaks: { counting: 'graduated', steps: steps(['2', '4']) }, choices });
    expect(given.ask({ how: 'bare' }, 2, { stock: null }).state).toBe('sellable');
    expect(given.ask({ how: 'bare' }, 3, { stock: null }).problems.map(({ code }) => code)).toEqual([
      'priceBelowNothing',
    ]);
  });
});

describe('every price with breaks', () => {
  it('is what its working adds up to', () => {
    const table = (gives: string[]) =>
      fc.record({
        counting: fc.constantFrom('allUnits', 'graduated'),
        gives: fc.constantFrom(...gives),
        steps: fc
          .uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 3 })
          .chain((froms) =>
            fc.tuple(
              ...froms.map((from) =>
                fc
                  .integer({ min: 0, max: 500 })
                  .map((cents) => ({ from: String(from), value: Exact.of(cents).over(Exact.of(100)).toString() })),
              ),
            ),
          ),
      });
    fc.assert(
      fc.property(
        table(['price', 'less', 'percent', 'percentOfAll']),
        table(['price', 'less', 'percent']),
        fc.integer({ min: 1, max: 15 }),
        (breaks, ofOption, quantity) => {
          const choices = [
            list('face', [], {
              required: true,
              options: [
                { key: 'foil', title: 'Foil', amount: fixed('5.01'), breaks: ofOption },
                { key: 'plain', title: 'Plain', amount: { kind: 'percentOfBase', value: '7' } },
              ],
            }),
            { kind: 'yesNo', key: 'set', title: 'Set up', amount: { kind: 'oncePerLine', value: '3.335' } },
          ];
          for (const face of ['foil', 'plain']) {
            const { working, unitPrice, lineTotal } = shop({ breaks, choices }).ask({ face, set: true }, quantity, {
              stock: null,
            });
            const sum = (per: string) =>
              working
                .filter((line) => line.per === per)
                .reduce((total, { amount }) => total.plus(Exact.from(amount)), Exact.zero);
            expect(sum('unit').toFixed(2)).toBe(unitPrice);
            expect(sum('unit').times(Exact.of(quantity)).plus(sum('line')).toFixed(2)).toBe(lineTotal);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what more would cost', () => {
  const rows = (given: ReturnType<typeof shopOf>, quantity: number, answers = {}) => {
    const context = { stock: null, today: TODAY };
    const now = given.resolve(answers, quantity, context);
    return { rows: breakRows(given.program(), { answers, quantity }, context, now), now };
  };

  it('is a row for each step, with the least that can be ordered of which it holds', () => {
    const jars = shop({
      quantity: {
        list: [
          { quantity: 12, caption: 'one case' },
          { quantity: 48, caption: 'four cases' },
        ],
      },
      breaks: { steps: steps(['10', '4.50'], ['40', '4'], ['100', '3']) },
    });
    expect(
      rows(jars, 12).rows.map(({ from, quantity, caption, each, total }) => [
        from.toString(),
        quantity,
        caption,
        money(each),
        money(total),
      ]),
    ).toEqual([
      ['10', 12, 'one case', '4.50', '54.00'],
      ['40', 48, 'four cases', '4.00', '192.00'],
      ['100', null, '', '3.00', undefined],
    ]);
  });

  it('of graduated breaks says what each piece beyond costs', () => {
    const sheets = shop({ breaks: { counting: 'graduated', steps: steps(['10', '4.50']) } });
    expect(rows(sheets, 3).rows.map(({ each, quantity, total }) => [money(each), quantity, money(total)])).toEqual([
      ['5.00', 1, '5.00'],
      ['4.50', 11, '54.50'],
    ]);
  });

  /** the greater number that is told of for so many, and what it comes to */
  const told = (given: ReturnType<typeof shop>, quantity: number) => {
    const { rows: all, now } = rows(given, quantity);
    const found = moreForLess(all, given.program(), { answers: {}, quantity }, { stock: null, today: TODAY }, now);
    return found && [found.quantity, money(found.total)];
  };

  it('tells of a greater number that costs no more', () => {
    const jars = shop({ breaks: { steps: steps(['10', '4']) } });
    expect([7, 8, 9, 10].map((quantity) => told(jars, quantity))).toEqual([null, [10, '40.00'], [10, '40.00'], null]);
  });

  it('tells of one that a rule makes cheaper', () => {
    const cheaper = {
      key: 'r',
      when: { kind: 'quantity', compare: 'atLeast', value: 5 },
      then: [{ kind: 'setPrice', price: '3' }],
    };
    const jars = shop({ breaks: null, rules: [cheaper] });
    // Jars are 5.00 each: three cost 15.00, as much as five do.
    expect([2, 3, 4, 5].map((quantity) => told(jars, quantity))).toEqual([null, [5, '15.00'], [5, '15.00'], null]);
  });
});

describe('breaks that can’t be', () => {
  it.each([
    [{ steps: [] }, 'breaks.steps breaksEmpty'],
    [{ over: 'measure', steps: steps(['1', '2']) }, 'breaks.over breaksNotMeasured'],
    [{ across: 'together', steps: steps(['1', '2']) }, 'breaks.together nothingNamed'],
    [{ steps: steps(['0', '2']) }, 'breaks.steps.0.from breakFromNothing'],
    [{ steps: steps(['2.5', '2']) }, 'breaks.steps.0.from breakNotWhole'],
    [{ steps: steps(['2', '-2']) }, 'breaks.steps.0.value negative'],
    [{ gives: 'less', steps: steps(['2', '-2']) }, 'breaks.steps.0.value breakDearer'],
    [{ gives: 'percent', steps: steps(['2', '101']) }, 'breaks.steps.0.value percentBelowNothing'],
    [{ steps: steps(['2', '3'], ['2.0', '2']) }, 'breaks.steps.1.from breakTwice'],
    [{ steps: steps(['2', 'x']) }, 'breaks.steps.0.value notDecimal'],
  ])('%j are told where they are wrong', (breaks, fault) => expect(shop({ breaks }).faults()).toContain(fault));

  it('of an option need an amount for each piece, and nothing off the whole', () => {
    const option = (more: object) =>
      shop({ choices: [list('a', [], { options: [{ key: 'x', title: 'X', ...more }] })] }).faults();
    expect(option({ breaks: { steps: steps(['2', '3']) } })).toContain(
      'choices.0.options.0.breaks breaksWithoutAmount',
    );
    expect(option({ amount: { kind: 'oncePerLine', value: '3' }, breaks: { steps: steps(['2', '3']) } })).toContain(
      'choices.0.options.0.breaks breaksWithoutAmount',
    );
    expect(option({ amount: fixed('3'), breaks: { gives: 'percentOfAll', steps: steps(['2', '3']) } })).toContain(
      'choices.0.options.0.breaks.gives breaksOfAll',
    );
  });
});

describe('a part with breaks', () => {
  it('costs in a kit what so many of it cost alone', () => {
    const kit = (breaks: object) =>
      shopOf([
        {
          slug: 'p',
          draws: [],
          price: null,
          parts: [{ key: 'sheet', candidates: [{ product: 'sheet' }], quantity: { least: 12, usual: 12, most: 12 } }],
        },
        { slug: 'sheet', draws: [], price: '5', breaks },
      ]).take({ quantity: 2 }, { stock: null });
    expect(
      [
        kit({ steps: steps(['10', '4']) }).unitPrice,
        kit({ counting: 'graduated', steps: steps(['10', '4']) }).unitPrice,
      ].map(money),
    ).toEqual(['48.00', '58.00']);
    expect(money(kit({ counting: 'graduated', steps: steps(['10', '4']) }).lineTotal)).toBe('116.00');
  });
});

describe('breaks over how many of an option are taken', () => {
  const hooks = (over: string, more: object = {}) =>
    shopOf([
      {
        price: '100',
        draws: [],
        choices: [
          list('fittings', [], {
            kind: 'several',
            required: false,
            ownQuantity: true,
            mostEach: 12,
            options: [
              { key: 'hook', title: 'Hook', amount: fixed('3'), breaks: { over, steps: steps(['6', '2']), ...more } },
            ],
          }),
        ],
      },
    ]);
  const of = (shop: ReturnType<typeof hooks>, count: number, quantity: number) =>
    shop.ask({ fittings: [{ option: 'hook', quantity: count }] }, quantity, { stock: null }).lineTotal;

  it('count all of it in the line: six hooks on one bench, or two on each of three', () => {
    expect([
      of(hooks('options'), 5, 1),
      of(hooks('options'), 6, 1),
      of(hooks('options'), 2, 3),
      of(hooks('options'), 1, 5),
    ]).toEqual(['115.00', '112.00', '312.00', '515.00']);
    expect([of(hooks('pieces'), 6, 1), of(hooks('pieces'), 1, 6)]).toEqual(['118.00', '612.00']);
  });

  it('are proved over all numbers of it', () => {
    const { lowest, highest } = analyseWhole(hooks('options').program(), TODAY);
    expect([lowest?.price, lowest?.coverage.kind, highest?.price, highest?.coverage.kind]).toEqual([
      '100.00',
      'proved',
      '124.00',
      'proved',
    ]);
  });

  it('are for options, in one line, for all of them', () => {
    expect(hooks('options', { counting: 'graduated' }).faults()).toEqual([
      'choices.0.options.0.breaks.over breaksOfOptions',
    ]);
    expect(shop({ breaks: { over: 'options', steps: steps(['3', '1']) } }).faults()).toEqual([
      'breaks.over breaksOfOptions',
    ]);
  });
});
