import { useMemo } from 'react';
import { sameDefinition } from '@/core/catalog';

/** What is published of something that is edited: the version of the draft that it was, and what it says. */
export interface PublishedDraft<T> {
  readonly revision: number | null;
  readonly version: number | null;
  readonly definition: T | null;
}

/**
 * Whether a draft says what is published: because nothing was changed since, or because all that was has been undone.
 */
export function useIsAsPublished<T>(document: T, version: number, published: PublishedDraft<T>): boolean {
  const { definition } = published;
  return useMemo(
    () =>
      published.version !== null &&
      (published.version === version || (definition !== null && sameDefinition(definition, document))),
    [published.version, version, definition, document],
  );
}
