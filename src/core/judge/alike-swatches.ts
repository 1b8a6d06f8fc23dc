import { alikeNeighbours } from '../colour';
import { type Program } from '../compile';
import { type Fault, faultAt } from '../problems';

/** Swatches beside each other in a choice that customers can hardly tell apart. */
export function alikeSwatchFaults({ product, placeOf }: Program): Fault[] {
  return product.choices.flatMap((choice, index) =>
    choice.kind === 'swatch'
      ? alikeNeighbours(choice.options).map(({ place, difference }) =>
          faultAt(placeOf(['choices', index, 'options', place + 1, 'colours']), {
            code: 'alikeSwatches',
            first: choice.options[place]?.title ?? '',
            second: choice.options[place + 1]?.title ?? '',
            difference: difference.toFixed(1),
          }),
        )
      : [],
  );
}
