import { Box, Link, List, Text } from '@chakra-ui/react';
import { draftsAlong, type Product, type SeenDraft } from '@/core/catalog';
import { counted, listed } from '@/core/words';
import { useEditing } from '@/features/editors/frame';

/** A product that is not in the shop yet and comes into it with another. */
type Along = SeenDraft & { readonly title: string };

/** What is not in the shop yet and comes into it with a product, as it is known here. */
export function useAlong(): { of(product: Product): readonly Along[]; lookAgain(): Promise<unknown> } {
  const { surroundings, reloadDrafts } = useEditing();
  return {
    of: (product) =>
      draftsAlong(product, surroundings).flatMap(({ slug, title }) => {
        const draft = surroundings.drafts?.get(slug);
        return draft ? [{ ...draft, title }] : [];
      }),
    lookAgain: () => reloadDrafts().catch(() => undefined),
  };
}

/** Drafts as publishing is told of them. */
export const versionsOf = (along: readonly SeenDraft[]): readonly SeenDraft[] =>
  along.map(({ id, version }) => ({ id, version }));

/** Where it is read what publishing would do: of a product alone, or with what comes along. */
export function askedOf(id: number, version: number, along: readonly Along[]) {
  if (along.length === 0)
    return {
      address: `/api/manage/products/${id}/ripple?version=${version}`,
      nothingReached: 'Nothing has it as a part.',
    };
  const drafts = [{ id, version }, ...versionsOf(along)];
  return {
    address: '/api/manage/products/ripple',
    asked: JSON.stringify({ drafts }),
    nothingReached: 'No other product changes.',
    title: `Publish with ${counted(along.length, 'product')}`,
  };
}

/** What comes into the shop with it; nothing where nothing does. */
export function PublishedAlong({ along }: { along: readonly Along[] }) {
  if (along.length === 0) return null;
  return (
    <Box mb="4">
      <Text mb="1">Not in the shop yet, and published along:</Text>
      <List.Root as="ul" ps="5" aria-label="Published along">
        {along.map(({ id, title }) => (
          <List.Item key={id}>
            <Link href={`/manage/products/${id}`} target="_blank">
              {title}
            </Link>
          </List.Item>
        ))}
      </List.Root>
    </Box>
  );
}

/** What has come into the shop with it; undefined where nothing has. */
export const withItWords = (along: readonly { readonly title: string }[]): string | undefined =>
  along.length === 0
    ? undefined
    : `With it: ${listed(
        along.map(({ title }) => title),
        'and',
      )}.`;
