import { type LayerOf } from '../catalog';
import { measureFrom } from './outline';
import { type Box, groupOf, type SceneNode } from './scene';

/** A piece of a build as it is drawn by itself, in the units of the picture that it is part of. */
export interface Piece {
  readonly width: number;
  readonly height: number;
  /** how much its own nodes grow to that size */
  readonly grow: number;
  /** the colour that it takes on; null for its own */
  readonly tint: string | null;
  readonly nodes: readonly SceneNode[];
  /** where it is cut */
  readonly cuts: readonly SceneNode[];
}

/** Pieces where they lie, and where they are cut. */
export interface SetPieces {
  readonly nodes: SceneNode[];
  readonly cuts: SceneNode[];
}

/** A piece where it lies; what is cut takes on no colour. */
const setOne = ({ tint, nodes, cuts }: Piece, lies: Parameters<typeof groupOf>[1]): SetPieces => ({
  nodes: [groupOf(nodes, { ...lies, tint })],
  cuts: cuts.length > 0 ? [groupOf(cuts, lies)] : [],
});

const together = (set: readonly SetPieces[]): SetPieces => ({
  nodes: set.flatMap(({ nodes }) => nodes),
  cuts: set.flatMap(({ cuts }) => cuts),
});

type PiecesLayer = Pick<LayerOf<'pieces'>, 'towards' | 'gap'>;

/** Whether pieces stand on each other, rather than beside each other. */
export const isUpright = ({ towards }: Pick<PiecesLayer, 'towards'>): boolean => towards === 'up' || towards === 'down';

/**
 * Sets pieces one after the other into a box, from the side where it begins.
 *
 * @param shrinks whether they are made smaller where they would not fit
 */
export function setPieces(found: readonly Piece[], layer: PiecesLayer, box: Box, shrinks: boolean): SetPieces {
  const upright = isUpright(layer);
  const gap = measureFrom(layer.gap);
  const along = ({ width, height }: Pick<Piece, 'width' | 'height'>) => (upright ? height : width);
  const whole = found.reduce((sum, piece) => sum + along(piece) + gap, -gap);
  const further = shrinks && whole > along(box) && whole > 0 ? along(box) / whole : 1;
  let at = 0;
  const set = found.map((piece) => {
    const size = { width: piece.width * further, height: piece.height * further };
    const move = spot(layer.towards, box, at, size.width, size.height);
    at += along(size) + gap * further;
    return setOne(piece, { move, grow: piece.grow * further });
  });
  return together(set);
}

/** A point that holds a piece, in the units of the picture. */
export interface AnchorPoint {
  readonly x: number;
  readonly y: number;
  /** degrees clockwise around it */
  readonly turn: number;
}

/** Of its width and height, where a piece is held. */
const HELD = {
  middle: [0.5, 0.5],
  top: [0.5, 0],
  bottom: [0.5, 1],
  left: [0, 0.5],
  right: [1, 0.5],
} as const satisfies Readonly<Record<LayerOf<'pieces'>['heldBy'], readonly [number, number]>>;

/** Sets pieces at points, each at its own, as far as there are points. */
export function setAtPoints(
  found: readonly Piece[],
  points: readonly AnchorPoint[],
  heldBy: LayerOf<'pieces'>['heldBy'],
): SetPieces {
  const [across, down] = HELD[heldBy];
  const set = points.flatMap(({ x, y, turn }, index) => {
    const piece = found[index];
    if (!piece) return [];
    const move = { x: x - piece.width * across, y: y - piece.height * down };
    return [setOne(piece, { move, grow: piece.grow, turn: turn === 0 ? null : { degrees: turn, x, y } })];
  });
  return together(set);
}

/** Where a piece lies that comes after so much else. */
function spot(
  towards: PiecesLayer['towards'],
  box: Box,
  at: number,
  width: number,
  height: number,
): { x: number; y: number } {
  const across = box.x + (box.width - width) / 2;
  const down = box.y + (box.height - height) / 2;
  switch (towards) {
    case 'up':
      return { x: across, y: box.y + box.height - at - height };
    case 'down':
      return { x: across, y: box.y + at };
    case 'right':
      return { x: box.x + at, y: down };
    case 'left':
      return { x: box.x + box.width - at - width, y: down };
  }
}
