import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../../catalog';
import { compile } from '../../compile/compile';
import { checkCatalog, resolutionJson, surroundingsOf } from '../../exchange';
import { Exact } from '../../number';
import { stockView, stockViewOf } from '../../stock';
import { faultWords } from '../../words';
import { resolve } from '../resolve';

const NOW = { today: '2026-11-25' };

function world(product: object, stock: object[] = [], lots: Readonly<Record<string, readonly string[]>> = {}) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR' },
    stock: [{ key: 'pack', title: 'Pack of boards', unit: '1', onHand: '40' }, ...stock],
    products: [{ slug: 'p', title: 'P', sku: 'P', category: 'C', price: '10', draws: [], ...product }],
  });
  const surroundings = surroundingsOf(catalog);
  const program = compile(productSchema.parse(catalog.products[0]), surroundings);
  const lying = stockView(
    catalog.stock.flatMap(({ key, cutFrom }) =>
      cutFrom
        ? [
            {
              key,
              available: '0',
              lying: { ...cutFrom, lots: (lots[key] ?? []).map((free, id) => ({ id, label: `Roll ${id + 1}`, free })) },
            },
          ]
        : [],
    ),
  );
  const context = {
    ...NOW,
    stock: stockViewOf(
      () => Exact.of(40),
      (key) => lying.lots(key),
    ),
  };
  return {
    faults: program.faults.map(({ code, data }) => `${code}: ${faultWords(data)}`),
    raw: (answers: object, quantity?: number) => resolve(program, { answers, quantity }, context),
    ask: (answers: object, quantity?: number) => resolutionJson(resolve(program, { answers, quantity }, context)),
    catalog,
  };
}

const area = { kind: 'measure', key: 'area', title: 'Area', unit: 'm2' };
const byArea = (charge: object | null) => ({
  price: '20',
  soldBy: { kind: 'measure', measure: 'area', unit: 'm2', charge },
  choices: [area],
});

describe('what is charged', () => {
  it.each([
    ['nothing else than what is needed', null, '2.9', '58.00', null],
    ['waste', { waste: '10' }, '2', '44.00', '2.2 m²'],
    ['at least so much', { minimum: '0.5' }, '0.2', '10.00', '0.5 m²'],
    ['the minimum after waste', { waste: '10', minimum: '0.5' }, '0.48', '10.56', '0.528 m²'],
    ['steps', { step: '0.25' }, '1.01', '25.00', '1.25 m²'],
    ['a step that is met exactly', { step: '0.25' }, '1.25', '25.00', null],
    // Common practice, as flooring is sold: 2.9 m² needed, packs of 1.44 m².
    ['whole packs', { step: '1.44', pack: 'pack' }, '2.9', '86.40', '4.32 m²'],
  ])('%s', (_, charge, needed, unitPrice, charged) => {
    const { ask, faults } = world(byArea(charge));
    expect(faults.filter((fault) => !/drawsNothing|picture/.test(fault))).toEqual([]);
    const resolution = ask({ area: needed });
    expect(resolution.unitPrice).toBe(unitPrice);
    expect(resolution.measures.find(({ name }) => name === 'Charged')?.shown ?? null).toBe(charged);
  });

  it('shows what is needed, the packs and the rest of whole packs', () => {
    const resolution = world(byArea({ step: '1.44', pack: 'pack' })).ask({ area: '2.9' });
    expect(resolution.working[0]?.of).toBe('2.9 m² needed, 4.32 m² charged in 3 × pack of 1.44 m² × €20.00 / m²');
    expect(resolution.measures.map(({ name, shown, forCustomers }) => [name, shown, forCustomers])).toEqual([
      ['Needed', '2.9 m²', true],
      ['Charged', '4.32 m²', true],
      ['Left over', '1.42 m²', true],
    ]);
  });

  it('takes packs from stock where packs are counted, else what is charged', () => {
    const charge = { step: '1.44', pack: 'pack' };
    const ask = (unit: string) =>
      world({ ...byArea(charge), draws: [{ kind: 'charged', stock: 'boards' }] }, [
        { key: 'boards', title: 'Boards', unit, onHand: '90' },
      ]).ask({ area: '2.9' }, 2);
    expect(ask('1').draws[0]?.total).toEqual({ value: '6', unit: '1' });
    expect(ask('m2').draws[0]?.total).toEqual({ value: '8.64', unit: 'm2' });
    expect(ask('dm2').draws[0]?.total).toEqual({ value: '864', unit: 'dm2' });
  });

  it('weighs what is supplied: whole packs, or what is needed', () => {
    const weight = { value: '8', unit: 'kg' };
    expect(world({ ...byArea({ step: '1.44', pack: 'pack' }), weight }).ask({ area: '2.9' }).weight).toEqual({
      value: '34.56',
      unit: 'kg',
    });
    expect(world({ ...byArea({ minimum: '5' }), weight }).ask({ area: '2.9' }).weight).toEqual({
      value: '23.2',
      unit: 'kg',
    });
  });

  it('is a formula’s result, where the product is sold by one', () => {
    const wall = {
      price: '20',
      soldBy: { kind: 'formula', formula: 'wall', unit: 'm2', charge: { waste: '10', minimum: '0.25' } },
      choices: ['width', 'height'].map((key) => ({ kind: 'measure', key, title: key, unit: 'cm' })),
      formulas: [{ key: 'wall', title: 'Wall', serves: { kind: 'shown' }, text: 'width × height' }],
    };
    const { ask } = world(wall);
    expect(ask({ width: '200', height: '1.5 m' }).unitPrice).toBe('66.00');
    expect(ask({ width: '20', height: '20' }).unitPrice).toBe('5.00');
    expect(ask({ width: '20' }).unitPrice).toBeNull();
    expect(world({ ...wall, soldBy: { ...wall.soldBy, unit: 'm' } }).faults.join()).toContain(
      'unitMismatch: An area can’t be counted in metres.',
    );
    expect(world({ ...wall, soldBy: { ...wall.soldBy, formula: 'gone' } }).faults.join()).toContain(
      'There is no formula “gone”',
    );
  });

  it.each([
    ['packs without a size', { pack: 'pack' }, 'Enter the pack size.'],
    ['a step of nothing', { step: '0' }, 'A step must be more than 0.'],
    ['waste that is no number', { waste: 'ten' }, '“ten” is not a number.'],
  ])('%s is a fault', (_, charge, message) => expect(world(byArea(charge)).faults.join()).toContain(message));
});

const measure = (key: string, more: object = {}) => ({ kind: 'measure', key, title: key, unit: 'm', ...more });
const formula = (key: string, serves: object, text: string) => ({ key, title: key, serves, text });

describe('formulas that bound an answer or stand in for it', () => {
  const choices = [measure('width', { min: '0.5' }), measure('height', { step: '0.1' })];
  const bound = world({
    choices,
    formulas: [
      formula('most', { kind: 'most', measure: 'height' }, 'width × 2'),
      formula('least', { kind: 'least', measure: 'height' }, 'width / 4'),
      formula('usual', { kind: 'default', measure: 'height' }, 'round(width × 1.25, 0.1 m)'),
    ],
  });

  it('refuses what is beyond the bound, with the nearest answer on the choice’s own steps', () => {
    const resolution = bound.ask({ width: '1.23', height: '2.5' });
    expect(resolution.state).toBe('invalid');
    expect(resolution.problems).toMatchObject([{ where: 'choice:height', code: 'aboveMaximum', nearest: ['2.4 m'] }]);
    expect(bound.ask({ width: '1.23', height: '0.3' }).problems).toMatchObject([
      { code: 'belowMinimum', nearest: ['0.4 m'] },
    ]);
    expect(bound.ask({ width: '1.23', height: '2.4' }).problems).toEqual([]);
    expect(resolution.shown.find(({ choice }) => choice === 'height')?.bounds).toEqual({
      least: '0.3075 m',
      most: '2.46 m',
    });
  });

  it('counts the default that follows from the other answers, until another is given or it is left out', () => {
    const counted = (answers: object) => bound.ask(answers).counted.find(({ choice }) => choice === 'height');
    expect(counted({ width: '2' })).toMatchObject({ shown: '2.5 m', fromDefault: true });
    expect(counted({ width: '2', height: '3' })).toMatchObject({ shown: '3 m', fromDefault: false });
    expect(counted({ width: '2', height: null })).toBeUndefined();
    expect(bound.ask({}).problems.map(({ where }) => where)).toEqual(['choice:width', 'choice:height']);
  });

  it('works defaults out in the order in which they need each other, and refuses those that wait for each other', () => {
    const chain = (first: string) =>
      world({
        choices: ['a', 'b', 'c'].map((key) => measure(key)),
        formulas: [
          formula('a', { kind: 'default', measure: 'a' }, first),
          formula('b', { kind: 'default', measure: 'b' }, 'c × 2'),
          formula('c', { kind: 'default', measure: 'c' }, 'quantity × 1 m'),
        ],
      });
    expect(
      chain('b × 3')
        .ask({}, 2)
        .counted.map(({ shown }) => shown),
    ).toEqual(['12 m', '4 m', '2 m']);
    const round = world({
      choices: ['a', 'b'].map((key) => measure(key)),
      formulas: [
        formula('a', { kind: 'default', measure: 'a' }, 'b'),
        formula('b', { kind: 'default', measure: 'b' }, 'a'),
      ],
    });
    expect(round.faults.join()).toContain('These defaults wait for each other: a → b → a.');
  });

  it('checks dimensions, and that one bound is said once', () => {
    expect(
      world({
        choices,
        formulas: [formula('most', { kind: 'most', measure: 'height' }, 'width × height')],
      }).faults.join(),
    ).toContain('a length is needed here');
    expect(
      world({
        choices,
        formulas: [
          formula('x', { kind: 'most', measure: 'height' }, 'width'),
          formula('y', { kind: 'most', measure: 'height' }, 'width'),
        ],
      }).faults.join(),
    ).toContain('x and y say the same thing');
    expect(
      world({ choices, formulas: [formula('most', { kind: 'most', measure: 'depth' }, 'width')] }).faults.join(),
    ).toContain('There is no choice “depth”');
    expect(
      world({
        choices,
        formulas: [formula('most', { kind: 'most', measure: 'height' }, 'base / 1 EUR × 1 m')],
      }).faults.join(),
    ).toContain('there is nothing called “base” here');
  });

  it('does not count a default that would be refused', () => {
    const negative = world({
      choices,
      formulas: [formula('usual', { kind: 'default', measure: 'height' }, 'width - 5 m')],
    });
    expect(negative.ask({ width: '1' }).problems).toMatchObject([{ where: 'choice:height', code: 'answerMissing' }]);
  });
});

it('a quick pick that would be refused is a fault', () => {
  expect(
    world({
      choices: [measure('length', { max: '2', picks: [{ value: '0.5', title: 'a half' }, { value: '3' }] })],
    }).faults.join(),
  ).toContain('This quick pick would be refused. length can be at most 2.');
});

describe('what is cut from rolls', () => {
  const roll = (cutFrom: object = {}) => ({
    key: 'mesh',
    title: 'Mesh',
    unit: 'm',
    cutFrom: { kind: 'roll', smallestOffcut: '0.5', ...cutFrom },
  });
  const cutting = (lengths: readonly string[], more: object = {}, cutFrom: object = {}) =>
    world(
      {
        choices: [measure('length', { step: '0.05' })],
        draws: [{ kind: 'measure', stock: 'mesh', measure: 'length', ...more }],
      },
      [roll(cutFrom)],
      { mesh: lengths },
    );

  it('is not in stock by total length: the longest piece decides, and what could be supplied is said', () => {
    const resolution = cutting(['4.2', '2.8']).ask({ length: '5' });
    expect(resolution.state).toBe('unavailable');
    expect(resolution.problems).toMatchObject([
      {
        where: 'choice:length',
        code: 'cannotCut',
        message: 'Mesh: there is no piece of 5 m. In total 7 m are left, but the longest piece is 4.2 m.',
        remedy: 'We can supply one piece of up to 4.2 m or the same length in 2 pieces of 2.5 m.',
        nearest: ['4.2 m'],
      },
    ]);
  });

  it('says how many of that length there are, and how long as many could be', () => {
    const resolution = cutting(['4.2', '2.8']).ask({ length: '2' }, 4);
    expect(resolution.availability.canSupply).toBe(3);
    expect(resolution.problems).toMatchObject([
      {
        where: 'quantity',
        code: 'cannotCut',
        remedy: 'We can supply 3 of this length or 4 pieces of up to 1.4 m each.',
      },
    ]);
  });

  it('plans the cuts of what can be supplied', () => {
    const [plan] = cutting(['4.2', '2.8'], {}, { kerf: '0.005' }).ask({ length: '1.3' }, 4).availability.cutPlans;
    expect(plan?.cuts.map(({ label, pieces, left, kept }) => [label, pieces, left, kept])).toEqual([
      ['Roll 1', [{ length: '1.3', count: 2 }], '1.59', true],
      ['Roll 2', [{ length: '1.3', count: 2 }], '0.19', false],
    ]);
    // A rest of 0.19 m that is not worth keeping, and four cuts of 5 mm.
    expect(plan?.waste).toBe('0.21');
    expect(plan?.leastWaste).toBe('0.21');
  });

  it('cuts several pieces for one item where it says so', () => {
    const resolution = cutting(['4.2', '2.8'], { pieces: 2 }).ask({ length: '2' });
    expect(resolution.draws[0]?.perItem).toEqual({ value: '4', unit: 'm' });
    expect(resolution.availability.canSupply).toBe(1);
  });

  it('tells a customer who measures in feet in feet', () => {
    const inFeet = world(
      {
        choices: [{ ...measure('length'), unit: '[ft_i]' }],
        draws: [{ kind: 'measure', stock: 'mesh', measure: 'length' }],
      },
      [roll()],
      { mesh: ['4.2'] },
    );
    expect(inFeet.ask({ length: '20' }).problems[0]?.remedy).toContain('one piece of up to 13.779 ft');
  });

  it('is simply out of stock when nothing is left', () => {
    expect(cutting([]).ask({ length: '1' }).problems).toMatchObject([{ code: 'outOfStock' }]);
  });

  it('can’t have a sum beside its lots, a backorder, or pieces as its unit', () => {
    const messages = (item: object) =>
      checkCatalog(world({}, [{ ...roll(), ...item }]).catalog).map(({ code }) => code);
    const lots = [{ label: 'Roll 1', length: '25' }];
    expect(messages({ lots })).not.toContain('lotsAndSum');
    expect(messages({ lots, onHand: '25' })).toContain('lotsAndSum');
    expect(messages({ lots, backorder: '5' })).toContain('lotsPromised');
    expect(messages({ lots, unit: '1' })).toContain('lotsNotMeasured');
    expect(messages({ lots: [{ label: 'Roll 1', length: '0' }] })).toContain('notMoreThanNothing');
  });
});
