import { describe, expect, it } from 'vitest';
import { optionsByName } from './pictures-by-name';

const option = (key: string, title: string, sku: string | null = null) => ({ key, title, sku });
const options = [
  option('oak', 'Oak', 'O'),
  option('dark-oak', 'Dark oak'),
  option('lime-1', 'Lime blossom'),
  option('b', 'Büchse'),
];

describe('pictures of options', () => {
  it.each([
    ['Oak.png', 'oak'],
    ['O.jpg', 'oak'],
    ['dark_oak.webp', 'dark-oak'],
    ['crate-in-dark-oak-2.JPG', 'dark-oak'],
    ['Lime Blossom (1).png', 'lime-1'],
    ['lime-1.svg', 'lime-1'],
    ['buchse.png', 'b'],
    ['img_2041.png', null],
    ['lime.png', null],
    ['.png', null],
  ])('“%s” is of %s', (file, key) => expect(optionsByName([file], options)).toEqual([key]));

  it('are of none where two options fit alike', () => {
    expect(optionsByName(['red-blue.png'], [option('r', 'Red'), option('b', 'Blue')])).toEqual([null]);
    expect(optionsByName(['red.png'], [option('r', 'Red'), option('s', 'Red')])).toEqual([null]);
  });
});
