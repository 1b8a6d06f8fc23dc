import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile';
import { customerView, pageView } from '@/core/exchange';
import { isSeenBy, resolve } from '@/core/run';
import { shopOf, TODAY } from '../fixtures/shop-of';

describe('any product as customers know it', () => {
  const KEYS = ['a', 'b', 'c'];
  const OPTIONS = ['x', 'y', 'z'];
  const groups = fc.constantFrom([], [], ['trade'], ['club'], ['trade', 'club']);
  const condition = fc.oneof(
    fc.record({
      kind: fc.constant('group'),
      is: fc.constantFrom('oneOf', 'noneOf'),
      groups: fc.constantFrom(['trade'], ['club'], ['trade', 'club']),
    }),
    fc.record({
      kind: fc.constant('option'),
      choice: fc.constantFrom(...KEYS),
      is: fc.constantFrom('oneOf', 'noneOf'),
      options: fc.subarray(OPTIONS, { minLength: 1 }),
    }),
  );
  const effect = fc.oneof(
    fc
      .integer({ min: -5, max: 9 })
      .map((value) => ({ kind: 'amount', amount: { kind: 'fixed', value: String(value) } })),
    fc.record({
      kind: fc.constantFrom('withhold', 'offer'),
      choice: fc.constantFrom(...KEYS),
      options: fc.subarray(OPTIONS, { minLength: 1 }),
    }),
    fc.record({ kind: fc.constantFrom('show', 'hide', 'require'), choices: fc.subarray(KEYS, { minLength: 1 }) }),
  );
  const wild = fc.record({
    choices: fc.tuple(
      ...KEYS.map((key) =>
        fc.record({ groups, of: fc.tuple(...OPTIONS.map(() => groups)) }).map(({ groups: seenBy, of }) => ({
          kind: 'list',
          key,
          title: key,
          required: false,
          groups: seenBy,
          options: OPTIONS.map((option, place) => ({
            key: option,
            title: option,
            sku: option.toUpperCase(),
            amount: { kind: 'fixed', value: String(place + 1) },
            groups: of[place],
          })),
        })),
      ),
    ),
    rules: fc.array(
      fc.record({
        when: fc.oneof(
          condition,
          fc.record({
            kind: fc.constantFrom('all', 'any', 'none'),
            of: fc.array(condition, { minLength: 1, maxLength: 3 }),
          }),
        ),
        then: fc.array(effect, { minLength: 1, maxLength: 2 }),
      }),
      { maxLength: 5 },
    ),
    rates: fc.constant([{ key: 'rate', title: 'Rate', value: '2', per: null, byGroup: { trade: '3', club: '4' } }]),
    formulas: fc.constantFrom([], [{ key: 'f', title: 'F', text: 'rate × 2', serves: { kind: 'amount' } }]),
  });

  it('resolves every selection of any product to the same, as far as customers see its options', () => {
    fc.assert(
      fc.property(wild, fc.constantFrom(null, 'trade', 'club'), ({ rules, ...rest }, group) => {
        const parsed = shopOf([{ ...rest, rules: rules.map((rule, place) => ({ key: `r${place}`, ...rule })) }]);
        const around = {
          ...parsed.surroundings,
          shop: {
            ...parsed.surroundings.shop,
            groups: ['trade', 'club'].map((key) => ({ key, title: key, code: null, taxShown: null })),
          },
        };
        const each = parsed.surroundings.products.get('p');
        if (!each) throw new Error('no product');
        const all = compile(each, around);
        if (all.blocking.length > 0) return;
        const view = customerView(each, around, group);
        const told = compile(view.product, view.surroundings);
        const page = pageView(view);
        const onPage = compile(page.product, page.surroundings);
        const answer = (key: string) => [
          null,
          ...(all.choices[KEYS.indexOf(key)]?.options ?? []).flatMap((option) =>
            isSeenBy(option.groups, group) && isSeenBy(all.choices[KEYS.indexOf(key)]?.groups ?? [], group)
              ? [option.key]
              : [],
          ),
        ];
        for (const a of answer('a'))
          for (const b of answer('b'))
            for (const c of answer('c')) {
              const context = { stock: null, today: TODAY };
              const same = ({ state, item, unitPrice, problems, counted }: ReturnType<typeof resolve>) => [
                state,
                item.key,
                item.sku,
                String(unitPrice),
                problems.map(({ code, where }) => `${where} ${code}`),
                counted.map(({ choice, value }) => `${choice} ${value}`),
              ];
              const whole = same(resolve(all, { answers: { a, b, c } }, { ...context, group }));
              expect(same(resolve(told, { answers: { a, b, c } }, { ...context, group: view.group }))).toEqual(whole);
              // A page asks for nothing but what it knows.
              const known = Object.fromEntries(Object.entries({ a, b, c }).filter(([key]) => onPage.indexOf.has(key)));
              expect(same(resolve(onPage, { answers: known }, { ...context, group: page.group }))).toEqual(whole);
            }
      }),
      { numRuns: 120 },
    );
  });
});
