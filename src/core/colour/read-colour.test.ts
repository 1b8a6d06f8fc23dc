import { describe, expect, it } from 'vitest';
import { namedColour, readColour, readColours } from '.';

describe('a colour in words', () => {
  it.each([
    ['navy', '#000080'],
    ['Dark olive green', '#556b2f'],
    ['light-grey', '#d3d3d3'],
    [' RebeccaPurple ', '#663399'],
  ])('“%s”', (words, colour) => {
    expect(namedColour(words)).toBe(colour);
    expect(readColour(words)).toBe(colour);
  });

  it.each(['', 'honey', 'constructor', '__proto__', 'transparent', 'mauve-ish'])('“%s” is none', (words) =>
    expect(namedColour(words)).toBeNull(),
  );

  it('is one of up to three that are parted by slashes', () => {
    expect(readColours('navy / #eee')).toEqual(['#000080', '#eeeeee']);
    expect(readColours('rgb(1,2,3)')).toEqual(['#010203']);
    expect(readColours('navy / honey')).toBeNull();
    expect(readColours('red/green/blue/tan')).toBeNull();
    expect(readColours('')).toBeNull();
  });
});
