import { describe, expect, it } from 'vitest';
import { Exact } from '../number';
import { requireUnit, type Unit } from '../quantity';
import { type Answer } from '../selection';
import { basisWords } from '../words';
import { type Amount } from './amount';
import { kindOfAmount } from './kinds-of-amount';
import { type AmountTarget, roundingLine } from './lines';

const amountProgram = (
  amount: Amount,
  value: Exact,
  label: string,
  source: string,
  target: AmountTarget | null,
  per: Unit | null,
) => kindOfAmount(amount).program({ amount, value, label, source, target, per });

const answer = (fields: Partial<Answer>): Answer => ({
  canonical: '',
  shown: '',
  option: null,
  value: null,
  characters: 0,
  charactersWithoutSpaces: 0,
  picks: [],
  ...fields,
});
const inputs = {
  base: Exact.from('80'),
  sum: Exact.from('90'),
  answers: [answer({ value: Exact.from('250') }), answer({ characters: 9, charactersWithoutSpaces: 8 }), null],
};
const centimetres = { index: 0, unit: requireUnit('cm') };
const run = (...given: Parameters<typeof amountProgram>) => {
  const { amount, of, source } = amountProgram(...given)(inputs);
  return [amount.toString(), of && basisWords(of, 'EUR'), source];
};

describe('amounts', () => {
  it('that are fixed are the same line every time', () => {
    const program = amountProgram({ kind: 'fixed', value: '-2' }, Exact.from('-2'), 'Less', 'gift', null, null);
    expect(program(inputs)).toBe(program(inputs));
    expect(program(inputs)).toMatchObject({ label: 'Less', kind: 'choice', per: 'unit', source: 'gift' });
  });

  it('that are percentages are of the base', () => {
    expect(run({ kind: 'percentOfBase', value: '12.5' }, Exact.from('12.5'), 'Oak', 'timber', null, null)).toEqual([
      '10',
      '12.5 % of €80.00',
      'timber',
    ]);
  });

  it('per character count with or without spaces', () => {
    const text = { index: 1, unit: null };
    expect(
      run(
        { kind: 'perCharacter', value: '0.5', of: null, spaces: 'free' },
        Exact.from('0.5'),
        'Name',
        'name',
        text,
        null,
      ),
    ).toEqual(['4', '8 characters × €0.50', 'name']);
    expect(
      run(
        { kind: 'perCharacter', value: '0.5', of: null, spaces: 'counted' },
        Exact.from('0.5'),
        'Name',
        'name',
        text,
        null,
      )[0],
    ).toBe('4.5');
  });

  it('per unit convert between the answer’s unit and their own', () => {
    expect(
      run(
        { kind: 'perUnit', value: '3.2', unit: 'm', of: 'length' },
        Exact.from('3.2'),
        'Edge',
        'edge',
        centimetres,
        requireUnit('m'),
      ),
    ).toEqual(['8', '250 cm × €3.20 / m', 'edge']);
  });

  it('of what is not answered are nothing, and say so with a line', () => {
    expect(
      run(
        { kind: 'perUnit', value: '3.2', unit: 'm', of: 'length' },
        Exact.from('3.2'),
        'Edge',
        'edge',
        { index: 2, unit: requireUnit('m') },
        requireUnit('m'),
      ),
    ).toEqual(['0', null, 'edge']);
    expect(
      run(
        { kind: 'perCharacter', value: '0.5', of: null, spaces: 'free' },
        Exact.from('0.5'),
        'Name',
        'name',
        { index: 2, unit: null },
        null,
      )[0],
    ).toBe('0');
  });
});

describe('an amount per unit', () => {
  it('adds nothing without a measure, a unit or an answer', () => {
    const perMetre = { kind: 'perUnit', value: '1', unit: 'm', of: 'length' } as const;
    const metre = requireUnit('m');
    for (const [target, per] of [
      [null, metre],
      [centimetres, null],
      [{ index: 2, unit: metre }, metre],
    ] as const) {
      expect(run(perMetre, Exact.one, 'Edge', 'edge', target, per)).toEqual(['0', null, 'edge']);
    }
  });
});

describe('roundingLine', () => {
  it('is there only where something was rounded, and says how much', () => {
    expect(roundingLine(Exact.from('4.63'), Exact.from('4.63'), 'unit')).toBeNull();
    expect(roundingLine(Exact.from('4.625'), Exact.from('4.63'), 'unit')?.amount.toString()).toBe('0.005');
    expect(roundingLine(Exact.from('4.634'), Exact.from('4.63'), 'unit')).toMatchObject({
      kind: 'rounding',
      per: 'unit',
      source: 'rounding',
    });
  });
});
