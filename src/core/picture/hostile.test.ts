import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { compose, type Lettering, sourcesOf, svgOf, svgText } from '.';

/** Every sign is a letter of its own, some of them without any width. */
const face: Lettering = {
  capitals: 0.7,
  letter: (sign) => ({
    advance: sign === '\u0301' ? 0 : 0.6,
    outline: [
      { type: 'M', points: [0, 0] },
      { type: 'Q', points: [0.2, -0.9, 0.5, 0] },
      { type: 'Z', points: [] },
    ],
  }),
  kerning: (left, right) => (left === right ? -0.6 : 0),
};

const decimal = fc.constantFrom(
  '',
  'abc',
  'Infinity',
  '1e400',
  '0x10',
  '0',
  '1',
  '-1',
  '0.001',
  '-400',
  '400',
  '999999999999',
  '-999999999999',
  '33.333333',
);
const length = fc.oneof(
  decimal,
  fc.record({
    base: decimal,
    times: decimal,
    of: fc.constant({ kind: 'choice', choice: 'length' }),
  }),
);
const hostileText = fc.oneof(
  fc.string({ unit: 'grapheme', maxLength: 60 }),
  fc.constantFrom(
    '"><script>alert(1)</script>',
    '&lt;',
    'e\u0301'.repeat(120),
    'שלום',
    'مرحبا',
    '\u202eabc',
    ' '.repeat(50),
  ),
);
const common = {
  x: length,
  y: length,
  width: length,
  height: length,
  turn: decimal,
  opacity: fc.integer({ min: 0, max: 100 }),
  blend: fc.constantFrom('normal', 'multiply', 'screen'),
  anchor: fc.record({
    across: fc.constantFrom('left', 'middle', 'right'),
    down: fc.constantFrom('top', 'middle', 'bottom'),
  }),
};
const layer = fc.oneof(
  fc.record({
    kind: fc.constant('text'),
    ...common,
    from: fc.record({ kind: fc.constant('fixed'), text: hostileText }),
    size: decimal,
    smallest: decimal,
    lines: fc.constantFrom('one', 'wrapped'),
    align: fc.constantFrom('left', 'middle', 'right'),
    arc: fc.option(decimal),
  }),
  fc.record({
    kind: fc.constant('shape'),
    ...common,
    shape: fc.constantFrom('rectangle', 'ellipse', 'frame'),
    corner: decimal,
    bar: decimal,
    fill: fc.constant({ kind: 'fixed', colour: '#123456' }),
    line: fc.option(fc.record({ colour: fc.constant('#000000'), width: decimal })),
  }),
  fc.record({
    kind: fc.constant('picture'),
    ...common,
    from: fc.constant({ kind: 'fixed', src: '/pictures/"><x' }),
    fit: fc.constantFrom('whole', 'fill', 'stretch'),
    mask: fc.constantFrom('none', 'rounded', 'ellipse'),
    tint: fc.constantFrom(null, { kind: 'fixed', colour: '#aabbcc' }),
  }),
  fc.record({ kind: fc.constant('measure'), ...common, choice: fc.constant('length'), size: decimal }),
);

describe('whatever a definition says', () => {
  it('a picture is drawn, or none is: never figures that are none, and nothing that runs', () => {
    fc.assert(
      fc.property(fc.array(layer, { maxLength: 8 }), length, length, (layers, width, height) => {
        const shop = shopOf([
          {
            choices: [{ kind: 'measure', key: 'length', title: 'Length', unit: 'km', min: '1', max: '1000000' }],
            views: [
              {
                key: 'v',
                title: 'V',
                width,
                height,
                scale: '0.0001',
                layers: layers.map((one, index) => ({ ...one, key: `l${index}` })),
              },
            ],
          },
        ]);
        const scene = compose(shop.program(), shop.ask({ length: '1000000' }), {
          lettering: () => face,
          file: () => null,
        });
        if (!scene) return;
        const svg = svgText(svgOf(scene, { inMillimetres: true }));
        expect(svg).not.toMatch(/NaN|Infinity|undefined/);
        expect(svg).not.toContain('<script');
        expect(svg).not.toContain('"><x');
        for (const src of sourcesOf(scene.nodes)) expect(src).toBe('/pictures/"><x');
      }),
      { numRuns: 300 },
    );
  });
});
