import { z } from 'zod';
import { answersOf, ownKey, partAnswersOf } from '../fields';
import { selectionFields } from '../selection/selection';
import { keySchema } from './choices';

/** A selection that the catalog manager has prepared, for customers to start from. */
export const preparedSchema = z
  .strictObject({
    key: ownKey('prepared', keySchema),
    title: z.string().max(120),
    note: z.string().max(300).default('').describe('what it is good for'),
    answers: answersOf(selectionFields.answers),
    parts: partAnswersOf(selectionFields.parts),
  })
  .meta({ id: 'prepared' });

export type Prepared = z.infer<typeof preparedSchema>;
