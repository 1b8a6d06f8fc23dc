import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../catalog';
import { compile } from '../compile';
import { surroundingsOf } from '../exchange';
import { analyseWhole } from '../../../tests/support/analyse-whole';
import { coverageWords, faultWords, selectionsWords } from '../words';
import { analyse, analysisFaults, forReadiness, NextClick, sellableRange, stages } from '.';

const TODAY = '2026-11-25';
const list = (key: string, options: readonly string[], more: object = {}) => ({
  kind: 'list',
  key,
  title: key,
  options: options.map((option, place) => ({
    key: option,
    title: option,
    sku: option.slice(0, 1),
    amount: { kind: 'fixed', value: String(place * 5) },
  })),
  ...more,
});
const is = (choice: string, ...options: string[]) => ({ kind: 'option', choice, options });
let made = 0;
const rule = (when: object | null, ...then: object[]) => ({ key: `r${(made += 1)}`, title: '', when, then });

function programOf(product: object) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [{ key: 'felt', title: 'Felt', unit: 'm', onHand: '9' }],
    products: [{ slug: 'p', title: 'P', sku: 'P', price: '100', ...product }],
  });
  return compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog));
}

const analysed = (product: object) => {
  const program = programOf(product);
  return {
    program,
    analysis: analyseWhole(program, TODAY),
    messages: () =>
      analysisFaults(program, analyseWhole(program, TODAY)).map(
        ({ path, data }) => `${path.join('.')}: ${faultWords(data)}`,
      ),
  };
};

const roof = list('roof', ['flat', 'gabled']);
const cover = list('cover', ['felt', 'reed', 'tin']);

describe('an analysis', () => {
  it('counts sellable selections and finds the ends of the price', () => {
    const { analysis } = analysed({
      choices: [
        roof,
        cover,
        { kind: 'yesNo', key: 'gift', title: 'gift', required: false, amount: { kind: 'percentOfSum', value: '10' } },
      ],
      rules: [rule(is('roof', 'flat'), { kind: 'withhold', choice: 'cover', options: ['reed'] })],
    });
    expect(analysis).toMatchObject({
      done: stages,
      cutShort: [],
      selections: '10',
      deadOptions: [],
      lowest: { price: '100.00', words: 'roof flat · cover felt' },
      highest: { price: '126.50', words: 'roof gabled · cover tin · gift Yes' },
    });
  });

  it('tells stage by stage what it knows, and stops where it is told to', () => {
    const running = analyse(programOf({ choices: [roof, cover] }), TODAY);
    expect(running.next().value.done).toEqual(['options']);
    expect(running.next().value.done).toEqual(['options', 'rules']);
    const stopped = analyseWhole(
      programOf({
        choices: [roof, cover, list('more', ['a', 'b'])],
        tables: [{ key: 't', choices: ['roof', 'cover'], says: 'notMade', rows: [['flat', 'reed']] }],
      }),
      TODAY,
      { searching: 1, counting: 0 },
    );
    expect(stopped.selections).toBeNull();
    expect(stopped.cutShort).toContain('count');
    expect(coverageWords(stopped, 'EUR').at(-1)).toMatch(/took longer than it may.*how many selections there are/);
  });

  it('names options that can never be chosen, choices never asked, and rules that never fire, where they are mended', () => {
    const { messages } = analysed({
      choices: [roof, cover, list('ridge', ['oak'])],
      rules: [
        rule(is('roof', 'flat', 'gabled'), { kind: 'withhold', choice: 'cover', options: ['tin'] }),
        rule(is('cover', 'tin'), { kind: 'show', choices: ['ridge'] }),
      ],
    });
    expect(messages()).toEqual([
      'choices.2: ridge is never asked: nothing that can be sold shows it.',
      'choices.1.options.2: cover: tin can never be chosen: with every answer to the other choices something forbids it.',
      'rules.1: This rule never fires: “cover is tin” can’t hold in anything that can be sold.',
    ]);
  });

  it('tells a rule that ends every sale from one that refuses on purpose', () => {
    const ends = analysed({
      choices: [roof, cover],
      rules: [rule(is('roof', 'flat'), { kind: 'withhold', choice: 'cover', options: ['felt', 'reed', 'tin'] })],
    });
    expect(ends.analysis).toMatchObject({ endSale: [0], deadOptions: [{ choice: 0, option: 0 }] });
    const refuses = analysed({
      choices: [roof, cover],
      rules: [rule(is('roof', 'flat'), { kind: 'refuse', reason: 'Not this year.' })],
    });
    expect(refuses.analysis).toMatchObject({ endSale: [], neverFire: [], deadOptions: [{ choice: 0, option: 0 }] });
  });

  it('finds rules that say opposite things, with a selection for which both fire', () => {
    const { messages } = analysed({
      choices: [roof, cover, list('ridge', ['oak', 'tin'], { required: false })],
      rules: [
        rule(is('roof', 'gabled'), { kind: 'show', choices: ['ridge'] }),
        rule(is('cover', 'reed'), { kind: 'hide', choices: ['ridge'] }),
        rule(is('cover', 'felt'), { kind: 'show', choices: ['ridge'] }),
      ],
    });
    expect(messages()).toContainEqual(
      expect.stringMatching(
        /^rules\.1: “roof is gabled” and “cover is reed” say opposite things and can both fire: roof gabled · cover reed/,
      ),
    );
    // Felt and reed are never picked together.
    expect(messages().filter((message) => message.includes('opposite'))).toHaveLength(1);
  });

  it('says when nothing can be sold, and which rule it is for', () => {
    const { analysis, messages } = analysed({
      choices: [roof, cover],
      rules: [
        rule(null, { kind: 'offer', choice: 'cover', options: ['tin'] }),
        rule(is('cover', 'tin'), { kind: 'refuse', reason: 'Out for good.' }),
      ],
    });
    expect(analysis).toMatchObject({ selections: '0', nothingSells: { without: [0, 1] } });
    expect(messages()).toEqual([
      'rules: No selection can be sold. Without any one of these rules, something could be: “always”, “cover is tin”.',
    ]);
  });

  it('finds selections that share an SKU, also where parts only read alike together', () => {
    const part = (key: string, sku: string | null) => ({ key, title: key, sku });
    const { analysis } = analysed({
      choices: [
        { kind: 'list', key: 'a', title: 'a', options: [part('one', 'X'), part('two', 'X-Y')] },
        { kind: 'list', key: 'b', title: 'b', options: [part('three', 'Y-Z'), part('four', 'Z')] },
      ],
    });
    expect(analysis.sharedSkus).toMatchObject([
      {
        sku: 'P-X-Y-Z',
        differAt: { kind: 'choice', index: 0 },
        first: { words: 'a one · b three' },
        second: { words: 'a two · b four' },
      },
    ]);
    const { analysis: told, program } = analysed({
      choices: [
        list(
          'a',
          ['one', 'two'].map((word) => word),
        ),
        { kind: 'yesNo', key: 'gift', title: 'gift' },
        { kind: 'yesNo', key: 'card', title: 'card' },
      ],
    });
    expect(told.sharedSkus).toHaveLength(2);
    expect(forReadiness(analysisFaults(program, told)).filter(({ code }) => code === 'skuShared')).toHaveLength(1);
    expect(analysed({ choices: [roof, cover] }).analysis.sharedSkus).toEqual([]);
  });

  it('knows of measures what holds between their ends, and says where they have none', () => {
    const length = {
      kind: 'measure',
      key: 'length',
      title: 'Length',
      unit: 'm',
      min: '1',
      max: '9',
      amount: { kind: 'perUnit', value: '2', unit: 'm' },
    };
    const { analysis } = analysed({
      choices: [length, cover],
      rules: [
        rule(
          { kind: 'value', choice: 'length', compare: 'more', value: '5' },
          { kind: 'withhold', choice: 'cover', options: ['tin'] },
        ),
      ],
    });
    expect(analysis).toMatchObject({ selections: '3', lowest: { price: '102.00' }, highest: { price: '123.00' } });
    expect(coverageWords(analysis, 'EUR')).toEqual([]);
    const { analysis: open } = analysed({ choices: [{ ...length, max: null }] });
    expect(coverageWords(open, 'EUR')).toEqual([
      'Length has no most, so prices can be higher than the highest that stands here.',
    ]);
  });

  it('leaves out answers with which a formula can’t be worked out, or that it bounds', () => {
    const number = { kind: 'number', key: 'parts', title: 'Parts', min: '0', max: '4', step: '1' };
    const { analysis } = analysed({
      choices: [number, cover],
      formulas: [{ key: 'f', title: 'Share', serves: { kind: 'amount' }, text: '12 EUR / parts' }],
    });
    expect(analysis).toMatchObject({
      gaps: [],
      lowest: { price: '103.00', words: 'Parts 4 · cover felt' },
      highest: { price: '122.00', words: 'Parts 1 · cover tin' },
    });
    const { analysis: bounded } = analysed({
      choices: [number, { ...number, key: 'legs', title: 'Legs', amount: { kind: 'perUnit', value: '7', unit: '1' } }],
      formulas: [{ key: 'f', title: 'Most legs', serves: { kind: 'most', measure: 'legs' }, text: 'parts / 2' }],
    });
    expect(bounded.highest).toMatchObject({ price: '114.00' });
  });

  it('says when a price can come to less than nothing', () => {
    const { analysis, messages } = analysed({
      price: '10',
      choices: [roof, cover],
      rules: [rule(is('cover', 'felt'), { kind: 'amount', amount: { kind: 'fixed', value: '-12' } })],
    });
    expect(analysis).toMatchObject({ lowest: null, cutShort: [], highest: { price: '25.00' } });
    expect(messages()).toEqual([
      'price: A price can come to less than nothing, and then it can’t be sold: roof flat · cover felt.',
    ]);
    expect(coverageWords(analysis, 'EUR')).toHaveLength(1);
  });

  it('says nothing of a product with faults', () => {
    expect(analysed({ choices: [list('empty', [])] }).analysis).toMatchObject({ faulty: true, selections: null });
  });
});

describe('the price range of a list', () => {
  const tied = {
    choices: [roof, cover],
    rules: [rule(is('roof', 'gabled'), { kind: 'withhold', choice: 'cover', options: ['tin'] })],
  };

  it('is that of what can be sold, where rules decide', () => {
    expect(sellableRange(programOf(tied))?.to.toString()).toBe('110');
    expect(sellableRange(programOf({ choices: tied.choices }))?.to.toString()).toBe('115');
  });
});

describe('the next click', () => {
  const program = programOf({
    choices: [roof, cover, list('frame', ['light', 'heavy'])],
    rules: [
      rule(is('cover', 'tin'), { kind: 'offer', choice: 'frame', options: ['heavy'] }),
      rule({ kind: 'all', of: [is('roof', 'flat'), is('frame', 'heavy')] }, { kind: 'refuse', reason: 'Too heavy.' }),
    ],
  });
  const next = new NextClick(program, TODAY);
  const look = (given: Record<string, unknown>, kept: string | null = null) =>
    next.look({ answers: given, quantity: 1 }, { stock: null, today: TODAY }, kept);

  it('leaves out what leads nowhere two steps further on', () => {
    // Tin needs the heavy frame, which a flat roof does not carry.
    expect(look({ roof: 'flat' })).toMatchObject({
      kind: 'open',
      impossible: new Map([
        [1, new Set([2])],
        [2, new Set([1])],
      ]),
    });
    expect(look({})).toMatchObject({ kind: 'open', impossible: new Map() });
  });

  it('names the fewest answers to change so that the last one can stay', () => {
    expect(look({ roof: 'flat', cover: 'tin', frame: 'heavy' }, 'cover')).toEqual({
      kind: 'conflict',
      changes: [{ choice: 'roof', title: 'roof', from: 'flat', to: 'gabled', toWords: 'gabled', anew: null }],
    });
    expect(look({ roof: 'flat', cover: 'tin', frame: 'light' }, 'roof')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 'cover', from: 'tin', to: 'felt' }],
    });
  });

  it('lets nothing stand in the way that counts by default, and says what to change once it does', () => {
    const usual = new NextClick(
      programOf({
        choices: [list('base', ['pine', 'oak']), list('lid', ['tin', 'felt'], { default: 'tin' })],
        rules: [
          rule({ kind: 'all', of: [is('base', 'oak'), is('lid', 'tin')] }, { kind: 'refuse', reason: 'Too heavy.' }),
        ],
      }),
      TODAY,
    );
    const after = (answers: Record<string, unknown>, kept: string | null) =>
      usual.look({ answers, quantity: 1 }, { stock: null, today: TODAY }, kept);
    expect(after({}, null)).toMatchObject({ kind: 'open', impossible: new Map() });
    expect(after({ lid: 'tin' }, 'lid')).toMatchObject({ kind: 'open', impossible: new Map([[0, new Set([1])]]) });
    expect(after({ base: 'oak' }, 'base')).toMatchObject({
      kind: 'conflict',
      changes: [{ choice: 'lid', from: 'tin', to: 'felt' }],
    });
  });

  it('says when it could not find out in the steps it may take', () => {
    expect(next.look({ answers: { roof: 'flat' }, quantity: 1 }, { stock: null, today: TODAY }, null, 0)).toEqual({
      kind: 'unknown',
    });
  });
});

describe('a number of selections in words', () => {
  it.each([
    ['1', '1 selection'],
    ['1440', '1\u202f440 selections'],
    ['6199239666865559233802340797064340', 'about 6.2 × 10³³ selections'],
  ])('%s', (count, words) => expect(selectionsWords(count)).toBe(words));
});

describe('the prices of many choices in which options add amounts or shares of the base', () => {
  const options = Array.from({ length: 8 }, (_, place) => ({
    key: `o${place}`,
    title: `O${place}`,
    amount: { kind: place % 3 === 0 ? 'percentOfBase' : 'fixed', value: String(place + 1) },
  }));
  const ends = (price: string) => {
    const { lowest, highest } = analysed({
      price,
      choices: Array.from({ length: 40 }, (_, place) => ({
        kind: 'list',
        key: `c${place}`,
        title: `C${place}`,
        options,
      })),
    }).analysis;
    return [lowest, highest].map((end) => end && [end.price, end.coverage.kind]);
  };

  it('are proved, as it is known that one of them is added and not the least of both', () => {
    // Of 100: 1, 4 or 7 as a share, or 2, 3, 5, 6 or 8: from 1 to 8. Of 200: 2, 8 or 14, or the same amounts: from 2 to
    // 14.
    expect(ends('100')).toEqual([
      ['140.00', 'proved'],
      ['420.00', 'proved'],
    ]);
    expect(ends('200')).toEqual([
      ['280.00', 'proved'],
      ['760.00', 'proved'],
    ]);
    // Of nothing a share is nothing.
    expect(ends('0')).toEqual([
      ['0.00', 'proved'],
      ['320.00', 'proved'],
    ]);
  });
});
