import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { LARGEST_PICTURE } from '@/core/catalog';
import { makeSafe } from '@/services/files/pictures';

const drawing = (inside: string, attributes = '') =>
  Buffer.from(
    `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10" ${attributes}>${inside}</svg>`,
  );
const clean = async (inside: string, attributes?: string) =>
  (await makeSafe(drawing(inside, attributes))).bytes.toString();
const photograph = (format: 'png' | 'jpeg' | 'webp' | 'gif' | 'tiff') =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#c98b4e' } })
    .withExif({ IFD0: { Copyright: 'secret place' } })
    .toFormat(format)
    .toBuffer();

describe('makeSafe', () => {
  it.each([
    ['a script', '<script>alert(1)</script>', /script|alert/],
    ['a handler', '<rect width="1" height="1" onclick="alert(1)"/>', /onclick|alert/],
    ['foreign content', '<foreignObject><iframe src="https://example.org"/></foreignObject>', /foreignObject|iframe/i],
    ['a link', '<a href="javascript:alert(1)"><text>x</text></a>', /javascript/],
    ['a picture from elsewhere', '<image href="https://example.org/x.png"/>', /example/],
    ['a style sheet', '<style>@import url(https://example.org/x.css)</style>', /import|example/],
    ['a fill from elsewhere', '<rect width="1" height="1" fill="url(https://example.org/x.svg#a)"/>', /example/],
    ['an entity', '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><text>&x;</text>', /passwd/],
  ])('takes %s out of a drawing', async (_what, inside, never) => {
    expect(await clean(inside)).not.toMatch(never);
  });

  it('takes handlers off the drawing itself', async () => {
    expect(await clean('<rect width="1" height="1"/>', 'onload="alert(1)"')).not.toMatch(/onload/);
  });

  it('keeps what makes the picture: gradients, patterns, clips and their references', async () => {
    const kept = await clean(
      '<defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/></linearGradient><pattern id="p" patternUnits="userSpaceOnUse" width="2" height="2"><path d="M0 0"/></pattern></defs><rect width="5" height="5" fill="url(#g)"/>',
    );
    for (const part of [
      'viewBox="0 0 10 10"',
      '<linearGradient id="g">',
      'patternUnits="userSpaceOnUse"',
      'fill="url(#g)"',
    ])
      expect(kept).toContain(part);
    expect(kept.startsWith('<svg xmlns="http://www.w3.org/2000/svg"')).toBe(true);
  });

  it.each(['png', 'jpeg', 'webp'] as const)('draws a %s anew, without what is not picture', async (format) => {
    const safe = await makeSafe(await photograph(format));
    expect(safe).toMatchObject({ type: `image/${format}`, width: 40, height: 30 });
    expect((await sharp(safe.bytes).metadata()).exif).toBeUndefined();
    expect(safe.bytes.includes('secret place')).toBe(false);
  });

  it('brings a very large picture down to size', async () => {
    const large = await sharp({ create: { width: 4000, height: 1000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    expect(await makeSafe(large)).toMatchObject({ width: 2000, height: 500 });
  });

  it.each([
    ['another kind of picture', () => photograph('tiff')],
    ['a moving picture', () => photograph('gif')],
    ['a page', () => Promise.resolve(Buffer.from('<!doctype html><p>hello</p>'))],
    ['a text', () => Promise.resolve(Buffer.from('hello'))],
    ['nothing', () => Promise.resolve(Buffer.alloc(0))],
    ['half a picture', async () => (await photograph('png')).subarray(0, 60)],
  ])('refuses %s', async (_what, bytes) => {
    await expect(makeSafe(await bytes())).rejects.toMatchObject({ status: 415 });
  });

  it('refuses what is too large before looking at it', async () => {
    await expect(makeSafe(Buffer.alloc(LARGEST_PICTURE + 1))).rejects.toMatchObject({ status: 413 });
  });
});
