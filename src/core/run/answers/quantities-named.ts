import { captionOf, type ListedQuantity, type Orderable, type QuantityFault } from '../../ordering';
import { problem, type Problem } from '../../problems';
import { AT_QUANTITY } from '../../selection';
import { isTold } from '../../stock';
import { type OtherQuantities } from './quantities-near';

/** The greatest number that can be had, of so many that could be supplied; 0 for none. */
export const suppliedOf = ({ below }: OtherQuantities, most: number): number => below(most + 1) ?? 0;

interface Given {
  readonly given: number;
  readonly orderable: Orderable;
  /** whether its limits are the same in every number, so that what they say of the least and the most is so */
  readonly isSure: boolean;
  /** what could be had if there were enough of everything */
  readonly free: OtherQuantities;
}

/**
 * Names beside a quantity that can't be ordered the nearest that can, in the place of what its own limits say: rules
 * may ask for something else of another quantity, and there may be too little of it.
 */
export function nameOthers(
  problems: Problem[],
  fault: QuantityFault,
  { given, orderable, isSure, free }: Given,
  others: OtherQuantities,
): void {
  const place = problems.findIndex(({ data }) => data === fault);
  if (place < 0) return;
  const start = Number.isFinite(given) ? given : 0;
  const [below, above] = [others.below(start), others.above(start)];
  // How much there is of what there is plenty of is nobody's business.
  const isToldBelow = below !== null && (isTold(below) || free.below(start) === below);
  const nearest = [...(isToldBelow ? [below] : []), ...(above === null ? [] : [above])].map((quantity) => ({
    quantity,
    caption: captionOf(orderable, quantity),
  }));
  problems[place] = problem(AT_QUANTITY, told(fault, isSure, { given, below, above, nearest }));
}

interface Found {
  readonly given: number;
  readonly below: number | null;
  readonly above: number | null;
  readonly nearest: readonly ListedQuantity[];
}

/**
 * A fault with what was found; where what it says of all quantities is not so, it says no more than that this one can't
 * be ordered.
 */
function told(fault: QuantityFault, isSure: boolean, { given, below, above, nearest }: Found): QuantityFault {
  switch (fault.code) {
    case 'noQuantity':
      return isSure ? fault : { code: 'quantityRefused', given, nearest };
    case 'quantityBelow':
      return isSure || (below === null && above === fault.minimum)
        ? { ...fault, nearest }
        : { code: 'quantityRefused', given, nearest };
    case 'quantityAbove':
      return isSure || (above === null && below === fault.maximum)
        ? { ...fault, nearest }
        : { code: 'quantityRefused', given, nearest };
    case 'quantityMultiple':
    case 'quantityNotListed':
    case 'quantityRefused':
    case 'quantityNotWhole':
      return { ...fault, nearest };
  }
}
