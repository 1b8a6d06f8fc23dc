import { describe, expect, it } from 'vitest';
import { readBreakList } from './breaks-list';

const read = (text: string) => readBreakList(text).map(({ step, fault }) => (step ? [step.from, step.value] : fault));

describe('a pasted table of breaks', () => {
  it('takes what a spreadsheet, a list or a hand writes', () => {
    expect(read('From\tPrice\n10\t4,50\n50; 4\n100: €3.80\n250 12.5 %')).toEqual([
      ['10', '4.5'],
      ['50', '4'],
      ['100', '3.8'],
      'Give two numbers: from how many on, and what it is then, such as “10 4.50”.',
    ]);
    expect(read('250 12.5%')).toEqual([['250', '12.5']]);
  });

  it('says what is wrong with a line', () => {
    expect(read('10 4\n10 3\n20 x\n30')).toEqual([
      ['10', '4'],
      'A step from 10 stands above already.',
      '“x” can’t be read as a number.',
      expect.stringContaining('Give two numbers'),
    ]);
  });
});
