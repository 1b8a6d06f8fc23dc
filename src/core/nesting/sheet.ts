/**
 * A size; where pieces are laid in whole thousandths of a millimetre, so that sums are exact and what just fits does.
 */
export interface Oblong {
  readonly width: number;
  readonly height: number;
}

/** How a piece lies: its width and height are those that it has on the sheet. */
export interface Way extends Oblong {
  /** by a quarter clockwise */
  readonly isTurned: boolean;
}

/** Where a piece lies on a sheet, from its upper left corner. */
export interface Spot extends Way {
  readonly x: number;
  readonly y: number;
}

/** Pieces of one size that are still to be laid. */
export interface Kind extends Oblong {
  readonly kind: number;
  readonly count: number;
}

/** A spot that a piece of a kind has been given. */
export interface Given extends Spot {
  readonly kind: number;
}

/** How a piece can lie: as it is, and turned where that is another size and allowed. */
export function waysToLie({ width, height }: Oblong, mayTurn: boolean): readonly Way[] {
  const upright = { width, height, isTurned: false };
  return mayTurn && width !== height ? [upright, { width: height, height: width, isTurned: true }] : [upright];
}

export const fits = (piece: Oblong, room: Oblong): boolean => piece.width <= room.width && piece.height <= room.height;

export const areaOf = ({ width, height }: Oblong): number => width * height;
