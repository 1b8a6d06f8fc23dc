'use client';

import { Box, Button, chakra, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { ClipboardPaste, Plus } from 'lucide-react';
import { YourShop } from '@/features/manage/settings';
import { type SettingsView } from '@/services/settings/settings';
import { type PatternKey, patternKeys, patterns } from '@/core/catalog';

interface Props {
  /** what is said of the shop so far; null where that is not asked */
  shop: SettingsView | null;
  onPattern: (pattern: PatternKey) => void;
  onPaste: () => void;
  onNothing: () => void;
}

/** What an empty shop greets with: three ways to a first product. */
export function FirstSteps({ shop, onPattern, onPaste, onNothing }: Props) {
  return (
    <>
      {shop && <YourShop {...shop} />}
      <Box
        as="section"
        aria-label="Begin here"
        bg="bg.panel"
        borderWidth="1px"
        borderColor="border"
        borderRadius="l3"
        p={{ base: '5', lg: '8' }}
      >
        <Heading as="h2" size="xl" mb="1">
          Your first product
        </Heading>
        <Text color="fg.muted" mb="6" maxW="62ch">
          It takes about five minutes: a name, what customers choose, a price, a picture. At the Counter beside it you
          try it out as a customer would, before anybody else sees it.
        </Text>
        <Text fontWeight="600" mb="2">
          Begin with something like it …
        </Text>
        <SimpleGrid columns={{ base: 1, sm: 2, lg: 4 }} gap="3" mb="6">
          {patternKeys.map((key) => (
            <chakra.button
              key={key}
              type="button"
              display="flex"
              alignItems="start"
              textAlign="start"
              cursor="pointer"
              borderWidth="1px"
              borderColor="border.emphasized"
              borderRadius="l2"
              p="4"
              _hover={{ borderColor: 'copper.solid', bg: 'copper.subtle' }}
              onClick={() => onPattern(key)}
            >
              <Stack gap="1">
                <Text fontWeight="700">{patterns[key].title}</Text>
                <Text fontSize="sm" color="fg.muted">
                  {patterns[key].words}
                </Text>
              </Stack>
            </chakra.button>
          ))}
        </SimpleGrid>
        <Stack direction={{ base: 'column', sm: 'row' }} gap="3">
          <Button variant="outline" onClick={onPaste}>
            <ClipboardPaste size={16} aria-hidden /> … from a list in a spreadsheet
          </Button>
          <Button variant="outline" onClick={onNothing}>
            <Plus size={16} aria-hidden /> … or from nothing
          </Button>
        </Stack>
      </Box>
    </>
  );
}
