import fc from 'fast-check';
import { readFile } from 'node:fs/promises';
import { deflateSync } from 'node:zlib';
import { type Font } from 'opentype.js';
import subsetFont from 'subset-font';
import { describe, expect, it } from 'vitest';
import { fontFrom } from '../../core/picture/font-file';
import { withTable } from '../../../tests/support/font-of';
import { type MadeTypeface, makeTypeface } from './make-typeface';

const fontFile = (name: string): Promise<Buffer> => readFile(`node_modules/@fontsource${name}-normal.woff2`);
const slab = await fontFile('/zilla-slab/files/zilla-slab-latin-400');
const bendable = await fontFile('-variable/fraunces/files/fraunces-latin-wght');
const sfnt = await subsetFont(slab, 'Abc', { targetFormat: 'sfnt', preserveNameIds: [0, 1, 2] });

async function made(bytes: Uint8Array): Promise<MadeTypeface> {
  const result = await makeTypeface(bytes);
  if ('refused' in result) throw new Error(result.refused);
  return result;
}

const parsed = ({ bytes }: MadeTypeface) => fontFrom(bytes);

describe('a font file', () => {
  it.each(['woff', 'woff2', 'sfnt'] as const)(
    'is taken as %s, and says what it is called and whose it is',
    async (form) => {
      const given = await subsetFont(slab, 'Hive ÄÖ', { targetFormat: form, preserveNameIds: [0, 1, 2, 14] });
      const typeface = await made(given);
      expect(typeface).toMatchObject({ title: 'Zilla Slab', signs: 7 });
      expect(typeface.licence.split('\n')).toEqual([
        expect.stringMatching(/^Copyright 2017/),
        'http://scripts.sil.org/OFL',
      ]);
      expect(Buffer.from(typeface.bytes).toString('latin1', 0, 4)).toBe('wOFF');
    },
  );

  it('is the same bytes when it is made again', async () => {
    for (const given of [slab, bendable, sfnt]) {
      const once = await made(given);
      expect(Buffer.from((await made(once.bytes)).bytes).equals(Buffer.from(once.bytes))).toBe(true);
    }
  });

  it('keeps its widths and its kerning', async () => {
    const typeface = parsed(await made(slab));
    const before = fontFrom(await subsetFont(slab, 'AVo', { targetFormat: 'sfnt' }));
    for (const sign of 'AVo')
      expect(typeface.charToGlyph(sign).advanceWidth).toBe(before.charToGlyph(sign).advanceWidth);
    const kerning = (font: Font) => font.getKerningValue(font.charToGlyph('A'), font.charToGlyph('V'));
    expect(kerning(typeface)).toBeLessThan(0);
    expect(kerning(typeface)).toBe(kerning(before));
  });

  it('that can be thin or bold stays at its usual weight', async () => {
    const typeface = parsed(await made(bendable));
    expect(typeface.tables.fvar).toBeUndefined();
    expect(typeface.charToGlyph('A').advanceWidth).toBeGreaterThan(0);
  });

  it('loses signs that are not drawn one after the other', async () => {
    const typeface = await made(await subsetFont(slab, 'ab\u00ad\u2060\u200f', { targetFormat: 'sfnt' }));
    expect(Object.keys(parsed(typeface).tables.cmap?.glyphIndexMap as object)).not.toContain(String(0x2060));
  });

  it.each([
    ['nothing', Buffer.alloc(0)],
    ['text', Buffer.from('A letter to the beekeepers of the valley')],
    ['a picture', Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')],
    ['half of one', slab.subarray(0, slab.length / 2)],
    ['a head alone', sfnt.subarray(0, 12)],
  ])('that is %s is refused', async (_what, bytes) => {
    expect(await makeTypeface(bytes)).toEqual({ refused: 'notAFont' });
  });

  it('that holds several is refused as that', async () => {
    expect(await makeTypeface(Buffer.from('ttcf\0\u0001\0\0'))).toEqual({ refused: 'collection' });
  });

  /** OpenType 1.9, OS/2, fsType: bit 1 restricted, bit 9 bitmaps only, bit 8 no subsetting. */
  it('is refused where it says that it may not be built into anything, and kept whole where it may not be cut', async () => {
    const saying = (type: number) => withTable(sfnt, 'OS/2', (table) => void table.writeUInt16BE(type, 8));
    expect(await makeTypeface(saying(0x0002))).toEqual({ refused: 'mayNotBeUsed' });
    expect(await makeTypeface(saying(0x0200))).toEqual({ refused: 'mayNotBeUsed' });
    expect(await made(saying(0x0008))).toMatchObject({ signs: 3 });
    expect(await made(saying(0x0100))).toMatchObject({ signs: 3 });
  });

  it('without letters that are drawn here is refused', async () => {
    const typeface = await makeTypeface(withTable(sfnt, 'cmap', (table) => void table.fill(0, 4)));
    expect('refused' in typeface && ['noLetters', 'notAFont'].includes(typeface.refused)).toBe(true);
  });

  it('that would unpack to more than it says is refused before it is unpacked', async () => {
    const woff = Buffer.from((await made(slab)).bytes);
    // The first table: a bomb in its place, at the end of the file.
    const bomb = deflateSync(Buffer.alloc(64 * 1024 * 1024));
    const lying = Buffer.concat([woff, bomb]);
    lying.writeUInt32BE(woff.length, 44 + 4);
    lying.writeUInt32BE(bomb.length, 44 + 8);
    lying.writeUInt32BE(bomb.length + 1, 44 + 12);
    expect(await makeTypeface(lying)).toEqual({ refused: 'notAFont' });
    const huge = Buffer.from(woff);
    huge.writeUInt32BE(0xfffffff0, 16);
    expect(await makeTypeface(huge)).toEqual({ refused: 'tooLarge' });
  });

  it('whose letters lie far from their place is refused', async () => {
    const wide = withTable(sfnt, 'head', (table) => void table.writeUInt16BE(16, 18));
    expect(await makeTypeface(wide)).toEqual({ refused: 'notAFont' });
  });

  it('is taken or refused, whatever stands in it', async () => {
    const before = await made(sfnt);
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(sfnt.length - 1), fc.nat(255)), { minLength: 1, maxLength: 12 }),
        async (changes) => {
          const changed = Buffer.from(sfnt);
          for (const [at, byte] of changes) changed[at] = byte;
          const typeface = await makeTypeface(changed);
          if (!('refused' in typeface)) expect(typeface.bytes.length).toBeLessThanOrEqual(1024 * 1024);
        },
      ),
      { numRuns: 60 },
    );
    // What came before harms nothing that comes after.
    expect(Buffer.from((await made(sfnt)).bytes).equals(Buffer.from(before.bytes))).toBe(true);
  });
});
