import { Box } from '@chakra-ui/react';
import { type ReactNode } from 'react';

/** A page of the manager's side: every one as wide, with the same room around it. */
export function Page({ children }: { children: ReactNode }) {
  return (
    <Box p={{ base: '4', lg: '7' }} maxW="1400px">
      {children}
    </Box>
  );
}
