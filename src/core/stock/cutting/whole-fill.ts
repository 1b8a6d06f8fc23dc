import { fillOf, type Instance, type Pattern } from './instance';

/** What is known of whether all pieces can be cut. */
export type Fit =
  | { readonly kind: 'fits'; readonly patterns: readonly (Pattern | null)[] }
  | { readonly kind: 'impossible' }
  | { readonly kind: 'unknown' };

class Spent extends Error {}

/** So many dead ends are remembered. */
const MOST_REMEMBERED = 200_000;

/**
 * Looks for a way to place all pieces, whatever it wastes: lot after lot is filled up as far as it can be, beginning
 * with the longest piece that is left, and what has been found not to go is not tried again. Filling a lot further
 * never takes away a way, so that only lots into which nothing more would fit need be looked at.
 *
 * @param steps how many pieces are tried in a place at most
 * @returns `impossible` only when every way has been ruled out
 * @see bin completion, as in Korf: A new algorithm for optimal bin packing (2002), and its dominance of full bins
 */
export function fitAll(instance: Instance, steps: number): Fit {
  const dead = new Set<string>();
  // One wrong turn early on is not looked through for ever: the search begins again, takes turns in another order, and
  // knows what it has ruled out before.
  for (let [round, left, run] = [0, steps, FIRST_RUN]; ; round += 1) {
    const found = search(instance, Math.min(run, left), round, dead);
    left -= run;
    run *= 1.5;
    if (found.kind !== 'unknown' || left <= 0) return found;
  }
}

const FIRST_RUN = 4000;

/** A number from 0 to 1 that looks random and is the same for the same place. */
function noise(round: number, place: number): number {
  let mixed = Math.imul(round + 1, 0x9e3779b1) ^ Math.imul(place + 1, 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 15), 0x2c1b3c6d);
  return ((mixed ^ (mixed >>> 13)) >>> 0) / 4_294_967_296;
}

function search(instance: Instance, steps: number, round: number, dead: Set<string>): Fit {
  const { sizes, capacities } = instance;
  const counts = [...instance.counts];
  const patterns: (Pattern | null)[] = capacities.map(() => null);
  const free = [...capacities.keys()].sort((a, b) => (capacities[a] ?? 0) - (capacities[b] ?? 0));
  const used = new Uint8Array(capacities.length);
  let left = steps;
  let turns = 0;
  let wanted = fillOf(instance, counts);
  let room = capacities.reduce((sum, capacity) => sum + capacity, 0);

  const spend = () => {
    left -= 1;
    if (left < 0) throw new Spent();
  };
  /** fills a lot, or empties it again */
  const put = (lot: number, pattern: Pattern, sign: 1 | -1) => {
    used[lot] = sign === 1 ? 1 : 0;
    patterns[lot] = sign === 1 ? pattern : null;
    pattern.forEach((count, size) => (counts[size] = (counts[size] ?? 0) - sign * count));
    wanted -= sign * fillOf(instance, pattern);
    room -= sign * (capacities[lot] ?? 0);
  };
  const descend = (): boolean => {
    const longest = counts.findIndex((count) => count > 0);
    if (longest < 0) return true;
    if (wanted > room) return false;
    const name = `${counts.join()} ${free.filter((lot) => used[lot] === 0).join()}`;
    if (dead.has(name)) return false;
    const seen = new Set<number>();
    const ways: { lot: number; pattern: Pattern; waste: number; turn: number }[] = [];
    for (const lot of free) {
      const capacity = capacities[lot] ?? 0;
      if (used[lot] === 1 || seen.has(capacity) || capacity < (sizes[longest] ?? 0)) continue;
      seen.add(capacity);
      for (const pattern of fullPatterns({ sizes, counts }, capacity, longest, room - wanted, spend)) {
        // Short pieces go in nearly everywhere: they are kept for later.
        const pieces = pattern.reduce((sum, count) => sum + count, 0);
        turns += 1;
        ways.push({
          lot,
          pattern,
          waste: capacity - fillOf(instance, pattern),
          turn: pieces + (round === 0 ? 0 : 2 * noise(round, turns)),
        });
      }
    }
    // What wastes least leaves most to choose from.
    ways.sort((a, b) => a.waste - b.waste || a.turn - b.turn);
    for (const { lot, pattern } of ways) {
      put(lot, pattern, 1);
      if (descend()) return true;
      put(lot, pattern, -1);
    }
    if (dead.size < MOST_REMEMBERED) dead.add(name);
    return false;
  };
  try {
    return descend() ? { kind: 'fits', patterns } : { kind: 'impossible' };
  } catch (error) {
    if (error instanceof Spent) return { kind: 'unknown' };
    throw error;
  }
}

/**
 * The ways to fill a length with one piece of a size and others, into which no further piece would go, wasting no more
 * than so much.
 */
function fullPatterns(
  { sizes, counts }: Pick<Instance, 'sizes' | 'counts'>,
  capacity: number,
  first: number,
  mostWaste: number,
  spend: () => void,
): Pattern[] {
  const found: Pattern[] = [];
  const current = sizes.map(() => 0);
  // By size, what it and all shorter ones come to at most.
  const rest = sizes.map(() => 0);
  for (let size = sizes.length - 1; size >= 0; size -= 1)
    rest[size] = (rest[size + 1] ?? 0) + (sizes[size] ?? 0) * (counts[size] ?? 0);
  const take = (size: number, left: number, shortestLeftOut: number): void => {
    spend();
    if (size >= sizes.length) {
      if (left <= mostWaste && left < shortestLeftOut) found.push([...current]);
      return;
    }
    if (left - (rest[size] ?? 0) > mostWaste) return;
    const each = sizes[size] ?? 0;
    const available = (counts[size] ?? 0) - (size === first ? 1 : 0);
    const most = Math.min(available, Math.floor(left / each));
    for (let count = most; count >= 0; count -= 1) {
      current[size] = (current[size] ?? 0) + count;
      take(size + 1, left - count * each, count < available ? each : shortestLeftOut);
      current[size] = (current[size] ?? 0) - count;
    }
  };
  current[first] = 1;
  take(first, capacity - (sizes[first] ?? 0), Infinity);
  return found;
}
