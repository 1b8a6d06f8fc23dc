'use client';

import { Box, Button, chakra, Heading, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import NextLink from 'next/link';
import { type ShopEntry, type ShopPageView } from '@/services/selling/shop-list';
import { EmptyPlace } from '@/ui/text';

const CardLink = chakra(NextLink);
const Picture = chakra('img');

/** The address of a page of the list. */
function placeOf(category: string | null, page: number): string {
  const query = new URLSearchParams({
    ...(category !== null && { category }),
    ...(page > 1 && { page: String(page) }),
  }).toString();
  return query === '' ? '/shop' : `/shop?${query}`;
}

/** What the shop sells, all of it or one category, a page at a time. */
export function ShopList({ entries, categories, category: chosen, page, pages }: ShopPageView) {
  if (categories.length === 0)
    return <EmptyPlace title="The shelves are empty">Nothing has been published yet. Come back soon.</EmptyPlace>;
  return (
    <>
      <HStack justify="space-between" align="end" gap="4" wrap="wrap" mb="6">
        <Heading as="h1" size="3xl">
          {chosen ?? 'Everything on the shelves'}
        </Heading>
        {categories.length > 1 && (
          <HStack as="nav" gap="1" wrap="wrap" aria-label="Categories">
            {[null, ...categories].map((category) => (
              <Button
                key={category ?? ''}
                asChild
                size="sm"
                variant={chosen === category ? 'solid' : 'outline'}
                colorPalette="oak"
              >
                <NextLink href={placeOf(category, 1)} aria-current={chosen === category ? 'page' : undefined}>
                  {category ?? 'All'}
                </NextLink>
              </Button>
            ))}
          </HStack>
        )}
      </HStack>
      <SimpleGrid columns={{ base: 1, sm: 2, lg: 3 }} gap="6">
        {entries.map((entry) => (
          <ShopCard key={entry.slug} entry={entry} />
        ))}
      </SimpleGrid>
      {pages > 1 && (
        <HStack as="nav" aria-label="Pages" justify="center" gap="2" mt="8" wrap="wrap">
          {Array.from({ length: pages }, (_, index) => (
            <Button key={index} asChild size="sm" variant={index + 1 === page ? 'solid' : 'ghost'} colorPalette="oak">
              <NextLink
                href={placeOf(chosen, index + 1)}
                aria-label={`Page ${index + 1}`}
                aria-current={index + 1 === page ? 'page' : undefined}
              >
                {index + 1}
              </NextLink>
            </Button>
          ))}
        </HStack>
      )}
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
        {entry.picture && (
          <Picture src={entry.picture.src} alt={entry.picture.alt} w="full" h="full" objectFit="cover" loading="lazy" />
        )}
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
