import { describe, expect, it } from 'vitest';
import { productSchema, type RuleEffect } from '../catalog';
import { ANY_QUANTITY, orderable } from '../ordering';
import { Exact } from '../number';
import { type FaultData, type Path } from '../problems';
import { type EffectKind, kindOfEffect, NONE_WITHHELD, type RulingDraft } from './effects';

const product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  quantity: { minimum: 2, maximum: 40, multiple: 2 },
  choices: [
    {
      kind: 'list',
      key: 'roof',
      title: 'Roof',
      options: ['flat', 'gabled', 'reed'].map((key) => ({ key, title: key })),
    },
    { kind: 'measure', key: 'length', title: 'Length', unit: 'm', min: '1', max: '3', step: '0.5' },
    { kind: 'yesNo', key: 'gift', title: 'Gift' },
  ],
});
const options = product.choices.flatMap((choice) => ('options' in choice ? choice.options : []));
const opposes = (a: RuleEffect, b: RuleEffect) =>
  kindOfEffect(a).opposes(a, b, () => options) || kindOfEffect(b).opposes(b, a, () => options);
const offer = (...keys: string[]): RuleEffect => ({ kind: 'offer', choice: 'roof', options: keys });
const withhold = (...keys: string[]): RuleEffect => ({ kind: 'withhold', choice: 'roof', options: keys });
const limit = (least: string | null, most: string | null, choice = 'length'): RuleEffect => ({
  kind: 'limit',
  choice,
  least,
  most,
});
const quantity = (least: number | null, most: number | null): RuleEffect => ({ kind: 'limitQuantity', least, most });

/** One of each kind; one that is forgotten does not compile. */
const EVERY: { readonly [K in EffectKind]: Extract<RuleEffect, { kind: K }> } = {
  show: { kind: 'show', choices: ['gift'] },
  hide: { kind: 'hide', choices: ['gift'] },
  require: { kind: 'require', choices: ['gift'] },
  offer: { kind: 'offer', choice: 'roof', options: ['flat'] },
  withhold: { kind: 'withhold', choice: 'roof', options: ['reed'] },
  preselect: { kind: 'preselect', choice: 'roof', answer: 'flat' },
  limit: { kind: 'limit', choice: 'length', least: '1.5', most: null },
  limitQuantity: { kind: 'limitQuantity', least: 4, most: null },
  amount: { kind: 'amount', amount: { kind: 'fixed', value: '2' } },
  setPrice: { kind: 'setPrice', price: '10', addOns: 'covered' },
  weight: { kind: 'weight', weight: { value: '1', unit: 'kg' } },
  draw: { kind: 'draw', draw: { kind: 'fixed', stock: 'ridge', quantity: '1', pieces: 1 } },
  picture: { kind: 'picture', src: 'roof.svg', alt: '' },
  tell: { kind: 'tell', text: 'It comes flat.' },
  refuse: { kind: 'refuse', reason: 'Not made.' },
};
const every = Object.values(EVERY);

function compiled(effect: RuleEffect) {
  const faults: string[] = [];
  const about: [string, number[]][] = [];
  kindOfEffect(effect).compile(effect, {
    product,
    quantities: orderable(product.quantity ?? ANY_QUANTITY),
    path: ['then', 0],
    report: (path: Path, { code }: FaultData) => void faults.push(`${path.slice(2).join('.')} ${code}`),
    about: (choice, _, named) => void about.push([choice, [...(named ?? [])]]),
  });
  return { faults, about };
}

describe('effects', () => {
  it.each(every.map((effect) => [effect.kind, effect] as const))(
    '%s: one that is right has no fault, and opposes none of its own kind that is the same',
    (_, effect) => {
      expect(compiled(effect).faults).toEqual([]);
      expect(opposes(effect, structuredClone(effect))).toBe(false);
    },
  );

  it('on choices say which they are about, and act on them; others act on the item or speak', () => {
    for (const effect of every) {
      const { act, toItem, clause } = kindOfEffect(effect);
      const isAboutChoices = compiled(effect).about.length > 0;
      expect([effect.kind, act !== null]).toEqual([effect.kind, isAboutChoices]);
      if (isAboutChoices) expect(toItem).toBeNull();
      else expect(clause).toBeNull();
    }
    expect(compiled(EVERY.withhold).about).toEqual([['roof', [2]]]);
  });

  it.each<[string, RuleEffect, string[]]>([
    ['no choice', { kind: 'show', choices: [] }, ['choices nothingNamed']],
    ['no option', offer(), ['options nothingNamed']],
    ['an option that is not there', withhold('tin'), ['options unknownReference']],
    ['a limit of what is no measure', limit('1', null, 'gift'), ['choice referenceKind']],
    ['a limit that is no number', limit('long', null), ['least notDecimal']],
    ['limits that cross', limit('2', '1'), ['least limitsCross']],
    ['a limit between two steps', limit('1.1', '1.4'), ['least noAnswerFits']],
    ['a quantity beyond the product’s own', quantity(41, null), ['least noQuantityFits']],
    ['a picture that is not chosen', { kind: 'picture', src: '', alt: '' }, ['src nothingNamed']],
    ['nothing said', { kind: 'tell', text: ' ​' }, ['text textMissing']],
    ['no reason', { kind: 'refuse', reason: '' }, ['reason textMissing']],
  ])('with %s are faults', (_, effect, faults) => expect(compiled(effect).faults).toEqual(faults));
});

describe('effects oppose each other', () => {
  it.each<[RuleEffect, RuleEffect, boolean]>([
    [EVERY.show, EVERY.hide, true],
    [EVERY.require, EVERY.hide, true],
    [EVERY.show, EVERY.require, false],
    [EVERY.show, { kind: 'hide', choices: ['roof'] }, false],
    [offer('flat'), offer('reed'), true],
    [offer('flat', 'reed'), offer('reed'), false],
    [offer('flat'), withhold('flat'), true],
    [offer('flat', 'reed'), withhold('flat'), false],
    [withhold('flat', 'gabled'), withhold('reed'), false],
    [offer('flat'), { kind: 'offer', choice: 'floor', options: ['reed'] }, false],
    [limit('2', null), limit(null, '1.5'), true],
    [limit('2', null), limit(null, '2'), false],
    [limit('2', null), limit(null, '1', 'height'), false],
    [limit('two', null), limit(null, '1'), false],
    [quantity(10, null), quantity(null, 8), true],
    [quantity(null, null), quantity(null, 8), false],
    [EVERY.setPrice, { kind: 'setPrice', price: '10.00', addOns: 'covered' }, false],
    [EVERY.setPrice, { kind: 'setPrice', price: '11', addOns: 'covered' }, true],
    [EVERY.preselect, { kind: 'preselect', choice: 'roof', answer: 'reed' }, true],
    [EVERY.preselect, { kind: 'preselect', choice: 'gift', answer: true }, false],
    [EVERY.amount, EVERY.setPrice, false],
  ])('%o and %o: %s', (a, b, expected) => {
    expect(opposes(a, b)).toBe(expected);
    expect(opposes(b, a)).toBe(expected);
  });
});

describe('what rules make of a choice', () => {
  const ruling = (effects: readonly RuleEffect[]) => {
    const draft: RulingDraft = {
      shown: true,
      shownBy: null,
      hiddenBy: null,
      required: false,
      preselected: undefined,
      least: null,
      most: null,
      withheld: NONE_WITHHELD,
      options: 3,
    };
    effects.forEach((effect, rule) =>
      kindOfEffect(effect).act?.(effect, draft, rule, new Set(compiled(effect).about[0]?.[1])),
    );
    return draft;
  };

  it('is said by the first that hides, shows, preselects or withholds', () => {
    expect(ruling([EVERY.hide, EVERY.show, EVERY.hide, EVERY.show, EVERY.require])).toMatchObject({
      hiddenBy: 0,
      shownBy: 1,
      required: true,
    });
    expect(ruling([EVERY.preselect, { kind: 'preselect', choice: 'roof', answer: 'reed' }]).preselected).toBe('flat');
    expect([...ruling([withhold('reed'), offer('flat'), withhold('flat')]).withheld]).toEqual([
      [2, 0],
      [1, 1],
      [0, 2],
    ]);
  });

  it('keeps the tightest bound on either side, with the rule that sets it', () => {
    const { least, most } = ruling([limit('1', '3'), limit('1.5', null), limit('1.2', '2.5'), limit('x', 'y')]);
    expect([least?.value.toString(), least?.rule, most?.value.toString(), most?.rule]).toEqual(['1.5', 1, '2.5', 2]);
  });

  it('never writes into what is shared by all that withhold nothing', () => {
    ruling([withhold('reed')]);
    ruling([EVERY.show]);
    expect(NONE_WITHHELD.size).toBe(0);
  });

  it('has a clause for the analysis that allows what it lets be answered', () => {
    const allows = (effect: RuleEffect, named: number[], answer: { option: number | null; value?: string }) => {
      const { clause } = kindOfEffect(effect);
      if (typeof clause !== 'function') throw new Error('no clause');
      const read =
        answer.value === undefined
          ? null
          : {
              canonical: '',
              shown: '',
              option: null,
              value: Exact.from(answer.value),
              characters: 0,
              charactersWithoutSpaces: 0,
              picks: [],
            };
      return clause(effect, new Set(named), { option: answer.option, answer: read });
    };
    expect([
      allows(EVERY.offer, [0], { option: 0 }),
      allows(EVERY.offer, [0], { option: 1 }),
      allows(EVERY.offer, [0], { option: null }),
    ]).toEqual([true, false, true]);
    expect([allows(EVERY.withhold, [2], { option: 2 }), allows(EVERY.withhold, [2], { option: 0 })]).toEqual([
      false,
      true,
    ]);
    expect(['1.4', '1.5', '2', '2.1'].map((value) => allows(limit('1.5', '2'), [], { option: null, value }))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
});
