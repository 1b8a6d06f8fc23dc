'use client';

import { Box, chakra, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import NextLink from 'next/link';
import { type ShopEntry } from '@/services/shop';
import { EmptyPlace } from '@/ui/text';

const CardLink = chakra(NextLink);
const Picture = chakra('img');

/** What the shop sells, by category. */
export function ShopList({ entries }: { entries: readonly ShopEntry[] }) {
  if (entries.length === 0) return <EmptyPlace title="The shelves are empty">Nothing has been published yet. Come back soon.</EmptyPlace>;
  const categories = [...new Set(entries.map(({ category }) => category))].sort();
  return (
    <Stack gap="10">
      {categories.map((category) => (
        <Box key={category} as="section" aria-label={category}>
          <Heading as="h2" size="lg" mb="4" color="fg.muted">
            {category}
          </Heading>
          <SimpleGrid columns={{ base: 1, sm: 2, lg: 3 }} gap="6">
            {entries
              .filter((entry) => entry.category === category)
              .map((entry) => (
                <ShopCard key={entry.slug} entry={entry} />
              ))}
          </SimpleGrid>
        </Box>
      ))}
    </Stack>
  );
}

function ShopCard({ entry }: { entry: ShopEntry }) {
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
        {entry.picture && <Picture src={entry.picture.src} alt={entry.picture.alt} w="full" h="full" objectFit="cover" loading="lazy" />}
      </Box>
      <Box p="4">
        <Heading as="h3" size="md">
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
