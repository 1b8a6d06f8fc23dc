'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { type Product, productSchema } from '@/core/catalog';
import { facetWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { send, wordsOf } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { EmptyPlace, Slip } from '@/ui/text';
import { When } from '@/ui/when';
import { ProductDigest } from '../product-digest';
import { RevisionDifferences } from '../revision-differences';

const stateSchema = z.object({
  kind: z.enum(['revision', 'setAside']),
  id: z.number(),
  name: z.string(),
  at: z.number(),
  who: z.string().nullable(),
  inShop: z.boolean(),
  definition: productSchema,
  price: z.string().nullable(),
});

type EarlierState = z.infer<typeof stateSchema>;

/** What was published, and drafts that gave way: each can be opened and brought back as a draft. */
export function HistorySection({
  version,
  onBringBack,
}: {
  version: number;
  onBringBack: (definition: Product) => void;
}) {
  const { productId, product } = useEditing();
  const [states, setStates] = useState<readonly EarlierState[]>();
  const [fault, setFault] = useState<string>();
  const [opened, setOpened] = useState<EarlierState>();
  const load = useCallback(() => {
    send('GET', `/api/manage/products/${productId}/history`, undefined, z.array(stateSchema)).then(
      setStates,
      (error: unknown) => setFault(wordsOf(error)),
    );
  }, [productId]);
  useEffect(load, [load, version]);
  const bringBack = (state: EarlierState) => {
    onBringBack(state.definition);
    setOpened(undefined);
  };
  return (
    <Section
      title="Revisions"
      lead="Every revision that was published, as it was. Bringing one back makes it the draft; the shop changes when you publish."
    >
      {fault && <Text color="brick.fg">{fault}</Text>}
      {states?.length === 0 && (
        <EmptyPlace title="Nothing published yet">Each time you publish, what went out is kept here.</EmptyPlace>
      )}
      <Stack gap="2">
        {states?.map((state) => (
          <HStack
            key={`${state.kind}${state.id}`}
            justify="space-between"
            bg="bg.panel"
            borderWidth="1px"
            borderRadius="l2"
            px="4"
            py="3"
          >
            <Box>
              <HStack>
                <Text fontWeight="600">{state.name}</Text>
                {state.inShop && <Slip tone="lichen">In the shop</Slip>}
              </HStack>
              <Text fontSize="sm" color="fg.muted">
                <When at={state.at} />
                {state.who !== null && ` · ${state.who}`} · {state.price ?? 'no price'} ·{' '}
                {facetWords(state.definition).join(', ')}
              </Text>
            </Box>
            <HStack>
              <Button
                size="sm"
                variant="outline"
                colorPalette="oak"
                onClick={() => setOpened(state)}
                aria-label={`Open ${state.name}`}
              >
                Open
              </Button>
              <Button size="sm" variant="outline" onClick={() => bringBack(state)} aria-label={`Restore ${state.name}`}>
                Restore
              </Button>
            </HStack>
          </HStack>
        ))}
      </Stack>
      <AppDialog
        size="xl"
        title={opened?.name ?? ''}
        open={opened !== undefined}
        onClose={() => setOpened(undefined)}
        footer={opened && <Button onClick={() => bringBack(opened)}>Restore as the draft</Button>}
      >
        {opened && (
          <Stack gap="6">
            <Box as="section" aria-label="Differences from the draft">
              <Heading as="h3" size="sm" mb="2">
                Differences from the draft
              </Heading>
              <RevisionDifferences earlier={opened.definition} now={product} onRestore={onBringBack} />
            </Box>
            <ProductDigest product={opened.definition} />
          </Stack>
        )}
      </AppDialog>
    </Section>
  );
}
