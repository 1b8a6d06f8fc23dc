import { describe, expect, it } from 'vitest';
import { problemText, problemWords } from '../../words';
import { mm, slot, FITS, PLENTY, shop, told, WHOLE, take, offers } from '../../../../tests/fixtures/hive';

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
