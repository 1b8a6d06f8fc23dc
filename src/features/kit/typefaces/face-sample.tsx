'use client';

import { Text, type TextProps } from '@chakra-ui/react';
import { letteringFamily } from '@/core/catalog';
import { useFontFace } from './use-font-face';

/** A text as it looks in a typeface. */
export function FaceSample({ face, children, ...style }: TextProps & { face: string | null; children: string }) {
  useFontFace(face);
  return (
    <Text {...style} style={{ fontFamily: `'${letteringFamily(face) ?? 'inherit'}', serif` }}>
      {children}
    </Text>
  );
}
