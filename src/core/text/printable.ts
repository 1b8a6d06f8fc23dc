/** What keeps a text from being printed as it stands. */
export type TextFault = 'unprintable' | 'turnsDirection';

const ASCII = /^[\x20-\x7e]*$/;
// Control characters, halves of surrogate pairs, separators of lines, and what only some private font could show.
const UNPRINTABLE = /[\p{Cc}\p{Cs}\p{Co}\u2028\u2029]/u;
const UNPRINTABLE_BUT_LINES = /[\p{Cs}\p{Co}]|(?![\n\t])\p{Cc}/u;
// Embeddings, overrides and isolates of direction: with them a text reads otherwise than it is stored.
const TURNS_DIRECTION = /[\u202a-\u202e\u2066-\u2069]/;
const INVISIBLE = /[\p{Cf}\p{Default_Ignorable_Code_Point}]/u;
const SPACES = /[\p{Zs}\u2800]/gu;
// Scripts in which letters join or part at a sign without width.
const JOINING =
  '\\p{sc=Arab}\\p{sc=Syrc}\\p{sc=Mong}\\p{sc=Nkoo}\\p{sc=Deva}\\p{sc=Beng}\\p{sc=Guru}\\p{sc=Gujr}\\p{sc=Orya}\\p{sc=Taml}\\p{sc=Telu}\\p{sc=Knda}\\p{sc=Mlym}\\p{sc=Sinh}\\p{sc=Khmr}';
const BEFORE_JOINER = new RegExp(`[${JOINING}\\p{Mn}]$`, 'u');
const AFTER_JOINER = new RegExp(`^[${JOINING}]`, 'u');
const PICTOGRAPH = /^\p{Extended_Pictographic}/u;
const PICTOGRAPH_BEFORE = /[\p{Extended_Pictographic}\p{Emoji_Modifier}\ufe0f]$/u;
const SHOWN_AS_PICTURE = /[\p{Emoji}]$/u;
const HAN = /\p{sc=Han}$/u;
const FLAG = '\u{1f3f4}';
const LAST_TAG = '\u{e007f}';
// A flag of a region: tags spell its code, and a last one ends it.
const FLAG_OF_REGION = /^\u{1f3f4}[\u{e0030}-\u{e0039}\u{e0061}-\u{e007a}]{3,6}\u{e007f}/u;
const LONGEST_FLAG = 8;

/** Whether a sign that is invisible by itself changes what its neighbours look like, and so belongs to the text. */
function shapes(sign: string, before: string, after: string, inFlag: boolean): boolean {
  const code = sign.codePointAt(0) ?? 0;
  switch (true) {
    case code === 0x200c:
      return BEFORE_JOINER.test(before) && AFTER_JOINER.test(after);
    case code === 0x200d:
      return (
        (BEFORE_JOINER.test(before) && AFTER_JOINER.test(after)) ||
        (PICTOGRAPH_BEFORE.test(before) && PICTOGRAPH.test(after))
      );
    case code === 0xfe0e || code === 0xfe0f:
      return SHOWN_AS_PICTURE.test(before);
    case code >= 0xe0100 && code <= 0xe01ef:
      return HAN.test(before);
    case code >= 0xe0020 && code <= 0xe007f:
      return inFlag;
    default:
      return false;
  }
}

function withoutInvisible(text: string): string {
  const signs = [...text];
  let kept = '';
  let last = '';
  let inFlag = false;
  signs.forEach((sign, place) => {
    if (!INVISIBLE.test(sign))
      inFlag = sign === FLAG && FLAG_OF_REGION.test(signs.slice(place, place + LONGEST_FLAG).join(''));
    else if (!shapes(sign, last, signs[place + 1] ?? '', inFlag)) return;
    if (sign === LAST_TAG) inFlag = false;
    kept += sign;
    last = sign;
  });
  return kept;
}

/**
 * Brings a text to the one form in which it is counted, charged, printed and told apart: composed (NFC), without what
 * can't be seen, every space an ordinary one, and none at its ends. The same letters are the same text, however they
 * were typed or pasted. What would print as something else, or not at all, is refused.
 *
 * @param lines whether it may have several lines, with tabs
 * @see Unicode Standard Annex #15 for composition, Unicode Technical Report #36 for directions that deceive, RFC 5892
 *   Appendix A for where joiners without width have a meaning
 */
export function printable(
  raw: string,
  { lines = false } = {},
): { readonly text: string; readonly fault?: undefined } | { readonly text?: undefined; readonly fault: TextFault } {
  if (ASCII.test(raw)) return { text: raw.trim() };
  if (TURNS_DIRECTION.test(raw)) return { fault: 'turnsDirection' };
  const even = lines ? raw.replace(/\r\n?|[\u2028\u2029]/g, '\n') : raw;
  if ((lines ? UNPRINTABLE_BUT_LINES : UNPRINTABLE).test(even)) return { fault: 'unprintable' };
  return { text: withoutInvisible(even).normalize('NFC').replace(SPACES, ' ').trim() };
}

/**
 * Whether a text holds signs that nobody sees, or that make it read otherwise than it is stored: so two that look alike
 * differ.
 */
export function hidesSigns(text: string): boolean {
  return (
    !ASCII.test(text) &&
    (TURNS_DIRECTION.test(text) || UNPRINTABLE_BUT_LINES.test(text) || withoutInvisible(text) !== text)
  );
}

/** Whether there is nothing to be seen of a text. */
export function isBlank(text: string): boolean {
  const { text: seen = '?' } = printable(text, { lines: true });
  return seen === '';
}

const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** How many characters a reader would count: a letter with its accents, or an emoji, is one. */
export function countCharacters(text: string): number {
  if (ASCII.test(text)) return text.length;
  let count = 0;
  for (const segment of segmenter.segment(text)) count += segment.segment.length > 0 ? 1 : 0;
  return count;
}
