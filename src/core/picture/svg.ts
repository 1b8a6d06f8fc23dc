import { letteringFamily } from '../catalog';
import { xmlText } from '../text';
import { type Extent, UNMOVED } from '../selection';
import { laidInFrame } from './in-frame';
import { coordinate, rectangle } from './outline';
import { type Box, groundedNodes, type Paint, type Scene, type SceneNode } from './scene';

/** An element of an SVG document, as data: written as text, or drawn by whoever shows it. */
export interface SvgElement {
  readonly tag: string;
  /** attributes by their names in SVG; `style` as properties by their names in style sheets */
  readonly attributes: Readonly<Record<string, string>>;
  readonly style?: Readonly<Record<string, string>>;
  readonly children: readonly (SvgElement | string)[];
}

export interface SvgOptions {
  /** begins the names of what is referred to within it, where several stand on one page */
  readonly prefix?: string;
  /** where a picture is found; as the scene says it where it is absent */
  readonly address?: (src: string) => string;
  /**
   * how large a picture is by itself, where that is known and whoever draws may lay it wrong: librsvg distorts a
   * drawing within a turned drawing unless its box has the drawing's own proportions; null for what needs it not
   */
  readonly extent?: (src: string) => Extent | null;
  /** whether it says how large it is in millimetres, where the view is true to scale */
  readonly inMillimetres?: boolean;
  /** whether the lines that the workshop cuts along are drawn, in a group of their own above all else */
  readonly withCuts?: boolean;
  /** how large it says that it is, in pixels; absent for nothing */
  readonly pixels?: { readonly width: number; readonly height: number };
}

/** What the layer of lines that the workshop cuts along is called. */
export const CUT_LINES = 'Cut lines';

const element = (
  tag: string,
  attributes: Readonly<Record<string, string>>,
  children: readonly (SvgElement | string)[] = [],
): SvgElement => ({ tag, attributes, children });

/** A scene as an SVG document. */
export function svgOf(scene: Scene, options: SvgOptions = {}): SvgElement {
  const { width, height, alt } = scene;
  const writing = new Writing(options);
  const drawn = groundedNodes(scene).map((node) => writing.node(node));
  const cuts = options.withCuts ? (scene.cuts ?? []).map((node) => writing.node(node)) : [];
  return {
    tag: 'svg',
    attributes: {
      xmlns: 'http://www.w3.org/2000/svg',
      viewBox: `0 0 ${coordinate(width)} ${coordinate(height)}`,
      ...sizeSaid(scene, options),
      role: 'img',
      'aria-label': alt,
    },
    // Layers blend among themselves, and with nothing of the page.
    style: { isolation: 'isolate' },
    children: [
      ...(writing.shared.length > 0 ? [element('defs', {}, writing.shared)] : []),
      ...drawn,
      ...(cuts.length > 0
        ? [element('g', { id: `${options.prefix ?? ''}cut-lines` }, [element('title', {}, [CUT_LINES]), ...cuts])]
        : []),
    ],
  };
}

function sizeSaid(
  { width, height, millimetres }: Scene,
  { inMillimetres = false, pixels }: SvgOptions,
): Readonly<Record<string, string>> {
  // Whole pixels are hardly ever of exactly its shape.
  if (pixels)
    return { width: coordinate(pixels.width), height: coordinate(pixels.height), preserveAspectRatio: 'none' };
  if (!inMillimetres || millimetres === null) return {};
  return { width: `${coordinate(width * millimetres)}mm`, height: `${coordinate(height * millimetres)}mm` };
}

type PictureFit = Extract<SceneNode, { kind: 'picture' }>['fit'];

/** A document while it is written: what several things refer to is written once. */
class Writing {
  readonly shared: SvgElement[] = [];
  private readonly known = new Map<string, string>();

  constructor(private readonly options: SvgOptions) {}

  node(node: SceneNode): SvgElement {
    switch (node.kind) {
      case 'path':
        return element('path', {
          d: node.d,
          fill: node.fill ? this.paint(node.fill) : 'none',
          ...(node.line && { stroke: node.line.colour, 'stroke-width': coordinate(node.line.width) }),
        });
      case 'picture':
        return this.picture(node);
      case 'letters':
        return element(
          'text',
          {
            x: coordinate(node.x),
            y: coordinate(node.y),
            'font-size': coordinate(node.size),
            'font-family': letteringFamily(node.face) ?? 'serif',
            'text-anchor': { left: 'start', middle: 'middle', right: 'end' }[node.align],
            fill: node.colour,
          },
          [node.text],
        );
      case 'group':
        return this.group(node);
    }
  }

  private group(group: Extract<SceneNode, { kind: 'group' }>): SvgElement {
    const { move, grow, turn, opacity, blend, tint, clip, nodes } = group;
    const transform = [
      ...(turn ? [`rotate(${coordinate(turn.degrees)} ${coordinate(turn.x)} ${coordinate(turn.y)})`] : []),
      ...(move ? [`translate(${coordinate(move.x)} ${coordinate(move.y)})`] : []),
      ...(grow === 1 ? [] : [`scale(${Number(grow.toPrecision(7))})`]),
    ].join(' ');
    return {
      ...element(
        'g',
        {
          ...(transform !== '' && { transform }),
          ...(opacity < 1 && { opacity: coordinate(opacity) }),
          ...(tint !== null && { filter: `url(#${this.tint(tint)})` }),
          ...(clip && { 'clip-path': `url(#${this.mask(rectangle(clip))})` }),
        },
        nodes.map((node) => this.node(node)),
      ),
      ...(blend !== 'normal' && { style: { 'mix-blend-mode': blend } }),
    };
  }

  private picture(node: Extract<SceneNode, { kind: 'picture' }>): SvgElement {
    const { src, mask, tint, moved } = node;
    // What fills its box is cut by its mask; without one, the box cuts it.
    const { box, fit } = node.fit === 'fill' && mask === null ? node : this.laid(src, node.box, node.fit);
    const turn = moved?.turn ?? 0;
    const clip: Readonly<Record<string, string>> = mask === null ? {} : { 'clip-path': `url(#${this.mask(mask)})` };
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const image = this.image(
      src,
      { box, fit },
      {
        ...(turn === 0 ? clip : { transform: `rotate(${coordinate(turn)} ${coordinate(x)} ${coordinate(y)})` }),
        ...(tint !== null && { filter: `url(#${this.tint(tint)})` }),
      },
    );
    // What it is cut to stays upright while it is turned.
    return turn === 0 ? image : element('g', clip, [image]);
  }

  private image(
    src: string,
    { box, fit }: { readonly box: Box; readonly fit: PictureFit },
    more: Readonly<Record<string, string>> = {},
  ): SvgElement {
    return element('image', {
      href: this.address(src),
      x: coordinate(box.x),
      y: coordinate(box.y),
      width: coordinate(box.width),
      height: coordinate(box.height),
      preserveAspectRatio: { whole: 'xMidYMid meet', fill: 'xMidYMid slice', stretch: 'none' }[fit],
      ...more,
    });
  }

  /** Where a picture lies that whoever draws does not lay right: in a box of its own proportions. */
  private laid(src: string, box: Box, fit: PictureFit) {
    const extent = fit === 'stretch' ? null : this.options.extent?.(src);
    return extent ? laidInFrame(box, fit, UNMOVED, extent) : { box, fit };
  }

  private address(src: string): string {
    return this.options.address?.(src) ?? src;
  }

  /** The name of something that is referred to, which is written when it is first asked for. */
  private once(what: string, write: (id: string) => SvgElement): string {
    const known = this.known.get(what);
    if (known !== undefined) return known;
    const id = `${this.options.prefix ?? ''}p${this.known.size + 1}`;
    this.known.set(what, id);
    this.shared.push(write(id));
    return id;
  }

  private mask(d: string): string {
    return this.once(`mask ${d}`, (id) => element('clipPath', { id }, [element('path', { d })]));
  }

  private paint(paint: Paint): string {
    if (paint.kind === 'colour') return paint.colour;
    const size = coordinate(paint.width);
    const tile = { x: 0, y: 0, width: paint.width, height: paint.width };
    const id = this.once(`texture ${size} ${paint.src}`, (name) =>
      element('pattern', { id: name, width: size, height: size, patternUnits: 'userSpaceOnUse' }, [
        this.image(paint.src, this.laid(paint.src, tile, 'fill')),
      ]),
    );
    return `url(#${id})`;
  }

  private tint(colour: string): string {
    return this.once(`tint ${colour}`, (id) =>
      element('filter', { id, x: '0', y: '0', width: '1', height: '1', 'color-interpolation-filters': 'sRGB' }, [
        element('feColorMatrix', { type: 'matrix', values: tintMatrix(colour) }),
      ]),
    );
  }
}

/** Weights of red, green and blue in how light a colour is: `Lum` of Compositing and Blending Level 1 of the W3C. */
const LIGHT = [0.3, 0.59, 0.11] as const;

/**
 * How a picture takes on a colour: its light and shade as grey, multiplied with the colour (`B(cb, cs) = cb × cs`, as
 * the blend mode multiply of Compositing and Blending Level 1); what shines through stays as it is.
 *
 * @param colour `#rrggbb`
 */
export function tintMatrix(colour: string): string {
  const parts = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255);
  const row = (share: number) => [...LIGHT.map((light) => String(Number((light * share).toFixed(4)))), '0', '0'];
  return [...parts.map(row), ['0', '0', '0', '1', '0']].map((line) => line.join(' ')).join(' ');
}

/** Writes an SVG document. */
export function svgText({ tag, attributes, style, children }: SvgElement): string {
  const all = {
    ...attributes,
    ...(style && {
      style: Object.entries(style)
        .map(([name, value]) => `${name}:${value}`)
        .join(';'),
    }),
  };
  const head = `${tag}${Object.entries(all)
    .map(([name, value]) => ` ${name}="${xmlText(value)}"`)
    .join('')}`;
  if (children.length === 0) return `<${head}/>`;
  const inner = children.map((child) => (typeof child === 'string' ? xmlText(child) : svgText(child))).join('');
  return `<${head}>${inner}</${tag}>`;
}
