'use client';

import { chakra, HStack, Spinner, Stack, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { Section } from '@/features/editors/frame';
import { send, wordsOf } from '@/features/kit/shared';
import { EmptyPlace, Slip } from '@/ui/text';

const useSchema = z.object({
  productId: z.number(),
  title: z.string(),
  by: z.enum(['hand', 'condition']),
  overrides: z.number(),
  inShop: z.boolean(),
});
const UseLink = chakra(PageLink);

/** The products that have the sheet, as it stands in its draft. */
export function SheetUses({ id, version }: { id: number; version: number }) {
  const [uses, setUses] = useState<readonly z.infer<typeof useSchema>[]>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    send('GET', `/api/manage/sheets/${id}/uses`, undefined, z.array(useSchema)).then(setUses, (error: unknown) =>
      setFault(wordsOf(error)),
    );
  }, [id, version]);
  return (
    <Section title="Where it is used" lead="Products that have it, by hand or by one of its conditions.">
      {fault && <Text color="brick.fg">{fault}</Text>}
      {!uses && !fault && <Spinner size="sm" />}
      {uses?.length === 0 && (
        <EmptyPlace title="On no product yet">
          Add a condition here, or place it in a product’s editor or from the list of products.
        </EmptyPlace>
      )}
      <Stack gap="1.5">
        {uses?.map((use) => (
          <HStack key={use.productId} bg="bg.panel" borderWidth="1px" borderRadius="l2" px="3" py="2" gap="3">
            <UseLink
              href={`/manage/products/${use.productId}`}
              fontWeight="600"
              flex="1"
              _hover={{ textDecoration: 'underline' }}
            >
              {use.title}
            </UseLink>
            {use.overrides > 0 && (
              <Slip tone="copper">
                {counted(use.overrides, 'choice')} differ{use.overrides === 1 ? 's' : ''}
              </Slip>
            )}
            <Text fontSize="sm" color="fg.muted">
              {use.by === 'hand' ? 'by hand' : 'by condition'}
            </Text>
            {use.inShop ? <Slip tone="lichen">In the shop</Slip> : <Slip>Draft</Slip>}
          </HStack>
        ))}
      </Stack>
    </Section>
  );
}
