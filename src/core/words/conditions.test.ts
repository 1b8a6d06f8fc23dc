import { describe, expect, it } from 'vitest';
import { choiceSchema, type Condition, namedCondition, type Test } from '../catalog';
import { conditionWords, lineLabel, ruleName } from '.';

const choices = [
  {
    kind: 'list',
    key: 'roof',
    title: 'Roof',
    options: [
      { key: 'flat', title: 'Flat' },
      { key: 'gabled', title: 'Gabled' },
      { key: 'reed', title: 'Reed' },
    ],
  },
  { kind: 'measure', key: 'length', title: 'Length', unit: 'cm' },
  { kind: 'number', key: 'pegs', title: 'Pegs' },
  { kind: 'text', key: 'name', title: 'Name' },
  { kind: 'date', key: 'day', title: 'Collected' },
  { kind: 'yesNo', key: 'gift', title: 'Gift box' },
  { kind: 'text', key: 'untitled', title: '' },
].map((choice) => choiceSchema.parse(choice));

const said = (condition: Condition | null) =>
  conditionWords(namedCondition(condition, { choices, groups: [{ key: 'trade', title: 'Trade customers' }] }));
const roof = (...options: string[]): Test => ({ kind: 'option', choice: 'roof', is: 'oneOf', options });

describe('a condition in words', () => {
  it.each<[Test, string]>([
    [roof('flat'), 'Roof is Flat'],
    [roof('flat', 'gabled', 'reed'), 'Roof is Flat, Gabled or Reed'],
    [{ ...roof('flat'), is: 'noneOf' } as Test, 'Roof is not Flat'],
    [roof(), 'Roof is nothing yet'],
    [roof('gone'), 'Roof is “gone”'],
    [{ kind: 'option', choice: 'lost', is: 'oneOf', options: ['x'] }, '“lost” is “x”'],
    [{ kind: 'said', choice: 'gift', yes: true }, 'Gift box is taken'],
    [{ kind: 'said', choice: 'gift', yes: false }, 'Gift box is not taken'],
    [{ kind: 'answered', choice: 'untitled', answered: false }, 'untitled is left empty'],
    [{ kind: 'value', choice: 'length', compare: 'more', value: '120' }, 'Length is more than 120 cm'],
    [{ kind: 'value', choice: 'pegs', compare: 'atMost', value: '4' }, 'Pegs is at most 4'],
    [{ kind: 'value', choice: 'length', compare: 'is', value: '' }, 'Length is …'],
    [{ kind: 'characters', choice: 'name', compare: 'less', value: 9 }, 'the length of Name is less than 9 characters'],
    [{ kind: 'day', choice: 'day', compare: 'atLeast', day: 'soon' }, 'Collected is not before soon'],
    [{ kind: 'weight', compare: 'atLeast', value: '2.5', unit: 'kg' }, 'its weight is at least 2.5 kg'],
    [{ kind: 'quantity', compare: 'isNot', value: 7 }, 'the quantity is not 7'],
    [{ kind: 'group', is: 'oneOf', groups: ['trade', 'guild'] }, 'the customer belongs to Trade customers or “guild”'],
    [{ kind: 'category', is: 'noneOf', categories: ['Tools'] }, 'the product is not in Tools'],
    [
      { kind: 'says', choice: 'name', is: 'oneOf', where: 'start', texts: ['Dr', 'Prof'] },
      'Name begins with “Dr” or “Prof”',
    ],
    [{ kind: 'says', choice: 'name', is: 'noneOf', where: 'whole', texts: ['Bee'] }, 'Name does not read “Bee”'],
    [{ kind: 'weekday', choice: 'day', is: 'noneOf', weekdays: [7, 6] }, 'Collected is not a Saturday or Sunday'],
    [{ kind: 'season', choice: null, is: 'oneOf', from: '05-01', to: '08-31' }, 'today is from 1 May to 31 August'],
    [{ kind: 'season', choice: 'day', is: 'noneOf', from: '', to: '02-29' }, 'Collected is not from … to 29 February'],
    [{ kind: 'name', is: 'oneOf', where: 'anywhere', texts: ['smock'] }, 'the product’s name contains “smock”'],
    [{ kind: 'tag', is: 'noneOf', tags: ['winter'] }, 'the product is not tagged winter'],
    [
      { kind: 'supplier', is: 'oneOf', suppliers: ['Combe Mill', 'Reedham'] },
      'the product comes from Combe Mill or Reedham',
    ],
  ])('%o', (test, words) => expect(said(test)).toBe(words));

  it('names the day as people do', () =>
    expect(said({ kind: 'day', choice: 'day', compare: 'less', day: '2027-03-31' })).toMatch(
      /^Collected is before .*March 2027$/,
    ));

  it('knows the day from which computers count', () =>
    expect(said({ kind: 'day', choice: 'day', compare: 'is', day: '1970-01-01' })).toMatch(/1 January 1970$/));

  it('nests with brackets only where there is something to keep apart', () => {
    expect(
      said({
        kind: 'all',
        of: [
          roof('flat'),
          {
            kind: 'any',
            of: [
              { kind: 'said', choice: 'gift', yes: true },
              { kind: 'quantity', compare: 'more', value: 2 },
            ],
          },
        ],
      }),
    ).toBe('Roof is Flat and (Gift box is taken or the quantity is more than 2)');
    expect(said({ kind: 'all', of: [{ kind: 'any', of: [roof('flat')] }] })).toBe('Roof is Flat');
    expect(said({ kind: 'none', of: [roof('flat'), roof('reed')] })).toBe(
      'none of this holds: Roof is Flat or Roof is Reed',
    );
    expect(said(null)).toBe('always');
  });
});

describe('a rule', () => {
  const when = namedCondition(roof('flat'), { choices });
  it('is called by its title, or by what it asks', () => {
    expect([
      ruleName({ title: 'Winter', when }),
      ruleName({ title: '', when }),
      ruleName({ title: '', when: null }),
    ]).toEqual(['Winter', 'Roof is Flat', 'always']);
  });

  it('has a line in the working that begins like a sentence where it has no title', () => {
    expect([
      lineLabel('', namedCondition({ kind: 'quantity', compare: 'more', value: 9 }, { choices })),
      lineLabel('Ten and more', when),
      lineLabel('', undefined),
    ]).toEqual(['The quantity is more than 9', 'Ten and more', '']);
  });
});
