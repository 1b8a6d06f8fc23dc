import { z } from 'zod';
import { ownKey, placeRef } from '../fields';
import { comparisons } from '../conditions';
import { keySchema } from './choices';

const place = placeRef(z.string().max(130).describe('key of a slot or of a part'));

/** What must fit together: a property of everything in one place, beside a property of everything in another. */
export const fitSchema = z
  .strictObject({
    key: ownKey('fit', keySchema),
    place,
    property: keySchema,
    compare: z.enum(comparisons).default('is'),
    other: z.strictObject({ place, property: keySchema }),
    reason: z
      .string()
      .max(300)
      .default('')
      .describe('what customers are told beside what does not fit; empty for the sentence itself'),
  })
  .meta({ id: 'fit' });

export type Fit = z.infer<typeof fitSchema>;
