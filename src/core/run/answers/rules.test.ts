import { describe, expect, it } from 'vitest';
import { catalogSchema, type CatalogSurroundings, type Condition, productSchema } from '../../catalog';
import { compile } from '../../compile/compile';
import { resolutionJson, surroundingsOf } from '../../exchange';
import { Exact } from '../../number';
import { stockViewOf } from '../../stock';
import { faultWords } from '../../words';
import { resolve } from '../resolve';

const list = (key: string, options: readonly string[], more: object = {}) => ({
  kind: 'list',
  key,
  title: key,
  options: options.map((option) => ({ key: option, title: option.toUpperCase() })),
  ...more,
});
const measure = (key: string, more: object = {}) => ({ kind: 'measure', key, title: key, unit: 'm', ...more });
const is = (choice: string, ...options: string[]) => ({ kind: 'option', choice, options });

function world(product: object, sheets: object[] = []) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [{ key: 'ridge', title: 'Ridge', unit: '1', onHand: '9' }],
    sheets: sheets.map((sheet) => ({ title: 'S', ...sheet })),
    products: [
      {
        slug: 'p',
        title: 'P',
        sku: 'P',
        category: 'Hives',
        price: '100',
        draws: [{ kind: 'fixed', stock: 'ridge', quantity: '1' }],
        ...product,
      },
    ],
  });
  const surroundings: CatalogSurroundings = surroundingsOf(catalog);
  const program = compile(productSchema.parse(catalog.products[0]), surroundings);
  return {
    faults: program.faults.map(({ code, path, data }) => `${path.join('.')} ${code}: ${faultWords(data)}`),
    ask: (answers: object, quantity = 1, group?: string) =>
      resolutionJson(
        resolve(program, { answers, quantity }, { stock: stockViewOf(() => Exact.of(9)), today: '2026-11-25', group }),
      ),
  };
}

const rule = (when: object | null, ...then: object[]) => ({
  key: `r${Math.abs(
    JSON.stringify([when, then])
      .split('')
      .reduce((sum, sign) => (sum * 31 + sign.charCodeAt(0)) | 0, 7),
  )}`,
  when,
  then,
});
const roof = list('roof', ['flat', 'gabled']);

describe('a choice that a rule shows', () => {
  const { ask, faults } = world({
    choices: [
      list('ridge', ['oak', 'tin'], {
        options: [{ key: 'oak', title: 'Oak', amount: { kind: 'fixed', value: '12' } }],
      }),
      roof,
    ],
    rules: [rule(is('roof', 'gabled'), { kind: 'show', choices: ['ridge'] })],
  });

  it('is hidden until it holds, and its answer counts only then', () => {
    expect(faults.filter((fault) => /rule/.test(fault))).toEqual([]);
    const hidden = ask({ roof: 'flat', ridge: 'oak' });
    expect(hidden).toMatchObject({ state: 'sellable', unitPrice: '100.00' });
    expect(hidden.shown[0]).toMatchObject({ shown: false, why: 'rule' });
    expect(hidden.item.key).toBe('p?roof=flat');
    const back = ask({ roof: 'gabled', ridge: 'oak' });
    expect(back).toMatchObject({ state: 'sellable', unitPrice: '112.00' });
    expect(back.shown[0]).toMatchObject({ shown: true, why: 'rule', because: 'roof is GABLED' });
    expect(back.rules).toMatchObject([{ fired: true, because: 'roof is GABLED' }]);
  });

  it('is asked for like any other once it is shown, although it stands above what shows it', () => {
    expect(ask({ roof: 'gabled' }).problems).toMatchObject([{ where: 'choice:ridge', code: 'answerMissing' }]);
    expect(ask({}).problems.map(({ where }) => where)).toEqual(['choice:roof']);
  });
});

describe('what rules do to answers', () => {
  it('hiding outweighs showing', () => {
    const { ask } = world({
      choices: [roof, list('ridge', ['oak'])],
      rules: [
        rule(is('roof', 'gabled'), { kind: 'show', choices: ['ridge'] }),
        rule({ kind: 'quantity', compare: 'more', value: 5 }, { kind: 'hide', choices: ['ridge'] }),
      ],
    });
    expect(ask({ roof: 'gabled' }, 6).shown[1]?.shown).toBe(false);
  });

  it('withholds options, offers only some, and says why', () => {
    const { ask } = world({
      choices: [roof, list('cover', ['felt', 'tin', 'reed'])],
      rules: [
        rule(is('roof', 'flat'), { kind: 'withhold', choice: 'cover', options: ['reed'] }),
        rule(is('roof', 'gabled'), { kind: 'offer', choice: 'cover', options: ['tin', 'reed'] }),
      ],
    });
    expect(ask({ roof: 'flat', cover: 'reed' }).problems).toMatchObject([
      { where: 'choice:cover', code: 'optionRuledOut', message: 'cover: REED can’t be had when roof is FLAT.' },
    ]);
    expect(ask({ roof: 'gabled' }).shown[1]?.options.map(({ option, offered }) => [option, offered])).toEqual([
      ['felt', false],
      ['tin', true],
      ['reed', true],
    ]);
    expect(ask({}).shown[1]?.options.every(({ offered }) => offered)).toBe(true);
  });

  it('requires, preselects and limits', () => {
    const { ask } = world({
      choices: [
        roof,
        list('cover', ['felt', 'tin'], { required: false }),
        measure('height', { required: false, max: '9' }),
      ],
      rules: [
        rule(
          is('roof', 'gabled'),
          { kind: 'require', choices: ['height'] },
          { kind: 'limit', choice: 'height', least: '0.5', most: '2' },
          { kind: 'preselect', choice: 'cover', answer: 'tin' },
        ),
      ],
    });
    expect(ask({ roof: 'flat' }).state).toBe('sellable');
    const gabled = ask({ roof: 'gabled' });
    expect(gabled.problems).toMatchObject([{ where: 'choice:height', code: 'answerMissing' }]);
    // The page says that it is asked for, and no longer that it is optional.
    const required = (answers: object) => ask(answers).shown.flatMap((shown) => (shown.required ? [shown.choice] : []));
    expect([required({ roof: 'gabled' }), required({ roof: 'flat' })]).toEqual([['height'], []]);
    expect(gabled.counted).toContainEqual(
      expect.objectContaining({ choice: 'cover', value: 'tin', fromDefault: true }),
    );
    expect(ask({ roof: 'gabled', cover: 'felt', height: '1' }).counted).toContainEqual(
      expect.objectContaining({ value: 'felt', fromDefault: false }),
    );
    expect(ask({ roof: 'gabled', height: '3' }).problems).toMatchObject([{ code: 'aboveMaximum', nearest: ['2 m'] }]);
    expect(ask({ roof: 'flat', height: '3' }).problems).toEqual([]);
  });
});

describe('what rules do to the item', () => {
  const price = (rules: object[], answers: object = { roof: 'gabled' }, quantity = 1, group?: string) =>
    world({ choices: [roof], weight: { value: '2', unit: 'kg' }, rules }).ask(answers, quantity, group);
  const gabled = is('roof', 'gabled');

  it('adds, takes shares, and sets the price in the order of the rules, and the working adds up', () => {
    const add = rule(gabled, { kind: 'amount', amount: { kind: 'fixed', value: '12' } });
    const share = rule(gabled, { kind: 'amount', amount: { kind: 'percentOfSum', value: '-10' } });
    const set = { ...rule(gabled, { kind: 'setPrice', price: '80' }), title: 'Winter price' };
    expect(price([add, share]).unitPrice).toBe('100.80');
    expect(price([share, add]).unitPrice).toBe('102.00');
    const replaced = price([add, set, add]);
    expect(replaced.unitPrice).toBe('92.00');
    expect(replaced.working.map(({ label, amount, of }) => [label, amount, of])).toEqual([
      ['Base price', '100', null],
      ['Roof is GABLED', '12', null],
      ['Winter price', '-32', 'in the place of €112.00'],
      ['Roof is GABLED', '12', null],
    ]);
    expect(price([add], { roof: 'flat' }).unitPrice).toBe('100.00');
  });

  it('adds weight, draws, a picture, a word and a refusal', () => {
    const all = price([
      rule(
        gabled,
        { kind: 'weight', weight: { value: '500', unit: 'g' } },
        { kind: 'draw', draw: { kind: 'fixed', stock: 'ridge', quantity: '2' } },
        { kind: 'tell', text: 'Comes with a ridge.' },
        { kind: 'refuse', reason: 'Not this winter.' },
      ),
    ]);
    expect(all).toMatchObject({
      state: 'invalid',
      weight: { value: '2.5', unit: 'kg' },
      draws: [{ total: { value: '3' } }],
      rules: [{ tells: ['Comes with a ridge.'] }],
      problems: [{ code: 'refusedByRule', message: 'Not this winter.' }],
    });
  });

  it('limits the quantity', () => {
    const few = [rule(gabled, { kind: 'limitQuantity', least: 2, most: 4 })];
    expect(price(few, { roof: 'gabled' }, 1).problems).toMatchObject([
      { where: 'quantity', code: 'quantityBelow', nearest: ['2'] },
    ]);
    expect(price(few, { roof: 'gabled' }, 5).problems).toMatchObject([
      { where: 'quantity', code: 'quantityAbove', nearest: ['4'] },
    ]);
    expect(price(few, { roof: 'flat' }, 5).problems).toEqual([]);
  });

  it('looks at groups, categories and nested conditions, and not at rules that are switched off', () => {
    const cheaper = (when: object, on = true) => [{ ...rule(when, { kind: 'setPrice', price: '50' }), on }];
    expect(price(cheaper({ kind: 'group', groups: ['trade'] }), { roof: 'flat' }, 1, 'trade').unitPrice).toBe('50.00');
    expect(price(cheaper({ kind: 'group', groups: ['trade'] })).unitPrice).toBe('100.00');
    expect(price(cheaper({ kind: 'category', categories: ['hives'] })).unitPrice).toBe('50.00');
    const nested = {
      kind: 'all',
      of: [
        gabled,
        {
          kind: 'none',
          of: [
            { kind: 'quantity', compare: 'atLeast', value: 3 },
            { kind: 'answered', choice: 'roof', answered: false },
          ],
        },
      ],
    };
    expect(price(cheaper(nested)).unitPrice).toBe('50.00');
    expect(price(cheaper(nested), { roof: 'gabled' }, 3).unitPrice).toBe('100.00');
    expect(price(cheaper(gabled, false)).unitPrice).toBe('100.00');
  });
});

describe('compatibility tables', () => {
  const choices = [roof, list('cover', ['felt', 'tin', 'reed']), list('colour', ['red', 'green'])];
  const table = {
    key: 't',
    choices: ['roof', 'cover', 'colour'],
    rows: [
      ['flat', 'felt', ''],
      ['gabled', 'tin', 'red'],
      ['gabled', 'reed', ''],
    ],
  };

  it('refuse what is not made, with the nearest that is', () => {
    const { ask } = world({ choices, tables: [table] });
    expect(ask({ roof: 'flat', cover: 'felt', colour: 'green' }).state).toBe('sellable');
    const refused = ask({ roof: 'gabled', cover: 'tin', colour: 'green' });
    expect(refused).toMatchObject({
      state: 'unavailable',
      problems: [
        {
          code: 'notMadeTogether',
          message: 'GABLED · TIN · GREEN is not made.',
          remedy: 'Nearest that is made: colour RED.',
          instead: [{ key: 'red', title: 'RED', choice: { key: 'colour', title: 'colour' } }],
        },
      ],
    });
  });

  it('offer only what can still be made with what is picked', () => {
    const { ask } = world({ choices, tables: [table] });
    const offered = (answers: object, index: number) =>
      ask(answers).shown[index]?.options.flatMap(({ option, offered: is }) => (is ? [option] : []));
    expect(offered({ roof: 'gabled' }, 1)).toEqual(['tin', 'reed']);
    expect(offered({ cover: 'tin' }, 2)).toEqual(['red']);
    expect(offered({}, 0)).toEqual(['flat', 'gabled']);
  });

  it('take nothing away for what counts by default, and say what to change once it does not go', () => {
    const felt = list('cover', ['felt', 'tin', 'reed'], { default: 'felt' });
    const { ask } = world({ choices: [roof, felt, list('colour', ['red', 'green'])], tables: [table] });
    const offered = (answers: object) =>
      ask(answers).shown[0]?.options.flatMap(({ option, offered: is }) => (is ? [option] : []));
    expect(offered({})).toEqual(['flat', 'gabled']);
    expect(offered({ cover: 'felt' })).toEqual(['flat']);
    expect(ask({ roof: 'gabled', colour: 'red' }).problems).toMatchObject([
      { code: 'notMadeTogether', remedy: 'Nearest that is made: cover TIN.' },
    ]);
  });

  it('may say what is not made instead', () => {
    const { ask } = world({ choices, tables: [{ ...table, says: 'notMade', rows: [['flat', 'reed', '']] }] });
    expect(ask({ roof: 'flat', cover: 'reed', colour: 'red' }).problems).toMatchObject([
      { code: 'notMadeTogether', remedy: 'Nearest that is made: roof GABLED.' },
    ]);
    expect(ask({ roof: 'gabled', cover: 'reed', colour: 'red' }).state).toBe('sellable');
  });
});

describe('rules of a sheet', () => {
  it('know their own choices by their short names', () => {
    const sheet = {
      key: 'top',
      choices: [roof, list('ridge', ['oak'])],
      rules: [rule(is('roof', 'gabled'), { kind: 'show', choices: ['ridge'] })],
      tables: [{ key: 't', choices: ['roof', 'ridge'], rows: [['gabled', 'oak']] }],
    };
    const { ask, faults } = world({ sheets: [{ key: 'top' }] }, [sheet]);
    expect(faults).toEqual([]);
    expect(ask({ 'top.roof': 'flat' }).state).toBe('sellable');
    expect(ask({ 'top.roof': 'gabled' }).problems).toMatchObject([{ where: 'choice:top.ridge' }]);
  });
});

describe('faulty rules', () => {
  it('a cycle is refused with its way', () => {
    const { faults, ask } = world({
      choices: [list('a', ['x']), list('b', ['x']), list('c', ['x'])],
      rules: [
        rule(is('a', 'x'), { kind: 'show', choices: ['b'] }),
        rule(is('b', 'x'), { kind: 'require', choices: ['c'] }),
        rule(is('c', 'x'), { kind: 'hide', choices: ['a'] }),
      ],
    });
    expect(faults.filter((fault) => /ruleCycle/.test(fault))).toEqual([
      'rules.0.when ruleCycle: These choices wait for each other: a → b → c → a. A rule can’t depend on what it decides.',
    ]);
    expect(ask({ a: 'x' }).state).toBe('invalid');
    expect(
      world({ choices: [roof], rules: [rule(is('roof', 'flat'), { kind: 'hide', choices: ['roof'] })] }).faults.join(),
    ).toContain('roof → roof');
  });

  it.each([
    ['a choice that is not there', rule(is('floor', 'x'), { kind: 'tell', text: 'x' }), 'There is no choice “floor”.'],
    [
      'an option that is not there',
      rule(is('roof', 'domed'), { kind: 'tell', text: 'x' }),
      'There is no option “domed”.',
    ],
    [
      'a number compared with a list',
      rule({ kind: 'value', choice: 'roof', compare: 'more', value: '2' }, { kind: 'tell', text: 'x' }),
      'is not a number or a measure',
    ],
    ['an effect on nothing', rule(null, { kind: 'show', choices: ['floor'] }), 'There is no choice “floor”.'],
    ['nothing that follows', rule(null), 'Add an effect'],
    ['nothing that must hold', rule({ kind: 'all', of: [] }, { kind: 'tell', text: 'x' }), 'Choose a condition.'],
    [
      'a group that is not there',
      rule({ kind: 'group', groups: ['guild'] }, { kind: 'tell', text: 'x' }),
      'There is no customer group “guild”',
    ],
    ['no decimal', rule(null, { kind: 'setPrice', price: 'ten' }), '“ten” is not a number'],
  ])('%s', (_, faulty, message) =>
    expect(world({ choices: [roof], rules: [faulty] }).faults.join()).toContain(message),
  );

  it('nothing hides what decides how much is charged', () => {
    const hide = (key: string) =>
      rule({ kind: 'quantity', compare: 'more', value: 3 }, { kind: 'hide', choices: [key] });
    expect(
      world({
        choices: [measure('length')],
        soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
        rules: [hide('length')],
      }).faults.join(),
    ).toContain('length decides what is charged');
    expect(
      world({
        choices: [roof, measure('length')],
        soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
        rules: [hide('roof')],
      }).faults.join(),
    ).not.toContain('decides which item');
  });

  it('a condition that nests a thousand deep gives a fault and no hang', () => {
    let deep: object = is('roof', 'flat');
    for (let depth = 0; depth < 1000; depth += 1) deep = { kind: 'all', of: [deep] };
    const tells = [{ kind: 'tell' as const, text: 'x' }];
    const definition = { slug: 'p', title: 'P', sku: 'P', choices: [roof] };
    expect(productSchema.safeParse({ ...definition, rules: [{ key: 'r', when: deep, then: tells }] }).success).toBe(
      false,
    );
    // What comes past the schema is not followed down either.
    const product = {
      ...productSchema.parse(definition),
      rules: [{ key: 'r', title: '', on: true, when: deep as Condition, then: tells }],
    };
    const surroundings = surroundingsOf(
      catalogSchema.parse({ format: 'oak-knot/catalog', version: 2, shop: { name: 'T', currency: 'EUR' } }),
    );
    expect(
      compile(product, surroundings)
        .faults.map(({ data }) => faultWords(data))
        .join(),
    ).toContain('nests at most 12 deep');
  });
});
