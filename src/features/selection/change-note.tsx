'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { changeWords } from '@/core/words';
import { type SelectionState } from './use-selection';

/** What to change so that the answer given last can stay, and the button that changes it. */
export function ChangeNote({ selection: { changes, change } }: { selection: Pick<SelectionState, 'changes' | 'change'> }) {
  if (changes.length === 0) return null;
  return (
    <HStack role="status" gap="3" fontSize="sm" bg="copper.subtle" color="copper.fg" borderRadius="l2" px="3" py="2" justify="space-between">
      <Text>{changeWords(changes)}</Text>
      <Button size="xs" variant="outline" colorPalette="copper" onClick={change}>
        Change it
      </Button>
    </HStack>
  );
}
