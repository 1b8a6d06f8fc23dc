import { describe, expect, it } from 'vitest';
import { changeWords, countWords, coverageWords } from '.';

describe('which answers to change', () => {
  const change = { title: 'Name', from: 'Beekeeper', toWords: '', anew: null };
  it.each([
    [{ ...change, title: 'Cover', from: 'Reed', toWords: 'Felt' }, 'change Cover from Reed to Felt'],
    [change, 'leave out Name'],
    [
      { ...change, anew: { kind: 'characters', least: null, most: 4 } as const },
      'give Name at most 4 characters instead of “Beekeeper”',
    ],
    [
      { ...change, anew: { kind: 'characters', least: 3, most: null } as const },
      'give Name at least 3 characters instead of “Beekeeper”',
    ],
    [
      { ...change, anew: { kind: 'characters', least: 2, most: 4 } as const },
      'give Name 2 to 4 characters instead of “Beekeeper”',
    ],
    [
      { ...change, anew: { kind: 'characters', least: 1, most: 1 } as const },
      'give Name 1 character instead of “Beekeeper”',
    ],
    [
      { ...change, anew: { kind: 'characters', least: null, most: null } as const },
      'give Name another text instead of “Beekeeper”',
    ],
    [
      {
        ...change,
        title: 'Collected',
        from: '1 June 2027',
        anew: { kind: 'day', first: null, last: '2027-05-12' } as const,
      },
      'give Collected a day up to Wednesday, 12 May 2027 instead of “1 June 2027”',
    ],
    [
      {
        ...change,
        title: 'Collected',
        from: '1 June 2027',
        anew: { kind: 'day', first: '2027-06-02', last: null } as const,
      },
      'give Collected a day from Wednesday, 2 June 2027 on instead of “1 June 2027”',
    ],
  ])('%j', (given, words) => expect(changeWords([given])).toBe(`To keep what you chose last, ${words}.`));

  it('stand in one sentence', () => {
    expect(changeWords([{ ...change, title: 'Cover', from: 'Reed', toWords: 'Felt' }, change])).toBe(
      'To keep what you chose last, change Cover from Reed to Felt and leave out Name.',
    );
  });
});

describe('how far it is known', () => {
  it('how many selections there are', () => {
    expect(countWords({ selections: '12', selectionsBetween: null })).toBe('12 selections');
    expect(countWords({ selections: null, selectionsBetween: ['3', '12'] })).toBe('3 to 12 selections');
    expect(countWords({ selections: null, selectionsBetween: ['0', '12'] })).toBe('at most 12 selections');
    expect(countWords({ selections: null, selectionsBetween: null })).toBeNull();
  });

  const whole = {
    cutShort: [],
    gaps: [],
    asOf: null,
    unsettled: [],
    belowNothing: null,
    skusLeftInside: false,
    lowest: { coverage: { kind: 'proved' } as const },
    highest: { coverage: { kind: 'proved' } as const },
  };
  it('what the price ends at', () => {
    expect(coverageWords(whole, 'EUR')).toEqual([]);
    expect(
      coverageWords({ ...whole, lowest: { coverage: { kind: 'within', bound: '4.20' } }, cutShort: ['prices'] }, 'EUR'),
    ).toEqual([
      'The lowest price is the lowest that was found, and not proved to be the lowest there is. It can’t be lower than €4.20.',
    ]);
    expect(
      coverageWords({ ...whole, highest: { coverage: { kind: 'open', titles: ['Length', 'Width'] } } }, 'EUR'),
    ).toEqual(['Length and Width have no most, so prices can be higher than the highest that stands here.']);
  });

  it('what formulas leave open, and what took too long', () => {
    expect(coverageWords({ ...whole, unsettled: ['Length', null], cutShort: ['skus'] }, 'EUR')).toEqual([
      expect.stringContaining('Formulas refuse some answers to Length and how many are taken.'),
      expect.stringContaining('not all was found out about which selections share an SKU'),
    ]);
    expect(coverageWords({ ...whole, skusLeftInside: true }, 'EUR')).toEqual([
      expect.stringContaining('what is chosen of the things inside are not compared here'),
    ]);
  });
});
