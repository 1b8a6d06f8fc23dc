import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceSchema, type Condition } from '../catalog';
import { compares } from '../conditions';
import { compileCondition } from './condition';
import { product, holds } from '../../../tests/fixtures/ruled-product';

describe('a test', () => {
  const table: [string, Condition, [object, boolean][]][] = [
    [
      'an option is one of some',
      { kind: 'option', choice: 'a', is: 'oneOf', options: ['x', 'y'] },
      [
        [{ a: 'x' }, true],
        [{ a: 'z' }, false],
        [{}, false],
      ],
    ],
    [
      'an option is none of some',
      { kind: 'option', choice: 'a', is: 'noneOf', options: ['x'] },
      [
        [{ a: 'x' }, false],
        [{ a: 'z' }, true],
        [{}, false],
      ],
    ],
    [
      'one is among several',
      { kind: 'option', choice: 'b', is: 'oneOf', options: ['x'] },
      [
        [{ b: ['y', 'x'] }, true],
        [{ b: ['y'] }, false],
        [{}, false],
      ],
    ],
    [
      'none is among several',
      { kind: 'option', choice: 'b', is: 'noneOf', options: ['x'] },
      [
        [{ b: ['y', 'x'] }, false],
        [{ b: ['y'] }, true],
        [{}, false],
      ],
    ],
    [
      'it is answered',
      { kind: 'answered', choice: 't', answered: true },
      [
        [{ t: 'hi' }, true],
        [{ t: ' ' }, false],
        [{}, false],
      ],
    ],
    [
      'it is left alone',
      { kind: 'answered', choice: 't', answered: false },
      [
        [{ t: 'hi' }, false],
        [{}, true],
      ],
    ],
    [
      'no is said',
      { kind: 'said', choice: 'q', yes: false },
      [
        [{ q: true }, false],
        [{ q: false }, true],
        [{}, true],
      ],
    ],
    [
      'a measure is more',
      { kind: 'value', choice: 'm', compare: 'more', value: '1.5' },
      [
        [{ m: '1.5' }, false],
        [{ m: '151 cm' }, true],
        [{}, false],
      ],
    ],
    [
      'a text is long',
      { kind: 'characters', choice: 't', compare: 'atLeast', value: 3 },
      [
        [{ t: 'abc' }, true],
        [{ t: 'ab ' }, false],
        [{}, false],
      ],
    ],
    [
      'a text reads so',
      { kind: 'says', choice: 't', is: 'oneOf', where: 'whole', texts: ['queen bee', 'Drone'] },
      [
        [{ t: 'Queen  BEE' }, true],
        [{ t: 'drone' }, true],
        [{ t: 'drones' }, false],
        [{}, false],
      ],
    ],
    [
      'a text holds none of some words',
      { kind: 'says', choice: 't', is: 'noneOf', where: 'anywhere', texts: ['wax'] },
      [
        [{ t: 'Beeswax' }, false],
        [{ t: 'honey' }, true],
        [{}, false],
      ],
    ],
    [
      'a text begins so',
      { kind: 'says', choice: 't', is: 'oneOf', where: 'start', texts: ['Doc', 'É'] },
      [
        [{ t: 'dr Moss' }, false],
        [{ t: 'DOCK' }, true],
        [{ t: 'e\u0301tude' }, true],
      ],
    ],
    [
      'a text ends so',
      { kind: 'says', choice: 't', is: 'oneOf', where: 'end', texts: ['!'] },
      [
        [{ t: 'Oh!' }, true],
        [{ t: '! no' }, false],
      ],
    ],
    [
      'a day falls on a weekend',
      { kind: 'weekday', choice: 'd', is: 'oneOf', weekdays: [6, 7] },
      [
        [{ d: '2026-11-28' }, true],
        [{ d: '2026-11-30' }, false],
        [{}, false],
      ],
    ],
    [
      'a day lies in winter',
      { kind: 'season', choice: 'd', is: 'oneOf', from: '11-01', to: '02-29' },
      [
        [{ d: '2027-02-28' }, true],
        [{ d: '2026-11-01' }, true],
        [{ d: '2027-03-01' }, false],
        [{ d: '2026-10-31' }, false],
      ],
    ],
    [
      'a day lies outside of summer',
      { kind: 'season', choice: 'd', is: 'noneOf', from: '05-01', to: '08-31' },
      [
        [{ d: '2027-05-01' }, false],
        [{ d: '2027-04-30' }, true],
        [{}, false],
      ],
    ],
    [
      'a day is before',
      { kind: 'day', choice: 'd', compare: 'less', day: '2027-01-01' },
      [
        [{ d: '2026-12-31' }, true],
        [{ d: '2027-01-01' }, false],
        [{}, false],
      ],
    ],
  ];
  it.each(table)('holds when %s, and not without an answer', (_what, condition, cases) => {
    for (const [given, expected] of cases)
      expect([given, holds(condition, given as Record<string, unknown>)]).toEqual([given, expected]);
  });

  it('of quantity, group and category', () => {
    expect(
      [9, 10, 11].map((quantity) => holds({ kind: 'quantity', compare: 'atLeast', value: 10 }, {}, { quantity })),
    ).toEqual([false, true, true]);
    expect(
      [null, 'trade', 'club'].map((group) => holds({ kind: 'group', is: 'noneOf', groups: ['trade'] }, {}, { group })),
    ).toEqual([true, false, true]);
    expect(holds({ kind: 'category', is: 'oneOf', categories: [' hives '] }, {})).toBe(true);
  });

  it('of what the product is called, tagged and where it comes from', () => {
    const of = (condition: Condition) => holds(condition, {});
    expect([
      of({ kind: 'name', is: 'oneOf', where: 'start', texts: ['p'] }),
      of({ kind: 'name', is: 'noneOf', where: 'whole', texts: ['P'] }),
    ]).toEqual([true, false]);
    expect([
      of({ kind: 'tag', is: 'oneOf', tags: ['winter'] }),
      of({ kind: 'tag', is: 'oneOf', tags: [' NEW  stock'] }),
      of({ kind: 'tag', is: 'noneOf', tags: ['new stock'] }),
    ]).toEqual([false, true, false]);
    expect([
      of({ kind: 'supplier', is: 'oneOf', suppliers: ['combe mill'] }),
      of({ kind: 'supplier', is: 'noneOf', suppliers: ['Combe Mill'] }),
    ]).toEqual([true, false]);
  });

  it('of the day it is', () => {
    const on = (today: string, condition: Condition) => holds(condition, {}, { today });
    expect(
      ['2026-11-27', '2026-11-29'].map((today) =>
        on(today, { kind: 'weekday', choice: null, is: 'oneOf', weekdays: [7] }),
      ),
    ).toEqual([false, true]);
    expect(
      ['2026-04-30', '2026-05-01', '2026-08-31', '2026-09-01'].map((today) =>
        on(today, { kind: 'season', choice: null, is: 'oneOf', from: '05-01', to: '08-31' }),
      ),
    ).toEqual([false, true, true, false]);
  });

  it('tells what it does not know, and does not hold', () => {
    const faults = (condition: Condition) => {
      const found: string[] = [];
      compileCondition(condition, [], {
        product,
        groups: [],
        report: (path, { code }) => found.push(`${path.join('.')} ${code}`),
      });
      return found;
    };
    expect(faults({ kind: 'season', choice: null, is: 'oneOf', from: '02-30', to: '' })).toEqual([
      'from badDayOfYear',
      'to badDayOfYear',
    ]);
    expect(holds({ kind: 'season', choice: null, is: 'noneOf', from: '02-30', to: '03-01' }, {})).toBe(false);
    expect(faults({ kind: 'says', choice: 't', is: 'oneOf', where: 'whole', texts: [' '] })).toEqual([
      'texts conditionEmpty',
    ]);
    expect(faults({ kind: 'weekday', choice: 't', is: 'oneOf', weekdays: [1] })).toEqual(['choice referenceKind']);
    expect(faults({ kind: 'supplier', is: 'oneOf', suppliers: [] })).toEqual(['suppliers conditionEmpty']);
  });

  it('compares as it is called', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }), (a, b) => {
        const said = {
          is: a === b,
          isNot: a !== b,
          less: a < b,
          atMost: a <= b,
          more: a > b,
          atLeast: a >= b,
        } as const;
        for (const [comparison, expected] of Object.entries(said))
          expect(compares(comparison as keyof typeof said, a - b)).toBe(expected);
      }),
    );
  });
});

describe('a day in a condition', () => {
  it('may be the one from which computers count, and is told when it is none', () => {
    const faultsOf = (day: string) => {
      const found: string[] = [];
      const choices = [choiceSchema.parse({ kind: 'date', key: 'when', title: 'When' })];
      compileCondition({ kind: 'day', choice: 'when', compare: 'is', day }, [], {
        product: { ...product, choices },
        groups: [],
        report: (_, { code }) => void found.push(code),
      });
      return found;
    };
    expect([faultsOf('1970-01-01'), faultsOf('1970-02-30')]).toEqual([[], ['badDay']]);
  });
});
