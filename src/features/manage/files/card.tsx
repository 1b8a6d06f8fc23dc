import { Box, Heading, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';

/** One thing that can be done with files. */
export function Card({ title, lead, children }: { title: string; lead: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} bg="bg.panel" borderWidth="1px" borderRadius="l2" p="5">
      <Heading as="h2" size="lg">
        {title}
      </Heading>
      <Text color="fg.muted" mt="1" mb="4">
        {lead}
      </Text>
      {children}
    </Box>
  );
}
