'use client';

import { Button, chakra, HStack, NativeSelect, Text } from '@chakra-ui/react';
import { Search } from 'lucide-react';
import { type ShopSort, shopSorts } from '@/core/browsing';
import { counted } from '@/core/words';
import { AppliedInput } from './applied-input';
import { AskedForm } from './asked-form';
import { type Asking } from './use-typed';

const SORTS: Readonly<Record<ShopSort, string>> = {
  title: 'Name',
  cheapest: 'Price, low to high',
  dearest: 'Price, high to low',
  newest: 'Newest first',
};

/** Where words are looked for, and the order is said in which what is found stands. */
export function SearchBar({ state: { asked, at, meant, type }, found }: { state: Asking; found: number }) {
  const usual = asked.find === '' ? SORTS.title : 'Best match';
  const sorts = shopSorts.filter((sort) => asked.find !== '' || sort !== 'title');
  return (
    <AskedForm asked={meant} fields={['find', 'sort']} role="search" label="Search the shop">
      <HStack gap="4" rowGap="3" wrap="wrap" mb="5">
        <HStack gap="2" flex="1" minW={{ base: '100%', sm: '300px' }}>
          <AppliedInput
            value={meant.find}
            at={at}
            onType={(find) => type({ find })}
            name="find"
            type="search"
            aria-label="Search for products"
            placeholder="Search for products"
            maxLength={200}
            maxW="420px"
          />
          <Button type="submit" colorPalette="oak" variant="outline">
            <Search size={16} aria-hidden /> Search
          </Button>
        </HStack>
        <Text role="status" color="fg.muted" whiteSpace="nowrap">
          {counted(found, 'product')}
        </Text>
        <HStack gap="2">
          <chakra.label htmlFor="shop-sort" whiteSpace="nowrap">
            Sort by
          </chakra.label>
          <NativeSelect.Root w="190px">
            <NativeSelect.Field
              id="shop-sort"
              name="sort"
              value={asked.sort ?? ''}
              bg="bg.panel"
              borderColor="border.emphasized"
              onChange={(event) => event.currentTarget.form?.requestSubmit()}
            >
              <option value="">{usual}</option>
              {sorts.map((sort) => (
                <option key={sort} value={sort}>
                  {SORTS[sort]}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </HStack>
      </HStack>
    </AskedForm>
  );
}
