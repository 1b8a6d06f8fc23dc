import { type Font } from 'opentype.js';
import subsetFont from 'subset-font';
import { LONGEST_TYPEFACE, LONGEST_LICENCE } from '../../core/catalog';
import { fontFrom, letteringFrom } from '../../core/picture/font-file';
import { LARGEST_UNPACKED_FONT, unpacksAsSaid } from './woff';

/** A typeface as the shop keeps it: packed (WOFF), with the signs that are drawn and nothing that is not. */
export interface MadeTypeface {
  readonly bytes: Uint8Array;
  /** what its file calls it; empty where it says nothing */
  readonly title: string;
  /** whose it is and what may be done with it, as its file says; empty where it says nothing */
  readonly licence: string;
  /** how many signs it has */
  readonly signs: number;
}

/** Why a file is not taken as a typeface. */
export type WhyNoTypeface =
  'notAFont' | 'collection' | 'mayNotBeUsed' | 'noLetters' | 'noOutlines' | 'tooIntricate' | 'tooLarge';

/** So large may one be as it is kept, in bytes: each visitor who sees a text in it loads it. */
const LARGEST_KEPT = 1024 * 1024;

/** So many commands an outline may have, and those of all signs. */
const MOST_COMMANDS = 3_000;
const MOST_COMMANDS_OF_ALL = 400_000;

/** Further from where it stands no point of a letter may lie, in sizes of the typeface. */
const FURTHEST = 20;

/**
 * The signs that are drawn one after the other as they come: Latin, Greek and Cyrillic letters, figures, punctuation,
 * marks of currencies, and pictures among the signs. Blocks of the Unicode Standard.
 */
const DRAWN: readonly (readonly [from: number, to: number])[] = [
  [0x0020, 0x007e],
  [0x00a0, 0x024f],
  [0x0300, 0x036f],
  [0x0370, 0x052f],
  [0x1e00, 0x1fff],
  [0x2010, 0x2027],
  [0x2030, 0x205e],
  [0x2070, 0x209f],
  [0x20a0, 0x20cf],
  [0x2100, 0x23ff],
  [0x2500, 0x27bf],
];

const DRAWN_SIGNS = DRAWN.flatMap(([from, to]) =>
  Array.from({ length: to - from + 1 }, (_, index) => String.fromCodePoint(from + index)),
).join('');

/** Records of the naming table that stay: whose it is, what it is called, and its licence (OpenType, `name`). */
const KEPT_NAMES = [0, 1, 2, 4, 13, 14, 16, 17];

/**
 * Makes a typeface of a font file (TrueType, OpenType, WOFF, WOFF2): whatever it is called, it is looked at to its last
 * point. Of one that can be thin or bold the usual weight stays. What was made by this is made to the same bytes.
 */
export async function makeTypeface(given: Uint8Array): Promise<MadeTypeface | { readonly refused: WhyNoTypeface }> {
  const bytes = Buffer.from(given.buffer, given.byteOffset, given.byteLength);
  const why = refusedAtOnce(bytes);
  if (why) return { refused: why };
  try {
    const whole = await subsetFont(bytes, DRAWN_SIGNS, { ...KEPT, targetFormat: 'sfnt' });
    const seen = fontFrom(whole);
    const terms = termsOf(seen);
    if (!terms.mayBeUsed) return { refused: 'mayNotBeUsed' };
    const made = await settled(terms.mayBeCut ? whole : bytes, terms.mayBeCut, usualOf(seen));
    return made.length > LARGEST_KEPT ? { refused: 'tooLarge' } : lookedAt(made);
  } catch {
    // Both libraries throw at what they can't read; what was wrong says nothing to whoever uploads it.
    return { refused: 'notAFont' };
  }
}

/** Tables that nothing is drawn by here: of hints, of layouts that are not used, of styles that are not kept. */
const DROPPED = ['gasp', 'GSUB', 'BASE', 'JSTF', 'MATH', 'STAT', 'meta', 'DSIG'];

const KEPT = {
  preserveNameIds: KEPT_NAMES,
  keepFeatures: ['kern'],
  dropTables: DROPPED,
  noLayoutClosure: true,
  noHinting: true,
} as const;

/** The first four bytes of the files that hold one font each, and of those that hold several. */
const [PACKED, SIGNATURES, COLLECTION] = [['wOFF', 'wOF2'], ['\0\u0001\0\0', 'OTTO', 'true'], 'ttcf'];

function refusedAtOnce(bytes: Buffer): WhyNoTypeface | null {
  const signature = bytes.toString('latin1', 0, 4);
  if (signature === COLLECTION) return 'collection';
  if (SIGNATURES.includes(signature)) return null;
  if (!PACKED.includes(signature) || bytes.length < 20) return 'notAFont';
  if (bytes.readUInt32BE(16) > LARGEST_UNPACKED_FONT) return 'tooLarge';
  return signature === 'wOFF' && !unpacksAsSaid(bytes) ? 'notAFont' : null;
}

/** What a font says may be done with it: `fsType` of its `OS/2` table (OpenType). What says nothing may be used. */
function termsOf({ tables }: Font): { readonly mayBeUsed: boolean; readonly mayBeCut: boolean } {
  const said: unknown = tables.os2?.fsType;
  const type = typeof said === 'number' ? said : 0;
  const [restricted, noSubsetting, bitmapsOnly] = [0x0002, 0x0100, 0x0200];
  const usage = type & 0x000f;
  return { mayBeUsed: usage !== restricted && (type & bitmapsOnly) === 0, mayBeCut: (type & noSubsetting) === 0 };
}

/** Where each axis of a font stands that can be thin or bold; none for any other. */
function usualOf({ tables }: Font): Readonly<Record<string, number>> | undefined {
  const axes = (tables.fvar?.axes ?? []) as readonly { readonly tag: string; readonly defaultValue: number }[];
  return axes.length === 0 ? undefined : Object.fromEntries(axes.map(({ tag, defaultValue }) => [tag, defaultValue]));
}

/** So often it is made again until it stays as it is. */
const MOST_TURNS = 4;

async function settled(
  bytes: Buffer,
  mayBeCut: boolean,
  variationAxes: Readonly<Record<string, number>> | undefined,
): Promise<Buffer> {
  const [text, cut] = mayBeCut ? [DRAWN_SIGNS, KEPT] : [undefined, { keepAllGlyphs: true }];
  let made = await subsetFont(bytes, text, { ...cut, ...(variationAxes && { variationAxes }), targetFormat: 'woff' });
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    const again = await subsetFont(made, text, { ...cut, targetFormat: 'woff' });
    if (again.equals(made)) return made;
    made = again;
  }
  throw new Error('a font that is never made the same twice');
}

/** Looks at every sign that is drawn, as those will who draw with it. */
function lookedAt(bytes: Buffer): MadeTypeface | { readonly refused: WhyNoTypeface } {
  const font = fontFrom(bytes);
  const drawn = signsOf(font);
  if (drawn.length === 0) return { refused: 'noLetters' };
  const face = letteringFrom([font]);
  let [all, outlined] = [0, 0];
  for (const sign of drawn) {
    const letter = face.letter(sign);
    if (!letter) continue;
    const points = letter.outline.flatMap((command) => command.points);
    if (![letter.advance, ...points].every((value) => Math.abs(value) <= FURTHEST)) return { refused: 'notAFont' };
    all += letter.outline.length;
    if (letter.outline.length > MOST_COMMANDS || all > MOST_COMMANDS_OF_ALL) return { refused: 'tooIntricate' };
    if (letter.outline.length > 0) outlined += 1;
  }
  if (!(Math.abs(face.capitals) <= FURTHEST)) return { refused: 'notAFont' };
  return outlined === 0 ? { refused: 'noOutlines' } : { bytes, ...namesOf(font), signs: drawn.length };
}

/** The signs of a font that are drawn. */
function signsOf({ tables }: Font): string[] {
  const codes = Object.keys((tables.cmap?.glyphIndexMap ?? {}) as Record<string, number>).map(Number);
  return codes
    .filter((code) => DRAWN.some(([from, to]) => code >= from && code <= to))
    .map((code) => String.fromCodePoint(code));
}

/** What a font is called and whose it is. Names come by platform, then by language. */
function namesOf(font: Font): Pick<MadeTypeface, 'title' | 'licence'> {
  const platforms = Object.values(font.names as unknown as Record<string, Record<string, Record<string, unknown>>>);
  const name = (record: string): string => {
    for (const names of platforms)
      for (const said of [names[record]?.en, ...Object.values(names[record] ?? {})])
        if (typeof said === 'string' && said.trim() !== '') return said.replace(/\p{C}+/gu, ' ').trim();
    return '';
  };
  const family = name('preferredFamily') || name('fontFamily') || name('fullName');
  const style = name('preferredSubfamily') || name('fontSubfamily');
  const licences = [name('copyright'), name('license'), name('licenseURL')].filter((said) => said !== '');
  return {
    title: (style === '' || style === 'Regular' ? family : `${family} ${style}`).trim().slice(0, LONGEST_TYPEFACE),
    licence: licences.join('\n').slice(0, LONGEST_LICENCE),
  };
}
