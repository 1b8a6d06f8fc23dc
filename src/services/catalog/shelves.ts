import { type Queries } from '../../data/database';
import { namesOf } from '../../data/references';

/** Words that products stand under already, to be offered where one is asked for. */
export interface ShelfSuggestions {
  readonly categories: readonly string[];
  readonly suppliers: readonly string[];
  readonly tags: readonly string[];
}

/** So many of a kind are offered: whoever has more types what is meant. */
const MOST_OFFERED = 300;

/** Words that products stand under, as they are edited or in the shop. */
export async function readSuggestions(queries: Queries): Promise<ShelfSuggestions> {
  return {
    categories: await namesOf(queries, 'categoryName', MOST_OFFERED),
    suppliers: await namesOf(queries, 'supplierName', MOST_OFFERED),
    tags: await namesOf(queries, 'tagName', MOST_OFFERED),
  };
}
