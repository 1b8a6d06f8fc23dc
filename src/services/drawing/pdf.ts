import PdfDocument from 'pdfkit';
import {
  type Box,
  boxWithin,
  CUT_LINES,
  groundedNodes,
  groupOf,
  type Scene,
  type SceneNode,
  type WorkshopScene,
} from '@/core/picture';
import { pngOf } from './raster';
import { type ReadImage } from './images';

/** Points of a PDF in a millimetre: its user space unit is 1/72 inch (PDF 32000-1, 8.3.2.3), an inch 25.4 mm. */
const POINTS = 72 / 25.4;

/** How finely pictures are drawn that can’t be outlines, in pixels of a millimetre: 300 to an inch. */
const PIXELS = 300 / 25.4;

/** What is true to no scale is written so wide, in millimetres. */
const USUAL_WIDTH = 200;

type Doc = InstanceType<typeof PdfDocument>;

/**
 * Scenes as a PDF, a page each, as large as the picture really is: outlines stay outlines, pictures become pixels.
 * Where the workshop cuts is a layer of its own, which a program can show alone or leave out.
 */
export async function pdfOf(scenes: readonly WorkshopScene[], read: ReadImage): Promise<Buffer> {
  const doc = new PdfDocument({
    autoFirstPage: false,
    compress: true,
    font: '',
    info: { Title: scenes[0]?.alt, CreationDate: STILL },
  });
  const chunks: Buffer[] = [];
  const whole = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const cutLayer = scenes.some(({ cuts }) => cuts !== undefined) ? layerIn(doc, CUT_LINES) : null;
  const inPixels = new Map<SceneNode, PDFKit.Mixins.ImageSrc>();
  for (const scene of scenes) {
    const millimetres = scene.millimetres ?? USUAL_WIDTH / scene.width;
    const points = millimetres * POINTS;
    const within: Box = { x: 0, y: 0, width: scene.width, height: scene.height };
    doc.addPage({ size: [scene.width * points, scene.height * points], margin: 0 });
    const page: Record<string, unknown> = doc.page.dictionary.data;
    if (scene.trim) page.TrimBox = fromBelow(scene.trim, scene.height, points);
    if (scene.bleed) page.BleedBox = fromBelow(scene.bleed, scene.height, points);
    doc.scale(points);
    const drawing = { doc, read, pixels: PIXELS * millimetres, inPixels };
    for (const node of groundedNodes(scene)) await draw(node, within, drawing);
    if (!cutLayer || !scene.cuts) continue;
    cutLayer.begin();
    for (const node of scene.cuts) await draw(node, within, drawing);
    cutLayer.end();
  }
  cutLayer?.close();
  doc.end();
  return whole;
}

/** A box in points from the lower left corner of its page, as pages name theirs (PDF 32000-1, 14.11.2). */
const fromBelow = ({ x, y, width, height }: Box, whole: number, points: number): number[] =>
  [x, whole - y - height, x + width, whole - y].map((at) => at * points);

/** A layer that can be shown and hidden: an optional content group (PDF 32000-1, 8.11). */
function layerIn(doc: Doc, name: string) {
  const group = doc.ref({ Type: 'OCG', Name: new String(name) });
  return {
    begin() {
      doc.page.resources.data.Properties = { Layer: group };
      doc.addContent('/OC /Layer BDC');
    },
    end() {
      doc.addContent('EMC');
    },
    close() {
      doc._root.data.OCProperties = { OCGs: [group], D: { ON: [group], Order: [group] } };
      group.end(undefined);
    },
  };
}

/** The same picture is the same file, whenever it is written. */
const STILL = new Date(0);

interface Drawing {
  readonly doc: Doc;
  readonly read: ReadImage;
  /** of one unit of the scene */
  readonly pixels: number;
  /** what was drawn in pixels already: what comes again is in the file once */
  readonly inPixels: Map<SceneNode, PDFKit.Mixins.ImageSrc>;
}

/** @param within the part around it that can be seen, where the node is */
async function draw(node: SceneNode, within: Box, drawing: Drawing): Promise<void> {
  const { doc } = drawing;
  switch (node.kind) {
    case 'path':
      if (node.fill?.kind === 'texture') return drawInPixels(node, within, drawing);
      if (node.fill) doc.path(node.d).fill(node.fill.colour);
      if (node.line) doc.path(node.d).lineWidth(node.line.width).stroke(node.line.colour);
      return;
    case 'picture':
      return drawInPixels(node, within, drawing);
    case 'letters':
      throw new Error('letters are drawn as outlines: their face has to be there first');
    case 'group': {
      // What takes on a colour is worked out dot by dot.
      if (node.tint !== null) return drawInPixels(node, within, drawing);
      doc.save();
      if (node.turn) doc.rotate(node.turn.degrees, { origin: [node.turn.x, node.turn.y] });
      if (node.move) doc.translate(node.move.x, node.move.y);
      if (node.grow !== 1) doc.scale(node.grow);
      if (node.opacity < 1) doc.opacity(node.opacity);
      if (node.blend !== 'normal') blendWith(doc, node.blend);
      if (node.clip) doc.rect(node.clip.x, node.clip.y, node.clip.width, node.clip.height).clip();
      const inner = { ...drawing, pixels: drawing.pixels * node.grow };
      const around = boxWithin(node, within);
      for (const child of node.nodes) await draw(child, around, inner);
      doc.restore();
    }
  }
}

const BLEND_NAMES = { multiply: 'Multiply', screen: 'Screen' } as const;

/** Sets how what follows lies on what is below it: the blend mode of the graphics state (PDF 32000-1, 11.3.5). */
function blendWith(doc: Doc, blend: keyof typeof BLEND_NAMES): void {
  const mode = BLEND_NAMES[blend];
  const state = doc.ref({ Type: 'ExtGState', BM: mode });
  state.end(undefined);
  doc.page.ext_gstates[`Blend${mode}`] = state;
  doc.addContent(`/Blend${mode} gs`);
}

/** Draws what is no outline in pixels, as far as it can be seen. */
async function drawInPixels(node: SceneNode, within: Box, { doc, read, pixels, inPixels }: Drawing): Promise<void> {
  const box = node.kind === 'picture' ? (node.moved?.frame ?? node.box) : within;
  const known = inPixels.get(node);
  const image = known ?? doc.openImage(await pngOf(alone(node, box), read, Math.max(1, box.width * pixels)));
  inPixels.set(node, image);
  doc.image(image, box.x, box.y, { width: box.width, height: box.height });
}

/** One thing as a picture of its own, as large as a box around it. */
const alone = (node: SceneNode, box: Box): Scene => ({
  width: box.width,
  height: box.height,
  millimetres: null,
  background: null,
  nodes: [groupOf([node], { move: { x: -box.x, y: -box.y } })],
  alt: '',
  told: [],
});
