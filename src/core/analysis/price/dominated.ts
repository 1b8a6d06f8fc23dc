import { type Solver, valuesWhere } from '../../constraints';
import { type Model } from '../model/model';
import { placesIn } from '../model/places';
import { type PriceSteps } from './price-model';
import { tabled } from './step-table';
import { type WayIn } from '../model/ways-in';

/**
 * Whether the whole never costs less for what costs more in a place of it. It may where a percentage of what its parts
 * cost is taken off a price that a rule has set, or where more than all of it is taken off.
 */
export function risesWithPlaces(model: Model, { steps }: PriceSteps): boolean {
  const isInBase = model.program.kit?.terms.isOwn !== true;
  // So much of what stands in a place is in the sum at least, whichever steps are taken.
  let share = 1;
  for (const step of steps) {
    const [low] = step.kind === 'add' || step.kind === 'set' ? [0] : (tabled(model, step)?.whole ?? [-Infinity]);
    switch (step.kind) {
      case 'add':
        break;
      case 'set':
        share = Math.min(share, 0);
        break;
      case 'shareOfBase':
        share += isInBase ? Math.min(0, low) : 0;
        break;
      case 'shareOfSum':
        share = low < -1 ? -Infinity : share * (1 + Math.min(0, low));
    }
    if (share < 0) return false;
  }
  return true;
}

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
