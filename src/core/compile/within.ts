import { placesOf } from './kit';
import { type Program } from './program';

/**
 * A program and those of all that belongs to it or is taken along with it, at any depth. What comes in by two ways is
 * there twice.
 */
export function withAllWithin(program: Program): Program[] {
  const direct = [
    ...placesOf(program.kit).flatMap(({ candidates }) => candidates.map((candidate) => candidate.program)),
    ...program.addOns.map((addOn) => addOn.program),
  ];
  return [program, ...direct.flatMap(withAllWithin)];
}
