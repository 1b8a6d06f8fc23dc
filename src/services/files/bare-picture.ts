/**
 * Whether a photograph is nothing but picture: every segment is one that it is drawn from, and nothing stands after its
 * end. Such a one need not be drawn anew, which would cost it a little each time that it moves from shop to shop.
 */
export function isBare(bytes: Buffer, format: 'png' | 'jpeg' | 'webp'): boolean {
  switch (format) {
    case 'png':
      return isBarePng(bytes);
    case 'jpeg':
      return isBareJpeg(bytes);
    case 'webp':
      return isBareWebp(bytes);
  }
}

const PNG_SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** What a PNG is drawn from; the physical size says nothing of anybody. */
const PNG_CHUNKS = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND', 'pHYs']);

/** @see PNG, third edition, 5.3 Chunk layout */
function isBarePng(bytes: Buffer): boolean {
  if (!bytes.subarray(0, 8).equals(PNG_SIGNATURE)) return false;
  for (let at = 8; at + 12 <= bytes.length;) {
    const name = bytes.toString('latin1', at + 4, at + 8);
    if (!PNG_CHUNKS.has(name)) return false;
    at += 12 + bytes.readUInt32BE(at);
    if (name === 'IEND') return at === bytes.length;
  }
  return false;
}

/** Markers of a JPEG that say how it is drawn: frames, tables, restarts, and the header that says it is JFIF. */
const isDrawing = (marker: number): boolean =>
  (marker >= 0xc0 && marker <= 0xcf) || marker === 0xdb || marker === 0xdd || marker === 0xe0;

/** The longest header of a JFIF without a thumbnail. @see ITU-T T.871, 10.1 */
const JFIF_HEADER = 16;

/** @see ITU-T T.81, B.1.1 */
function isBareJpeg(bytes: Buffer): boolean {
  if (bytes.length < 4 || bytes.readUInt16BE(0) !== 0xffd8) return false;
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return false;
    const marker = bytes[at + 1] ?? 0;
    if (marker === 0xd9) return at + 2 === bytes.length;
    const length = bytes.readUInt16BE(at + 2);
    if (marker === 0xda) {
      at = afterScan(bytes, at + 2 + length);
      continue;
    }
    if (!isDrawing(marker) || (marker === 0xe0 && length > JFIF_HEADER)) return false;
    at += 2 + length;
  }
  return at + 2 === bytes.length && bytes.readUInt16BE(at) === 0xffd9;
}

/** Where the data of a scan end: at the next marker that is no restart and no escaped byte. */
function afterScan(bytes: Buffer, from: number): number {
  for (let at = from; at + 1 < bytes.length; at += 1) {
    const next = bytes[at + 1] ?? 0;
    if (bytes[at] === 0xff && next !== 0x00 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at;
  }
  return bytes.length;
}

const WEBP_CHUNKS = new Set(['VP8 ', 'VP8L', 'VP8X', 'ALPH']);

/** @see RFC 9649, 2.3 RIFF File Format */
function isBareWebp(bytes: Buffer): boolean {
  if (bytes.length < 16 || bytes.toString('latin1', 0, 4) !== 'RIFF') return false;
  if (bytes.readUInt32LE(4) + 8 !== bytes.length) return false;
  let at = 12;
  while (at + 8 <= bytes.length) {
    if (!WEBP_CHUNKS.has(bytes.toString('latin1', at, at + 4))) return false;
    const length = bytes.readUInt32LE(at + 4);
    at += 8 + length + (length % 2);
  }
  return at === bytes.length;
}
