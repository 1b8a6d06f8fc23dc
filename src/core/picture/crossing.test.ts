import { describe, expect, it } from 'vitest';
import { productSchema, withCalled } from '../catalog';
import { compile } from '../compile';
import { customerView, resolutionJson } from '../exchange';
import { resolve } from '../run';
import { list, shopOf } from '../../../tests/fixtures/shop-of';
import { compose, type Drawing, type SceneNode } from '.';

const drawing: Drawing = { lettering: () => null, file: () => null };
const place = { x: '0', y: '0', width: '100', height: '100' };
const view = (layers: readonly object[], more: object = {}) => ({
  key: 'front',
  title: 'Front',
  width: '100',
  height: '100',
  layers,
  ...more,
});
const surface = (key: string, more: object) => ({ kind: 'shape', key, ...place, ...more });
const paint = {
  kind: 'swatch',
  key: 'paint',
  title: 'Paint',
  required: false,
  options: [
    { key: 'sage', title: 'Sage', colours: ['#8a9a5b'] },
    { key: 'trade', title: 'Trade red', colours: ['#aa2211'], groups: ['trade'] },
  ],
};
const fills = (nodes: readonly SceneNode[] | undefined) =>
  nodes?.map((node) => (node.kind === 'path' && node.fill?.kind === 'colour' ? node.fill.colour : node.kind));

describe('a view', () => {
  it('follows choices of a sheet, and what the sheet decides', () => {
    const { program, ask, faults } = shopOf(
      [
        {
          sheets: [{ key: 'finish', by: 'hand' }],
          views: [
            view([
              surface('ground', { fill: { kind: 'chosen', choice: 'finish.paint' } }),
              surface('gloss', {
                fill: { kind: 'fixed', colour: '#ffffff' },
                when: { kind: 'option', choice: 'finish.coat', options: ['gloss'] },
              }),
            ]),
          ],
        },
      ],
      { sheets: [{ key: 'finish', choices: [paint, list('coat', ['matt', 'gloss'], { required: false })] }] },
    );
    expect(faults()).toEqual([]);
    const seen = ask({ 'finish.paint': 'sage', 'finish.coat': 'gloss' });
    expect(fills(compose(program(), seen, drawing)?.nodes)).toEqual(['#8a9a5b', '#ffffff']);
    expect(fills(compose(program(), ask({ 'finish.coat': 'matt' }), drawing)?.nodes)).toEqual([]);
  });

  it('names choices, options, formulas and places as the rest of its product does, whatever they come to be called', () => {
    const product = productSchema.parse({
      slug: 'p',
      title: 'P',
      sku: 'P',
      choices: [paint],
      views: [
        view([
          surface('ground', {
            fill: { kind: 'chosen', choice: 'paint' },
            when: { kind: 'option', choice: 'paint', options: ['sage'] },
          }),
        ]),
      ],
    });
    const renamed = withCalled(product, ({ what, key }) =>
      what === 'choice' && key === 'paint' ? 'coat' : what === 'option' && key === 'sage' ? 'moss' : key,
    );
    expect(renamed.views[0]?.layers[0]).toMatchObject({
      fill: { choice: 'coat' },
      when: { choice: 'coat', options: ['moss'] },
    });
  });

  it('looks for a customer as their own group sees it, and tells nothing of others', () => {
    const red = { kind: 'option', choice: 'paint', options: ['trade'] };
    const { surroundings, program } = shopOf([
      {
        choices: [paint],
        views: [
          view([
            surface('ground', { fill: { kind: 'chosen', choice: 'paint' } }),
            surface('seal', {
              title: 'Only for the trade',
              fill: { kind: 'fixed', colour: '#000000' },
              when: { kind: 'all', of: [red, { kind: 'group', groups: ['trade'] }] },
            }),
          ]),
        ],
      },
    ]);
    const seenBy = (group: string | null) => {
      const told = customerView(program().product, surroundings, group, '2026-11-30');
      const ready = compile(told.product, told.surroundings);
      const seen = resolutionJson(
        resolve(ready, { answers: { paint: 'trade' } }, { stock: null, today: '2026-11-30', group: told.group }),
      );
      return { told: JSON.stringify(told.product.views), fills: fills(compose(ready, seen, drawing)?.nodes) };
    };
    expect(seenBy('trade').fills).toEqual(['#aa2211', '#000000']);
    expect(seenBy(null).fills).toEqual([]);
    expect(seenBy(null).told).not.toContain('seal');
    expect(seenBy('trade').told).not.toContain('Only for the trade');
  });

  it('of a kit stacks its parts as they are configured, without those that are left out', () => {
    const box = (slug: string, choices: readonly object[]) => ({
      slug,
      title: slug,
      choices,
      views: [view([surface('ground', { fill: { kind: 'chosen', choice: 'paint' } })])],
    });
    const { program, take } = shopOf([
      {
        parts: [
          { key: 'box', title: 'Box', candidates: [{ product: 'crate' }], quantity: { least: 2, usual: 2, most: 2 } },
          { key: 'lid', title: 'Lid', candidates: [{ product: 'cover' }], optional: true },
        ],
        views: [
          view([{ kind: 'pieces', key: 'all', ...place, height: '400', places: ['box', 'lid'], gap: '0' }], {
            height: '400',
          }),
        ],
      },
      box('crate', [{ ...paint, required: true }]),
      box('cover', [{ ...paint, default: 'sage' }]),
    ]);
    const drawn = (selection: object) =>
      compose(program(), resolutionJson(take(selection)), drawing)?.nodes.map((node) =>
        node.kind === 'group' ? [node.move?.y, ...(fills(node.nodes) ?? [])] : [],
      );
    expect(drawn({ parts: { box: { answers: { paint: 'sage' } }, lid: null } })).toEqual([
      [300, '#8a9a5b'],
      [200, '#8a9a5b'],
    ]);
    expect(drawn({ parts: { box: { answers: { paint: 'sage' } }, lid: { answers: {} } } })).toHaveLength(3);
  });
});
