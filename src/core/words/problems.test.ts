import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { nearestAnswers, problemClass, type ProblemData } from '../problems';
import { requireUnit } from '../quantity';
import { faultWords, measureFaultWords, problemWords } from './problems';

const metre = requireUnit('m');

/** One of each kind of problem, with the words a customer reads. */
const near = (...quantities: number[]) => quantities.map((quantity) => ({ quantity, caption: '' }));

const PROBLEMS: [ProblemData, string][] = [
  [
    { code: 'selectionMalformed', expected: { form: 'selection' } },
    'The selection is not in a form that can be read. Expected an object with answers and a quantity.',
  ],
  [{ code: 'unknownChoice', key: 'hue', meant: null }, 'This product has no choice “hue”. Leave that answer out.'],
  [
    { code: 'wrongKindOfAnswer', title: 'Size', expected: { form: 'yesNo' } },
    'Size: the answer is of the wrong kind. Give true or false.',
  ],
  [
    { code: 'unknownOption', title: 'Size', given: 'xs', offered: [] },
    'Size: “xs” is not one of the options. There is nothing to choose here yet.',
  ],
  [{ code: 'answerMissing', title: 'Gift', ask: 'answer' }, 'Gift is still to be answered.'],
  [
    { code: 'textTooShort', title: 'Name', characters: 1, least: 2 },
    'Name: 1 character is too short. Use at least 2 characters.',
  ],
  [{ code: 'unknownChoice', key: 'sise', meant: 'size' }, 'This product has no choice “sise”. “size” may be meant.'],
  [
    { code: 'unknownKey', place: 'A selection', key: 'quantiy', known: ['answers', 'quantity'], meant: 'quantity' },
    'A selection has nothing called “quantiy”. “quantity” may be meant. What it can have: answers, quantity.',
  ],
  [
    { code: 'noQuantity', minimum: 7, maximum: 8, multiple: 5 },
    'No quantity can be ordered: it would be at least 7, at most 8 and a multiple of 5. Choose otherwise.',
  ],
  [
    { code: 'textUnprintable', title: 'Name', fault: 'turnsDirection' },
    'Name has a hidden sign in it that turns the direction of reading round: it would print as something else than it shows. Type it again instead of pasting it.',
  ],
  [
    { code: 'textUnprintable', title: 'Name', fault: 'unprintable' },
    'Name has a character in it that can’t be printed. Type it again with letters, digits and signs on one line.',
  ],
  [
    { code: 'numberTooLarge', title: 'Length' },
    'Length: that number is larger than anything we could make. Use fewer than 16 digits.',
  ],
  [
    { code: 'offStep', title: 'Length', step: '5 cm', nearest: ['10 cm', '15 cm'] },
    'Length goes in steps of 5 cm. Nearest: 10 cm or 15 cm.',
  ],
  [{ code: 'quantityNotWhole', given: 'NaN', nearest: near(1) }, 'The quantity must be a whole number. Nearest: 1.'],
  [
    { code: 'quantityMultiple', multiple: 12, start: 0, nearest: near(24, 36) },
    'This is sold in multiples of 12. Nearest: 24 or 36.',
  ],
  [
    { code: 'quantityMultiple', multiple: 5, start: 3, nearest: near(8, 13) },
    'This is sold in multiples of 5, counted from 3. Nearest: 8 or 13.',
  ],
  [
    {
      code: 'quantityNotListed',
      given: 30,
      nearest: [
        { quantity: 12, caption: 'one case' },
        { quantity: 48, caption: 'four cases' },
      ],
    },
    '30 is not a quantity that this is sold in. Nearest: 12 (one case) or 48 (four cases).',
  ],
  [{ code: 'combinationNotMade', combination: 'L · Moss' }, 'L · Moss is not made. Choose another combination.'],
  [
    { code: 'noRoom', title: 'Inspection', per: 'week', at: '2026-11-30', left: 2, asked: 3, next: '2026-12-07' },
    'Inspection: there is room for 2 in the week of Monday, 30 November 2026, and 3 are asked for. The next with room is the week of Monday, 7 December 2026.',
  ],
  [
    { code: 'noRoom', title: 'Inspection', per: 'day', at: '2026-11-30', left: 0, asked: 1, next: null },
    'Inspection: Monday, 30 November 2026 is full. Take fewer, or ask the shop.',
  ],
  [
    { code: 'notEnoughStock', item: 'Mesh', canSupply: 3, asked: 4 },
    'There is not enough Mesh for 4. We can supply 3.',
  ],
  [{ code: 'notInShop' }, 'This is no longer sold. Take it out of the basket.'],
  [
    { code: 'productNotReady', first: { code: 'skuMissing' }, count: 3 },
    'This product is not ready to be sold: Give the product a SKU. 3 things in its definition need fixing.',
  ],
  [{ code: 'priceMissing' }, 'This product has no price yet.'],
  [
    { code: 'priceBelowNothing', price: Exact.of(-1), currency: 'EUR' },
    'The reductions come to more than the price: −€1.00. Choose fewer of them.',
  ],
];

describe('the words of a problem', () => {
  it.each(PROBLEMS)('%o', (data, words) => {
    const { message, remedy } = problemWords(data);
    expect([message, remedy].filter(Boolean).join(' ')).toBe(words);
  });

  it('come with the answers that can be taken over, as text', () => {
    expect(nearestAnswers({ code: 'quantityMultiple', multiple: 12, start: 0, nearest: near(24, 36) })).toEqual([
      '24',
      '36',
    ]);
    expect(nearestAnswers({ code: 'priceMissing' })).toEqual([]);
  });

  it('weigh as what they make of the selection', () => {
    expect([problemClass('answerMissing'), problemClass('outOfStock'), problemClass('offStep')]).toEqual([
      'incomplete',
      'unavailable',
      'invalid',
    ]);
  });
});

describe('the words for a measure that can’t be read', () => {
  it.each([
    [{ code: 'empty' } as const, 'Length is empty. Write it like 0.5 m.'],
    [
      { code: 'tooLong', limit: 60 } as const,
      'Length: more than 60 characters can’t be a measure. Write it like 0.5 m.',
    ],
    [
      { code: 'unreadable', at: 0, rest: 'abc' } as const,
      'Length: “abc” can’t be read as a number. Write it like 0.5 m.',
    ],
    [{ code: 'unknownUnit', text: 'ells' } as const, 'Length: “ells” is not a unit we know. Write it like 0.5 m.'],
    [
      { code: 'unitMissing', number: '6' } as const,
      'Length: 6 at the end has no unit. Say which unit it is in, as in 4 ft 6 in.',
    ],
    [
      { code: 'otherDimension', found: requireUnit('kg'), wanted: metre } as const,
      'Length: kilograms measure weight, not length. Give it in metres or another unit of length.',
    ],
    [
      { code: 'ambiguousComma', text: '1,200', readings: ['1.2', '1200'] } as const,
      'Length: “1,200” could mean 1.2 or 1200. Type 1.2 or 1200.',
    ],
    [{ code: 'divisionByZero' } as const, 'Length: a fraction can’t have 0 below its line. Write it like 0.5 m.'],
  ])('%o', (fault, words) => {
    const { message, remedy } = measureFaultWords('Length', 'as typed', fault, '0.5 m');
    expect(`${message} ${remedy}`).toBe(words);
  });

  it('never repeat more than a little of what was typed', () => {
    const { message } = measureFaultWords(
      'Length',
      'x'.repeat(500),
      { code: 'unreadable', at: 0, rest: 'x'.repeat(500) },
      '1 m',
    );
    expect(message.length).toBeLessThan(100);
  });
});

describe('the words of a fault', () => {
  it('ask for a number where there is none, and quote what is none', () => {
    expect(faultWords({ code: 'notDecimal', given: ' ' })).toBe('A number is expected here, such as 12.50.');
    expect(faultWords({ code: 'notDecimal', given: '12,5' })).toContain('“12,5” is not a number.');
  });

  it('name what draws nothing, where that is known', () => {
    expect(faultWords({ code: 'drawsNothing', when: 'M · Slate' })).toBe(
      'M · Slate draws nothing from stock. Choose its stock item.',
    );
    expect(faultWords({ code: 'drawsNothing', when: null })).toContain('Choose what the product draws from stock');
  });

  it('speak of things without a name as well', () => {
    expect(faultWords({ code: 'noOptions', title: '' })).toMatch(/^This choice has no options/);
    expect(faultWords({ code: 'noColour', title: '' })).toMatch(/^This option has no colour/);
    expect(faultWords({ code: 'referenceKind', title: '', wanted: 'measure' })).toBe('That choice is not a measure.');
  });
});
