'use client';

import { Box, Button, HStack, IconButton, Portal, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';

interface Stop {
  readonly title: string;
  readonly words: string;
  /** what it points at */
  readonly at: string;
}

const FIRST: Stop = {
  title: 'The Counter',
  words:
    'Here you are the customer. Whatever you change on the left is tried out here at once, long before it is published.',
  at: '[aria-label="The Counter"]',
};

const STOPS: readonly Stop[] = [
  FIRST,
  {
    title: 'Choose',
    words: 'Pick and type as a customer would. What can’t be had says why, and what would do instead.',
    at: '[aria-label="The Counter"] form, [aria-label="The Counter"] [role="radiogroup"], [aria-label="The Counter"] input',
  },
  {
    title: 'The working',
    words: 'How the price comes about, line by line. Nothing is added that does not stand here.',
    at: '[aria-label="The Counter"] [aria-label="Working"]',
  },
  {
    title: 'Readiness',
    words:
      'What must be fixed before you can publish, and what would be better. A press leads to the place, or fixes it.',
    at: '[aria-label="Readiness"]',
  },
  {
    title: 'Publish',
    words: 'Customers see nothing of a draft until you publish it. What that changes for others is shown before.',
    at: '[aria-label="Draft"]',
  },
];

/** A short walk past what the Counter shows; each stop is framed on the page. */
export function CounterTour({ onClose }: { onClose: () => void }) {
  const [stop, setStop] = useState(0);
  const { title, words, at } = STOPS[stop] ?? FIRST;
  useEffect(() => {
    const target = document.querySelector<HTMLElement>(at);
    if (!target) return;
    target.scrollIntoView({ block: 'nearest' });
    const { outline, outlineOffset } = target.style;
    Object.assign(target.style, { outline: '3px solid var(--chakra-colors-copper-solid)', outlineOffset: '4px' });
    return () => void Object.assign(target.style, { outline, outlineOffset });
  }, [at]);
  const isLast = stop === STOPS.length - 1;
  return (
    <Portal>
      <Box
        role="dialog"
        aria-label="Tour of the Counter"
        position="fixed"
        left="50%"
        transform="translateX(-50%)"
        bottom="6"
        w="min(440px, calc(100vw - 32px))"
        bg="bg.panel"
        borderWidth="1px"
        borderColor="border.emphasized"
        borderRadius="l3"
        boxShadow="lg"
        p="5"
        zIndex="modal"
      >
        <HStack justify="space-between" align="start" mb="1">
          <Text fontWeight="700">
            {title}{' '}
            <Text as="span" color="fg.muted" fontWeight="400" fontSize="sm">
              {stop + 1} of {STOPS.length}
            </Text>
          </Text>
          <IconButton aria-label="End the tour" size="2xs" variant="ghost" colorPalette="ink" onClick={onClose}>
            <X size={14} />
          </IconButton>
        </HStack>
        <Text mb="4">{words}</Text>
        <HStack justify="end">
          {stop > 0 && (
            <Button size="sm" variant="ghost" colorPalette="ink" onClick={() => setStop(stop - 1)}>
              Back
            </Button>
          )}
          <Button size="sm" autoFocus onClick={() => (isLast ? onClose() : setStop(stop + 1))}>
            {isLast ? 'Done' : 'Next'}
          </Button>
        </HStack>
      </Box>
    </Portal>
  );
}
