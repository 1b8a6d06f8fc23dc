import { describe, expect, it } from 'vitest';
import { conditionWords, faultWords, problemText } from '../../words';
import { CHOICES, shop, money, told, WHOLE, take, offers } from '../../../../tests/fixtures/hive';

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
