import { KEY_PATTERN } from './choices';

/** What is typed as an inside name, as one: empty where nothing is left of it. */
export const keyFrom = (typed: string) => wantedKey(typed, '');

/** An inside name made from a title, or the other name where nothing is left of it. */
function wantedKey(title: string, otherwise: string): string {
  const words = title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+/, '')
    .slice(0, 40)
    .replace(/-$/, '');
  return KEY_PATTERN.test(words) ? words : otherwise;
}

/**
 * An inside name made from a title, free among those taken: `Cloth colour` becomes `cloth-colour`, or
 * `cloth-colour-2` where that is taken.
 */
export function freeKey(title: string, taken: readonly string[], otherwise: string): string {
  return freeKeys(taken)(title, otherwise);
}

/**
 * Gives one free inside name after the other, none of them twice, in time that does not grow with how many there are.
 */
export function freeKeys(taken: Iterable<string>): (title: string, otherwise: string) => string {
  const known = new Set(taken);
  const next = new Map<string, number>();
  return (title, otherwise) => {
    const wanted = wantedKey(title, otherwise);
    let key = wanted;
    let count = next.get(wanted) ?? 2;
    for (; known.has(key); count += 1) key = `${wanted}-${count}`;
    next.set(wanted, count);
    known.add(key);
    return key;
  };
}
