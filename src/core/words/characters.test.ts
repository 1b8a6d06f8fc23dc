import { expect, it } from 'vitest';
import { charactersWords } from '.';

it.each([
  [null, null, ''],
  [1, null, ''],
  [null, 18, 'up to 18 characters'],
  [1, 1, 'up to 1 character'],
  [6, null, 'at least 6 characters'],
  [6, 15, '6 to 15 characters'],
  [4, 4, 'exactly 4 characters'],
])('a text of %s to %s characters', (least, most, words) => expect(charactersWords(least, most)).toBe(words));
