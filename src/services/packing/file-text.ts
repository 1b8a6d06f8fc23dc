import { Unopenable } from './refused';

/**
 * The text of a file: UTF-16 or UTF-8 where a byte-order mark says so, UTF-16 where every other byte is empty, and else
 * UTF-8. What is not UTF-8 either is Windows-1252, which spreadsheet programs write.
 *
 * @param mayBeOld whether Windows-1252 is taken, which any bytes could be
 * @throws Unopenable for what is no text
 * @see The Unicode Standard, 23.8, Byte Order Mark; WHATWG Encoding, 9.3, windows-1252
 */
export function textOf(bytes: Uint8Array, mayBeOld: boolean): string {
  const encoding = encodingOf(bytes);
  try {
    return readable(new TextDecoder(encoding, { fatal: true }).decode(bytes));
  } catch {
    if (!mayBeOld || encoding !== 'utf-8') throw new Unopenable('This is no text in UTF-8, and no ZIP file.');
    return readable(ofWindows1252(bytes));
  }
}

/** Where Windows-1252 has other characters than ISO 8859-1: from 0x80 to 0x9f. */
const OF_WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** Some versions of the platform's decoder give ISO 8859-1 for it. */
const ofWindows1252 = (bytes: Uint8Array): string =>
  Buffer.from(bytes)
    .toString('latin1')
    .replace(/[\u0080-\u009f]/g, (sign) => OF_WINDOWS.charAt(sign.charCodeAt(0) - 0x80));

/** @throws Unopenable where it has characters that no text has */
function readable(text: string): string {
  if (/[\u0000-\u0008\u000e-\u001f]/.test(text.slice(0, 100_000)))
    throw new Unopenable('This is no text, and no ZIP file.');
  return text;
}

function encodingOf(bytes: Uint8Array): string {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  if (first === 0xfe && second === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, 200);
  const empty = (from: number) =>
    start.length >= 4 && start.every((byte, place) => (place % 2 === from ? byte === 0 : byte !== 0));
  return empty(1) ? 'utf-16le' : empty(0) ? 'utf-16be' : 'utf-8';
}
