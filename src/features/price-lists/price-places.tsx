'use client';

import { chakra, HStack } from '@chakra-ui/react';
import NextLink from 'next/link';

const PlaceLink = chakra(NextLink);

const PLACES = [
  { href: '/manage/price-lists', label: 'Price lists' },
  { href: '/manage/codes', label: 'Discount codes' },
] as const;

/** The two places where prices of many products are said. */
export function PricePlaces({ current }: { current: (typeof PLACES)[number]['href'] }) {
  return (
    <HStack as="nav" aria-label="Prices" gap="5" mb="4" fontWeight="600">
      {PLACES.map(({ href, label }) => (
        <PlaceLink
          key={href}
          href={href}
          aria-current={href === current ? 'page' : undefined}
          pb="1"
          borderBottomWidth="2px"
          borderColor={href === current ? 'copper.solid' : 'transparent'}
          color={href === current ? undefined : 'fg.muted'}
        >
          {label}
        </PlaceLink>
      ))}
    </HStack>
  );
}
