import { describe, expect, it } from 'vitest';
import { type Rule, ruleSchema, ruleShowing, shownBy } from '.';

const linen = {
  kind: 'all' as const,
  of: [{ kind: 'option' as const, choice: 'cloth', is: 'oneOf' as const, options: ['linen'] }],
};
const rule = (key: string, then: readonly object[], when: object | null = linen): Rule =>
  ruleSchema.parse({ key, when, then });

describe('what says when something is shown', () => {
  it('is the rule that was made for it', () => {
    const choice = { choice: 'hem' };
    const option = { choice: 'hem', option: 'double' };
    const rules = [ruleShowing('a', choice, linen), ruleShowing('b', option, linen)];
    expect(rules.map((made) => ruleSchema.parse(made))).toEqual(rules);
    expect(shownBy(rules, choice)).toEqual({ own: { index: 0, when: linen }, others: [] });
    expect(shownBy(rules, option)).toEqual({ own: { index: 1, when: linen }, others: [] });
    expect(shownBy(rules, { choice: 'hem', option: 'single' })).toEqual({ own: null, others: [] });
    expect(shownBy(rules, { choice: 'cloth' })).toEqual({ own: null, others: [] });
  });

  it('is no rule that says more than that, but such rules are told', () => {
    const rules = [
      rule('two', [{ kind: 'show', choices: ['hem', 'veil'] }]),
      rule('more', [
        { kind: 'show', choices: ['hem'] },
        { kind: 'require', choices: ['hem'] },
      ]),
      rule('always', [{ kind: 'show', choices: ['hem'] }], null),
      rule('hidden', [{ kind: 'hide', choices: ['hem'] }]),
      rule('required', [{ kind: 'require', choices: ['hem'] }]),
      rule('own', [{ kind: 'show', choices: ['hem'] }]),
      rule('again', [{ kind: 'show', choices: ['hem'] }]),
    ];
    expect(shownBy(rules, { choice: 'hem' })).toEqual({ own: { index: 5, when: linen }, others: [0, 1, 2, 3, 6] });
  });

  it('is for an option one that withholds it alone when its condition does not hold', () => {
    const rules = [
      rule('offer', [{ kind: 'offer', choice: 'hem', options: ['double'] }]),
      rule('plain', [{ kind: 'withhold', choice: 'hem', options: ['double'] }]),
      rule('both', [{ kind: 'withhold', choice: 'hem', options: ['double', 'single'] }], { kind: 'none', of: [linen] }),
      rule('other', [{ kind: 'withhold', choice: 'seam', options: ['double'] }], { kind: 'none', of: [linen] }),
    ];
    expect(shownBy(rules, { choice: 'hem', option: 'double' })).toEqual({ own: null, others: [0, 1, 2] });
  });
});
