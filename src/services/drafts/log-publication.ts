import { type Queries } from '../../data/database';
import { log } from '../../data/log';
import { changesBetween } from '../logged';
import { type Life, type ManyRevision, type StoredDraft } from './life';

/** So many titles stand in the entry of many things. */
const MOST_NAMED = 3;

/**
 * Notes in the log that something is published, with what changes by it; of many things at once only which they are.
 *
 * @returns the number of the entry; null where nobody publishes it, as when the demo is loaded
 */
export async function loggedPublication<
  Definition extends { readonly title: string },
  Stored extends StoredDraft<Definition>,
>(
  transaction: Queries,
  life: Pick<Life<Definition, Stored>, 'readMany'>,
  kind: 'product' | 'sheet',
  all: readonly ManyRevision<Definition>[],
  at: Date,
): Promise<number | null> {
  const [first] = all;
  if (!first) return null;
  if (all.length > 1) {
    const named = all.slice(0, MOST_NAMED).map(({ definition }) => definition.title);
    const title = `${named.join(', ')}${all.length > MOST_NAMED ? ' …' : ''}`;
    return log(transaction, at, { what: 'published', kind, title, count: all.length });
  }
  const [known] = await life.readMany(transaction, [first.id]);
  const changes = known?.published ? changesBetween(known.published, first.definition) : [];
  return log(transaction, at, {
    what: 'published',
    kind,
    key: String(first.id),
    title: first.definition.title,
    changes,
  });
}
