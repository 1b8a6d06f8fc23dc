/** Names, numbers and units in a formula, and what stands between them. */
const NAMES = /([\p{L}\p{N}_.]+)/u;

const isName = (_: string, position: number): boolean => position % 2 === 1;

/** A formula's text with another name in the place of one: whole names only, never a part of a longer one. */
export function withName(text: string, name: string, by: string): string {
  return text
    .split(NAMES)
    .map((word) => (word === name ? by : word))
    .join('');
}

/**
 * A formula's text with other names in the place of its names; what stands after a point, such as a property, stays.
 */
export function withNames(text: string, nameFor: (name: string) => string): string {
  const renamed = (word: string) => {
    const [head = '', ...rest] = word.split('.');
    return [nameFor(head), ...rest].join('.');
  };
  return text
    .split(NAMES)
    .map((word, position) => (isName(word, position) ? renamed(word) : word))
    .join('');
}

/** Whether a formula's text has a name anywhere. */
export const hasName = (text: string, name: string): boolean => text.split(NAMES).filter(isName).includes(name);
