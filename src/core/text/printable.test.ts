import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closest, countCharacters, isBlank, printable } from '.';

const text = (raw: string) => printable(raw).text;

describe('printable', () => {
  it('makes one text of all ways to write the same letters', () => {
    expect(text('Zoe\u0308')).toBe('Zo\u00eb');
    expect(text('A\u030a')).toBe(text('\u212b'));
    expect(text('Ada\u00a0L')).toBe('Ada L');
  });

  it('takes out what can’t be seen', () => {
    expect(text('A\u200bd\u00ada\ufeff')).toBe('Ada');
    expect(text('\u2060\u3164\u2800  ')).toBe('');
    expect(text('a\u200db')).toBe('ab');
  });

  it('takes spaces from its ends, and leaves those between', () => {
    expect(text('  Ada  L ')).toBe('Ada  L');
    expect(printable(' one\r\ntwo ', { lines: true }).text).toBe('one\ntwo');
  });

  it.each([
    ['a family', '👩‍👩‍👧'],
    ['a bee-keeper with a skin tone', '👩🏽‍🌾'],
    ['a heart shown as a picture', '❤️'],
    ['a flag of a region', '🏴󠁧󠁢󠁷󠁬󠁳󠁿'],
    ['a Persian word with letters kept apart', 'می‌خواهم'],
    ['a Sinhala conjunct', 'ශ්‍රී'],
  ])('leaves %s as it is', (_what, given) => expect(text(given)).toBe(given.normalize('NFC')));

  it('takes tags out that spell no flag', () => expect(text('🏴\u{e0041}\u{e0042}')).toBe('🏴'));

  it.each(['\u202e', '\u2066', '\u202a'])('refuses a sign that turns the direction round', (sign) =>
    expect(printable(`evil${sign}gnp`)).toEqual({ fault: 'turnsDirection' }),
  );

  it.each(['\u0007', '\u2028', '\udc00', '\ue000', '\n'])('refuses what no line of text can print', (sign) =>
    expect(printable(`a${sign}b`).fault).toBe('unprintable'),
  );

  it('is done once: what it gives is printable as it is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 30 }), (raw) => {
        const once = text(raw);
        if (once !== undefined) expect(text(once)).toBe(once);
      }),
    );
  });
});

it('isBlank sees through what only takes room', () => {
  expect([' \u200b\u2800\u3164', '', '\n\t'].map(isBlank)).toEqual([true, true, true]);
  expect(['.', '\u202e', ' x '].map(isBlank)).toEqual([false, false, false]);
});

it('countCharacters counts what a reader would', () => {
  expect(['Zo\u00eb', '🐝🐝', '👩‍🌾', '', 'e\u0301\u0302'].map(countCharacters)).toEqual([3, 2, 1, 0, 1]);
});

describe('closest', () => {
  const known = ['answers', 'quantity'];
  it('finds the word that was meant', () =>
    expect([closest('quantiy', known), closest('Answer', known)]).toEqual(['quantity', 'answers']));
  it('guesses nothing far away', () =>
    expect([
      closest('colour', known),
      closest('', known),
      closest('x'.repeat(10_000), known),
      closest('a', []),
    ]).toEqual([null, null, null, null]));
});
