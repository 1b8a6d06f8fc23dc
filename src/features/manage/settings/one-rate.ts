import { type Tax, taxSchema } from '@/core/catalog';

/** Tax as a shop begins with it: one rate, in its own country, and everything else as is usual. */
export const taxOfOneRate = (country: string, percent: string): Tax =>
  taxSchema.parse({
    country,
    classes: [{ key: 'usual', title: 'Usual' }],
    rates: [{ class: 'usual', country, percent }],
  });
