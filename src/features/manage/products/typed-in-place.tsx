'use client';

import { Button, Popover, Portal } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';

interface Props {
  /** what it is, for those who listen: `Price of Smoker` */
  label: string;
  /** what stands in the cell */
  words: string;
  color: string;
  /** the small form, given what closes it */
  children: (close: () => void) => ReactNode;
}

/** A figure in a list that opens a small form where it stands. */
export function TypedInPlace({ label, words, color, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={(change) => setOpen(change.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <Button
          variant="plain"
          size="sm"
          h="auto"
          px="1"
          fontWeight="400"
          whiteSpace="normal"
          textAlign="end"
          color={color}
          textDecoration="underline dotted"
          textUnderlineOffset="4px"
          _hover={{ color: 'copper.fg' }}
          aria-label={`${label}: ${words}`}
        >
          {words}
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="bg.panel" w="300px">
            <Popover.Body>{children(() => setOpen(false))}</Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
