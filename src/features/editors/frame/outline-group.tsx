'use client';

import { Box, chakra, HStack, Stack } from '@chakra-ui/react';
import { ChevronRight } from 'lucide-react';
import { type ReactNode } from 'react';
import { type Place } from './editing';
import { MendDot } from './mend-dot';

interface Props {
  title: string;
  places: readonly Place[];
  open: boolean;
  onToggle: () => void;
  children: ReactNode;
}

/** A group of the outline, that folds; folded, it still says whether something in it is to be mended. */
export function OutlineGroup({ title, places, open, onToggle, children }: Props) {
  return (
    <Box>
      <chakra.button
        type="button"
        aria-expanded={open}
        w="full"
        textAlign="start"
        px="1"
        py="1.5"
        cursor="pointer"
        borderRadius="l2"
        _hover={{ bg: 'bg.muted' }}
        onClick={onToggle}
      >
        <HStack gap="1" justify="space-between">
          <HStack gap="1" fontFamily="heading" fontSize="sm" fontWeight="600" color="fg.muted">
            <chakra.span
              aria-hidden
              display="inline-flex"
              transition="transform 0.15s"
              transform={open ? 'rotate(90deg)' : undefined}
            >
              <ChevronRight size={14} />
            </chakra.span>
            {title}
          </HStack>
          {!open && <MendDot places={places} />}
        </HStack>
      </chakra.button>
      {open && (
        <Stack gap="0.5" pb="2">
          {children}
        </Stack>
      )}
    </Box>
  );
}
