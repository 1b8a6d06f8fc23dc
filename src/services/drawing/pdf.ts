import PdfDocument from 'pdfkit';
import { groundedNodes, groupOf, type Scene, type SceneNode } from '@/core/picture';
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
 * A scene as a PDF of one page, as large as the picture really is: outlines stay outlines, pictures become pixels.
 */
export async function pdfOf(scene: Scene, read: ReadImage): Promise<Buffer> {
  const millimetres = scene.millimetres ?? USUAL_WIDTH / scene.width;
  const size: [number, number] = [scene.width * millimetres * POINTS, scene.height * millimetres * POINTS];
  const doc = new PdfDocument({
    size,
    margin: 0,
    compress: true,
    font: '',
    info: { Title: scene.alt, CreationDate: STILL },
  });
  const chunks: Buffer[] = [];
  const whole = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  doc.scale(millimetres * POINTS);
  const drawing = { doc, read, pixels: PIXELS * millimetres };
  for (const node of groundedNodes(scene)) await draw(node, scene, drawing);
  doc.end();
  return whole;
}

/** The same picture is the same file, whenever it is written. */
const STILL = new Date(0);

interface Drawing {
  readonly doc: Doc;
  readonly read: ReadImage;
  /** of one unit of the scene */
  readonly pixels: number;
}

async function draw(node: SceneNode, within: Scene, drawing: Drawing): Promise<void> {
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
      const inner = { ...drawing, pixels: drawing.pixels * node.grow };
      for (const child of node.nodes) await draw(child, within, inner);
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

/** Draws what is no outline in pixels, as far as it reaches into the picture. */
async function drawInPixels(node: SceneNode, { width, height }: Scene, { doc, read, pixels }: Drawing): Promise<void> {
  const box = node.kind === 'picture' ? (node.moved?.frame ?? node.box) : { x: 0, y: 0, width, height };
  const alone: Scene = {
    width: box.width,
    height: box.height,
    millimetres: null,
    background: null,
    nodes: [groupOf([node], { move: { x: -box.x, y: -box.y } })],
    alt: '',
    told: [],
  };
  const png = await pngOf(alone, read, Math.max(1, box.width * pixels));
  doc.image(png, box.x, box.y, { width: box.width, height: box.height });
}
