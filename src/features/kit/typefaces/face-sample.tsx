'use client';

import { Text, type TextProps } from '@chakra-ui/react';
import { letteringFamily } from '@/core/catalog';
import { useFontFaces } from './use-font-faces';

/** A text as it looks in a typeface. */
export function FaceSample({ face, children, ...style }: TextProps & { face: string | null; children: string }) {
  useFontFaces([face]);
  return (
    <Text {...style} style={{ fontFamily: `'${letteringFamily(face) ?? 'inherit'}', serif` }}>
      {children}
    </Text>
  );
}
