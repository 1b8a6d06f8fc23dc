import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Choice,
  choiceSchema,
  type Condition,
  kindOf,
  type Product,
  productSchema,
  type RuleEffect,
  ruleSchema,
  tableSchema,
} from '../catalog';
import { ANY_QUANTITY, orderable } from '../ordering';
import { Exact } from '../number';
import { type FaultData } from '../problems';
import { type Answer } from '../selection';
import { compares } from '../conditions';
import { compileCondition } from './condition';
import { compileRules, firing, rulingOn, smallestChange, tableAllows } from './rules';

const readerOf = (choice: Choice) => kindOf(choice).reader(choice, []);

const list = (key: string, more: object = {}) => ({
  kind: 'list',
  key,
  title: key,
  required: false,
  options: ['x', 'y', 'z'].map((option) => ({ key: option, title: option })),
  ...more,
});
const product: Product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  category: 'Hives',
  supplier: 'Combe Mill',
  tags: ['New stock'],
  choices: [
    list('a'),
    list('b', { kind: 'several' }),
    { kind: 'measure', key: 'm', title: 'm', unit: 'm', required: false },
    { kind: 'text', key: 't', title: 't', required: false },
    { kind: 'yesNo', key: 'q', title: 'q', required: false },
    { kind: 'date', key: 'd', title: 'd', required: false, past: true },
  ],
});
const day = { today: '2026-11-25', files: () => undefined };

/** Answers as they are read, in the order of the product's choices. */
function answers(given: Readonly<Record<string, unknown>>): (Answer | null)[] {
  return product.choices.map((choice) =>
    given[choice.key] === undefined ? null : readerOf(choiceSchema.parse(choice)).read(given[choice.key], [], day),
  );
}

function holds(
  condition: Condition,
  given: Readonly<Record<string, unknown>>,
  { quantity = 1, group = null, today = day.today }: { quantity?: number; group?: string | null; today?: string } = {},
): boolean {
  return compileCondition(condition, [], { product, groups: [{ key: 'trade' }], report: () => undefined }).holds({
    answers: answers(given),
    quantity,
    group,
    today,
  });
}

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

describe('conditions together', () => {
  const leaf = fc.constantFrom<Condition>(
    { kind: 'option', choice: 'a', is: 'oneOf', options: ['x'] },
    { kind: 'said', choice: 'q', yes: true },
    { kind: 'quantity', compare: 'more', value: 2 },
  );
  const tree = fc.letrec<{ condition: Condition }>((tie) => ({
    condition: fc.oneof(
      { maxDepth: 4 },
      leaf,
      fc.record({
        kind: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
        of: fc.array(tie('condition'), { minLength: 1, maxLength: 3 }),
      }),
    ),
  })).condition;

  it('are all, any or none of what they hold', () => {
    const plainly = (condition: Condition, a: boolean, q: boolean, many: boolean): boolean => {
      if (!('of' in condition)) return condition.kind === 'option' ? a : condition.kind === 'said' ? q : many;
      const parts = condition.of.map((part) => plainly(part, a, q, many));
      return condition.kind === 'all'
        ? parts.every(Boolean)
        : condition.kind === 'any'
          ? parts.some(Boolean)
          : !parts.some(Boolean);
    };
    fc.assert(
      fc.property(tree, fc.boolean(), fc.boolean(), fc.boolean(), (condition, a, q, many) => {
        expect(holds(condition, { a: a ? 'x' : 'y', q }, { quantity: many ? 3 : 2 })).toBe(
          plainly(condition, a, q, many),
        );
      }),
    );
  });
});

describe('what rules make of a choice', () => {
  const compiled = (...effects: RuleEffect[][]) => {
    const faults: FaultData[] = [];
    const rules = effects.map((then, place) => ({
      value: ruleSchema.parse({ key: `r${place}`, then }),
      origin: ['rules', place],
    }));
    const program = compileRules(rules, [], product, {
      groups: [],
      quantities: orderable(ANY_QUANTITY),
      report: (_path, fault) => faults.push(fault),
    });
    if (!program) throw new Error('no rules');
    return { program, faults };
  };
  const ruling = (choice: number, fires: readonly number[], ...effects: RuleEffect[][]) => {
    const { program } = compiled(...effects);
    return rulingOn(program, choice, 3, (rule) => fires.includes(rule));
  };

  it('hiding outweighs showing, and what waits for a rule is hidden until it fires', () => {
    const effects: RuleEffect[][] = [[{ kind: 'show', choices: ['a'] }], [{ kind: 'hide', choices: ['a'] }]];
    expect([[], [0], [1], [0, 1]].map((fires) => ruling(0, fires, ...effects).shown)).toEqual([
      false,
      true,
      false,
      false,
    ]);
    expect(ruling(1, [0, 1], ...effects).shown).toBe(true);
  });

  it('the tightest limits hold, each with the rule it comes from', () => {
    const limit = (least: string | null, most: string | null): RuleEffect[] => [
      { kind: 'limit', choice: 'm', least, most },
    ];
    const { least, most } = ruling(2, [0, 1, 2], limit('1', '9'), limit('2', null), limit(null, '7'));
    expect([least?.value.equals(Exact.of(2)), least?.rule, most?.value.equals(Exact.of(7)), most?.rule]).toEqual([
      true,
      1,
      true,
      2,
    ]);
  });

  it('options are withheld by name, or by offering only others; the first rule is the reason', () => {
    const { withheld } = ruling(
      0,
      [0, 1],
      [{ kind: 'withhold', choice: 'a', options: ['x'] }],
      [{ kind: 'offer', choice: 'a', options: ['z'] }],
    );
    expect([...withheld].sort()).toEqual([
      [0, 0],
      [1, 1],
    ]);
  });

  it('the first that preselects is followed, and requiring is enough once', () => {
    const { preselected, required } = ruling(
      0,
      [1, 2, 3],
      [{ kind: 'preselect', choice: 'a', answer: 'x' }],
      [{ kind: 'preselect', choice: 'a', answer: 'y' }],
      [{ kind: 'preselect', choice: 'a', answer: 'z' }],
      [{ kind: 'require', choices: ['a'] }],
    );
    expect([preselected, required]).toEqual(['y', true]);
  });

  it('names what is not there, and what can have no effect', () => {
    const { faults } = compiled(
      [{ kind: 'show', choices: ['nowhere'] }],
      [{ kind: 'withhold', choice: 'a', options: ['w'] }],
      [{ kind: 'limit', choice: 'a', least: '1', most: null }],
      [{ kind: 'tell', text: ' \u200b' }],
      [],
    );
    expect(faults.map(({ code }) => code)).toEqual([
      'unknownReference',
      'unknownReference',
      'referenceKind',
      'textMissing',
      'ruleWithoutEffect',
    ]);
  });

  it('a rule is asked once, and remembers', () => {
    const { program } = compiled([{ kind: 'require', choices: ['a'] }]);
    const fired = firing(program, { answers: answers({}), quantity: 1, group: null, today: day.today });
    expect([fired(0), fired(0), fired(7)]).toEqual([true, true, false]);
  });
});

describe('a table of what is made', () => {
  const table = (says: 'made' | 'notMade', rows: string[][]) => {
    const program = compileRules(
      [],
      [{ value: tableSchema.parse({ key: 't', choices: ['a', 'b2'], says, rows }), origin: ['tables', 0] }],
      { ...product, choices: [choiceSchema.parse(list('a')), choiceSchema.parse(list('b2'))] },
      { groups: [], quantities: orderable(ANY_QUANTITY), report: () => undefined },
    )?.tables[0];
    if (!program) throw new Error('no table');
    return program;
  };

  it('allows what a row allows; an empty cell stands for any', () => {
    const made = table('made', [
      ['x', 'y'],
      ['z', ''],
    ]);
    expect(
      [
        [0, 1],
        [0, 0],
        [2, 0],
        [2, 2],
        [0, null],
        [1, null],
        [null, null],
      ].map((picked) => tableAllows(made, picked)),
    ).toEqual([true, false, true, true, true, false, true]);
    const not = table('notMade', [['x', 'y']]);
    expect(
      [
        [0, 1],
        [0, 0],
        [0, null],
      ].map((picked) => tableAllows(not, picked)),
    ).toEqual([false, true, true]);
  });

  it('gives the smallest change to something that is made', () => {
    const index = fc.integer({ min: 0, max: 2 });
    const names = ['x', 'y', 'z'];
    fc.assert(
      fc.property(
        fc.constantFrom('made' as const, 'notMade' as const),
        fc.array(fc.tuple(index, index), { minLength: 1, maxLength: 5 }),
        fc.tuple(index, index),
        (says, rows, picked) => {
          const program = table(
            says,
            rows.map((row) => row.map((option) => names[option] ?? '')),
          );
          fc.pre(!tableAllows(program, picked));
          const change = smallestChange(program, picked, [3, 3]);
          const distances = [0, 1, 2].flatMap((a) =>
            [0, 1, 2].flatMap((b) =>
              tableAllows(program, [a, b]) ? [Number(a !== picked[0]) + Number(b !== picked[1])] : [],
            ),
          );
          if (change) {
            expect(
              tableAllows(
                program,
                picked.map((option, column) => change.get(column) ?? option),
              ),
            ).toBe(true);
            expect(change.size).toBe(Math.min(...distances));
          } else expect(distances.filter((distance) => distance === 1)).toEqual([]);
        },
      ),
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
