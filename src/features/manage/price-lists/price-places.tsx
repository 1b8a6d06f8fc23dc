'use client';

import { chakra, HStack } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { type ScreenName, tabsOf } from '@/features/kit/shared';

const PlaceLink = chakra(PageLink);

/** The two places where prices of many products are said. */
export function PricePlaces({ current }: { current: ScreenName }) {
  return (
    <HStack as="nav" aria-label="Prices" gap="5" mb="4" fontWeight="600">
      {tabsOf('price-lists').map(({ name, href, title }) => (
        <PlaceLink
          key={href}
          href={href}
          aria-current={name === current ? 'page' : undefined}
          pb="1"
          borderBottomWidth="2px"
          borderColor={name === current ? 'copper.solid' : 'transparent'}
          color={name === current ? undefined : 'fg.muted'}
        >
          {title}
        </PlaceLink>
      ))}
    </HStack>
  );
}
