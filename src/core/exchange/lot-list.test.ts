import { describe, expect, it } from 'vitest';
import { requireUnit } from '../quantity';
import { readLotList } from './lot-list';

const read = (text: string) => {
  const { lots, fault } = readLotList(text, requireUnit('m'));
  return fault ?? lots.map(({ label, length }) => `${label ?? '–'} ${length.toString()}`);
};

describe('lots as they are typed', () => {
  it.each([
    ['25', ['– 25']],
    ['25 m\n\n 12,5 m ', ['– 25', '– 12.5']],
    ['3 × 25 m', ['– 25', '– 25', '– 25']],
    ['2x250cm', ['– 2.5', '– 2.5']],
    ['Roll A: 12.4', ['Roll A 12.4']],
    ['Oak, 3:1 ratio: 2 ft', ['Oak, 3:1 ratio 0.6096']],
    ['Bar: 2 × 6 m', ['Bar 1 6', 'Bar 2 6']],
  ])('“%s” is %j', (text, lots) => expect(read(text)).toEqual(lots));

  it.each([
    ['', 'Give at least one length, such as 25 m.'],
    ['25 m\nlong', 'Line 2: “long” can’t be read as a number. Write it like 25 m.'],
    ['0', 'Line 1: a lot must be longer than nothing.'],
    ['-3 m', 'Line 1: a lot must be longer than nothing.'],
    ['1/3', 'Line 1: “1/3” has no exact decimal in metres. Give it in metres.'],
    ['2 kg', 'Line 1: kilograms measure weight, not length. Give it in metres or another unit of length.'],
    [': 5', 'Line 1: a lot’s name has 1 to 60 characters.'],
    ['2000 × 1 m', 'Line 1: give 1 to 1000 lots at a time.'],
    ['0 × 1 m', 'Line 1: give 1 to 1000 lots at a time.'],
  ])('“%s” is refused, saying which line', (text, fault) => expect(read(text)).toBe(fault));
});
