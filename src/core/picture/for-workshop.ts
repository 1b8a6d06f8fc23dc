import { type Nesting, type NestingSheet } from '../nesting';
import { lineOf, measureFrom, rectangle } from './outline';
import { type Box, cutAlong, groundedNodes, groupOf, type Scene, type SceneNode } from './scene';

/**
 * Crop marks, in millimetres: how long they are, how far from the corner they begin at least, so that nothing of them
 * is left where it was cut inaccurately, and how wide their lines are (common practice in print).
 */
const MARK = { length: 5, away: 3, line: 0.1 } as const;

/** A drawing for whoever makes the thing. */
export interface WorkshopScene extends Scene {
  /** what is cut out, where it says so: the trim box of a printed page */
  readonly trim?: Box;
  /** that with what is drawn beyond it, to be cut off */
  readonly bleed?: Box;
}

const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

/** What a piece is cut from: all that is drawn, up to its bleed. @param most in millimetres */
function bledOut(scene: Scene, most = Infinity): { readonly bleed: number; readonly node: SceneNode } {
  const bleed = Math.min(bleedOf(scene), most / (scene.millimetres ?? 1));
  const clip = grown({ x: 0, y: 0, width: scene.width, height: scene.height }, bleed);
  return { bleed, node: groupOf(groundedNodes(scene, clip), { clip }) };
}

/** How far something is drawn beyond the edge, in units of the scene. */
const bleedOf = ({ workshop, millimetres }: Scene): number =>
  workshop && millimetres !== null ? Math.max(0, measureFrom(workshop.bleed)) / millimetres : 0;

/**
 * The drawing of a view for the workshop: as it is, and where its view says so with what is drawn beyond its edge and
 * with crop marks at its corners, on a page that is larger by as much.
 */
export function forWorkshop(scene: Scene): WorkshopScene {
  const { workshop, millimetres } = scene;
  if (!workshop || millimetres === null) return scene;
  const { bleed, node } = bledOut(scene);
  const begins = Math.max(MARK.away / millimetres, bleed);
  const ends = begins + MARK.length / millimetres;
  const margin = workshop.marks ? ends : bleed;
  if (margin === 0) return scene;
  const move = { x: margin, y: margin };
  const trim: Box = { ...move, width: scene.width, height: scene.height };
  return {
    ...scene,
    width: scene.width + 2 * margin,
    height: scene.height + 2 * margin,
    background: null,
    nodes: [
      groupOf([node], { move }),
      ...(workshop.marks ? [cropMarks(trim, begins, ends, MARK.line / millimetres)] : []),
    ],
    ...(scene.cuts && { cuts: [groupOf(scene.cuts, { move })] }),
    trim,
    bleed: grown(trim, bleed),
  };
}

/** Two lines at each corner, from so far away from it to so far. */
function cropMarks(trim: Box, begins: number, ends: number, width: number): SceneNode {
  const [right, bottom] = [trim.x + trim.width, trim.y + trim.height];
  const upright = [trim.x, right].flatMap((x) => [
    lineOf(x, trim.y - begins, x, trim.y - ends),
    lineOf(x, bottom + begins, x, bottom + ends),
  ]);
  const level = [trim.y, bottom].flatMap((y) => [
    lineOf(trim.x - begins, y, trim.x - ends, y),
    lineOf(right + begins, y, right + ends, y),
  ]);
  return { kind: 'path', d: [...upright, ...level].join(''), fill: null, line: { colour: '#000000', width } };
}

/** How large the piece of a view really is, in millimetres. */
export const sizeOfPiece = ({ width, height, millimetres }: Pick<Scene, 'width' | 'height' | 'millimetres'>) => ({
  width: width * (millimetres ?? 1),
  height: height * (millimetres ?? 1),
});

/**
 * Sheets with the pieces that were laid on them, in millimetres. Each piece is drawn up to its bleed, but not into
 * another, and cut along its cut lines, or along its edge where it has none.
 *
 * @param scenes of the sizes that were laid, in their order
 */
export function sheetScenes(
  scenes: readonly Scene[],
  { sheets }: Pick<Nesting, 'sheets'>,
  sheet: Pick<NestingSheet, 'width' | 'height' | 'gap'>,
): WorkshopScene[] {
  // A piece that comes again is drawn once.
  const pieces = scenes.map((scene) => {
    const { width, height, millimetres } = scene;
    return {
      grow: millimetres ?? 1,
      high: sizeOfPiece(scene).height,
      drawn: bledOut(scene, sheet.gap / 2).node,
      cuts: scene.cuts ?? [cutAlong(rectangle({ x: 0, y: 0, width, height }), millimetres)],
    };
  });
  return sheets.map((laid, index): WorkshopScene => {
    const placed = laid.flatMap(({ of, x, y, isTurned }) => {
      const piece = pieces[of];
      if (!piece) return [];
      const { grow, high, drawn, cuts } = piece;
      // Turned around the origin, what was moved down lies to the left.
      const lies = isTurned
        ? { move: { x: y, y: -(x + high) }, grow, turn: { degrees: 90, x: 0, y: 0 } }
        : { move: { x, y }, grow };
      return [{ node: groupOf([drawn], lies), cut: groupOf(cuts, lies) }];
    });
    return {
      width: sheet.width,
      height: sheet.height,
      millimetres: 1,
      background: null,
      nodes: placed.map(({ node }) => node),
      cuts: placed.map(({ cut }) => cut),
      alt: `Sheet ${index + 1} of ${sheets.length}`,
      told: [],
    };
  });
}
