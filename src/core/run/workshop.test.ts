import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../catalog';
import { NextClick } from '../analysis';
import { compile } from '../compile';
import { customerResolution, customerView, resolutionJson, surroundingsOf } from '../exchange';
import { problemText } from '../words';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { resolve } from '.';

const TODAY = '2026-11-25';
const CLOTH = {
  kind: 'list',
  key: 'cloth',
  title: 'Cloth',
  options: [
    { key: 'linen', title: 'Linen', sku: 'LI' },
    { key: 'slate', title: 'Slate', sku: 'SL' },
    { key: 'moss', title: 'Moss', sku: 'MO' },
  ],
};
const THREAD = {
  kind: 'list',
  key: 'thread',
  title: 'Sewing thread',
  forWorkshop: true,
  default: 'white',
  options: [
    { key: 'white', title: 'White no. 40', draws: [{ kind: 'fixed', stock: 'white', quantity: '30' }] },
    {
      key: 'grey',
      title: 'Grey no. 40',
      sku: 'G',
      weight: { value: '12', unit: 'g' },
      draws: [{ kind: 'fixed', stock: 'grey', quantity: '30' }],
    },
  ],
};
const NOTE = { kind: 'paragraph', key: 'jig', title: 'Jig', text: 'Use the long jig.', forWorkshop: true };
const is = (option: string) => ({ kind: 'option', choice: 'cloth', is: 'oneOf', options: [option] });
const GREY_FOR_SLATE = { key: 'r', when: is('slate'), then: [{ kind: 'preselect', choice: 'thread', answer: 'grey' }] };

function world(
  choices: readonly object[] = [CLOTH, THREAD],
  rules: readonly object[] = [GREY_FOR_SLATE],
  more: object = {},
) {
  const stock = ['white', 'grey'].map((key) => ({ key, title: `${key} thread`, unit: 'm' }));
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR' },
    stock,
    products: [{ slug: 'smock', title: 'Smock', sku: 'SM', price: '40', choices, rules, ...more }],
  });
  const product = productSchema.parse(catalog.products[0]);
  const surroundings = surroundingsOf(catalog);
  const program = compile(product, surroundings);
  const at = (answers: object) => resolve(program, { answers }, { stock: null, today: TODAY });
  const faults = program.faults.flatMap(({ data }) => (data.code === 'workshopChoice' ? [data.why] : []));
  return { catalog, product, surroundings, program, at, faults };
}

describe('a choice for the workshop alone', () => {
  it('is settled by its default, and by the first rule that begins with something', () => {
    const { at } = world();
    expect(at({ cloth: 'linen' })).toMatchObject({
      state: 'sellable',
      item: { sku: 'SM-LI', forWorkshop: [{ label: 'Sewing thread', value: 'White no. 40' }] },
      draws: [{ stock: 'white' }],
    });
    expect(at({ cloth: 'slate' })).toMatchObject({
      state: 'sellable',
      item: { sku: 'SM-SL-G', forWorkshop: [{ label: 'Sewing thread', value: 'Grey no. 40' }] },
      draws: [{ stock: 'grey' }],
    });
    expect(String(at({ cloth: 'slate' }).weight?.value)).toBe('12');
  });

  it('is no answer of the customer’s: it is neither shown, nor counted, nor part of the item’s key', () => {
    const { at } = world();
    const { counted, item, shown } = at({ cloth: 'slate' });
    expect([counted.map(({ choice }) => choice), item.key, item.details]).toEqual([
      ['cloth'],
      'smock?cloth=slate',
      [{ label: 'Cloth', value: 'Slate' }],
    ]);
    expect(shown[1]).toMatchObject({ choice: 'thread', shown: false, why: 'workshop' });
  });

  it('can’t be answered from outside: what is given for it is set aside', () => {
    const { at } = world();
    for (const answer of ['white', 'purple', null, 7, {}])
      expect(at({ cloth: 'slate', thread: answer })).toMatchObject({ state: 'sellable', item: { sku: 'SM-SL-G' } });
  });

  it('that nothing settles keeps the selection from being sold, and says so only once all else is answered', () => {
    const { at } = world([CLOTH, { ...THREAD, default: null }]);
    expect(at({}).problems.map(({ code }) => code)).toEqual(['answerMissing']);
    const { state, problems } = at({ cloth: 'moss' });
    expect([state, problems.map(({ data }) => problemText(data))]).toEqual([
      'unavailable',
      [
        'It can’t be made as chosen: “Sewing thread”, which the workshop alone sees, is not settled. Give it a default, or a rule that settles it for this selection.',
      ],
    ]);
  });

  it('whose settled answer a rule withholds is not passed over in silence, even where it is optional', () => {
    const { at } = world(
      [CLOTH, { ...THREAD, required: false }],
      [{ key: 'w', when: is('moss'), then: [{ kind: 'withhold', choice: 'thread', options: ['white'] }] }],
    );
    expect(at({ cloth: 'moss' }).problems.map(({ code }) => code)).toEqual(['workshopUnsettled']);
    expect(at({ cloth: 'linen' }).state).toBe('sellable');
  });

  it('may be left out where it is optional and nothing is said of it', () => {
    const { at } = world([CLOTH, { ...THREAD, required: false, default: null }]);
    expect(at({ cloth: 'linen' })).toMatchObject({ state: 'sellable', item: { forWorkshop: [] }, draws: [] });
  });

  it('takes several options, yes or no, and a note that a rule shows', () => {
    const several = {
      kind: 'several',
      key: 'seams',
      title: 'Seams',
      forWorkshop: true,
      required: false,
      default: ['double', 'taped'],
      options: [
        { key: 'double', title: 'Double' },
        { key: 'taped', title: 'Taped' },
        { key: 'flat', title: 'Flat' },
      ],
    };
    const yesNo = { kind: 'yesNo', key: 'press', title: 'Press', forWorkshop: true, default: true, sku: 'P' };
    const { at } = world(
      [CLOTH, several, yesNo, NOTE],
      [
        {
          key: 's',
          when: is('slate'),
          then: [
            { kind: 'show', choices: ['jig'] },
            { kind: 'preselect', choice: 'press', answer: false },
          ],
        },
      ],
    );
    expect(at({ cloth: 'linen' }).item.forWorkshop).toEqual([
      { label: 'Seams', value: 'Double, Taped' },
      { label: 'Press', value: 'Yes' },
    ]);
    expect(at({ cloth: 'slate' }).item.forWorkshop).toEqual([
      { label: 'Seams', value: 'Double, Taped' },
      { label: 'Press', value: 'No' },
      { label: 'Jig', value: 'Use the long jig.' },
    ]);
  });

  it('is fixed by a kit that says otherwise', () => {
    const { catalog } = world();
    const kit = {
      slug: 'set',
      title: 'Set',
      sku: 'SET',
      partsPrice: { kind: 'sum' },
      parts: [{ key: 'smock', title: 'Smock', candidates: [{ product: 'smock', fixed: { thread: 'grey' } }] }],
    };
    const both = catalogSchema.parse({ ...catalog, products: [...catalog.products, kit] });
    const program = compile(productSchema.parse(both.products[1]), surroundingsOf(both));
    expect(program.blocking).toEqual([]);
    const { parts } = resolve(
      program,
      { answers: {}, parts: { smock: { answers: { cloth: 'linen' }, quantity: 1 } } },
      { stock: null, today: TODAY },
    );
    expect(parts[0]?.resolution.item).toMatchObject({ sku: 'SM-LI-G', forWorkshop: [{ value: 'Grey no. 40' }] });
  });
});

describe('what speaks against a choice for the workshop alone', () => {
  it('is told where it stands', () => {
    expect(world().faults).toEqual([]);
    expect(world([CLOTH, { ...THREAD, default: null }], []).faults).toEqual(['unsettled']);
    expect(
      world([
        CLOTH,
        { ...THREAD, options: THREAD.options.map((option) => ({ ...option, amount: { kind: 'fixed', value: '0' } })) },
      ]).faults,
    ).toEqual(['priced']);
    expect(world([CLOTH, { ...THREAD, stocked: true }]).faults).toEqual(['stocked']);
    for (const kind of ['text', 'number', 'date', 'file', 'agreement', 'heading', 'divider'])
      expect(world([{ kind, key: 'k', title: 'K', forWorkshop: true }], []).faults).toEqual(['kind']);
  });

  it('is an amount that a product gives it on a sheet, too', () => {
    const { catalog } = world();
    const onSheet = catalogSchema.parse({
      ...catalog,
      sheets: [{ key: 'sewing', title: 'Sewing', choices: [THREAD] }],
      products: [
        {
          slug: 'smock',
          title: 'Smock',
          sku: 'SM',
          price: '40',
          choices: [CLOTH],
          sheets: [
            {
              key: 'sewing',
              overrides: { thread: { options: { grey: { amount: { value: { kind: 'fixed', value: '2' } } } } } },
            },
          ],
        },
      ],
    });
    expect(
      compile(productSchema.parse(onSheet.products[0]), surroundingsOf(onSheet)).blocking.map(({ code }) => code),
    ).toEqual(['workshopChoice']);
  });
});

describe('the analysis of a choice for the workshop alone', () => {
  it('counts what customers choose, and names what nothing settles', () => {
    const { program } = world();
    expect(analyseWhole(program, TODAY)).toMatchObject({ selections: '3', deadOptions: [], sharedSkus: [] });
    const dead = world([CLOTH, THREAD], []);
    expect(analyseWhole(dead.program, TODAY)).toMatchObject({
      selections: '3',
      deadOptions: [{ choice: 1, option: 1 }],
    });
  });

  it('withholds what it can’t be made with, and never advises to change what nobody answers', () => {
    const { program } = world([CLOTH, { ...THREAD, default: null }]);
    const click = new NextClick(program, TODAY).look({ answers: {}, quantity: 1 }, { stock: null, today: TODAY }, null);
    expect(click.kind === 'open' && [...(click.impossible.get(0) ?? [])].sort()).toEqual([0, 2]);
    const conflict = new NextClick(program, TODAY).look(
      { answers: { cloth: 'moss', thread: 'grey' }, quantity: 1 },
      { stock: null, today: TODAY },
      null,
    );
    expect(conflict.kind === 'conflict' && conflict.changes.map(({ choice }) => choice)).toEqual(['cloth']);
  });
});

describe('what a customer may know of a choice for the workshop alone', () => {
  const choices = [CLOTH, { ...THREAD, insideName: 'thread by cloth', help: 'ask Ottilie' }, NOTE];

  it('comes to the same, and has none of its words', () => {
    const { product, surroundings, at } = world(choices);
    const view = customerView(product, surroundings, null);
    expect(JSON.stringify(view.product)).not.toMatch(/Sewing|no\. 40|Ottilie|by cloth|long jig|Jig/);
    const program = compile(view.product, view.surroundings);
    for (const cloth of ['linen', 'slate', 'moss']) {
      const [theirs, ours] = [resolve(program, { answers: { cloth } }, { stock: null, today: TODAY }), at({ cloth })];
      expect([
        theirs.state,
        theirs.item.sku,
        theirs.item.key,
        theirs.draws.map(({ stock }) => stock),
        String(theirs.unitPrice),
      ]).toEqual([
        ours.state,
        ours.item.sku,
        ours.item.key,
        ours.draws.map(({ stock }) => stock),
        String(ours.unitPrice),
      ]);
    }
  });

  it('is nothing of what is settled, in what a customer is sent', () => {
    const { at } = world(choices);
    expect(JSON.stringify(customerResolution(resolutionJson(at({ cloth: 'slate' }))))).not.toMatch(
      /thread|Sewing|Grey no|long jig|"jig"/,
    );
  });

  it('is why it can’t be had, without saying of what', () => {
    const { product, surroundings } = world([CLOTH, { ...THREAD, default: null }]);
    const view = customerView(product, surroundings, null);
    const { problems } = resolve(
      compile(view.product, view.surroundings),
      { answers: { cloth: 'moss' } },
      { stock: null, today: TODAY },
    );
    expect(problems.map(({ data }) => problemText(data))).toEqual([
      'It can’t be made as chosen: something that we decide ourselves is not settled. Choose something else, or ask us.',
    ]);
  });
});
