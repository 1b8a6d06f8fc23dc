import { describe, expect, it } from 'vitest';
import { ApiProblem } from '@/features/kit/shared';
import { pointerWords, refusalWords } from './refusal-words';

const document = {
  title: 'Cloth',
  choices: [{ title: '' }, { title: 'Colour', options: [{ title: 'Moss' }, { title: '' }] }],
  'a/b': { '~': 1 },
  marginFloor: '5',
  rows: [{ name: 'First', cells: [[], []] }],
};

describe('places of a document', () => {
  it.each([
    ['/definition/choices/1/options', '“Colour”, options'],
    ['/choices/1/options', '“Colour”, options'],
    ['/definition/choices/1/options/0/sku', '“Moss”, sku'],
    ['/definition/choices/1/options/1', '“Colour”, options, 2'],
    ['/definition/choices/0/title', 'choices, 1, title'],
    ['/definition/marginFloor', 'margin floor'],
    ['/definition/rows/0/cells/1', '“First”, cells, 2'],
    ['/definition/a~1b/~0', 'a/b, ~'],
    ['/definition/not/there/3', 'not, there, 4'],
    ['/definition/__proto__/polluted', '__proto__, polluted'],
    ['/definition', ''],
    ['', ''],
  ])('%s', (pointer, words) => expect(pointerWords(document, pointer)).toBe(words));
});

describe('a refusal', () => {
  it('names the place first, and says what the server said where it names none', () => {
    expect(
      refusalWords(
        document,
        new ApiProblem(400, 'malformed', 'm', {
          errors: [{ pointer: '/definition/choices/1/options', detail: 'This list can have at most 500 entries.' }],
        }),
      ),
    ).toBe('“Colour”, options: This list can have at most 500 entries.');
    expect(refusalWords(document, new ApiProblem(413, 'bodyTooLarge', 'The body is larger than 4 bytes.'))).toBe(
      'The body is larger than 4 bytes.',
    );
    expect(refusalWords(document, new ApiProblem(400, 'malformed', 'Said otherwise.', { errors: 'none' }))).toBe(
      'Said otherwise.',
    );
  });
});
