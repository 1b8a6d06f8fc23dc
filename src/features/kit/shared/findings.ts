import { z } from 'zod';

/** A place that can be found by its name, as the server lists it. */
export const findingSchema = z.object({
  kind: z.enum(['product', 'sheet', 'swatch', 'stock item', 'order']),
  title: z.string(),
  hint: z.string(),
  href: z.string(),
});

export type Finding = z.infer<typeof findingSchema>;
