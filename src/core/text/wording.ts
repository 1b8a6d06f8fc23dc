/** Words that are looked for in a text. */
export interface Wording {
  /** all of the text, or a part of it */
  readonly where: 'whole' | 'anywhere' | 'start' | 'end';
  readonly texts: readonly string[];
}

/** Words that are looked for are at most so long: longer texts by what they begin with. */
export const LONGEST_WORDS = 200;

/** A text without what makes no difference when words are looked for: case, and how many spaces there are. */
export const plainWords = (text: string): string => inOneLine(text.normalize('NFC')).toLowerCase();

/** A text with one space wherever there are some, and none at its ends. */
export const inOneLine = (text: string): string => text.trim().replace(/\s+/g, ' ');

/** Words as a sentence begins with them: `quantity breaks` becomes `Quantity breaks`. */
export const firstCapital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What titles are sorted by: no accents, and capital letters among small ones. */
export const sortKey = (text: string): string => plainWords(text).normalize('NFD').replace(/\p{M}/gu, '');

const FOUND: Readonly<Record<Wording['where'], (text: string, wanted: string) => boolean>> = {
  whole: (text, wanted) => text === wanted,
  anywhere: (text, wanted) => text.includes(wanted),
  start: (text, wanted) => text.startsWith(wanted),
  end: (text, wanted) => text.endsWith(wanted),
};

/** Makes words ready to be looked for. @returns whether one of them stands in a text where it should */
export function finderOf({ where, texts }: Wording): (text: string) => boolean {
  const wanted = texts.map(plainWords).filter((text) => text !== '');
  const isFound = FOUND[where];
  return (text) => {
    const plain = plainWords(text);
    return wanted.some((one) => isFound(plain, one));
  };
}
