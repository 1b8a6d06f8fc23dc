'use client';

import { Box, Button, chakra, Heading, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import NextLink from 'next/link';
import { useState } from 'react';
import { type ShopEntry } from '@/services/shop';
import { EmptyPlace } from '@/ui/text';

const CardLink = chakra(NextLink);
const Picture = chakra('img');

/** What the shop sells, all of it or one category. */
export function ShopList({ entries }: { entries: readonly ShopEntry[] }) {
  const [chosen, setChosen] = useState<string | null>(null);
  if (entries.length === 0) return <EmptyPlace title="The shelves are empty">Nothing has been published yet. Come back soon.</EmptyPlace>;
  const categories = [...new Set(entries.map(({ category }) => category))].sort();
  const shown = entries.filter(({ category }) => chosen === null || category === chosen);
  return (
    <>
      <HStack justify="space-between" align="end" gap="4" wrap="wrap" mb="6">
        <Heading as="h1" size="3xl">
          {chosen ?? 'Everything on the shelves'}
        </Heading>
        {categories.length > 1 && (
          <HStack gap="1" wrap="wrap" role="group" aria-label="Categories">
            {[null, ...categories].map((category) => (
              <Button key={category ?? ''} size="sm" variant={chosen === category ? 'solid' : 'outline'} colorPalette="oak" aria-pressed={chosen === category} onClick={() => setChosen(category)}>
                {category ?? 'All'}
              </Button>
            ))}
          </HStack>
        )}
      </HStack>
      <SimpleGrid columns={{ base: 1, sm: 2, lg: 3 }} gap="6">
        {shown.map((entry) => (
          <ShopCard key={entry.slug} entry={entry} />
        ))}
      </SimpleGrid>
    </>
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
