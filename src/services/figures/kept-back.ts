import { type CatalogSurroundings, type Product } from '../../core/catalog';
import { type MendOfMany, mendsOf, mendsOfMany, readiness } from '../../core/judge';
import { type FaultCode } from '../../core/problems';
import { faultWords } from '../../core/words';

/** Something that keeps a product from being published. */
export interface KeepingFault {
  readonly code: FaultCode;
  readonly words: string;
  /** what mends it, in many products as in one */
  readonly mends: readonly MendOfMany[];
}

/** What keeps a product from being published, as it would be told in its readiness. */
export const keepingBack = (product: Product, surroundings: CatalogSurroundings): KeepingFault[] =>
  readiness(product, surroundings, null).flatMap((fault) => {
    if (fault.gravity !== 'mustFix') return [];
    const kinds = new Set<string>(mendsOf(fault, product).map(({ does }) => does.kind));
    return { code: fault.code, words: faultWords(fault.data), mends: mendsOfMany.filter((kind) => kinds.has(kind)) };
  });
