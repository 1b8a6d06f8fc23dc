import { type NotCounted } from '../catalog';

/** Why something is not counted, as it is told and typed. */
export const NOT_COUNTED_WORDS: Readonly<Record<NotCounted, string>> = {
  madeToOrder: 'made to order',
  service: 'service',
};
