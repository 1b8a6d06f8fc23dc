import { describe, expect, it } from 'vitest';
import { problemJson } from '../../exchange';
import { type Problem } from '../../problems';
import { type Choice, choiceKinds, choiceSchema, kindOf } from '.';

const readerOf = (choice: Choice) => kindOf(choice).reader(choice, []);

const day = { today: '2026-11-24', files: () => undefined };

/** Reads one answer to a choice made from its open format. */
function read(definition: object, raw: unknown) {
  const choice: Choice = choiceSchema.parse({ key: 'it', title: 'It', ...definition });
  const problems: Problem[] = [];
  const answer = readerOf(choice).read(raw, problems, day);
  return { answer, codes: problems.map(({ code }) => code), problems: problems.map(problemJson) };
}

const colours = {
  kind: 'swatch',
  options: [
    { key: 'slate', title: 'Slate', colours: ['#445566'] },
    { key: 'moss', title: 'Moss', colours: ['#556644', '#222222'] },
  ],
};

describe('a list or swatches', () => {
  it('take the key of an option', () => {
    expect(read(colours, 'moss').answer).toMatchObject({
      option: 'moss',
      shown: 'Moss',
      canonical: 'moss',
      picks: [{ effect: 1, count: 1 }],
    });
  });

  it('name what there is when asked for something else', () => {
    expect(read(colours, 'Moss').problems[0]).toMatchObject({
      code: 'unknownOption',
      where: 'choice:it',
      remedy: 'Choose one of: Slate (slate), Moss (moss).',
      instead: [
        { key: 'slate', title: 'Slate' },
        { key: 'moss', title: 'Moss' },
      ],
    });
  });

  it.each([[7], [true], [['slate']], [{ key: 'slate' }]])('refuse %o', (raw) =>
    expect(read(colours, raw).codes).toEqual(['wrongKindOfAnswer']),
  );

  it('take an empty text as not answered', () => expect(read(colours, '')).toMatchObject({ answer: null, codes: [] }));

  it('give the same answer object every time, so that resolving need not make one', () => {
    const reader = readerOf(choiceSchema.parse({ key: 'it', title: 'It', ...colours }));
    expect(reader.read('slate', [], day)).toBe(reader.read('slate', [], day));
  });
});

describe('a line of text', () => {
  const name = { kind: 'text', minCharacters: 2, maxCharacters: 8 };

  it('is counted as it is printed: without spaces at its ends, and without what can’t be seen', () => {
    expect(read(name, ' Ada\u200b L ').answer).toMatchObject({
      canonical: 'Ada L',
      shown: 'Ada L',
      characters: 5,
      charactersWithoutSpaces: 4,
    });
    expect(read(name, 'A\u200b  ').codes).toEqual(['textTooShort']);
    expect(read(name, '\u3164\u200b\u2060').answer).toBeNull();
  });

  it('is the same text however its letters are composed', () => {
    expect(read(name, 'Zoe\u0308').answer?.canonical).toBe(read(name, 'Zo\u00eb').answer?.canonical);
  });

  it.each([
    ['A', ['textTooShort']],
    ['Augustina', ['textTooLong']],
    ['   ', []],
    ['a\tb', ['textUnprintable']],
    ['a\u2028b', ['textUnprintable']],
    ['a\udc00b', ['textUnprintable']],
    ['a\u202eb', ['textUnprintable']],
    [42, ['wrongKindOfAnswer']],
  ])('%o gives %o', (raw, codes) => expect(read(name, raw).codes).toEqual(codes));
});

describe('a number', () => {
  const frames = { kind: 'number', min: '2', max: '10', step: '2' };

  it.each([
    ['4', '4'],
    [4, '4'],
    ['4.0', '4'],
    ['4,0', '4'],
    [' 6 ', '6'],
  ])('%o is read as %s', (raw, canonical) => expect(read(frames, raw).answer?.canonical).toBe(canonical));

  it.each([
    ['0', 'belowMinimum', ['2']],
    ['12', 'aboveMaximum', ['10']],
    ['5', 'offStep', ['4', '6']],
    ['2.5', 'offStep', ['2', '4']],
  ])('%s is refused (%s) with what is right beside it', (raw, code, nearest) => {
    expect(read(frames, raw).problems[0]).toMatchObject({ code, nearest });
  });

  it.each([['four'], ['1e2'], [Number.NaN], [Infinity], ['']])('%o is no number', (raw) =>
    expect(read(frames, raw).answer).toBeNull(),
  );

  it('counts steps from the minimum, not from zero', () => {
    const odd = { kind: 'number', min: '1', max: '9', step: '2' };
    expect(read(odd, '3').codes).toEqual([]);
    expect(read(odd, '4').problems[0]?.nearest).toEqual(['3', '5']);
  });

  it('suggests no step beyond the most', () => {
    const uneven = { kind: 'number', min: '0', max: '10', step: '4' };
    expect(read(uneven, '9').problems[0]?.nearest).toEqual(['8']);
    expect(read(uneven, '11').problems[0]?.nearest).toEqual(['8']);
  });
});

describe('a measure', () => {
  const length = { kind: 'measure', unit: 'cm', min: '10', max: '500' };

  it.each([
    ['120', '120', '120 cm'],
    ['1.2 m', '120', '1.2 m (120 cm)'],
    ['4 ft', '121.92', '4 ft (121.92 cm)'],
    [75, '75', '75 cm'],
  ])('%o is %s in its own unit', (raw, canonical, shown) =>
    expect(read(length, raw).answer).toMatchObject({ canonical, shown }),
  );

  it.each([
    ['5', 'belowMinimum'],
    ['-20 cm', 'belowMinimum'],
    ['6 m', 'aboveMaximum'],
    ['2 kg', 'numberUnreadable'],
    ['long', 'numberUnreadable'],
    [true, 'wrongKindOfAnswer'],
  ])('%o is refused: %s', (raw, code) => expect(read(length, raw).codes).toEqual([code]));

  it('of nothing is no length, even without a minimum', () => {
    expect(read({ kind: 'measure', unit: 'm' }, '0').codes).toEqual(['belowMinimum']);
  });

  it('refuses a length that no decimal gives exactly, with those beside it', () => {
    expect(read({ kind: 'measure', unit: 'm' }, '1/3 m').problems[0]).toMatchObject({
      code: 'offStep',
      nearest: ['0.333 m', '0.334 m'],
    });
    expect(read({ kind: 'measure', unit: '[yd_i]' }, '1 m').problems[0]).toMatchObject({
      code: 'offStep',
      nearest: ['1.093 yd', '1.094 yd'],
    });
    expect(read({ kind: 'measure', unit: 'm' }, '1/8 in').codes).toEqual([]);
  });
});

describe('yes or no', () => {
  it.each([
    [true, 'yes', 0],
    [false, 'no', -1],
  ])('%o counts as %s', (raw, canonical, effect) =>
    expect(read({ kind: 'yesNo' }, raw).answer).toMatchObject({
      canonical,
      picks: effect < 0 ? [] : [{ effect, count: 1 }],
    }),
  );

  it.each([['yes'], [1], ['true']])('%o is neither', (raw) =>
    expect(read({ kind: 'yesNo' }, raw).codes).toEqual(['wrongKindOfAnswer']),
  );
});

it('every kind of choice can be written and read', () => {
  for (const kind of choiceKinds) {
    const parsed = choiceSchema.parse({ kind, key: 'it', title: 'It', ...(kind === 'measure' && { unit: 'm' }) });
    expect(choiceSchema.parse(JSON.parse(JSON.stringify(parsed)))).toEqual(parsed);
  }
});
