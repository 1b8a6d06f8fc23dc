import { z } from 'zod';

/** How far somebody has come: in, to the second step, or to be made the first owner. */
export const outcomeSchema = z.object({ outcome: z.enum(['in', 'secondFactor', 'first']) });
