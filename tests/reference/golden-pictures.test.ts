import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { type UploadedFile } from '@/core/catalog';
import { compose } from '@/core/picture';
import { letteringWith } from '@/services/drawing/lettering';
import { pngOf } from '@/services/drawing/raster';
import { shopOf } from '../fixtures/shop-of';

/**
 * Every kind of layer beside a picture of it that somebody has looked at, pixel by pixel. What is drawn otherwise on
 * purpose is kept anew, and looked at:
 * `GOLDEN=keep npx vitest run --project unit tests/reference/golden-pictures.test.ts`
 */
const FOLDER = join(import.meta.dirname, 'golden');

/** So many of its 255 steps a pixel may differ, and so many of a thousand pixels may differ by more. */
const STEPS = 16;
const PER_THOUSAND = 2;

const drawn = (body: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="80" height="40" viewBox="0 0 80 40">${body}</svg>`);
const SHADED = `<defs><linearGradient id="g"><stop stop-color="#fff"/><stop offset="1" stop-color="#555"/></linearGradient></defs><rect width="80" height="40" fill="url(#g)"/>`;
const images: Readonly<Record<string, Buffer>> = {
  '/pictures/shaded': drawn(`${SHADED}<circle cx="20" cy="20" r="12" fill="#888"/>`),
  '/pictures/weave': drawn('<path d="M0 0h40v20h-40zM40 20h40v20h-40z" fill="#7a5b2e"/>'),
  logo: drawn('<path d="M0 0h40v40h-40z" fill="#b5651d"/><path d="M40 0h40v40h-40z" fill="#2d4a3a"/>'),
};
const logo: UploadedFile = {
  name: 'logo.svg',
  type: 'svg',
  size: 900,
  extent: { width: 80, height: 40, isDrawing: true },
};

const colour = (value: string) => ({ kind: 'fixed', colour: value });
const chosen = { kind: 'chosen', choice: 'cloth' };
const PICTURE = { kind: 'picture', from: { kind: 'fixed', src: '/pictures/shaded' } };
const FILE = { kind: 'picture', from: { kind: 'file', choice: 'logo' } };
const SHAPE = { kind: 'shape', fill: colour('#b5651d') };
const TEXT = { kind: 'text', from: { kind: 'answer', choice: 'words' }, size: '14' };

/** Of each kind of layer, its kinds: two in a row. */
const SHEETS: Readonly<Record<string, readonly object[]>> = {
  pictures: [
    PICTURE,
    { ...PICTURE, fit: 'fill', mask: 'ellipse' },
    { ...PICTURE, fit: 'stretch', mask: 'rounded' },
    { ...PICTURE, fit: 'fill', tint: chosen },
  ],
  uploads: [FILE, { ...FILE, mask: 'ellipse' }, { ...FILE, fit: 'fill' }, { ...FILE, fit: 'stretch', turn: '15' }],
  shapes: [
    { ...SHAPE, corner: '12' },
    { ...SHAPE, shape: 'ellipse', line: { colour: '#1f1a14', width: '3' } },
    { ...SHAPE, shape: 'frame', bar: '8', corner: '6', turn: '10' },
    { kind: 'shape', fill: { kind: 'chosen', choice: 'mesh' }, tile: '20' },
  ],
  texts: [
    TEXT,
    { ...TEXT, face: { kind: 'fixed', face: 'slab' }, arc: '60', colour: chosen },
    { ...TEXT, face: { kind: 'fixed', face: 'plain' }, lines: 'wrapped', size: '12', width: '70', align: 'left' },
    { kind: 'measure', choice: 'length', size: '10' },
  ],
  pieces: [
    { kind: 'pieces', places: ['boxes'], gap: '2' },
    { kind: 'pieces', places: ['boxes'], towards: 'right', gap: '-6', tint: chosen },
    { kind: 'pieces', places: ['boxes'], towards: 'down', turn: '12' },
    { kind: 'pieces', places: ['boxes'], towards: 'left', opacity: 60 },
  ],
  blends: [
    { ...SHAPE, opacity: 50 },
    { ...SHAPE, blend: 'multiply' },
    { ...SHAPE, blend: 'screen' },
    { ...PICTURE, blend: 'multiply', opacity: 70, turn: '-20' },
  ],
};

function sheetOf(layers: readonly object[]) {
  const place = (index: number) => ({
    key: `l${index}`,
    x: String(10 + (index % 2) * 110),
    y: String(10 + Math.floor(index / 2) * 70),
    width: '100',
    height: '60',
  });
  const shop = shopOf([
    {
      choices: [
        { kind: 'file', key: 'logo', title: 'Logo', types: ['svg'], moved: true },
        { kind: 'text', key: 'words', title: 'Words', maxCharacters: 40 },
        { kind: 'measure', key: 'length', title: 'Length', unit: 'mm', min: '1', max: '900' },
        {
          kind: 'swatch',
          key: 'cloth',
          title: 'Cloth',
          options: [{ key: 'moss', title: 'Moss', colours: ['#5b7a5e'] }],
        },
        {
          kind: 'swatch',
          key: 'mesh',
          title: 'Mesh',
          options: [{ key: 'weave', title: 'Weave', texture: '/pictures/weave' }],
        },
        {
          kind: 'slot',
          key: 'boxes',
          title: 'Boxes',
          least: 1,
          most: 4,
          options: ['deep', 'bare'].map((key) => ({ key, title: key })),
        },
      ],
      views: [
        {
          key: 'all',
          title: 'All',
          width: '230',
          height: '150',
          background: '#e8d8b8',
          layers: layers.map((layer, index) => ({ ...place(index), ...layer })),
        },
      ],
    },
    {
      slug: 'deep',
      title: 'Deep box',
      views: [
        {
          key: 'front',
          title: 'Front',
          width: '80',
          height: '24',
          background: '#d9b98a',
          layers: [
            { ...SHAPE, key: 'handle', x: '30', y: '8', width: '20', height: '8', corner: '4' },
            { ...SHAPE, key: 'cut', width: '80', height: '24', cut: true },
          ],
        },
      ],
    },
    { slug: 'bare', title: 'Bare box', pictures: [{ src: '/pictures/shaded', alt: '' }] },
  ]);
  const answers = {
    logo: [{ file: 'logo', across: 12, down: -8, size: 130, turn: 30 }],
    words: 'Lark & Sons 1923',
    length: '480',
    cloth: 'moss',
    mesh: 'weave',
    boxes: [{ product: 'deep', quantity: 2 }, { product: 'bare' }],
  };
  return { program: shop.program(), seen: shop.ask(answers, 1, { files: () => logo }) };
}

const pixels = async (png: Buffer) => (await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true })).data;

describe('a view', () => {
  it.each(Object.keys(SHEETS))('looks as it did: %s', async (name) => {
    const faces = await letteringWith([], () => Promise.resolve(null));
    const { program, seen } = sheetOf(SHEETS[name] ?? []);
    const scene = compose(program, seen, { lettering: faces, file: (token) => token });
    if (!scene) throw new Error('nothing is drawn');
    const png = await pngOf(
      scene,
      (src) => Promise.resolve(images[src] ? { type: 'image/svg+xml', bytes: images[src] } : null),
      460,
    );
    const path = join(FOLDER, `${name}.png`);
    if (process.env.GOLDEN === 'keep' || !existsSync(path)) {
      if (process.env.GOLDEN !== 'keep') throw new Error(`there is no picture to compare with: ${name}.png`);
      writeFileSync(path, await sharp(png).png({ compressionLevel: 9, palette: false }).toBuffer());
    }
    const [found, kept] = [await pixels(png), await pixels(readFileSync(path))];
    expect(found.length).toBe(kept.length);
    let others = 0;
    for (let at = 0; at < found.length; at += 3)
      if ([0, 1, 2].some((part) => Math.abs((found[at + part] ?? 0) - (kept[at + part] ?? 0)) > STEPS)) others += 1;
    expect((others * 1000) / (found.length / 3)).toBeLessThanOrEqual(PER_THOUSAND);
  });
});
