import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { amountSchema } from '../pricing';
import { conditionSchema, productSchema } from '../catalog';
import { readJsonText } from './json-text';
import { shapeFaults } from './shape-faults';

/** What is said of a value that a schema refuses, a line each with its place. */
function said(schema: z.ZodType, value: unknown): string[] {
  const { error } = schema.safeParse(value);
  return shapeFaults(error?.issues ?? [], value).map(({ path, message }) => `${path.join('.')}: ${message}`);
}

describe('shapeFaults', () => {
  it('says what would be right for a value of another type', () => {
    const schema = z.strictObject({
      text: z.string(),
      number: z.number(),
      yes: z.boolean(),
      list: z.array(z.string()),
      inner: z.strictObject({}),
    });
    expect(said(schema, { text: 12.5, number: '3', yes: 'yes', list: {}, inner: [] })).toEqual([
      'text: This must be text, and is a number: write it in quotes, "12.5".',
      'number: This must be a number, and is text: write it without quotes, 3.',
      'yes: This must be true or false, and is a string.',
      'list: This must be a list in [ ], and is an object.',
      'inner: This must be an object in { }, and is a list.',
    ]);
    expect(said(schema, { text: true, number: 'many', yes: null })).toEqual([
      'text: This must be text, and is true: write it in quotes.',
      'number: This must be a number, and is text.',
      'yes: This must be true or false, and is null.',
      'list: This is missing: a list in [ ].',
      'inner: This is missing: an object in { }.',
    ]);
  });

  it('names the key that means nothing, at its place', () => {
    expect(
      said(productSchema, {
        slug: 'p',
        title: 'P',
        sku: 'P',
        choices: [{ kind: 'text', key: 'a', title: 'A', requird: true }],
      }),
    ).toEqual(['choices.0.requird: Nothing is called “requird” here. Take it out, or look at how it is spelt.']);
  });

  it('says which kind was meant, and what kinds there are', () => {
    expect(said(amountSchema, { kind: 'fixd', value: '1' })).toEqual([
      'kind: There is no such kind: "fixd". “fixed” may be meant. It can be "fixed", "percentOfBase", "percentOfSum", "oncePerLine", "perCharacter", "perUnit".',
    ]);
    expect(said(amountSchema, { value: '1' })[0]).toMatch(
      /^kind: It is not said of what kind this is\. It can be "fixed"/,
    );
  });

  it('goes down to the slip inside a nested condition', () => {
    const nested = (test: object) => ({
      kind: 'all',
      of: [{ kind: 'any', of: [{ kind: 'quantity', compare: 'is', value: 1 }, test] }],
    });
    expect(said(conditionSchema, nested({ kind: 'value', choice: 'a', compare: 'over', value: '1' }))).toEqual([
      'of.0.of.1.compare: This must be one of "is", "isNot", "less", "atMost", "more", "atLeast", not "over".',
    ]);
    expect(said(conditionSchema, nested({ kind: 'value', choice: 'a', compare: 'less', value: 1 }))).toEqual([
      'of.0.of.1.value: This must be text, and is a number: write it in quotes, "1".',
    ]);
  });

  it('counts what is too long, too short, too large and too small', () => {
    const schema = z.strictObject({
      name: z.string().max(3),
      list: z.array(z.number()).min(2),
      number: z.number().max(5),
      small: z.number().min(2),
      own: z.string().min(1, 'Give it a name.'),
    });
    expect(said(schema, { name: 'four', list: [1], number: 9, small: 1, own: '' })).toEqual([
      'name: This can have at most 3 characters.',
      'list: This list must have at least 2 entries.',
      'number: This can be at most 5.',
      'small: This must be at least 2.',
      'own: Give it a name.',
    ]);
  });

  it('says of alternatives what is wrong with the one that comes closest', () => {
    const schema = z.union([z.string(), z.strictObject({ option: z.string(), quantity: z.number() })]);
    expect(said(schema, { option: 'a', quantity: '2' })).toEqual([
      'quantity: This must be a number, and is text: write it without quotes, 2.',
    ]);
  });
});

describe('readJsonText', () => {
  it.each([
    ['{"a": 1,\n "b": }', 'This is not JSON: line 2, column 7: a value is expected.'],
    ['{"a": 1\n "b": 2}', 'This is not JSON: line 2, column 2: a comma is expected.'],
    ['', 'This is not JSON: line 1, column 1: a value is expected.'],
    [
      '{a: 1}',
      'This is not JSON: line 1, column 2: there is something that is no value; texts stand in double quotes.',
    ],
    ['{"a": "x', 'This is not JSON: line 1, column 7: a text has no closing quote.'],
    ['[1, 2', 'This is not JSON: line 1, column 6: a closing ] is expected.'],
    ['{} {}', 'This is not JSON: line 1, column 4: the file should have ended.'],
  ])('says of %o where it breaks off', (text, fault) => expect(readJsonText(text)).toEqual({ fault }));

  it('reads what is JSON, and gives up on what nests without end', () => {
    expect(readJsonText(' {"a": [1]} ')).toEqual({ value: { a: [1] } });
    expect(readJsonText('['.repeat(200_000)).fault).toMatch(/^This is not JSON/);
  });
});
