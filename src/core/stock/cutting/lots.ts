import { Exact } from '../../number';

/** A roll, board or bar: the length of it that nobody has been promised, in the stock item's unit. */
export interface Lot {
  readonly id: number;
  readonly label: string;
  readonly free: Exact;
}

export const lotKinds = ['roll', 'board', 'bar', 'sheet'] as const;
export type LotKind = (typeof lotKinds)[number];

/** A stock item that lies in lots, as it can be cut now. Lengths are in the stock item's unit. */
export interface LotStock {
  readonly kind: LotKind;
  /** what one cut takes away */
  readonly kerf: Exact;
  /** the shortest rest that is worth keeping; null where no rest is kept */
  readonly smallestOffcut: Exact | null;
  readonly lots: readonly Lot[];
  /** whether there is more than these, and longer than is told: then what does not fit here may fit all the same */
  readonly more?: boolean;
}

/** Pieces of one length. */
export interface Pieces {
  readonly length: Exact;
  readonly count: number;
}

/** What is cut from one lot. */
export interface LotCut {
  readonly lot: Lot;
  /** longest first */
  readonly pieces: readonly Pieces[];
  /** what is left of the lot after the cuts */
  readonly left: Exact;
  /** whether what is left is worth keeping */
  readonly kept: boolean;
}

/** Which piece is cut from which lot. */
export interface CutPlan {
  readonly cuts: readonly LotCut[];
  /** what fits on no lot */
  readonly unplaced: readonly Pieces[];
  /** rests too short to keep, and what the cuts take away */
  readonly waste: Exact;
  /** proven: no way of cutting all pieces wastes less than this */
  readonly leastWaste: Exact;
  /** false where not all pieces were placed, and it is not proved that they can't be */
  readonly isProved: boolean;
}

/** What a lot offers after some more has been planned on it. */
export function lotsAfter({ lots, kerf, ...stock }: LotStock, cuts: readonly LotCut[]): LotStock {
  const taken = new Map(cuts.map(({ lot, pieces }) => [lot.id, pieces]));
  return {
    ...stock,
    kerf,
    lots: lots.map((lot) => ({ ...lot, free: freeAfter(lot.free, taken.get(lot.id) ?? [], kerf) })),
  };
}

/** What is left of a length when pieces are cut from it; each piece takes a cut, unless it uses up the rest. */
export function freeAfter(length: Exact, pieces: readonly Pieces[], kerf: Exact): Exact {
  const left = pieces.reduce((rest, piece) => rest.minus(piece.length.plus(kerf).times(Exact.of(piece.count))), length);
  return left.sign() < 0 ? Exact.zero : left;
}
