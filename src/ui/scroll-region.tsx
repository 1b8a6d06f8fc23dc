'use client';

import { Box } from '@chakra-ui/react';
import { type ReactNode } from 'react';

/** A part that scrolls by itself, reachable by keyboard. */
export function ScrollRegion({ label, height, children }: { label: string; height: string; children: ReactNode }) {
  return (
    <Box maxH={height} overflowY="auto" tabIndex={0} role="region" aria-label={label}>
      {children}
    </Box>
  );
}
