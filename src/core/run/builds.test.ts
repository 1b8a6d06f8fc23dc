import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { selectionSchema, whereText } from '../selection';
import { stockViewOf } from '../stock';
import { conditionWords, faultWords, problemText, problemWords } from '../words';
import { list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { type Resolution } from './resolution';
import { resolve } from './resolve';
import { isSoldOut, soldOutClauses } from './sold-out';
import { stockOf } from './stock-of';

const items = ['oak', 'frame', 'roof', 'strap'].map((key) => ({ key, title: key, unit: '1' }));
const draws = (stock: string, quantity = '1') => [{ kind: 'fixed', stock, quantity }];
const mm = (value: string) => ({ value, unit: 'mm' });
const box = (slug: string, height: string, price: string, more: object = {}) => ({
  slug,
  title: slug,
  sku: slug.toUpperCase(),
  price,
  category: 'Boxes',
  weight: { value: '4', unit: 'kg' },
  draws: draws('oak'),
  properties: { footprint: mm('465'), height: mm(height), frames: { value: '9', unit: '1' } },
  ...more,
});
const roof = (slug: string, footprint: string, price: string, more: object = {}) => ({
  slug,
  title: slug,
  sku: slug.toUpperCase(),
  price,
  draws: draws('roof'),
  properties: { footprint: mm(footprint), height: mm('120') },
  ...more,
});
const PARTS = [
  box('deep', '225', '48'),
  box('shallow', '150', '36', { choices: [list('timber', ['pine', 'cedar'])] }),
  roof('flat', '465', '30'),
  roof('gabled', '465', '55.50'),
  roof('small', '440', '20'),
  { slug: 'strap', title: 'strap', sku: 'STRAP', price: '6', draws: draws('strap') },
];
const options = (...keys: string[]) => keys.map((key) => ({ key, title: '' }));
const slot = (key: string, candidates: string[], more: object = {}) => ({
  kind: 'slot',
  key,
  title: key,
  options: options(...candidates),
  ...more,
});
const CHOICES = [
  slot('boxes', ['deep', 'shallow'], { least: 1, most: 3 }),
  slot('roof', ['flat', 'gabled', 'small']),
  slot('belt', ['strap'], { required: false }),
];
const FITS = [
  { key: 'lid', place: 'roof', property: 'footprint', compare: 'is', other: { place: 'boxes', property: 'footprint' } },
];
const FORMULAS = [
  { key: 'frames', title: 'Frames', serves: { kind: 'draw', stock: 'frame' }, text: 'sum(boxes.frames)' },
  {
    key: 'height',
    title: 'Height',
    serves: { kind: 'property', name: 'height' },
    text: 'sum(boxes.height) + sum(roof.height)',
  },
];
const hive = (more: object = {}) => ({
  price: null,
  draws: [],
  choices: CHOICES,
  fits: FITS,
  formulas: FORMULAS,
  ...more,
});
const PLENTY = { stock: stockViewOf(() => Exact.of(1000)) };
const shop = (more: object = {}, others: object[] = []) => shopOf([hive(more), ...PARTS, ...others], { stock: items });

const money = (value: Exact | null | undefined) => value?.toFixed(2);
const told = ({ problems }: Resolution) => problems.map(({ where, code }) => `${whereText(where)} ${code}`);
const cedar = { product: 'shallow', answers: { timber: 'cedar' } };
const WHOLE = { boxes: ['deep', cedar], roof: 'flat' };
const take = (answers: object, more: object = {}, quantity?: number) =>
  shop(more).take({ answers, ...(quantity !== undefined && { quantity }) }, PLENTY);
const offers = ({ shown }: Resolution, choice: string) =>
  Object.fromEntries(
    shown
      .find((one) => one.choice === choice)
      ?.options.map(({ option, offered, why }) => [option, offered ? 'offered' : why]) ?? [],
  );

describe('the slots of a build', () => {
  it('resolve what is in them as the products they are, and draw by formula what belongs to them', () => {
    const one = take(WHOLE, {}, 2);
    expect(one.state).toBe('sellable');
    expect([money(one.unitPrice), money(one.lineTotal)]).toEqual(['114.00', '228.00']);
    expect(one.parts.map(({ kind, part, pieces, resolution }) => [kind, part, pieces, resolution.item.sku])).toEqual([
      ['slot', 'boxes#1', 1, 'DEEP'],
      ['slot', 'boxes#2', 1, 'SHALLOW-CEDAR'],
      ['slot', 'roof#1', 1, 'FLAT'],
    ]);
    expect(one.draws.map(({ stock, total }) => `${stock} ${total.value.toString()}`)).toEqual([
      'oak 4',
      'roof 2',
      'frame 36',
    ]);
    expect(
      one.properties.map(({ name, value }) => [name, value.kind === 'quantity' ? value.value.toString() : value.text]),
    ).toEqual([['height', '0.495']]);
    expect(one.weight?.value.toString()).toBe('8');
    expect(one.parts.map(({ share }) => money(share?.unit))).toEqual(['48.00', '36.00', '30.00']);
  });

  it('hold from a least to a most of pieces, and say at themselves what is missing', () => {
    expect(told(take({}))).toEqual(['choice:boxes answerMissing', 'choice:roof answerMissing']);
    expect(told(take({ ...WHOLE, boxes: [{ product: 'deep', quantity: 4 }] }))).toEqual([
      'choice:boxes optionQuantity',
    ]);
    expect(told(take({ ...WHOLE, boxes: ['deep', 'deep', 'deep', 'deep'] }))).toEqual(['choice:boxes slotTooMany']);
    expect(told(take({ ...WHOLE, boxes: ['deep', 'shallow'] }))).toEqual(['part:boxes#2/choice:timber answerMissing']);
    expect(take({ ...WHOLE, boxes: ['deep', 'shallow'] }).state).toBe('incomplete');
    const two = { choices: [slot('boxes', ['deep'], { least: 2, most: 3 })], fits: [], formulas: [] };
    expect(
      [['deep'], ['deep', 'deep'], [{ product: 'deep', quantity: 2 }]].map(
        (boxes) => told(take({ boxes }, two))[0] ?? 'right',
      ),
    ).toEqual(['choice:boxes slotTooFew', 'right', 'right']);
  });

  it('tell problems in the order of the page', () => {
    expect(told(take({ boxes: ['shallow'], belt: 7 }))).toEqual([
      'part:boxes#1/choice:timber answerMissing',
      'choice:roof answerMissing',
      'choice:belt wrongKindOfAnswer',
    ]);
  });

  it.each([
    ['an unknown product', ['walnut'], 'choice:boxes unknownOption'],
    ['a number', 7, 'choice:boxes wrongKindOfAnswer'],
    ['half a piece', [{ product: 'deep', quantity: 0.5 }], 'choice:boxes optionQuantity'],
    ['less than nothing', [{ product: 'deep', quantity: -1 }], 'choice:boxes optionQuantity'],
    ['no number', [{ product: 'deep', quantity: Number.NaN }], 'choice:boxes optionQuantity'],
    ['an entry without a product', [{ quantity: 1 }], 'choice:boxes wrongKindOfAnswer'],
    ['a list in a list', [['deep']], 'choice:boxes wrongKindOfAnswer'],
    ['thousands', Array(5000).fill('deep'), 'choice:boxes wrongKindOfAnswer'],
    ['a name that entries do not have', [{ product: 'deep', colour: 'red' }], 'part:boxes#1/selection unknownKey'],
    ['answers that are none', [{ product: 'deep', answers: 7 }], 'part:boxes#1/selection selectionMalformed'],
    [
      'an answer to what the product does not ask',
      [{ product: 'deep', answers: { timber: 'oak' } }],
      'part:boxes#1/selection unknownChoice',
    ],
    ['a name of every object', ['constructor'], 'choice:boxes unknownOption'],
  ])('refuse %s', (_, boxes, problem) => {
    const one = take({ ...WHOLE, boxes });
    expect(told(one)[0]).toBe(problem);
    expect(one.state).toBe('invalid');
  });

  it('take anything at all as what is in them, without throwing and without selling it by mistake', () => {
    const { program } = shop();
    const compiled = program();
    const anything = fc.oneof(
      fc.anything({ maxDepth: 3 }),
      fc.array(
        fc.record(
          {
            product: fc.constantFrom('deep', 'shallow', 'p', '', '__proto__'),
            quantity: fc.oneof(fc.integer(), fc.double(), fc.constant(1)),
            answers: fc.anything({ maxDepth: 2 }),
            parts: fc.anything({ maxDepth: 2 }),
          },
          { requiredKeys: [] },
        ),
        { maxLength: 5 },
      ),
    );
    fc.assert(
      fc.property(anything, anything, (boxes, lid) => {
        const one = resolve(compiled, { answers: { boxes, roof: lid } }, { ...PLENTY, today: TODAY });
        if (one.state !== 'sellable') return;
        // What is sold is whole: so many pieces as fit, of what is offered.
        const pieces = (slotKey: string) =>
          one.parts.filter(({ part }) => part.startsWith(`${slotKey}#`)).reduce((sum, part) => sum + part.pieces, 0);
        expect([pieces('boxes') >= 1, pieces('boxes') <= 3, pieces('roof')]).toEqual([true, true, 1]);
      }),
      { numRuns: 300 },
    );
  });

  it('nest no deeper than selections do, and say so as a selection is read', () => {
    const nested = (depth: number): object => ({
      product: 'p',
      answers: depth === 0 ? {} : { more: [nested(depth - 1)] },
    });
    const parse = (depth: number) => selectionSchema.safeParse({ answers: { more: [nested(depth)] } }).success;
    expect([parse(2), parse(6), parse(7), parse(500)]).toEqual([true, true, false, false]);
  });

  it('are one item whatever the order of what is in them, unless they keep it', () => {
    const key = (boxes: unknown, more: object = {}) =>
      take(
        { ...WHOLE, boxes },
        { choices: CHOICES.map((choice) => (choice.key === 'boxes' ? { ...choice, ...more } : choice)) },
      ).item.key;
    fc.assert(
      fc.property(
        fc.shuffledSubarray(['deep', 'deep', 'cedar'], { minLength: 3 }),
        fc.boolean(),
        (order, asQuantity) => {
          const boxes = asQuantity
            ? [cedar, { product: 'deep', quantity: 2 }]
            : order.map((one) => (one === 'cedar' ? cedar : one));
          expect(key(boxes)).toBe('p?boxes=2*(deep)+1*(shallow?timber=cedar)&roof=1*(flat)');
        },
      ),
      { numRuns: 20 },
    );
    const sku = (boxes: unknown) => take({ ...WHOLE, boxes }).item.sku;
    expect([sku(['deep', cedar, 'deep']), sku([cedar, { product: 'deep', quantity: 2 }])]).toEqual([
      'P-DEEP.2-SHALLOW-CEDAR-FLAT',
      'P-DEEP.2-SHALLOW-CEDAR-FLAT',
    ]);
    expect(key(['deep', cedar], { keepsOrder: true })).not.toBe(key([cedar, 'deep'], { keepsOrder: true }));
    expect(key(['deep', 'deep'], { keepsOrder: true })).toBe(
      key([{ product: 'deep', quantity: 2 }], { keepsOrder: true }),
    );
  });

  it('begin with what they are given to begin with, as long as nothing else is said', () => {
    const more = {
      choices: CHOICES.map((choice) => (choice.key === 'roof' ? { ...choice, default: ['gabled'] } : choice)),
    };
    expect(take({ boxes: 'deep' }, more).parts.map(({ product }) => product)).toEqual(['deep', 'gabled']);
    expect(told(take({ boxes: 'deep', roof: null }, more))).toEqual(['choice:roof answerMissing']);
  });

  it('are filled with what a condition says, also with what is added later, and with nothing that is not in the shop', () => {
    const choices = [
      slot('boxes', [], {
        joins: [{ category: 'boxes', property: { name: 'frames', is: { value: '9', unit: '1' } } }],
        most: 2,
      }),
    ];
    const { program } = shop({ choices, fits: [], formulas: [] }, [
      box('half', '100', '24', { category: 'boxes' }),
      box('nuc', '225', '20', { properties: { frames: { value: '5', unit: '1' } } }),
    ]);
    expect(program().choices[0]?.options.map(({ key }) => key)).toEqual(['deep', 'half', 'shallow']);
    expect(shop({ choices: [slot('boxes', ['deep', 'gone'])], fits: [], formulas: [] }).faults()).toEqual([
      'choices.0.options.1.product partUnknown',
    ]);
    expect(take({ boxes: 'deep' }, { choices: [slot('boxes', ['deep', 'gone'])], fits: [], formulas: [] }).state).toBe(
      'sellable',
    );
    expect(
      told(take({ boxes: 'gone' }, { choices: [slot('boxes', ['deep', 'gone'])], fits: [], formulas: [] })),
    ).toContain('part:boxes#1/selection partNotReady');
  });

  it('leave of a candidate what is settled, and offer what it is narrowed to', () => {
    const choices = [slot('boxes', ['shallow'], { settled: { shallow: { fixed: { timber: 'cedar' } } } })];
    const more = { choices, fits: [], formulas: [] };
    expect(take({ boxes: 'shallow' }, more).parts[0]?.resolution.item.sku).toBe('SHALLOW-CEDAR');
    expect(told(take({ boxes: { product: 'shallow', answers: { timber: 'pine' } } }, more))).toEqual([
      'part:boxes#1/choice:timber answerFixed',
    ]);
  });

  it('take what an option costs beside its product, and what the build costs in all', () => {
    const choices = [
      slot('boxes', ['deep'], {
        most: 3,
        options: [{ key: 'deep', title: '', amount: { kind: 'fixed', value: '2.50' } }],
      }),
    ];
    const price = (partsPrice: object, own: string | null = null) =>
      money(
        take({ boxes: [{ product: 'deep', quantity: 2 }] }, { choices, fits: [], formulas: [], partsPrice, price: own })
          .unitPrice,
      );
    expect([
      price({ kind: 'sum' }),
      price({ kind: 'lessPercent', percent: '12.5' }),
      price({ kind: 'lessAmount', amount: '6' }),
      price({ kind: 'own', extras: 'all' }, '80'),
      price({ kind: 'own', extras: 'included' }, '80'),
      price({ kind: 'own', extras: 'onTop' }, '80'),
    ]).toEqual(['101.00', '89.00', '95.00', '85.00', '181.00', '181.00']);
  });
});

describe('what must fit together', () => {
  it('is refused with what is wrong and what would go, at what does not fit', () => {
    const one = take({ ...WHOLE, roof: 'small' });
    expect(told(one)).toEqual(['part:roof#1/item doesNotFit', 'part:roof#1/item doesNotFit']);
    expect(problemText(one.problems[0]?.data ?? { code: 'notInShop' })).toBe(
      'small does not fit deep: its footprint is 440 mm, and has to be 465 mm. To make it fit, take flat or gabled for small.',
    );
    expect(one.state).toBe('invalid');
  });

  it('withholds what would not fit beside what is there, and says why', () => {
    expect(offers(take({ boxes: 'deep' }), 'roof')).toEqual({
      flat: 'offered',
      gabled: 'offered',
      small: 'doesNotFit',
    });
    expect(offers(take({ roof: 'small' }), 'boxes')).toEqual({ deep: 'doesNotFit', shallow: 'doesNotFit' });
    expect(offers(take({}), 'roof')).toEqual({ flat: 'offered', gabled: 'offered', small: 'offered' });
  });

  it('says of what is withheld what to change so that it fits: what else could be there, or how else what is there', () => {
    const toFit = (answers: object, slotKey: string, option: string) => {
      const offer = take(answers)
        .shown.find(({ choice }) => choice === slotKey)
        ?.options.find((one) => one.option === option);
      return offer?.unfit && problemWords(offer.unfit).remedy;
    };
    expect(toFit({ roof: 'small' }, 'boxes', 'deep')).toBe('To make it fit, take flat or gabled for small.');
    expect(toFit({ boxes: 'deep' }, 'roof', 'small')).toBe('Nothing offered in boxes goes with it.');
    expect(toFit({}, 'roof', 'small')).toBeUndefined();
    // A roof whose width follows from what customers choose of it.
    const width = {
      kind: 'list',
      key: 'width',
      title: 'Width',
      default: 'wide',
      options: [
        { key: 'wide', title: 'Wide', properties: { span: mm('465') } },
        { key: 'narrow', title: 'Narrow', properties: { span: mm('440') } },
      ],
    };
    const more = {
      choices: [slot('lid', ['lid']), slot('base', ['narrow', 'wide'])],
      formulas: [],
      fits: [{ key: 'f', place: 'lid', property: 'span', compare: 'is', other: { place: 'base', property: 'span' } }],
    };
    const others = [
      { slug: 'lid', title: 'Lid', price: '1', choices: [width] },
      ...['narrow', 'wide'].map((slug) => ({
        slug,
        price: '1',
        properties: { span: mm(slug === 'wide' ? '465' : '440') },
      })),
    ];
    const { shown } = shop(more, others).take({ answers: { lid: 'lid' } }, PLENTY);
    const [, base] = shown;
    const unfit = base?.options.find(({ option }) => option === 'narrow')?.unfit;
    expect(unfit && problemWords(unfit).remedy).toBe('To make it fit, choose otherwise in Lid.');
  });

  it.each([
    ['is', ['465', '465'], true],
    ['is', ['465', '440'], false],
    ['isNot', ['465', '440'], true],
    ['atMost', ['440', '465'], true],
    ['atMost', ['466', '465'], false],
    ['atLeast', ['465', '465'], true],
    ['less', ['465', '465'], false],
    ['more', ['46.6', '465'], true],
  ] as const)('%s with %o: %s', (compare, [own, theirs], goes) => {
    const more = {
      choices: [slot('lid', ['one']), slot('base', ['two'])],
      formulas: [],
      fits: [{ key: 'f', place: 'lid', property: 'width', compare, other: { place: 'base', property: 'span' } }],
    };
    // Units may differ: what is given in centimetres is as wide as ten times that in millimetres.
    const unit = own === '46.6' ? 'cm' : 'mm';
    const others = [
      { slug: 'one', price: '1', properties: { width: { value: own, unit } } },
      { slug: 'two', price: '1', properties: { span: mm(theirs) } },
    ];
    expect(shop(more, others).take({ answers: { lid: 'one', base: 'two' } }, PLENTY).state).toBe(
      goes ? 'sellable' : 'invalid',
    );
  });

  it('goes by texts, however they are written, and by what options say', () => {
    const timber = (text: string) => ({ properties: { timber: { text } } });
    const more = {
      choices: [slot('lid', ['one']), slot('base', ['two'])],
      formulas: [],
      fits: [{ key: 'f', place: 'lid', property: 'timber', other: { place: 'base', property: 'timber' } }],
    };
    const two = {
      slug: 'two',
      price: '1',
      choices: [
        {
          kind: 'list',
          key: 'wood',
          title: 'Wood',
          options: ['cedar', 'pine'].map((key) => ({ key, title: key, ...timber(key) })),
        },
      ],
    };
    const { take: build } = shop(more, [{ slug: 'one', price: '1', ...timber('Cedar') }, two]);
    const state = (wood: string) =>
      build({ answers: { lid: 'one', base: { product: 'two', answers: { wood } } } }, PLENTY).state;
    expect([state('cedar'), state('pine')]).toEqual(['sellable', 'invalid']);
    // Another timber may still be chosen, so that it is offered.
    expect(offers(build({ answers: { lid: 'one' } }, PLENTY), 'base')).toEqual({ two: 'offered' });
  });

  it('never fits what says nothing of it, which is a fault', () => {
    const fits = [{ key: 'f', place: 'belt', property: 'footprint', other: { place: 'boxes', property: 'footprint' } }];
    expect(shop({ fits }).faults()).toEqual(['fits.0.property propertyOfPlaceMissing']);
    expect(take({ ...WHOLE, belt: 'strap' }, { fits }).state).toBe('invalid');
    expect(
      shop({
        fits: [{ key: 'f', place: 'lid', property: 'footprint', other: { place: 'roof', property: 'footprint' } }],
      }).faults(),
    ).toEqual(['fits.0.place unknownReference']);
    expect(shop({ fits: [{ ...FITS[0], other: { place: 'roof', property: 'footprint' } }] }).faults()).toEqual([
      'fits.0.other.place fitsItself',
    ]);
  });
});

describe('formulas over what is in slots and parts', () => {
  const figure = (text: string, answers: object = WHOLE, more: object = {}) => {
    const { measures } = take(answers, {
      formulas: [{ key: 'f', title: 'F', serves: { kind: 'shown' }, text }],
      ...more,
    });
    return measures[0]?.value.toString() ?? null;
  };

  it.each([
    ['boxes', '2'],
    ['count(boxes)', '2'],
    ['count(belt)', '0'],
    ['count(boxes, roof)', '3'],
    ['9 × boxes', '18'],
    ['sum(boxes.height)', '0.375'],
    ['sum(boxes.height, roof.height)', '0.495'],
    ['min(boxes.height)', '0.15'],
    ['max(boxes.height)', '0.225'],
    ['roof.height', '0.12'],
    ['sum(boxes.price)', '84'],
    ['sum(boxes.weight)', '8'],
    ['max(boxes.height, roof.height)', '0.225'],
    ['min(boxes.price, belt.price)', '36'],
    ['min(belt.price)', '0'],
    ['max(belt.price, 3 EUR)', '3'],
    ['min(belt.price, 3 EUR)', '3'],
    ['max(sum(boxes.height), 1 m)', '1'],
    ['sum(belt.price)', '0'],
  ])('%s is %s', (text, value) => expect(figure(text)).toBe(value));

  it('count pieces, not entries', () => {
    expect(figure('sum(boxes.height)', { ...WHOLE, boxes: { product: 'deep', quantity: 3 } })).toBe('0.675');
    expect(
      figure('sum(kit.price) + sum(boxes.price)', WHOLE, {
        parts: [{ key: 'kit', candidates: [{ product: 'strap' }], quantity: { least: 1, usual: 4, most: 4 } }],
      }),
    ).toBe('108');
  });

  it('are not known while something that they need is not there', () =>
    expect(figure('roof.height + 1 m', { boxes: 'deep' })).toBeNull());

  it.each([
    ['sum(boxes.height) + sum(boxes.price)', 'adds'],
    ['boxes.height', 'may be several'],
    ['sum(lid.height)', 'asks of what is in a slot'],
    ['count(height)', 'asks of what is in a slot'],
    ['sum(3 m)', 'asks of what is in a slot'],
  ])('%s is told to be wrong', (text, words) => {
    const [fault] = shop({ formulas: [{ key: 'f', title: 'F', serves: { kind: 'shown' }, text }] }).program().faults;
    expect(fault && faultWords(fault.data)).toContain(words);
  });

  it('decide rules: over a height a strap is needed, and more is refused', () => {
    const over = (value: string) => ({ kind: 'figure', formula: 'height', compare: 'more', value, unit: 'm' });
    const rules = [
      { key: 'strap', when: over('0.4'), then: [{ kind: 'require', choices: ['belt'] }] },
      { key: 'high', when: over('0.6'), then: [{ kind: 'refuse', reason: 'Too high to stand.' }] },
    ];
    expect(told(take(WHOLE, { rules }))).toEqual(['choice:belt answerMissing']);
    expect(told(take({ ...WHOLE, belt: 'strap' }, { rules }))).toEqual([]);
    expect(told(take({ boxes: 'deep', roof: 'flat' }, { rules }))).toEqual([]);
    expect(told(take({ ...WHOLE, boxes: { product: 'deep', quantity: 3 }, belt: 'strap' }, { rules }))).toEqual([
      'item refusedByRule',
    ]);
    expect(take(WHOLE, { rules }).rules.map(({ because }) => conditionWords(because))).toEqual([
      'Height is more than 0.4 m',
      'Height is more than 0.6 m',
    ]);
  });

  it('bound and stand in for measures, and say how much is sold', () => {
    const legs = { kind: 'measure', key: 'legs', title: 'Legs', unit: 'cm' };
    const bound = {
      choices: [...CHOICES, legs],
      formulas: [{ key: 'm', title: 'M', serves: { kind: 'most', measure: 'legs' }, text: '1 m - sum(boxes.height)' }],
    };
    expect(told(take({ ...WHOLE, legs: '62.5' }, bound))).toEqual([]);
    const high = take({ ...WHOLE, legs: '63' }, bound);
    expect([told(high), problemText(high.problems[0]?.data ?? { code: 'notInShop' })]).toEqual([
      ['choice:legs aboveMaximum'],
      'Legs can be at most 62.5 cm. Nearest: 62.5 cm.',
    ]);
    const begins = {
      choices: [...CHOICES, legs],
      formulas: [{ key: 'd', title: 'D', serves: { kind: 'default', measure: 'legs' }, text: '10 cm × boxes' }],
    };
    expect(take(WHOLE, begins).counted.find(({ choice }) => choice === 'legs')?.shown).toBe('20 cm');
    const byLength = {
      price: '8',
      partsPrice: { kind: 'own', extras: 'all' },
      soldBy: { kind: 'formula', formula: 'all', unit: 'm' },
      formulas: [{ key: 'all', title: 'All', serves: { kind: 'shown' }, text: 'sum(boxes.height) + roof.height' }],
    };
    // 0.495 m at 8.00 a metre.
    expect(money(take(WHOLE, byLength).unitPrice)).toBe('3.96');
  });

  it('decide by how many pieces are in a slot', () => {
    const pieces = (compare: string, value: number) => ({
      rules: [
        { key: 'r', when: { kind: 'pieces', choice: 'boxes', compare, value }, then: [{ kind: 'tell', text: 'yes' }] },
      ],
    });
    const fires = (compare: string, value: number) => take(WHOLE, pieces(compare, value)).rules[0]?.fired;
    expect([
      fires('is', 2),
      fires('is', 1),
      fires('atLeast', 2),
      fires('more', 2),
      fires('less', 3),
      fires('isNot', 2),
    ]).toEqual([true, false, true, false, true, false]);
    expect(take({ roof: 'flat' }, pieces('is', 0)).rules[0]?.fired).toBe(true);
  });

  it('can be told wrong by rules that ask in another unit, or of the base price', () => {
    const rule = (unit: string) => [
      {
        key: 'r',
        when: { kind: 'figure', formula: 'height', compare: 'more', value: '1', unit },
        then: [{ kind: 'tell', text: 'x' }],
      },
    ];
    expect(shop({ rules: rule('kg') }).faults()).toEqual(['rules.0.when.unit unitMismatch']);
    expect(shop({ rules: rule('m'), formulas: [] }).faults()).toEqual(['rules.0.when.formula unknownReference']);
    expect(
      shop({
        rules: rule('EUR'),
        formulas: [{ key: 'height', title: 'H', serves: { kind: 'shown' }, text: 'base' }],
      }).faults(),
    ).toEqual(['rules.0.when.formula referenceKind']);
  });
});

describe('rules and tables over slots', () => {
  it('withhold candidates, hide slots, and say which go together', () => {
    const rules = [
      {
        key: 'r',
        when: { kind: 'option', choice: 'roof', options: ['gabled'] },
        then: [
          { kind: 'withhold', choice: 'boxes', options: ['shallow'] },
          { kind: 'hide', choices: ['belt'] },
        ],
      },
    ];
    expect(offers(take({ roof: 'gabled' }, { rules }), 'boxes')).toEqual({ deep: 'offered', shallow: 'rule' });
    expect(told(take({ ...WHOLE, roof: 'gabled' }, { rules }))).toEqual(['choice:boxes optionRuledOut']);
    const hidden = take({ boxes: 'deep', roof: 'gabled', belt: 'strap' }, { rules });
    expect([hidden.state, hidden.parts.map(({ product }) => product)]).toEqual(['sellable', ['deep', 'gabled']]);
    const tables = [{ key: 't', choices: ['roof', 'belt'], rows: [['flat', 'strap']] }];
    expect(told(take({ boxes: 'deep', roof: 'gabled', belt: 'strap' }, { tables }))).toEqual(['item notMadeTogether']);
    expect(shop({ tables: [{ key: 't', choices: ['boxes', 'belt'], rows: [] }] }).faults()).toEqual([
      'tables.0.choices.0 referenceKind',
    ]);
  });
});

describe('builds within others', () => {
  it('are parts of kits and stand in slots, and a circle is refused with its way', () => {
    const apiary = {
      slug: 'apiary',
      title: 'apiary',
      sku: 'API',
      price: null,
      draws: [],
      parts: [{ key: 'first', candidates: [{ product: 'p' }], quantity: { least: 2, usual: 2, most: 2 } }],
      choices: [slot('more', ['p', 'strap'], { required: false, most: 2 })],
    };
    const all = shop({}, [apiary]);
    const one = resolve(
      all.program('apiary'),
      {
        answers: { more: { product: 'p', answers: { boxes: 'deep', roof: 'flat' } } },
        parts: { first: { answers: WHOLE } },
      },
      { ...PLENTY, today: TODAY },
    );
    expect([one.state, money(one.unitPrice)]).toEqual(['sellable', '306.00']);
    expect(one.draws.find(({ stock }) => stock === 'frame')?.total.value.toString()).toBe('45');
    expect(shop({ choices: [slot('self', ['p'])], fits: [], formulas: [] }).faults()).toEqual([
      'choices.0.options.0.product addOnCycle',
    ]);
    const circle = shop({ choices: [slot('a', ['other'])], fits: [], formulas: [] }, [
      { slug: 'other', choices: [slot('b', ['p'])] },
    ]);
    expect(circle.faults()).toEqual(expect.arrayContaining(['choices.0.options.0.product partFaulty']));
  });

  it('take no more than is there of what their slots share', () => {
    const few = { stock: stockViewOf((key) => (key === 'oak' ? Exact.of(3) : Exact.of(1000))) };
    const one = shop().take({ answers: WHOLE, quantity: 2 }, few);
    expect([one.state, one.availability.canSupply, told(one)]).toEqual([
      'unavailable',
      1,
      ['part:boxes#1/item partOut'],
    ]);
    const none = { stock: stockViewOf((key) => (key === 'roof' ? Exact.zero : Exact.of(1000))) };
    expect(told(shop().take({ answers: WHOLE }, none))).toEqual(['part:roof#1/item partOut']);
    expect(offers(shop().take({ answers: {} }, none), 'roof')).toEqual({
      flat: 'outOfStock',
      gabled: 'outOfStock',
      small: 'outOfStock',
    });
  });

  it('can be sold out, when a slot that must be filled has nothing left', () => {
    const clauses = soldOutClauses(shop().program(), TODAY);
    const out = (gone: string) =>
      isSoldOut(
        clauses,
        stockViewOf((key) => (key === gone ? Exact.zero : Exact.of(10))),
      );
    expect(['oak', 'roof', 'strap'].map(out)).toEqual([true, true, false]);
    expect([...stockOf(shop().program()).keys()].sort()).toEqual(['frame', 'oak', 'roof', 'strap']);
  });
});
