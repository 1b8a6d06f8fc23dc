import { describe, expect, it } from 'vitest';
import { apiDescription } from './description';
import { readableDescription, typePieces } from './readable';

const said = (schema: object): string =>
  typePieces(schema)
    .map((piece) => (typeof piece === 'string' ? piece : `<${piece.schema}>`))
    .join('');

describe('what a type is called', () => {
  it.each([
    [{ type: 'string' }, 'string'],
    [{ type: 'string', maxLength: 120 }, 'string of at most 120 signs'],
    [{ type: 'integer', minimum: 1, maximum: Number.MAX_SAFE_INTEGER }, 'integer from 1'],
    [{ type: ['string', 'null'] }, 'string | null'],
    [{ enum: ['a', 'b'] }, '"a" | "b"'],
    [{ const: true }, 'true'],
    [{ $ref: '#/components/schemas/Quantity' }, '<Quantity>'],
    [{ type: 'array', items: { $ref: '#/components/schemas/Quantity' } }, 'list of <Quantity>'],
    [{ anyOf: [{ $ref: '#/x/Quantity' }, { type: 'null' }] }, '<Quantity> | null'],
    [{ type: 'object', additionalProperties: { type: 'string' } }, 'object of string'],
    [
      { type: 'object', properties: { a: { type: 'string' }, b: { type: 'number' } }, required: ['a'] },
      '{ a: string, b?: number }',
    ],
    [{ type: 'array', items: { anyOf: [{ type: 'string' }, { type: 'null' }] } }, 'list of (string | null)'],
    [{ type: 'array', items: { type: ['string', 'number'] } }, 'list of (string | number)'],
    [{ type: 'string', format: 'date', pattern: '^x$' }, 'string like 2027-03-31'],
    [{}, 'anything'],
  ])('%j', (schema, words) => expect(said(schema)).toBe(words));
});

describe('the description of the API, as people read it', () => {
  const read = readableDescription(apiDescription('https://shop.example'));

  it('has every operation, with its parameters, body and answers', () => {
    const open = read.operations.filter(({ isOpen }) => isOpen);
    expect(open.map(({ method, path }) => `${method} ${path}`)).toEqual([
      'GET /api/v1/products',
      'GET /api/v1/products/{slug}',
      'POST /api/v1/products/{slug}/resolve',
      'POST /api/v1/resolve',
    ]);
    const resolve = read.operations.find(({ id }) => id === 'resolve');
    expect(resolve?.parameters).toMatchObject([{ name: 'slug', where: 'path', isOptional: false }]);
    expect(resolve?.answers.map(({ status }) => status)).toEqual(['200', '400', '404', '413', '415', '429']);
    expect(resolve?.body).not.toBeNull();
  });

  it('says of the rest that it takes a token, and with which headers it changes something', () => {
    const rest = read.operations.filter(({ isOpen, id }) => !isOpen && id !== 'resolveAs');
    expect(rest.length).toBeGreaterThan(10);
    expect(rest.filter(({ path }) => !path.startsWith('/api/manage/v1/'))).toEqual([]);
    for (const { method, parameters, answers } of rest) {
      expect(answers.map(({ status }) => status)).toContain('401');
      const headers = parameters.filter(({ where }) => where === 'header').map(({ name }) => name);
      expect(headers).toEqual(
        { GET: [], POST: ['Idempotency-Key'], PUT: ['Idempotency-Key', 'If-Match'] }[method] ?? [],
      );
    }
  });

  it('explains every schema that is named anywhere', () => {
    const named = new Set<string>();
    const look = (pieces: readonly unknown[]) =>
      pieces.forEach((piece) => {
        if (typeof piece === 'object' && piece !== null && 'schema' in piece) named.add(String(piece.schema));
      });
    for (const { parameters, body, answers } of read.operations) {
      parameters.forEach(({ type }) => look(type));
      look(body ?? []);
      answers.forEach(({ type }) => look(type));
    }
    for (const { fields } of read.schemas) fields.forEach(({ type }) => look(type));
    const explained = new Set(read.schemas.map(({ name }) => name));
    expect([...named].filter((name) => !explained.has(name))).toEqual([]);
    expect(named.size).toBeGreaterThan(5);
  });
});
