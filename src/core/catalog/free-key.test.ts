import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freeKey, freeKeys, KEY_PATTERN, swatchByName, swatchesByName, swatchSchema } from '.';

describe('an inside name', () => {
  it('is made from a title, whatever is in it, and is free', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 60 }),
        fc.array(fc.constantFrom('option', 'option-2', 'a', 'a-2', 'b'), { maxLength: 5 }),
        (title, taken) => {
          const key = freeKey(title, taken, 'option');
          expect(key).toMatch(KEY_PATTERN);
          expect(taken).not.toContain(key);
        },
      ),
    );
  });

  it('is given once, however often a title comes again', () => {
    const next = freeKeys(['moss']);
    expect([
      next('Moss', 'x'),
      next('Moss', 'x'),
      next('moss 2', 'x'),
      next('!!!', 'swatch'),
      next('', 'swatch'),
    ]).toEqual(['moss-2', 'moss-3', 'moss-2-2', 'swatch', 'swatch-2']);
  });

  it('is found for tens of thousands of one title without going over all of them each time', () => {
    const next = freeKeys([]);
    const keys = new Set(Array.from({ length: 50_000 }, () => next('Moss', 'x')));
    expect(keys.size).toBe(50_000);
  });
});

describe('a swatch by its name', () => {
  const swatch = (key: string, name: string) => swatchSchema.parse({ key, name });
  const book = [swatch('moss', 'Moss  green'), swatch('other', 'moss green'), swatch('zoe', 'Zo\u00eb')];

  it('is found however its letters are written; the first of a name counts', () => {
    const find = swatchesByName(book);
    expect([find(' MOSS green ')?.key, find('Zoe\u0308')?.key, find('slate')]).toEqual(['moss', 'zoe', undefined]);
    expect(swatchByName(book, 'moss green')?.key).toBe('moss');
  });
});
