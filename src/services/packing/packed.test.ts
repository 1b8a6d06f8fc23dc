import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { openFile, packed } from './packed';

const CATALOG = '{"format":"oak-knot/catalog","version":2,"shop":{"name":"Bee works","currency":"EUR"}}';
async function opened(bytes: Uint8Array) {
  const file = await openFile(bytes);
  if (file.kind !== 'catalog') throw new Error('a spreadsheet');
  return file;
}

const told = async (bytes: Uint8Array) =>
  (await opened(bytes)).reading.faults?.map(({ data }) => ('detail' in data ? data.detail : ''));

async function pack(text: string, pictures: Record<string, string>): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  const files = Object.entries(pictures).map(([path, content]) => ({
    path,
    read: () => Promise.resolve(strToU8(content)),
  }));
  for await (const chunk of packed([text], files)) chunks.push(chunk);
  return Buffer.concat(chunks);
}

describe('a packed catalog', () => {
  it('opens as what was packed, and is the same bytes each time', async () => {
    const bytes = await pack(CATALOG, { 'pictures/a/front.svg': '<svg/>', 'pictures/b/back.png': 'png' });
    const { reading, files } = await opened(bytes);
    expect(reading.catalog?.shop.name).toBe('Bee works');
    expect([...(files ?? [])].map(([path, content]) => [path, Buffer.from(content).toString()])).toEqual([
      ['pictures/a/front.svg', '<svg/>'],
      ['pictures/b/back.png', 'png'],
    ]);
    expect(await pack(CATALOG, { 'pictures/a/front.svg': '<svg/>', 'pictures/b/back.png': 'png' })).toEqual(bytes);
  });

  it('may be JSON by itself, with a byte-order mark or in UTF-16', async () => {
    for (const bytes of [
      Buffer.from(CATALOG),
      Buffer.from(`\ufeff${CATALOG}`),
      Buffer.from(`\ufeff${CATALOG}`, 'utf16le'),
      Buffer.from(`\ufeff${CATALOG}`, 'utf16le').swap16(),
    ])
      expect((await opened(bytes)).reading.catalog?.shop.name).toBe('Bee works');
  });

  it('is refused where it is none, damaged, or without a catalog', async () => {
    expect(await told(Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10]))).toEqual([
      'This is no text, and no ZIP file.',
    ]);
    expect(await told(zipSync({ 'other.json': strToU8('{}') }))).toEqual([
      'There is no catalog.json in this ZIP file.',
    ]);
    const whole = zipSync({ 'catalog.json': strToU8(CATALOG) });
    expect(await told(whole.subarray(0, whole.length - 30))).toEqual([
      'This ZIP file is damaged: it can’t be unpacked.',
    ]);
    expect(await told(Buffer.from('PK'))).toEqual(['This ZIP file is damaged: it can’t be unpacked.']);
  });

  it('is not unpacked where it would come to more than is taken', async () => {
    const large = new Uint8Array(9 * 1024 * 1024);
    const bomb = zipSync({ 'catalog.json': strToU8(CATALOG), 'pictures/a.png': large }, { level: 9 });
    expect(await told(bomb)).toEqual(['“pictures/a.png” in this ZIP file is larger than is taken.']);
    // One that says that it is small, and is not.
    const lying = zipSync({ 'catalog.json': strToU8(CATALOG), 'pictures/a.png': large }, { level: 9 });
    const name = Buffer.from(lying).lastIndexOf('pictures/a.png');
    Buffer.from(lying.buffer, lying.byteOffset).writeUInt32LE(10, name - 46 + 24);
    const { reading, files } = await opened(lying);
    expect(reading.catalog ? files?.get('pictures/a.png')?.length : (await told(lying))?.length).toBeLessThan(100);
  });

  it('keeps paths as names: nothing is written anywhere', async () => {
    const climbing = zipSync({ 'catalog.json': strToU8(CATALOG), '../../etc/passwd': strToU8('root') });
    expect([...((await opened(climbing)).files ?? []).keys()]).toEqual(['../../etc/passwd']);
  });
});
