import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { selectionSchema } from '../../selection';
import { stockViewOf } from '../../stock';
import { TODAY } from '../../../../tests/fixtures/shop-of';
import { resolve } from '../resolve';
import { isSoldOut, soldOutClauses } from '../answers/sold-out';
import { stockOf } from '../stock-of';
import {
  box,
  slot,
  CHOICES,
  PLENTY,
  shop,
  money,
  told,
  cedar,
  WHOLE,
  take,
  offers,
} from '../../../../tests/fixtures/hive';

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
    const clauses = soldOutClauses(shop().program());
    const out = (gone: string) =>
      isSoldOut(
        clauses,
        stockViewOf((key) => (key === gone ? Exact.zero : Exact.of(10))),
      );
    expect(['oak', 'roof', 'strap'].map(out)).toEqual([true, true, false]);
    expect([...stockOf(shop().program()).keys()].sort()).toEqual(['frame', 'oak', 'roof', 'strap']);
  });
});
