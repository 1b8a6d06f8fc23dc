import {
  followed,
  hasOptions,
  type Layer,
  type LayerOf,
  type Option,
  type PictureColour,
  type PictureLength,
  type ProductView,
} from '../catalog';
import { placesOf, type Program, standingView } from '../compile';
import { type CountedAnswer, type PictureView, type ViewSeen } from '../run';
import { type AnsweredFile } from '../selection';
import { laidInFrame, pixelsPerInch } from './in-frame';
import { type Lettering } from './lettering';
import { ellipse, frame, measureFrom, measureLine, rectangle } from './outline';
import { type AnchorPoint, isUpright, type Piece, setAtPoints, setPieces } from './pieces';
import {
  type Box,
  cutAlong,
  groundedNodes,
  groupOf,
  type Paint,
  type PictureTold,
  type Scene,
  type SceneNode,
} from './scene';
import { textNodes } from './text-layer';

/** Of a resolution, what a picture is made from. */
export interface Seen {
  readonly views?: readonly ViewSeen[];
  readonly counted: readonly (Omit<CountedAnswer, 'picks'> & Partial<Pick<CountedAnswer, 'picks'>>)[];
  readonly pictures: readonly PictureView[];
  readonly parts: readonly {
    readonly part: string;
    readonly beside?: readonly string[];
    readonly product: string;
    readonly pieces: number;
    readonly resolution: Seen;
  }[];
}

/** What a picture is drawn with beside the resolution. */
export interface Drawing {
  /** a typeface by its key or where its file is; null while it is not there */
  readonly lettering: (face: string) => Lettering | null;
  /** where the picture is that has been uploaded under a token; null for none that can be shown */
  readonly file: (token: string) => string | null;
}

/** A build is drawn with so many pieces of one part, and parts within parts so deep. */
const MOST_PIECES = 200;
const DEEPEST = 6;

/** So many things are drawn at most, pieces of pieces counted: whatever a definition says, a picture is soon there. */
const MOST_NODES = 20_000;

/** A texture is tiled at most so many times across a view. */
const MOST_TILES = 200;

/** What is left of that, for a picture with all that stands in it. */
interface Budget {
  nodes: number;
}

/** Where a view is drawn: how deep in others, and what may still be drawn. */
interface Within {
  readonly depth: number;
  readonly budget: Budget;
}

const outermost = (): Within => ({ depth: 0, budget: { nodes: MOST_NODES } });

/**
 * Draws a view of an item: what of its layers is seen, from what it resolves to. The same for the same resolution,
 * wherever it is drawn.
 *
 * @param key of the view; the one that stands for the product where it is absent
 * @returns null for a product without that view, and where its size comes to nothing
 */
export function compose(program: Program, seen: Seen, drawing: Drawing, key?: string): Scene | null {
  return composing(program, seen, drawing, key, outermost())?.scene() ?? null;
}

/** A view as it is laid out: its size, and of each layer that is seen the box and the anchor points, in its units. */
export interface Layout {
  readonly width: number;
  readonly height: number;
  readonly boxes: ReadonlyMap<string, Box>;
  /** the anchor points of each layer that has some */
  readonly points: ReadonlyMap<string, readonly AnchorPoint[]>;
}

/** Where the layers of a view lie. @returns null for a product without that view */
export function layoutOf(program: Program, seen: Seen, key: string): Layout | null {
  return composing(program, seen, NOTHING_DRAWN, key, outermost())?.layout() ?? null;
}

const NOTHING_DRAWN: Drawing = { lettering: () => null, file: () => null };

/** A view of an item, ready to be drawn. @param key of the view; the one that stands for it where it is undefined */
function composing(
  program: Program,
  seen: Seen,
  drawing: Drawing,
  key: string | undefined,
  within: Within,
): Composing | null {
  const { views } = program.product;
  const view = key === undefined ? standingView(program.product) : views.find((candidate) => candidate.key === key);
  const state = view && seen.views?.find((candidate) => candidate.view === view.key);
  return view && state ? new Composing(program, seen, drawing, { view, state }, within) : null;
}

/** A view while it is drawn. */
class Composing {
  private readonly told: PictureTold[] = [];
  private readonly cuts: SceneNode[] = [];
  private readonly named: string[] = [];
  private readonly view: ProductView;
  private readonly state: ViewSeen;
  private readonly scale: number | null;
  private readonly size: { readonly width: number; readonly height: number };

  constructor(
    private readonly program: Program,
    private readonly seen: Seen,
    private readonly drawing: Drawing,
    { view, state }: { readonly view: ProductView; readonly state: ViewSeen },
    private readonly within: Within,
  ) {
    this.view = view;
    this.state = state;
    this.scale = view.scale === null ? null : scaleFrom(view.scale);
    this.size = { width: this.length(view.width), height: this.length(view.height) };
  }

  scene(): Scene | null {
    const { width, height } = this.size;
    if (!(width > 0 && height > 0)) return null;
    const shown = new Set(this.state.layers);
    const nodes = this.view.layers.flatMap((layer) => (shown.has(layer.key) ? this.layer(layer) : []));
    return {
      width,
      height,
      millimetres: this.scale,
      background: this.view.background,
      nodes,
      ...(this.cuts.length > 0 && { cuts: this.cuts }),
      ...(this.scale !== null && this.view.workshop && { workshop: this.view.workshop }),
      alt: [this.program.title, ...new Set(this.named)].join(', '),
      told: this.told,
    };
  }

  layout(): Layout {
    const shown = new Set(this.state.layers);
    const boxes = new Map<string, Box>();
    const points = new Map<string, readonly AnchorPoint[]>();
    for (const layer of this.view.layers.filter(({ key }) => shown.has(key))) {
      const box = this.boxOf(layer);
      boxes.set(layer.key, box);
      if (layer.kind === 'pieces' && layer.at.length > 0) points.set(layer.key, this.pointsOf(layer, box));
    }
    return { ...this.size, boxes, points };
  }

  /** A length in the units of the view; 0 for what is no number. */
  private length(length: PictureLength): number {
    if (typeof length === 'string') return measureFrom(length);
    const figure = measureFrom(this.state.figures[followed(length) ?? ''] ?? '0');
    return finite(measureFrom(length.base) + (measureFrom(length.times) * figure) / (this.scale ?? 1));
  }

  /** Where a layer lies: from the point of the view that it keeps its distance to. */
  private boxOf({ anchor, ...layer }: Layer): Box {
    const [width, height] = [this.length(layer.width), this.length(layer.height)];
    const [x, y] = [this.length(layer.x), this.length(layer.y)];
    return {
      x: from(anchor.across === 'left' ? 0 : anchor.across === 'middle' ? 0.5 : 1, x, width, this.size.width),
      y: from(anchor.down === 'top' ? 0 : anchor.down === 'middle' ? 0.5 : 1, y, height, this.size.height),
      width,
      height,
    };
  }

  private layer(layer: Layer): SceneNode[] {
    const box = this.boxOf(layer);
    if (!(box.width > 0 && box.height > 0)) return [];
    const cutBefore = this.cuts.length;
    const nodes = this.nodesOf(layer, box);
    const degrees = measureFrom(layer.turn);
    const turn = degrees === 0 ? null : { degrees, x: box.x + box.width / 2, y: box.y + box.height / 2 };
    // What is cut turns with its layer.
    if (turn && this.cuts.length > cutBefore) this.cuts.push(groupOf(this.cuts.splice(cutBefore), { turn }));
    if (nodes.length === 0 || (degrees === 0 && layer.opacity === 100 && layer.blend === 'normal')) return nodes;
    return [groupOf(nodes, { turn, opacity: layer.opacity / 100, blend: layer.blend })];
  }

  private nodesOf(layer: Layer, box: Box): SceneNode[] {
    switch (layer.kind) {
      case 'picture':
        return this.picture(layer, box);
      case 'shape':
        return this.shape(layer, box);
      case 'text':
        return this.text(layer, box);
      case 'measure':
        return this.measure(layer, box);
      case 'pieces':
        return this.pieces(layer, box);
    }
  }

  private picture(layer: LayerOf<'picture'>, box: Box): SceneNode[] {
    const { fit } = layer;
    const { src, file } = this.sourceOf(layer.from);
    if (!src) return [];
    const place = file?.place ?? null;
    const mask =
      layer.mask === 'ellipse'
        ? ellipse(box)
        : layer.mask === 'rounded'
          ? rectangle(box, Math.min(box.width, box.height) / 10)
          : fit === 'fill' || place
            ? rectangle(box)
            : null;
    const laid = place ? laidInFrame(box, fit, place, file?.extent) : { box, fit };
    if (file) this.tellHowSharp(file, box, fit);
    return [
      {
        kind: 'picture',
        src,
        box: laid.box,
        fit: laid.fit,
        mask,
        tint: layer.tint && this.colour(layer.tint),
        ...(place && { moved: { frame: box, turn: place.turn } }),
      },
    ];
  }

  /** Where the picture of a layer is, null for none; of an uploaded one the file, and the choice that it answers. */
  private sourceOf(picture: LayerOf<'picture'>['from']): {
    readonly src: string | null;
    readonly file?: AnsweredFile & { readonly choice: string };
  } {
    switch (picture.kind) {
      case 'fixed':
        return { src: picture.src || null };
      case 'option': {
        const option = this.chosen(picture.choice);
        return { src: option?.picture ?? option?.texture ?? null };
      }
      case 'file': {
        const { choice } = picture;
        const file = this.answer(choice)?.files?.[0];
        return file ? { src: this.drawing.file(file.token), file: { ...file, choice } } : { src: null };
      }
    }
  }

  /** Tells where a picture has fewer pixels than it needs at the size that it is made in. */
  private tellHowSharp(
    file: AnsweredFile & { readonly choice: string },
    frame: Box,
    fit: LayerOf<'picture'>['fit'],
  ): void {
    const choice = this.program.product.choices.find(({ key }) => key === file.choice);
    if (choice?.kind !== 'file' || choice.perInch === null || this.scale === null) return;
    const perInch = pixelsPerInch(file, frame, fit, this.scale);
    if (perInch !== null && perInch < choice.perInch)
      this.told.push({ code: 'pictureCoarse', title: choice.title, perInch, least: choice.perInch });
  }

  private shape(layer: LayerOf<'shape'>, box: Box): SceneNode[] {
    const corner = measureFrom(layer.corner);
    const d =
      layer.shape === 'ellipse'
        ? ellipse(box)
        : layer.shape === 'frame'
          ? frame(box, measureFrom(layer.bar), corner)
          : rectangle(box, corner);
    const line = layer.line && { colour: layer.line.colour, width: measureFrom(layer.line.width) };
    if (layer.cut) {
      this.cuts.push(cutAlong(d, this.scale, line));
      return [];
    }
    const fill = layer.fill && this.paint(layer.fill, measureFrom(layer.tile));
    return fill || line ? [{ kind: 'path', d, fill, line }] : [];
  }

  private text(layer: LayerOf<'text'>, box: Box): SceneNode[] {
    const colour = this.colour(layer.colour);
    const text = layer.from.kind === 'fixed' ? layer.from.text : this.said(layer.from.choice);
    const face = layer.face.kind === 'fixed' ? layer.face.face : this.chosen(layer.face.choice)?.face;
    if (text === null || colour === null) return [];
    const key = face ?? 'plain';
    return textNodes({ text, box, colour, layer }, this.drawing.lettering(key), key, this.told);
  }

  private measure(layer: LayerOf<'measure'>, box: Box): SceneNode[] {
    const text = this.said(layer.choice);
    if (text === null) return [];
    const size = measureFrom(layer.size);
    const line = measureLine(box, layer.along, size);
    const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    // The figures stand above a line across, and beside one that is upright, turned along it.
    const long = layer.along === 'across' ? box.width : box.height;
    const words: Box = { x: middle.x - long / 2, y: middle.y - size * 1.7, width: long, height: size };
    const face = this.drawing.lettering('plain');
    const figures = textNodes(
      { text, box: words, colour: layer.colour, layer: { ...MEASURED, size: layer.size } },
      face,
      'plain',
      this.told,
    );
    const turned =
      layer.along === 'across' ? figures : [groupOf(figures, { turn: { degrees: -90, x: middle.x, y: middle.y } })];
    return [{ kind: 'path', d: line, fill: null, line: { colour: layer.colour, width: size / 8 } }, ...turned];
  }

  /** Pieces of slots and parts, one on the other, each as it is drawn by itself. */
  private pieces(layer: LayerOf<'pieces'>, box: Box): SceneNode[] {
    const points = this.pointsOf(layer, box);
    const upright = points.length > 0 || isUpright(layer);
    // At a point a piece is as wide as is said, where no scale says it.
    const wide = measureFrom(layer.wide);
    const room = points.length > 0 ? { ...box, width: wide, height: wide } : box;
    const tint = layer.tint && this.colour(layer.tint);
    const takesOn = (place: string) => layer.tinted.length === 0 || layer.tinted.includes(place);
    const found = layer.places
      .flatMap((place) =>
        this.piecesAt(place, room, upright).map((piece) => (takesOn(place) ? { ...piece, tint } : piece)),
      )
      .slice(0, MOST_PIECES);
    const left = found.length - points.length;
    if (points.length > 0 && left > 0) this.told.push({ code: 'piecesLeftOut', drawn: points.length, left });
    const { nodes, cuts } =
      points.length > 0
        ? setAtPoints(found, points, layer.heldBy)
        : // True to scale nothing is made smaller; else everything is seen.
          setPieces(found, layer, box, this.scale === null);
    this.cuts.push(...cuts);
    return nodes;
  }

  private pointsOf({ at }: LayerOf<'pieces'>, box: Box): AnchorPoint[] {
    return at.map(({ x, y, turn }) => ({
      x: box.x + this.length(x),
      y: box.y + this.length(y),
      turn: measureFrom(turn),
    }));
  }

  private piecesAt(place: string, box: Box, upright: boolean): Piece[] {
    const components = placesOf(this.program.kit).filter(({ key }) => key === place);
    return this.seen.parts
      .filter(({ part }) => part === place || part.startsWith(`${place}#`))
      .flatMap((part) => {
        const candidate = components
          .flatMap(({ candidates }) => candidates)
          .find((one) => one.product === part.product);
        if (!candidate || this.within.depth >= DEEPEST) return [];
        const piece = this.pieceOf(candidate.program, part.resolution, box, upright);
        this.named.push(candidate.title);
        return piece ? this.copiesOf(piece, part.pieces) : [];
      });
  }

  /** A piece so many times, as far as that can be drawn. */
  private copiesOf(piece: Piece, pieces: number): Piece[] {
    const { budget } = this.within;
    const size = sizeOf(piece.nodes) + sizeOf(piece.cuts) + 1;
    const copies = Math.max(0, Math.min(pieces, MOST_PIECES, Math.floor(budget.nodes / size)));
    budget.nodes -= copies * size;
    return Array.from({ length: copies }, () => piece);
  }

  private pieceOf(program: Program, seen: Seen, box: Box, upright: boolean): Piece | null {
    const { depth, budget } = this.within;
    const scene = composing(program, seen, this.drawing, undefined, { depth: depth + 1, budget })?.scene();
    if (scene) {
      this.told.push(...scene.told);
      const grow =
        this.scale !== null && scene.millimetres !== null
          ? scene.millimetres / this.scale
          : upright
            ? box.width / scene.width
            : box.height / scene.height;
      return {
        width: scene.width * grow,
        height: scene.height * grow,
        grow,
        tint: null,
        nodes: groundedNodes(scene),
        cuts: scene.cuts ?? [],
      };
    }
    // What has no view of its own brings its picture, in the shape that the shop shows pictures in.
    const layers = seen.pictures[0]?.layers ?? [];
    if (layers.length === 0) return null;
    const [width, height] = upright ? [box.width, (box.width * 3) / 4] : [(box.height * 4) / 3, box.height];
    const own: Box = { x: 0, y: 0, width, height };
    const nodes = layers.map(({ src }): SceneNode => ({
      kind: 'picture',
      src,
      box: own,
      fit: 'whole',
      mask: null,
      tint: null,
    }));
    return { width, height, grow: 1, tint: null, nodes, cuts: [] };
  }

  private answer(choice: string) {
    return this.seen.counted.find((answer) => answer.choice === choice);
  }

  /** What is answered to a choice, as it stands on the picture; null for nothing. */
  private said(choice: string): string | null {
    const answer = this.answer(choice);
    if (!answer) return null;
    const kind = this.program.product.choices.find(({ key }) => key === choice)?.kind;
    const text = kind === 'text' || kind === 'longText' ? answer.value : answer.shown;
    this.named.push(answer.shown);
    return text;
  }

  /** The option that is chosen: of several, the last. */
  private chosen(key: string): Option | null {
    const choice = this.program.product.choices.find((candidate) => candidate.key === key);
    const answer = this.answer(key);
    const pick = answer?.picks?.at(-1);
    if (!choice || !hasOptions(choice) || !answer || !pick) return null;
    this.named.push(answer.shown);
    return choice.options.find((option) => option.key === pick.option) ?? null;
  }

  /** A colour; null while nothing is chosen that has one. */
  private colour(colour: PictureColour): string | null {
    if (colour.kind === 'fixed') return colour.colour;
    const colours = this.chosen(colour.choice)?.colours ?? [];
    return colours[colour.place] ?? colours[0] ?? null;
  }

  private paint(colour: PictureColour, tile: number): Paint | null {
    if (colour.kind === 'chosen' && tile > 0) {
      const texture = this.chosen(colour.choice)?.texture;
      // Tiles that nobody could tell apart are drawn as small as that.
      const width = Math.max(tile, this.size.width / MOST_TILES);
      if (texture) return { kind: 'texture', src: texture, width };
    }
    const plain = this.colour(colour);
    return plain === null ? null : { kind: 'colour', colour: plain };
  }
}

const MEASURED = { smallest: '0', lines: 'one', align: 'middle', arc: null } as const;

/** How many things are drawn by some nodes. */
const sizeOf = (nodes: readonly SceneNode[]): number =>
  nodes.reduce((sum, node) => sum + 1 + (node.kind === 'group' ? sizeOf(node.nodes) : 0), 0);

/** Millimetres of one unit; null for what is no scale. */
const scaleFrom = (text: string): number | null => (measureFrom(text) > 0 ? measureFrom(text) : null);

const finite = (value: number) => (Number.isFinite(value) ? value : 0);

/** Where something begins that keeps a distance to the beginning, the middle or the end of a whole. */
function from(share: number, distance: number, size: number, whole: number): number {
  if (share === 0) return distance;
  return share === 1 ? whole - distance - size : (whole - size) / 2 + distance;
}
