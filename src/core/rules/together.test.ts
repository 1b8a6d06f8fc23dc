import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceSchema, type Condition, type RuleEffect, ruleSchema, tableSchema } from '../catalog';
import { ANY_QUANTITY, orderable } from '../ordering';
import { Exact } from '../number';
import { type FaultData } from '../problems';
import { compileRules, firing, rulingOn, smallestChange, tableAllows } from './rules';
import { list, product, day, answers, holds } from '../../../tests/fixtures/ruled-product';

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
    const column = { options: 3, isSaid: true };
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
          const change = smallestChange(program, picked, [column, column]);
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
