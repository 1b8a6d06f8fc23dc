import { placesOf, withAllWithin } from '../../compile';
import { type Solver } from '../../constraints';
import { coversUsual } from '../../pricing';
import { amountsSaid } from '../model/depends-on';
import { type Gap, type Model } from '../model/model';
import { halfAMinorUnit, priceGoal } from './price-goal';
import { priceSteps } from './price-model';
import { usuallyIn } from '../model/usually';

const ONCE: Gap = { kind: 'onceInside' };

/**
 * The same model, with a gap where what is paid once for something inside of a kit may bring an order line below
 * nothing though one kit is not: that is not followed. It may where it is less than nothing itself, and where what
 * comes usually is in the price, so that what is paid once for that is taken off with it.
 */
export const withOnceInside = (model: Model, solver: Solver): Model =>
  mayTakeTooMuch(model, solver) ? { ...model, gaps: [...model.gaps, ONCE] } : model;

function mayTakeTooMuch(model: Model, solver: Solver): boolean {
  const { program, today, groups } = model;
  const { kit } = program;
  if (!kit) return false;
  const once = placesOf(kit)
    .flatMap(({ candidates }) => candidates.flatMap((candidate) => withAllWithin(candidate.program)))
    .flatMap(amountsSaid)
    .filter(({ kind }) => kind === 'oncePerLine');
  if (once.some(({ value }) => value.startsWith('-'))) return true;
  if (once.length === 0 || !coversUsual(kit.terms) || !kit.terms.cheaperLess) return false;
  const off = groups.map((group) =>
    [...usuallyIn(program, today, group).values()].reduce(
      (sum, usual) => sum + (usual?.once.toApproximateNumber() ?? 0),
      0,
    ),
  );
  const steps = priceSteps(model);
  const least = steps && !solver.impossible ? priceGoal(model, steps, 'lowest', 'line').bound(solver) : -Infinity;
  return least - Math.max(0, ...off) < -halfAMinorUnit(model);
}
