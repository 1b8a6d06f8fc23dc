'use client';

import { Box, Heading, Stack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';

/** The middle of the editor: what is being edited now. */
export function Section({
  title,
  lead,
  actions,
  children,
}: {
  title: string;
  lead?: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box as="section" aria-label={title}>
      <Box display="flex" justifyContent="space-between" alignItems="start" gap="3" mb="4">
        <Box>
          <Heading as="h2" size="xl">
            {title}
          </Heading>
          {lead && (
            <Text color="fg.muted" mt="0.5">
              {lead}
            </Text>
          )}
        </Box>
        {actions}
      </Box>
      <Stack gap="5">{children}</Stack>
    </Box>
  );
}
