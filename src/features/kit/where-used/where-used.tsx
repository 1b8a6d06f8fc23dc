'use client';

import { chakra, HStack, Spinner, Stack, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from '@/features/kit/shared';
import { Slip } from '@/ui/text';

const useSchema = z.object({
  kind: z.enum(['product', 'sheet']),
  id: z.number(),
  title: z.string(),
  through: z.array(z.string()),
  place: z.string(),
  inShop: z.boolean(),
});

const UseLink = chakra(PageLink);

interface Props {
  what: 'stock' | 'swatches' | 'sheets' | 'products';
  /** key of the thing; of a product, its address */
  of: string;
  /** what is said where nothing uses it */
  nothing: string;
}

/** Where something is used, at any depth, with the way to the place where that is said. */
export function WhereUsed({ what, of, nothing }: Props) {
  const [uses, setUses] = useState<readonly z.infer<typeof useSchema>[]>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    send(
      'GET',
      `/api/manage/used?${new URLSearchParams({ what, key: of }).toString()}`,
      undefined,
      z.array(useSchema),
    ).then(setUses, (error: unknown) => setFault(wordsOf(error)));
  }, [what, of]);
  if (fault) return <Text color="brick.fg">{fault}</Text>;
  if (!uses) return <Spinner size="sm" />;
  if (uses.length === 0) return <Text color="fg.muted">{nothing}</Text>;
  return (
    <Stack gap="1.5" as="ul" listStyleType="none" aria-label="Where it is used">
      {uses.map(({ kind, id, title, through, place, inShop }) => (
        <HStack
          as="li"
          key={`${kind} ${id}`}
          bg="bg.panel"
          borderWidth="1px"
          borderColor="border"
          borderRadius="l2"
          px="3"
          py="2"
          gap="3"
        >
          <UseLink
            href={`/manage/${kind}s/${id}${kind === 'product' ? `?place=${encodeURIComponent(place)}` : ''}`}
            fontWeight="600"
            _hover={{ textDecoration: 'underline' }}
          >
            {title}
          </UseLink>
          <Text fontSize="sm" color="fg.muted" flex="1">
            {through.length > 0 ? `through ${through.join(' › ')}` : 'directly'}
          </Text>
          {kind === 'sheet' && <Slip tone="oak">Sheet</Slip>}
          {inShop ? <Slip tone="lichen">In the shop</Slip> : <Slip>Draft</Slip>}
        </HStack>
      ))}
    </Stack>
  );
}
