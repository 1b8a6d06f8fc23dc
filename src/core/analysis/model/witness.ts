import { type Program } from '../../compile';
import { type CostOf, type Resolution, resolve } from '../../run';
import { type Example, inPieces, wordsFor } from './example';
import { type Model } from './model';
import { contextFor, selectionFor } from './solutions';

declare const resolved: unique symbol;

/** An example of what is claimed: it has been resolved, and shows it. {@link witnessOf} makes it, and nothing else. */
export interface Witness extends Example {
  readonly [resolved]: true;
}

/** A witness, and what it resolved to. */
export interface Shown {
  readonly witness: Witness;
  readonly resolution: Resolution;
}

interface ResolvedBy {
  /** how many of an option, by variable, where its values stand for more */
  readonly counts?: ReadonlyMap<number, number>;
  /** what stock items cost, where that is a part of the claim */
  readonly costs?: CostOf;
  /** what it has to be shown by, where that is not the model's program as it is */
  readonly program?: Program;
}

/** What most is claimed of. */
export const isSold = ({ state }: Resolution): boolean => state === 'sellable';

/**
 * A solution as an example of a claim; null where resolving it does not show that, so that nothing is claimed of it.
 *
 * @param shows whether what it resolves to is what is claimed
 */
export function witnessOf(
  model: Model,
  values: ArrayLike<number>,
  shows: (resolution: Resolution) => boolean,
  { counts, costs, program = model.program }: ResolvedBy = {},
): Shown | null {
  const { group, ...selection } = selectionFor(model, values, counts);
  const context = contextFor(model, group);
  const resolution = resolve(program, selection, costs ? { ...context, costs } : context);
  if (!shows(resolution)) return null;
  // It reads as it does in the product, whatever it was shown by.
  const asItIs = program === model.program ? resolution : resolve(model.program, selection, context);
  const words = [wordsFor(model.program, asItIs), ...inPieces(model.program, selection.quantity)]
    .filter((text) => text !== '')
    .join(' · ');
  return { witness: { selection, group, words } as Witness, resolution };
}
