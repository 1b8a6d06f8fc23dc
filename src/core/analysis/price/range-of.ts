import { type Program } from '../../compile';
import { type Exact } from '../../number';
import { type Selection } from '../../selection';
import { type Customer } from '../model/customer';

/** The least and the most that is paid for one of a product, or for one unit of it. */
export interface PriceRange {
  readonly from: Exact;
  readonly to: Exact;
  /** UCUM code of the unit the prices are for, null where they are for one item */
  readonly per: string | null;
  /** whether what is typed may add more to it */
  readonly open: boolean;
  /** whether nothing costs less or more; else they are the least and the most that were found */
  readonly isProved: boolean;
  /** nothing costs less than this, which is proved; null where that is not known */
  readonly least: Exact | null;
  /** selections that cost so much */
  readonly cheapest: Selection;
  readonly dearest: Selection;
}

/** The range of what one of a product can cost; null where none can be sold, undefined where that is not known. */
export type RangeOf = (program: Program, customer: Customer) => PriceRange | null | undefined;
