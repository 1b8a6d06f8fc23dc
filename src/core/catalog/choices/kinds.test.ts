import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayText, parseDay, weekdayOf } from '../../calendar';
import { problemJson } from '../../exchange';
import { type Problem } from '../../problems';
import {
  type AnswerContext,
  type Choice,
  choiceKinds,
  choiceSchema,
  dayWindow,
  type FileType,
  kindOf,
  toldChoice,
  type UploadedFile,
} from '.';

const readerOf = (choice: Choice) => kindOf(choice).reader(choice, []);

const files = new Map<string, UploadedFile>([
  ['t-pdf', { name: 'art.pdf', type: 'pdf', size: 4000 }],
  ['t-png', { name: 'bee.png', type: 'png', size: 900_000 }],
  ['t-zip', { name: 'all.zip', type: 'zip', size: 200 }],
]);
const context: AnswerContext = { today: '2026-11-24', files: (token) => files.get(token) };

const choiceOf = (definition: object): Choice => choiceSchema.parse({ key: 'it', title: 'It', ...definition });

function read(definition: object, raw: unknown) {
  const problems: Problem[] = [];
  const answer = kindOf(choiceOf(definition)).reader(choiceOf(definition), []).read(raw, problems, context);
  return { answer, problems: problems.map(problemJson), codes: problems.map(({ code }) => code) };
}

function faultsOf(definition: object): string[] {
  const found: string[] = [];
  kindOf(choiceOf(definition)).check(
    choiceOf(definition),
    [],
    (path, { code }) => void found.push(`${path.join('.')} ${code}`),
  );
  return found;
}

const options = ['oak', 'ash', 'pine', 'elm'].map((key) => ({ key, title: key.toUpperCase() }));

describe('several of a list', () => {
  const several = { kind: 'several', options, least: 2, most: 3 };

  it('are the same answer in whatever order they are ticked', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(['oak', 'ash', 'pine', 'elm'], { minLength: 2, maxLength: 3 }), (picked) => {
        expect(read(several, picked).answer?.canonical).toBe(read(several, [...picked].reverse()).answer?.canonical);
      }),
    );
  });

  it('bring every picked option’s effect', () => {
    expect(read(several, ['elm', 'ash']).answer).toMatchObject({
      canonical: 'ash+elm',
      shown: 'ASH, ELM',
      picks: [
        { effect: 1, count: 1 },
        { effect: 3, count: 1 },
      ],
    });
  });

  it.each([
    [['oak'], 'tooFewPicked'],
    [['oak', 'ash', 'pine', 'elm'], 'tooManyPicked'],
    [['oak', 'oak'], 'pickedTwice'],
    [['oak', 'yew'], 'unknownOption'],
    [['oak', 7], 'wrongKindOfAnswer'],
    ['oak', 'wrongKindOfAnswer'],
    [[{ option: 'oak', quantity: 2 }, 'ash'], 'wrongKindOfAnswer'],
  ])('%o is refused', (raw, code) => expect(read(several, raw)).toMatchObject({ answer: null, codes: [code] }));

  it('are no answer when nothing is ticked', () =>
    expect(read(several, [])).toMatchObject({ answer: null, codes: [] }));

  it('take a quantity each where they may', () => {
    const counted = { ...several, ownQuantity: true, mostEach: 5 };
    expect(read(counted, [{ option: 'ash', quantity: 4 }, 'oak']).answer).toMatchObject({
      canonical: 'oak+ash*4',
      shown: 'OAK, 4 × ASH',
    });
    for (const quantity of [0, 6, 1.5, Number.NaN, '2'])
      expect(read(counted, [{ option: 'ash', quantity }, 'oak']).codes).toEqual(['optionQuantity']);
  });

  it('can’t ask for more than there are', () => {
    expect(faultsOf({ ...several, least: 5, most: null })).toEqual(['least noAnswerFits']);
    expect(faultsOf({ ...several, least: 3, most: 2 })).toEqual(['least limitsCross']);
  });
});

describe('a date', () => {
  const date = {
    kind: 'date',
    earliest: { kind: 'fromToday', days: 2 },
    latest: { kind: 'on', day: '2026-12-31' },
    weekdays: [1, 2, 3, 4, 5],
    leftOut: ['2026-12-25'],
  };

  it('is a day of the calendar', () =>
    expect(read(date, '2026-12-04').answer).toMatchObject({
      canonical: '2026-12-04',
      shown: 'Friday, 4 December 2026',
    }));

  it.each([
    ['2026-11-25', ['2026-11-26'], 'too early'],
    ['2027-01-04', ['2026-12-31'], 'too late'],
    ['2026-12-05', ['2026-12-04', '2026-12-07'], 'a Saturday'],
    ['2026-12-25', ['2026-12-24', '2026-12-28'], 'left out'],
  ])('%s is refused with the nearest right days', (day, nearest) => {
    expect(read(date, day).problems[0]).toMatchObject({ code: 'dayNotOffered', nearest });
  });

  it('is from the day it is on, unless any day can be chosen, and in the months that are ticked', () => {
    // It is the 24th of November.
    expect(read({ kind: 'date' }, '2020-04-04').problems[0]).toMatchObject({
      code: 'dayNotOffered',
      nearest: ['2026-11-24'],
    });
    expect(read({ kind: 'date', past: true }, '2020-04-04').answer).toMatchObject({ canonical: '2020-04-04' });
    expect(read({ kind: 'date', months: [4, 5, 6, 7, 8], weekdays: [6] }, '2026-12-05').problems[0]).toMatchObject({
      code: 'dayNotOffered',
      nearest: ['2027-04-03'],
    });
    expect(faultsOf({ kind: 'date', months: [] })).toEqual(['months noAnswerFits']);
  });

  it.each(['2026-02-30', '12/04/2026', 'tomorrow'])('“%s” is no day', (text) =>
    expect(read(date, text).codes).toEqual(['dayUnreadable']),
  );

  it('begins with the first day that is possible, where that is wanted', () => {
    const reader = readerOf(choiceOf({ ...date, default: { kind: 'first' } }));
    expect(reader.fallback(context)).toBe('2026-11-26');
    expect(reader.fallback({ ...context, today: '2026-12-23' })).toBe('2026-12-28');
    expect(reader.fallback({ ...context, today: '2027-03-01' })).toBeNull();
  });

  it('offers as nearest only days that can be chosen, with none between', () => {
    const day = fc.integer({ min: 20_000, max: 21_000 });
    fc.assert(
      fc.property(
        day,
        fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 }),
        fc.array(day.map(dayText), { maxLength: 20 }),
        (from, weekdays, leftOut) => {
          const window = dayWindow(
            {
              earliest: null,
              latest: null,
              weekdays,
              leftOut,
              past: true,
              months: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
            },
            '2026-11-24',
          );
          const next = window.nearest(from, 1);
          expect(next).not.toBeNull();
          if (next === null) return;
          expect(window.allows(next) && weekdays.includes(weekdayOf(next)) && !leftOut.includes(dayText(next))).toBe(
            true,
          );
          for (let between = from + 1; between < next; between += 1) expect(window.allows(between)).toBe(false);
        },
      ),
    );
  });

  it('has bounds that are days and don’t cross', () => {
    expect(faultsOf({ kind: 'date', earliest: { kind: 'on', day: '2026-02-30' } })).toEqual(['earliest.day badDay']);
    expect(
      faultsOf({
        kind: 'date',
        earliest: { kind: 'on', day: '2026-05-02' },
        latest: { kind: 'on', day: '2026-05-01' },
      }),
    ).toEqual(['earliest limitsCross']);
    expect(faultsOf({ kind: 'date', weekdays: [], leftOut: ['never'] })).toEqual([
      'leftOut.0 badDay',
      'weekdays noAnswerFits',
    ]);
    expect(parseDay('2026-05-02')).toBe(20_575);
  });
});

describe('files', () => {
  const file = { kind: 'file', types: ['pdf', 'png'] satisfies FileType[], largest: 500_000, least: 1, most: 2 };

  it('are known by their tokens, the same in any order', () => {
    const two = { ...file, largest: 1_000_000 };
    expect(read(two, ['t-png', 't-pdf']).answer).toMatchObject({ canonical: 't-pdf+t-png', shown: 'bee.png, art.pdf' });
    expect(read(two, ['t-pdf', 't-pdf']).answer?.canonical).toBe('t-pdf');
  });

  it.each([
    [['t-zip'], 'fileType'],
    [['t-png'], 'fileTooLarge'],
    [['nowhere'], 'fileUnknown'],
    [['t-pdf', 't-png', 't-zip'], 'fileCount'],
    ['t-pdf', 'wrongKindOfAnswer'],
    [[{}], 'wrongKindOfAnswer'],
    [[{ file: 't-pdf', wide: 3 }], 'wrongKindOfAnswer'],
    [[{ file: 't-pdf', size: '120' }], 'wrongKindOfAnswer'],
    [[{ file: 't-pdf', size: Infinity }], 'wrongKindOfAnswer'],
    [[{ file: 't-pdf', size: 120 }], 'fileNotMoved'],
  ])('%o are refused', (raw, code) => expect(read(file, raw).codes).toEqual([code]));

  it('are moved, turned and enlarged where that is offered, so far', () => {
    const moved = { ...file, moved: true };
    const laid = { file: 't-pdf', across: -12.5, turn: 90 };
    expect(read(moved, [laid]).answer).toMatchObject({
      canonical: 't-pdf@-12.5,0,100,90',
      files: [{ token: 't-pdf', place: { across: -12.5, down: 0, size: 100, turn: 90 } }],
    });
    // What lies as it comes is the same answer as the file alone.
    const alone = read(moved, ['t-pdf']).answer;
    expect(read(moved, [{ file: 't-pdf', size: 100 }]).answer).toEqual(alone);
    expect(read(file, [{ file: 't-pdf', size: 100 }]).answer).toEqual(alone);
    expect(read(moved, [{ file: 't-pdf', size: 9 }]).problems[0]).toMatchObject({
      message: 'It: art.pdf is 9 % of its size.',
      remedy: 'It can be from 10 to 1000.',
    });
    expect(read(moved, [{ file: 't-pdf', turn: -181 }]).codes).toEqual(['filePlace']);
  });

  it('say what is wrong and what would be right', () => {
    expect(read(file, ['t-zip']).problems[0]).toMatchObject({
      message: 'It: all.zip is ZIP, whatever its name says.',
      remedy: 'Upload PDF or PNG.',
    });
  });
});

describe('agreement, add-ons and notes', () => {
  it('agreement counts only when given', () => {
    const terms = { kind: 'agreement', statement: 'I agree.' };
    expect(read(terms, true).answer).toMatchObject({ canonical: 'agreed' });
    expect(read(terms, false)).toMatchObject({ answer: null, codes: [] });
    expect(read(terms, 'yes').codes).toEqual(['wrongKindOfAnswer']);
    expect(choiceOf(terms).required).toBe(true);
  });

  it.each(['javascript:alert(1)', 'data:text/html,x', '//elsewhere.example', 'ftp://x.example', '', '/\\elsewhere'])(
    'a link to “%s” is a fault',
    (address) => {
      expect(faultsOf({ kind: 'link', address })).toEqual(['address badAddress']);
    },
  );

  it.each(['https://example.org/sizes?x=1', '/shop/bee-suit'])('a link to “%s” is none', (address) =>
    expect(faultsOf({ kind: 'link', address })).toEqual([]),
  );

  it('an add-on is taken, left, or taken several times', () => {
    const addOn = { kind: 'addOn', product: 'fuel', mostQuantity: 3, required: false };
    expect([true, false, 2].map((raw) => read(addOn, raw).answer?.canonical)).toEqual(['yes', 'no', '2']);
    expect([4, -1, 1.5].map((raw) => read(addOn, raw).codes[0])).toEqual([
      'optionQuantity',
      'optionQuantity',
      'optionQuantity',
    ]);
  });

  it('a longer text may have lines, a line of text may not', () => {
    expect(read({ kind: 'longText' }, 'one\ntwo').answer).toMatchObject({ characters: 7, charactersWithoutSpaces: 6 });
    expect(read({ kind: 'longText' }, 'bell \u0007').codes).toEqual(['textUnprintable']);
    expect(read({ kind: 'text' }, 'one\ntwo').codes).toEqual(['textUnprintable']);
  });
});

describe('what can be wrong with options', () => {
  it.each([
    [
      { kind: 'list', options: [{ key: 'a', title: 'A', changesPicture: true }] },
      'options.0.changesPicture optionPictureMissing',
    ],
    [{ kind: 'list', options: [{ key: 'a', title: 'A', whenOut: 'orderable' }] }, 'options.0.leadDays leadTimeMissing'],
    [{ kind: 'lettering', options: [{ key: 'a', title: 'A', face: 'gothic' }] }, 'options.0.face faceMissing'],
    [{ kind: 'swatch', options: [{ key: 'a', title: 'A' }] }, 'options.0.colours noColour'],
    [
      { kind: 'list', stocked: true, ownQuantity: true, options: [{ key: 'a', title: 'A' }] },
      'ownQuantity stockedQuantity',
    ],
    [{ kind: 'agreement' }, 'statement textMissing'],
    [{ kind: 'paragraph' }, 'text textMissing'],
    [{ kind: 'addOn' }, 'product addOnMissing'],
    [{ kind: 'file', types: [] }, 'types noAnswerFits'],
  ])('%o', (definition, fault) => expect(faultsOf(definition)).toContain(fault));
});

describe('what customers may know of a choice', () => {
  it.each(choiceKinds)('is of %s what its kind names, and nothing that was added to it since', (kind) => {
    const given = choiceSchema.parse({
      kind,
      key: 'k',
      title: 'T',
      insideName: 'ours',
      ...(kind === 'measure' && { unit: 'm' }),
    });
    const told = toldChoice(Object.assign({}, given, { margin: '12' }));
    expect(told).toEqual({ ...given, insideName: '' });
    // Made from nothing: whoever passes it on passes on no more than a customer may know.
    expect(JSON.stringify(told)).not.toContain('ours');
  });

  it('is of an option what is named of options', () => {
    const given = choiceSchema.parse({
      kind: 'list',
      key: 'k',
      title: 'T',
      options: [{ key: 'a', title: 'A', amount: { kind: 'fixed', value: '2' } }],
    });
    if (!('options' in given)) throw new Error('no options');
    const told = toldChoice({ ...given, options: given.options.map((option) => ({ ...option, cost: '9' })) });
    expect(told).toEqual(given);
  });
});
