import { skuFrom } from './common';
import { type Option } from './options';

/** Letters that a single word is cut down to, and the longest that a part made of several words is. */
const [OF_A_WORD, LONGEST] = [3, 12];

/**
 * A short SKU part made of an option's title, another than those that are taken: `Medium` gives `MED`, `Dark oak` gives
 * `DO`, `XL` and `10 mm` stay what they are, as `XL` and `10-MM`.
 *
 * @param taken     those that the other options have
 * @param otherwise what stands for a title without letters or digits
 */
export function skuPartFrom(title: string, taken: ReadonlySet<string>, otherwise: string): string {
  const whole = skuFrom(title) || otherwise;
  const words = whole.split('-');
  const short = shortened(whole, words);
  const candidates = [short, ...longer(words.join(''), short.length), whole];
  const free = candidates.find((candidate) => !taken.has(candidate));
  if (free !== undefined) return free;
  for (let again = 2; ; again += 1) {
    const numbered = `${short.slice(0, LONGEST)}${again}`;
    if (!taken.has(numbered)) return numbered;
  }
}

function shortened(whole: string, words: readonly string[]): string {
  if (/\d/.test(whole)) return whole.slice(0, LONGEST).replace(/-$/, '');
  if (words.length > 1)
    return words
      .map((word) => word.charAt(0))
      .join('')
      .slice(0, LONGEST);
  return whole.length <= OF_A_WORD + 1 ? whole : whole.slice(0, OF_A_WORD);
}

/** Beginnings of a word, each a letter longer than the one before. */
const longer = (word: string, from: number) =>
  Array.from({ length: Math.max(0, Math.min(LONGEST, word.length) - from) }, (_, more) =>
    word.slice(0, from + more + 1),
  );

/** Gives every option without an SKU part one made of its title; what is there stays, as it may be sold already. */
export function giveSkuParts(options: readonly Option[]): void {
  const taken = new Set(options.flatMap(({ sku }) => sku ?? []));
  options.forEach((option, place) => {
    if (option.sku !== null) return;
    option.sku = skuPartFrom(option.title, taken, String(place + 1));
    taken.add(option.sku);
  });
}
