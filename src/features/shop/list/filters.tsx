'use client';

import { Box, Button, chakra, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { Check } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { type ReactNode } from 'react';
import { currencySigns } from '@/core/money';
import { type PriceFault, type PricesAsked, type ShopAsked } from '@/core/browsing';
import { type Filter, type FilterValue } from '@/services/selling/shop-list/filters';
import { FaultLine } from '@/ui/fault-line';
import { asking, filtersChosen, shopAddress, unfiltered, withValue } from './addresses';
import { AppliedInput } from './applied-input';
import { AskedForm } from './asked-form';
import { type Asking } from './use-typed';

const FilterLink = chakra(PageLink);

interface Props {
  state: Asking;
  filters: readonly Filter[];
  faults: PricesAsked['faults'];
  currency: string;
}

/** What the list can be narrowed down by: each press is another address, which can be kept and sent on. */
export function Filters({ state, filters, faults, currency }: Props) {
  const { asked, meant } = state;
  return (
    <Stack gap="5">
      {filtersChosen(asked) > 0 && (
        <FilterLink
          href={shopAddress(unfiltered(meant))}
          onClick={state.forget}
          scroll={false}
          color="oak.fg"
          textDecoration="underline"
        >
          Clear all filters
        </FilterLink>
      )}
      <Choice
        href={shopAddress(asking(meant, { inStock: !asked.inStock }))}
        isChosen={asked.inStock}
        words="In stock"
        aside=""
      />
      <PriceFields state={state} faults={faults} currency={currency} />
      {filters.map((filter) => (
        <FilterGroup key={filter.key} filter={filter} meant={meant} />
      ))}
    </Stack>
  );
}

/** So many values of a filter are seen at once; of more, those that most products have. */
const SEEN = 8;

function FilterGroup({ filter: { key, name, values }, meant }: { filter: Filter; meant: ShopAsked }) {
  const most = [...values].sort((a, b) => b.count - a.count).slice(0, SEEN);
  const isSeen = (value: FilterValue) => values.length <= SEEN + 2 || value.isChosen || most.includes(value);
  const rest = values.filter((value) => !isSeen(value));
  const choice = (value: FilterValue) => (
    <li key={value.key}>
      <Choice
        href={shopAddress(withValue(meant, key, value.key))}
        isChosen={value.isChosen}
        words={value.value}
        aside={String(value.count)}
      />
    </li>
  );
  return (
    <Box as="section" aria-label={name}>
      <GroupTitle>{name}</GroupTitle>
      <Stack as="ul" gap="0.5" listStyleType="none">
        {values.filter(isSeen).map(choice)}
      </Stack>
      {rest.length > 0 && (
        <chakra.details mt="1">
          <chakra.summary cursor="pointer" fontSize="sm" color="oak.fg">
            {rest.length} more
          </chakra.summary>
          <Stack as="ul" gap="0.5" listStyleType="none" mt="1">
            {rest.map(choice)}
          </Stack>
        </chakra.details>
      )}
    </Box>
  );
}

const GroupTitle = ({ children }: { children: ReactNode }) => (
  <Heading as="h2" size="sm" mb="1.5">
    {children}
  </Heading>
);

interface ChoiceProps {
  href: string;
  isChosen: boolean;
  words: string;
  /** how many products have it */
  aside: string;
}

/** One thing that is chosen by a press, and taken away by another. */
function Choice({ href, isChosen, words, aside }: ChoiceProps) {
  return (
    <FilterLink
      href={href}
      // Each leads to another list: search engines need none of them.
      rel="nofollow"
      scroll={false}
      display="flex"
      alignItems="flex-start"
      gap="2"
      py="0.5"
      _hover={{ color: 'oak.fg' }}
    >
      <Box
        flexShrink={0}
        mt="3px"
        boxSize="16px"
        borderWidth="1px"
        borderColor={isChosen ? 'oak.solid' : 'border.emphasized'}
        borderRadius="l1"
        bg={isChosen ? 'oak.solid' : 'bg.panel'}
        color="oak.contrast"
        aria-hidden
      >
        {isChosen && <Check size={14} strokeWidth={3} />}
      </Box>
      <Text as="span" flex="1" minW="0" overflowWrap="anywhere">
        {words}
        {isChosen && <chakra.span srOnly>, chosen</chakra.span>}
      </Text>
      {aside !== '' && (
        <Text as="span" color="fg.muted" fontSize="sm" fontVariantNumeric="tabular-nums">
          {aside}
        </Text>
      )}
    </FilterLink>
  );
}

const FAULTS: Readonly<Record<PriceFault, string>> = {
  notAPrice: 'Enter a price, such as 12.50.',
  aboveHighest: 'The lowest price is above the highest.',
};

function PriceFields({ state: { at, meant, type }, faults, currency }: Omit<Props, 'filters'>) {
  const fault = faults.from ?? faults.to;
  const field = (name: 'from' | 'to', label: string) => (
    <AppliedInput
      value={meant[name]}
      at={at}
      onType={(text) => type({ [name]: text })}
      name={name}
      size="sm"
      inputMode="decimal"
      aria-label={label}
      aria-invalid={faults[name] !== undefined}
      aria-describedby={fault ? 'shop-price-fault' : undefined}
      maxLength={20}
      px="2"
      textAlign="end"
      borderColor={faults[name] ? 'brick.solid' : 'border.emphasized'}
    />
  );
  return (
    <Box as="section" aria-label="Price">
      <GroupTitle>Price ({currencySigns[currency] ?? currency})</GroupTitle>
      <AskedForm asked={meant} fields={['from', 'to']} label="Price">
        <HStack gap="1.5">
          {field('from', 'Lowest price')}
          <Text as="span" aria-hidden>
            –
          </Text>
          {field('to', 'Highest price')}
          <Button type="submit" size="sm" px="2" variant="outline" colorPalette="oak" flexShrink={0}>
            Apply
          </Button>
        </HStack>
        <FaultLine id="shop-price-fault" role="alert" mt="1">
          {fault && FAULTS[fault]}
        </FaultLine>
      </AskedForm>
    </Box>
  );
}
