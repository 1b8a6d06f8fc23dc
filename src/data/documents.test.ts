import { createHash } from 'node:crypto';
import { z } from 'zod';
import { describe, expect, it } from 'vitest';
import { productSchema, sheetSchema } from '../core/catalog';
import { FORM } from './documents';

/** What the schemas of stored documents say, as one short name. */
const nameOf = (...schemas: readonly z.ZodType[]): string => {
  // What is said about a field in words changes no document.
  const told = schemas.map((schema) => JSON.stringify(z.toJSONSchema(schema, { io: 'output' }), withoutWords));
  return createHash('sha256').update(told.join('\n')).digest('hex').slice(0, 12);
};

const withoutWords = (key: string, value: unknown): unknown =>
  key === 'description' && typeof value === 'string' ? undefined : value;

describe('stored documents', () => {
  // What lacks a field and is believed to be of today's form breaks whoever reads it: far away, and weeks later.
  it('have another form once their schema is another: count FORM up, then note both here', () => {
    expect([FORM, nameOf(productSchema, sheetSchema)]).toEqual([8, '4ca17fc09d40']);
  });
});
