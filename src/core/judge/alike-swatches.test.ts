import { describe, expect, it } from 'vitest';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { alikeSwatchFaults } from '.';

describe('swatches that look alike', () => {
  it('are told at the second of two that follow each other, with how little they differ', () => {
    const swatch = (key: string, colour: string) => ({ key, title: key.toUpperCase(), colours: [colour] });
    const options = [swatch('red', '#b03020'), swatch('rust', '#b13121'), swatch('blue', '#2040b0')];
    const program = shopOf([
      { choices: [{ kind: 'swatch', key: 'paint', title: 'Paint', options, required: true }] },
    ]).program();
    expect(alikeSwatchFaults(program).map(({ path, data }) => [path.join('.'), data])).toEqual([
      [
        'choices.0.options.1.colours',
        { code: 'alikeSwatches', first: 'RED', second: 'RUST', difference: expect.stringMatching(/^0\.\d$/) },
      ],
    ]);
  });
});
