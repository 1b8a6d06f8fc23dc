import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { nest } from '../nesting';
import { compose, type Drawing, forWorkshop, type Scene, sheetScenes, sizeOfPiece, svgOf, svgText } from '.';

const drawing: Drawing = { lettering: () => null, file: () => null };
const label = { kind: 'shape', key: 'label', width: '70', height: '50', fill: { kind: 'fixed', colour: '#2d4a3a' } };
const cut = { kind: 'shape', key: 'cut', x: '5', y: '5', width: '60', height: '40', cut: true };

function drawn(layers: readonly object[], view: object = {}): Scene {
  const shop = shopOf([
    {
      choices: [{ kind: 'yesNo', key: 'rounded', title: 'Rounded' }],
      views: [{ key: 'front', title: 'Front', scale: '1', width: '70', height: '50', layers, ...view }],
    },
  ]);
  const scene = compose(shop.program(), shop.ask({}), drawing);
  if (!scene) throw new Error('nothing is drawn');
  return scene;
}

const workshop = { bleed: '2', marks: true };

describe('lines that the workshop cuts along', () => {
  it('are nowhere on the picture, and on a layer of their own of the drawing', () => {
    const scene = drawn([label, cut]);
    expect(scene.nodes).toEqual(drawn([label]).nodes);
    expect(scene.cuts).toHaveLength(1);
    expect(svgText(svgOf(scene))).toBe(svgText(svgOf(drawn([label]))));
    const both = svgText(svgOf(scene, { withCuts: true }));
    expect(both).toContain('<g id="cut-lines"><title>Cut lines</title><path d="M5 5H65V45H5Z" fill="none"');
    expect(svgText(svgOf(drawn([label]), { withCuts: true }))).not.toContain('cut-lines');
  });

  it('have the width that they are given, or a hairline, whatever the scale', () => {
    const widthOf = (more: object, view: object) => {
      const [path] = drawn([{ ...cut, ...more }], view).cuts ?? [];
      return path?.kind === 'path' && path.line?.width;
    };
    expect(widthOf({}, {})).toBe(0.1);
    expect(widthOf({}, { scale: '0.5' })).toBe(0.2);
    expect(widthOf({ line: { colour: '#ff0000', width: '0.3' } }, {})).toBe(0.3);
  });

  it('turn with their layer, and are seen when it is', () => {
    expect(drawn([{ ...cut, turn: '30' }]).cuts).toEqual([
      expect.objectContaining({ kind: 'group', turn: { degrees: 30, x: 35, y: 25 } }),
    ]);
    const when = { kind: 'answered', choice: 'rounded', answered: true };
    expect(drawn([label, { ...cut, when }])).not.toHaveProperty('cuts');
  });

  it('of pieces come along where these stand', () => {
    const shop = shopOf([
      {
        choices: [
          {
            kind: 'slot',
            key: 'boxes',
            title: 'Boxes',
            least: 1,
            most: 3,
            options: [{ key: 'box', title: 'Box' }],
          },
        ],
        views: [
          {
            key: 'front',
            title: 'Front',
            scale: '2',
            width: '100',
            height: '100',
            layers: [{ kind: 'pieces', key: 'stack', width: '100', height: '100', places: ['boxes'] }],
          },
        ],
      },
      {
        slug: 'box',
        title: 'Box',
        views: [{ key: 'front', title: 'Front', scale: '1', width: '70', height: '50', layers: [label, cut] }],
      },
    ]);
    const scene = compose(shop.program(), shop.ask({ boxes: [{ product: 'box', quantity: 2 }] }), drawing);
    expect(scene?.cuts?.map((node) => node.kind === 'group' && [node.move, node.grow])).toEqual(
      scene?.nodes.map((node) => node.kind === 'group' && [node.move, node.grow]),
    );
    expect(scene?.cuts).toHaveLength(2);
  });
});

describe('the workshop’s drawing', () => {
  it('is the picture where nothing more is said, and where it is true to no scale', () => {
    const plain = drawn([label]);
    expect(forWorkshop(plain)).toBe(plain);
    const free = drawn([label], { scale: null, workshop });
    expect(forWorkshop(free)).toBe(free);
    expect(forWorkshop(drawn([label], { workshop: { bleed: '0', marks: false } }))).toMatchObject({ width: 70 });
  });

  it('has room for bleed and marks around what is cut out', () => {
    const scene = forWorkshop(drawn([label, cut], { workshop }));
    expect(scene).toMatchObject({
      width: 86,
      height: 66,
      trim: { x: 8, y: 8, width: 70, height: 50 },
      bleed: { x: 6, y: 6, width: 74, height: 54 },
      nodes: [
        { kind: 'group', move: { x: 8, y: 8 } },
        { kind: 'path', line: { width: 0.1 } },
      ],
      cuts: [{ kind: 'group', move: { x: 8, y: 8 } }],
    });
    // Bleed that is wider than usual keeps the marks away from it.
    expect(forWorkshop(drawn([label], { workshop: { bleed: '6' } })).width).toBe(70 + 2 * 11);
    // At half a millimetre a unit, everything is twice as many units.
    expect(forWorkshop(drawn([label], { scale: '0.5', workshop })).trim).toMatchObject({ x: 16, width: 70 });
  });
});

describe('sheets', () => {
  const sheet = { width: 190, height: 110, edge: 5, gap: 4, mayTurn: true };
  const scenesFor = (scene: Scene, count: number) =>
    sheetScenes([scene], nest([{ ...sizeOfPiece(scene), count }], sheet), sheet);

  it('have every piece where it was laid, cut along its lines or its edge', () => {
    // Within 180 × 100: one of 70 upright, and two of 50 turned beside it, 4 between each.
    const [page, ...more] = scenesFor(drawn([label], { workshop }), 3);
    expect(more).toEqual([]);
    expect(page).toMatchObject({ width: 190, height: 110, millimetres: 1 });
    expect(page?.nodes).toHaveLength(3);
    expect(page?.cuts).toHaveLength(3);
    const svg = svgText(svgOf(page ?? drawn([]), { withCuts: true }));
    // Drawn and cut, each of the two.
    expect(svg.match(/rotate\(90 0 0\)/g)?.length).toBe(4);
    const own = scenesFor(drawn([label, cut], { workshop }), 1)[0]?.cuts?.[0];
    expect(own).toMatchObject({ kind: 'group', nodes: [{ d: 'M5 5H65V45H5Z' }] });
  });

  it('never draw a piece over half of the way to the next', () => {
    const clipOf = (bleed: string) => {
      const [group] = scenesFor(drawn([label], { workshop: { bleed } }), 1)[0]?.nodes ?? [];
      const [inner] = group?.kind === 'group' ? group.nodes : [];
      return inner?.kind === 'group' ? inner.clip : undefined;
    };
    expect(clipOf('1')).toEqual({ x: -1, y: -1, width: 72, height: 52 });
    expect(clipOf('9')).toEqual({ x: -2, y: -2, width: 74, height: 54 });
  });
});
