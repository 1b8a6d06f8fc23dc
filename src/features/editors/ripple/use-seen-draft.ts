import { useState } from 'react';
import { sameDefinition } from '@/core/catalog';
import { listed } from '@/core/words';
import { type Draft } from '@/features/kit/drafts';

/** The draft that a ripple is worked out for: what is published is that one, and nothing that came later. */
export interface SeenDraft<T> {
  readonly version: number;
  readonly document: T;
  /** what came in since the ripple was asked for; absent for nothing */
  readonly meanwhile?: string;
}

/**
 * Holds on to the draft that was seen when a ripple was asked for. When the draft changes while it is looked at, that
 * is said, and the ripple is that of the new one.
 *
 * @param nameOf what a field of the document is called
 */
export function useSeenDraft<T extends object>(
  { document, version, save }: Pick<Draft<T>, 'document' | 'version' | 'save'>,
  nameOf: (field: string) => string,
): { readonly seen: SeenDraft<T> | null; look(): void; leave(): void } {
  const [seen, setSeen] = useState<SeenDraft<T> | null>(null);
  if (seen && version !== seen.version && save.kind === 'saved') {
    const changed = Object.keys(document).filter(
      (field) => !sameDefinition(document[field as keyof T], seen.document[field as keyof T]),
    );
    const names = [...new Set(changed.map(nameOf))];
    setSeen({
      version,
      document,
      meanwhile: `The draft has changed meanwhile${names.length > 0 ? `: ${listed(names, 'and')}` : ''}. This is the ripple of it as it is now.`,
    });
  }
  return { seen, look: () => setSeen({ version, document }), leave: () => setSeen(null) };
}
