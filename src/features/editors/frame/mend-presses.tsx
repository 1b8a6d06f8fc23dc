'use client';

import { Button, HStack } from '@chakra-ui/react';
import { mendsOf } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { mendWords } from '@/core/words';
import { useEditing } from './editing';

/** What can be pressed to mend a fault, right where it is told. Undo takes it back. */
export function MendPresses({ fault }: { fault: Pick<Fault, 'path' | 'data'> }) {
  const { product, change } = useEditing();
  const mends = mendsOf(fault, product);
  if (mends.length === 0) return null;
  return (
    <HStack gap="1.5" wrap="wrap" mt="0.5">
      {mends.map(({ does, apply }) => (
        <Button
          key={mendWords(does)}
          size="2xs"
          variant="subtle"
          colorPalette="copper"
          onClick={() => change(`mend ${does.kind}`, apply)}
        >
          {mendWords(does)}
        </Button>
      ))}
    </HStack>
  );
}
