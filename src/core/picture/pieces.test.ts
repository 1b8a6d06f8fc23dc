import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { layerSchema } from '../catalog';
import { pictureWords } from '../words';
import { compose, type Drawing, pointMoved, svgOf, svgText } from '.';

const drawing: Drawing = { lettering: () => null, file: () => null };
const colour = (value: string) => ({ kind: 'fixed', colour: value });
const shape = (more: object) => ({ kind: 'shape', key: 'board', ...more });

describe('pieces of a build', () => {
  const boxes = (slug: string, height: string, fill: string) => ({
    slug,
    title: slug,
    views: [
      {
        key: 'front',
        title: 'Front',
        scale: '1',
        width: '100',
        height,
        layers: [{ ...shape({ fill: colour(fill) }), x: '0', y: '0', height, width: '100' }],
      },
    ],
  });
  const boxesSlot = { kind: 'slot', key: 'boxes', title: 'Boxes', least: 1, most: 5, required: false };
  const build = shopOf([
    {
      choices: [{ ...boxesSlot, options: ['deep', 'low', 'bare'].map((key) => ({ key, title: key })) }],
      views: [
        {
          key: 'front',
          title: 'Front',
          scale: '2',
          width: '100',
          height: '300',
          layers: [{ kind: 'pieces', key: 'stack', x: '0', y: '0', width: '100', height: '300', places: ['boxes'] }],
        },
      ],
    },
    boxes('deep', '80', '#111111'),
    boxes('low', '40', '#222222'),
    { slug: 'bare', title: 'bare', pictures: [{ src: '/pictures/bare', alt: '' }] },
  ]);
  const draw = (...inside: object[]) =>
    compose(build.program(), build.ask({ boxes: inside }), drawing)?.nodes.map((node) =>
      node.kind === 'group' ? [node.move?.y, node.grow, node.nodes[0]?.kind] : [],
    );

  it('stand one on the other, each at its own scale', () => {
    // At 2 mm a unit the deep one is 40 high and 50 wide, the low one 20: 300 − 40, and 20 more for each.
    expect(draw({ product: 'deep' }, { product: 'low', quantity: 2 })).toEqual([
      [260, 0.5, 'path'],
      [240, 0.5, 'path'],
      [220, 0.5, 'path'],
    ]);
    expect(draw()).toEqual([]);
  });

  it('take on a colour, all of them or those of some places', () => {
    const stack = { kind: 'pieces', key: 'stack', x: '0', y: '0', width: '100', height: '300', places: ['boxes'] };
    const painted = (more: object) => {
      const tint = { kind: 'fixed', colour: '#204080' };
      const shop = shopOf([
        {
          choices: [{ ...boxesSlot, options: [{ key: 'deep', title: 'deep' }] }],
          parts: [{ key: 'lid', title: 'Lid', candidates: [{ product: 'low' }] }],
          views: [
            {
              key: 'front',
              title: 'Front',
              width: '100',
              height: '300',
              layers: [{ ...stack, places: ['boxes', 'lid'], tint, ...more }],
            },
          ],
        },
        boxes('deep', '80', '#111111'),
        boxes('low', '40', '#222222'),
      ]);
      const scene = compose(shop.program(), shop.ask({ boxes: ['deep'] }), drawing);
      return scene?.nodes.map((node) => node.kind === 'group' && node.tint);
    };
    expect(painted({})).toEqual(['#204080', '#204080']);
    expect(painted({ tinted: ['boxes'] })).toEqual(['#204080', null]);
    expect(painted({ tint: null })).toEqual([null, null]);
  });

  describe('at anchor points', () => {
    const layerAt = (more: object) => ({
      kind: 'pieces',
      key: 'stack',
      x: '10',
      y: '0',
      width: '100',
      height: '300',
      places: ['boxes'],
      ...more,
    });
    const sceneAt = (more: object, view: object = {}) => {
      const shop = shopOf([
        {
          choices: [
            { ...boxesSlot, options: ['deep', 'low', 'bare'].map((key) => ({ key, title: key })) },
            { kind: 'measure', key: 'apart', title: 'Apart', unit: 'mm', min: '0', max: '400' },
          ],
          views: [
            { key: 'front', title: 'Front', scale: '2', width: '200', height: '300', layers: [layerAt(more)], ...view },
          ],
        },
        boxes('deep', '80', '#111111'),
        boxes('low', '40', '#222222'),
        { slug: 'bare', title: 'bare', pictures: [{ src: '/pictures/bare', alt: '' }] },
      ]);
      const answers = { boxes: [{ product: 'deep' }, { product: 'low', quantity: 2 }], apart: '60 mm' };
      return (chosen: object = {}) => compose(shop.program(), shop.ask({ ...answers, ...chosen }), drawing);
    };
    const setAt = (more: object, view: object = {}) => {
      const scene = sceneAt(more, view);
      return (chosen: object = {}) =>
        scene(chosen)?.nodes.map((node) => node.kind === 'group' && [node.move, node.grow, node.turn]);
    };
    const at = [
      { x: '50', y: '100' },
      { x: '90', y: '40', turn: '90' },
    ];

    it('are held by a middle, each at its own scale and turned around its point; what finds none is not drawn', () => {
      // 50 wide at 2 mm a unit; the deep one 40 high, the low one 20.
      expect(setAt({ at })()).toEqual([
        [{ x: 35, y: 80 }, 0.5, null],
        [{ x: 75, y: 30 }, 0.5, { degrees: 90, x: 100, y: 40 }],
      ]);
      expect(setAt({ at, heldBy: 'bottom' })()?.[0]).toEqual([{ x: 35, y: 60 }, 0.5, null]);
      expect(setAt({ at, heldBy: 'left' })()?.[0]).toEqual([{ x: 60, y: 80 }, 0.5, null]);
      expect(setAt({ at })({ boxes: ['low'] })).toEqual([[{ x: 35, y: 90 }, 0.5, null]]);
    });

    it('say how many pieces find none', () => {
      expect(sceneAt({ at })()?.told).toEqual([{ code: 'piecesLeftOut', drawn: 2, left: 1 }]);
      expect(sceneAt({ at })({ boxes: ['low'] })?.told).toEqual([]);
      expect(pictureWords({ code: 'piecesLeftOut', drawn: 2, left: 1 }, true)).toBe(
        'The picture has places for 2 pieces: one more is not drawn.',
      );
    });

    it('move apart with a measure', () => {
      const grows = { base: '10', times: '1', of: { kind: 'choice', choice: 'apart' } };
      // 10 + 60 mm at 2 mm a unit, from the layer at 10, less half of 50.
      expect(setAt({ at: [{ x: grows, y: '100' }] })()?.[0]).toEqual([{ x: 25, y: 80 }, 0.5, null]);
    });

    it('are as wide as is said where no scale says it', () => {
      const free = setAt({ at, wide: '20' }, { scale: null });
      expect(free()?.[0]).toEqual([{ x: 50, y: 92 }, 0.2, null]);
      expect(free({ boxes: ['bare'] })?.[0]).toEqual([{ x: 50, y: 92.5 }, 1, null]);
    });

    it('are where the editor shows them, and keep growing when they are moved there', () => {
      const grows = { base: '10', times: '2', of: { kind: 'choice', choice: 'apart' } };
      const layer = layerSchema.parse(
        layerAt({
          at: [
            { x: '1', y: '2' },
            { x: grows, y: '3' },
          ],
        }),
      );
      const moved = layer.kind === 'pieces' ? pointMoved(layer, 1, 2.5, -4) : never();
      expect(moved.at).toEqual([
        { x: '1', y: '2', turn: '0' },
        { x: { ...grows, base: '12.5' }, y: '-1', turn: '0' },
      ]);
    });
  });

  it('bring their picture where they have no view', () => {
    expect(draw({ product: 'bare' })).toEqual([[225, 1, 'picture']]);
  });

  it('are soon there, however often a definition says them', () => {
    const stack = { kind: 'pieces', key: 'stack', x: '0', y: '0', width: '100', height: '300' };
    const many = Array.from({ length: 60 }, (_, index) => ({
      ...stack,
      key: `stack-${index}`,
      places: Array.from({ length: 60 }, () => 'boxes'),
    }));
    const greedy = shopOf([
      {
        choices: [{ ...boxesSlot, options: [{ key: 'deep', title: 'deep' }] }],
        views: [{ key: 'front', title: 'Front', width: '100', height: '300', layers: many }],
      },
      { ...boxes('deep', '80', '#111111') },
    ]);
    const scene = compose(greedy.program(), greedy.ask({ boxes: [{ product: 'deep', quantity: 5 }] }), drawing);
    expect(svgText(svgOf(scene ?? never())).match(/<path/g)?.length).toBeLessThan(20_001);
  });

  it('never mix up what their documents refer to', () => {
    const scene = compose(build.program(), build.ask({ boxes: [{ product: 'deep' }, { product: 'low' }] }), drawing);
    const ids = [...svgText(svgOf(scene ?? never())).matchAll(/ id="([^"]+)"/g)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});

function never(): never {
  throw new Error('nothing drawn');
}
