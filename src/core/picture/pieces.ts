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

type PiecesLayer = Pick<LayerOf<'pieces'>, 'towards' | 'gap'>;

/** Whether pieces stand on each other, rather than beside each other. */
export const isUpright = ({ towards }: Pick<PiecesLayer, 'towards'>): boolean => towards === 'up' || towards === 'down';

/**
 * Sets pieces one after the other into a box, from the side where it begins.
 *
 * @param shrinks whether they are made smaller where they would not fit
 */
export function setPieces(
  found: readonly Piece[],
  layer: PiecesLayer,
  box: Box,
  shrinks: boolean,
): { readonly nodes: SceneNode[]; readonly cuts: SceneNode[] } {
  const upright = isUpright(layer);
  const gap = measureFrom(layer.gap);
  const along = ({ width, height }: Pick<Piece, 'width' | 'height'>) => (upright ? height : width);
  const whole = found.reduce((sum, piece) => sum + along(piece) + gap, -gap);
  const further = shrinks && whole > along(box) && whole > 0 ? along(box) / whole : 1;
  let at = 0;
  const cut: SceneNode[] = [];
  const drawn = found.map(({ width, height, grow, tint, nodes, cuts }) => {
    const size = { width: width * further, height: height * further };
    const move = spot(layer.towards, box, at, size.width, size.height);
    at += along(size) + gap * further;
    if (cuts.length > 0) cut.push(groupOf(cuts, { move, grow: grow * further }));
    return groupOf(nodes, { move, grow: grow * further, tint });
  });
  return { nodes: drawn, cuts: cut };
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
