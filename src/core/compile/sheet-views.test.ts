import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogSchema } from '../catalog';
import { customerView } from '../exchange/customer-view';
import { surroundingsOf } from '../exchange';
import { layoutOf } from '../picture';
import { resolve } from '../run';
import { compile } from './compile';
import { shownAs, standingView, viewsWithLayers } from './sheet-views';

const box = { x: '10', y: '10', width: '50', height: '20' };
const shape = (key: string, more: object = {}) => ({
  kind: 'shape',
  key,
  ...box,
  fill: { kind: 'fixed', colour: '#885522' },
  ...more,
});
const plate = {
  key: 'plate',
  title: 'Name plate',
  choices: [
    { kind: 'text', key: 'name', title: 'Name', required: false, maxCharacters: 20 },
    {
      kind: 'list',
      key: 'finish',
      title: 'Finish',
      required: false,
      options: [
        { key: 'plain', title: 'Plain' },
        { key: 'brass', title: 'Brass' },
      ],
    },
    { kind: 'measure', key: 'wide', title: 'Wide', unit: 'mm', min: '30', max: '90', default: '40', required: false },
  ],
  formulas: [{ key: 'half', title: 'Half', serves: { kind: 'shown' }, text: 'wide / 2' }],
};
const brass = { kind: 'option', choice: 'finish', options: ['brass'] };
const front = (more: object = {}) => ({
  key: 'front',
  title: 'Front',
  layers: [
    shape('board', { width: { base: '0', times: '1', of: { kind: 'formula', formula: 'half' } } }),
    { kind: 'text', key: 'words', ...box, from: { kind: 'answer', choice: 'name' } },
    shape('brass', { when: brass }),
  ],
  ...more,
});

function world(views: object[], product: object = {}, placement: object = {}) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'S', currency: 'EUR' },
    sheets: [{ ...plate, views }],
    products: [
      { slug: 'hive', title: 'Hive', sku: 'HIVE', price: '20', sheets: [{ key: 'plate', ...placement }], ...product },
    ],
  });
  const [definition] = catalog.products;
  if (!definition) throw new Error('no product');
  const surroundings = surroundingsOf(catalog);
  return { definition, surroundings, program: compile(definition, surroundings), sheet: catalog.sheets[0] };
}

const today = '2026-05-04';
const seen = (program: ReturnType<typeof compile>, answers: object = {}) =>
  resolve(program, { answers }, { stock: null, today, group: null }).views;
const own = { key: 'front', title: ' FRONT', layers: [shape('body')] };
const layersOf = ({ program }: ReturnType<typeof world>) =>
  program.product.views.map(({ key, layers }) => [key, layers.map((layer) => layer.key)]);

describe('views of a sheet', () => {
  it('lie over the view of the same name and scale, and are views of their own where there is none', () => {
    expect(layersOf(world([front()], { views: [own] }))).toEqual([
      ['front', ['body', 'plate.board', 'plate.words', 'plate.brass']],
    ]);
    for (const views of [[], [{ ...own, title: 'Back' }], [{ ...own, scale: '2' }]])
      expect(layersOf(world([front()], { views }))).toEqual([
        ...views.map(({ key }) => [key, ['body']]),
        ['plate.front', ['plate.board', 'plate.words', 'plate.brass']],
      ]);
    expect(layersOf(world([front({ scale: '0.50' })], { views: [{ ...own, scale: '0.5' }] }))).toHaveLength(1);
  });

  it('leave a product’s views alone where they bring none', () => {
    const { definition, program } = world([], { views: [own], sheets: [] });
    expect(program.product).toBe(definition);
  });

  it('follow the answers to the sheet’s choices, its conditions, measures and formulas', () => {
    const { program } = world([front()], { views: [own] });
    expect(program.faults.filter(({ gravity }) => gravity === 'mustFix')).toEqual([]);
    expect(seen(program)[0]?.layers).toEqual(['body', 'plate.board', 'plate.words']);
    const [view] = seen(program, { 'plate.finish': 'brass', 'plate.wide': '60' });
    expect(view?.layers).toContain('plate.brass');
    const resolved = resolve(program, { answers: { 'plate.wide': '60' } }, { stock: null, today, group: null });
    expect(layoutOf(program, resolved, 'front')?.boxes.get('plate.board')?.width).toBe(30);
  });

  it('lose what would ask what the product leaves out', () => {
    const { program } = world(
      [front()],
      { views: [own] },
      { overrides: { name: { leftOut: true }, finish: { leftOut: true } } },
    );
    expect(program.product.views[0]?.layers.map(({ key }) => key)).toEqual(['body', 'plate.board']);
    expect(program.faults.filter(({ gravity }) => gravity === 'mustFix')).toEqual([]);
    const alone = { key: 'a', title: 'Alone', layers: [shape('x', { when: brass })] };
    expect(layersOf(world([alone], {}, { overrides: { finish: { leftOut: true } } }))).toEqual([]);
  });

  it('are faulty where they are edited, and keep nothing from being sold', () => {
    const faulty = front({
      layers: [shape('ok'), { kind: 'text', key: 't', ...box, from: { kind: 'answer', choice: '' } }],
    });
    for (const views of [[own], []]) {
      const { program } = world([faulty], { views });
      expect(program.faults.map(({ path }) => path.join('.'))).toContain('sheets.plate.views.0.layers.1.from.choice');
      expect(program.blocking).toEqual([]);
    }
  });

  it('are where the editor of the sheet looks for them', () => {
    const where = (placed: ReturnType<typeof world>) => {
      const [view] = placed.sheet?.views ?? [];
      return view && shownAs(placed.program.product.views, 'plate', view);
    };
    expect(where(world([front()], { views: [own] }))).toBe('front');
    expect(where(world([front()]))).toBe('plate.front');
    expect(where(world([front({ layers: [] })], { views: [own] }))).toBe('front');
    expect(where(world([front({ layers: [] })]))).toBeNull();
  });

  it('are no picture where nothing of them is seen', () => {
    const { program } = world([front({ title: 'Card', layers: [shape('brass', { when: brass })] })], { views: [own] });
    const titles = (answers: object) =>
      viewsWithLayers(program.product.views, seen(program, answers)).map(({ title }) => title);
    expect(titles({})).toEqual([' FRONT']);
    expect(titles({ 'plate.finish': 'brass' })).toEqual([' FRONT', 'Card']);
  });

  it('stand for a product that has no pictures of its own, and no view; what is not seen stands for nothing', () => {
    const standing = (placed: ReturnType<typeof world>, more: object = {}) =>
      standingView({ ...placed.program.product, ...more }, seen(placed.program))?.key;
    const alone = world([front()]);
    expect(standing(alone)).toBe('plate.front');
    expect(standing(alone, { pictures: [{ src: '/pictures/a' }] })).toBeUndefined();
    const both = world([front({ title: 'Card' })], { views: [own], pictures: [{ src: '/pictures/a' }] });
    expect(standing(both)).toBe('front');
    expect(standing(world([front({ layers: [shape('brass', { when: brass })] })]))).toBeUndefined();
  });

  it('are told to customers as those of products are, without what they are called inside', () => {
    const secret = front({ layers: [shape('board', { title: 'Cheap veneer' })], workshop: { bleed: '3' } });
    const { definition, surroundings } = world([secret], { views: [own] });
    const told = customerView(definition, surroundings, null, today);
    expect(compile(told.product, told.surroundings).product.views[0]?.layers).toHaveLength(2);
    expect(JSON.stringify([told.product, [...told.surroundings.sheets.values()]])).not.toMatch(/veneer|"bleed"/);
  });

  it('never change what lies below them, whatever is placed in whichever order', () => {
    const titles = ['Front', 'Back', 'Inside'];
    const anyViews = fc.uniqueArray(fc.constantFrom(...titles), { maxLength: 3 });
    fc.assert(
      fc.property(anyViews, anyViews, (ofProduct, ofSheet) => {
        const view = (title: string) => ({ key: title.toLowerCase(), title, layers: [shape('one'), shape('two')] });
        const placed = world(ofSheet.map(view), { views: ofProduct.map(view) });
        const { views } = placed.program.product;
        expect(views).toHaveLength(new Set([...ofProduct, ...ofSheet]).size);
        ofProduct.forEach((title, index) => {
          expect(views[index]?.layers.slice(0, 2)).toEqual(placed.definition.views[index]?.layers);
          expect(views[index]?.layers).toHaveLength(ofSheet.includes(title) ? 4 : 2);
        });
        const keys = views.flatMap(({ key, layers }) => layers.map((layer) => `${key} ${layer.key}`));
        expect(new Set(keys).size).toBe(keys.length);
      }),
    );
  });
});
