'use client';

import { Box, Button, chakra, Grid, Heading, HStack, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { SlidersHorizontal } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { type ReactNode, useState } from 'react';
import { type ShopAsked } from '@/core/browsing';
import { type ShopPageView } from '@/services/selling/shop-list/list';
import { EmptyPlace } from '@/ui/text';
import { asking, filtersChosen, pagesLedTo, shopAddress, unfiltered } from './addresses';
import { Filters } from './filters';
import { SearchBar } from './search-bar';
import { ShopCard } from './shop-card';
import { useTyped } from './use-typed';

/** What the shop sells: all of it, a category, or what is looked for; a page at a time. */
export function ShopList(view: ShopPageView) {
  const { asked, categories, filters, found } = view;
  const state = useTyped(asked);
  if (categories.length === 0)
    return <EmptyPlace title="The shelves are empty">Nothing has been published yet. Come back soon.</EmptyPlace>;
  return (
    <>
      <Stack gap="3" mb="6">
        <Heading as="h1" size="3xl">
          {asked.category ?? 'Everything on the shelves'}
        </Heading>
        {categories.length > 1 && <Categories asked={asked} meant={state.meant} categories={categories} />}
      </Stack>
      {filters === null ? (
        <Found {...view} onForget={state.forget} />
      ) : (
        <>
          <SearchBar state={state} found={found} />
          <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '232px minmax(0, 1fr)' }} gap={{ base: '5', lg: '8' }}>
            <FiltersBeside chosen={filtersChosen(asked)}>
              <Filters state={state} filters={filters} faults={view.priceFaults} currency={view.currency} />
            </FiltersBeside>
            <Box>
              <Found {...view} onForget={state.forget} />
            </Box>
          </Grid>
        </>
      )}
    </>
  );
}

interface CategoriesProps {
  asked: ShopAsked;
  meant: ShopAsked;
  categories: readonly string[];
}

/** What is asked for of another category: what only some things are is no longer looked at. */
function Categories({ asked, meant, categories }: CategoriesProps) {
  return (
    <HStack as="nav" gap="1" wrap="wrap" aria-label="Categories">
      {[null, ...categories].map((category) => (
        <Button
          key={category ?? ''}
          asChild
          size="sm"
          variant={asked.category === category ? 'solid' : 'outline'}
          colorPalette="oak"
        >
          <PageLink
            href={shopAddress(asking(meant, { category, traits: [] }))}
            aria-current={asked.category === category ? 'page' : undefined}
          >
            {category ?? 'All'}
          </PageLink>
        </Button>
      ))}
    </HStack>
  );
}

/** On a narrow screen filters are folded; beside the list they stand open. */
function FiltersBeside({ chosen, children }: { chosen: number; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  const words = isOpen ? 'Hide filters' : 'Filters';
  return (
    <Box as="aside" aria-label="Filters">
      <Button
        display={{ base: 'inline-flex', lg: 'none' }}
        size="sm"
        variant="outline"
        colorPalette="oak"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        <SlidersHorizontal size={15} aria-hidden /> {words}
        {chosen > 0 && ` (${chosen})`}
      </Button>
      <Box display={{ base: isOpen ? 'block' : 'none', lg: 'block' }} mt={{ base: '4', lg: '0' }}>
        {children}
      </Box>
    </Box>
  );
}

function Found({ asked, entries, pages, onForget }: ShopPageView & { onForget: () => void }) {
  if (entries.length === 0) {
    return (
      <EmptyPlace title="No products match">
        <chakra.span>
          Try fewer words or filters, or{' '}
          <PageLink
            onClick={onForget}
            href={shopAddress({ ...unfiltered(asked), category: null })}
            style={{ textDecoration: 'underline' }}
          >
            see all products
          </PageLink>
          .
        </chakra.span>
      </EmptyPlace>
    );
  }
  return (
    <>
      <SimpleGrid columns={{ base: 1, sm: 2, md: 3 }} gap="6">
        {entries.map((entry) => (
          <ShopCard key={entry.slug} entry={entry} />
        ))}
      </SimpleGrid>
      {pages > 1 && (
        <HStack as="nav" aria-label="Pages" justify="center" gap="2" mt="8" wrap="wrap">
          {pagesLedTo(asked.page, pages).map((page, index) =>
            page === null ? (
              <Text key={`gap-${index}`} as="span" color="fg.muted" aria-hidden>
                …
              </Text>
            ) : (
              <Button key={page} asChild size="sm" variant={page === asked.page ? 'solid' : 'ghost'} colorPalette="oak">
                <PageLink
                  href={shopAddress({ ...asked, page })}
                  aria-label={`Page ${page}`}
                  aria-current={page === asked.page ? 'page' : undefined}
                >
                  {page}
                </PageLink>
              </Button>
            ),
          )}
        </HStack>
      )}
    </>
  );
}
