import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopSchema } from '../catalog';
import { askedFaultWords, askedWords } from '../words';
import { judgeAsked } from '.';

const { asked } = shopSchema.parse({
  name: 'Apiary',
  currency: 'EUR',
  pages: {
    asked: [
      { kind: 'text', title: 'Gift note', longest: 10 },
      { kind: 'text', title: 'Wishes', lines: 'several', required: true },
      { kind: 'choice', title: 'Wrapping', offered: ['Paper', 'Cloth'] },
      { kind: 'date', title: 'Send it on', notice: 2 },
      { kind: 'tick', title: 'I have read the terms', required: true },
    ],
  },
}).pages;
const TODAY = '2026-02-27';
const RIGHT = { Wishes: 'none', 'I have read the terms': 'yes' };

const judged = (answers: Readonly<Record<string, string>>) => {
  const given = Object.entries({ ...RIGHT, ...answers }).map(([title, value]) => ({ title, value }));
  const { kept, faults } = judgeAsked(asked, given, TODAY);
  return { kept: kept.map((one) => `${one.title}: ${askedWords(one)}`), faults: faults.map(askedFaultWords) };
};

describe('what is asked at checkout', () => {
  it('keeps what was answered, in the order in which it is asked, and nothing of what was left empty', () => {
    expect(judged({ 'Send it on': '2026-03-01', 'Gift note': '  Für Ada\u200b ', Wrapping: '' })).toEqual({
      kept: ['Gift note: Für Ada', 'Wishes: none', 'Send it on: 1 March 2026', 'I have read the terms: yes'],
      faults: [],
    });
  });

  it.each([
    [{ Wishes: ' \u200b ' }, 'Enter something for “Wishes”.'],
    [{ 'I have read the terms': '' }, 'Tick “I have read the terms” to order.'],
    [{ 'I have read the terms': 'on' }, '“on” can’t be answered to “I have read the terms”. Choose “yes”.'],
    [{ Wrapping: 'paper' }, '“paper” can’t be answered to “Wrapping”. Choose “Paper”, “Cloth”.'],
    // Two days on, across the end of a month.
    [{ 'Send it on': '2026-02-28' }, '“Send it on” can be 1 March 2026 at the earliest.'],
    [{ 'Send it on': '2026-02-30' }, '“2026-02-30” is no day for “Send it on”. Write it like 2026-12-24.'],
    [{ 'Gift note': '12345678901' }, '“Gift note” has 11 characters; it may have 10.'],
    [{ 'Gift note': 'a\nb' }, 'There is a sign in “Gift note” that can’t be printed. Type it again.'],
    [{ Wishes: 'a\u202eb' }, 'There is a sign in “Wishes” that turns the direction of writing. Type it again.'],
    [{ Colour: 'red' }, '“Colour” is no longer asked. Open the basket again, then order.'],
  ])('refuses %j', (answers, words) => {
    expect(judged(answers).faults).toEqual([words]);
  });

  it('takes no answer of two', () => {
    const given = ['a', 'b'].map((value) => ({ title: 'Gift note', value }));
    const right = Object.entries(RIGHT).map(([title, value]) => ({ title, value }));
    expect(judgeAsked(asked, [...given, ...right], TODAY).faults.map(askedFaultWords)).toEqual([
      '“Gift note” is answered twice. Answer it once.',
    ]);
  });

  it('counts characters as people do, and lets several lines stand where they may', () => {
    expect(judged({ 'Gift note': '👩‍🌾'.repeat(10), Wishes: 'a\r\nb' })).toMatchObject({ faults: [] });
    expect(judged({ Wishes: 'a\r\nb' }).kept).toContain('Wishes: a\nb');
  });

  it('says something of each field once, whatever comes', () => {
    const titles = [...asked.map(({ title }) => title), 'constructor', '__proto__', 'Else'];
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.record({ title: fc.constantFrom(...titles), value: fc.string({ unit: 'binary' }) }), {
          selector: ({ title }) => title,
        }),
        (given) => {
          const { kept, faults } = judgeAsked(asked, given, TODAY);
          const told = [...kept, ...faults].map(({ title }) => title);
          expect(new Set(told).size).toBe(told.length);
          for (const { title } of asked.filter(({ required }) => required)) expect(told).toContain(title);
          for (const { title } of given)
            if (!asked.some((field) => field.title === title))
              expect(faults).toContainEqual({ title, code: 'notAsked' });
        },
      ),
    );
  });
});
