'use client';

import { Button, HStack } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { type Mend, mendsOf } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { mendWords } from '@/core/words';
import { useEditing } from './editing';

type Told = Pick<Fault, 'path' | 'data'>;

/**
 * What can be pressed to mend a fault, right where it is told. Undo takes it back.
 *
 * @param also     others like it, which a press mends with it
 * @param children what else can be pressed
 */
export function MendPresses({ fault, also, children }: { fault: Told; also?: readonly Told[]; children?: ReactNode }) {
  const { product, change } = useEditing();
  const mends = mendsOf(fault, product);
  if (mends.length === 0 && !children) return null;
  const mend = ({ does, apply }: Mend) =>
    change(`mend ${does.kind}`, (draft) => {
      apply(draft);
      for (const other of also ?? [])
        mendsOf(other, product)
          .find((one) => mendWords(one.does) === mendWords(does))
          ?.apply(draft);
    });
  return (
    <HStack gap="1.5" wrap="wrap" mt="0.5">
      {children}
      {mends.map((one) => (
        <Button key={mendWords(one.does)} size="2xs" variant="subtle" colorPalette="copper" onClick={() => mend(one)}>
          {mendWords(one.does)}
        </Button>
      ))}
    </HStack>
  );
}
