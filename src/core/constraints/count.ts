import { type Budget, spend } from './budget';
import { spellOut } from './counter';
import { hasValue, valuesWhere } from './formula';
import { Solver } from './solver';
import { Space } from './space';

/**
 * Combinations of some variables that do the same to everything else. What they do is which clauses they leave to be
 * kept by others, as bits: of the ways in which helpers can be picked, those that leave least.
 */
interface Class {
  readonly ways: readonly Int32Array[];
  count: bigint;
}

interface Factor {
  /** clauses that other variables still have a part in, and how many of the clause's variables are in here */
  readonly open: ReadonlyMap<number, number>;
  readonly classes: readonly Class[];
}

/**
 * Ways for which there is one that leaves less are no use. Each is compared with all that are kept, which is spent.
 */
function leastOnly(ways: readonly Int32Array[], budget: Budget): readonly Int32Array[] {
  if (ways.length < 2) return ways;
  const leavesNoMore = (a: Int32Array, b: Int32Array) => a.every((word, at) => (word & ~(b[at] ?? 0)) === 0);
  const kept: Int32Array[] = [];
  for (const way of ways) {
    spend(budget, kept.length);
    if (kept.some((other) => leavesNoMore(other, way))) continue;
    for (let place = kept.length - 1; place >= 0; place -= 1)
      if (leavesNoMore(way, kept[place] ?? way)) kept.splice(place, 1);
    kept.push(way);
  }
  return kept;
}

const nameOf = (ways: readonly Int32Array[]): string | number => {
  const [first] = ways;
  if (ways.length === 1 && first?.length === 1) return first[0] ?? 0;
  return ways.map(String).sort().join('|');
};

/** Gathers combinations into classes. */
class Gathering {
  private readonly classes = new Map<string | number, Class>();

  add(ways: readonly Int32Array[], count: bigint): void {
    const name = nameOf(ways);
    const known = this.classes.get(name);
    if (known) known.count += count;
    else this.classes.set(name, { ways, count });
  }

  get list(): Class[] {
    return [...this.classes.values()];
  }
}

const bitWords = (bits: number) => Math.max(1, Math.ceil(bits / 32));

function setBit(words: Int32Array, bit: number): void {
  words[bit >>> 5] = (words[bit >>> 5] ?? 0) | (1 << (bit & 31));
}

/** Takes bits from one order of clauses to another; clauses that are not in the first are left to be kept. */
function mover(from: readonly number[], to: readonly number[]): (way: Int32Array) => Int32Array {
  const places = to.map((clause) => from.indexOf(clause));
  return (way) => {
    const moved = new Int32Array(bitWords(to.length));
    places.forEach((place, bit) => {
      if (place < 0 || (((way[place >>> 5] ?? 0) >>> (place & 31)) & 1) === 1) setBit(moved, bit);
    });
    return moved;
  };
}

/**
 * Counts the combinations of values with which every clause holds, exactly: variables are put together two and two, and
 * combinations that leave the same clauses to be kept are counted as one class. Values that count as the same are
 * counted once, and helpers only have to have some value.
 *
 * Source: common practice of variable elimination over a join tree (Dechter, "Bucket elimination", 1999, from memory).
 *
 * @throws when the budget is spent; see `within`
 */
export function countSolutions(given: Solver, budget: Budget): bigint {
  if (given.impossible) return 0n;
  const solver = withoutCounters(given);
  const { space } = solver;
  if (solver.impossible) return 0n;
  // Clauses that hold whatever is picked of what is left need no looking after.
  const live = space.clauses.map(
    ({ variables, sets }) =>
      !variables.some((variable, place) => solver.isWithin(variable, sets[place] ?? new Uint32Array())),
  );
  const parts = space.clauses.map(({ variables }) => variables.length);
  const ofVariable: number[][] = space.sizes.map(() => []);
  space.clauses.forEach(
    ({ variables }, clause) => live[clause] && variables.forEach((variable) => ofVariable[variable]?.push(clause)),
  );

  let total = 1n;
  const factors = new Pairing((left, right) => effortOf(left, right, parts));
  space.sizes.forEach((size, variable) => {
    const open = ofVariable[variable] ?? [];
    const groups = new Map<number, Int32Array[]>();
    for (let value = 0; value < size; value += 1) {
      if (!solver.has(variable, value)) continue;
      const way = new Int32Array(bitWords(open.length));
      open.forEach((clause, bit) => {
        const { variables, sets } = space.clauses[clause] ?? { variables: [], sets: [] };
        const set = sets[variables.indexOf(variable)];
        if (!set || !hasValue(set, value)) setBit(way, bit);
      });
      const same = space.countsAs[variable]?.[value] ?? value;
      groups.set(same, [...(groups.get(same) ?? []), way]);
    }
    if (open.length === 0) {
      total *= BigInt(groups.size);
      return;
    }
    const gathering = new Gathering();
    for (const ways of groups.values()) gathering.add(leastOnly(ways, budget), 1n);
    factors.add({ open: new Map(open.map((clause) => [clause, 1])), classes: gathering.list });
  });
  for (let pair = factors.next(); pair; pair = factors.next()) {
    const joined = join(pair[0], pair[1], parts, budget);
    if (joined.open.size > 0) factors.add(joined);
    else total *= joined.classes.reduce((sum, { count }) => sum + count, 0n);
    if (total === 0n) return 0n;
  }
  return total;
}

/** The same with counters written out as clauses, which is all that classes of combinations know. */
function withoutCounters(solver: Solver): Solver {
  const { sizes, countsAs, clauses, counters } = solver.space;
  if (counters.length === 0) return solver;
  const space = new Space();
  sizes.forEach((size, variable) => space.variable(size, countsAs[variable]));
  space.clauses.push(...clauses);
  sizes.forEach((size, variable) =>
    space.require({ kind: 'is', variable, values: valuesWhere(size, (value) => solver.has(variable, value)) }),
  );
  for (const counter of counters) spellOut(space, counter);
  return new Solver(space);
}

/** The clauses of two factors, parted into those that nothing else has a part in and those that are still open. */
function clausesOfBoth(
  left: Factor,
  right: Factor,
  parts: readonly number[],
): { done: number[]; open: Map<number, number> } {
  const done: number[] = [];
  const open = new Map(left.open);
  for (const [clause, held] of right.open) open.set(clause, (open.get(clause) ?? 0) + held);
  for (const [clause, held] of open) {
    if (held !== parts[clause]) continue;
    done.push(clause);
    open.delete(clause);
  }
  return { done, open };
}

/** How little two factors recommend themselves to be put together next; Infinity for those that share nothing. */
function effortOf(left: Factor, right: Factor, parts: readonly number[]): number {
  let shares = false;
  for (const clause of left.open.keys()) if (right.open.has(clause)) shares = true;
  if (!shares) return Infinity;
  const grows = clausesOfBoth(left, right, parts).open.size - Math.max(left.open.size, right.open.size);
  const classes = left.classes.length * right.classes.length;
  // Classes are told apart by name, the ways of one by comparing each with each: many of those cost far more.
  const waysOfEach = (waysIn(left) * waysIn(right)) / classes;
  return grows + Math.log2(classes) / 4 + 4 * Math.log2(waysOfEach);
}

const waysIn = ({ classes }: Factor) => classes.reduce((sum, { ways }) => sum + ways.length, 0);

function join(left: Factor, right: Factor, parts: readonly number[], budget: Budget): Factor {
  const { done, open } = clausesOfBoth(left, right, parts);
  const prepared = (factor: Factor) => {
    const from = [...factor.open.keys()];
    const [toDone, toOpen] = [mover(from, done), mover(from, [...open.keys()])];
    return factor.classes.map(({ ways, count }) => ({
      count,
      ways: ways.map((way) => ({ done: toDone(way), open: toOpen(way) })),
    }));
  };
  const [lefts, rights] = [prepared(left), prepared(right)];
  const gathering = new Gathering();
  const words = bitWords(open.size);
  for (const one of lefts) {
    for (const other of rights) {
      const ways: Int32Array[] = [];
      for (const a of one.ways) {
        for (const b of other.ways) {
          spend(budget);
          let kept = true;
          for (let word = 0; kept && word < a.done.length; word += 1)
            kept = ((a.done[word] ?? 0) & (b.done[word] ?? 0)) === 0;
          if (!kept) continue;
          const way = new Int32Array(words);
          for (let word = 0; word < words; word += 1) way[word] = (a.open[word] ?? 0) & (b.open[word] ?? 0);
          ways.push(way);
        }
      }
      if (ways.length > 0) gathering.add(leastOnly(ways, budget), one.count * other.count);
    }
  }
  return { open, classes: gathering.list };
}

/** Says which two factors to put together next. */
class Pairing {
  private readonly factors = new Set<Factor>();
  private pairs: { left: Factor; right: Factor; effort: number }[] = [];

  constructor(private readonly effort: (left: Factor, right: Factor) => number) {}

  add(factor: Factor): void {
    for (const other of this.factors) {
      const effort = this.effort(other, factor);
      if (effort < Infinity) this.pairs.push({ left: other, right: factor, effort });
    }
    this.factors.add(factor);
  }

  /** Takes out the two that recommend themselves most; null when no two share a clause any more. */
  next(): [Factor, Factor] | null {
    const [first, ...others] = this.pairs;
    if (!first) return null;
    const { left, right } = others.reduce((best, pair) => (pair.effort < best.effort ? pair : best), first);
    this.factors.delete(left);
    this.factors.delete(right);
    this.pairs = this.pairs.filter(
      (pair) => pair.left !== left && pair.left !== right && pair.right !== left && pair.right !== right,
    );
    return [left, right];
  }
}
