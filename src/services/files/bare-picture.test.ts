import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { isBare } from './bare-picture';
import { makeSafe } from './pictures';

const FORMATS = ['png', 'jpeg', 'webp'] as const;
const background = { r: 200, g: 120, b: 40, alpha: 0.5 };
const drawn = () => sharp({ create: { width: 40, height: 30, channels: 4, background } });

describe('a photograph that is nothing but picture', () => {
  it.each(FORMATS)('stays as it is, byte for byte: %s', async (format) => {
    const once = (await makeSafe(await drawn().toFormat(format).toBuffer())).bytes;
    expect(isBare(once, format)).toBe(true);
    expect((await makeSafe(once)).bytes.equals(once)).toBe(true);
  });

  it.each(FORMATS)('is drawn anew where it says more: %s', async (format) => {
    const told = await drawn()
      .withExif({ IFD0: { Copyright: 'Wren Ashdown' } })
      .toFormat(format)
      .toBuffer();
    expect(isBare(told, format)).toBe(false);
    const safe = await makeSafe(told);
    expect(safe.bytes.includes('Wren Ashdown')).toBe(false);
    expect(isBare(safe.bytes, format)).toBe(true);
  });

  it.each(FORMATS)('is not one that something stands behind: %s', async (format) => {
    const bytes = await drawn().toFormat(format).toBuffer();
    expect(isBare(Buffer.concat([bytes, Buffer.from('<script>alert(1)</script>')]), format)).toBe(false);
    expect(isBare(bytes.subarray(0, bytes.length - 3), format)).toBe(false);
    expect(isBare(Buffer.alloc(0), format)).toBe(false);
  });
});
