import { z } from 'zod';
import { ownKey, pictureRef } from '../fields';
import { keySchema } from './choices';

/** A named colour or texture of the shop's swatch book. */
export const swatchSchema = z
  .strictObject({
    key: ownKey('swatch', keySchema),
    name: z.string().min(1).max(80),
    colours: z
      .array(z.string().regex(/^#[0-9a-f]{6}$/i, 'write a colour as # and six digits, such as #5b7a5e'))
      .max(3)
      .default([]),
    picture: pictureRef().nullable().default(null).describe('a texture, in the place of colours'),
    family: z.string().max(80).default(''),
    supplierCode: z.string().max(60).default(''),
  })
  .meta({ id: 'swatch' });

export type Swatch = z.infer<typeof swatchSchema>;

const plain = (name: string) => name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase();

/** The swatch of a name, however its letters are written; undefined when the book has none. */
export function swatchByName(swatches: Iterable<Swatch>, name: string): Swatch | undefined {
  return swatchesByName(swatches)(name);
}

/** Finds swatches by their names, of which the first counts, in time that does not grow with the book. */
export function swatchesByName(swatches: Iterable<Swatch>): (name: string) => Swatch | undefined {
  const byName = new Map<string, Swatch>();
  for (const swatch of swatches) if (!byName.has(plain(swatch.name))) byName.set(plain(swatch.name), swatch);
  return (name) => byName.get(plain(name));
}
