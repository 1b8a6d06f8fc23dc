'use client';

import { chakra } from '@chakra-ui/react';
import { counted } from '@/core/words';
import { type Place, placeOf, useEditing } from './editing';

/** Says that so many things in these parts of the editor are to be mended; nothing where none is. */
export function MendDot({ places }: { places: readonly Place[] }) {
  const { findings, product } = useEditing();
  const count = findings.filter(
    ({ gravity, path }) => gravity === 'mustFix' && places.includes(placeOf(path, product)),
  ).length;
  if (count === 0) return null;
  const words = `${counted(count, 'thing')} to fix`;
  return (
    <chakra.span
      title={words}
      aria-label={words}
      role="img"
      w="8px"
      h="8px"
      borderRadius="full"
      bg="brick.solid"
      flexShrink={0}
    />
  );
}
