import { describe, expect, it } from 'vitest';
import { choiceSchema, isStocked, type OneOfChoice, productSchema } from '@/core/catalog';
import {
  axesOf,
  cellCombination,
  combinationsOf,
  combinationTitle,
  newVariant,
  variantIndex,
  variantPlaces,
  withLeftOut,
} from './combinations';
import { readDelivery } from './delivery';

function stocked(key: string, title: string, options: readonly string[], required = true): OneOfChoice {
  const choice = choiceSchema.parse({
    kind: 'list',
    key,
    title,
    stocked: true,
    required,
    options: options.map((option) => ({ key: option, title: option.toUpperCase(), sku: option })),
  });
  if (!isStocked(choice)) throw new Error('not stocked');
  return choice;
}

const size = stocked('size', 'Size', ['s', 'm']);
const lid = withLeftOut(stocked('lid', 'Lid', ['tin'], false));

describe('combinations of stocked choices', () => {
  it('have leaving out as an answer of its own, where that may be', () => {
    expect(withLeftOut(size)).toBe(size);
    const all = combinationsOf([size, lid]);
    expect(all.map((combination) => combinationTitle(combination, [size, lid]))).toEqual([
      'S · TIN',
      'S · Without Lid',
      'M · TIN',
      'M · Without Lid',
    ]);
    expect(all.map((combination) => newVariant(combination).options)).toEqual([
      { size: 's', lid: 'tin' },
      { size: 's' },
      { size: 'm', lid: 'tin' },
      { size: 'm' },
    ]);
  });

  it('are found among the variants, the left-out one too', () => {
    const product = productSchema.parse({
      slug: 'p',
      title: 'P',
      sku: 'P',
      variants: [{ options: { size: 's' } }, { options: { size: 's', lid: 'tin' } }],
    });
    expect(combinationsOf([size, lid]).map((combination) => variantIndex(product, combination, [size, lid]))).toEqual([
      1, 0, -1, -1,
    ]);
    expect(combinationsOf([size, lid]).map(variantPlaces(product, [size, lid]))).toEqual([1, 0, -1, -1]);
  });

  it('are found where two variants are alike: the first of them', () => {
    const product = productSchema.parse({
      slug: 'p',
      title: 'P',
      sku: 'P',
      variants: [{ options: { size: 'm' } }, { options: { size: 's' } }, { options: { size: 's', other: 'x' } }],
    });
    expect(combinationsOf([size]).map(variantPlaces(product, [size]))).toEqual([1, 0]);
  });

  it('stand in a grid: one choice down, one across, the others as sections', () => {
    const colour = stocked('colour', 'Colour', ['red', 'blue']);
    const axes = axesOf([size, lid, colour], 'lid', 'size');
    if (!axes) throw new Error('no grid');
    expect([axes.down.key, axes.across?.key, axes.sections]).toEqual([
      'size',
      'lid',
      [{ colour: 'red' }, { colour: 'blue' }],
    ]);
    const [row] = axes.down.options;
    if (!row) throw new Error('no row');
    expect(cellCombination(axes, { colour: 'red' }, row, axes.across?.options.at(-1) ?? null)).toEqual({
      colour: 'red',
      size: 's',
      lid: '',
    });
    expect(axesOf([], null, null)).toBeNull();
  });
});

describe('a delivery', () => {
  it('says an option of every choice and how many; what may be left out need not be said', () => {
    const lines = readDelivery('S; tin; 4\nm\t3\n\nL; 2\nS; S; 1\ntin; 5\nm; tin; none', [size, lid]);
    expect(lines.map(({ combination, quantity, fault }) => fault ?? [combination, quantity])).toEqual([
      [{ size: 's', lid: 'tin' }, '4'],
      [{ size: 'm', lid: '' }, '3'],
      '“L” is no option of Size or Lid.',
      '“S” says a second Size.',
      'It doesn’t say which Size.',
      '“none” is not a quantity. End the line with a whole number.',
    ]);
  });
});
