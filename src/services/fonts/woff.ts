import { inflateSync } from 'node:zlib';

/** A font unpacks to so many bytes at most. */
export const LARGEST_UNPACKED_FONT = 32 * 1024 * 1024;

const HEADER = 44;
const ENTRY = 20;

/**
 * Whether a packed font (WOFF) is as large as it says that it is, and no larger than is taken: before anything unpacks
 * it that believes its words. Header and table directory as in WOFF File Format 1.0 (W3C, 2012), 3 and 4.
 */
export function unpacksAsSaid(bytes: Buffer): boolean {
  if (bytes.length < HEADER) return false;
  const tables = bytes.readUInt16BE(12);
  if (bytes.readUInt32BE(16) > LARGEST_UNPACKED_FONT || bytes.length < HEADER + tables * ENTRY) return false;
  let left = LARGEST_UNPACKED_FONT;
  for (let place = 0; place < tables; place += 1) {
    const at = HEADER + place * ENTRY;
    const [from, packed, said] = [4, 8, 12].map((field) => bytes.readUInt32BE(at + field)) as [number, number, number];
    left -= said;
    if (left < 0 || packed > said || from + packed > bytes.length) return false;
    if (packed < said && !unpacksTo(bytes.subarray(from, from + packed), said)) return false;
  }
  return true;
}

function unpacksTo(packed: Buffer, size: number): boolean {
  try {
    return inflateSync(packed, { maxOutputLength: Math.max(1, size) }).length === size;
  } catch {
    return false;
  }
}
