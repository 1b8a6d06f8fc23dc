import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { compose, type Drawing, svgOf, svgText } from '.';

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
