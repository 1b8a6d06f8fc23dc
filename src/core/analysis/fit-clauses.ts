import { type PropertyValue } from '../catalog';
import { type FitProgram } from '../compile';
import { type HeldPlace } from '../compile/held';
import { anyOf } from '../constraints';
import { canVary, fitHolds, propertyIn, runFor, usualOf } from '../run';
import { type ModelDraft } from './model';
import { type WayIn } from './slots';

/** What can stand on one side of a sentence: a variable of a place with what its values are, or what a part is. */
type Side =
  | { readonly kind: 'place'; readonly variable: number; readonly ways: readonly (WayIn | null)[] }
  | { readonly kind: 'part'; readonly properties: readonly (PropertyValue | null)[]; readonly varies: boolean };

function sidesOf(model: ModelDraft, place: HeldPlace, property: string): Side[] {
  const modelled = place.choice === null ? null : model.choices[place.choice];
  if (modelled?.slot) {
    const { ways } = modelled.slot;
    return modelled.variables.map(({ variable }): Side => ({ kind: 'place', variable, ways }));
  }
  if (place.choice !== null) return [];
  const { candidates, optional } = place.component;
  return [
    {
      kind: 'part',
      properties: candidates.map((candidate) =>
        propertyIn(usualOf(candidate, runFor({ today: model.today })).properties, property),
      ),
      varies: optional || candidates.length > 1 || candidates.some((candidate) => canVary(candidate, property)),
    },
  ];
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
    const { property, other } = fit.fit;
    const same = fit.place.key === fit.other.key;
    const [lefts, rights] = [sidesOf(model, fit.place, property), sidesOf(model, fit.other, other.property)];
    lefts.forEach((left, position) =>
      rights.forEach((right, place) => {
        if (same && position === place) return;
        isVarying = forbid(model, fit, left, right, side) || isVarying;
      }),
    );
  }
  return isVarying;
}

function forbid({ space }: ModelDraft, fit: FitProgram, left: Side, right: Side, side: 'inner' | 'outer'): boolean {
  const { property, other } = fit.fit;
  if (left.kind === 'part' && right.kind === 'part') return false;
  if (left.kind === 'part' || right.kind === 'part') {
    const part = left.kind === 'part' ? left : right;
    const place = left.kind === 'place' ? left : right;
    if (part.kind !== 'part' || place.kind !== 'place') return false;
    const goes = (own: PropertyValue | null, theirs: PropertyValue | null) =>
      left.kind === 'part' ? fitHolds(fit, theirs, own) : fitHolds(fit, own, theirs);
    const name = left.kind === 'part' ? other.property : property;
    const beside = side === 'inner' ? part.properties.slice(0, 1) : part.properties;
    if (part.varies && side === 'outer') return true;
    space.require(
      space.is(place.variable, (value) => {
        const way = place.ways[value];
        return (
          !way ||
          beside.some((theirs) => goes(propertyIn(way.resolution.properties, name), theirs)) ||
          (side === 'outer' && !way.isWhole)
        );
      }),
    );
    return part.varies;
  }
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
