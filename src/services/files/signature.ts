import { type FileType } from '../../core/catalog';

type Signed = Exclude<FileType, 'svg' | 'text'>;

/** What a file of each kind begins with: bytes at a place. Nothing of it is unpacked or followed. */
const SIGNATURES: {
  readonly [T in Signed]: readonly (readonly (readonly [at: number, bytes: readonly number[]])[])[];
} = {
  // ISO 32000-1, 7.5.2
  pdf: [[[0, [0x25, 0x50, 0x44, 0x46, 0x2d]]]],
  // ISO/IEC 15948 (PNG), 5.2
  png: [[[0, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]]]],
  // ISO/IEC 10918-1, B.2.1: SOI and the first byte of another marker
  jpeg: [[[0, [0xff, 0xd8, 0xff]]]],
  // WebP container specification: RIFF, a length, WEBP
  webp: [
    [
      [0, [0x52, 0x49, 0x46, 0x46]],
      [8, [0x57, 0x45, 0x42, 0x50]],
    ],
  ],
  // TIFF 6.0, section 2: the order of bytes and 42
  tiff: [[[0, [0x49, 0x49, 0x2a, 0x00]]], [[0, [0x4d, 0x4d, 0x00, 0x2a]]]],
  // PKWARE APPNOTE, 4.3.7 and 4.3.16: a local file header, or the end of an empty archive
  zip: [[[0, [0x50, 0x4b, 0x03, 0x04]]], [[0, [0x50, 0x4b, 0x05, 0x06]]]],
};

/** The kind of file that its first bytes say; null for none that is known. */
export function signedType(bytes: Uint8Array): Signed | null {
  const holds = ([at, wanted]: readonly [number, readonly number[]]) =>
    wanted.every((byte, place) => bytes[at + place] === byte);
  return (Object.keys(SIGNATURES) as Signed[]).find((type) => SIGNATURES[type].some((all) => all.every(holds))) ?? null;
}
