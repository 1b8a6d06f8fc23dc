import { type FitProgram } from '../../compile';
import { type HeldPlace } from '../../compile/held';
import { anyOf } from '../../constraints';
import { fitHolds, propertyIn } from '../../run';
import { type ModelDraft } from './model';
import { type WayIn } from './ways-in';

/** What can stand on one side of a sentence: a variable with what its values are. */
interface Side {
  readonly variable: number;
  readonly ways: readonly (WayIn | null)[];
}

function sidesOf({ choices, parts }: ModelDraft, place: HeldPlace): readonly Side[] {
  if (place.choice === null) return parts.filter(({ component }) => component.key === place.key);
  const modelled = choices[place.choice];
  const { slot } = modelled ?? {};
  return slot ? (modelled?.variables ?? []).map(({ variable }) => ({ variable, ways: slot.ways })) : [];
}

/**
 * Forbids what does not fit together. Of a way that stands for several, the inner model takes what is looked at, the
 * outer one forbids nothing.
 *
 * @returns whether the two differ by that
 */
export function constrainFits(model: ModelDraft, side: 'inner' | 'outer'): boolean {
  let isVarying = false;
  for (const fit of model.program.fits) {
    const same = fit.place.key === fit.other.key;
    const [lefts, rights] = [sidesOf(model, fit.place), sidesOf(model, fit.other)];
    lefts.forEach((left, position) =>
      rights.forEach((right, place) => {
        // What stands beside itself is there more than once.
        if (same && position === place) isVarying = forbidBesideItself(model, fit, left, side) || isVarying;
        else isVarying = forbid(model, fit, left, right, side) || isVarying;
      }),
    );
  }
  return isVarying;
}

/** Several pieces of the same part must go with each other, too. */
function forbidBesideItself(
  { space }: ModelDraft,
  fit: FitProgram,
  { variable, ways }: Side,
  side: 'inner' | 'outer',
): boolean {
  const goes = (way: WayIn | null) =>
    !way ||
    way.count < 2 ||
    fitHolds(
      fit,
      propertyIn(way.resolution.properties, fit.fit.property),
      propertyIn(way.resolution.properties, fit.fit.other.property),
    );
  space.require(
    space.is(variable, (value) => goes(ways[value] ?? null) || (side === 'outer' && !ways[value]?.isWhole)),
  );
  return ways.some((way) => !goes(way) && !way?.isWhole);
}

function forbid({ space }: ModelDraft, fit: FitProgram, left: Side, right: Side, side: 'inner' | 'outer'): boolean {
  const { property, other } = fit.fit;
  let isVarying = false;
  // What goes with the same things is said together: there are as many sentences as different properties, not as
  // candidates.
  const alike = new Map<string, { readonly values: Set<number>; readonly allowed: readonly boolean[] }>();
  left.ways.forEach((one, value) => {
    if (!one) return;
    const own = propertyIn(one.resolution.properties, property);
    const allowed = right.ways.map((two) => {
      if (!two || fitHolds(fit, own, propertyIn(two.resolution.properties, other.property))) return true;
      const isOpen = !(one.isWhole && two.isWhole);
      isVarying ||= isOpen;
      return side === 'outer' && isOpen;
    });
    if (!allowed.includes(false)) return;
    const name = allowed.map(Number).join('');
    const group = alike.get(name) ?? { values: new Set<number>(), allowed };
    group.values.add(value);
    alike.set(name, group);
  });
  for (const { values, allowed } of alike.values())
    space.require(
      anyOf(
        space.is(left.variable, (value) => !values.has(value)),
        space.is(right.variable, (value) => allowed[value] ?? true),
      ),
    );
  return isVarying;
}
