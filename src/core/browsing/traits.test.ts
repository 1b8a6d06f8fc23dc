import { describe, expect, it } from 'vitest';
import { list, shopOf } from '../../../tests/fixtures/shop-of';
import { traitsOf } from './traits';

const option = (title: string, more: object = {}) => ({ key: title.toLowerCase(), title, ...more });
const choice = (key: string, title: string, more: object) => ({ ...list(key, [], more), title });
const traits = (product: object) =>
  traitsOf(shopOf([product]).program()).map(
    ({ name, value, groups }) => `${name}: ${value}${groups.length > 0 ? ` (${groups.join(', ')})` : ''}`,
  );

describe('what a product can be had as', () => {
  it('is its options by the titles of their choices, whatever several of them can be picked', () => {
    expect(
      traits({
        choices: [
          choice('glaze', 'Glaze', { options: [option('Moss'), option('Chalk')] }),
          { ...choice('feet', 'Feet', { options: [option('Cork')] }), kind: 'several' },
        ],
      }),
    ).toEqual(['Glaze: Moss', 'Glaze: Chalk', 'Feet: Cork']);
  });

  it('is what it and its options measure or are, once however it is written', () => {
    expect(
      traits({
        properties: { 'clay-body': { text: 'Stoneware' }, height: { value: '120', unit: 'mm' }, mark: { text: '  ' } },
        choices: [
          choice('clay', 'Clay  body', {
            options: [option('stoneware'), option('Raku', { properties: { height: { value: '90', unit: 'mm' } } })],
          }),
        ],
      }),
    ).toEqual(['Clay body: Stoneware', 'Height: 120 mm', 'Clay body: Raku', 'Height: 90 mm']);
  });

  it('leaves out what nobody picks: what the workshop settles, and options without a variant on sale', () => {
    expect(
      traits({
        choices: [
          choice('kiln', 'Kiln', { options: [option('gas')], forWorkshop: true, default: 'gas', required: true }),
          choice('size', 'Size', {
            stocked: true,
            required: true,
            options: [option('S'), option('M'), option('L')],
          }),
        ],
        variants: [
          { options: { size: 's' }, sku: 'S', onSale: true },
          { options: { size: 'm' }, sku: 'M', onSale: false },
        ],
      }),
    ).toEqual(['Size: S']);
  });

  it('is told those groups alone that are asked and offered it', () => {
    expect(
      traits({
        choices: [
          choice('slip', 'Slip', {
            groups: ['bakers'],
            options: [
              option('Iron'),
              option('Ash', { groups: ['bakers', 'brewers'] }),
              option('Salt', { groups: ['brewers'] }),
            ],
          }),
          choice('again', 'Slip', { options: [option('Ash'), option('Tin', { groups: ['brewers'] })] }),
          choice('more', 'Slip', { options: [option('Tin', { groups: ['bakers'] })] }),
        ],
      }),
    ).toEqual(['Slip: Iron (bakers)', 'Slip: Ash', 'Slip: Tin (brewers, bakers)']);
  });
});
