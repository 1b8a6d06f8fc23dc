import { Refusal } from '../refusal';

/**
 * Looks at things together; where that takes too long, at one half after the other.
 *
 * @param alone what is said of one that takes too long by itself; absent where that is told to whoever asks
 */
export async function inHalves<Item, Row>(
  items: readonly Item[],
  look: (items: readonly Item[]) => Promise<Row[]>,
  alone?: () => Row[],
): Promise<Row[]> {
  try {
    return await look(items);
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'tookTooLong') throw error;
    if (items.length === 1) {
      if (alone) return alone();
      throw error;
    }
    const half = Math.ceil(items.length / 2);
    return [
      ...(await inHalves(items.slice(0, half), look, alone)),
      ...(await inHalves(items.slice(half), look, alone)),
    ];
  }
}
