import { type z } from 'zod';
import { describe, expect, it } from 'vitest';
import { markOf } from '.';
import { catalogSchema } from '../catalog';

/** Fields that hold words, days, colours and the like: nothing that could be called otherwise elsewhere. */
const PLAIN = new Set([
  // words that people read or write
  'title',
  'name',
  'label',
  'caption',
  'insideName',
  'help',
  'placeholder',
  'summary',
  'description',
  'note',
  'text',
  'statement',
  'reason',
  'alt',
  'pictureAlt',
  'pack',
  'of',
  'together',
  'prefix',
  'suffix',
  // what products are kept by: named by conditions in the same words
  'category',
  'supplier',
  'tag',
  'tags',
  'family',
  'categories',
  'suppliers',
  'texts',
  'property',
  'properties',
  // codes of the world outside
  'country',
  'timeZone',
  'gtin',
  'sku',
  'skuSeparator',
  'supplierCode',
  'code',
  'properties by key',
  'codes',
  '$schema',
  'address',
  'face',
  'colours',
  'colour',
  'background',
  // days and times
  'from',
  'to',
  'until',
  'day',
  'closed',
  'holidays',
  // what the shop's pages say and ask
  'words',
  'offered',
  'buyWord',
  // whose a typeface is
  'licence',
  'default',
  'date',
]);

/** Every string field of the format that no schema says anything of, as `holder.field`. */
function unmarked(schema: z.core.$ZodType, name: string, found: Set<string>, seen: Set<z.core.$ZodType>): void {
  if (seen.has(schema) || markOf(schema)) return;
  seen.add(schema);
  const { def } = (schema as z.core.$ZodTypes)._zod;
  const into = (inner: z.core.$ZodType, called = name) => unmarked(inner, called, found, seen);
  if (def.type === 'string') {
    if (!PLAIN.has(name)) found.add(name);
  } else if (def.type === 'object') for (const [field, inner] of Object.entries(def.shape)) into(inner, field);
  else if (def.type === 'array') into(def.element);
  else if (def.type === 'record') {
    into(def.keyType, `${name} by key`);
    into(def.valueType);
  } else if (def.type === 'union') def.options.forEach((option) => into(option));
  else if ('innerType' in def) into(def.innerType);
}

describe('what the format says of its fields', () => {
  it('leaves no text out: each is a key, a name, an answer, a figure, or plain words', () => {
    const found = new Set<string>();
    unmarked(catalogSchema, 'catalog', found, new Set());
    expect([...found].sort()).toEqual([]);
  });
});
