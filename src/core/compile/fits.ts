import { type Fit } from '../catalog';
import { type FaultData, type Path } from '../problems';
import { type Comparison } from '../conditions';
import { heldPlaces, type HeldPlace } from './held';
import { type KitProgram } from './kit';

/** What must fit together, ready to be looked at. */
export interface FitProgram {
  readonly fit: Fit;
  readonly place: HeldPlace;
  readonly other: HeldPlace;
  readonly compare: Comparison;
}

/** Finds the slots and parts that must fit; what names none, or a property that nothing there has, is reported. */
export function compileFits(
  fits: readonly Fit[],
  kit: KitProgram | null,
  report: (path: Path, data: FaultData) => void,
): FitProgram[] {
  const places = heldPlaces(kit);
  const seen = new Set<string>();
  return fits.flatMap((fit, index) => {
    const path: Path = ['fits', index];
    if (seen.has(fit.key)) report([...path, 'key'], { code: 'duplicateKey', key: fit.key, what: 'fit' });
    seen.add(fit.key);
    const find = (key: string, property: string, at: Path) => {
      const place = places.find((candidate) => candidate.key === key);
      if (!place) {
        report(
          [...at, 'place'],
          key === ''
            ? { code: 'nothingNamed', what: 'place' }
            : { code: 'unknownReference', what: 'slot or part', given: key },
        );
        return null;
      }
      const { candidates } = place.component;
      const without = candidates.filter(({ program }) => !program.properties.has(property));
      const [first] = without;
      if (property !== '' && first)
        report([...at, 'property'], {
          code: 'propertyOfPlaceMissing',
          property,
          place: place.title,
          product: first.title,
          all: without.length === candidates.length,
        });
      return place;
    };
    const [place, other] = [
      find(fit.place, fit.property, path),
      find(fit.other.place, fit.other.property, [...path, 'other']),
    ];
    if (!place || !other) return [];
    if (place === other && place.single)
      report([...path, 'other', 'place'], { code: 'fitsItself', place: place.title });
    const texts = [[place, fit.property] as const, [other, fit.other.property] as const].map(([one, property]) =>
      one.component.candidates.some(({ program }) => program.properties.get(property)?.dim === null),
    );
    if (texts.includes(true) && fit.compare !== 'is' && fit.compare !== 'isNot')
      report([...path, 'compare'], { code: 'textsOnlySame', property: fit.property });
    return [{ fit, place, other, compare: fit.compare }];
  });
}
