import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { type UploadedFile } from '../catalog';
import { compose, svgOf, svgText } from '.';
import { laidInFrame } from './in-frame';

/** Twice as wide as high. */
const wide = { width: 400, height: 200, isDrawing: false };
const files: Readonly<Record<string, UploadedFile>> = {
  logo: { name: 'logo.png', type: 'png', size: 900, extent: wide },
  drawn: { name: 'logo.svg', type: 'svg', size: 900, extent: { ...wide, isDrawing: true } },
  old: { name: 'old.png', type: 'png', size: 900 },
};

/** A label of 100 by 60 mm with a frame of 40 by 40 at 10, 20 for what is uploaded. */
function labelled(answer: unknown, layer: object = {}, choice: object = {}) {
  const shop = shopOf([
    {
      choices: [{ kind: 'file', key: 'art', title: 'Artwork', types: ['png', 'svg'], moved: true, ...choice }],
      views: [
        {
          key: 'label',
          title: 'Label',
          width: '100',
          height: '60',
          scale: '1',
          layers: [
            {
              kind: 'picture',
              key: 'art',
              x: '10',
              y: '20',
              width: '40',
              height: '40',
              from: { kind: 'file', choice: 'art' },
              ...layer,
            },
          ],
        },
      ],
    },
  ]);
  const resolution = shop.ask({ art: answer }, 1, { files: (token) => files[token] });
  const scene = compose(shop.program(), resolution, { lettering: () => null, file: (token) => `/files/${token}` });
  if (!scene) throw new Error('nothing is drawn');
  return scene;
}

describe('an uploaded picture', () => {
  it('lies in its frame as it comes', () => {
    expect(labelled(['logo']).nodes).toEqual([
      {
        kind: 'picture',
        src: '/files/logo',
        box: { x: 10, y: 20, width: 40, height: 40 },
        fit: 'whole',
        mask: null,
        tint: null,
      },
    ]);
  });

  it('is moved in percent of its frame, enlarged and turned around its own middle, and seen in the frame alone', () => {
    const scene = labelled([{ file: 'logo', across: 25, down: -50, size: 150, turn: 90 }]);
    // As it comes 40 × 20 around 30, 40; so 60 × 30 around 40, 20.
    expect(scene.nodes).toMatchObject([
      {
        box: { x: 10, y: 5, width: 60, height: 30 },
        fit: 'stretch',
        mask: 'M10 20H50V60H10Z',
        moved: { frame: { x: 10, y: 20, width: 40, height: 40 }, turn: 90 },
      },
    ]);
    const svg = svgText(svgOf(scene));
    expect(svg).toContain('<g clip-path="url(#p1)"><image');
    expect(svg).toContain('transform="rotate(90 40 20)"');
  });

  it.each([
    ['fill', { x: -10, y: 20, width: 80, height: 40 }],
    ['stretch', { x: 10, y: 20, width: 40, height: 40 }],
  ])('that is to %s its frame is moved with what its edges cut off', (fit, box) => {
    expect(labelled([{ file: 'logo', turn: 5 }], { fit }).nodes).toMatchObject([{ box, fit: 'stretch' }]);
  });

  it('whose proportions nobody knows is moved with the box of its frame', () => {
    expect(labelled([{ file: 'old', across: 50, size: 50 }]).nodes).toMatchObject([
      { box: { x: 40, y: 30, width: 20, height: 20 }, fit: 'whole' },
    ]);
  });
});

describe('how sharp an uploaded picture is', () => {
  // 400 pixels on 40 mm are 254 to an inch: 400 × 25.4 ÷ 40.
  it.each([
    [['logo'], 254, []],
    [['logo'], 255, [{ code: 'pictureCoarse', title: 'Artwork', perInch: 254, least: 255 }]],
    [[{ file: 'logo', size: 200 }], 128, [{ code: 'pictureCoarse', title: 'Artwork', perInch: 127, least: 128 }]],
    [[{ file: 'logo', size: 50 }], 500, []],
    [['drawn'], 2400, []],
    [['old'], 2400, []],
    [['logo'], null, []],
  ])('%j of which %s pixels to an inch are asked', (answer, perInch, told) => {
    expect(labelled(answer, {}, { perInch }).told).toEqual(told);
  });

  it('counts where it is cut most, and where it is stretched most', () => {
    // Filling, 400 pixels lie on 80 mm; stretched, 200 pixels on 40.
    const least = (fit: string) => labelled(['logo'], { fit }, { perInch: 2400 }).told;
    expect(least('fill')).toMatchObject([{ perInch: 127 }]);
    expect(least('stretch')).toMatchObject([{ perInch: 127 }]);
  });
});

describe('a picture in a frame', () => {
  const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const frame = fc.record({ x: figure(-99, 99), y: figure(-99, 99), width: figure(1, 99), height: figure(1, 99) });
  const place = fc.record({
    across: figure(-100, 100),
    down: figure(-100, 100),
    size: figure(10, 1000),
    turn: figure(-180, 180),
  });

  it('keeps its proportions and moves its middle by what is said, however large it is', () => {
    fc.assert(
      fc.property(frame, place, figure(1, 4000), figure(1, 4000), (box, laid, width, height) => {
        const { box: found } = laidInFrame(box, 'whole', laid, { width, height, isDrawing: false });
        expect(found.width / found.height).toBeCloseTo(width / height, 6);
        expect(found.x + found.width / 2 - box.x - box.width / 2).toBeCloseTo((box.width * laid.across) / 100, 6);
        expect(found.y + found.height / 2 - box.y - box.height / 2).toBeCloseTo((box.height * laid.down) / 100, 6);
        // Whole within its frame, by its size.
        expect(Math.max(found.width / box.width, found.height / box.height)).toBeCloseTo(laid.size / 100, 6);
      }),
    );
  });
});
