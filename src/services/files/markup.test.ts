import { describe, expect, it } from 'vitest';
import { isDrawing } from './markup';

describe('isDrawing', () => {
  it.each([
    '<svg>',
    '  <SVG width="3"/>',
    '<?xml version="1.0"?>\n<svg xmlns="x">',
    '<!-- drawn by hand --> <!---->\n<!DOCTYPE svg PUBLIC "x">\n<!-- again -->\n<svg\n>',
  ])('knows %o', (text) => expect(isDrawing(text)).toBe(true));

  it.each([
    '',
    '<',
    '<html><svg>',
    '<svgx>',
    '<!-- never ends <svg>',
    '<?xml <svg',
    '<!doctype html><svg>',
    'a <svg>',
    '<svg',
    '<!doctype svg><!doctype svg><svg>',
  ])('does not take %o for one', (text) => expect(isDrawing(text)).toBe(false));

  it.each([
    ['comments', '<!---->'.repeat(142_857)],
    ['comments that almost end', `<!--${'--'.repeat(500_000)}`],
    ['document types', '<!doctype svg '.repeat(71_428)],
    ['spaces', ' '.repeat(1_000_000)],
    ['declarations', '<?xml'.repeat(200_000)],
    // Ten thousand times what it takes: what goes back over a text takes minutes.
  ])('goes over a million characters of %s once', { timeout: 20_000 }, (_what, text) =>
    expect(isDrawing(text)).toBe(false),
  );
});
