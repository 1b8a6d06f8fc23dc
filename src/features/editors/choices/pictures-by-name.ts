import { type Option } from '@/core/catalog';

const wordsOf = (text: string) =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');

/** What a file is called, without its ending. */
const bare = (file: string) => file.replace(/\.[^.]*$/, '');

/**
 * Which picture is of which option, by their names: a file called after an option's title, inside name or SKU part;
 * else one that has all words of the title in its name, where that is true of one option alone.
 *
 * @param files what the files are called
 * @returns by position of the file the option's key, or null where no name tells
 */
export function optionsByName(
  files: readonly string[],
  options: readonly Pick<Option, 'key' | 'title' | 'sku'>[],
): (string | null)[] {
  return files.map((file) => {
    const said = wordsOf(bare(file));
    const name = said.join(' ');
    const same = options.filter(({ key, title, sku }) =>
      [title, key, sku ?? ''].some((called) => called !== '' && wordsOf(called).join(' ') === name),
    );
    const [exact] = same;
    if (exact && same.length === 1) return exact.key;
    // The longest title of those that fit: `dark-oak.png` is of Dark oak, and not of Oak.
    const fitting = options
      .map((option) => ({ option, words: wordsOf(option.title) }))
      .filter(({ words }) => words.length > 0 && words.every((word) => said.includes(word)));
    const most = Math.max(0, ...fitting.map(({ words }) => words.length));
    const best = fitting.filter(({ words }) => words.length === most);
    return best.length === 1 ? (best[0]?.option.key ?? null) : null;
  });
}
