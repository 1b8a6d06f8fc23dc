import { describe, expect, it } from 'vitest';
import { choiceKinds, choiceSchema, freeKey } from '@/core/catalog';
import { placeOf } from '@/features/editors/frame';
import { orNull } from '@/features/editors/fields';
import { suit } from '../../../../tests/fixtures/products';
import { choiceKindsHere } from './kinds';
import { newChoice } from './new-choice';

describe('placeOf', () => {
  it.each([
    [['title'], 'basics'],
    [['slug'], 'basics'],
    [['pictures', 0], 'pictures'],
    [['price'], 'price'],
    [['soldBy', 'unit'], 'price'],
    [['choices', 1, 'options', 0, 'colours'], 'choice:cloth'],
    [['choices', 99], 'choices'],
    [['variants', 1, 'stock'], 'variants'],
    [['sheets', 'embroidery', 'choices', 0, 'title'], 'sheet:embroidery'],
    [['draws'], 'stock'],
    [['quantity', 'maximum'], 'quantity'],
    [['category'], 'shelf'],
  ])('%o is mended in %s', (path, place) => expect(placeOf(path, suit)).toBe(place));
});

describe('newChoice', () => {
  it.each(choiceKinds)('makes a %s that the format takes as it is, with a name people understand', (kind) => {
    const choice = newChoice(kind, 'it', 'It');
    expect(choiceSchema.parse(choice)).toEqual(choice);
    expect(choiceKindsHere[kind].words).not.toBe(kind);
  });
});

describe('freeKey', () => {
  it.each([
    ['Cloth colour', [], 'cloth-colour'],
    ['Cloth colour', ['cloth-colour', 'cloth-colour-2'], 'cloth-colour-3'],
    ['Größe', [], 'gro-e'],
    ['2.8 mm', [], 'mm'],
    ['蜂', ['option'], 'option-2'],
    ['', [], 'option'],
  ])('of “%s” beside %o is %s', (title, taken, key) => expect(freeKey(title, taken, 'option')).toBe(key));
});

it('orNull takes an empty field as no value', () => {
  expect([orNull(''), orNull('  '), orNull(' 0 ')]).toEqual([null, null, '0']);
});
