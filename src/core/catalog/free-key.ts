import { KEY_PATTERN } from './choices';

/**
 * An inside name made from a title, free among those taken: `Cloth colour` becomes `cloth-colour`, or
 * `cloth-colour-2` where that is taken.
 */
export function freeKey(title: string, taken: readonly string[], otherwise: string): string {
  const words = title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 40);
  const wanted = KEY_PATTERN.test(words) ? words : otherwise;
  let key = wanted;
  for (let count = 2; taken.includes(key); count += 1) key = `${wanted}-${count}`;
  return key;
}
