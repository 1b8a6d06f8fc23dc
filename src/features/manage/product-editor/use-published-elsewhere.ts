import { useEffect } from 'react';
import { z } from 'zod';
import { productSchema } from '@/core/catalog';
import { type Published } from '@/features/editors/frame';
import { send } from '@/features/kit/shared';

const openedSchema = z.object({
  publishedRevision: z.number().nullable(),
  publishedDraftVersion: z.number().nullable(),
  publishedDefinition: productSchema.nullable(),
  publishedSlug: z.string().nullable(),
});

/**
 * Follows what others publish and take out of the shop of what is open here.
 *
 * @param there what the server says is in the shop; undefined until it is known
 * @param here  what this window takes for it
 */
export function usePublishedElsewhere(
  address: string,
  there: number | null | undefined,
  here: number | null,
  take: (published: Published) => void,
): void {
  useEffect(() => {
    if (there === undefined || there === here) return;
    const stop = new AbortController();
    send('GET', address, undefined, openedSchema, stop.signal).then(
      ({ publishedRevision, publishedDraftVersion, publishedDefinition, publishedSlug }) =>
        stop.signal.aborted ||
        take({
          revision: publishedRevision,
          version: publishedDraftVersion,
          definition: publishedDefinition,
          slug: publishedSlug,
        }),
      // It is asked again with the next look.
      () => undefined,
    );
    return () => stop.abort();
  }, [address, there, here, take]);
}
