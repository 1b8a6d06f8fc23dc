import { decodePDFRawStream, PDFArray, PDFDict, PDFDocument, PDFName, PDFRawStream, PDFString } from 'pdf-lib';
import * as opentype from 'opentype.js';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { forWorkshop, groupOf, type Scene, type SceneNode, svgOf, svgText } from '@/core/picture';
import { fontFrom, letteringFrom } from '@/core/picture/font-file';
import { setLine } from '@/core/picture/lettering';
import { pdfOf } from '@/services/drawing/pdf';
import { pngOf } from '@/services/drawing/raster';

const scene = (nodes: readonly SceneNode[], more: Partial<Scene> = {}): Scene => ({
  width: 70,
  height: 50,
  millimetres: 1,
  background: null,
  nodes,
  alt: 'A label',
  told: [],
  ...more,
});

const nothing = () => Promise.resolve(null);

describe('true to scale', () => {
  /**
   * PDF 32000-1:2008, 8.3.2.3: a unit of default user space is 1/72 inch. An inch is 25.4 mm exactly (international
   * yard and pound agreement, 1959).
   */
  it.each([
    [70, 50, 1, 198.43, 141.73],
    [254, 25.4, 1, 720, 72],
    [70, 50, 0.5, 99.21, 70.87],
  ])('%d × %d units of %d mm are so many points', async (width, height, millimetres, across, down) => {
    const pdf = await PDFDocument.load(await pdfOf([scene([], { width, height, millimetres })], nothing));
    const [page] = pdf.getPages();
    expect(page?.getWidth()).toBeCloseTo(across, 2);
    expect(page?.getHeight()).toBeCloseTo(down, 2);
    expect(pdf.getPageCount()).toBe(1);
  });

  /** SVG 2, 8.2 and CSS Values 4, 6.2: lengths in mm are drawn at that size, 72 pixels to an inch here. */
  it('an SVG says its millimetres, and is drawn at that size', async () => {
    const svg = svgText(
      svgOf(scene([], { width: 25.4, height: 50.8, background: '#ff0000' }), { inMillimetres: true }),
    );
    const { width, height } = await sharp(Buffer.from(svg)).metadata();
    expect([width, height]).toEqual([72, 144]);
  });
});

describe('what a label is printed and cut from', () => {
  const label = (more: Partial<Scene> = {}) => {
    const ground: SceneNode = {
      kind: 'path',
      d: 'M-9 -9H79V59H-9Z',
      fill: { kind: 'colour', colour: '#2d4a3a' },
      line: null,
    };
    const workshop = { bleed: '3', marks: true, sheet: null };
    return forWorkshop(scene([ground], { workshop, ...more }));
  };
  const boxOf = (box: { x: number; y: number; width: number; height: number } | undefined) =>
    [box?.x, box?.y, box?.width, box?.height].map((points) => ((points ?? 0) * 25.4) / 72);

  /** PDF 32000-1:2008, 14.11.2: the trim box is the finished page, the bleed box what is clipped to in production. */
  it('says as PDF what of its page is cut out, and what is drawn beyond', async () => {
    const pdf = await PDFDocument.load(await pdfOf([label()], nothing));
    const page = pdf.getPage(0);
    // 8 mm on every side: marks of 5 mm begin 3 mm away.
    expect([page.getWidth(), page.getHeight()].map((points) => (points * 25.4) / 72)).toEqual([
      expect.closeTo(86, 3),
      expect.closeTo(66, 3),
    ]);
    const near = (...sizes: number[]) => sizes.map((size) => expect.closeTo(size, 3) as number);
    expect(boxOf(page.getTrimBox())).toEqual(near(8, 8, 70, 50));
    expect(boxOf(page.getBleedBox())).toEqual(near(5, 5, 76, 56));
  });

  it('is drawn up to its bleed and no further, with marks outside it', async () => {
    const svg = svgText(svgOf(label(), { pixels: { width: 860, height: 660 } }));
    const { data, info } = await sharp(Buffer.from(svg)).flatten({ background: '#fff' }).raw().toBuffer({
      resolveWithObject: true,
    });
    const at = (x: number, y: number) => data[(Math.round(y * 10) * info.width + Math.round(x * 10)) * info.channels];
    expect([at(5.3, 33), at(80.6, 33), at(43, 5.3), at(43, 60.6)]).toEqual([45, 45, 45, 45]);
    expect([at(4.7, 33), at(81.4, 33), at(43, 4.7), at(43, 61.4)]).toEqual([255, 255, 255, 255]);
    // A mark of 0.1 mm on the line of the left edge, from 0 to 5 mm from the end of the page.
    expect([at(8, 2.5), at(8, 63.5), at(2.5, 8)].every((grey) => (grey ?? 255) < 200)).toBe(true);
    expect(at(10, 2.5)).toBe(255);
  });

  /** PDF 32000-1:2008, 8.11: an optional content group, named in the catalog, and marked content that belongs to it. */
  it('has what is cut along on a layer of its own', async () => {
    const cuts: SceneNode[] = [
      { kind: 'path', d: 'M5 5H65V45H5Z', fill: null, line: { colour: '#d5006d', width: 0.1 } },
    ];
    const pdf = await PDFDocument.load(await pdfOf([label({ cuts })], nothing));
    const properties = pdf.catalog.lookup(PDFName.of('OCProperties'), PDFDict);
    const [group] = properties.lookup(PDFName.of('OCGs'), PDFArray).asArray();
    expect(pdf.context.lookup(group, PDFDict).lookup(PDFName.of('Name'), PDFString).decodeText()).toBe('Cut lines');
    const page = pdf.getPage(0).node;
    expect(page.Resources()?.lookup(PDFName.of('Properties'), PDFDict).get(PDFName.of('Layer'))).toBe(group);
    const contents = page.Contents();
    const stream = contents instanceof PDFRawStream ? decodePDFRawStream(contents).decode() : new Uint8Array();
    const text = Buffer.from(stream).toString('latin1');
    expect(text.slice(text.indexOf('/OC /Layer BDC'), text.indexOf('EMC'))).toMatch(/\bS\b/);
    // What has no line to cut along has no such layer.
    expect((await PDFDocument.load(await pdfOf([label()], nothing))).catalog.has(PDFName.of('OCProperties'))).toBe(
      false,
    );
  });
});

describe('letters', () => {
  const bytes = readFileSync('node_modules/@fontsource/cinzel/files/cinzel-latin-400-normal.woff');
  const file = new Uint8Array(bytes).buffer;
  const font = ('default' in opentype ? (opentype.default as typeof opentype) : opentype).parse(file);
  const face = letteringFrom([fontFrom(file)]);

  /** Beside the advance widths (hmtx) and kerning (GPOS) that the font file itself states. */
  it.each(['AVATAR', 'BEE', 'Lark & Sons', 'TO. 1923'])('%s is as wide as the font file says', (text) => {
    const glyphs = [...text].map((sign) => font.charToGlyph(sign));
    const advances = glyphs.reduce((sum, glyph) => sum + (glyph.advanceWidth ?? 0), 0);
    const kerning = glyphs
      .slice(1)
      .reduce((sum, glyph, index) => sum + font.getKerningValue(glyphs[index] ?? glyph, glyph), 0);
    expect(setLine(text, face).width).toBeCloseTo((advances + kerning) / font.unitsPerEm, 9);
    if (text === 'AVATAR') expect(kerning).toBeLessThan(0);
  });

  it('have capitals as tall as the file says', () => {
    const [, ...tall] = face.letter('H')?.outline.flatMap(({ points }) => points.filter((_, at) => at % 2 === 1)) ?? [];
    expect(-Math.min(...tall)).toBeCloseTo(face.capitals, 2);
  });
});

describe('an uploaded picture that is moved in its frame', () => {
  const half = (x: number, colour: string) => `<rect x="${x}" width="20" height="20" fill="${colour}"/>`;
  /** Red on the left, blue on the right. */
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20">${half(0, '#ff0000')}${half(20, '#0000ff')}</svg>`;
  const src = `data:image/svg+xml;base64,${Buffer.from(drawn).toString('base64')}`;
  const frame = { x: 20, y: 10, width: 40, height: 30 };
  const moved = (turn: number): SceneNode => ({
    kind: 'picture',
    src,
    box: { x: 20, y: 15, width: 40, height: 20 },
    fit: 'stretch',
    mask: 'M20 10H60V40H20Z',
    tint: null,
    moved: { frame, turn },
  });

  async function pixels(png: Buffer | string, width: number) {
    const { data, info } = await sharp(Buffer.from(png)).resize(width).removeAlpha().raw().toBuffer({
      resolveWithObject: true,
    });
    return (x: number, y: number) => [...data.subarray(3 * (y * info.width + x), 3 * (y * info.width + x) + 3)];
  }

  /**
   * SVG 2, 8.5 The transform property, with CSS Transforms 1, 13: rotate(90) takes (1, 0) to (0, 1), clockwise as y
   * points downwards; so what was left is above, and what was right below.
   */
  it('is turned clockwise around its middle, and cut by a frame that stays upright', async () => {
    const at = await pixels(svgText(svgOf(scene([moved(90)], { background: '#ffffff' }))), 70);
    expect([at(40, 14), at(40, 36)]).toEqual([
      [255, 0, 0],
      [0, 0, 255],
    ]);
    // It would reach from 5 to 45; the frame begins at 10 and ends at 40, and is as wide as the picture is high.
    expect([at(40, 7), at(40, 43), at(25, 25), at(55, 25)]).toEqual(Array.from({ length: 4 }, () => [255, 255, 255]));
  });

  /** PDF 32000-1, 8.9.5: an image is painted in a unit square that the matrix takes to its place. */
  it('is printed as large as its frame, wherever it reaches', async () => {
    const read = () => Promise.resolve({ type: 'image/svg+xml', bytes: Buffer.from(drawn) });
    const pdf = await PDFDocument.load(await pdfOf([scene([moved(90)])], read));
    const images = pdf.context
      .enumerateIndirectObjects()
      .flatMap(([, object]) => (object instanceof PDFRawStream ? [object.dict] : []))
      .filter((dict) => dict.get(PDFName.of('Subtype')) === PDFName.of('Image') && dict.has(PDFName.of('SMask')));
    // 300 pixels to an inch: 40 mm are 472.4.
    const [width, height] = ['Width', 'Height'].map((name) => Number(images[0]?.get(PDFName.of(name))?.toString()));
    expect(width).toBeCloseTo((40 / 25.4) * 300, -1);
    expect(height).toBeCloseTo((30 / 25.4) * 300, -1);
  });
});

describe('a drawing within a view', () => {
  /** SVG 2, 8.8 preserveAspectRatio: uniform scaling, whatever transform the element has; beside a photograph of it. */
  it.each([
    ['whole', 30],
    ['fill', 30],
    ['whole', -75],
    ['fill', 200],
  ] as const)('keeps its proportions where it is turned: %s, by %d°', async (fit, degrees) => {
    const bytes = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="800" height="400" viewBox="0 0 80 40"><path d="M0 0h80v40h-80z" fill="#d9b98a"/><circle cx="20" cy="20" r="12" fill="#2d4a3a"/></svg>',
    );
    const box = { x: 15, y: 10, width: 40, height: 30 };
    const picture: SceneNode = {
      kind: 'picture',
      src: 'drawing',
      box,
      fit,
      mask: fit === 'fill' ? 'M15 10H55V40H15Z' : null,
      tint: null,
    };
    const turned = scene([groupOf([picture], { turn: { degrees, x: 35, y: 25 } })], { background: '#ffffff' });
    const png = await sharp(bytes).png().toBuffer();
    const pixelsBy = async (type: string, as: Buffer) => {
      const drawnIt = await pngOf(turned, () => Promise.resolve({ type, bytes: as }), 350);
      return sharp(drawnIt).greyscale().raw().toBuffer();
    };
    const [one, other] = [await pixelsBy('image/svg+xml', bytes), await pixelsBy('image/png', png)];
    // Edges are softened otherwise: one pixel in a hundred may be another.
    const others = one.filter((grey, at) => Math.abs(grey - (other[at] ?? 0)) > 40).length;
    expect(others / one.length).toBeLessThan(0.01);
  });
});

describe('colours', () => {
  /** What one pixel of a picture is, drawn by a library that is not ours (librsvg). */
  async function pixel(nodes: readonly SceneNode[], background: string): Promise<number[]> {
    const svg = svgText(svgOf(scene(nodes, { width: 10, height: 10, millimetres: null, background })));
    const { data } = await sharp(Buffer.from(svg))
      .resize(10, 10)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return [...data.subarray(3 * 55, 3 * 55 + 3)];
  }
  const parts = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255);
  const box = { x: 0, y: 0, width: 10, height: 10 };

  /** Compositing and Blending Level 1 (W3C), 9.1.2: B(cb, cs) = cb × cs; 9.1.3: B(cb, cs) = cb + cs − cb × cs. */
  it.each([
    ['multiply', '#c08040', '#80a0e0', (cb: number, cs: number) => cb * cs],
    ['screen', '#c08040', '#80a0e0', (cb: number, cs: number) => cb + cs - cb * cs],
    ['multiply', '#ffffff', '#123456', (cb: number, cs: number) => cb * cs],
  ] as const)('%s of %s and %s is as the specification has it', async (blend, below, above, formula) => {
    const node: SceneNode = {
      kind: 'group',
      move: null,
      grow: 1,
      turn: null,
      opacity: 1,
      blend,
      tint: null,
      nodes: [{ kind: 'path', d: 'M0 0H10V10H0Z', fill: { kind: 'colour', colour: above }, line: null }],
    };
    const expected = parts(below).map((cb, index) => Math.round(formula(cb, parts(above)[index] ?? 0) * 255));
    (await pixel([node], below)).forEach((value, index) =>
      expect(Math.abs(value - (expected[index] ?? 0))).toBeLessThanOrEqual(1),
    );
  });

  /** The same specification, 9.2: Lum(C) = 0.3 red + 0.59 green + 0.11 blue; a tint is that grey, multiplied. */
  it.each([
    ['#ffffff', '#5b7a5e'],
    ['#8d8d8d', '#5b7a5e'],
    ['#d0b090', '#204080'],
    ['#000000', '#ff0000'],
  ])('a surface of %s takes on %s with its light and shade', async (own, tint) => {
    const picture = `<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><rect width="10" height="10" fill="${own}"/></svg>`;
    const src = `data:image/svg+xml;base64,${Buffer.from(picture).toString('base64')}`;
    const [red = 0, green = 0, blue = 0] = parts(own);
    const light = 0.3 * red + 0.59 * green + 0.11 * blue;
    const expected = parts(tint).map((part) => Math.round(part * light * 255));
    const found = await pixel([{ kind: 'picture', src, box, fit: 'stretch', mask: null, tint }], '#ffffff');
    found.forEach((value, index) => expect(Math.abs(value - (expected[index] ?? 0))).toBeLessThanOrEqual(1));
  });
});
