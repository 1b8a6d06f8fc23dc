import { type Sides } from '../figures/comparison';
import { Refusal } from '../refusal';

/**
 * Looks at products together; where that takes too long, at one half after the other.
 *
 * @param alone what is said of one that takes too long by itself
 */
export async function inHalves<Row>(
  sides: readonly Sides[],
  look: (sides: readonly Sides[]) => Promise<Row[]>,
  alone: (refused: Refusal) => Row[],
): Promise<Row[]> {
  try {
    return await look(sides);
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'tookTooLong') throw error;
    if (sides.length === 1) return alone(error);
    const half = Math.ceil(sides.length / 2);
    return [
      ...(await inHalves(sides.slice(0, half), look, alone)),
      ...(await inHalves(sides.slice(half), look, alone)),
    ];
  }
}
