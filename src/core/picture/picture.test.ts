import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { programWith } from '../compile';
import { list, shopOf } from '../../../tests/fixtures/shop-of';
import {
  compose,
  type Drawing,
  layerMoved,
  layoutOf,
  type Letter,
  type Lettering,
  type Scene,
  type SceneNode,
  svgOf,
  svgText,
} from '.';

/** A face whose letters are squares: as tall as a capital of 0.5, each 1 wide with its room. */
const square: Letter = {
  advance: 1,
  outline: [
    { type: 'M', points: [0, 0] },
    { type: 'L', points: [0, -0.5] },
    { type: 'L', points: [0.5, -0.5] },
    { type: 'Z', points: [] },
  ],
};
const squares: Lettering = {
  capitals: 0.5,
  letter: (sign) => (/[A-Za-z0-9 ]/.test(sign) ? square : null),
  kerning: () => 0,
};
const drawing: Drawing = { lettering: () => squares, file: (token) => `/files/${token}` };

const box = { x: '10', y: '20', width: '100', height: '40' };
const colour = (value: string) => ({ kind: 'fixed', colour: value });
const length = { kind: 'measure', key: 'length', title: 'Length', unit: 'cm', min: '1', max: '100' };
const words = { kind: 'text', key: 'words', title: 'Words', required: false, maxCharacters: 40 };
const cloth = {
  kind: 'swatch',
  key: 'cloth',
  title: 'Cloth',
  required: false,
  options: [
    { key: 'moss', title: 'Moss', colours: ['#5b7a5e', '#102030'] },
    { key: 'mesh', title: 'Mesh', texture: '/pictures/mesh' },
  ],
};

function pictured(view: object, product: object = {}) {
  const shop = shopOf([
    {
      choices: [{ ...length, required: false }, words, cloth, list('size', ['s', 'l'], { required: false })],
      views: [{ key: 'front', title: 'Front', width: '200', height: '100', ...view }],
      ...product,
    },
  ]);
  const program = shop.program();
  const scene = (answers: object = {}, rest: Partial<Drawing> = {}): Scene => {
    const drawn = compose(program, shop.ask(answers), { ...drawing, ...rest });
    if (!drawn) throw new Error('nothing drawn');
    return drawn;
  };
  return { ...shop, scene, svg: (answers: object = {}) => svgText(svgOf(scene(answers))) };
}

const shape = (more: object = {}) => ({ kind: 'shape', key: 'board', ...box, fill: colour('#aabbcc'), ...more });
const rect = (node: SceneNode | undefined) => (node?.kind === 'path' ? node.d : node?.kind);

describe('a view', () => {
  it('draws its layers in order, each where it lies', () => {
    const { scene } = pictured({ layers: [shape(), shape({ key: 'over', x: '0', y: '0', shape: 'ellipse' })] });
    expect(scene().nodes.map(rect)).toEqual(['M10 20H110V60H10Z', 'M0 20A50 20 0 0 1 100 20A50 20 0 0 1 0 20Z']);
  });

  it('says how large it is at its scale, and is free without one', () => {
    const label = pictured({ width: '70', height: '50', scale: '1', layers: [] });
    expect(svgText(svgOf(label.scene(), { inMillimetres: true }))).toContain('width="70mm" height="50mm"');
    const half = pictured({ width: '70', height: '50', scale: '0.5', layers: [] });
    expect(svgText(svgOf(half.scene(), { inMillimetres: true }))).toContain('width="35mm" height="25mm"');
    expect(svgText(svgOf(pictured({ layers: [] }).scene(), { inMillimetres: true }))).not.toContain('mm"');
  });

  it('grows with a measure at its scale', () => {
    const grows = { base: '5', times: '2', of: { kind: 'choice', choice: 'length' } };
    const { scene } = pictured({ scale: '2', layers: [shape({ x: '0', y: '0', width: grows })] });
    // 12 cm are 120 mm, 60 units at 2 mm each: 5 + 2 × 60.
    expect(scene({ length: '12' }).nodes.map(rect)).toEqual(['M0 0H125V40H0Z']);
    // Not answered: the least that it may be, 1 cm, is 5 units: 5 + 2 × 5.
    expect(scene().nodes.map(rect)).toEqual(['M0 0H15V40H0Z']);
  });

  it('grows with a formula', () => {
    const { scene } = pictured(
      { scale: '1', layers: [shape({ x: '0', y: '0', width: { of: { kind: 'formula', formula: 'half' } } })] },
      { formulas: [{ key: 'half', title: 'Half', serves: { kind: 'shown' }, text: 'length / 2' }] },
    );
    expect(scene({ length: '12' }).nodes.map(rect)).toEqual(['M0 0H60V40H0Z']);
  });

  it('leaves what is anchored elsewhere where it is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100 }),
        fc.constantFrom('left', 'middle', 'right'),
        fc.constantFrom('top', 'middle', 'bottom'),
        (centimetres, across, down) => {
          const width = { base: '100', of: { kind: 'choice', choice: 'length' } };
          const { scene } = pictured({
            scale: '1',
            width,
            layers: [shape({ key: 'grows', width }), shape({ anchor: { across, down } })],
          });
          const whole = 100 + centimetres * 10;
          const x = across === 'left' ? 10 : across === 'right' ? whole - 110 : (whole - 100) / 2 + 10;
          const y = down === 'top' ? 20 : down === 'bottom' ? 40 : 50;
          expect(rect(scene({ length: String(centimetres) }).nodes[1])).toBe(`M${x} ${y}H${x + 100}V${y + 40}H${x}Z`);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('leaves nothing of a layer that is not seen', () => {
    const when = { kind: 'option', choice: 'size', options: ['l'] };
    const { svg } = pictured({ layers: [shape({ when, fill: colour('#123456') })] });
    const bare = pictured({ layers: [] });
    expect(svg({ size: 'l' })).toContain('#123456');
    expect(svg({ size: 's' })).toBe(bare.svg({ size: 's' }));
  });

  it('keeps the bars of a frame as wide as they are', () => {
    const { scene } = pictured({ layers: [shape({ shape: 'frame', bar: '8' })] });
    expect(scene().nodes.map(rect)).toEqual(['M10 20H110V60H10ZM18 28V52H102V28Z']);
    const thick = pictured({ layers: [shape({ shape: 'frame', bar: '30' })] });
    expect(thick.scene().nodes.map(rect)).toEqual(['M10 20H110V60H10Z']);
  });

  it('takes the colours, or the texture, of what is chosen', () => {
    const { scene, svg } = pictured({
      layers: [
        shape({ fill: { kind: 'chosen', choice: 'cloth' }, tile: '25' }),
        shape({ key: 'second', fill: { kind: 'chosen', choice: 'cloth', place: 1 } }),
      ],
    });
    const fills = (answers: object) => scene(answers).nodes.map((node) => node.kind === 'path' && node.fill);
    expect(fills({ cloth: 'moss' })).toEqual([
      { kind: 'colour', colour: '#5b7a5e' },
      { kind: 'colour', colour: '#102030' },
    ]);
    expect(fills({ cloth: 'mesh' })[0]).toEqual({ kind: 'texture', src: '/pictures/mesh', width: 25 });
    expect(fills({})).toEqual([]);
    // Two layers, two widths of a tile.
    expect(svg({ cloth: 'mesh' }).match(/<pattern/g)).toHaveLength(2);
  });

  it('tints a picture, turns and blends it', () => {
    const { svg } = pictured({
      layers: [
        {
          kind: 'picture',
          key: 'suit',
          ...box,
          from: { kind: 'fixed', src: '/pictures/suit' },
          tint: colour('#804020'),
          turn: '90',
          opacity: 50,
          blend: 'multiply',
        },
      ],
    });
    expect(svg()).toContain('rotate(90 60 40)');
    expect(svg()).toContain('opacity="0.5"');
    expect(svg()).toContain('mix-blend-mode:multiply');
    expect(svg()).toContain('filter="url(#p1)"');
  });

  it('is refused while a layer names what is not there', () => {
    const { faults } = pictured({
      width: '0',
      layers: [
        shape({ fill: { kind: 'chosen', choice: 'gone' } }),
        {
          kind: 'text',
          key: 'board',
          ...box,
          from: { kind: 'answer', choice: '' },
          face: { kind: 'fixed', face: 'no' },
        },
        { kind: 'picture', key: 'p', ...box, from: { kind: 'file', choice: 'words' } },
        { kind: 'pieces', key: 'q', ...box, places: ['brood'], gap: 'x' },
        shape({ key: 'r', width: { of: { kind: 'formula', formula: 'none' } } }),
      ],
    });
    expect(faults()).toEqual([
      'views.0.width notMoreThanNothing',
      'views.0.layers.0.fill.choice unknownReference',
      'views.0.layers.1.from.choice nothingNamed',
      'views.0.layers.1.face.face faceMissing',
      'views.0.layers.2.from.choice referenceKind',
      'views.0.layers.3.gap notDecimal',
      'views.0.layers.3.places.0 unknownReference',
      'views.0.layers.1.key duplicateKey',
      'views.0.layers.4.width.of.formula unknownReference',
    ]);
  });
});

describe('what is wrong with a view', () => {
  it('keeps a product from being published, not from being sold', () => {
    const { program, ask, scene } = pictured({ layers: [shape({ fill: { kind: 'chosen', choice: 'gone' } })] });
    expect(program().faults.map(({ code, gravity }) => [code, gravity])).toEqual([['unknownReference', 'mustFix']]);
    expect(ask({ length: '5' }).state).toBe('sellable');
    expect(scene({ length: '5' }).nodes).toEqual([]);
  });

  it('shows nothing of another host', () => {
    const picture = { kind: 'picture', key: 'p', ...box, from: { kind: 'fixed', src: 'https://elsewhere.example/x' } };
    expect(pictured({ layers: [picture] }).ask({ length: '5' }).state).toBe('invalid');
  });

  it('never tells what work costs', () => {
    const { faults, ask } = pictured(
      { layers: [shape({ width: { of: { kind: 'formula', formula: 'work' } } })] },
      { formulas: [{ key: 'work', title: 'Work', serves: { kind: 'cost' }, text: '12.50 EUR' }] },
    );
    expect(faults()).toEqual(['views.0.layers.0.width.of.formula unknownReference']);
    expect(ask({ length: '5' }).views?.[0]?.figures).toEqual({});
  });
});

describe('text on a picture', () => {
  const text = (more: object = {}) => ({
    kind: 'text',
    key: 'burnt',
    ...box,
    from: { kind: 'answer', choice: 'words' },
    size: '10',
    ...more,
  });

  it('stands as tall as said, in the middle of its box', () => {
    const { scene } = pictured({ layers: [text()] });
    // Capitals of 10 in a face where they are half its size: 20. "AB" is 40 wide, from 40 to 80; its foot at 45.
    expect(scene({ words: 'AB' }).nodes.map(rect)).toEqual(['M40 45L40 35L50 35ZM60 45L60 35L70 35Z']);
    expect(scene().nodes).toEqual([]);
  });

  it('becomes smaller to fit, and says when nobody can read it', () => {
    const { scene } = pictured({ layers: [text({ smallest: '6' })] });
    const long = scene({ words: 'ABCDEFGHIJ' });
    // Ten letters in 100: a size of 10, capitals of 5.
    expect(rect(long.nodes[0])).toMatch(/^M10 42\.5L10 37\.5L15 37\.5Z/);
    expect(long.told).toEqual([{ code: 'lettersTooSmall', text: 'ABCDEFGHIJ', height: 5, smallest: 6 }]);
    expect(scene({ words: 'ABCD' }).told).toEqual([]);
  });

  it('is broken between words where it may have several lines', () => {
    const { scene } = pictured({ layers: [text({ lines: 'wrapped', align: 'left', size: '5' })] });
    const feet = (d: string) => [...new Set([...d.matchAll(/M[\d.]+ ([\d.]+)/g)].map(([, y]) => y))];
    expect(feet(rect(scene({ words: 'ABCDEFGH IJ' }).nodes[0]) ?? '')).toHaveLength(2);
    expect(feet(rect(scene({ words: 'ABCDEFGHIJ' }).nodes[0]) ?? '')).toHaveLength(1);
  });

  it('follows an arc: its ends stand lower where it bulges upwards', () => {
    const feet = (arc: string) => {
      const { scene } = pictured({ layers: [text({ arc })] });
      return [...(rect(scene({ words: 'ABC' }).nodes[0]) ?? '').matchAll(/M[\d.-]+ ([\d.-]+)/g)].map(([, y]) =>
        Number(y),
      );
    };
    const [up, down] = [feet('60'), feet('-60')];
    expect(up[0]).toBeGreaterThan(up[1] ?? 0);
    expect(down[0]).toBeLessThan(down[1] ?? 0);
  });

  it('says which signs the face does not have', () => {
    expect(pictured({ layers: [text()] }).scene({ words: 'A→B→' }).told).toEqual([
      { code: 'lettersMissing', letters: '→' },
    ]);
  });

  it('can’t bring anything but letters into the document', () => {
    const { svg, scene } = pictured({ layers: [text()] });
    const hostile = '"><script>x</script>';
    expect(svg({ words: hostile })).not.toContain('<script');
    const awaited = svgText(svgOf(scene({ words: hostile }, { lettering: () => null })));
    expect(awaited).not.toContain('<script');
    expect(awaited).toContain('&lt;script&gt;');
  });

  it('fits into its box whatever is typed', () => {
    const { scene } = pictured({ layers: [text({ lines: 'wrapped' })] });
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Z][A-Z ]{0,38}$/), (typed) => {
        const d = rect(scene({ words: typed }).nodes[0]) ?? '';
        for (const [, x, y] of d.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)) {
          expect(Number(x)).toBeGreaterThanOrEqual(9.99);
          expect(Number(x)).toBeLessThanOrEqual(110.01);
          expect(Number(y)).toBeGreaterThanOrEqual(19.99);
          expect(Number(y)).toBeLessThanOrEqual(60.01);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a layer that is moved', () => {
  it('lies where it was put, wherever it hangs, and still grows', () => {
    const part = fc.integer({ min: 1, max: 90 });
    fc.assert(
      fc.property(
        fc.constantFrom('left', 'middle', 'right'),
        fc.constantFrom('top', 'middle', 'bottom'),
        fc.record({ x: part, y: part, width: part, height: part }),
        (across, down, to) => {
          const grows = { base: '10', times: '0.1', of: { kind: 'choice', choice: 'length' } };
          const { program, ask } = pictured({ layers: [shape({ anchor: { across, down }, width: grows })] });
          const boxIn = (ready: ReturnType<typeof program>) =>
            layoutOf(ready, ask({ length: '20' }), 'front')?.boxes.get('board') ?? never();
          const ready = program();
          const layer = ready.product.views[0]?.layers[0] ?? never();
          const moved = layerMoved(layer, boxIn(ready), to);
          const [view] = ready.product.views;
          const product = { ...ready.product, views: [{ ...(view ?? never()), layers: [moved] }] };
          const after = boxIn(programWith(ready, { product }));
          for (const field of ['x', 'y', 'width', 'height'] as const) expect(after[field]).toBeCloseTo(to[field], 2);
          expect(moved.width).toMatchObject({ times: '0.1' });
        },
      ),
      { numRuns: 40 },
    );
  });
});

function never(): never {
  throw new Error('nothing drawn');
}
