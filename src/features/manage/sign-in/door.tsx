import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { CONTENT } from '@/ui/skip-link';
import { useMounted } from '@/ui/use-mounted';

/** The page somebody stands before who is not in yet. */
export function Door({ title, lead, children }: { title: string; lead?: string; children: ReactNode }) {
  const awake = useMounted();
  return (
    <Flex minH="100vh" bg="bg.subtle" align="flex-start" justify="center" px="4" pt={{ base: '8', md: '16vh' }} pb="8">
      <Box
        as="main"
        id={CONTENT}
        aria-busy={!awake}
        w="full"
        maxW="420px"
        bg="bg.panel"
        borderWidth="1px"
        borderColor="border"
        borderTopWidth="4px"
        borderTopColor="oak.600"
        borderRadius="l3"
        p={{ base: '5', md: '8' }}
      >
        <Heading as="h1" fontFamily="heading" size="xl" mb="2">
          {title}
        </Heading>
        {lead !== undefined && (
          <Text color="fg.muted" mb="5">
            {lead}
          </Text>
        )}
        {children}
      </Box>
    </Flex>
  );
}
