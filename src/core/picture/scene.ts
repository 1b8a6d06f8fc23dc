import { type blends, type WorkshopDrawing } from '../catalog';
import { rectangle } from './outline';

/** A place on a picture, in the units of its view. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What a surface is covered with: a colour, or a texture in tiles of a width. */
export type Paint =
  | { readonly kind: 'colour'; readonly colour: string }
  | { readonly kind: 'texture'; readonly src: string; readonly width: number };

export type Blend = (typeof blends)[number];

/** One thing on a picture: what lies later lies on top. */
export type SceneNode =
  /** an outline in the commands of SVG paths */
  | {
      readonly kind: 'path';
      readonly d: string;
      readonly fill: Paint | null;
      readonly line: { readonly colour: string; readonly width: number } | null;
    }
  | {
      readonly kind: 'picture';
      readonly src: string;
      readonly box: Box;
      readonly fit: 'whole' | 'fill' | 'stretch';
      /** the outline that it is seen in; null for all of it */
      readonly mask: string | null;
      /** `#rrggbb`; null for its own colours */
      readonly tint: string | null;
      /**
       * of one that was moved, the frame that it is seen in, and degrees clockwise around the middle of its own box;
       * absent for one that lies as it comes
       */
      readonly moved?: { readonly frame: Box; readonly turn: number };
    }
  /** letters whose face is not there yet: drawn by whoever shows the picture */
  | {
      readonly kind: 'letters';
      readonly text: string;
      readonly face: string;
      readonly size: number;
      readonly x: number;
      readonly y: number;
      readonly align: 'left' | 'middle' | 'right';
      readonly colour: string;
    }
  | {
      readonly kind: 'group';
      /** its nodes grow first, are moved then, and turned last around the middle of its box */
      readonly move: { readonly x: number; readonly y: number } | null;
      readonly grow: number;
      readonly turn: { readonly degrees: number; readonly x: number; readonly y: number } | null;
      /** from 0 to 1 */
      readonly opacity: number;
      readonly blend: Blend;
      /** the colour that everything in it takes on, `#rrggbb`; null for its own colours */
      readonly tint: string | null;
      /** the part of it that is seen, where its own nodes are; absent for all of it */
      readonly clip?: Box;
      readonly nodes: readonly SceneNode[];
    };

/** What whoever looks at a picture is told of it. */
export type PictureTold =
  /** heights of capitals, in millimetres where the view is true to scale, else in its units */
  | { readonly code: 'lettersTooSmall'; readonly text: string; readonly height: number; readonly smallest: number }
  | { readonly code: 'lettersMissing'; readonly letters: string }
  /** an uploaded picture, called as its choice, with its pixels to an inch at the size that it is made in */
  | { readonly code: 'pictureCoarse'; readonly title: string; readonly perInch: number; readonly least: number }
  /** pieces at anchor points: so many are drawn, and so many find none */
  | { readonly code: 'piecesLeftOut'; readonly drawn: number; readonly left: number };

/** A picture as a list of what is drawn. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  /** of one unit; null where it is true to no scale */
  readonly millimetres: number | null;
  readonly background: string | null;
  readonly nodes: readonly SceneNode[];
  /** where the workshop cuts: never drawn with the rest; absent where nothing is said of it */
  readonly cuts?: readonly SceneNode[];
  /** what the workshop’s drawing has beside the picture, of a view that is true to scale; absent for nothing */
  readonly workshop?: WorkshopDrawing;
  /** what is seen, in words */
  readonly alt: string;
  readonly told: readonly PictureTold[];
}

/** A group that changes nothing but where its nodes are, as far as said. */
export const groupOf = (
  nodes: readonly SceneNode[],
  changed: Partial<Omit<Extract<SceneNode, { kind: 'group' }>, 'kind' | 'nodes'>>,
): SceneNode => ({
  kind: 'group',
  move: null,
  grow: 1,
  turn: null,
  opacity: 1,
  blend: 'normal',
  tint: null,
  nodes,
  ...changed,
});

/** A line that is cut along, where nothing is said of it: how wide, in millimetres, and in which colour. */
const HAIRLINE = 0.1;
const CUT_COLOUR = '#d5006d';

/** An outline to cut along. @param millimetres of one unit; null where it is true to no scale */
export const cutAlong = (
  d: string,
  millimetres: number | null,
  line: { readonly colour: string; readonly width: number } | null = null,
): SceneNode => ({
  kind: 'path',
  d,
  fill: null,
  line: { colour: line?.colour ?? CUT_COLOUR, width: line?.width || HAIRLINE / (millimetres ?? 1) },
});

/** What a scene draws, with the ground that it has. @param ground where that is; absent for all of the scene */
export function groundedNodes(
  { nodes, background, width, height }: Scene,
  ground: Box = { x: 0, y: 0, width, height },
): readonly SceneNode[] {
  if (background === null) return nodes;
  return [{ kind: 'path', d: rectangle(ground), fill: { kind: 'colour', colour: background }, line: null }, ...nodes];
}

/** The sources of all pictures and textures of a scene, each once. */
export function sourcesOf(nodes: readonly SceneNode[]): ReadonlySet<string> {
  const found = new Set<string>();
  const visit = (node: SceneNode): void => {
    if (node.kind === 'group') node.nodes.forEach(visit);
    else if (node.kind === 'picture') found.add(node.src);
    else if (node.kind === 'path' && node.fill?.kind === 'texture') found.add(node.fill.src);
  };
  nodes.forEach(visit);
  return found;
}

/**
 * What of a box is around the nodes of a group, where these are: the least upright box, as the group may be turned;
 * of a group that is seen in part, that part.
 */
export function boxWithin(
  { move, grow, turn, clip }: Extract<SceneNode, { kind: 'group' }>,
  { x, y, width, height }: Box,
): Box {
  if (clip) return clip;
  const angle = turn ? (-turn.degrees * Math.PI) / 180 : 0;
  const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];
  // Back the way that its nodes went: turned, moved, grown.
  const corners = [
    [x, y],
    [x + width, y],
    [x, y + height],
    [x + width, y + height],
  ].map(([across = 0, down = 0]) => {
    const [dx, dy] = turn ? [across - turn.x, down - turn.y] : [across, down];
    const [backX, backY] = turn ? [turn.x + dx * cosine - dy * sine, turn.y + dx * sine + dy * cosine] : [across, down];
    return { x: (backX - (move?.x ?? 0)) / grow, y: (backY - (move?.y ?? 0)) / grow };
  });
  const [left, top] = [Math.min(...corners.map((corner) => corner.x)), Math.min(...corners.map((corner) => corner.y))];
  return {
    x: left,
    y: top,
    width: Math.max(...corners.map((corner) => corner.x)) - left,
    height: Math.max(...corners.map((corner) => corner.y)) - top,
  };
}
