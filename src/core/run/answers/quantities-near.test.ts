import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { Exact } from '../../number';
import { nearestAnswers } from '../../problems';
import { isTold, stockViewOf } from '../../stock';
import { breakRows, moreForLess } from '../break-rows';
import { firstQuantity } from '../first-quantity';
import { turningPoints } from './quantities-near';
import { type ResolveContext } from '../resolution';
import { resolve } from '../resolve';

const FURTHEST = 300;
const NUMBERS = Array.from({ length: FURTHEST }, (_, place) => place + 1);

const pieces = fc.integer({ min: 1, max: 60 });
const ask = fc.record({
  kind: fc.constant('quantity'),
  compare: fc.constantFrom('is', 'isNot', 'more', 'less', 'atLeast', 'atMost'),
  value: fc.integer({ min: 0, max: 80 }),
});
const effect = fc.oneof(
  fc
    .record({ kind: fc.constant('limitQuantity'), least: fc.option(pieces), most: fc.option(pieces) })
    .filter(
      ({ least, most }) => (least !== null || most !== null) && (least === null || most === null || least <= most),
    ),
  fc.constant({ kind: 'refuse', reason: 'Not so many.' }),
  fc.record({
    kind: fc.constant('amount'),
    amount: fc.record({ kind: fc.constant('fixed'), value: fc.constantFrom('-120', '-100', '5') }),
  }),
);
const rules = fc
  .array(
    fc.record({
      when: fc.oneof(ask, fc.record({ kind: fc.constantFrom('all', 'any'), of: fc.tuple(ask, ask) })),
      then: effect,
    }),
    { maxLength: 4 },
  )
  .map((list) => list.map(({ when, then }, place) => ({ key: `r${place}`, title: `R${place}`, when, then: [then] })));
const quantity = fc.oneof(
  fc.constant({}),
  fc.record({
    minimum: pieces,
    multiple: fc.integer({ min: 1, max: 12 }),
    countedFrom: fc.constantFrom('zero', 'minimum'),
    maximum: fc.option(fc.integer({ min: 60, max: 200 })),
  }),
  fc
    .uniqueArray(pieces, { minLength: 1, maxLength: 6 })
    .map((list) => ({ list: list.map((one) => ({ quantity: one })) })),
);
const steps = fc.constantFrom(
  [],
  [{ from: '10', value: '60' }],
  [
    { from: '5', value: '90' },
    { from: '40', value: '30' },
    { from: '120', value: '1' },
  ],
);
/** A figure of the quantity that a rule may ask for: what follows from it can't be listed. */
const figure = fc.boolean();
const asked = fc.record({ rules, quantity, steps, figure, there: fc.integer({ min: 0, max: 320 }) });

type Asked = typeof asked extends fc.Arbitrary<infer T> ? T : never;

function productOf({ rules: list, quantity: rule, steps: table, figure: isAsked }: Asked) {
  const more = isAsked
    ? [
        {
          key: 'f',
          title: 'F',
          when: { kind: 'figure', formula: 'half', compare: 'atLeast', value: '20', unit: '1' },
          then: [{ kind: 'limitQuantity', least: 45, most: null }],
        },
      ]
    : [];
  const formulas = isAsked ? [{ key: 'half', title: 'Half', text: 'quantity / 2', serves: { kind: 'shown' } }] : [];
  return shopOf([
    {
      quantity: rule,
      rules: [...list, ...more],
      formulas,
      ...(table.length > 0 && { breaks: { counting: 'allUnits', steps: table } }),
    },
  ]);
}

describe('every quantity that is named', () => {
  it('can be had, with stock, and is the nearest that can; none is said to be there where there is', () => {
    fc.assert(
      fc.property(asked, fc.integer({ min: 0, max: FURTHEST }), (given, wanted) => {
        const program = productOf(given).program();
        fc.pre(program.faults.length === 0);
        const context: ResolveContext = { stock: stockViewOf(() => Exact.of(given.there)), today: TODAY, naming: true };
        const sold = NUMBERS.filter(
          (number) =>
            resolve(program, { answers: {}, quantity: number }, { ...context, naming: false }).state === 'sellable',
        );
        const now = resolve(program, { answers: {}, quantity: wanted }, context);
        const below = sold.findLast((number) => number < wanted);
        const above = sold.find((number) => number > wanted);
        for (const { data, where } of now.problems) {
          if (where.at === 'quantity' && data.code !== 'notEnoughStock') {
            const named = nearestAnswers(data)
              .map(Number)
              .filter((number) => number <= FURTHEST);
            const told = below !== undefined && !isTold(below) && !named.includes(below) ? [] : [below ?? []].flat();
            expect(named).toEqual([...told, ...[above ?? []].flat()]);
          }
          if (data.code === 'noQuantity') expect(sold.length === 0 || given.there < (sold[0] ?? 0)).toBe(true);
          if (data.code === 'quantityBelow')
            expect(
              resolve(
                program,
                { answers: {}, quantity: data.minimum },
                { ...context, stock: null, naming: false },
              ).problems.filter((problem) => problem.where.at === 'quantity'),
            ).toEqual([]);
          if (data.code === 'notEnoughStock') expect(data.canSupply).toBe(below ?? 0);
          if (data.code === 'outOfStock') expect(below).toBeUndefined();
        }
        const rows = breakRows(program, { answers: {}, quantity: wanted }, { ...context, stock: null }, now);
        const more = moreForLess(rows, program, { answers: {}, quantity: wanted }, context, now);
        if (more) expect(more.quantity > FURTHEST || sold.includes(more.quantity)).toBe(true);
      }),
      { numRuns: 250 },
    );
  });

  it('is what a page begins with, where any can be ordered at all', () => {
    fc.assert(
      fc.property(asked, (given) => {
        const program = productOf(given).program();
        fc.pre(program.faults.length === 0);
        const fits = (number: number) =>
          resolve(program, { answers: {}, quantity: number }, { stock: null, today: TODAY }).problems.every(
            ({ where }) => where.at !== 'quantity',
          );
        const first = firstQuantity(program, { today: TODAY });
        expect(
          fits(first) ||
            !NUMBERS.some(fits) ||
            NUMBERS.filter(fits).every(
              (number) =>
                resolve(program, { answers: {}, quantity: number }, { stock: null, today: TODAY }).state !== 'sellable',
            ),
        ).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

describe('what may be ordered', () => {
  it('turns where rules ask for a quantity, and anywhere where a formula of it has a say', () => {
    const turns = (more: object) => turningPoints(shopOf([more]).program());
    const rule = (when: object) => ({
      rules: [{ key: 'r', title: 'R', when, then: [{ kind: 'limitQuantity', least: 4, most: null }] }],
    });
    expect(turns({})).toEqual([]);
    expect(
      turns(
        rule({
          kind: 'any',
          of: [
            { kind: 'quantity', compare: 'more', value: 6 },
            { kind: 'quantity', compare: 'is', value: 9 },
          ],
        }),
      ),
    ).toEqual([6, 7, 9, 10]);
    const formulas = [{ key: 'half', title: 'Half', text: 'quantity / 2', serves: { kind: 'shown' } }];
    expect(turns({ formulas })).toEqual([]);
    expect(
      turns({ formulas, ...rule({ kind: 'figure', formula: 'half', compare: 'atLeast', value: '20', unit: '1' }) }),
    ).toBe('anywhere');
  });

  it('says the nearest that can be supplied in the multiples it is sold in, and that none is there where there are too few for one', () => {
    const crates = shopOf([{ quantity: { multiple: 6 } }]);
    expect(crates.ask({}, 12, { naming: true }).problems).toMatchObject([
      { where: 'quantity', code: 'notEnoughStock', remedy: 'We can supply 6.' },
    ]);
    const pallets = shopOf([{ quantity: { list: [{ quantity: 4 }, { quantity: 24 }, { quantity: 48 }] } }]);
    expect(pallets.ask({}, 24, { naming: true }).problems).toMatchObject([
      { code: 'notEnoughStock', remedy: 'We can supply 4.' },
    ]);
    expect(shopOf([{ quantity: { minimum: 12 } }]).ask({}, 12, { naming: true }).problems).toMatchObject([
      { code: 'outOfStock' },
    ]);
  });

  it('says no more than that this number is refused where limits ask how many it is', () => {
    const above = (most: number) => ({
      key: `above${most}`,
      title: 'R',
      when: { kind: 'quantity', compare: 'more', value: most },
      then: [{ kind: 'limitQuantity', least: 20, most: null }],
    });
    const below = {
      key: 'below',
      title: 'B',
      when: { kind: 'quantity', compare: 'less', value: 3 },
      then: [{ kind: 'limitQuantity', least: 8, most: null }],
    };
    const { ask: asks } = shopOf([{ rules: [above(5), below] }]);
    const told = (number: number) =>
      asks({}, number, { stock: null, naming: true }).problems.map(({ code, nearest }) => [code, nearest]);
    expect([told(2), told(4), told(9)]).toEqual([[['quantityRefused', ['3']]], [], [['quantityRefused', ['5', '20']]]]);
    expect(asks({}, 9, { stock: null, naming: true }).problems[0]?.message).toBe(
      '9 can’t be ordered of this as it is chosen.',
    );
  });
});
