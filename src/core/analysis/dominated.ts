import { type Solver, valuesWhere } from '../constraints';
import { type Model } from './model';
import { placesIn } from './places';
import { type WayIn } from './ways-in';

/**
 * Leaves out what stands in a place for the same as something cheaper does, or dearer: where nothing else tells them
 * apart, only one of them is at an end.
 */
export function withoutDominated(model: Model, solver: Solver, side: 'lowest' | 'highest'): void {
  for (const { variable, ways } of placesIn(model)) {
    const worse = dominated(ways, side);
    if (worse.size > 0)
      solver.without(
        variable,
        valuesWhere(ways.length, (value) => worse.has(value)),
      );
  }
}

const known = new WeakMap<readonly (WayIn | null)[], Record<'lowest' | 'highest', ReadonlySet<number>>>();

/** By value, the ways that something else of the same kind is better than. */
function dominated(ways: readonly (WayIn | null)[], side: 'lowest' | 'highest'): ReadonlySet<number> {
  const before = known.get(ways) ?? { lowest: worseIn(ways, 'lowest'), highest: worseIn(ways, 'highest') };
  known.set(ways, before);
  return before[side];
}

function worseIn(ways: readonly (WayIn | null)[], side: 'lowest' | 'highest'): ReadonlySet<number> {
  const best = new Map<string, number>();
  const worse = new Set<number>();
  const price = (value: number) => ways[value]?.resolution.unitPrice ?? null;
  ways.forEach((way, value) => {
    if (!way?.isWhole) return;
    const name = JSON.stringify([way.candidate.product, way.count, way.group, way.deciding]);
    const other = best.get(name);
    if (other === undefined) return void best.set(name, value);
    const [mine, theirs] = [price(value), price(other)];
    if (!mine || !theirs) return;
    const isBetter = side === 'lowest' ? mine.isLess(theirs) : mine.isMore(theirs);
    worse.add(isBetter ? other : value);
    if (isBetter) best.set(name, value);
  });
  return worse;
}
