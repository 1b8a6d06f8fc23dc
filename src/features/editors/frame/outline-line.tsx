'use client';

import { chakra, HStack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { type Place, useEditing } from './editing';
import { MendDot } from './mend-dot';

interface LineProps {
  place: Place;
  current: Place;
  title: string;
  state: string;
  handle?: ReactNode;
}

/** One line of the outline: what it is, its state, and whether something in it is to be mended. */
export function OutlineLine({ place, current, title, state, handle }: LineProps) {
  const { goTo } = useEditing();
  const isCurrent = place === current;
  return (
    <HStack gap="0" bg={isCurrent ? 'bg.emphasized' : undefined} borderRadius="l2">
      {handle}
      <chakra.button
        type="button"
        aria-current={isCurrent ? 'true' : undefined}
        flex="1"
        minW="0"
        textAlign="start"
        px="2"
        py="1.5"
        borderRadius="l2"
        cursor="pointer"
        _hover={{ bg: isCurrent ? undefined : 'bg.muted' }}
        onClick={() => goTo(place)}
      >
        <HStack justify="space-between" gap="1">
          <Text as="span" fontWeight={isCurrent ? '700' : '600'} truncate>
            {title}
          </Text>
          <MendDot places={[place]} />
        </HStack>
        <Text as="span" display="block" fontSize="xs" color="fg.muted" truncate>
          {state}
        </Text>
      </chakra.button>
    </HStack>
  );
}
