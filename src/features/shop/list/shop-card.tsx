'use client';

import { Box, chakra, Heading, Text } from '@chakra-ui/react';
import { FocusedPicture } from '@/ui/focused-picture';
import { PageLink } from '@/ui/page-link';
import { type ShopEntry } from '@/services/selling/shop-list/list';

const CardLink = chakra(PageLink);

/** A product as it stands in the list. */
export function ShopCard({ entry }: { entry: ShopEntry }) {
  return (
    <CardLink
      href={`/shop/${entry.slug}`}
      display="block"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      overflow="hidden"
      _hover={{ borderColor: 'border.emphasized', boxShadow: '0 6px 18px -10px rgb(60 40 10 / 0.35)' }}
    >
      <Box aspectRatio={4 / 3} bg="bg.muted">
        {entry.picture && <FocusedPicture picture={entry.picture} loading="lazy" />}
      </Box>
      <Box p="4">
        <Text fontSize="xs" color="fg.muted" fontWeight="600">
          {entry.category}
        </Text>
        <Heading as="h2" size="lg">
          {entry.title}
        </Heading>
        <Text color="fg.muted" fontSize="sm" mt="1" minH="1.5em">
          {entry.summary}
        </Text>
        <Text mt="3" fontWeight="700" fontVariantNumeric="tabular-nums">
          {entry.price}
          {entry.soldOut && (
            <chakra.span color="brick.fg" fontWeight="600" ml="2">
              sold out
            </chakra.span>
          )}
        </Text>
      </Box>
    </CardLink>
  );
}
