import { readFile } from 'node:fs/promises';
import subsetFont from 'subset-font';

/** Letters, figures and what else names are made of. */
export const LETTERS = Array.from({ length: 95 }, (_, place) => String.fromCodePoint(32 + place)).join('');

/** A font file of some signs, which no typeface of the shop is. */
export async function fontOf(signs: string): Promise<Buffer> {
  const whole = await readFile('node_modules/@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-700-normal.woff2');
  return subsetFont(whole, signs, { targetFormat: 'sfnt' });
}

/** A font in which a table is otherwise. */
export function withTable(font: Buffer, tag: string, change: (table: Buffer) => void): Buffer {
  const changed = Buffer.from(font);
  for (let at = 12; at < 12 + changed.readUInt16BE(4) * 16; at += 16) {
    const [from, length] = [changed.readUInt32BE(at + 8), changed.readUInt32BE(at + 12)];
    if (changed.toString('latin1', at, at + 4) === tag) change(changed.subarray(from, from + length));
  }
  return changed;
}

/** The same, of which the file says neither what it is called nor whose it is. */
export const nobodys = async (signs: string): Promise<Buffer> =>
  withTable(await fontOf(signs), 'name', (table) => void table.writeUInt16BE(0, 2));
