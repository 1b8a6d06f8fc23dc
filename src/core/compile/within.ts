import { placesOf } from './kit';
import { type Program } from './program';

/**
 * The programs of all that belongs to a product or is taken along with it, at any depth. What comes in by two ways is
 * there twice.
 */
export function programsWithin({ kit, addOns }: Program): Program[] {
  const direct = [
    ...placesOf(kit).flatMap(({ candidates }) => candidates.map(({ program }) => program)),
    ...addOns.map(({ program }) => program),
  ];
  return direct.flatMap((one) => [one, ...programsWithin(one)]);
}
