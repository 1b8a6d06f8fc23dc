'use client';

import { Box } from '@chakra-ui/react';
import { type ReactNode, type Ref } from 'react';

/** A part that scrolls by itself, reachable by keyboard. */
export function ScrollRegion({
  label,
  height,
  ref,
  children,
}: {
  label: string;
  height: string;
  ref?: Ref<HTMLDivElement>;
  children: ReactNode;
}) {
  return (
    <Box ref={ref} maxH={height} overflowY="auto" tabIndex={0} role="region" aria-label={label}>
      {children}
    </Box>
  );
}
