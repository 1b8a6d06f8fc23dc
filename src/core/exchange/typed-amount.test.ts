import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceSchema } from '../catalog';
import { type Amount } from '../pricing';
import { type AmountScope, readOptionLine, readTypedAmount, writeTypedAmount } from '.';

const measure = (key: string, title: string, unit = 'm') =>
  choiceSchema.parse({ kind: 'measure', key, title, unit, min: null, max: null, step: null });
const text = (key: string, title: string) => choiceSchema.parse({ kind: 'text', key, title });
const list = choiceSchema.parse({ kind: 'list', key: 'finish', title: 'Finish', options: [] });

const within = (
  choices: AmountScope['choices'],
  own: Pick<AmountScope['choices'][number], 'key' | 'kind'> = list,
): AmountScope => ({ currency: 'EUR', own, choices });

const one = within([list, text('name', 'Name'), measure('width', 'Width')]);
const two = within([
  text('name', 'Name'),
  text('note', 'Note, spaces too'),
  measure('width', 'Width'),
  measure('cut', 'What is cut once'),
  measure('area', 'Area', 'm2'),
  measure('first', 'Length'),
  measure('second', 'Length'),
]);

describe('an amount that is typed', () => {
  it.each<[string, Amount | null]>([
    ['', null],
    ['+10', { kind: 'fixed', value: '10' }],
    [' 9,50 ', { kind: 'fixed', value: '9.50' }],
    ['−3', { kind: 'fixed', value: '-3' }],
    ['€10', { kind: 'fixed', value: '10' }],
    ['0', { kind: 'fixed', value: '0' }],
    ['10 %', { kind: 'percentOfBase', value: '10' }],
    ['-2.5%', { kind: 'percentOfBase', value: '-2.5' }],
    ['10 % of base price', { kind: 'percentOfBase', value: '10' }],
    ['10 % of running total', { kind: 'percentOfSum', value: '10' }],
    ['10% of total', { kind: 'percentOfSum', value: '10' }],
    ['5 once', { kind: 'oncePerLine', value: '5' }],
    ['+5 € Once', { kind: 'oncePerLine', value: '5' }],
    ['+10 each', { kind: 'fixed', value: '10' }],
    ['0,60 per character', { kind: 'perCharacter', value: '0.60', of: 'name', spaces: 'free' }],
    ['0.60/letter, spaces too', { kind: 'perCharacter', value: '0.60', of: 'name', spaces: 'counted' }],
    ['3 per m', { kind: 'perUnit', value: '3', unit: 'm', of: 'width' }],
    ['3/cm of width', { kind: 'perUnit', value: '3', unit: 'cm', of: 'width' }],
  ])('“%s”', (typed, amount) => expect(readTypedAmount(typed, one)).toEqual({ amount }));

  it('counts its own choice where nothing else is said', () => {
    const width = measure('width', 'Width');
    const number = choiceSchema.parse({ kind: 'number', key: 'holes', title: 'Holes', min: '0', max: '9' });
    expect(readTypedAmount('3 per cm', within([width, measure('x', 'X')], width)).amount).toMatchObject({ of: null });
    expect(readTypedAmount('2 each', within([number], number)).amount).toEqual({
      kind: 'perUnit',
      value: '2',
      unit: '1',
      of: null,
    });
    expect(readTypedAmount('0.60 per character', within([text('name', 'Name')], text('name', 'Name'))).amount).toEqual({
      kind: 'perCharacter',
      value: '0.60',
      of: null,
      spaces: 'free',
    });
  });

  it('finds what is called like the ending of another kind, and by its unit where one alone has it', () => {
    expect(readTypedAmount('3 per m of What is cut once', two).amount).toMatchObject({ kind: 'perUnit', of: 'cut' });
    expect(readTypedAmount('3 per m²', two).amount).toMatchObject({ unit: 'm2', of: 'area' });
    expect(readTypedAmount('1 per character of note', two).amount).toMatchObject({ of: 'note', spaces: 'free' });
  });

  it.each([
    ['10 e', 'Write it like +10, -3, 10 %, 5 once'],
    ['lots', '“lots” is not an amount.'],
    ['1,000', 'could mean 1 or 1000'],
    ['$5', 'in another currency than the shop’s, EUR'],
    ['€10 %', '“€10 %” is not an amount.'],
    ['5 per furlongish', '“furlongish” is not a unit.'],
    ['3 per m', 'Choose what to count: per m of Width, or per m of What is cut once'],
    ['1 per character', 'Choose what to count: per character of Name, or per character of note.'],
    ['1 per character of Motto', '“Motto” can’t be counted per character. Texts here: “Name”, “note”.'],
    ['9'.repeat(61), 'is not an amount.'],
    [`${'9'.repeat(61)} once`, 'is not an amount.'],
    ['3 per m of Length', '“Length” can’t be counted per m.'],
  ])('says what is wrong with “%s”', (typed, fault) => expect(readTypedAmount(typed, two).fault).toContain(fault));

  it('says that nothing is counted where there is nothing', () =>
    expect(readTypedAmount('3 per m', within([list])).fault).toBe('Nothing here is counted per m.'));

  const value = fc
    .tuple(fc.boolean(), fc.integer({ min: 0, max: 99_999 }), fc.integer({ min: 0, max: 4 }))
    .map(([minus, digits, places]) => `${minus && digits > 0 ? '-' : ''}${(digits / 10 ** places).toFixed(places)}`);
  const amounts: fc.Arbitrary<Amount> = fc.oneof(
    fc.record({
      kind: fc.constantFrom('fixed', 'percentOfBase', 'percentOfSum', 'oncePerLine'),
      value,
    }) as fc.Arbitrary<Amount>,
    fc.record({
      kind: fc.constant('perCharacter' as const),
      value,
      of: fc.constantFrom('name', 'note'),
      spaces: fc.constantFrom('free' as const, 'counted' as const),
    }),
    fc.record({
      kind: fc.constant('perUnit' as const),
      value,
      unit: fc.constantFrom('m', 'cm', 'm2', '[in_i]', '[ft_i]', 'kg', '1'),
      of: fc.constantFrom('width', 'cut', 'area', 'first', 'second'),
    }),
  );

  it('is written as it can be read back', () => {
    fc.assert(
      fc.property(amounts, (amount) => {
        const read = readTypedAmount(writeTypedAmount(amount, two), two).amount;
        expect(read && { ...read, value: Number(read.value) }).toEqual({ ...amount, value: Number(amount.value) });
      }),
    );
  });

  it('never throws, and is an amount or says why not', () => {
    const signs = fc.string({
      unit: fc.constantFrom('+', '-', '1', '.', ',', ' ', '%', '€', 'per ', 'm', ' of ', 'once'),
    });
    fc.assert(
      fc.property(signs, (typed) => {
        const { amount, fault } = readTypedAmount(typed, two);
        expect(amount === undefined).toBe(fault !== undefined);
      }),
    );
  });
});

describe('an option that is typed on one line', () => {
  const fixed = (value: string) => ({ kind: 'fixed', value });
  it.each([
    ['Medium', 'Medium', null, null],
    ['Medium +10 · MED', 'Medium', fixed('10'), 'MED'],
    ['Medium +10', 'Medium', fixed('10'), null],
    ['Medium -3,50', 'Medium', fixed('-3.50'), null],
    ['Medium · MED', 'Medium', null, 'MED'],
    ['Medium · 10 % · MED', 'Medium', { kind: 'percentOfBase', value: '10' }, 'MED'],
    ['Medium · MED · 10 %', 'Medium', { kind: 'percentOfBase', value: '10' }, 'MED'],
    ['Engraved +5 once ; E', 'Engraved', { kind: 'oncePerLine', value: '5' }, 'E'],
    ['Oak - dark +12', 'Oak - dark', fixed('12'), null],
    // What reads as a title stays one.
    ['Size 10', 'Size 10', null, null],
    ['Cotton 100 %', 'Cotton 100 %', null, null],
    ['Red + white', 'Red + white', null, null],
    ['A · B · C', 'A · B · C', null, null],
    ['A · b · c · d', 'A · b · c · d', null, null],
    ['+10', '+10', null, null],
    ['· MED', '· MED', null, null],
  ])('“%s”', (typed, title, amount, sku) =>
    expect(readOptionLine(typed, one)).toEqual({ title, amount, sku, isParted: amount !== null || sku !== null }),
  );

  it('loses nothing that is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('a', 'B', '1', ' ', '·', ';', '+', '-', '%'), maxLength: 20 }),
        (typed) => {
          const { title, amount, sku, isParted } = readOptionLine(typed, one);
          if (!isParted) return void expect(title).toBe(typed.trim());
          for (const sign of typed.replace(/[\s·;+%-]/g, ''))
            expect(`${title}${sku ?? ''}${amount?.value ?? ''}`).toContain(sign);
        },
      ),
    );
  });
});
